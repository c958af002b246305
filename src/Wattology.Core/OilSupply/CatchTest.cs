using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.OilSupply;

/// <summary>One catch: how much oil in how long.</summary>
public sealed record CatchRun([Bounds(Span.Millilitres)] double Ml, [Bounds(Span.Seconds), Usual(2, 120)] double Seconds)
{
    /// <summary>Its flow in l/min.</summary>
    public double FlowLpm => Ml / Seconds * 0.06;
}

/// <summary>A catch test: the feed's turbo end in a measured container while the engine is cranked.</summary>
/// <param name="Oil">The oil.</param>
/// <param name="OilTempC">Its temperature in °C.</param>
/// <param name="Line">The pipe.</param>
/// <param name="Runs">The catches, in order.</param>
/// <param name="GalleryKpa">Gallery pressure read while oil ran, in kPa; null when it was not read.</param>
/// <param name="RestrictorMm">Hole of the restrictor left in, in mm.</param>
/// <param name="RestrictorLengthMm">Its length in mm; twice the hole when null.</param>
/// <param name="DiscardFirst">True when the first run only purged air.</param>
public sealed record CatchTestInput(Oil Oil, [Bounds(Span.OilTemperature), Usual(-25, 140)] double OilTempC, FeedLine Line, IReadOnlyList<CatchRun> Runs,
    [Bounds(0, 2000, AboveLeast = true), In(Measure.Pressure), Usual(20, 900)] double? GalleryKpa = null,
    [Bounds(Span.Diameter), Usual(0.4, 5)] double? RestrictorMm = null,
    [Bounds(Span.Length)] double? RestrictorLengthMm = null, bool DiscardFirst = false) : IHasRules
{
    /// <summary>The runs that count: all, or all but the one that purged air.</summary>
    public IEnumerable<CatchRun> Counting => Runs.Skip(DiscardFirst ? 1 : 0);

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        ShortTube.Check(RestrictorMm, RestrictorLengthMm, Line, faults, path);
        if (Runs.Count == 0) faults.Add(Faults.Join(path, "runs"), "At least one run is needed.");
        else if (Runs.Count == 1 && DiscardFirst) faults.Add(Faults.Join(path, "runs"), "The first run only purges air; at least one more is needed.");
    }
}

/// <summary>What the catches say.</summary>
/// <param name="MeanLpm">Mean flow in l/min.</param>
/// <param name="SpreadPct">(largest − smallest)/mean in percent; 0 for a dry pipe.</param>
/// <param name="ExpectedLpm">What the clean line would pass at this pressure; null without a gallery pressure.</param>
/// <param name="Ratio">Mean over expected.</param>
/// <param name="EquivalentHoleMm">The blockage as a hole in series, in mm; 0 for a dry pipe, null when there is none to speak of.</param>
public sealed record CatchTestResult(double MeanLpm, double SpreadPct, double? ExpectedLpm, double? Ratio, double? EquivalentHoleMm);

/// <summary>Evaluates catch tests.</summary>
public static class CatchTest
{
    private const double Unblocked = 0.95;

    /// <summary>Flow per run, their mean and spread, and with a gallery pressure the comparison with a clean line.</summary>
    public static CatchTestResult Compute(CatchTestInput input)
    {
        var (mean, spread) = MeanAndSpread([.. input.Counting]);
        if (input.GalleryKpa is not { } gallery) return new CatchTestResult(mean, spread, null, null, null);

        var expected = OilFeed.Compute(new OilFeedInput(input.Oil, input.OilTempC, gallery, input.Line, input.RestrictorMm, input.RestrictorLengthMm)).FlowLpm;
        if (expected <= 0) return new CatchTestResult(mean, spread, 0, null, null);
        var ratio = mean / expected;
        return new CatchTestResult(mean, spread, expected, ratio, ratio < Unblocked - Nearly.Same ? EquivalentHole(input, gallery, mean) : null);
    }

    /// <summary>Mean flow of runs in l/min, and (largest − smallest)/mean in percent, 0 for a dry pipe.</summary>
    /// <param name="runs">The runs that count, at least one.</param>
    public static (double MeanLpm, double SpreadPct) MeanAndSpread(IReadOnlyList<CatchRun> runs)
    {
        var flows = runs.Select(r => r.FlowLpm).ToArray();
        var mean = flows.Average();
        return (mean, mean > 0 ? 100 * (flows.Max() - flows.Min()) / mean : 0);
    }

    private static double? EquivalentHole(CatchTestInput input, double galleryKpa, double meanLpm)
    {
        if (meanLpm <= 0) return 0;
        var oil = input.Oil.At(input.OilTempC);
        var drops = new FeedDrops(oil, input.Line, input.RestrictorMm, input.RestrictorLengthMm, null);
        var flow = meanLpm * Physics.LitrePerMinute;
        var hole = 1000 * ShortTube.Hole(flow, drops.Available(galleryKpa) - drops.Total(flow), oil);
        return hole < input.Line.IdMm ? hole : null;
    }
}
