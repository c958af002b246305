using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.Clocking;

/// <summary>A centre section's clocking was measured.</summary>
/// <param name="Unit">Which turbo, from 1.</param>
/// <param name="AsInstalled">True when measured on the machine.</param>
/// <param name="Input">Angles and attitudes.</param>
/// <param name="Result">Tilts.</param>
/// <param name="Judgement">How it was judged then.</param>
public sealed record ClockingSet([Bounds(1, 2)] int Unit, bool AsInstalled, ClockingInput Input, ClockingResult Result, Judgement Judgement) : EntryBody
{
    /// <summary>Judges the drain's tilt in every attitude: on the level by its limit, on a slope by its own, and the worst verdict stands.</summary>
    public static Judgement Judge(ClockingInput input, ClockingResult result, LimitBook limits)
    {
        var attitudes = input.Attitudes is { Count: > 0 } given ? given : [new Attitude("level", 0, 0)];
        var worst = result.Rows.Zip(attitudes).Select(r =>
        {
            var level = Math.Abs(Math.IEEERemainder(r.Second.PitchDeg, 360)) <= Nearly.Same && Math.Abs(Math.IEEERemainder(r.Second.RollDeg, 360)) <= Nearly.Same;
            var limit = limits.Choose(level ? "drain-tilt" : "drain-tilt-slope");
            return (Row: r.First, Limit: limit, Verdict: limit.Judge(r.First.DrainTiltDeg));
        }).MaxBy(r => (r.Verdict, r.Row.DrainTiltDeg));
        var tilt = $"The drain stands {ShopUnits.Digits(worst.Row.DrainTiltDeg)}° off plumb ({worst.Row.Name})";
        return new(worst.Verdict, worst.Verdict switch
        {
            Verdict.Sound => $"{tilt}: oil leaves freely.",
            Verdict.Doubt => $"{tilt}: oil stands at the drain's edge. Turn the centre section nearer to plumb.",
            Verdict.Stop => $"{tilt}: the housing would fill and oil pass the seals. Turn the centre section.",
            _ => $"{tilt}: no limit is known for a slope.",
        }, worst.Limit);
    }
}
