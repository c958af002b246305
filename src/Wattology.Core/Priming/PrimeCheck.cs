using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Priming;

/// <summary>Every turbo oiled and turned by hand, and oil pressure proved before the first start.</summary>
public static class PrimeCheck
{
    private const string Id = "prime";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Prime", DrawnPart.Engine, Read)
    {
        Stage = WorkStage.Prime,
        Kinds = [FiringDisabled.Kind, FiringRestored.Kind, Primed.Kind, BurstStarted.Kind, BurstEnded.Kind, PressureNoted.Kind],
        Limits = [CrankingLimits.Burst, CrankingLimits.Rest, CrankingLimits.Bursts],
        Items =
        [
            new(HoldPoint.Crank, "disabled", "Engine unable to fire", (context, _) => Firing.StillDisabled(context.Job.Record) is { Count: > 0 } disabled
                ? new(true, string.Join(", ", disabled)) : new(false, "Nothing is recorded as disabled.")) { Hard = true },
            ReleaseItem(HoldPoint.Crank),
            Oiled(HoldPoint.Crank),
            ReleaseItem(HoldPoint.Start),
            Oiled(HoldPoint.Start) with { FollowsReading = true },
            new(HoldPoint.Start, "pressure", "Oil pressure proved", (context, _) => Cranking.Of(context.Job) is var cranking && cranking.PressureProved
                ? new(true, "")
                : new(false, cranking.NoPressureStop ? "The allowed cranking brought no pressure; only a direct gauge clears this."
                : "No reading proves oil pressure."))
                { Hard = true, FollowsReading = true },
            new(HoldPoint.Start, "restored", "Everything disabled is back", (context, _) => Firing.StillDisabled(context.Job.Record) is { Count: > 0 } disabled
                ? new(false, $"Still disabled: {string.Join(", ", disabled)}.") : new(true, "Nothing is disabled.")) { Hard = true },
        ],
        ReopenedBy =
        [
            new(CatchTestReading.Kind, "the feed was opened for a catch test"),
            new(ClockingReading.Kind, "the centre section was turned", ClockingReading.Turned),
        ],
    };

    private static ItemDefinition ReleaseItem(HoldPoint point) => new(point, "release", "Replacement released for fitting",
        (context, _) => new(context.HoldPoint(HoldPoint.Release).Passed, "The release hold point is not passed.")) { Sheet = "release" };

    private static ItemDefinition Oiled(HoldPoint point) => new(point, "primed", "Oiled, wheel free by hand", (context, turbo)
        => context.Job.Record.LatestOf<Primed>(turbo)?.Body switch
    {
        null => new(false, "Not recorded."),
        { WheelFree: true } => new(true, ""),
        _ => new(false, "The wheel does not turn freely."),
    }) { PerTurbo = true };

    private static Found Read(JobContext job, int turbo)
    {
        var cranking = Cranking.Of(job);
        var oiled = job.Record.Machine().TurboNumbers.Select(t => (Turbo: t, Noted: job.Record.LatestOf<Primed>(t))).ToArray();
        var missing = oiled.Where(o => o.Noted?.Body.WheelFree != true).Select(o => o.Turbo).ToArray();
        var count = cranking.Bursts.Count;
        var bursts = count == 0 ? "" : $"{count} burst{(count == 1 ? "" : "s")}";
        var value = count == 0 ? "" : $"{bursts}, {cranking.TotalSeconds:0} s";
        if (cranking.NoPressureStop) return new(Verdict.Stop, value, "The allowed cranking brought no oil pressure. Stop and look.");
        if (cranking.PressureProved && missing.Length == 0)
        {
            // What came after the oldest of these was not part of priming.
            var since = oiled.Select(o => o.Noted!.Entry).Append(cranking.Proof!).MinBy(e => e.Seq);
            return new(Verdict.Sound, count == 0 ? "pressure seen" : $"pressure, {bursts}", "Oiled, and oil pressure proved before the first start.", since);
        }
        if (oiled.Length == 2 && missing.Length == 1) return new(Verdict.Doubtful, "one side only", $"Turbo {missing[0]} is not oiled and turned by hand yet.");
        return count == 0 && missing.Length == oiled.Length ? new(Verdict.NotLookedAt, "", "Not begun.")
            : new(Verdict.ReadingOnly, value, cranking.PressureProved ? "Pressure is proved, but not every turbo was oiled."
            : "Oil pressure is not proved yet.");
    }
}
