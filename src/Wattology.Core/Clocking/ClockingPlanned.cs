using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Measures;

namespace Wattology.Core.Clocking;

/// <summary>How a unit is to be clocked was planned.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Plan">The unit as received, and how it is to stand.</param>
public sealed record ClockingPlanned([Bounds(1, 2)] int Turbo, ClockingPlanInput Plan) : EntryBody, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "clocking-plan";

    /// <summary>Why a sealed unit gets no plan.</summary>
    public const string SealedWords = "To maker's spec a sealed unit stays together and is not turned. If its drain is off plumb, the unit is wrong or fitted "
        + "wrong; ask the maker.";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClockingPlanned>(KindName, "Clocking planned", (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Words}")
    {
        RefuseFirst = (job, _) => job.Record.Machine().Kind == JobKind.MakersSpec ? SealedWords : null,
        MeasuredWith = [InstrumentKind.AngleGauge],
    };

    private string Words => ClockingPlan.Compute(Plan) switch
    {
        { Wanted: { } wanted } => $"turbine inlet at {ClockingPlan.At(wanted.TurbineInletDeg)}, oil inlet at {ClockingPlan.At(wanted.OilInletDeg)}, outlet at {
            ClockingPlan.At(wanted.OutletDeg)}, seen from the compressor end",
        { Smallest: { } smallest } => $"no angle satisfies everything; {smallest.What} would have to give way by {ShopUnits.Digits(smallest.ByDeg)}°",
        _ => "no angle satisfies everything",
    };
}

/// <summary>How a fit was meant.</summary>
public enum RingsFit
{
    /// <summary>On trial: the last degrees may still change.</summary>
    Trial,
    /// <summary>For good: everything is tight.</summary>
    Final,
}

/// <summary>The rings were looked at on the machine, on trial or for good.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Fit">On trial or for good.</param>
/// <param name="Rings">Where they stand.</param>
public sealed record RingsFitted([Bounds(1, 2)] int Turbo, RingsFit Fit, RingAngles Rings) : EntryBody, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "rings-fitted";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RingsFitted>(KindName, "Rings fitted", (job, n)
        => $"{job.Which(n.Body.Turbo)}{(n.Body.Fit == RingsFit.Trial ? "on trial" : "for good")}: turbine inlet at {
            ClockingPlan.At(n.Body.Rings.TurbineInletDeg)}, oil inlet at {ClockingPlan.At(n.Body.Rings.OilInletDeg)}, outlet at {
            ClockingPlan.At(n.Body.Rings.OutletDeg)}")
    {
        MeasuredWith = [InstrumentKind.AngleGauge],
    };
}
