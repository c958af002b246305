using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Findings;

/// <summary>What was looked at, and the cause a named person confirmed.</summary>
public static class FindingsCheck
{
    private const string Id = "findings";

    // What came through may lie where the next engine breath takes it.
    private static readonly string[] ByObject = ["object-intake", "object-exhaust"];

    /// <summary>Metal that is missing from the failed unit.</summary>
    public static readonly Question MissingMetal = new("missing-metal", "Missing metal",
    [
        new("none-missing", "nothing is missing: wheels and nuts whole"),
        new("found", "missing, and found", Asks: "Where"),
        new("accounted", "accounted for", Asks: "How: where it must have gone, and why that does no harm"),
        new("not-found", "missing, and not found", Verdict.Stop),
    ]) { Ages = Ages.Lasts, Refuse = MissingPieces.Against };

    /// <summary>The check.</summary>
    /// <param name="causeKind">The kind of a confirmed cause.</param>
    public static CheckDefinition Definition(EntryKind causeKind) => new(Id, "Findings", DrawnPart.Engine, Read)
    {
        Applies = job => job.Record.Machine().Kind != JobKind.FirstFitment,
        Kinds = [FindingNoted.Kind, FindingMeasured.Kind, FindingOtherwise.Kind, UnitReached.Kind, causeKind, CauseAlso.Kind, RemedyNoted.Kind,
            PieceMissing.Kind, PieceFound.Kind],
        Questions = [MissingMetal, .. BeforeGone.Questions, Viewpoint.Named, Viewpoint.Lies, UnitKind.BearingsSeen, UnitKind.EntriesSeen],
        Items =
        [
            CauseItem(HoldPoint.Order), CauseItem(HoldPoint.Release), .. RemedyItems(HoldPoint.Release),
            MetalItem(HoldPoint.Release, job => ByObject.Any(job.Record.HasCause)),
            .. RemedyItems(HoldPoint.Start), MetalItem(HoldPoint.Start, _ => true),
            CauseItem(HoldPoint.HandOver), .. RemedyItems(HoldPoint.HandOver),
        ],
        Paper = null,
    };

    private static Found Read(JobContext job, int turbo)
    {
        if (job.Record.Causes() is { Count: > 0 } causes)
            return new(Verdict.Sound, string.Join(" and ", causes.Select(c => Remedies.Title(c.Cause)).Distinct()),
                string.Join(" ", causes.Select(c => $"Confirmed by {c.Entry.Signer}: {c.SecondWhy}")), causes[^1].Entry, "confirmed", "Cause");
        var looked = job.Record.Findings().Values.Count(f => f.Body.Answer is not null);
        return looked == 0 ? new(Verdict.NotLookedAt, "", "Nothing looked at yet.")
            : new(Verdict.ReadingOnly, $"{looked} looked at", "No cause is confirmed yet.", Word: "no cause yet");
    }

    private static ItemDefinition MetalItem(HoldPoint point, Func<JobContext, bool> asked) => new(point, MissingMetal.Id,
        "Missing metal found, or accounted for",
        (context, _) => asked(context.Job) ? MissingPieces.Item(context.Job, MissingMetal.Read(context.Job, 0)) : null);

    private static ItemDefinition CauseItem(HoldPoint point) => new(point, "cause", "Cause confirmed", (context, _)
        => context.Job.Record.Causes() is { Count: > 0 } causes
        ? ItemState.Done(string.Join("; ", causes.Select(c => $"{Remedies.Title(c.Cause)}, by {c.Entry.Signer}")) + ".", causes[^1].Entry)
        : ItemState.NotLooked("Nobody has confirmed a cause yet."));

    // Only the remedies of the causes that are confirmed are asked for.
    private static IEnumerable<ItemDefinition> RemedyItems(HoldPoint point) => Remedies.All.Where(r => r.Point == point).Select(remedy
        => new ItemDefinition(point, remedy.Id, remedy.Text, (context, _) => !context.Job.Record.HasCause(remedy.Cause) ? null
            : remedy.Check is { } check ? ByReading(context, check) : ByName(context, remedy)) { Sheet = remedy.Check ?? Id });

    private static ItemState ByReading(ItemContext context, string check)
    {
        var readings = context.Job.Record.Machine().TurboNumbers.Select(t => context.Check(check, t)).ToArray();
        return readings.FirstOrDefault(r => !r.Settled) is { } open ? ItemState.Of(open) : ItemState.Done("Proved by the reading.");
    }

    private static ItemState ByName(ItemContext context, Remedy remedy) => context.Job.Record.Latest<RemedyNoted>(r => r.Remedy == remedy.Id) is not { } noted
        ? ItemState.NotLooked("Not recorded yet.") : noted.Body.Done ? ItemState.Done($"{noted.Body.Note} ({noted.Entry.Signer}).", noted.Entry)
        : ItemState.NotLooked($"{noted.Body.Note} ({noted.Entry.Signer}).", noted.Entry);
}
