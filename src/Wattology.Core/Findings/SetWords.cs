using Wattology.Core.Causes;

namespace Wattology.Core.Findings;

/// <summary>The sets of looks that one set-up pays for, in workshop words.</summary>
public static class SetWords
{
    private static readonly Dictionary<string, string> ById = new()
    {
        ["desk"] = "asked of the customer",
        ["filter-box"] = "air filter box open",
        ["gauges"] = "gauges on",
        ["charge-side"] = "charge side shut and under pressure",
        ["breather"] = "breather off",
        ["oil"] = "dip stick and a white cloth",
        ["papers"] = "service papers",
        ["feed-joint"] = "feed joint open, engine unable to fire",
        ["oil-ports"] = "oil ports under a light",
        ["drain-route"] = "drain looked along",
        ["old-filter"] = "old oil filter cut open",
        ["scan"] = "scan tool on",
        ["exhaust-gauge"] = "gauge in the exhaust",
        ["loom"] = "wiring and hoses followed",
        ["manifold"] = "manifold looked into",
        ["unit"] = "unit in the hand",
        ["dial-gauge"] = "dial gauge set",
        ["open"] = "unit opened",
        ["vanes"] = "vanes or gate moved",
        ["look-round"] = "a look round the unit",
    };

    /// <summary>A set in words; its bare id where it is not known.</summary>
    public static string Of(string set) => ById.GetValueOrDefault(set, set.Replace('-', ' '));

    /// <summary>A set with its looks: "unit in the hand: spin, compressor blades, edges, together 4 min".</summary>
    public static string Said(Offer set) => $"{Of(set.Set)}: {string.Join("; ", set.Looks.Select(l => FindingWords.Of(l).Title.ToLowerInvariant()))}, "
        + $"together {set.Minutes:0} min";

    /// <summary>Whether every set of a model has its words.</summary>
    public static bool Covers(CauseModel model) => model.Sets.All(ById.ContainsKey);
}
