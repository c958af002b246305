using Wattology.Core.BookIn;

namespace Wattology.Core.Commissioning;

/// <summary>A joint to look at.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Carries">oil, coolant, air or exhaust.</param>
/// <param name="Turbo">Which turbo it is at, from 1.</param>
public sealed record Joint(string Id, string Title, string Carries, int Turbo)
{
    /// <summary>Nobody passes an open one of these.</summary>
    public bool IsOil => Carries == "oil";
}

/// <summary>The joints of a job.</summary>
public static class Joints
{
    /// <summary>Every joint there can be, of one and of two turbos.</summary>
    public static readonly IReadOnlyList<Joint> All = [.. For(2, true)];

    /// <summary>The joints of a machine, turbo by turbo.</summary>
    public static IEnumerable<Joint> For(BookedIn machine) => For(machine.Turbos, machine.WaterCooled);

    /// <summary>A joint's name on pages; its bare id where it is not known any more.</summary>
    public static string TitleOf(string id, int turbos) => For(turbos, true).FirstOrDefault(j => j.Id == id)?.Title ?? id.Replace('-', ' ');

    private static IEnumerable<Joint> For(int turbos, bool waterCooled)
    {
        for (var turbo = 1; turbo <= turbos; turbo++)
        {
            var which = turbos == 2 ? $", turbo {turbo}" : "";
            yield return new($"feed-take-off-{turbo}", "Feed at the take-off" + which, "oil", turbo);
            yield return new($"feed-inlet-{turbo}", "Feed at the oil inlet" + which, "oil", turbo);
            yield return new($"drain-flange-{turbo}", "Drain flange" + which, "oil", turbo);
            yield return new($"drain-sump-{turbo}", "Drain at the sump" + which, "oil", turbo);
            if (waterCooled) yield return new($"water-{turbo}", "Water joints" + which, "coolant", turbo);
            yield return new($"charge-{turbo}", "Charge pipe" + which, "air", turbo);
            yield return new($"manifold-{turbo}", "Manifold and outlet" + which, "exhaust", turbo);
        }
    }
}
