using Wattology.Core.Entries;

namespace Wattology.Core.OilSupply;

/// <summary>The drill list for a job's own feed: every usual drill against what the bearing wants, hot at idle and hot at rated speed.</summary>
public static class DrillList
{
    /// <summary>Usual drills, mm.</summary>
    public static readonly IReadOnlyList<double> Drills = [.. Enumerable.Range(8, 23).Select(tenth => tenth / 10.0)];

    /// <summary>The list for one turbo's feed, as it was caught last; null where nothing was caught.</summary>
    /// <param name="record">The job.</param>
    /// <param name="turbo">Which turbo, from 1.</param>
    /// <param name="rolling">The unit has rolling bearings.</param>
    public static RestrictorSizeResult? Of(JobRecord record, int turbo, bool rolling)
        => record.Latest<CatchTestReading>(c => c.Turbo == turbo)?.Body.Input is not { } feed ? null
            : RestrictorSize.Compute(new(feed.Oil, feed.Line, Bearing.UsualPlain, [.. Drills.Where(d => d <= feed.Line.IdMm)], FeedStates.Windows(rolling)));
}
