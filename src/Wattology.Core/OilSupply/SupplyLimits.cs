using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.OilSupply;

/// <summary>What the oil supply is judged by.</summary>
public static class SupplyLimits
{
    /// <summary>How a restrictor is chosen.</summary>
    public static readonly School RestrictorBy = new("restrictor-school", "Restrictor, chosen by",
    [
        new("maker", "maker's procedure", "No restrictor other than the one specified."),
        new("calculated", "a fixed orifice by calculation", "For custom fitments: the drill whose inlet pressure stays in the bearing's window in "
            + "every state."),
        new("drip", "a drip valve set by eye", "Can be recorded. A drip rate set at one oil temperature means something else at every other one, so a "
            + "fixed orifice is preferred."),
    ], "maker");

    /// <summary>Measured over expected flow.</summary>
    public static readonly LimitKind Ratio = LimitKind.UsualPractice("catch-ratio", "Catch test, measured over expected", Measure.Number, 0.8, 1.25, 0.5,
        Limit.Open);

    /// <summary>Spread of the runs in percent; above it there is no verdict.</summary>
    public static readonly LimitKind Spread = LimitKind.UsualPractice("catch-spread", "Catch test, spread of the runs in % (no verdict above)",
        Measure.Number, null, 10);

    /// <summary>Flow without a gauge on the gallery: the shop's own band for an engine.</summary>
    public static readonly LimitKind Flow = LimitKind.NoneKnown("catch-flow", "Catch test without a gauge, flow", Measure.Flow);

    /// <summary>The restrictor's hole.</summary>
    public static readonly LimitKind Restrictor = LimitKind.NoneKnown("restrictor", "Restrictor hole", Measure.Length);
}
