using Wattology.Core.Causes;

namespace Wattology.Core.UnitOpen;

/// <summary>On which part of the drawn unit, or round it, what puts a cause right is done.</summary>
public static class RemedyPlaces
{
    // The first part a kind of unit has.
    private static readonly Dictionary<string, string[]> ByRemedy = new()
    {
        ["starved-pipe"] = ["feed"],
        ["starved-orifice"] = ["feed"],
        ["starved-catch"] = ["feed"],
        ["starved-restrictor"] = ["feed"],
        ["starved-prime"] = ["oil-inlet"],
        ["dirty-flush"] = ["sump"],
        ["dirty-source"] = ["oil-filter"],
        ["dirty-oil"] = ["oil-filter"],
        ["thinned-source"] = ["fuelling"],
        ["thinned-oil"] = ["oil-filter"],
        ["intake-source"] = ["intake"],
        ["intake-clear"] = ["cooler"],
        ["exhaust-source"] = ["manifold"],
        ["overspeed-cured"] = ["charge-hose"],
        ["overspeed-control"] = ["gate", "vane-ring", "wiring"],
        ["overheat-cured"] = ["fuelling"],
        ["overheat-coolant"] = ["centre"],
        ["overheat-driver"] = ["plate"],
        ["drain-bore"] = ["drain-pipe"],
        ["drain-measured"] = ["drain-pipe"],
        ["drain-plumb"] = ["drain-port"],
        ["crankcase-cured"] = ["breather"],
        ["crankcase-again"] = ["crankcase"],
        ["vanes-soot"] = ["vane-ring", "gate", "turbine-housing"],
        ["vanes-moves"] = ["actuator", "gate", "turbine-housing"],
        ["actuator-cured"] = ["wiring"],
        ["actuator-moves"] = ["actuator", "gate", "wiring"],
        ["fitting-undone"] = ["joints"],
        ["elsewhere-cured"] = ["filter"],
    };

    /// <summary>The part a remedy is done at.</summary>
    /// <param name="remedy">The remedy.</param>
    /// <param name="parts">The parts of the drawing.</param>
    public static UnitPart Of(Remedy remedy, IReadOnlyList<UnitPart> parts)
        => ByRemedy[remedy.Id].Select(id => parts.FirstOrDefault(p => p.Id == id)).OfType<UnitPart>().First();
}
