using Wattology.Core.Causes;

namespace Wattology.Core.UnitOpen;

/// <summary>How both statements of a finding look: a small drawing and a word or two beside the part.</summary>
/// <param name="Present">The drawing of what is there when the finding is present, by its name.</param>
/// <param name="Absent">The drawing of what is there when it is not.</param>
/// <param name="PresentWord">A word or two for it on the drawing.</param>
/// <param name="AbsentWord">The same when it is not there.</param>
public sealed record Statements(string Present, string Absent, string PresentWord, string AbsentWord)
{
    /// <summary>The drawing of one statement.</summary>
    public string Drawing(Answer answer) => answer == Answer.Present ? Present : Absent;

    /// <summary>The word of one statement.</summary>
    public string Word(Answer answer) => answer == Answer.Present ? PresentWord : AbsentWord;

    /// <summary>The statements of a finding; null for one that is asked and not looked at.</summary>
    public static Statements? Of(string finding) => ById.GetValueOrDefault(finding);

    /// <summary>The statements of every finding that is looked at, by id.</summary>
    public static readonly IReadOnlyDictionary<string, Statements> ById = new Dictionary<string, Statements>
    {
        ["filter-blocked"] = new("filter-blocked", "filter-passes", "blocked", "passes air"),
        ["filter-open"] = new("intake-unsealed", "intake-sealed", "lets dust in", "sealed"),
        ["intake-suction-high"] = new("gauge-over", "gauge-within", "sucks hard", "in limit"),
        ["charge-air-leak"] = new("seam-leaks", "seam-holds", "leaks", "holds"),
        ["charge-hose-off-or-split"] = new("hose-split", "hose-tight", "split or off", "tight"),
        ["crankcase-pressure-high"] = new("gauge-over", "gauge-within", "over limit", "in limit"),
        ["breather-blocked"] = new("breather-blocked", "breather-free", "blocked", "breathes"),
        ["oil-over-full"] = new("oil-over-mark", "oil-between", "too full", "not over"),
        ["oil-low"] = new("oil-under-mark", "oil-between", "too low", "not under"),
        ["oil-overdue"] = new("sticker-passed", "sticker-fresh", "overdue", "in time"),
        ["oil-diluted"] = new("oil-milky", "oil-clear", "thin or milky", "as it should"),
        ["thin-on-paper"] = new("thin-drop", "drop-holds", "drop spreads", "drop holds"),
        ["oil-gritty"] = new("grit-on-cloth", "cloth-clean", "gritty", "no grit"),
        ["debris-in-filter"] = new("filter-chips", "filter-clean", "metal in it", "clean"),
        ["feed-flow-low"] = new("stream-broken", "stream-steady", "flow low", "flow good"),
        ["feed-pipe-choked"] = new("feed-choked", "feed-clear", "choked", "clear"),
        ["drain-restricted"] = new("drain-dipped", "drain-falls", "dips, tight", "falls, clear"),
        ["drain-off-plumb"] = new("drain-off-plumb", "drain-plumb", "off plumb", "plumb"),
        ["over-fuelling"] = new("nozzle-dribbles", "nozzle-cone", "too rich", "as specified"),
        ["exhaust-restricted"] = new("pipe-crushed", "pipe-open", "restricted", "flows"),
        ["actuator-codes"] = new("code-stored", "code-none", "codes stored", "no codes"),
        ["wiring-or-hose-damage"] = new("plug-off", "plug-whole", "damaged", "whole"),
        ["manifold-breaking-up"] = new("manifold-flaking", "manifold-whole", "scaling", "whole"),
        ["compressor-blades-hit"] = new("blades-torn", "blades-whole", "edges torn", "edges whole"),
        ["compressor-blades-thinned"] = new("blades-thinned", "blades-whole", "sanded thin", "full"),
        ["turbine-blades-hit"] = new("turbine-blades-broken", "turbine-blades-whole", "blades struck", "blades whole"),
        ["wheel-rubbed"] = new("wheel-rub", "wheel-clear", "rubbed", "no rub"),
        ["radial-play-high"] = new("play-radial", "play-within", "play across", "play right"),
        ["axial-play-high"] = new("play-axial", "play-within", "play along", "play right"),
        ["spins-free-and-clean"] = new("spins-free", "spins-stopped", "spins free", "not free"),
        ["shaft-blued"] = new("shaft-blued", "shaft-bright", "blued", "bright"),
        ["shaft-broken"] = new("shaft-broken", "shaft-whole", "broken", "one piece"),
        ["bearings-scored"] = new("journal-scored", "bearing-smooth", "scored", "not scored"),
        ["bearings-polished"] = new("bearing-polished", "bearing-smooth", "polished", "normal"),
        ["carbon-in-housing"] = new("carbon-crust", "metal-wet-clean", "carbon", "clean"),
        ["wheel-burst-or-cracked"] = new("wheel-burst", "hub-whole", "burst", "hub whole"),
        ["oil-on-compressor-side"] = new("oil-pooled", "oil-film", "oil pooled", "a film"),
        ["oil-on-turbine-side"] = new("oil-turbine", "turbine-dry", "oily", "none"),
        ["vanes-stiff"] = new("vanes-sooted", "vanes-free", "stiff", "moves free"),
        ["soot-in-turbine"] = new("soot-thick", "soot-thin", "sooted", "thin soot"),
        ["turbine-housing-cracked"] = new("housing-cracked", "housing-whole", "cracked", "no cracks"),
        ["actuator-dead"] = new("rod-stays", "rod-moves", "dead", "moves"),
        ["setting-disturbed"] = new("seal-disturbed", "seal-whole", "disturbed", "seal whole"),
        ["sealant-or-gasket-in-port"] = new("sealant-in-port", "port-clear", "sealant in it", "port clear"),
        ["bearing-scored-at-inlet"] = new("journal-scored", "bearing-smooth", "ringed", "smooth"),
        ["part-number-mismatch"] = new("plates-differ", "plates-same", "wrong number", "as listed"),
        ["marks-of-rough-fitting"] = new("screws-bruised", "screws-good", "rough work", "as it should"),
        ["shaft-blue-through-drain"] = new("shaft-blued", "shaft-bright", "shaft blue", "shaft bright"),
        ["crust-in-drain-port"] = new("carbon-crust", "metal-wet-clean", "crust", "clean metal"),
    };
}
