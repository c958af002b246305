using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Fitting;

/// <summary>A gasket over a port: port, hole and how far their centres stand apart, mm.</summary>
public sealed record GasketInput([Bounds(Span.Diameter)] double PortMm, [Bounds(Span.Diameter)] double GasketHoleMm, [Bounds(0, 1000)] double OffsetMm);

/// <summary>Share of the port left open, percent.</summary>
public sealed record GasketResult(double OpenPct);

/// <summary>How much of a port a gasket leaves open.</summary>
public static class GasketOverlap
{
    /// <summary>Overlap of the two circles over the port's area.</summary>
    public static GasketResult Compute(GasketInput input)
    {
        double r = input.PortMm / 2, h = input.GasketHoleMm / 2, d = input.OffsetMm;
        if (d >= r + h) return new(0);
        var port = Math.PI * r * r;
        if (d <= Math.Abs(r - h)) return new(100 * Math.PI * Math.Min(r, h) * Math.Min(r, h) / port);
        var atPort = Math.Acos(Math.Clamp((d * d + r * r - h * h) / (2 * d * r), -1, 1));
        var atHole = Math.Acos(Math.Clamp((d * d + h * h - r * r) / (2 * d * h), -1, 1));
        var kite = Math.Sqrt(Math.Max(0, (-d + r + h) * (d + r - h) * (d - r + h) * (d + r + h))) / 2;
        return new(100 * (r * r * atPort + h * h * atHole - kite) / port);
    }
}
