using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Plate;

namespace Wattology.Core.Parts;

/// <summary>Something was ordered.</summary>
/// <param name="What">What.</param>
/// <param name="From">From whom.</param>
/// <param name="Due">When it is due; null when nobody knows.</param>
public sealed record Ordered([Needed("Say what is ordered.")] string What, [Needed("Say from whom.")] string From, DateTimeOffset? Due = null) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Ordered>("ordered", "Ordered", (_, n) => $"{n.Body.What}, from {n.Body.From}")
    {
        Needs = HoldPoint.Order,
        Ages = Ages.Lasts,
    };
}

/// <summary>New unit and parts.</summary>
public static class PartsCheck
{
    /// <summary>The new unit as it came out of its box.</summary>
    public static readonly Question AsReceived = new(UnitSentBack.AsReceived, "New unit as received",
    [
        new("good", "caps in, no damage, turns free", Known: Known.Felt, Asks: "How many caps") { Optional = true },
        new("cap-missing", "a cap is missing", Verdict.Doubtful, Asks: "Which"),
        new("damaged", "damaged", Verdict.Stop, Asks: "Where"),
        new("not-free", "does not turn free", Verdict.Stop, Known.Felt) { Barred = true },
    ])
    {
        PerTurbo = true,
        Ages = Ages.Lasts,
        Applies = (job, turbo) => !PlateCheck.Stays(job, turbo),
        ReopenedBy = [new(UnitSentBack.KindName, "the unit went back")],
        Hint = "Caps counted in are caps counted out. An actuator that cannot be set in the shop is not moved.",
        Caution = new("Lift by the housings, never by rod, actuator or hoses."),
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("parts", "New unit and parts", null, Read)
    {
        Questions = [AsReceived],
        Kinds = [Ordered.Kind],
        Items = [ItemDefinition.Asked(HoldPoint.Release, AsReceived, "New unit looked at as received")],
        Paper = null,
    };

    /// <summary>Whether the new unit of a turbo is here: its plate read, or looked at as received.</summary>
    public static bool IsHere(JobContext job, int turbo) => PlateCheck.Stays(job, turbo)
        || (PlateCheck.New(job.Record, turbo) is not null && AsReceived.Read(job, turbo).Answered);

    /// <summary>What is ordered and not here yet; null when nothing is.</summary>
    public static Noted<Ordered>? Owed(JobContext job)
        => job.Record.Latest<Ordered>() is { } ordered && job.Record.Machine().TurboNumbers.Any(t => !IsHere(job, t)) ? ordered : null;

    private static Found Read(JobContext job, int turbo)
    {
        var machine = job.Record.Machine();
        var waiting = machine.TurboNumbers.FirstOrDefault(t => !IsHere(job, t));
        if (waiting == 0) return new(Verdict.Sound, "here", "The new unit is here, read and looked at.", machine.TurboNumbers.SelectMany(t
            => new[] { PlateCheck.New(job.Record, t)?.Entry, AsReceived.Read(job, t).Noted?.Entry }).OfType<Entry>().MaxBy(e => e.Seq));
        return Owed(job) is { } owed ? new(Verdict.ReadingOnly, "ordered", $"{owed.Body.What} is ordered from {owed.Body.From}.", owed.Entry)
            : new(Verdict.NotLookedAt, "", $"{machine.Named("New unit", waiting)}: plate and a look as received.");
    }
}
