using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Actuator;

/// <summary>What a vane or wastegate sweep is judged by; none is known until the shop or a maker sets it.</summary>
public static class SweepLimits
{
    /// <summary>Range moved in percent.</summary>
    public static readonly LimitKind Range = LimitKind.NoneKnown("sweep-range", "Vane or wastegate sweep, range moved in %", Measure.Number);

    /// <summary>Feedback at the lower stop in percent.</summary>
    public static readonly LimitKind Low = LimitKind.NoneKnown("sweep-low", "Vane or wastegate sweep, lower stop in %", Measure.Number);

    /// <summary>Feedback at the upper stop in percent.</summary>
    public static readonly LimitKind High = LimitKind.NoneKnown("sweep-high", "Vane or wastegate sweep, upper stop in %", Measure.Number);

    /// <summary>Difference between the way up and the way down in percent.</summary>
    public static readonly LimitKind Hysteresis = LimitKind.NoneKnown("sweep-hysteresis", "Vane or wastegate sweep, up against down in %", Measure.Number);

    /// <summary>How many times it stuck and let go.</summary>
    public static readonly LimitKind Stick = LimitKind.NoneKnown("sweep-stick", "Vane or wastegate sweep, times it stuck", Measure.Number);

    /// <summary>Delay of feedback behind command.</summary>
    public static readonly LimitKind Lag = LimitKind.NoneKnown("sweep-lag", "Vane or wastegate sweep, delay", Measure.Seconds);

    /// <summary>All of them, in the order a sweep is judged.</summary>
    public static readonly IReadOnlyList<LimitKind> All = [Range, Low, High, Hysteresis, Stick, Lag];
}
