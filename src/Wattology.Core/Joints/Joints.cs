using Wattology.Core.BookIn;
using Wattology.Core.Entries;

namespace Wattology.Core.Joints;

/// <summary>A joint to look at.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Carries">oil, fuel, coolant, air or exhaust.</param>
public sealed record Joint(string Id, string Title, string Carries)
{
    /// <summary>It sprays on hot parts when it leaks: nobody passes a leak of one of these.</summary>
    public bool Sprays => Carries is "oil" or "fuel";

    /// <summary>It is a joint of the turbo's own feed or drain.</summary>
    public bool IsOil => Carries == "oil";
}

/// <summary>Where on a turbo a joint is.</summary>
/// <param name="Id">Its name in records, before the turbo's number.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Carries">What runs through it: oil, coolant, air or exhaust.</param>
public sealed record JointPlace(string Id, string Title, string Carries)
{
    /// <summary>The joint there on one turbo.</summary>
    /// <param name="turbo">Which, from 1.</param>
    /// <param name="turbos">How many the machine has; of one alone the number is not said.</param>
    public Joint On(int turbo, int turbos) => new($"{Id}-{turbo}", turbos == 2 ? $"{Title}, turbo {turbo}" : Title, Carries);
}

/// <summary>The joints of a job.</summary>
public static class JointList
{
    private const string Water = "water";
    private const string FuelLine = "fuel";

    /// <summary>The question whose answer says that a feed is on again.</summary>
    public const string FeedOn = "feed-connected";

    /// <summary>The joints of the feed.</summary>
    public static readonly IReadOnlyList<string> Feed = ["feed-take-off", "feed-inlet"];

    /// <summary>The joints of the drain.</summary>
    public static readonly IReadOnlyList<string> Drain = ["drain-flange", "drain-sump"];

    /// <summary>Where a turbo is joined to the engine.</summary>
    public static readonly IReadOnlyList<JointPlace> Places =
    [
        new("feed-take-off", "Feed at the take-off", "oil"),
        new("feed-inlet", "Feed at the oil inlet", "oil"),
        new("drain-flange", "Drain flange", "oil"),
        new("drain-sump", "Drain at the sump", "oil"),
        new(Water, "Water joints", "coolant"),
        new("charge", "Charge pipe", "air"),
        new("manifold", "Manifold and outlet", "exhaust"),
        new(FuelLine, "Fuel joint", "fuel"),
    ];

    /// <summary>Every joint there can be, of one and of two turbos.</summary>
    public static readonly IReadOnlyList<Joint> All = [.. For(2, true).Where(j => j.Id != "fuel-2")];

    /// <summary>The joints of a machine where a turbo is changed, turbo by turbo. Fuel joints stand once, and only where somebody opened them.</summary>
    public static IEnumerable<Joint> For(BookedIn machine, bool fuelOpened = false) => For(machine.Turbos, machine.WaterCooled)
        .Where(j => !j.Id.StartsWith(FuelLine, StringComparison.Ordinal) || (fuelOpened && j.Id == "fuel-1"));

    /// <summary>The joints of a job as it stands.</summary>
    public static IEnumerable<Joint> Of(JobRecord record)
        => For(record.Machine(), record.All<JointOpened>().Any(o => o.Body.Joint == "fuel-1") || record.All<JointSeen>().Any(s => s.Body.Joint == "fuel-1"));

    /// <summary>The place of a joint, and which turbo it is on.</summary>
    public static (string Place, int Turbo) Split(string joint)
    {
        var dash = joint.LastIndexOf('-');
        return dash > 0 && int.TryParse(joint.AsSpan(dash + 1), out var turbo) ? (joint[..dash], turbo) : (joint, 0);
    }

    /// <summary>The joint with that id, or null.</summary>
    public static Joint? Find(string joint) => All.FirstOrDefault(j => j.Id == joint);

    /// <summary>A joint's name on pages; its bare id where it is not known any more.</summary>
    public static string TitleOf(string id, int turbos) => For(turbos, true).FirstOrDefault(j => j.Id == id)?.Title ?? id.Replace('-', ' ');

    private static IEnumerable<Joint> For(int turbos, bool waterCooled) => Enumerable.Range(1, turbos)
        .SelectMany(turbo => Places.Where(p => waterCooled || p.Id != Water).Select(p => p.On(turbo, turbos)));
}
