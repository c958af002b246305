using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.PartNumbers;

namespace Wattology.Core.Plate;

/// <summary>Whose plate.</summary>
public enum PlateOf
{
    /// <summary>The failed unit.</summary>
    Old,
    /// <summary>The new unit.</summary>
    New,
}

/// <summary>A turbo's plate was read, or could not be yet.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Plate">Failed unit or new one.</param>
/// <param name="NotReadable">True when it cannot be read yet.</param>
/// <param name="Maker">Turbo maker.</param>
/// <param name="Model">Turbo model.</param>
/// <param name="MakerNumber">Turbo maker's number.</param>
/// <param name="VehicleNumber">Vehicle maker's number.</param>
public sealed record PlateRead([Bounds(1, 2)] int Turbo, PlateOf Plate, bool NotReadable = false, string Maker = "", string Model = "",
    string MakerNumber = "", string VehicleNumber = "") : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PlateRead>("plate", "Plate",
        (job, n) => $"{job.Which(n.Body.Turbo)}{(n.Body.Plate == PlateOf.Old ? "failed unit" : "new unit")}: {n.Body.Words}") { Ages = Ages.Lasts };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        var any = Model.Trim().Length + MakerNumber.Trim().Length + VehicleNumber.Trim().Length > 0;
        if (!any && !NotReadable)
            faults.Add(Faults.Join(path, "model"), "Type any one of model, turbo maker's number or vehicle maker's number, or tick 'not readable yet'.");
        if (any && NotReadable)
            faults.Add(Faults.Join(path, "not_readable"), "A number is typed, so the plate was readable: untick this, or clear the numbers.");
    }

    /// <summary>The same with its numbers as their makers write them, so far as the parts table tells. What was not read is not filled in from it.</summary>
    public PlateRead AsWritten(PartsTable parts)
        => this with { MakerNumber = parts.Written(MakerNumber, Maker), VehicleNumber = parts.Written(VehicleNumber, maker: null) };

    /// <summary>The number that tells most, short.</summary>
    public string Headline => NotReadable ? "not readable yet" : new[] { MakerNumber, VehicleNumber, Model }.First(t => t.Length > 0);

    /// <summary>All it says, in one line.</summary>
    public string Words => NotReadable ? "not readable yet" : string.Join(" · ", new[] { Maker, Model, MakerNumber, VehicleNumber }.Where(t => t.Length > 0));
}

/// <summary>The plates of a job.</summary>
public static class PlateRecord
{
    /// <summary>One plate as last read, or null.</summary>
    public static Noted<PlateRead>? Plate(this JobRecord record, int turbo, PlateOf of) => record.Latest<PlateRead>(p => p.Turbo == turbo && p.Plate == of);
}
