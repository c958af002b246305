using Wattology.Core.Entries;

namespace Wattology.Core.OilSupply;

/// <summary>The drill list for a job's own feed: every usual drill against what the bearing wants, hot at idle and hot at rated speed.</summary>
public static class DrillList
{
    // Usual practice: at least 60 kPa at hot idle, and at rated speed 150 to 400 kPa on plain bearings, to 310 on rolling ones; at usual gallery pressures.
    private const double LeastIdleInlet = 60, LeastRatedInlet = 150, MostPlain = 400, MostRolling = 310;

    /// <summary>Usual gallery pressures of a road engine at hot idle and at rated speed, kPa, and hot oil, °C: an estimate, and said to be one.</summary>
    public const double IdleKpa = 120, RatedKpa = 350, HotC = 100;

    /// <summary>Usual drills, mm.</summary>
    public static readonly IReadOnlyList<double> Drills = [.. Enumerable.Range(8, 23).Select(tenth => tenth / 10.0)];

    /// <summary>The states and their windows.</summary>
    /// <param name="rolling">The unit has rolling bearings.</param>
    public static IReadOnlyList<RestrictorState> States(bool rolling) =>
    [
        new("hot idle", HotC, IdleKpa, LeastIdleInlet), new("rated", HotC, RatedKpa, LeastRatedInlet, rolling ? MostRolling : MostPlain),
    ];

    /// <summary>The list for one turbo's feed, as it was caught last; null where nothing was caught.</summary>
    /// <param name="record">The job.</param>
    /// <param name="turbo">Which turbo, from 1.</param>
    /// <param name="rolling">The unit has rolling bearings.</param>
    public static RestrictorSizeResult? Of(JobRecord record, int turbo, bool rolling)
        => record.Latest<CatchTestReading>(c => c.Turbo == turbo)?.Body.Input is not { } feed ? null
            : RestrictorSize.Compute(new(feed.Oil, feed.Line, Bearing.UsualPlain, [.. Drills.Where(d => d <= feed.Line.IdMm)], States(rolling)));
}
