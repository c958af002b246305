using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Findings;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Jobs;

/// <summary>What is asked before the work on a unit goes on, since the next stage destroys it.</summary>
public static class LastLooks
{
    /// <summary>What going on to a stage destroys, with the turbo it is asked of; 0 for the engine.</summary>
    /// <param name="job">The job.</param>
    /// <param name="turbo">Whose unit goes on, from 1.</param>
    /// <param name="next">The stage it goes on to; one it has reached already destroys nothing more.</param>
    public static IReadOnlyList<(Question Question, int Turbo)> Before(JudgedJob job, int turbo, Stage next)
    {
        var reached = job.Record.StageOf(turbo);
        return [.. new[] { Stage.Bench, Stage.Strip }.Where(s => s > reached && s <= next).SelectMany(LostAt)
            .Select(q => (Question: q, Turbo: q.PerTurbo ? turbo : 0)).Where(q => q.Question.Applies(job.Context, q.Turbo))];
    }

    /// <summary>Of that, what nobody answered yet.</summary>
    public static IReadOnlyList<(Question Question, int Turbo)> Open(JudgedJob job, int turbo, Stage next)
        => [.. Before(job, turbo, next).Where(q => !q.Question.Read(job.Context, q.Turbo).Answered)];

    // The inside of the feed with its hidden gauze or orifice goes with the pipe.
    private static IEnumerable<Question> LostAt(Stage next) => next == Stage.Bench ? BeforeGone.LostAt(next).Append(SupplyChecks.RestrictorSeen)
        : BeforeGone.LostAt(next);
}
