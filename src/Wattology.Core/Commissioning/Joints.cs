using Wattology.Core.BookIn;

namespace Wattology.Core.Commissioning;

/// <summary>A joint to look at.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Carries">oil, coolant, air or exhaust.</param>
public sealed record Joint(string Id, string Title, string Carries)
{
    /// <summary>Nobody passes an open one of these.</summary>
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
public static class Joints
{
    private const string Water = "water";

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
    ];

    /// <summary>Every joint there can be, of one and of two turbos.</summary>
    public static readonly IReadOnlyList<Joint> All = [.. For(2, true)];

    /// <summary>The joints of a machine, turbo by turbo.</summary>
    public static IEnumerable<Joint> For(BookedIn machine) => For(machine.Turbos, machine.WaterCooled);

    /// <summary>A joint's name on pages; its bare id where it is not known any more.</summary>
    public static string TitleOf(string id, int turbos) => For(turbos, true).FirstOrDefault(j => j.Id == id)?.Title ?? id.Replace('-', ' ');

    private static IEnumerable<Joint> For(int turbos, bool waterCooled) => Enumerable.Range(1, turbos)
        .SelectMany(turbo => Places.Where(p => waterCooled || p.Id != Water).Select(p => p.On(turbo, turbos)));
}
