using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Plate;

/// <summary>The plates of the failed and the new unit, and how they compare.</summary>
public static class PlateCheck
{
    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("plate", "Plate", DrawnPart.Plate, Read)
    {
        PerTurbo = true,
        Stage = WorkStage.Identify,
        StepTitle = "Identify",
        Kinds = [PlateRead.Kind],
        // Identifying is done once the failed unit's plate is read, or said not to be readable; the match waits for the new unit.
        Postponed = job => job.Record.Machine().Kind == JobKind.FirstFitment || AllRead(job) ? "" : null,
        Answers = [new("part-number-mismatch", r => r.Found.Since is null || r.Verdict is not (Verdict.Sound or Verdict.Stop) ? null
            : r.Verdict == Verdict.Stop)],
        Items =
        [
            new(HoldPoint.Release, "plate", "Replacement's number matched", (context, turbo) =>
            {
                if (context.Job.Record.Cause()?.Body.Cause == CauseModel.Elsewhere) return null;
                var reading = context.Check("plate", turbo);
                var compared = Match(context.Job, turbo);
                return new(compared.Verdict == Verdict.Sound || (compared.Verdict == Verdict.Doubtful && reading.AcceptedBy is not null), compared.Why);
            }) { PerTurbo = true },
        ],
    };

    // On a first fitment nothing came off, so there is nothing to compare the new unit with.
    private static PlateMatch Match(JobContext job, int turbo)
    {
        var fitted = job.Record.Plate(turbo, PlateOf.New)?.Body;
        return job.Record.Machine().Kind == JobKind.FirstFitment && fitted is { NotReadable: false }
            ? new(Verdict.Sound, "A first fitment: its plate is recorded.")
            : PlateMatch.Compare(job.Record.Plate(turbo, PlateOf.Old)?.Body, fitted, job.Supersessions);
    }

    private static bool AllRead(JobContext job) => job.Record.Machine().TurboNumbers.All(t => job.Record.Plate(t, PlateOf.Old) is not null);

    private static Found Read(JobContext job, int turbo)
    {
        var old = job.Record.Plate(turbo, PlateOf.Old);
        if (job.Record.Plate(turbo, PlateOf.New) is { } fitted)
        {
            var match = Match(job, turbo);
            return new(match.Verdict, fitted.Body.Headline, match.Why, fitted.Entry);
        }
        if (old is null) return new(Verdict.NotLookedAt, "", "The failed unit's plate is not recorded.");
        return old.Body.NotReadable ? new(Verdict.NotLookedAt, "not readable yet", "The failed unit's plate could not be read yet.")
            : new(Verdict.ReadingOnly, old.Body.Headline, "The replacement's plate is not recorded yet.");
    }
}
