using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>The supply bench: the feed from the gallery to its open end over the jug, with a box on what each figure measures.</summary>
public static class SupplyBench
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 760, Height = 330;

    /// <summary>The boxes.</summary>
    public static readonly IReadOnlyList<BenchBox> Boxes =
    [
        Of("input.line.length_mm", 170, 10, new(250, 130)),
        Of("input.line.id_mm", 330, 10, new(420, 130)),
        Of("input.line.minor_k", 500, 10, new(555, 130)),
        Of("input.restrictor_mm", 256, 176, new(330, 144)),
        Of("input.line.rise_mm", 604, 118, new(562, 160)),
        Of("input.gallery_kpa", 10, 244, new(56, 220)),
    ];

    private static BenchBox Of(string field, double x, double y, Point at) => new(field, new(x, y, DrainBench.BoxWidth, DrainBench.BoxHeight), at);
}

/// <summary>What a feed passes over the gallery's pressure, clean, and what was caught: the curve of a chart, and the rows of its table.</summary>
/// <param name="Clean">Flow of the clean line in l/min, by gallery pressure in kPa, at the temperature and with the restrictor of the catch.</param>
/// <param name="Caught">The runs that count, at the gallery pressure read while oil ran; empty where none was read.</param>
/// <param name="Ratio">What measured over expected is judged by.</param>
public sealed record SupplyChart(IReadOnlyList<(double Kpa, double Lpm)> Clean, IReadOnlyList<(double Kpa, double Lpm)> Caught, Limit Ratio)
{
    private const double LeastKpa = 400, StepKpa = 25;

    /// <summary>The chart's greatest pressure, kPa.</summary>
    public double MostKpa => Clean[^1].Kpa;

    /// <summary>The chart's greatest flow, l/min: the upper end of what is sound still stands on it.</summary>
    public double MostLpm => Math.Max(Clean[^1].Lpm * Math.Max(1, Ratio.SoundTo is { } to && to < Limit.Open ? to : 1), Caught.Select(c
        => c.Lpm).DefaultIfEmpty().Max()) * 1.05;

    /// <summary>The chart of one catch test.</summary>
    /// <param name="test">The test.</param>
    /// <param name="ratio">What measured over expected is judged by.</param>
    public static SupplyChart Of(CatchTestInput test, Limit ratio)
    {
        var most = Math.Ceiling(Math.Max(LeastKpa, (test.GalleryKpa ?? 0) * 1.25) / StepKpa) * StepKpa;
        var clean = new List<(double, double)>();
        for (var kpa = 0.0; kpa <= most + 0.1; kpa += StepKpa)
            clean.Add((kpa, OilFeed.Compute(new OilFeedInput(test.Oil, test.OilTempC, kpa, test.Line, test.RestrictorMm, test.RestrictorLengthMm)).FlowLpm));
        return new(clean, test.GalleryKpa is { } read ? [.. test.Runs.Skip(test.DiscardFirst ? 1 : 0).Select(r => (read, r.Ml / r.Seconds * 0.06))] : [],
            ratio);
    }
}
