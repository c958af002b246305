using Wattology.Core.Calculations;
using Wattology.Core.Evidence;

namespace Wattology.Core.Identity;

/// <summary>Whose plate.</summary>
public enum PlateOf
{
    /// <summary>The failed unit.</summary>
    Old,
    /// <summary>The replacement.</summary>
    New,
}

/// <summary>A turbo's plate was read, or could not be yet.</summary>
/// <param name="Unit">Which turbo, from 1.</param>
/// <param name="Plate">Failed unit or replacement.</param>
/// <param name="NotReadable">True when it cannot be read yet.</param>
/// <param name="Maker">Turbo maker.</param>
/// <param name="Model">Turbo model.</param>
/// <param name="MakerNumber">Turbo maker's number.</param>
/// <param name="VehicleNumber">Vehicle maker's number.</param>
public sealed record PlateRead([Bounds(1, 2)] int Unit, PlateOf Plate, bool NotReadable = false, string Maker = "", string Model = "",
    string MakerNumber = "", string VehicleNumber = "") : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        var any = Model.Trim().Length + MakerNumber.Trim().Length + VehicleNumber.Trim().Length > 0;
        if (!any && !NotReadable) faults.Add(Faults.Join(path, "model"), "Type any one of model, turbo maker's number or vehicle maker's number, or tick 'not readable yet'.");
        if (any && NotReadable) faults.Add(Faults.Join(path, "not_readable"), "A number is typed, so the plate was readable: untick this, or clear the numbers.");
    }

    /// <summary>The number that tells most, short.</summary>
    public string Headline => NotReadable ? "not readable yet" : new[] { MakerNumber, VehicleNumber, Model }.First(t => t.Length > 0);

    /// <summary>All it says, in one line.</summary>
    public string Words => NotReadable ? "not readable yet" : string.Join(" · ", new[] { Maker, Model, MakerNumber, VehicleNumber }.Where(t => t.Length > 0));
}

/// <summary>A number that replaced another.</summary>
/// <param name="Old">The number before.</param>
/// <param name="New">The number that took its place.</param>
public sealed record Supersession(string Old, string New);

/// <summary>How the replacement's plate compares with the failed unit's.</summary>
/// <param name="Verdict">Sound: the same or a successor; doubt: cannot be compared; stop: different; not looked: a plate is missing.</param>
/// <param name="Why">The reason in a sentence.</param>
public sealed record PlateMatch(Verdict Verdict, string Why)
{
    /// <summary>Compares two plates.</summary>
    /// <param name="old">Failed unit, if read.</param>
    /// <param name="new">Replacement, if read.</param>
    /// <param name="supersessions">Known successors; chains are followed.</param>
    public static PlateMatch Compare(PlateRead? old, PlateRead? @new, IReadOnlyList<Supersession> supersessions)
    {
        if (@new is null || @new.NotReadable) return new(Verdict.NotLooked, "The replacement's plate is not recorded.");
        if (old is null || old.NotReadable) return new(Verdict.Doubt, "The failed unit's plate was never read, so there is nothing to compare the replacement with.");
        var compared = 0;
        string? followed = null;
        foreach (var (what, before, after) in new[] { ("turbo maker's number", old.MakerNumber, @new.MakerNumber), ("vehicle maker's number", old.VehicleNumber, @new.VehicleNumber), ("model", old.Model, @new.Model) })
        {
            if (Plain(before).Length == 0 || Plain(after).Length == 0) continue;
            compared++;
            if (Plain(before) == Plain(after)) continue;
            // A model name may change with a superseded number; a number that matches decides.
            if (what == "model" && compared > 1) continue;
            if (!Follows(before, after, supersessions)) return new(Verdict.Stop, $"The {what} differs: {before} came off, {after} is to go on, and no supersession from one to the other is known here.");
            followed = $"The {what} {before} was superseded by {after}.";
        }
        return compared == 0 ? new(Verdict.Doubt, "The two plates have no field in common, so they cannot be compared.")
            : new(Verdict.Sound, followed ?? "The replacement carries the same number as the failed unit.");
    }

    private static bool Follows(string from, string to, IReadOnlyList<Supersession> supersessions)
    {
        var seen = new HashSet<string>();
        var at = Plain(from);
        while (seen.Add(at))
        {
            if (at == Plain(to)) return true;
            var next = supersessions.FirstOrDefault(s => Plain(s.Old) == at);
            if (next is null) return false;
            at = Plain(next.New);
        }
        return false;
    }

    /// <summary>A number without the spaces, dashes and case people vary.</summary>
    public static string Plain(string number) => new([.. number.ToUpperInvariant().Where(char.IsLetterOrDigit)]);
}
