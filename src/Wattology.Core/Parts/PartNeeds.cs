using Wattology.Core.BookIn;
using Wattology.Core.Entries;

namespace Wattology.Core.Parts;

/// <summary>A part a job may need.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Step">The step that needs it.</param>
/// <param name="Stops">What stands still without it.</param>
/// <param name="Why">Why it is renewed.</param>
/// <param name="Sheet">The sheet on which its renewal is recorded; null where it is recorded on the renew list itself.</param>
public sealed record PartNeed(string Id, string Title, WorkStage Step, string Stops, string Why, string? Sheet = null)
{
    /// <summary>The machines that have it; all when not said.</summary>
    public Func<BookedIn, bool> Has { get; init; } = _ => true;

    /// <summary>It is the unit itself, and is no line of the renew list.</summary>
    public bool IsUnit { get; init; }
}

/// <summary>Everything a change of a turbo needs: the plan of parts, and the renew list.</summary>
public static class PartNeeds
{
    /// <summary>The id of the unit itself.</summary>
    public const string Unit = "unit";

    /// <summary>The id of the feed pipe.</summary>
    public const string FeedPipe = "feed-pipe";

    /// <summary>The ids of oil and its filter.</summary>
    public const string Oil = "oil", OilFilter = "oil-filter";

    /// <summary>Every part there is, in the order in which it is needed.</summary>
    public static readonly IReadOnlyList<PartNeed> All =
    [
        new(Unit, "New unit", WorkStage.Bench, "the bench and all after it", "It failed.", "parts") { IsUnit = true },
        new(FeedPipe, "Feed pipe", WorkStage.Fit, "connecting the feed", "Carbon and a collapsed liner inside do not show from outside.", "feed-pipe"),
        new("feed-washers", "Feed washers or seals", WorkStage.Fit, "connecting the feed", "A crushed washer seals once."),
        new("drain-gasket", "Drain gasket", WorkStage.Fit, "mounting the unit, where the drain cannot be reached after it",
            "It is the first to be out of reach again."),
        new("inlet-gasket", "Turbine inlet gasket", WorkStage.Fit, "mounting the unit", "It took the old flange's shape."),
        new("outlet-gasket", "Turbine outlet gasket", WorkStage.Fit, "closing the exhaust", "It took the old flange's shape."),
        new("charge-seals", "Charge pipe seals", WorkStage.Fit, "closing the intake", "Oil has swollen them."),
        new("nuts", "Locking nuts and studs", WorkStage.Fit, "mounting the unit", "A locking nut holds once; hot studs stretch."),
        new("water-washers", "Water pipe washers", WorkStage.Fit, "filling the coolant", "A crushed washer seals once.") { Has = m => m.WaterCooled },
        new(OilFilter, "Oil filter", WorkStage.Prime, "cranking to prime", "It holds what wore the last unit.", "fluids"),
        new(Oil, "Engine oil", WorkStage.Prime, "cranking to prime", "Old oil carries what wore the last unit.", "fluids"),
        new("coolant", "Coolant", WorkStage.Prime, "the first start", "What was drained may hold dirt and oil.") { Has = m => m.WaterCooled },
        new("air-filter", "Air filter", WorkStage.Start, "the first start", "Dust, and a blocked filter's suction, wear a new wheel at once."),
        new("breather", "Breather element with its rings", WorkStage.Start, "the first start", "Crankcase pressure holds the drain's oil back."),
    ];

    /// <summary>The part with that id, or null.</summary>
    public static PartNeed? Find(string id) => All.FirstOrDefault(p => p.Id == id);

    /// <summary>What a machine needs.</summary>
    public static IEnumerable<PartNeed> For(BookedIn machine) => All.Where(p => p.Has(machine));
}
