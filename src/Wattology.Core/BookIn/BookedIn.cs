using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.PartNumbers;
using Wattology.Core.People;

namespace Wattology.Core.BookIn;

/// <summary>The kinds of job; method, limits and what may be adjusted follow from it.</summary>
public enum JobKind
{
    /// <summary>A like-for-like unit; settings are sealed.</summary>
    MakersSpec,
    /// <summary>A fitted kit or a different unit; settings are the fitter's own decisions.</summary>
    Custom,
    /// <summary>A unit on an engine that had none; there is no failed unit.</summary>
    FirstFitment,
}

/// <summary>How boost is controlled.</summary>
public enum BoostControl
{
    /// <summary>Nothing moves.</summary>
    None,
    /// <summary>A wastegate moved by a pressure canister.</summary>
    WastegateCanister,
    /// <summary>A wastegate moved by a motor.</summary>
    WastegateElectric,
    /// <summary>Vanes moved by a pressure or vacuum canister.</summary>
    VanesCanister,
    /// <summary>Vanes moved by a motor.</summary>
    VanesElectric,
    /// <summary>A wastegate of its own on the manifold.</summary>
    ExternalWastegate,
}

/// <summary>Control of boost in words.</summary>
public static class BoostControlWords
{
    /// <summary>Every way, with its words, in the order it is offered.</summary>
    public static readonly IReadOnlyList<(BoostControl Control, string Words)> All =
    [
        (BoostControl.None, "none"), (BoostControl.WastegateCanister, "wastegate, pressure canister"), (BoostControl.WastegateElectric, "wastegate, electric"),
        (BoostControl.VanesCanister, "vanes, pressure or vacuum canister"), (BoostControl.VanesElectric, "vanes, electric motor"),
        (BoostControl.ExternalWastegate, "external wastegate"),
    ];

    /// <summary>One in words.</summary>
    public static string Words(this BoostControl control) => All.First(c => c.Control == control).Words;
}

/// <summary>What the engine burns.</summary>
public enum Fuel
{
    /// <summary>Diesel.</summary>
    Diesel,
    /// <summary>Petrol.</summary>
    Petrol,
}

/// <summary>A job is opened.</summary>
/// <param name="Number">The shop's job number.</param>
/// <param name="Customer">Whose machine it is.</param>
/// <param name="Complaint">What is wrong, in the customer's words.</param>
/// <param name="Registration">Registration or asset number.</param>
/// <param name="Machine">What it is.</param>
/// <param name="Engine">Engine, with its maker.</param>
/// <param name="Kind">To maker's spec, custom, or a first fitment.</param>
/// <param name="Control">How boost is controlled.</param>
/// <param name="Fuel">What it burns.</param>
/// <param name="WaterCooled">Whether the centre section has water.</param>
/// <param name="ClosedBreather">Whether the crankcase breathes into the intake under suction.</param>
/// <param name="Turbos">1 or 2.</param>
/// <param name="Contact">How to reach the customer.</param>
/// <param name="DistanceKm">Distance run in km; one of distance and hours is needed.</param>
/// <param name="RunHours">Hours run.</param>
/// <param name="Promised">When it is promised for.</param>
public sealed record BookedIn(
    string Number,
    [Needed("The customer's name is needed.")] string Customer,
    [Needed("What is wrong, in the customer's words, is needed.")] string Complaint,
    [Needed("A registration or asset number is needed; write 'none' if it has none.")] string Registration,
    [Needed("What machine it is, is needed.")] string Machine,
    [Needed("Which engine it has, is needed.")] string Engine,
    JobKind Kind, BoostControl Control, Fuel Fuel, bool WaterCooled, bool ClosedBreather, [Bounds(1, 2)] int Turbos, string Contact = "",
    [Bounds(0, 10_000_000), In(Measure.Distance), Usual(500, 1_500_000)] double? DistanceKm = null,
    [Bounds(0, 1_000_000), In(Measure.Hours), Usual(5, 60_000)] double? RunHours = null,
    DateTimeOffset? Promised = null) : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind EntryKind = new EntryKind<BookedIn>("booked-in", "Booked in",
        (_, n) => $"{n.Body.Machine}, {n.Body.Registration}, for {n.Body.Customer}: {n.Body.Complaint}")
    {
        Right = Right.BookIn,
        Refuse = (job, now) => now.Turbos < job.Record.Machine().Turbos
            ? new("Readings of a second turbo may be recorded already; two turbos stay two.", "turbos") : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (DistanceKm is null && RunHours is null) faults.Add(Faults.Join(path, "distance_km"), "Distance or hours run: one of the two is needed.");
    }

    /// <summary>Its registration without spaces, dashes and case, by which a machine that was here before is known; empty where it has none.</summary>
    public string PlainRegistration => PlainOf(Registration);

    /// <summary>A registration without spaces, dashes and case; empty for one that only says there is none.</summary>
    public static string PlainOf(string registration) => PartNumber.Plain(registration) is var plain && plain != "NONE" ? plain : "";

    /// <summary>The same machine, come again: what it is and whose, and nothing of why it came or how far it had run.</summary>
    public BookedIn ComeAgain => this with { Number = "", Complaint = "", DistanceKm = null, RunHours = null, Promised = null };

    /// <summary>Causes this unit cannot have.</summary>
    public IReadOnlyList<string> ExcludedCauses => Control == BoostControl.None ? ["vanes", "actuator"] : [];

    /// <summary>The numbers of the turbos, from 1.</summary>
    public IEnumerable<int> TurboNumbers => Enumerable.Range(1, Turbos);

    /// <summary>What something is called where there are two turbos; its own name where there is one, or where it is the engine's.</summary>
    /// <param name="title">Its name.</param>
    /// <param name="turbo">Which turbo; 0 for the engine.</param>
    public string Named(string title, int turbo) => turbo > 0 && Turbos == 2 ? $"{title}, turbo {turbo}" : title;
}

/// <summary>The machine a job is about.</summary>
public static class BookedInRecord
{
    /// <summary>The booking-in that stands.</summary>
    /// <exception cref="FormatException">The job does not begin with being booked in.</exception>
    public static BookedIn Machine(this JobRecord record)
        => record.Latest<BookedIn>()?.Body ?? throw new FormatException("A job begins with being booked in.");

    /// <summary>"turbo 2: " before what is said of one of two turbos; empty where there is one.</summary>
    public static string Which(this JobContext job, int turbo) => turbo > 0 && job.Record.Machine().Turbos == 2 ? $"turbo {turbo}: " : "";
}
