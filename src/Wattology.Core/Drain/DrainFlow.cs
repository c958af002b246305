using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Measures;

namespace Wattology.Core.Drain;

/// <summary>One stretch of the drain.</summary>
/// <param name="LengthMm">Length along the pipe in mm.</param>
/// <param name="FallMm">How much lower its far end lies, in mm; negative where it climbs; never more than the length.</param>
/// <param name="MinorK">Loss coefficient of its bends and ends.</param>
public sealed record DrainSegment([Bounds(Span.Length), Usual(10, 2_500)] double LengthMm, [Bounds(Span.Height)] double FallMm,
    [Bounds(Span.LossCoefficient)] double MinorK = 1.5) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Math.Abs(FallMm) > LengthMm) faults.Add(Faults.Join(path, "fall_mm"), $"A pipe of {LengthMm} mm cannot fall or climb more than its length.");
    }
}

/// <summary>A drain from the centre section to the sump.</summary>
/// <param name="Oil">The oil.</param>
/// <param name="OilTempC">Its temperature in °C.</param>
/// <param name="FlowLpm">The oil's flow through the turbo at that temperature, in l/min.</param>
/// <param name="IdMm">Narrowest bore in mm, spigots and flange included.</param>
/// <param name="Segments">The stretches from turbo to sump.</param>
/// <param name="ExitAboveOilMm">How far the lower end ends above the oil, in mm; negative when under it.</param>
/// <param name="Aeration">Share of gas in the foam, 0 to 0.9.</param>
/// <param name="CrankcaseKpa">Crankcase pressure in kPa, gauge.</param>
public sealed record DrainInput(Oil Oil, [Bounds(Span.OilTemperature), Usual(-25, 140)] double OilTempC, [Bounds(Span.Flow), Usual(0.02, 20)] double FlowLpm,
    [Bounds(Span.Diameter), Usual(6, 60)] double IdMm,
    IReadOnlyList<DrainSegment> Segments, [Bounds(Span.Height)] double ExitAboveOilMm, [Bounds(0, 0.9)] double Aeration = 0.5,
    [Bounds(Span.Pressure)] double CrankcaseKpa = 0) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Segments.Count == 0) faults.Add(Faults.Join(path, "segments"), "At least one segment is needed.");
    }
}

/// <summary>What one stretch can carry.</summary>
/// <param name="Slope">Fall over length.</param>
/// <param name="HalfFullLpm">Foam it carries half full, in l/min; 0 where it does not fall.</param>
/// <param name="Margin">That over the foam to be carried.</param>
public sealed record DrainSegmentResult(double Slope, double HalfFullLpm, double Margin);

/// <summary>What the drain as a whole can carry.</summary>
/// <param name="MixFlowLpm">Foam to be carried in l/min.</param>
/// <param name="Segments">Stretch by stretch.</param>
/// <param name="Margin">The least margin.</param>
/// <param name="WorstSegment">Its position from 0, the first in a tie.</param>
/// <param name="TotalFallMm">Sum of the falls in mm.</param>
/// <param name="HoldUpMm">The foam column the crankcase pressure could hold back, in mm.</param>
/// <param name="HoldUpRatio">That over the total fall; null when there is no fall.</param>
/// <param name="Verdict">sound, doubt or stop.</param>
public sealed record DrainResult(double MixFlowLpm, IReadOnlyList<DrainSegmentResult> Segments, double Margin, int WorstSegment,
    double TotalFallMm, double HoldUpMm, double? HoldUpRatio, DrainVerdict Verdict);

/// <summary>How a drain is judged, in the words of the calculation.</summary>
public enum DrainVerdict
{
    /// <summary>Carries what it must, with something in hand.</summary>
    Sound,
    /// <summary>Enough, with nothing in hand; or the crankcase could hold it back.</summary>
    Doubt,
    /// <summary>Oil cannot leave, or gas cannot return.</summary>
    Stop,
}

/// <summary>Why a drain is judged as it is, the strongest first.</summary>
public enum DrainReason
{
    /// <summary>A segment climbs.</summary>
    Climbs,
    /// <summary>A segment lies flat.</summary>
    LiesFlat,
    /// <summary>The lower end is at or under the oil.</summary>
    EndsUnderOil,
    /// <summary>The tightest segment runs so full that gas cannot return.</summary>
    RunsFull,
    /// <summary>The tightest segment carries enough, with nothing in hand.</summary>
    NothingInHand,
    /// <summary>The crankcase could hold back a column as high as the whole fall.</summary>
    HeldBack,
    /// <summary>It carries what it must.</summary>
    Carries,
}

/// <summary>Gravity flow of oil foam, with room left for gas to return.</summary>
public static class DrainFlow
{
    /// <summary>Half-full capacity of each stretch against the foam that must pass.</summary>
    /// <remarks>Foam: density ρ(1 − a), viscosity ν/(1 − a), flow Q/(1 − a). A half-full pipe's hydraulic diameter is its bore;
    /// capacity V·πD²/8 with (f·L/D + K)·V²/2 = g·fall and Churchill's friction.</remarks>
    /// <param name="input">The drain.</param>
    /// <param name="margins">What the margin is judged by; usual practice when null.</param>
    public static DrainResult Compute(DrainInput input, Limit? margins = null)
    {
        var oil = input.Oil.At(input.OilTempC);
        var liquid = 1 - input.Aeration;
        var mixFlow = input.FlowLpm / liquid;
        var segments = input.Segments.Select(s =>
        {
            var capacity = HalfFullLpm(s, input.IdMm / 1000, oil.Nu / liquid);
            return new DrainSegmentResult(s.FallMm / s.LengthMm, capacity, capacity / mixFlow);
        }).ToArray();
        var worst = Nearly.IndexOfLeast([.. segments.Select(s => s.Margin)]);
        var margin = segments[worst].Margin;
        var totalFall = input.Segments.Sum(s => s.FallMm);
        var holdUp = 1e6 * input.CrankcaseKpa / (oil.RhoKgM3 * liquid * Physics.Gravity);
        double? ratio = totalFall > 0 ? holdUp / totalFall : null;

        var result = new DrainResult(mixFlow, segments, margin, worst, totalFall, holdUp, ratio, DrainVerdict.Sound);
        return result with { Verdict = Reason(input, result, margins ?? DrainLimits.Margin.Usual).Reason switch
        {
            DrainReason.Climbs or DrainReason.LiesFlat or DrainReason.EndsUnderOil or DrainReason.RunsFull => DrainVerdict.Stop,
            DrainReason.NothingInHand or DrainReason.HeldBack => DrainVerdict.Doubt,
            _ => DrainVerdict.Sound,
        } };
    }

    /// <summary>What decides about a drain: the one rule behind its verdict and its words.</summary>
    /// <param name="input">The drain.</param>
    /// <param name="result">What it can carry.</param>
    /// <param name="margins">What the margin is judged by.</param>
    /// <returns>The strongest reason, and the segment it is about, from 0.</returns>
    public static (DrainReason Reason, int Segment) Reason(DrainInput input, DrainResult result, Limit margins)
    {
        for (var i = 0; i < input.Segments.Count; i++)
            if (input.Segments[i].FallMm <= 0) return (input.Segments[i].FallMm < 0 ? DrainReason.Climbs : DrainReason.LiesFlat, i);
        var carries = margins.Judge(result.Margin);
        return (input.ExitAboveOilMm <= 0 ? DrainReason.EndsUnderOil
            : carries == Verdict.Stop ? DrainReason.RunsFull
            : carries == Verdict.Doubtful ? DrainReason.NothingInHand
            : result.HoldUpRatio >= 1 - Nearly.Same ? DrainReason.HeldBack : DrainReason.Carries, result.WorstSegment);
    }

    /// <summary>The calculation's verdict as a check's.</summary>
    public static Verdict AsVerdict(this DrainVerdict verdict) => verdict switch
    {
        DrainVerdict.Sound => Verdict.Sound,
        DrainVerdict.Doubt => Verdict.Doubtful,
        _ => Verdict.Stop,
    };

    private static double HalfFullLpm(DrainSegment segment, double bore, double nu)
    {
        if (segment.FallMm <= 0) return 0;
        var velocity = Root.OfRising(v => PipeFlow.Loss(v, segment.LengthMm / 1000, bore, segment.MinorK, nu), Physics.Gravity * segment.FallMm / 1000, 1);
        return velocity * Physics.CircleArea(bore) / 2 / Physics.LitrePerMinute;
    }
}
