using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Drain;

/// <summary>The drain, segment by segment.</summary>
public static class DrainCheck
{
    private const string Id = "drain";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Drain", DrawnPart.Drain,
        (job, turbo) => Found.Of<DrainReading, DrainOutcome>(job.Record.LatestOf<DrainReading>(turbo),
            (_, o) => $"carries {ShopUnits.Digits(o.Result.Margin)} ×"))
    {
        PerTurbo = true,
        Stage = WorkStage.Bench,
        Kinds = [DrainReading.Kind],
        Limits = [DrainLimits.Margin],
        Answers = [new("drain-restricted", r => r.Verdict switch { Verdict.Sound => false, Verdict.Stop => true, _ => null })],
        Items =
        [
            ItemDefinition.SettledBy(Id, HoldPoint.Start, "Drain measured as installed") with
            {
                State = (context, turbo) => context.Job.Record.LatestOf<DrainReading>(turbo) is { Body.AsInstalled: false }
                    ? new(false, "The latest measurement was not made as installed.")
                    : context.Check(Id, turbo) is var reading ? new(reading.Settled, reading.Why) : null,
            },
        ],
        ReopenedBy = [new(ClockingReading.Kind, "the centre section was turned", ClockingReading.Turned)],
    };
}
