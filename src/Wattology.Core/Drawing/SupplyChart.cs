using Wattology.Core.Limits;
using Wattology.Core.Numerics;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Drawing;

/// <summary>A point of the chart of a feed with an open end.</summary>
/// <param name="Kpa">Gallery pressure, kPa.</param>
/// <param name="Lpm">What the clean line passes, l/min.</param>
/// <param name="Least">The least it may pass, by what is not surely known of it.</param>
/// <param name="Most">The most.</param>
public sealed record FeedPoint(double Kpa, double Lpm, double Least, double Most);

/// <summary>What a feed passes over the gallery's pressure, clean, and what was caught: the curve of a chart, and the rows of its table.</summary>
/// <param name="Clean">The clean line at the temperature and with the restrictor of the catch.</param>
/// <param name="Caught">The runs that count, at the gallery pressure read while oil ran; empty where none was read.</param>
/// <param name="Ratio">What measured over expected is judged by.</param>
/// <param name="Doubt">What is not surely known of the line.</param>
/// <param name="Fitted">The same feed with the unit on it, state by state.</param>
public sealed record SupplyChart(IReadOnlyList<FeedPoint> Clean, IReadOnlyList<(double Kpa, double Lpm)> Caught, Limit Ratio, LineDoubt Doubt,
    FittedChart Fitted)
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 460, Height = 250;

    private const double LeastKpa = 400, StepKpa = 25;

    /// <summary>How high it is where it is so wide.</summary>
    public static double HeightFor(double width) => Math.Round(width * Height / Width);

    /// <summary>The chart's greatest pressure, kPa.</summary>
    public double MostKpa => Clean[^1].Kpa;

    /// <summary>The chart's greatest flow, l/min: the upper end of what is sound still stands on it.</summary>
    public double MostLpm => Math.Max(Clean[^1].Lpm * Math.Max(1, Ratio.SoundTo is { } to && to < Limit.Open ? to : 1), Math.Max(Clean[^1].Most,
        Caught.Select(c => c.Lpm).DefaultIfEmpty().Max())) * 1.05;

    /// <summary>The chart of one catch test.</summary>
    /// <param name="test">The test.</param>
    /// <param name="ratio">What measured over expected is judged by.</param>
    /// <param name="doubt">What is not surely known of the line.</param>
    /// <param name="rolling">The unit has rolling bearings.</param>
    public static SupplyChart Of(CatchTestInput test, Limit ratio, LineDoubt doubt, bool rolling)
    {
        var most = Math.Ceiling(Math.Max(LeastKpa, (test.GalleryKpa ?? 0) * 1.25) / StepKpa) * StepKpa;
        var clean = new List<FeedPoint>();
        for (var kpa = 0.0; kpa <= most + 0.1; kpa += StepKpa)
        {
            var (least, greatest) = doubt.Flow(test, kpa);
            clean.Add(new(kpa, OilFeed.Compute(new OilFeedInput(test.Oil, test.OilTempC, kpa, test.Line, test.RestrictorMm, test.RestrictorLengthMm)).FlowLpm,
                least, greatest));
        }
        return new(clean, test.GalleryKpa is { } read ? [.. test.Counting.Select(r => (read, r.FlowLpm))] : [],
            ratio, doubt, FittedChart.Of(test, rolling));
    }
}

/// <summary>A feed with the unit on it in one state.</summary>
/// <param name="State">The state and its window; a cold start has none.</param>
/// <param name="FlowLpm">Oil through the unit, l/min.</param>
/// <param name="InletKpa">Pressure at its inlet, kPa.</param>
/// <param name="Holds">Whether the window is met; null where there is none.</param>
public sealed record FittedState(RestrictorState State, double FlowLpm, double InletKpa, bool? Holds);

/// <summary>The pressure at the turbo's inlet over the gallery's, with cold and with hot oil.</summary>
/// <param name="Cold">Inlet pressure by gallery pressure with cold oil, kPa.</param>
/// <param name="Hot">With hot oil.</param>
/// <param name="States">Cold start, hot idle and rated.</param>
public sealed record FittedChart(IReadOnlyList<(double Gallery, double Inlet)> Cold, IReadOnlyList<(double Gallery, double Inlet)> Hot,
    IReadOnlyList<FittedState> States)
{
    /// <summary>The greatest gallery pressure on it, kPa.</summary>
    public const double MostKpa = 450;

    private const double StepKpa = 50;

    /// <summary>The chart of one feed, with a usual plain bearing behind it.</summary>
    /// <param name="test">The feed as it was caught.</param>
    /// <param name="rolling">The unit has rolling bearings.</param>
    public static FittedChart Of(CatchTestInput test, bool rolling)
    {
        OilFeedResult At(double celsius, double kpa) => OilFeed.Compute(new OilFeedInput(test.Oil, celsius, kpa, test.Line, test.RestrictorMm,
            test.RestrictorLengthMm, Bearing.UsualPlain));
        IReadOnlyList<(double, double)> Curve(double celsius) => [.. Enumerable.Range(0, (int)(MostKpa / StepKpa) + 1).Select(i => i * StepKpa)
            .Select(kpa => (kpa, At(celsius, kpa).InletKpa))];
        RestrictorState[] states = [new(FeedStates.Cold, FeedStates.ColdC, FeedStates.ColdKpa), .. FeedStates.Windows(rolling)];
        return new(Curve(FeedStates.ColdC), Curve(FeedStates.HotC), [.. states.Select(s =>
        {
            var feed = At(s.OilTempC, s.GalleryKpa);
            return new FittedState(s, feed.FlowLpm, feed.InletKpa, s.MinInletKpa is null && s.MaxInletKpa is null ? null
                : feed.InletKpa >= (s.MinInletKpa ?? 0) - Nearly.Same && feed.InletKpa <= (s.MaxInletKpa ?? double.MaxValue) + Nearly.Same);
        })]);
    }
}
