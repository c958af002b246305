using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Crankcase;

/// <summary>Compression of every cylinder in kPa, in order.</summary>
public sealed record CompressionInput([Bounds(0, 20_000), In(Measure.Pressure)] IReadOnlyList<double> Kpa) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Kpa.Count == 0) faults.Add(Faults.Join(path, "kpa"), "At least one cylinder is needed.");
        else if (Kpa.All(k => k <= 0)) faults.Add(Faults.Join(path, "kpa"), "Not every cylinder can be without compression: check gauge and cranking.");
    }
}

/// <summary>Least, greatest, spread over the greatest in percent, and the lowest cylinder from 1, the first in a tie.</summary>
public sealed record CompressionResult(double MinKpa, double MaxKpa, double SpreadPct, int LowestCylinder);

/// <summary>Compares cylinders.</summary>
public static class Compression
{
    /// <summary>Spread over the maximum.</summary>
    public static CompressionResult Compute(CompressionInput input)
    {
        var lowest = Nearly.IndexOfLeast(input.Kpa);
        double min = input.Kpa.Min(), max = input.Kpa.Max();
        return new(min, max, 100 * (max - min) / max, lowest + 1);
    }
}
