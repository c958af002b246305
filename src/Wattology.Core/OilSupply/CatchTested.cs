using System.Globalization;
using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.OilSupply;

/// <summary>A catch test was made on one turbo's feed.</summary>
/// <param name="Unit">Which turbo, from 1.</param>
/// <param name="Grade">The oil's grade in words.</param>
/// <param name="Input">The test.</param>
/// <param name="Result">What it computes to.</param>
/// <param name="Judgement">How it was judged then, and by what.</param>
/// <param name="CrankRpm">Cranking speed, if read.</param>
/// <param name="BatteryV">Battery voltage while cranking, if read.</param>
public sealed record CatchTested([Bounds(1, 2)] int Unit, string Grade, CatchTestInput Input, CatchTestResult Result, Judgement Judgement,
    [Bounds(Span.EngineSpeed)] double? CrankRpm = null, [Bounds(0, 60)] double? BatteryV = null) : EntryBody
{
    /// <summary>Judges a catch test: a dry pipe is a stop, scattered runs give no verdict, a gauge beats the shop's own band.</summary>
    public static Judgement Judge(CatchTestResult result, LimitBook limits)
    {
        static string Pct(double x) => x.ToString("0", CultureInfo.InvariantCulture);
        var flow = ShopUnits.Digits(result.MeanLpm);
        if (result.MeanLpm <= 0) return new(Verdict.Stop, "No oil came. Stop and find out why before anything else.");
        var spread = limits.Choose("catch-spread");
        if (spread.Judge(result.SpreadPct) != Verdict.Sound)
            return new(Verdict.ReadingOnly, $"The runs differ by {Pct(result.SpreadPct)} %: too much to judge. Catch again, the same way each time.", spread);
        if (result.Ratio is { } ratio)
        {
            var limit = limits.Choose("catch-ratio");
            var hole = result.EquivalentHoleMm is { } mm ? $" It is as if a hole of {ShopUnits.Digits(mm)} mm stood in the line." : "";
            var words = limit.Judge(ratio) switch
            {
                Verdict.Sound => "as much as a clean line would pass.",
                Verdict.Doubt when ratio > 1 => "more than this line and restrictor should pass: a restrictor is missing, or a figure is wrong.",
                _ => "less than a clean line would pass." + hole,
            };
            return new(limit.Judge(ratio), $"{flow} l/min is {Pct(100 * ratio)} % of what is expected, {words}", limit);
        }
        var band = limits.Choose("catch-flow");
        var verdict = band.Judge(result.MeanLpm);
        return new(verdict, verdict == Verdict.ReadingOnly
            ? $"{flow} l/min, without a gauge on the gallery: there is nothing to compare it with. Read the pressure while oil runs, or have it judged by name."
            : $"{flow} l/min against the band for this engine, without a gauge on the gallery.", band);
    }
}

/// <summary>The restrictor was looked at.</summary>
/// <param name="Unit">Which turbo, from 1.</param>
/// <param name="Fitted">False when the feed has none.</param>
/// <param name="Clear">Whether hole and gauze are clear.</param>
/// <param name="Judgement">How it was judged then.</param>
/// <param name="HoleMm">Its hole in mm.</param>
public sealed record RestrictorSeen([Bounds(1, 2)] int Unit, bool Fitted, bool Clear, Judgement Judgement, [Bounds(Span.Diameter)] double? HoleMm = null) : EntryBody
{
    /// <summary>Judges a restrictor: a blocked one is a stop; its size needs a maker's figure.</summary>
    public static Judgement Judge(bool fitted, bool clear, double? holeMm, LimitBook limits)
    {
        var limit = limits.Choose("restrictor");
        if (fitted && !clear) return new(Verdict.Stop, "Blocked or dirty. Clean or renew it, then look again.");
        if (!fitted)
            return limit.Source == LimitSource.NoneKnown ? new(Verdict.ReadingOnly, "No restrictor fitted, and no figure is known that says whether there should be one.", limit)
                : new(Verdict.Stop, "No restrictor fitted, but a figure for one is known.", limit);
        var verdict = limit.Judge(holeMm!.Value);
        return new(verdict, verdict == Verdict.ReadingOnly ? "Clear. No figure for its size is known for this unit." : verdict == Verdict.Sound ? "Clear, and the size it should be." : "Clear, but not the size it should be.", limit);
    }
}
