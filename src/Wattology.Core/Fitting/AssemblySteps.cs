using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.Measures;

namespace Wattology.Core.Fitting;

/// <summary>One move of putting a turbo on the engine.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">What goes on.</param>
/// <param name="Takes">What this kind of joint takes, and what it must not get.</param>
/// <param name="Home">Its place when the joints are drawn up, from 1: the hardest to pull home comes first.</param>
public sealed record AssemblyStep(string Id, string Title, string Takes, int Home)
{
    /// <summary>What goes on before it.</summary>
    public IReadOnlyList<string> After { get; init; } = [];

    /// <summary>What this move puts out of reach; said before it. Null where it does not.</summary>
    public string? LastAccess { get; init; }

    /// <summary>Out of reach afterwards, and so tightened at once; all others stay loose until every pipe and clamp is on.</summary>
    public bool AtOnce { get; init; }

    /// <summary>What seals it; null where nothing does.</summary>
    public string? Seal { get; init; }

    /// <summary>The place of the joint it closes; null where it closes none.</summary>
    public string? Joint { get; init; }

    /// <summary>The place of the strip ledger it is put back to; null where it is none.</summary>
    public string? Stripped { get; init; }

    /// <summary>The order in which its fixings are tightened.</summary>
    public TighteningOrder Order { get; init; }

    /// <summary>The machines that have it.</summary>
    public Func<BookedIn, bool> Has { get; init; } = _ => true;

    /// <summary>The torque of its fixings: the maker's or the shop's, for all or for one engine or unit.</summary>
    public LimitKind Torque { get; } = LimitKind.NoneKnown($"torque-{Id}", $"Torque, {char.ToLowerInvariant(Title[0])}{Title[1..]}", Measure.Torque);
}

/// <summary>The moves of putting a turbo on, in the order that is never wrong: drain on, oil in, wheel spun by hand, feed on, intake on.</summary>
public static class AssemblySteps
{
    /// <summary>The step before which oil goes in and the wheel is spun.</summary>
    public const string FeedInlet = "feed-inlet";

    /// <summary>Every move, in the order in which things go on.</summary>
    public static readonly IReadOnlyList<AssemblyStep> All =
    [
        new("drain-flange", "Drain on the unit", "Gasket dry, its hole over the port; hose cut flushed, clamp behind the bead. No sealant.", 1)
        {
            AtOnce = true, Seal = "gasket", Joint = "drain-flange", Stripped = "drain-flange",
        },
        new("manifold", "Unit on the manifold", "Gasket dry and the right way round, face clean and flat. No sealant: squeezed-out bits block it.", 2)
        {
            After = ["drain-flange"], LastAccess = "the drain flange with its gasket and bolts; both exhaust ports: look for scale and forgotten plugs",
            Seal = "gasket", Joint = "manifold", Stripped = "manifold",
        },
        new("outlet", "Exhaust outlet", "Gasket in before the pipe is drawn up. No sealant.", 3)
        {
            After = ["manifold"], LastAccess = "the outlet's gasket: it goes in before the pipe is drawn up", Seal = "gasket", Joint = "manifold",
                Stripped = "manifold",
        },
        new("bracket", "Bracket", "Carries the unit and lets it grow; no joint is pulled straight by it.", 4) { After = ["manifold"], Stripped = "bracket" },
        new("drain-sump", "Drain's lower end", "Hose pushed home, cut ends flushed, clamp behind the bead; a flange takes a dry gasket. No sealant.", 5)
        {
            After = ["drain-flange", "manifold"], Seal = "gasket or clamp", Joint = "drain-sump",
            Stripped = "drain-sump",
        },
        new("water", "Water joints", "Banjo: new washers on both faces; hose: clamp behind the bead.", 6)
        {
            After = ["manifold"], Seal = "washers", Joint = "water", Stripped = "water", Has = m => m.WaterCooled,
        },
        new(FeedInlet, "Feed at the oil inlet", "Banjo: new washers on both faces. Flare: dry, metal on metal. No tape, no sealant.", 8)
        {
            After = ["drain-flange", "drain-sump"], LastAccess = "the inlet port: oil in, and the wheel spun by hand", Seal = "washers",
            Joint = "feed-inlet", Stripped = "feed-inlet",
        },
        new("feed-take-off", "Feed at the take-off",
            "Banjo: new washers on both faces. Straight thread: its ring or washer. Taper thread: sealant, sparingly.", 7)
        {
            Seal = "washers", Joint = "feed-take-off", Stripped = "feed-take-off",
        },
        new("charge", "Charge pipe", "Seal oiled, in its groove; clamp over the bead.", 9)
        {
            After = ["manifold"], LastAccess = "the drain hose's lower clamp; the compressor's outlet: nothing left in it", Seal = "seal", Joint = "charge",
                Stripped = "charge",
        },
        new("intake", "Intake hose and filter", "Seen through first, nothing loose in it; clamp behind the bead.", 10)
        {
            After = [FeedInlet, "charge"], LastAccess = "the compressor wheel: turned by hand, nothing before it", Stripped = "intake-hose",
        },
    ];

    /// <summary>The moves on one machine.</summary>
    public static IReadOnlyList<AssemblyStep> For(BookedIn machine) => [.. All.Where(s => s.Has(machine))];

    /// <summary>The move with that id, or null.</summary>
    public static AssemblyStep? Find(string id) => All.FirstOrDefault(s => s.Id == id);

    /// <summary>A move's name on pages; its bare id where it is not known any more.</summary>
    public static string TitleOf(string id) => Find(id)?.Title ?? id.Replace('-', ' ');

    /// <summary>What the strip ledger calls it, on one turbo.</summary>
    internal static string? StrippedTitle(AssemblyStep step, BookedIn machine, int turbo)
        => StripLedger.Places.FirstOrDefault(p => p.Id == step.Stripped) is { } place ? machine.Named(place.Title, turbo) : null;
}
