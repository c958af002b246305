using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Yard;

/// <summary>What a job waits for.</summary>
public enum WaitsFor
{
    /// <summary>Somebody to work on it.</summary>
    Hands,
    /// <summary>Parts.</summary>
    Parts,
    /// <summary>A wait that runs by itself: draining, soaking, curing, cooling.</summary>
    Wait,
    /// <summary>An answer from the customer or a maker.</summary>
    Answer,
    /// <summary>A claim.</summary>
    Claim,
}

/// <summary>What a job waits for was set.</summary>
/// <param name="For">What.</param>
/// <param name="Note">In words.</param>
/// <param name="Promised">A new promised time; unchanged when null.</param>
public sealed record Waiting(WaitsFor For, string Note = "", DateTimeOffset? Promised = null) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Waiting>("waiting", "Waits for",
        (_, n) => $"{JsonForm.Plain(n.Body.For)}{(n.Body.Note.Length > 0 ? ": " + n.Body.Note : "")}") { Right = Right.BookIn };
}

/// <summary>What a job waits for now.</summary>
public static class WaitingRecord
{
    /// <summary>What it waits for; hands until somebody says otherwise.</summary>
    public static Waiting Waiting(this JobRecord record) => record.Latest<Waiting>()?.Body ?? new Waiting(WaitsFor.Hands);

    /// <summary>When it is promised for; null when no time was promised.</summary>
    public static DateTimeOffset? Promised(this JobRecord record)
        => record.Latest<Waiting>(w => w.Promised is not null)?.Body.Promised ?? record.Machine().Promised;
}
