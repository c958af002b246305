using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Findings;

/// <summary>What was looked at, and the cause a named person confirmed.</summary>
public static class FindingsCheck
{
    private const string Id = "findings";

    /// <summary>The check.</summary>
    /// <param name="causeKind">The kind of a confirmed cause.</param>
    public static CheckDefinition Definition(EntryKind causeKind) => new(Id, "Findings", DrawnPart.Engine, Read)
    {
        Stage = WorkStage.Cause,
        Applies = job => job.Record.Machine().Kind != JobKind.FirstFitment,
        StepTitle = "Findings and cause",
        Kinds = [FindingNoted.Kind, causeKind, RemedyNoted.Kind],
        Items = [CauseItem(HoldPoint.Release), .. RemedyItems(HoldPoint.Release), .. RemedyItems(HoldPoint.Start), CauseItem(HoldPoint.HandOver),
            .. RemedyItems(HoldPoint.HandOver)],
        Paper = null,
    };

    private static Found Read(JobContext job, int turbo)
    {
        if (job.Record.Cause() is { } cause)
            return new(Verdict.Sound, Remedies.Title(cause.Body.Cause), $"Confirmed by {cause.Entry.By}: {cause.Body.SecondWhy}", cause.Entry,
                "confirmed", "Cause");
        var looked = job.Record.Findings().Values.Count(f => f.Body.Answer is not null);
        return looked == 0 ? new(Verdict.NotLookedAt, "", "Nothing looked at yet.")
            : new(Verdict.ReadingOnly, $"{looked} looked at", "No cause is confirmed yet.", Word: "no cause yet");
    }

    private static ItemDefinition CauseItem(HoldPoint point) => new(point, "cause", "Cause confirmed", (context, _) => context.Job.Record.Cause() is { } cause
        ? new(true, $"{Remedies.Title(cause.Body.Cause)}, by {cause.Entry.By}") : new(false, "Nobody has confirmed a cause yet."));

    // Only the remedies of the cause that is confirmed are asked for.
    private static IEnumerable<ItemDefinition> RemedyItems(HoldPoint point) => Remedies.All.Where(r => r.Point == point).Select(remedy
        => new ItemDefinition(point, remedy.Id, remedy.Text, (context, _) => context.Job.Record.Cause()?.Body.Cause != remedy.Cause ? null
            : remedy.Check is { } check ? ByReading(context, check) : ByName(context, remedy)) { Sheet = remedy.Check ?? Id });

    private static ItemState ByReading(ItemContext context, string check)
    {
        var open = context.Job.Record.Machine().TurboNumbers.Select(t => context.Check(check, t)).FirstOrDefault(r => !r.Settled);
        return new(open is null, open?.Why ?? "Proved by the reading.");
    }

    private static ItemState ByName(ItemContext context, Remedy remedy) => context.Job.Record.Latest<RemedyNoted>(r => r.Remedy == remedy.Id) is { } noted
        ? new(noted.Body.Done, $"{noted.Body.Note} ({noted.Entry.By})") : new(false, "Not recorded yet.");
}
