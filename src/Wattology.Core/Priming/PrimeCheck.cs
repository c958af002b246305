using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Plate;

namespace Wattology.Core.Priming;

/// <summary>Every turbo oiled and turned by hand, and oil pressure proved before the first start.</summary>
public static class PrimeCheck
{
    private const string Id = "prime";
    private const int ClearMinutes = 15;

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Prime", DrawnPart.Engine, Read)
    {
        Kinds = [FiringTaken.Kind, FiringRestored.Kind, FiringDisabled.Kind, PrimeChosen.Kind, PrimeVolumes.Kind, Oiled.Kind, Primed.Kind,
            BurstStarted.KindOf(job => Cranking.Of(job).Refusal()),
            CrankEnded.Kind, BurstEnded.Kind, PressureRead.Kind, PressureNoted.Kind],
        Questions = [Bursts.Purpose, Bursts.Clear, PrimeQuestions.Wheel, PrimeQuestions.PumpDriven, PrimeQuestions.DriveBack],
        Schools = [Oiled.By],
        Limits = [CrankingLimits.Burst, CrankingLimits.Rest, CrankingLimits.Bursts, CrankingLimits.Cooling, PressureLimits.Cranking, PressureLimits.Standing,
            PrimeVolumes.StoodOpen],
        Items =
        [
            // These three are a touch each, and a person may stand in the fan: no reason is quicker or better.
            new(HoldPoint.Crank, Bursts.Purpose.Id, "What it is cranked for", (context, _) => Hard(Bursts.Purpose.Read(context.Job, 0).Item)),
            new(HoldPoint.Crank, "disabled", "Engine unable to fire", (context, _) => Unable(context.Job)),
            new(HoldPoint.Crank, Bursts.Clear.Id, "Hands, tools and rags clear", (context, _) => AllClear(context.Job)),
            new(HoldPoint.Crank, "oiled", "Oiled", (context, turbo) => !Bursts.IsToPrime(context.Job) ? null : Oil(context.Job, turbo)) { PerTurbo = true },
            ItemDefinition.Asked(HoldPoint.Crank, PrimeQuestions.Wheel, "Wheel turns by hand", (context, turbo) => Bursts.IsToPrime(context.Job)
                && !PlateCheck.Stays(context.Job, turbo)),
            ItemDefinition.Asked(HoldPoint.Start, PrimeQuestions.Wheel, "Wheel turns free"),
            ItemDefinition.Asked(HoldPoint.Start, DrainCheck.End, "Oil seen leaving the drain end", (context, turbo)
                => PrimeQuestions.PumpDriven.Read(context.Job, 0).Answered && !PlateCheck.Stays(context.Job, turbo)),
            ItemDefinition.Asked(HoldPoint.Start, PrimeQuestions.DriveBack, "What drove the pump is out, its drive back"),
            new(HoldPoint.Start, "pressure", "Oil pressure proved", (context, _) => Pressure(Cranking.Of(context.Job))),
        ],
    };

    private static ItemState Hard(ItemState state) => state.Settled ? state : ItemState.Barred(state.Because, state.By);

    // Whoever looked a while ago looked at other hands: it holds for one sitting at the starter.
    private static ItemState AllClear(JobContext job)
    {
        var clear = Bursts.Clear.Read(job, 0);
        if (clear is not { Answered: true, Noted: { } noted }) return Hard(clear.Item);
        var since = Cranking.Of(job).LastEnd is { } end && end.Seq > noted.Entry.Seq ? end : noted.Entry;
        return job.SecondsSince(since) <= 60 * ClearMinutes ? clear.Item
            : ItemState.Barred($"Said by {noted.Entry.Signer} more than {ClearMinutes} minutes ago: look again.", noted.Entry);
    }

    private static ItemState Unable(JobContext job)
    {
        var open = Firing.Open(job.Record);
        // Whoever had the machine meanwhile may have put it back: nobody cranks on what is told.
        if (Firing.IsUnable(job.Record)) return Firing.LastTaken(job.Record) is { } taken && EarlierPass.Of(job, taken) is { } told
            ? ItemState.Of(told) with { Standing = Standing.Barred } : ItemState.Done($"{string.Join(", ", open.Select(d => d.Item))}.");
        return ItemState.Barred(open.Count == 0 ? "Nothing is recorded as disabled." : job.Record.Machine().Fuel == Fuel.Petrol
            ? $"{string.Join(", ", open.Select(d => d.Item))}: {(open.Any(d => d.Fuel) ? "nothing of it kills the spark" : "nothing of it takes the fuel")}."
            : "Nothing of it takes the fuel.");
    }

    private static ItemState? Oil(JobContext job, int turbo) => PlateCheck.Stays(job, turbo) ? null
        : Cranking.Of(job) is var cranking && !cranking.NotOiled.Contains(turbo) ? ItemState.Done("Oiled.")
        : cranking.Unproved is { } again ? ItemState.NotLooked(again.Words, again.By) : ItemState.NotLooked("Not recorded.");

    private static ItemState Pressure(Cranking cranking) => cranking.PressureProved ? ItemState.Done("Proved.", cranking.Proof)
        : ItemState.Barred(cranking.NoPressureStop ? "The allowed cranking brought no pressure." : cranking.Unproved is { } again
            ? again.Told ? again.Words : $"Unproved again, entry {again.By.Seq} of {again.By.By}: {again.Because}."
            : "No reading proves oil pressure.", cranking.Unproved?.By);

    private static Found Read(JobContext job, int turbo)
    {
        var cranking = Cranking.Of(job);
        var missing = cranking.NotOiled;
        var turbos = job.Record.Machine().Turbos;
        var count = cranking.Lasted.Count;
        var bursts = count == 0 ? "" : $"{count} burst{(count == 1 ? "" : "s")}";
        var value = count == 0 ? "" : $"{bursts}, {cranking.TotalSeconds:0} s";
        if (cranking.NoPressureStop) return new(Verdict.Stop, value, "The allowed cranking brought no oil pressure. Stop and look.", cranking.LastEnd);
        if (cranking.PressureProved && missing.Count == 0) return new(Verdict.Sound, count == 0 ? "pressure seen" : $"pressure, {bursts}",
            "Oiled, and oil pressure proved before the first start.", cranking.Proof);
        if (cranking.Unproved is { } again) return new(Verdict.NotLookedAt, value, again.Words, again.By, again.Word);
        if (turbos == 2 && missing.Count == 1) return new(Verdict.Doubtful, "one side only", $"Turbo {missing[0]} is not oiled yet.");
        return count == 0 && missing.Count > 0 ? new(Verdict.NotLookedAt, "", "Not begun.") : new(Verdict.ReadingOnly, value,
            "Oil pressure is not proved yet.");
    }
}
