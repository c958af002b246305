using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.Drain;

/// <summary>A turbo's drain was measured.</summary>
/// <param name="Unit">Which turbo, from 1.</param>
/// <param name="Grade">The oil's grade in words.</param>
/// <param name="AsInstalled">True when measured on the machine with the turbo fitted.</param>
/// <param name="Input">The drain.</param>
/// <param name="Result">What it computes to.</param>
/// <param name="Judgement">How it was judged then.</param>
public sealed record DrainMeasured([Bounds(1, 2)] int Unit, string Grade, bool AsInstalled, DrainInput Input, DrainResult Result, Judgement Judgement) : EntryBody
{
    /// <summary>The verdict's reason in a sentence, the strongest first.</summary>
    public static Judgement Judge(DrainInput input, DrainResult result, ShopUnits units)
    {
        var flat = input.Segments.ToList().FindIndex(s => s.FallMm <= 0);
        var margin = ShopUnits.Digits(result.Margin);
        var why =
            flat >= 0 ? $"Segment {flat + 1} {(input.Segments[flat].FallMm < 0 ? "climbs" : "lies flat")}: oil stands in it and the housing fills. It must fall all the way."
            : input.ExitAboveOilMm <= 0 ? "Its lower end is not above the oil: oil cannot leave and gas cannot return. It must end above the level."
            : result.Margin < DrainFlow.StopMargin ? $"Segment {result.WorstSegment + 1} carries {margin} of what it must: it runs full and gas cannot return. Steeper, shorter or wider."
            : result.Margin < DrainFlow.DoubtMargin ? $"Segment {result.WorstSegment + 1} carries {margin} of what it must: enough, with nothing in hand."
            : result.HoldUpRatio >= 1 ? $"The crankcase could hold back {units.ShowLength(result.HoldUpMm)} of foam and the drain falls only {units.ShowLength(result.TotalFallMm)}. Cure the crankcase pressure first."
            : $"Falls all the way, ends above the oil, and its tightest segment carries {margin} times what it must.";
        return new(result.Verdict, why);
    }
}
