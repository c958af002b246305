using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.PartNumbers;

namespace Wattology.Core.Plate;

/// <summary>The plates of the failed and the new unit, and how they compare.</summary>
public static class PlateCheck
{
    /// <summary>The failed unit's plate, where there is none to read.</summary>
    public static readonly Question OldUnreadable = new("old-plate", "Failed unit's plate",
        [new("not-readable", "cannot be read", Asks: "Why it cannot be read")])
    {
        PerTurbo = true,
        Ages = Ages.Lasts,
        Applies = (job, _) => job.Record.Machine().Kind != JobKind.FirstFitment,
    };

    /// <summary>On twins: whether a side's unit stays.</summary>
    public static readonly Question UnitStays = new("unit-stays", "This side's unit",
    [
        new("is-replaced", "is replaced", Known: Known.Told),
        new("stays", "is sound and stays", Asks: "What shows that it is sound"),
    ])
    {
        PerTurbo = true,
        Ages = Ages.Lasts,
        Applies = (job, _) => job.Record.Machine() is { Turbos: 2, Kind: not JobKind.FirstFitment },
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("plate", "Plate", DrawnPart.Plate, Read)
    {
        PerTurbo = true,
        Kinds = [PlateRead.Kind, UnitSentBack.Kind],
        Questions = [UnitStays, OldUnreadable],
        Answers = [new("part-number-mismatch", r => r.Found.Since is null || r.Verdict is not (Verdict.Sound or Verdict.Stop) ? null
            : r.Verdict == Verdict.Stop)],
        Items =
        [
            new(HoldPoint.Release, "old-plate", "Failed unit's plate read, or not readable because", (context, turbo) => OldState(context.Job, turbo))
                { PerTurbo = true },
            new(HoldPoint.Release, "plate", "New unit's number matched", (context, turbo) => MatchState(context, turbo)) { PerTurbo = true },
        ],
    };

    /// <summary>Whether the unit of one side of two stays on the engine.</summary>
    public static bool Stays(JobContext job, int turbo) => UnitStays.Applies(job, turbo) && UnitStays.Read(job, turbo).Answer?.Id == "stays";

    /// <summary>The new unit's plate, unless that unit went back; null when none is read.</summary>
    public static Noted<PlateRead>? New(JobRecord record, int turbo)
        => record.Plate(turbo, PlateOf.New) is { } plate && plate.Entry.Seq > UnitSentBack.Since(record, turbo) ? plate : null;

    /// <summary>Whether the failed unit's plate was looked for: read, not readable yet, or not readable.</summary>
    public static bool LookedFor(JobContext job, int turbo) => job.Record.Machine().Kind == JobKind.FirstFitment || job.Record.Plate(turbo, PlateOf.Old)
        is not null
        || OldUnreadable.Read(job, turbo).Answered;

    private static ItemState? OldState(JobContext job, int turbo)
    {
        if (job.Record.Machine().Kind == JobKind.FirstFitment || Stays(job, turbo)) return null;
        if (job.Record.Plate(turbo, PlateOf.Old) is { Body.NotReadable: false } read)
            return Provisional(read.Entry) is { } told ? ItemState.NotLooked(told, read.Entry) : ItemState.Done($"{read.Body.Headline}.", read.Entry);
        return OldUnreadable.Read(job, turbo) is { Answered: true } gone ? gone.Item
            : ItemState.NotLooked("The failed unit's plate is not read yet: read it, or say why it cannot be read.");
    }

    /// <summary>Whether a number was told or assumed, and nobody read it on the unit.</summary>
    public static bool IsProvisional(Entry plate) => plate.Known is "told" or "assumed";

    // A number somebody was told, or took from a list, orders a unit; it does not release one.
    private static string? Provisional(Entry plate) => IsProvisional(plate)
        ? $"Provisional: the number was {plate.Known}, and nobody read it on the unit. Read the plate." : null;

    /// <summary>What is known of the unit before its plate is read: the one number the engine's list has today; null where the list tells nothing, or more
    /// than one.</summary>
    public static string? ByList(JobContext job)
        => job.Parts.UnitsOf(job.Record.Machine().Engine).Select(job.Parts.Current).DistinctBy(PartNumber.Plain).ToArray() is [var only] ? only : null;

    private static ItemState? MatchState(ItemContext context, int turbo)
    {
        if (Stays(context.Job, turbo)) return null;
        var reading = context.Check("plate", turbo);
        var match = Match(context.Job, turbo);
        if (New(context.Job.Record, turbo) is { } fitted && Provisional(fitted.Entry) is { } told) return ItemState.NotLooked(told, fitted.Entry);
        return match.Verdict == Verdict.Doubtful && reading.AcceptedBy is { } by ? ItemState.Done($"{match.Why} Taken by {by}.", reading.Found.Since)
            : ItemState.Of(match.Verdict, match.Why, New(context.Job.Record, turbo)?.Entry);
    }

    // On a first fitment nothing came off, so there is nothing to compare the new unit with; on custom work another unit is the fitter's decision.
    private static PlateMatch Match(JobContext job, int turbo)
    {
        var fitted = New(job.Record, turbo)?.Body;
        var kind = job.Record.Machine().Kind;
        if (kind == JobKind.FirstFitment && fitted is { NotReadable: false }) return new(Verdict.Sound, "A first fitment: its plate is recorded.");
        var match = PlateMatch.Compare(job.Record.Plate(turbo, PlateOf.Old)?.Body, fitted, job.Parts, job.Record.Machine().Engine);
        return kind == JobKind.Custom && match.Verdict == Verdict.Stop ? match with { Verdict = Verdict.Doubtful } : match;
    }

    private static Found Read(JobContext job, int turbo)
    {
        var old = job.Record.Plate(turbo, PlateOf.Old);
        if (Stays(job, turbo)) return new(Verdict.Sound, "stays", "This side's unit is sound and stays.", UnitStays.Read(job, turbo).Noted!.Entry, "stays");
        if (New(job.Record, turbo) is { } fitted)
        {
            var match = Match(job, turbo);
            return new(match.Verdict, fitted.Body.Headline, match.Why, fitted.Entry);
        }
        if (OldUnreadable.Read(job, turbo) is { Answered: true } gone) return new(Verdict.ReadingOnly, "cannot be read", $"{gone.Words}.", gone.Noted!.Entry);
        if (old is null) return new(Verdict.NotLookedAt, "", ByList(job) is { } listed
            ? $"The failed unit's plate is not recorded. By its list this engine has {listed}: provisional, until a plate is read."
            : "The failed unit's plate is not recorded.");
        return old.Body.NotReadable ? new(Verdict.NotLookedAt, "not readable yet", "The failed unit's plate could not be read yet.")
            : new(Verdict.ReadingOnly, old.Body.Headline, "The replacement's plate is not recorded yet.");
    }
}
