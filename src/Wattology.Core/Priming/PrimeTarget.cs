using Wattology.Core.Numerics;

namespace Wattology.Core.Priming;

/// <summary>A volume on the oil's way, and whether it stands empty.</summary>
/// <param name="Name">Which: line, filter, gallery, housing, cooler.</param>
/// <param name="Ml">Its volume in ml.</param>
/// <param name="Empty">True when it is new, or stood open: what stood open counts as empty.</param>
public sealed record OilVolume(string Name, double Ml, bool Empty);

/// <summary>How much cranking somebody allows in all.</summary>
/// <param name="Whose">starter, method or shop.</param>
/// <param name="Seconds">In all, s; null when not known.</param>
public sealed record CrankAllowance(string Whose, double? Seconds);

/// <summary>What priming must fill and may crank.</summary>
/// <param name="ToFillMl">Volume to fill in ml.</param>
/// <param name="EmptyNames">What counts as empty.</param>
/// <param name="CrankSeconds">Cranking it needs, s.</param>
/// <param name="AllowedSeconds">Cranking allowed, s; null when nobody sets a limit.</param>
/// <param name="AllowedBy">Whose limit that is.</param>
/// <param name="Enough">Whether the allowance is enough; null when nothing limits it.</param>
public sealed record PrimeTargetResult(double ToFillMl, IReadOnlyList<string> EmptyNames, double CrankSeconds, double? AllowedSeconds, string? AllowedBy,
    bool? Enough);

/// <summary>The priming target.</summary>
public static class PrimeTarget
{
    /// <summary>Adds up what is empty and finds the least allowance.</summary>
    /// <param name="volumes">Volumes on the oil's way, in ml, 0 or more.</param>
    /// <param name="prefilledMl">Filled by hand, in ml.</param>
    /// <param name="crankFlowLpm">Flow while cranking in l/min, above 0.</param>
    /// <param name="allowances">Starter's, method's and shop's; the least counts, the first in a tie.</param>
    /// <exception cref="ArgumentOutOfRangeException">A volume is negative or the flow is not above 0.</exception>
    public static PrimeTargetResult Compute(IReadOnlyList<OilVolume> volumes, double prefilledMl, double crankFlowLpm, IReadOnlyList<CrankAllowance> allowances)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(crankFlowLpm);
        ArgumentOutOfRangeException.ThrowIfNegative(prefilledMl);
        foreach (var volume in volumes) ArgumentOutOfRangeException.ThrowIfNegative(volume.Ml);
        var empty = volumes.Where(v => v.Empty).ToArray();
        var fill = Math.Max(0, empty.Sum(v => v.Ml) - prefilledMl);
        var crank = fill / (crankFlowLpm * 1000 / 60);
        var least = allowances.Where(a => a.Seconds is not null).MinBy(a => a.Seconds);
        return new(fill, [.. empty.Select(v => v.Name)], crank, least?.Seconds, least?.Whose, least is null ? null : crank <= least.Seconds + Nearly.Same);
    }
}
