using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Findings;

/// <summary>What can be missing from a failed unit.</summary>
public enum PieceKind
{
    /// <summary>The tip of a compressor blade.</summary>
    CompressorTip,
    /// <summary>The tip of a turbine blade.</summary>
    TurbineTip,
    /// <summary>The nut of the compressor wheel.</summary>
    Nut,
    /// <summary>A piece of a vane, of its ring or of the gate.</summary>
    Vane,
    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>Pieces in words, and where each is looked for.</summary>
public static class Pieces
{
    private static readonly string[] Cold = ["in the compressor housing", "in the charge pipe", "in the charge cooler", "in the intake"];
    private static readonly string[] Hot = ["in the turbine housing", "in the exhaust", "in the catalyst or filter", "in the manifold"];

    /// <summary>A piece in words.</summary>
    public static string Words(PieceKind piece) => piece switch
    {
        PieceKind.CompressorTip => "tip of a compressor blade",
        PieceKind.TurbineTip => "tip of a turbine blade",
        PieceKind.Nut => "nut of the compressor wheel",
        PieceKind.Vane => "piece of a vane or the gate",
        _ => "another piece",
    };

    /// <summary>Where it is looked for first: what the air or gas carries goes the way they go.</summary>
    public static IReadOnlyList<string> Places(PieceKind piece) => piece switch
    {
        PieceKind.CompressorTip or PieceKind.Nut => Cold,
        PieceKind.TurbineTip or PieceKind.Vane => Hot,
        _ => [.. Cold, .. Hot],
    };
}

/// <summary>A piece is missing from the failed unit.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Piece">What.</param>
public sealed record PieceMissing([Bounds(1, 2)] int Turbo, PieceKind Piece) : EntryBody, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PieceMissing>("piece-missing", "Missing piece", (job, n) => $"{job.Which(n.Body.Turbo)}"
        + Pieces.Words(n.Body.Piece))
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => job.Record.Machine().TurboNumbers.Contains(body.Turbo) ? null : new("Say which turbo it is missing from.", "turbo"),
    };
}

/// <summary>A missing piece was found.</summary>
/// <param name="Piece">Hash of the entry that says it is missing.</param>
/// <param name="Where">Where it lay.</param>
public sealed record PieceFound(string Piece, [Needed("Say where it was found.")] string Where) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PieceFound>("piece-found", "Missing piece found", (job, n)
        => MissingPieces.Of(job.Record).FirstOrDefault(p => p.Entry.Hash == n.Body.Piece) is { } piece
            ? $"{job.Which(piece.Turbo)}{Pieces.Words(piece.Kind)}, {n.Body.Where}" : n.Body.Where)
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => string.IsNullOrWhiteSpace(body.Where) ? "Say where it was found." : MissingPieces.Of(job.Record).FirstOrDefault(p
            => p.Entry.Hash == body.Piece) is not { } piece
            ? "That piece does not stand as missing." : piece.Where.Length > 0 ? $"It was found already, {piece.Where}." : null,
    };
}

/// <summary>A missing piece as it stands.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Kind">What.</param>
/// <param name="Entry">The entry that says it is missing.</param>
/// <param name="Where">Where it was found; empty while it is not.</param>
/// <param name="Found">The entry that says where; null while it is not found.</param>
public sealed record MissingPiece(int Turbo, PieceKind Kind, Entry Entry, string Where, Entry? Found);

/// <summary>What is missing from the failed units: each piece is found, or it is a stop.</summary>
public static class MissingPieces
{
    /// <summary>Every piece that stands as missing, found or not.</summary>
    public static IReadOnlyList<MissingPiece> Of(JobRecord record)
    {
        var found = record.All<PieceFound>().GroupBy(f => f.Body.Piece).ToDictionary(g => g.Key, g => g.Last());
        return [.. record.All<PieceMissing>().Select(m => new MissingPiece(m.Body.Turbo, m.Body.Piece, m.Entry,
            found.GetValueOrDefault(m.Entry.Hash)?.Body.Where ?? "", found.GetValueOrDefault(m.Entry.Hash)?.Entry))];
    }

    /// <summary>Why the whole may not be said to be there, or found, while a piece is missing; null where it may.</summary>
    public static string? Against(JobContext job, Looked looked)
    {
        var pieces = Of(job.Record);
        if (pieces.Count > 0 && looked.Answer == "none-missing") return $"{Named(job, pieces[0])} stands as missing; take that back first if nothing is.";
        return looked.Answer == "found" && pieces.FirstOrDefault(p => p.Found is null) is { } lost
            ? $"{Named(job, lost)} is not found yet: say where it lay." : null;
    }

    /// <summary>How the item stands: piece by piece where pieces are named, unless all was accounted for since; by the question else.</summary>
    public static ItemState Item(JobContext job, LookState asked)
    {
        var pieces = Of(job.Record);
        if (pieces.Count == 0) return asked.Item;
        var last = pieces.Select(p => p.Found ?? p.Entry).Concat(pieces.Select(p => p.Entry)).MaxBy(e => e.Seq)!;
        if (asked is { Answer.Id: "accounted", Noted: { } noted } && noted.Entry.Seq > last.Seq) return asked.Item;
        var lost = pieces.Where(p => p.Found is null).ToArray();
        return lost.Length > 0
            ? ItemState.Stop($"{string.Join("; ", lost.Select(p => Named(job, p)))}: not found. It lies where the next engine breath takes it.", last)
            : ItemState.Done($"{string.Join("; ", pieces.Select(p => $"{Named(job, p)}, {p.Where}"))}.", last);
    }

    private static string Named(JobContext job, MissingPiece piece) => $"{job.Which(piece.Turbo)}{Pieces.Words(piece.Kind)}" is var words
        ? char.ToUpperInvariant(words[0]) + words[1..] : "";
}
