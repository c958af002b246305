namespace Wattology.Core.OilSupply;

/// <summary>The states a feed must serve, at the gallery pressures and temperatures usual on a road engine: an estimate, and said to be one.</summary>
public static class FeedStates
{
    // Usual practice: at least 60 kPa at hot idle, and at rated speed 150 to 400 kPa on plain bearings, to 310 on rolling ones.
    private const double LeastIdleInlet = 60, LeastRatedInlet = 150, MostPlain = 400, MostRolling = 310;

    /// <summary>Usual gallery pressures at a cold start, at hot idle and at rated speed, kPa.</summary>
    public const double ColdKpa = 400, IdleKpa = 120, RatedKpa = 350;

    /// <summary>Cold oil and hot oil, °C.</summary>
    public const double ColdC = 0, HotC = 100;

    /// <summary>A cold start, in which nobody knows a window for the inlet.</summary>
    public const string Cold = "cold start";

    /// <summary>The states with a window for the pressure at the turbo's inlet.</summary>
    /// <param name="rolling">The unit has rolling bearings.</param>
    public static IReadOnlyList<RestrictorState> Windows(bool rolling) =>
    [
        new("hot idle", HotC, IdleKpa, LeastIdleInlet), new("rated", HotC, RatedKpa, LeastRatedInlet, rolling ? MostRolling : MostPlain),
    ];
}
