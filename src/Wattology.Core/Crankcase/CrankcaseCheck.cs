using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Crankcase;

/// <summary>Crankcase pressure at idle, mid speed and under load; the worst of the latest stands.</summary>
public static class CrankcaseCheck
{
    private const string Id = "crankcase";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Crankcase", DrawnPart.Engine, Read)
    {
        Stage = WorkStage.Triage,
        Kinds = [CrankcaseReading.Kind, CrankcaseDeferred.Kind],
        Limits = [CrankcaseLimits.Open, CrankcaseLimits.Closed],
        Postponed = job => job.Record.Latest<CrankcaseDeferred>() is not null && job.Record.Latest<CrankcaseReading>() is null
            ? "due after the first start" : null,
        Answers = [new("crankcase-pressure-high", r => r.Verdict switch { Verdict.Sound => false, Verdict.Doubtful or Verdict.Stop => true, _ => null })],
        Items =
        [
            new(HoldPoint.HandOver, Id, "Crankcase pressure read", (context, _) => context.Job.Record.Latest<CrankcaseDeferred>() is null ? null
                : context.Check(Id, 0) is var reading ? new(reading.Settled, reading.Why) : null) { FollowsReading = true },
        ],
    };

    /// <summary>The latest reading of each way of running, in that order.</summary>
    public static IReadOnlyList<Noted<CrankcaseReading>> Latest(JobRecord record)
        => [.. record.All<CrankcaseReading>().GroupBy(r => r.Body.Running).OrderBy(g => g.Key).Select(g => g.Last())];

    private static Found Read(JobContext job, int turbo)
    {
        var latest = Latest(job.Record);
        if (latest.Count == 0)
            return job.Record.Latest<CrankcaseDeferred>() is { } later ? new(Verdict.NotLookedAt, "due after start",
                $"Due after the first start: {later.Body.Why}")
                : new(Verdict.NotLookedAt, "", "Not read yet.");
        return Found.Of<CrankcaseReading, CrankcaseOutcome>(latest.MaxBy(r => ((CrankcaseOutcome)r.Outcome!).Judgement.Verdict), (reading, _)
            => job.Units.ShowPressure(reading.PressureKpa));
    }
}
