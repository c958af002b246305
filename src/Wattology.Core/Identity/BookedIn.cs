using Wattology.Core.Calculations;
using Wattology.Core.Evidence;

namespace Wattology.Core.Identity;

/// <summary>The two kinds of job; method, limits and what may be adjusted follow from it.</summary>
public enum JobKind
{
    /// <summary>A like-for-like unit; settings are sealed.</summary>
    MakersSpec,
    /// <summary>A fitted kit or a different unit; settings are the fitter's own decisions.</summary>
    Custom,
}

/// <summary>How boost is controlled.</summary>
public enum BoostControl
{
    /// <summary>Nothing moves.</summary>
    None,
    /// <summary>A gate moved by a canister.</summary>
    PneumaticGate,
    /// <summary>Vanes moved by a canister.</summary>
    PneumaticVanes,
    /// <summary>Vanes moved by a motor.</summary>
    ElectronicVanes,
    /// <summary>A gate of its own on the manifold.</summary>
    ExternalGate,
}

/// <summary>What the engine burns.</summary>
public enum Fuel
{
    /// <summary>Diesel.</summary>
    Diesel,
    /// <summary>Petrol.</summary>
    Petrol,
}

/// <summary>A job is opened.</summary>
/// <param name="Number">The shop's job number.</param>
/// <param name="Customer">Whose machine it is.</param>
/// <param name="Complaint">What is wrong, in the customer's words.</param>
/// <param name="Registration">Registration or asset number.</param>
/// <param name="Machine">What it is.</param>
/// <param name="Engine">Engine, with its maker.</param>
/// <param name="Kind">To maker's spec or custom.</param>
/// <param name="Control">How boost is controlled.</param>
/// <param name="Fuel">What it burns.</param>
/// <param name="WaterCooled">Whether the centre section has water.</param>
/// <param name="ClosedBreather">Whether the crankcase breathes into the intake under suction.</param>
/// <param name="Turbos">1 or 2.</param>
/// <param name="Contact">How to reach the customer.</param>
/// <param name="DistanceKm">Distance run in km.</param>
/// <param name="RunHours">Hours run.</param>
/// <param name="Promised">When it is promised for.</param>
public sealed record BookedIn(string Number, [Needed("The customer's name is needed.")] string Customer, [Needed("What is wrong, in the customer's words, is needed.")] string Complaint,
    [Needed("A registration or asset number is needed; write 'none' if it has none.")] string Registration, [Needed("What machine it is, is needed.")] string Machine, [Needed("Which engine it has, is needed.")] string Engine, JobKind Kind,
    BoostControl Control, Fuel Fuel, bool WaterCooled, bool ClosedBreather, [Bounds(1, 2)] int Turbos, string Contact = "",
    [Bounds(0, 10_000_000)] double? DistanceKm = null, [Bounds(0, 1_000_000)] double? RunHours = null, DateTimeOffset? Promised = null) : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (DistanceKm is null && RunHours is null) faults.Add(Faults.Join(path, "distance_km"), "Distance or hours run: one of the two is needed.");
    }

    /// <summary>Causes this unit cannot have.</summary>
    public IReadOnlyList<string> ExcludedCauses => Control == BoostControl.None ? ["vanes", "actuator"] : [];

    /// <summary>The turbos by number.</summary>
    public IEnumerable<int> Units => Enumerable.Range(1, Turbos);
}
