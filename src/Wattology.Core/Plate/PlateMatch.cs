using Wattology.Core.Limits;
using Wattology.Core.PartNumbers;

namespace Wattology.Core.Plate;

/// <summary>How the new unit's plate compares with the failed unit's.</summary>
/// <param name="Verdict">Sound: the same or a successor; doubtful: cannot be compared; stop: different; not looked at: a plate is missing.</param>
/// <param name="Why">The reason in a sentence.</param>
public sealed record PlateMatch(Verdict Verdict, string Why)
{
    /// <summary>Compares two plates.</summary>
    /// <param name="old">Failed unit, if read.</param>
    /// <param name="new">New unit, if read.</param>
    /// <param name="parts">The parts table: successors are followed along chains, and the engine's list decides what may go on it.</param>
    /// <param name="engine">The engine.</param>
    public static PlateMatch Compare(PlateRead? old, PlateRead? @new, PartsTable parts, string engine)
    {
        var match = Compare(old, @new, parts);
        if (@new is not { NotReadable: false, MakerNumber: var number } || number.Length == 0) return match;
        return (parts.IsFor(engine, number), match.Verdict) switch
        {
            (false, _) => new(Verdict.Stop, $"{number} is not on this engine's list: {engine} has {string.Join(" or ", parts.UnitsOf(engine))}."),
            // Somebody may have fitted the wrong unit before; that is no reason to fit it again.
            (true, Verdict.Stop) when old is { NotReadable: false, MakerNumber.Length: > 0 } && parts.IsFor(engine, old.MakerNumber) == false
                => new(Verdict.Doubtful, $"{old.MakerNumber} came off, and is not on this engine's list; {number}, which is to go on, is."),
            (true, Verdict.Doubtful) => match with { Why = $"{match.Why} By its list {engine} has {number}." },
            (true, Verdict.Sound) => match with { Why = $"{match.Why} It is on the list of {engine}." },
            _ => match,
        };
    }

    private static PlateMatch Compare(PlateRead? old, PlateRead? @new, PartsTable parts)
    {
        if (@new is null || @new.NotReadable) return new(Verdict.NotLookedAt, "The new unit's plate is not recorded.");
        if (old is null || old.NotReadable)
            return new(Verdict.Doubtful, "The failed unit's plate was never read, so there is nothing to compare the new unit with.");
        var compared = 0;
        string? followed = null;
        foreach (var (what, before, after) in new[]
        {
            ("turbo maker's number", old.MakerNumber, @new.MakerNumber),
            ("vehicle maker's number", old.VehicleNumber, @new.VehicleNumber),
            ("model", old.Model, @new.Model),
        })
        {
            if (PartNumber.Plain(before).Length == 0 || PartNumber.Plain(after).Length == 0) continue;
            compared++;
            if (PartNumber.Plain(before) == PartNumber.Plain(after)) continue;
            // A model name may change with a superseded number; a number that matches decides.
            if (what == "model" && compared > 1) continue;
            if (!parts.Follows(before, after))
                return new(Verdict.Stop, $"The {what} differs: {before} came off, {after} is to go on, and no supersession from one to the other is "
                    + $"known here.");
            followed = $"The {what} {before} was superseded by {after}.";
        }
        return compared == 0 ? new(Verdict.Doubtful, "The two plates have no field in common, so they cannot be compared.")
            : new(Verdict.Sound, followed ?? "The new unit carries the same number as the failed unit.");
    }
}
