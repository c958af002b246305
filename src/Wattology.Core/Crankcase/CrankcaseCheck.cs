using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Crankcase;

/// <summary>Crankcase pressure at idle, mid speed and under load; the worst of the latest stands.</summary>
public static class CrankcaseCheck
{
    private const string Id = "crankcase";

    /// <summary>What was felt at the oil filler, where there is no gauge; a reading, and no more.</summary>
    public static readonly Question Felt = new("crankcase-felt", "No gauge here: felt at the oil filler",
    [
        new("nothing", "a breath, no push", Verdict.ReadingOnly, Known.Felt),
        new("pushes", "pushes against the hand", Verdict.Doubtful, Known.Felt, "What was felt"),
    ]);

    /// <summary>What became of the breather; another route changes what the drain works against.</summary>
    public static readonly Question Breather = new("breather", "Breather",
    [
        new("as-it-was", "as it was"),
        new("renewed", "element renewed, same route"),
        new("cleaned", "cleaned, same route"),
        new("re-routed", "re-routed", Asks: "From where to where"),
    ]);

    /// <summary>The rings of its old element: one left behind shuts the new one's way.</summary>
    public static readonly Question Rings = new("breather-rings", "Breather element and its rings, counted",
    [
        new("all", "all came out", Asks: "How many, such as 1 element, 2 rings") { Optional = true },
        new("missing", "one is missing", Verdict.Doubtful, Asks: "Which, and where it may be"),
        new("none", "it has none"),
    ]) { Applies = (job, _) => Breather.Read(job, 0).Answer?.Id is "renewed" or "cleaned" };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Crankcase", DrawnPart.Engine, Read)
    {
        Questions = [Felt, Breather, Rings],
        Kinds = [CrankcaseReading.Kind, CrankcaseDeferred.Kind, BlowByReading.Kind, CompressionReading.Kind],
        Limits = [CrankcaseLimits.Open, CrankcaseLimits.Closed, BlowByReading.Share, CompressionLimits.Spread, CompressionLimits.Floor],
        Answers = [new("crankcase-pressure-high", r => r.Verdict switch { Verdict.Sound => false, Verdict.Doubtful or Verdict.Stop => true, _ => null })],
        Items =
        [
            new(HoldPoint.Start, Id, "Crankcase not at a stop", (context, _) => context.Check(Id, 0) is { Verdict: Verdict.Stop } stop ? ItemState.Of(stop)
                : IsAnswered(context.Job) ? ItemState.Done(context.Check(Id, 0).Why, context.Check(Id, 0).Found.Since)
                    : ItemState.NotLooked("Not answered yet: read it, feel it, or say that "
                    + "the engine does not run.")),
        ],
    };

    /// <summary>Whether somebody read it, felt it, or said that the engine does not run.</summary>
    public static bool IsAnswered(JobContext job) => job.Record.Latest<CrankcaseReading>() is not null || job.Record.Latest<CrankcaseDeferred>() is not null
        || Felt.Read(job, 0).Answered;

    /// <summary>The latest reading of each way of running, in that order.</summary>
    public static IReadOnlyList<Noted<CrankcaseReading>> Latest(JobRecord record)
        => [.. record.All<CrankcaseReading>().GroupBy(r => r.Body.Running).OrderBy(g => g.Key).Select(g => g.Last())];

    private static Found Read(JobContext job, int turbo)
    {
        var latest = Latest(job.Record);
        if (latest.Count == 0 && Felt.Found(job, 0) is { Since: not null } felt) return felt;
        if (latest.Count == 0)
            return job.Record.Latest<CrankcaseDeferred>() is { } later ? new(Verdict.NotLookedAt, "due after start",
                $"Due after the first start: {later.Body.Why}")
                : new(Verdict.NotLookedAt, "", "Not read yet.");
        return Found.Of<CrankcaseReading, CrankcaseOutcome>(latest.MaxBy(r => ((CrankcaseOutcome)r.Outcome!).Judgement.Verdict), (reading, o)
            => o.Judgement.Show(reading.PressureKpa, Measure.Pressure, job.Units));
    }
}
