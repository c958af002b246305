using Wattology.Core.Inputs;
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

/// <summary>Limits given with a sweep; what is null is not judged.</summary>
/// <param name="LeastRangePct">Least range moved, percent.</param>
/// <param name="MostLowPct">Greatest feedback at the lower stop, percent.</param>
/// <param name="LeastHighPct">Least feedback at the upper stop, percent.</param>
/// <param name="MostHysteresisPct">Greatest difference between the way up and the way down, percent.</param>
/// <param name="MostSlips">How often it may stick and jump.</param>
/// <param name="MostLagS">Greatest delay, s.</param>
public sealed record SweepFigures([Bounds(0, 100)] double? LeastRangePct = null, [Bounds(0, 100)] double? MostLowPct = null,
    [Bounds(0, 100)] double? LeastHighPct = null, [Bounds(0, 100)] double? MostHysteresisPct = null, [Bounds(0, 1000)] double? MostSlips = null,
    [Bounds(0, 60)] double? MostLagS = null)
{
    /// <summary>The figures as limits.</summary>
    public LimitBook Book => new([.. new (LimitKind Kind, double? From, double? To)[] { (SweepLimits.Range, LeastRangePct, null),
        (SweepLimits.Low, null, MostLowPct), (SweepLimits.High, LeastHighPct, null), (SweepLimits.Hysteresis, null, MostHysteresisPct),
        (SweepLimits.Stick, null, MostSlips), (SweepLimits.Lag, null, MostLagS) }.Where(l => l.From is not null || l.To is not null)
        .Select(l => new Limit(l.Kind.Key, LimitSource.Shop, "given", l.From, l.To, In: l.Kind.Measure))]);
}
