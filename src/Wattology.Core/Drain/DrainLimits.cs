using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Drain;

/// <summary>What a drain is judged by.</summary>
public static class DrainLimits
{
    /// <summary>Half-full capacity of the tightest segment over the foam it must carry. From 1.2 it has something in hand; below 0.7
    /// it runs so full that gas cannot return.</summary>
    public static readonly LimitKind Margin = LimitKind.UsualPractice("drain-margin", "Drain, capacity over what it must carry", Measure.Number,
        1.2, null, 0.7);
}
