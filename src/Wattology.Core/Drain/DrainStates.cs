using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Drain;

/// <summary>The three states a drain must serve, with usual figures where nobody measured.</summary>
public static class DrainStates
{
    /// <summary>Cold start, hot idle and rated: crankcase pressure as it was read last at idle and under load, none where it was not.</summary>
    public static IReadOnlyList<DrainState> Of(JobRecord record)
    {
        double Read(params Running[] ways) => Math.Max(0, ways.Select(w => record.Latest<CrankcaseReading>(c => c.Running == w)?.Body.PressureKpa)
            .FirstOrDefault(k => k is not null) ?? 0);
        return [new(FeedStates.Cold, FeedStates.ColdC, FeedStates.ColdKpa, Read(Running.Idle)), new("hot idle", FeedStates.HotC, FeedStates.IdleKpa,
            Read(Running.Idle)),
            new("rated", FeedStates.HotC, FeedStates.RatedKpa, Read(Running.Loaded, Running.Mid, Running.Idle))];
    }

    /// <summary>Feed and drain of one turbo as one system, the feed as it was caught last; null where nothing was caught.</summary>
    /// <param name="record">The job.</param>
    /// <param name="turbo">Which turbo, from 1.</param>
    /// <param name="drain">The drain.</param>
    /// <param name="tiltDeg">How far the centre section's drain stands off plumb, degrees.</param>
    public static DrainSystemInput? System(JobRecord record, int turbo, DrainInput drain, double tiltDeg)
        => record.Latest<CatchTestReading>(c => c.Turbo == turbo)?.Body.Input is not { } feed ? null
            : new(feed.Oil, feed.Line, Bearing.UsualPlain, drain.IdMm, drain.Segments, drain.ExitAboveOilMm, Of(record), feed.RestrictorMm, drain.Aeration,
                tiltDeg);

    /// <summary>The stretches and the end above the oil as a cure would make them; unchanged by one that is not the pipe's.</summary>
    public static (IReadOnlyList<DrainSegment> Segments, double ExitAboveOilMm) With(DrainInput drain, Cure cure) => cure.Kind switch
    {
        CureKind.SegmentSteepened => ([.. drain.Segments.Select((s, i) => i == cure.Segment ? s with { FallMm = Math.Min(s.LengthMm,
            s.FallMm + cure.Amount) } : s)],
            drain.ExitAboveOilMm - cure.Amount),
        CureKind.EntryRaised => ([.. drain.Segments.SkipLast(1), drain.Segments[^1] with { FallMm = drain.Segments[^1].FallMm - cure.Amount }],
            drain.ExitAboveOilMm + cure.Amount),
        _ => (drain.Segments, drain.ExitAboveOilMm),
    };

    /// <summary>A cure in words: what to change, by how much.</summary>
    public static string Words(Cure cure, DrainInput drain, ShopUnits units) => cure.Kind switch
    {
        CureKind.EntryRaised => $"raise the entry {units.ShowLength(Math.Ceiling(cure.Amount))}",
        CureKind.WiderBore => $"a wider bore, {units.ShowLength(cure.Amount)} instead of {units.ShowLength(drain.IdMm)}",
        CureKind.SegmentSteepened => $"let stretch {cure.Segment + 1} fall {units.ShowLength(Math.Ceiling(cure.Amount))} more",
        CureKind.CentreTurned => $"turn the centre section {Math.Ceiling(cure.Amount):0}° nearer to plumb",
        _ => $"bring the crankcase down to {units.ShowPressure(cure.Amount)}",
    };
}
