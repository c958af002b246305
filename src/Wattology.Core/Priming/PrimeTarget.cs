using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Priming;

/// <summary>A volume on the oil's way, and whether it stands empty.</summary>
/// <param name="Name">Which: line, filter, gallery, housing, cooler.</param>
/// <param name="Ml">Its volume in ml.</param>
/// <param name="Empty">True when it is new, or stood open: what stood open counts as empty.</param>
public sealed record OilVolume(string Name, [Bounds(Span.Millilitres)] double Ml, bool Empty);

/// <summary>How much cranking somebody allows in all.</summary>
/// <param name="Whose">starter, method or shop.</param>
/// <param name="Seconds">In all, s; null when not known.</param>
public sealed record CrankAllowance(string Whose, [Bounds(Span.Seconds)] double? Seconds = null);

/// <summary>What is to be primed.</summary>
/// <param name="Volumes">Volumes on the oil's way.</param>
/// <param name="CrankFlowLpm">Flow while cranking in l/min.</param>
/// <param name="PrefilledMl">Filled by hand, in ml.</param>
/// <param name="PrefilledIn">Into which volume; only so much of it counts. Any of them when null.</param>
/// <param name="Allowances">Starter's, method's and shop's.</param>
public sealed record PrimeTargetInput(IReadOnlyList<OilVolume> Volumes, [Bounds(Span.Flow)] double CrankFlowLpm,
    [Bounds(Span.Millilitres)] double PrefilledMl = 0,
    string? PrefilledIn = null, IReadOnlyList<CrankAllowance>? Allowances = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Volumes.Count == 0) faults.Add(Faults.Join(path, "volumes"), "At least one volume is needed.");
        if (PrefilledIn is { } into && Volumes.All(v => v.Name != into))
            faults.Add(Faults.Join(path, "prefilled_in"), $"There is no volume '{into}' here; known are {string.Join(", ", Volumes.Select(v => v.Name))}.");
    }
}

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
    /// <exception cref="InputRefusedException">A figure is out of range.</exception>
    public static PrimeTargetResult Compute(PrimeTargetInput input)
    {
        InputReader.Validate(input);
        var empty = input.Volumes.Where(v => v.Empty).ToArray();
        // What went into the filter fills the filter: no line, however much it was.
        var fill = input.PrefilledIn is { } into
            ? empty.Where(v => v.Name != into).Sum(v => v.Ml) + Math.Max(0, empty.Where(v => v.Name == into).Sum(v => v.Ml) - input.PrefilledMl)
            : Math.Max(0, empty.Sum(v => v.Ml) - input.PrefilledMl);
        var crank = fill / (input.CrankFlowLpm * 1000 / 60);
        var least = input.Allowances?.Where(a => a.Seconds is not null).MinBy(a => a.Seconds);
        return new(fill, [.. empty.Select(v => v.Name)], crank, least?.Seconds, least?.Whose, least is null ? null : crank <= least.Seconds + Nearly.Same);
    }
}
