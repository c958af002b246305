using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Clocking;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Drain;

/// <summary>A running state of the engine.</summary>
/// <param name="Name">cold start, hot idle, rated.</param>
/// <param name="OilTempC">Oil in °C; feed and drain alike.</param>
/// <param name="GalleryKpa">Gallery pressure in kPa.</param>
/// <param name="CrankcaseKpa">Crankcase pressure in kPa.</param>
public sealed record DrainState(string Name, [Bounds(Span.OilTemperature)] double OilTempC, [Bounds(Span.Pressure)] double GalleryKpa,
    [Bounds(Span.Pressure)] double CrankcaseKpa = 0);

/// <summary>Feed and drain as one system.</summary>
/// <param name="Oil">The oil.</param>
/// <param name="Line">The feed pipe.</param>
/// <param name="Bearing">The bearing housing between them.</param>
/// <param name="DrainMm">Narrowest bore of the drain, mm.</param>
/// <param name="Segments">The drain from turbo to sump.</param>
/// <param name="ExitAboveOilMm">Its lower end above the oil, mm.</param>
/// <param name="States">The states it must serve.</param>
/// <param name="RestrictorMm">Restrictor in the feed, mm.</param>
/// <param name="Aeration">Share of gas in the foam.</param>
/// <param name="DrainTiltDeg">How far the centre section's drain stands off plumb, degrees, 0 to 180.</param>
/// <param name="PortMm">Bore of the port the drain is fixed to, mm: no wider bore is proposed; any when null.</param>
public sealed record DrainSystemInput(Oil Oil, FeedLine Line, Bearing Bearing, [Bounds(Span.Diameter)] double DrainMm, IReadOnlyList<DrainSegment> Segments,
    [Bounds(Span.Height)] double ExitAboveOilMm,
    IReadOnlyList<DrainState> States, [Bounds(Span.Diameter)] double? RestrictorMm = null, [Bounds(0, 0.9)] double Aeration = 0.5,
        [Bounds(0, 180)] double DrainTiltDeg = 0, [Bounds(Span.Diameter)] double? PortMm = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (States.Count == 0) faults.Add(Faults.Join(path, "states"), "At least one state is needed.");
        if (Segments.Count == 0) faults.Add(Faults.Join(path, "segments"), "At least one segment is needed.");
        if (RestrictorMm > Line.IdMm) faults.Add(Faults.Join(path, "restrictor_mm"), $"A restrictor is no wider than the line's bore, {Line.IdMm} mm.");
    }
}

/// <summary>One state: the oil that comes through, and what the drain makes of it; no drain result where no oil comes.</summary>
public sealed record DrainStateResult(string Name, double FlowLpm, DrainResult? Drain, Verdict Verdict);

/// <summary>One answer over all states.</summary>
/// <param name="States">State by state.</param>
/// <param name="Deciding">The state that decides: the worst verdict, then the least margin, the first in a tie.</param>
/// <param name="Verdict">Its verdict, or the tilt's where that is worse.</param>
/// <param name="AreaRatio">Drain bore area over feed bore area; several is usual.</param>
public sealed record DrainSystemResult(IReadOnlyList<DrainStateResult> States, string Deciding, Verdict Verdict, double AreaRatio);

/// <summary>What could be changed.</summary>
public enum CureKind
{
    /// <summary>The lower end raised above the oil; the last segment loses as much fall.</summary>
    EntryRaised,
    /// <summary>A wider bore, no wider than the port it is fixed to.</summary>
    WiderBore,
    /// <summary>A segment steepened.</summary>
    SegmentSteepened,
    /// <summary>The centre section turned nearer to plumb.</summary>
    CentreTurned,
    /// <summary>Crankcase pressure brought down.</summary>
    CrankcaseDown,
}

/// <summary>A single change that turns the verdict to sound.</summary>
/// <param name="Kind">Which change.</param>
/// <param name="Amount">How much: mm raised, mm of bore, mm of extra fall, degrees, or the crankcase pressure in kPa to come down to.</param>
/// <param name="Segment">Which segment, from 0; null for the others.</param>
/// <param name="Size">How small it is, as a share: mm raised over the whole fall, bore gained over bore, extra fall over the segment's length, degrees over
/// 90, pressure lost over pressure.</param>
public sealed record Cure(CureKind Kind, double Amount, int? Segment, double Size);

/// <summary>The feed's flow carried into the drain, state by state, and what would cure it.</summary>
public static class DrainSystem
{
    /// <summary>Usual drain hose bores, mm.</summary>
    public static readonly IReadOnlyList<double> Bores = [10, 12, 13, 16, 19, 22, 25, 28, 32, 38];

    private const double SteepestSlope = 1;

    // So little above the oil is out of it.
    private const double LeastAbove = 0.001;

    /// <summary>One answer over all states.</summary>
    /// <param name="input">Feed and drain.</param>
    /// <param name="limits">What margin and tilt are judged by; usual practice when null.</param>
    /// <exception cref="InputRefusedException">A figure is out of range, or there is no state or no segment.</exception>
    public static DrainSystemResult Compute(DrainSystemInput input, LimitBook? limits = null)
    {
        InputReader.Validate(input);
        return Evaluate(input, limits ?? LimitBook.Usual);
    }

    // A drain that climbs or lies flat, or an end under the oil, stops whatever flows; no oil in a state leaves that state not judged.
    private static DrainSystemResult Evaluate(DrainSystemInput input, LimitBook limits)
    {
        var margins = limits.Choose(DrainLimits.Margin);
        var blocked = input.ExitAboveOilMm <= 0 || input.Segments.Any(s => s.FallMm <= 0);
        var states = input.States.Select(s =>
        {
            var flow = OilFeed.Compute(new OilFeedInput(input.Oil, s.OilTempC, s.GalleryKpa, input.Line, input.RestrictorMm, null, input.Bearing)).FlowLpm;
            if (flow <= 0) return new DrainStateResult(s.Name, 0, null, blocked ? Verdict.Stop : Verdict.ReadingOnly);
            var drain = DrainFlow.Compute(new DrainInput(input.Oil, s.OilTempC, flow, input.DrainMm, input.Segments, input.ExitAboveOilMm, input.Aeration,
                s.CrankcaseKpa), margins);
            return new DrainStateResult(s.Name, flow, drain, drain.Verdict.AsVerdict());
        }).ToArray();
        var worst = states.Max(s => s.Verdict);
        // Not judged in one state is not sound on the whole.
        if (worst == Verdict.Sound && states.Any(s => s.Verdict == Verdict.ReadingOnly)) worst = Verdict.ReadingOnly;
        var candidates = states.Where(s => s.Verdict == worst).ToArray();
        var deciding = candidates[Nearly.IndexOfLeast([.. candidates.Select(s => s.Drain?.Margin ?? double.MaxValue)])];
        var tilt = limits.Choose(ClockingLimits.Tilt).Judge(input.DrainTiltDeg);
        var area = input.DrainMm / input.Line.IdMm;
        return new(states, deciding.Name, tilt > Verdict.Sound && tilt > worst ? tilt : worst, area * area);
    }

    /// <summary>Every single change that turns the verdict to sound, the smallest first. Empty where it is sound already, or where no single change is
    /// enough.</summary>
    /// <exception cref="InputRefusedException">A figure is out of range, or there is no state or no segment.</exception>
    public static IReadOnlyList<Cure> Cures(DrainSystemInput input, LimitBook? limits = null)
    {
        InputReader.Validate(input);
        bool Sound(DrainSystemInput changed) => Evaluate(changed, limits ?? LimitBook.Usual).Verdict == Verdict.Sound;
        if (Sound(input)) return [];
        var cures = new List<Cure>();
        var fall = input.Segments.Sum(s => Math.Max(0, s.FallMm));

        // Raising the end costs the last segment as much fall, so just out of the oil is best.
        var last = input.Segments[^1];
        var raise = LeastAbove - input.ExitAboveOilMm;
        if (input.ExitAboveOilMm <= 0 && raise < last.FallMm && Sound(input with { ExitAboveOilMm = LeastAbove, Segments = [.. input.Segments.SkipLast(1),
            last with { FallMm = last.FallMm - raise }] })) cures.Add(new(CureKind.EntryRaised, raise, null, raise / fall));
        foreach (var bore in Bores.Where(b => b > input.DrainMm && b <= (input.PortMm ?? double.MaxValue)).Order())
            if (Sound(input with { DrainMm = bore }))
            {
                cures.Add(new(CureKind.WiderBore, bore, null, (bore - input.DrainMm) / input.DrainMm));
                break;
            }
        for (var i = 0; i < input.Segments.Count; i++)
        {
            var (at, segment) = (i, input.Segments[i]);
            // What a segment falls more, the end comes to lie lower: a cure that drowns it is none.
            DrainSystemInput Steepened(double by, double sunk) => input with { ExitAboveOilMm = input.ExitAboveOilMm - sunk,
                Segments = [.. input.Segments.Select((s, k) => k == at ? s with { FallMm = Math.Min(s.LengthMm, s.FallMm + by) } : s)] };
            if (Least(segment.LengthMm * SteepestSlope - segment.FallMm, x => Sound(Steepened(x, 0))) is { } steeper && Sound(Steepened(steeper, steeper)))
                cures.Add(new(CureKind.SegmentSteepened, steeper, i, steeper / segment.LengthMm));
        }
        if (Least(input.DrainTiltDeg, x => Sound(input with { DrainTiltDeg = input.DrainTiltDeg - x })) is { } turn) cures.Add(
            new(CureKind.CentreTurned, turn, null, turn / 90));
        var highest = input.States.Max(s => s.CrankcaseKpa);
        DrainSystemInput Capped(double kpa) => input with { States = [.. input.States.Select(s => s with { CrankcaseKpa = Math.Min(s.CrankcaseKpa, kpa) })] };
        if (Least(highest, x => Sound(Capped(highest - x))) is { } down) cures.Add(new(CureKind.CrankcaseDown, highest - down, null, down / highest));
        return [.. Nearly.Descending(cures, c => -c.Size, (a, b) => (a.Kind, a.Segment).CompareTo((b.Kind, b.Segment)))];
    }

    // The least x up to a bound from which on it is sound; null where even the whole is not enough. More of these changes is never worse.
    private static double? Least(double most, Func<double, bool> sound)
    {
        if (most <= 0 || !sound(most)) return null;
        double shut = 0, open = most;
        while (open - shut > 1e-7 * most)
        {
            var middle = (shut + open) / 2;
            if (sound(middle)) open = middle; else shut = middle;
        }
        return open;
    }
}

/// <summary>A drain as a system with what would cure it.</summary>
/// <param name="States">State by state.</param>
/// <param name="Deciding">The state that decides.</param>
/// <param name="Verdict">The verdict; a bare reading where a state has no oil and nothing stops.</param>
/// <param name="AreaRatio">Drain bore area over feed bore area.</param>
/// <param name="Cures">Every single change that makes it sound, the smallest first.</param>
public sealed record DrainSystemAnswer(IReadOnlyList<DrainStateResult> States, string Deciding, Verdict Verdict, double AreaRatio, IReadOnlyList<Cure> Cures)
{
    /// <summary>Answers by usual practice.</summary>
    public static DrainSystemAnswer Of(DrainSystemInput input)
    {
        var result = DrainSystem.Compute(input);
        return new(result.States, result.Deciding, result.Verdict, result.AreaRatio, DrainSystem.Cures(input));
    }
}
