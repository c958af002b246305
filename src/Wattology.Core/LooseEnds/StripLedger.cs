using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Joints;

namespace Wattology.Core.LooseEnds;

/// <summary>Something round a turbo that comes off, is unplugged, or is moved aside.</summary>
/// <param name="Id">Its name in forms and on the drawing.</param>
/// <param name="Title">Its name on pages and in records.</param>
/// <param name="Kind">What is done to it.</param>
/// <param name="Joint">The place of the joint that is opened with it; null where none is.</param>
public sealed record StripPlace(string Id, string Title, LooseKind Kind, string? Joint = null)
{
    /// <summary>The machines that have it; all when not said.</summary>
    public Func<BookedIn, bool> Has { get; init; } = _ => true;

    /// <summary>There is one on each turbo.</summary>
    public bool PerTurbo { get; init; } = true;
}

/// <summary>One line of the strip ledger.</summary>
/// <param name="What">What was done to what.</param>
/// <param name="Place">Its name alone.</param>
/// <param name="Off">The entry with which it came off.</param>
/// <param name="Back">The entry with which it came back; null while it is off.</param>
/// <param name="Joint">The joint's id where it is one; null otherwise.</param>
public sealed record StripLine(string What, string Place, Entry Off, Entry? Back, string? Joint);

/// <summary>The strip ledger: a view of the loose ends and joints of a job, in the order in which things came off. Turned round, it is the order of
/// refitting.</summary>
public static class StripLedger
{
    /// <summary>What follows the count of a joint's fixings.</summary>
    public const string CountWord = " fixings";

    private static readonly LooseKind[] Kinds = [LooseKind.Removed, LooseKind.Unplugged, LooseKind.MovedAside, LooseKind.BatteryOff];

    /// <summary>What lies round a turbo, in the order in which it usually comes off.</summary>
    public static readonly IReadOnlyList<StripPlace> Places =
    [
        new("battery", "Batteries, all of them", LooseKind.BatteryOff) { PerTurbo = false },
        new("reservoir", "Coolant reservoir", LooseKind.MovedAside) { PerTurbo = false, Has = m => m.WaterCooled },
        new("loom", "Wiring loom", LooseKind.MovedAside),
        new("filter-housing", "Air filter housing", LooseKind.MovedAside),
        new("intake-hose", "Intake hose", LooseKind.Removed),
        new("charge", "Charge pipe", LooseKind.Removed, "charge"),
        new("boost-hose", "Canister boost hose", LooseKind.Unplugged)
            { Has = m => m.Control is BoostControl.WastegateCanister or BoostControl.VanesCanister or BoostControl.ExternalWastegate },
        new("actuator-plug", "Actuator connector", LooseKind.Unplugged) { Has = m =>
            m.Control is BoostControl.VanesElectric or BoostControl.WastegateElectric },
        new("oxygen-sensor", "Exhaust sensor", LooseKind.Unplugged),
        new("shield", "Heat shield", LooseKind.Removed),
        new("feed-take-off", "Feed at the take-off", LooseKind.Removed, "feed-take-off"),
        new("feed-inlet", "Feed at the oil inlet", LooseKind.Removed, "feed-inlet"),
        new("water", "Water joints", LooseKind.Removed, "water") { Has = m => m.WaterCooled },
        new("drain-flange", "Drain flange", LooseKind.Removed, "drain-flange"),
        new("drain-sump", "Drain at the sump", LooseKind.Removed, "drain-sump"),
        new("bracket", "Bracket", LooseKind.Removed),
        new("manifold", "Manifold and outlet", LooseKind.Removed, "manifold"),
    ];

    /// <summary>What lies round the turbos of a machine.</summary>
    public static IReadOnlyList<StripPlace> PlacesOf(BookedIn machine) => [.. Places.Where(p => p.Has(machine))];

    /// <summary>What is said when it comes off.</summary>
    /// <param name="place">What.</param>
    /// <param name="machine">On which machine.</param>
    /// <param name="turbo">On which turbo.</param>
    /// <param name="count">How many of them; null where nothing is counted.</param>
    public static EntryBody Off(StripPlace place, BookedIn machine, int turbo, int? count) => place.Joint is { } joint
        ? new JointOpened($"{joint}-{turbo}", count is { } n ? $"{n}{CountWord}" : "")
        : new LooseEndOpened(place.Kind, place.PerTurbo ? machine.Named(place.Title, turbo) : place.Title, count);

    /// <summary>What is said when it is on again.</summary>
    public static EntryBody On(StripLine line) => line.Joint is { } joint ? new JointsClosed([joint]) : new LooseEndClosed(line.Off.Hash);

    /// <summary>Everything that came off, in that order.</summary>
    public static IReadOnlyList<StripLine> Of(JobContext job)
    {
        var closed = job.Record.All<LooseEndClosed>().GroupBy(c => c.Body.Loose).ToDictionary(g => g.Key, g => g.First().Entry);
        var loose = job.Record.All<LooseEndOpened>().Where(o => Kinds.Contains(o.Body.Kind)).Select(o => new StripLine(o.Body.Place.Length > 0
            ? $"{o.Body.Place}, {LooseWords.Done(o.Body.Kind)}{(o.Body.Left is { } n ? $" ({n})" : "")}" : o.Body.Words,
            o.Body.Place.Length > 0 ? o.Body.Place : LooseWords.Title(o.Body.Kind), o.Entry, closed.GetValueOrDefault(o.Entry.Hash), null));
        var turbos = job.Record.Machine().Turbos;
        var joints = job.Record.All<JointOpened>().GroupBy(o => o.Body.Joint).Select(g => g.Last()).Select(o => (o, Title: JointList.TitleOf(o.Body.Joint,
            turbos)))
            .Select(j => new StripLine($"{j.Title}, opened{(j.o.Body.Note.Length > 0 ? $" ({j.o.Body.Note})" : "")}", j.Title, j.o.Entry, JointWork.Closed(
                job.Record, j.o.Body.Joint, j.o.Entry), j.o.Body.Joint));
        return [.. loose.Concat(joints).OrderBy(l => l.Off.Seq)];
    }

    /// <summary>The same turned round: what came off last goes on first.</summary>
    public static IReadOnlyList<StripLine> TurnedRound(JobContext job) => [.. Of(job).Reverse()];

    /// <summary>The line on which a place is off just now; null while it is on.</summary>
    public static StripLine? OffAt(IReadOnlyList<StripLine> ledger, StripPlace place, BookedIn machine, int turbo) => ledger.LastOrDefault(l => l.Back is null
        && (place.Joint is { } joint ? l.Joint == $"{joint}-{turbo}" : l.Joint is null && l.Place == (place.PerTurbo ? machine.Named(place.Title, turbo)
            : place.Title)));
}
