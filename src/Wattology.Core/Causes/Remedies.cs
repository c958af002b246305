using Wattology.Core.Calculations;
using Wattology.Core.Evidence;

namespace Wattology.Core.Causes;

/// <summary>When a cause must be put right.</summary>
public enum Moment
{
    /// <summary>Before the replacement is released for fitting.</summary>
    Release,
    /// <summary>Before the first start.</summary>
    Start,
    /// <summary>Before hand-over.</summary>
    HandOver,
}

/// <summary>One thing that puts a cause right.</summary>
/// <param name="Id">Its name.</param>
/// <param name="Cause">The cause.</param>
/// <param name="Moment">By when.</param>
/// <param name="Text">What must be true.</param>
/// <param name="Spot">The check whose sound verdict proves it; null when a person closes it.</param>
public sealed record Remedy(string Id, string Cause, Moment Moment, string Text, string? Spot = null);

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
        ["vanes"] = ("Vanes or gate seized", "vane ring or gate seized with soot"),
        ["actuator"] = ("Actuator", "actuator, its signal, hose, wiring or sensor"),
        ["fitting"] = ("Fitting fault", "wrong part, obstructed port, dry start, rough handling or altered setting"),
        ["elsewhere"] = ("The turbo is sound", "engine, filter, leak, fuel or exhaust at fault"),
        [NotEstablished] = ("Not established", "looked for and not found; signed for"),
    };

    /// <summary>Every line, by cause and moment.</summary>
    public static readonly IReadOnlyList<Remedy> All =
    [
        new("starved-pipe", "starved", Moment.Release, "Feed pipe renewed"),
        new("starved-orifice", "starved", Moment.Release, "Hidden gauze or orifice in the feed seen and measured", "restrictor"),
        new("starved-catch", "starved", Moment.Release, "Catch test sound", "feed"),
        new("starved-restrictor", "starved", Moment.Start, "Restrictor right", "restrictor"),
        new("starved-prime", "starved", Moment.Start, "Prime recorded", "prime"),
        new("dirty-flush", "dirty", Moment.Release, "Galleries or sump flushed as needed"),
        new("dirty-source", "dirty", Moment.Release, "Source of the debris named"),
        new("dirty-oil", "dirty", Moment.Start, "Oil and filter renewed"),
        new("thinned-source", "thinned", Moment.Release, "Source of the dilution cured"),
        new("thinned-oil", "thinned", Moment.Start, "Oil and filter renewed"),
        new("intake-source", "object-intake", Moment.Release, "Where it came from is known, and all lost metal accounted for"),
        new("intake-clear", "object-intake", Moment.Start, "Air path and charge cooler emptied, filter and housing sealed"),
        new("exhaust-source", "object-exhaust", Moment.Release, "Source found, manifold inside checked or renewed, all lost metal accounted for"),
        new("overspeed-cured", "overspeed", Moment.Release, "Charge leak, blocked filter, tampering, altitude or over-fuelling cured"),
        new("overspeed-control", "overspeed", Moment.HandOver, "Boost control proved"),
        new("overheat-cured", "overheat", Moment.Release, "Fuelling and exhaust restriction cured"),
        new("overheat-coolant", "overheat", Moment.Start, "Coolant supply proved"),
        new("overheat-driver", "overheat", Moment.HandOver, "Driver told about hot stops"),
        new("drain-bore", "drain", Moment.Release, "Drain bore clean, route planned to fall, entry above the oil"),
        new("drain-measured", "drain", Moment.Start, "Drain measured as installed and sound", "drain"),
        new("drain-plumb", "drain", Moment.Start, "Centre section plumb", "clocking"),
        new("crankcase-cured", "crankcase", Moment.Release, "Breather renewed; blow-by or overfill cured as far as it can be known"),
        new("crankcase-again", "crankcase", Moment.HandOver, "Crankcase pressure measured again with the new unit, and sound", "crankcase"),
        new("vanes-soot", "vanes", Moment.Release, "Why it sooted is cured: short runs, recirculation, leak or oil in the gas"),
        new("vanes-moves", "vanes", Moment.Start, "Movement seen at key-on"),
        new("actuator-cured", "actuator", Moment.Release, "Fault on the vehicle's side cured"),
        new("actuator-moves", "actuator", Moment.Start, "Movement seen at key-on"),
        new("fitting-undone", "fitting", Moment.Release, "The fault itself undone, and the part number matched"),
        new("elsewhere-cured", "elsewhere", Moment.HandOver, "The real fault cured; the turbo goes back, nothing is claimed"),
    ];

    /// <summary>The lines of one cause due by one moment.</summary>
    public static IEnumerable<Remedy> For(string cause, Moment moment) => All.Where(r => r.Cause == cause && r.Moment == moment);

    /// <summary>A cause's name.</summary>
    public static string Title(string cause) => Causes.TryGetValue(cause, out var c) ? c.Title : cause;
}

/// <summary>A named person confirms the cause.</summary>
/// <param name="Cause">A cause of the model, or <see cref="Remedies.NotEstablished"/>.</param>
/// <param name="SecondWhy">What produced it: "blown seal" is no cause.</param>
/// <param name="Leader">The cause the ranking had first at the time.</param>
/// <param name="LeaderChance">Its chance, 0 to 1.</param>
/// <param name="Ranking">How far the ranking had got.</param>
/// <param name="Disagreement">Why another cause than the leader is confirmed; empty when it is the leader.</param>
public sealed record CauseConfirmed(string Cause, [Needed("Say what produced this: a cause without its own cause comes back.")] string SecondWhy, string Leader, double LeaderChance, RankingVerdict Ranking, string Disagreement = "") : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!Remedies.Causes.ContainsKey(Cause)) faults.Add(Faults.Join(path, "cause"), "Choose one of the causes, or 'not established'.");
        if (Cause != Leader && string.IsNullOrWhiteSpace(Disagreement))
            faults.Add(Faults.Join(path, "disagreement"), $"The ranking has {Remedies.Title(Leader).ToLowerInvariant()} first; say why it is another cause.");
    }
}

/// <summary>A line that puts a cause right was closed, or opened again.</summary>
/// <param name="Line">The line.</param>
/// <param name="Closed">True when it is done.</param>
/// <param name="Note">What was done, or why it is open again.</param>
public sealed record RemedyNoted(string Line, bool Closed, [Needed("Say what was done: part, place, or who.")] string Note) : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Remedies.All.All(r => r.Id != Line)) faults.Add(Faults.Join(path, "line"), "There is no such line.");
    }
}
