using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;

namespace Wattology.Core.UnitOpen;

/// <summary>What runs between shaft and housing.</summary>
public enum Bearings
{
    /// <summary>Plain bushes that float in oil.</summary>
    Plain,
    /// <summary>Rolling bearings.</summary>
    Rolling,
}

/// <summary>How one unit is built, as far as a drawing of it shows.</summary>
/// <param name="Control">How boost is controlled.</param>
/// <param name="Water">Whether the centre section has water.</param>
/// <param name="Bearings">Its bearings.</param>
/// <param name="TwoEntries">Whether gas comes to the turbine by two separate passages.</param>
/// <param name="CompressorLeft">Whether the compressor end lies on the left, seen from where the machine is looked at.</param>
public sealed record UnitKind(BoostControl Control, bool Water, Bearings Bearings = Bearings.Plain, bool TwoEntries = false, bool CompressorLeft = false)
{
    /// <summary>Its bearings. Nobody is made to say: the usual are drawn until somebody does.</summary>
    public static readonly Question BearingsSeen = new("unit-bearings", "Bearings of this unit", [new("plain", "plain"), new("rolling", "rolling")])
        { PerTurbo = true, Ages = Ages.Lasts };

    /// <summary>The entries of its turbine housing.</summary>
    public static readonly Question EntriesSeen = new("unit-entries", "Entries of the turbine housing", [new("one", "one"), new("two", "two, divided")])
        { PerTurbo = true, Ages = Ages.Lasts };

    /// <summary>The kind of a job's unit.</summary>
    /// <param name="job">The job.</param>
    /// <param name="turbo">Which turbo; of the job as a whole, the first, when 0.</param>
    public static UnitKind Of(JobContext job, int turbo)
    {
        var (machine, one) = (job.Record.Machine(), Math.Max(1, turbo));
        return new(machine.Control, machine.WaterCooled, BearingsSeen.Read(job, one).Answer?.Id == "rolling" ? Bearings.Rolling : Bearings.Plain,
            EntriesSeen.Read(job, one).Answer?.Id == "two", Viewpoint.Lies.Read(job, one).Answer?.Id == "left");
    }

    /// <summary>It has vanes.</summary>
    public bool HasVanes => Control is BoostControl.VanesCanister or BoostControl.VanesElectric;

    /// <summary>It has a gate in its own housing.</summary>
    public bool HasGate => Control is BoostControl.WastegateCanister or BoostControl.WastegateElectric;

    /// <summary>Its gate stands on the manifold, away from the unit.</summary>
    public bool GateApart => Control == BoostControl.ExternalWastegate;

    /// <summary>A rod and what moves it sit on the unit.</summary>
    public bool HasRod => HasVanes || HasGate;

    /// <summary>A motor moves it.</summary>
    public bool ByMotor => Control is BoostControl.VanesElectric or BoostControl.WastegateElectric;

    /// <summary>Whether a finding can be there on such a unit: without anything that moves, nothing sticks, dies or stores a code.</summary>
    public bool Has(string finding) => Control != BoostControl.None || finding is not ("vanes-stiff" or "actuator-dead" or "actuator-codes");
}
