using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Wattology.Data;

/// <summary>What keeps a shop's folder from being used.</summary>
public enum TroubleKind
{
    /// <summary>The database is no database any more, or damaged inside.</summary>
    Damaged,
    /// <summary>It cannot be written to.</summary>
    ReadOnly,
    /// <summary>The disk is full.</summary>
    Full,
    /// <summary>Another version of the application made it.</summary>
    OtherVersion,
}

/// <summary>A shop's folder cannot be used as it is; the message says what is wrong and what to do.</summary>
/// <param name="kind">What keeps it.</param>
/// <param name="message">The same in words.</param>
/// <param name="inner">What was met.</param>
public sealed class ShopTroubleException(TroubleKind kind, string message, Exception? inner = null) : Exception(message, inner)
{
    /// <summary>What keeps it.</summary>
    public TroubleKind Kind { get; } = kind;
}

/// <summary>Tells what is behind an error of the database or the disk.</summary>
public static class ShopTrouble
{
    private const int NoSpace = 28, ReadOnlyDisk = 30, ReadOnly = 8, IoError = 10, Corrupt = 11, Full = 13, CannotOpen = 14, Constraint = 19, NotADatabase = 26;

    /// <summary>What is behind an error; null where it is none of these.</summary>
    public static TroubleKind? Of(Exception? error) => error switch
    {
        null => null,
        SqliteException { SqliteErrorCode: Full } => TroubleKind.Full,
        SqliteException { SqliteErrorCode: Corrupt or NotADatabase } => TroubleKind.Damaged,
        SqliteException { SqliteErrorCode: ReadOnly or CannotOpen or IoError } => TroubleKind.ReadOnly,
        UnauthorizedAccessException => TroubleKind.ReadOnly,
        IOException { HResult: NoSpace } => TroubleKind.Full,
        IOException { HResult: ReadOnlyDisk } => TroubleKind.ReadOnly,
        AggregateException many => many.InnerExceptions.Select(Of).FirstOrDefault(k => k is not null),
        _ => Of(error.InnerException),
    };

    /// <summary>Whether a row was not written because of one that is there already: somebody was a moment faster.</summary>
    public static bool IsTaken(this DbUpdateException error) => error.InnerException is SqliteException { SqliteErrorCode: Constraint };

    /// <summary>The same for whoever starts a shop: what is wrong, and what to do.</summary>
    public static ShopTroubleException Named(TroubleKind kind, string folder, Exception? inner = null) => new(kind, kind switch
    {
        TroubleKind.Damaged =>
            $"The database in {folder} is damaged and is not touched. Put the shop back from the latest backup: './wattology restore BACKUP --data "
            + "AN-EMPTY-FOLDER'. Keep the damaged folder until that is done.",
        TroubleKind.Full => $"The disk that holds {folder} is full. Make room, and start again; nothing was changed.",
        _ => $"{folder} cannot be written to. Its owner must be whoever starts the shop, and the disk must not be mounted read-only.",
    }, inner);
}
