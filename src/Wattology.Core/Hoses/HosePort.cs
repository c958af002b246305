using Wattology.Core.BookIn;

namespace Wattology.Core.Hoses;

/// <summary>What stands in a port: the throttle parts the intake in two.</summary>
public enum Zone
{
    /// <summary>Before the throttle: boost only.</summary>
    BeforeThrottle,
    /// <summary>After it: boost and suction.</summary>
    AfterThrottle,
    /// <summary>Fuel under pressure.</summary>
    Fuel,
}

/// <summary>What a port belongs to that takes a reference.</summary>
public enum Taker
{
    /// <summary>A wastegate's canister: it sees boost and nothing else.</summary>
    Canister,
    /// <summary>The fuel regulator: it follows boost.</summary>
    Regulator,
    /// <summary>A by-pass valve: it must see the manifold after the throttle.</summary>
    ByPass,
    /// <summary>A boost gauge or a pressure sensor.</summary>
    Gauge,
    /// <summary>An ignition part: nothing that can pass fuel or boost goes there.</summary>
    Ignition,
}

/// <summary>A port a small hose goes on.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Zone">What stands in it; null where it takes a reference instead of giving one.</param>
/// <param name="Taker">What it belongs to; null where it gives a reference.</param>
public sealed record HosePort(string Id, string Title, Zone? Zone, Taker? Taker)
{
    /// <summary>It gives a reference.</summary>
    public bool Gives => Zone is not null;
}

/// <summary>The ports of an engine that is boosted by the fitter's own decision.</summary>
public static class HosePorts
{
    private static readonly IReadOnlyList<HosePort> Every =
    [
        Gives("compressor", "compressor outlet", Zone.BeforeThrottle),
        Gives("charge-pipe", "charge pipe", Zone.BeforeThrottle),
        Gives("manifold-1", "manifold, first", Zone.AfterThrottle),
        Gives("manifold-2", "manifold, second", Zone.AfterThrottle),
        Gives("fuel-rail", "fuel rail", Zone.Fuel),
        Takes("canister-1", "wastegate canister", Taker.Canister),
        Takes("canister-2", "canister, turbo 2", Taker.Canister),
        Takes("bypass", "by-pass valve", Taker.ByPass),
        Takes("gauge", "gauge or sensor", Taker.Gauge),
        Takes("regulator", "fuel regulator", Taker.Regulator),
        Takes("ignition", "ignition part", Taker.Ignition),
    ];

    /// <summary>The ports of one engine: a second canister where there are two turbos, fuel and spark where it burns petrol.</summary>
    public static IReadOnlyList<HosePort> Of(BookedIn machine) => [.. Every.Where(p => p.Id switch
    {
        "canister-1" => machine.Control is BoostControl.WastegateCanister or BoostControl.ExternalWastegate,
        "canister-2" => machine is { Turbos: 2, Control: BoostControl.WastegateCanister or BoostControl.ExternalWastegate },
        "fuel-rail" or "regulator" or "ignition" => machine.Fuel == Fuel.Petrol,
        _ => true,
    })];

    /// <summary>The port with that id, or null.</summary>
    public static HosePort? Find(string id) => Every.FirstOrDefault(p => p.Id == id);

    private static HosePort Gives(string id, string title, Zone zone) => new(id, title, zone, null);

    private static HosePort Takes(string id, string title, Taker taker) => new(id, title, null, taker);
}
