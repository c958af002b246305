using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.OilSupply;

/// <summary>What may narrow a feed out of sight: a banjo bolt's cross hole, a gauze, an orifice in the inlet's fitting, a valve somebody set.</summary>
public static class HiddenPlaces
{
    /// <summary>The banjo bolt.</summary>
    public static readonly Question Banjo = Place("feed-banjo", "Banjo bolt", "no banjo there");

    /// <summary>The gauze.</summary>
    public static readonly Question Gauze = Place("feed-gauze", "Gauze in the feed", "no gauze there");

    /// <summary>The orifice in the fitting at the unit's inlet.</summary>
    public static readonly Question Orifice = Place("feed-orifice", "Orifice in the inlet fitting", "no orifice there");

    /// <summary>A valve in the feed that can be set.</summary>
    public static readonly Question Valve = new("feed-valve", "Adjustable valve in the feed",
    [
        new("none-there", "none there"),
        new("set", "there, and set", Verdict.ReadingOnly, Asks: "How it stands, such as two turns open"),
        new("shut", "there, and shut", Verdict.Stop),
    ])
    {
        PerTurbo = true,
        Hint = "It can be recorded; a fixed hole is preferred, because a drip set at one oil temperature means something else at every other one.",
    };

    /// <summary>All of them, from the gallery to the turbo.</summary>
    public static readonly IReadOnlyList<Question> All = [Banjo, Valve, Gauze, Orifice];

    /// <summary>The one that stops the oil, or null.</summary>
    internal static Found? Stopped(JobContext job, int turbo) => All.Where(q => q.Read(job, turbo).Answer?.Verdict == Verdict.Stop)
        .Select(q => q.Found(job, turbo) is var found ? found with { Why = $"{q.Title}: {q.Read(job, turbo).Words}." } : null).FirstOrDefault();

    private static Question Place(string id, string title, string none) => new(id, title,
    [
        new("clear", "seen inside, clear"),
        new("measured", "seen clear, and measured", Asks: "Its hole, such as 1.3 mm"),
        new("blocked", "blocked or dirty", Verdict.Stop),
        new("none-there", none),
        new("not-opened", "not opened", Verdict.ReadingOnly, Known.Assumed),
    ]) { PerTurbo = true };
}
