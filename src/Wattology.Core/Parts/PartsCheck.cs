using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Plate;

namespace Wattology.Core.Parts;

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

    /// <summary>Whether anybody moved the new unit's actuator on its way here.</summary>
    public static readonly Question Actuator = new("actuator-as-came", "New unit's actuator as it came",
    [
        new("never-moved", "never moved, its seal whole"),
        new("moved", "moved, or its seal broken", Verdict.Doubtful, Asks: "What is to be seen"),
    ])
    {
        PerTurbo = true,
        Ages = Ages.Lasts,
        Applies = (job, turbo) => !PlateCheck.Stays(job, turbo) && job.Record.Machine().Control is not (BoostControl.None or BoostControl.ExternalWastegate),
        ReopenedBy = [new(UnitSentBack.KindName, "the unit went back")],
        Hint = "Some cannot be set again in a shop: it is carried by the housings, and never by its rod.",
    };

    /// <summary>Who brings the unit and its parts; a claim asks whose they were.</summary>
    public static readonly Question WhoBrings = new("who-brings", "Who brings the unit and its parts",
    [
        new("shop", "this shop orders them", Known: Known.Told),
        new("customer", "the customer brings them", Known: Known.Told, Asks: "Which, and from where"),
    ]) { Ages = Ages.Lasts };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("parts", "New unit and parts", null, Read)
    {
        Questions = [WhoBrings, AsReceived, Actuator],
        Kinds = [Ordered.Kind, OrderMoved.Kind, OrderCame.Kind, PartNoted.Kind],
        Items = [ItemDefinition.Asked(HoldPoint.Release, AsReceived, "New unit looked at as received")],
        Paper = null,
    };

    /// <summary>Whether the new unit of a turbo is here: its plate read, or looked at as received.</summary>
    public static bool IsHere(JobContext job, int turbo) => PlateCheck.Stays(job, turbo)
        || (PlateCheck.New(job.Record, turbo) is not null && AsReceived.Read(job, turbo).Answered);

    /// <summary>The unit's own order while it is owed: one for the unit, or one that does not say for what; null when nothing is.</summary>
    public static Order? Owed(JobContext job) => job.Record.Machine().TurboNumbers.All(t => IsHere(job, t)) ? null
        : Orders.Of(job.Record).LastOrDefault(o => o.Came is null && (o.Noted.Body.Part is null or "" or PartNeeds.Unit));

    private static Found Read(JobContext job, int turbo)
    {
        var machine = job.Record.Machine();
        var waiting = machine.TurboNumbers.FirstOrDefault(t => !IsHere(job, t));
        if (waiting == 0) return new(Verdict.Sound, "here", "The new unit is here, read and looked at.", machine.TurboNumbers.SelectMany(t
            => new[] { PlateCheck.New(job.Record, t)?.Entry, AsReceived.Read(job, t).Noted?.Entry }).OfType<Entry>().MaxBy(e => e.Seq));
        return Owed(job) is { } owed ? new(Verdict.ReadingOnly, "ordered", $"{owed.What} is ordered from {owed.Noted.Body.From}.", owed.Noted.Entry)
            : new(Verdict.NotLookedAt, "", $"{machine.Named("New unit", waiting)}: plate and a look as received.");
    }
}
