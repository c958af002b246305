using Wattology.Core.Causes;

namespace Wattology.Core.Findings;

/// <summary>A finding in workshop words: its name and both its statements.</summary>
/// <param name="Title">Its name.</param>
/// <param name="Present">What is said when it is there.</param>
/// <param name="Absent">What is said when it is not.</param>
public sealed record FindingWords(string Title, string Present, string Absent)
{
    /// <summary>The words of a finding; its bare id where it is not known any more.</summary>
    public static FindingWords Of(string finding) => ById.TryGetValue(finding, out var words) ? words : new(finding.Replace('-', ' '), "seen", "not seen");

    /// <summary>The finding with its own statement, such as "Blue smoke: no blue smoke".</summary>
    /// <param name="answer">What looking brought; null when what was said is taken back.</param>
    public string Said(Answer? answer) => $"{Title}: {answer switch { Answer.Present => Present, Answer.Absent => Absent, _ => "not looked at after all" }}";

    /// <summary>The words of every finding of the cause model, by id.</summary>
    public static readonly IReadOnlyDictionary<string, FindingWords> ById = new Dictionary<string, FindingWords>
    {
        ["low-power"] = new("Low power", "down on power", "pulls as it did"),
        ["whine-or-scrape"] = new("Whine or scrape", "whines or scrapes", "none"),
        ["blue-smoke"] = new("Blue smoke", "seen", "none"),
        ["black-smoke"] = new("Black smoke", "seen", "none"),
        ["oil-consumption"] = new("Oil use", "uses oil", "level holds"),
        ["over-boost"] = new("Too much boost", "boost too high or cut", "never over"),
        ["under-boost"] = new("Too little boost", "boost low or late", "boost comes up"),
        ["came-on-suddenly"] = new("How it began", "came on suddenly", "grew slowly"),
        ["soon-after-work"] = new("Work just before", "soon after work on the engine", "nothing done lately"),
        ["filter-blocked"] = new("Air filter", "blocked or collapsed", "passes air"),
        ["intake-suction-high"] = new("Intake suction", "above its limit", "within its limit"),
        ["filter-open"] = new("Intake sealing", "unfiltered air gets in", "sealed to the turbo"),
        ["charge-air-leak"] = new("Charge air", "leaks under pressure", "holds pressure"),
        ["crankcase-pressure-high"] = new("Crankcase pressure", "above its limit", "within its limit"),
        ["breather-blocked"] = new("Breather", "blocked or frozen", "breathes"),
        ["oil-over-full"] = new("Oil over the mark", "over the upper mark", "not over the mark"),
        ["oil-low"] = new("Oil under the mark", "under the lower mark", "not under the mark"),
        ["oil-overdue"] = new("Oil change", "overdue, or wrong oil", "in time, right oil"),
        ["feed-flow-low"] = new("Feed flow", "catch test low", "catch test as expected"),
        ["feed-pipe-choked"] = new("Feed pipe inside", "carbon, kink or collapsed liner", "clear along its length"),
        ["drain-restricted"] = new("Drain pipe", "restricted, dipped or rising", "full bore, falls all the way"),
        ["drain-off-plumb"] = new("Drain angle", "well off plumb", "plumb as installed"),
        ["oil-diluted"] = new("Oil state", "smells of fuel, milky or thin", "as it should be"),
        ["debris-in-filter"] = new("Oil filter opened", "metal, carbon or grit in it", "clean"),
        ["over-fuelling"] = new("Fuelling", "over-fuelled", "as specified"),
        ["exhaust-restricted"] = new("Exhaust", "restricted", "flows freely"),
        ["actuator-codes"] = new("Fault codes", "of boost control, stored", "none of boost control"),
        ["wiring-or-hose-damage"] = new("Wiring and hoses", "damaged, off or corroded", "whole and seated"),
        ["manifold-breaking-up"] = new("Manifold inside", "scaling, cracked or missing metal", "whole inside"),
        ["compressor-blades-hit"] = new("Compressor blades, edges", "struck or torn", "edges whole"),
        ["compressor-blades-thinned"] = new("Compressor blades, surface", "thinned or sand-blasted", "full section"),
        ["turbine-blades-hit"] = new("Turbine blades", "struck or broken", "edges whole"),
        ["wheel-rubbed"] = new("Wheel rub", "a wheel has rubbed its housing", "no rub marks"),
        ["radial-play-high"] = new("Radial play", "more than it should", "as it should be"),
        ["axial-play-high"] = new("Axial play", "more than it should", "as it should be"),
        ["spins-free-and-clean"] = new("Spin", "spins free, wheels clean", "does not spin free, or wheels marked"),
        ["shaft-blued"] = new("Shaft journals", "blued from heat", "bright"),
        ["bearings-scored"] = new("Bearings scored", "scored or with metal pressed in", "not scored"),
        ["bearings-polished"] = new("Bearings polished", "polished or washed out", "normal surface"),
        ["carbon-in-housing"] = new("Bearing housing inside", "carbon built up", "no carbon"),
        ["wheel-burst-or-cracked"] = new("Wheel burst", "burst or cracked at the hub", "hub whole"),
        ["shaft-broken"] = new("Shaft", "broken", "in one piece"),
        ["oil-on-compressor-side"] = new("Oil, compressor side", "oil pooled", "no more than a film"),
        ["oil-on-turbine-side"] = new("Oil, turbine side", "wet or coked with oil", "none"),
        ["vanes-stiff"] = new("Vane or wastegate travel", "stiff or stuck", "moves freely end to end"),
        ["soot-in-turbine"] = new("Soot in the turbine", "thick soot", "thin or none"),
        ["turbine-housing-cracked"] = new("Turbine housing", "cracked or burnt", "no cracks"),
        ["actuator-dead"] = new("Actuator", "does not move when driven", "moves when driven"),
        ["setting-disturbed"] = new("Settings", "rod, screw or seal disturbed", "seals and paint marks whole"),
        ["sealant-or-gasket-in-port"] = new("Oil ports", "sealant or wrong gasket in a port", "ports clear"),
        ["part-number-mismatch"] = new("Part number", "not the one for this engine", "as listed for this engine"),
        ["oil-gritty"] = new("Oil on a cloth, over a magnet", "leaves grit, black specks or glitter", "leaves none"),
        ["thin-on-paper"] = new("A drop of oil on paper", "spreads fast with a wide pale ring, smells of fuel, or is milky", "holds together, smells of oil"),
        ["oil-light-late"] = new("Oil lamp", "went out late, flickered or came on lately", "behaved as always"),
        ["hot-stops"] = new("Hot stops", "worked hard and switched off hot as a habit", "cools down before switching off"),
        ["marks-of-rough-fitting"] = new("Marks of rough fitting",
            "fresh poor work: squeezed-out sealant, strained or kinked pipe, wrong or missing screws, bruised nut or rod", "as they should be"),
        ["charge-hose-off-or-split"] = new("Charge hoses and cooler", "loose, split or blown wet with oil at a joint", "tight and whole"),
        ["shaft-blue-through-drain"] = new("Shaft, through the drain port", "straw or blue between the bearings", "bright"),
        ["crust-in-drain-port"] = new("Drain port inside", "hard carbon crust or flakes", "wet clean metal"),
        ["bearing-scored-at-inlet"] = new("Bearing, through the oil inlet", "bearing or shaft ringed, or grit lying there", "smooth and clean"),
    };
}
