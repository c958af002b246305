using Wattology.Core.Entries;

namespace Wattology.Core.Causes;

/// <summary>One thing that puts a cause right.</summary>
/// <param name="Id">Its name.</param>
/// <param name="Cause">The cause.</param>
/// <param name="Point">The hold point that asks for it.</param>
/// <param name="Text">What must be true.</param>
/// <param name="Check">Id of the check whose sound verdict proves it; null when a person settles it.</param>
public sealed record Remedy(string Id, string Cause, HoldPoint Point, string Text, string? Check = null);

/// <summary>What the causes are called and what puts each right.</summary>
public static class Remedies
{
    /// <summary>The honest answer when no cause can be named.</summary>
    public const string NotEstablished = "not-established";

    /// <summary>Cause id to its name and what happened.</summary>
    public static readonly IReadOnlyDictionary<string, (string Title, string Happened)> Causes = new Dictionary<string, (string, string)>
    {
        ["starved"] = ("Lack of oil", "oil came late, too little or not at all"),
        ["dirty"] = ("Dirty oil", "oil carried grit, carbon or metal"),
        ["thinned"] = ("Thinned oil", "fuel, coolant or age thinned the oil"),
        ["object-intake"] = ("Object through the intake", "something entered the compressor"),
        ["object-exhaust"] = ("Object from the exhaust side", "something came from engine or manifold"),
        ["overspeed"] = ("Over-speed", "the shaft ran faster than it may"),
        ["overheat"] = ("Over-temperature", "gas too hot, or hot stops without cooling down"),
        ["drain"] = ("Drain", "oil could not leave the bearing housing"),
        ["crankcase"] = ("Crankcase", "the crankcase pushed back against the drain"),
        ["vanes"] = ("Vanes or wastegate seized", "vane ring or wastegate seized with soot"),
        ["actuator"] = ("Actuator", "actuator, its signal, hose, wiring or sensor"),
        ["fitting"] = ("Fitting fault", "wrong part, obstructed port, dry start, rough handling or altered setting"),
        ["elsewhere"] = ("The turbo is sound", "engine, filter, leak, fuel or exhaust at fault"),
        [NotEstablished] = ("Not established", "looked for and not found; signed for"),
    };

    /// <summary>Every remedy, by cause and hold point.</summary>
    public static readonly IReadOnlyList<Remedy> All =
    [
        new("starved-pipe", "starved", HoldPoint.Release, "Feed pipe renewed", "feed-pipe"),
        new("starved-orifice", "starved", HoldPoint.Release, "Hidden gauze or orifice in the feed seen and measured", "restrictor"),
        new("starved-catch", "starved", HoldPoint.Release, "Catch test sound", "oil-supply"),
        new("starved-restrictor", "starved", HoldPoint.Start, "Restrictor right", "restrictor"),
        new("starved-prime", "starved", HoldPoint.Start, "Prime recorded", "prime"),
        new("dirty-flush", "dirty", HoldPoint.Release, "Galleries or sump flushed as needed"),
        new("dirty-source", "dirty", HoldPoint.Release, "Source of the debris named"),
        new("dirty-oil", "dirty", HoldPoint.Start, "Oil and filter renewed"),
        new("thinned-source", "thinned", HoldPoint.Release, "Source of the dilution cured"),
        new("thinned-oil", "thinned", HoldPoint.Start, "Oil and filter renewed"),
        new("intake-source", "object-intake", HoldPoint.Release, "Where it came from is known, and all lost metal accounted for"),
        new("intake-clear", "object-intake", HoldPoint.Start, "Air path and charge cooler emptied, filter and housing sealed"),
        new("exhaust-source", "object-exhaust", HoldPoint.Release, "Source found, manifold inside checked or renewed, all lost metal accounted for"),
        new("overspeed-cured", "overspeed", HoldPoint.Release, "Charge leak, blocked filter, tampering, altitude or over-fuelling cured"),
        new("overspeed-control", "overspeed", HoldPoint.HandOver, "Boost control proved"),
        new("overheat-cured", "overheat", HoldPoint.Release, "Fuelling and exhaust restriction cured"),
        new("overheat-coolant", "overheat", HoldPoint.Start, "Coolant supply proved"),
        new("overheat-driver", "overheat", HoldPoint.HandOver, "Driver told about hot stops"),
        new("drain-bore", "drain", HoldPoint.Release, "Drain bore clean, route planned to fall, entry above the oil"),
        new("drain-measured", "drain", HoldPoint.Start, "Drain measured as installed and sound", "drain"),
        new("drain-plumb", "drain", HoldPoint.Start, "Centre section plumb", "clocking"),
        new("crankcase-cured", "crankcase", HoldPoint.Release, "Breather renewed; blow-by or overfill cured as far as it can be known"),
        new("crankcase-again", "crankcase", HoldPoint.HandOver, "Crankcase pressure measured again with the new unit, and sound", "crankcase"),
        new("vanes-soot", "vanes", HoldPoint.Release, "Why it sooted is cured: short runs, recirculation, leak or oil in the gas"),
        new("vanes-moves", "vanes", HoldPoint.Start, "Movement seen at key-on"),
        new("actuator-cured", "actuator", HoldPoint.Release, "Fault on the vehicle's side cured"),
        new("actuator-moves", "actuator", HoldPoint.Start, "Movement seen at key-on"),
        new("fitting-undone", "fitting", HoldPoint.Release, "The fault itself undone, and the part number matched"),
        new("elsewhere-cured", "elsewhere", HoldPoint.HandOver, "The real fault cured; the turbo goes back, nothing is claimed"),
    ];

    /// <summary>The remedies of one cause that one hold point asks for.</summary>
    public static IEnumerable<Remedy> For(string cause, HoldPoint point) => All.Where(r => r.Cause == cause && r.Point == point);

    /// <summary>The remedy with that id, or null.</summary>
    public static Remedy? Find(string id) => All.FirstOrDefault(r => r.Id == id);

    /// <summary>A cause's name.</summary>
    public static string Title(string cause) => Causes.TryGetValue(cause, out var c) ? c.Title : cause;
}
