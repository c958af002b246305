using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.History;

/// <summary>How many of how many.</summary>
public sealed record RateInput([Bounds(0, 1_000_000_000)] int Events, [Bounds(0, 1_000_000_000)] int N) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Events > N) faults.Add(Faults.Join(path, "events"), "There cannot be more events than cases.");
    }
}

/// <summary>The interval in which the true rate lies, 0 to 1.</summary>
public sealed record RateResult(double Low, double High);

/// <summary>A rate with its doubt. Never shown as a ranking where intervals overlap.</summary>
public static class FailureRate
{
    private const double Z = 1.959963984540054;

    /// <summary>Wilson's 95 % interval; 0 to 1 without cases, exactly 0 or 1 at the ends.</summary>
    public static RateResult Compute(RateInput input)
    {
        if (input.N == 0) return new(0, 1);
        double n = input.N, p = input.Events / n, z2 = Z * Z;
        var centre = (p + z2 / (2 * n)) / (1 + z2 / n);
        var half = Z * Math.Sqrt(p * (1 - p) / n + z2 / (4 * n * n)) / (1 + z2 / n);
        return new(input.Events == 0 ? 0 : centre - half, input.Events == input.N ? 1 : centre + half);
    }
}
