using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Commissioning;

/// <summary>What is looked at after the first run, and after the drive.</summary>
public static class AfterRunCheck
{
    private const string Id = "after-run";

    /// <summary>Smoke at the tailpipe.</summary>
    public static readonly Question Smoke = new("smoke", "Smoke",
    [
        new("none", "none"),
        new("clears", "at first, clears when warm"),
        new("blue", "blue, stays", Verdict.Stop),
        new("black", "black", Verdict.Doubtful),
    ]);

    /// <summary>Codes cleared.</summary>
    public static readonly Question CodesCleared = new("codes-cleared", "Fault codes cleared",
    [
        new("cleared", "cleared"),
        new("none", "none to clear"),
        new("left", "left", Verdict.Doubtful, Asks: "Why"),
    ]) { Ages = Ages.Lasts };

    /// <summary>Codes after the run.</summary>
    public static readonly Question CodesAfter = new("codes-after", "Fault codes after the run",
    [
        new("none", "none stored"),
        new("stored", "stored", Verdict.Doubtful, Asks: "Which codes"),
        new("no-reader", "this machine stores none, or there is no reader", Known: Known.Told),
    ]);

    /// <summary>Oil level after settling.</summary>
    public static readonly Question OilAfter = new("oil-after", "Oil level after settling",
    [
        new("between-marks", "between upper and lower mark") { Drawing = "oil-between" },
        new("under", "under the lower mark", Verdict.Stop) { Drawing = "oil-under-mark" },
        new("over", "over the upper mark", Verdict.Stop) { Drawing = "oil-over-mark" },
    ]);

    /// <summary>Coolant, cold.</summary>
    public static readonly Question CoolantCold = new("coolant-cold", "Coolant level, cold",
    [
        new("at-mark", "at its mark") { Drawing = "coolant-at-mark" },
        new("topped-up", "topped up to its mark", Asks: "How much") { Optional = true, Drawing = "coolant-topped-up" },
        new("low", "low", Verdict.Stop) { Drawing = "coolant-low" },
    ]) { Applies = (job, _) => job.Record.Machine().WaterCooled };

    /// <summary>The road or load test.</summary>
    public static readonly Question RoadTest = new("road-test", "Road or load test",
    [
        new("driven", "driven under load, boost seen"),
        new("loaded", "load run at a stand, boost seen"),
        new("not-done", "not done", Verdict.Sound, Known.Told, "Why not"),
    ]) { Ages = Ages.Lasts };

    /// <summary>The failed unit and what came off with it.</summary>
    public static readonly Question OldParts = new("old-parts", "Old parts tagged",
    [
        new("tagged", "unit, feed pipe and filter tagged and kept", Asks: "Where they lie") { Optional = true },
        new("customer", "given to the customer", Verdict.Doubtful, Known.Told, "Why"),
        new("not-kept", "not kept", Verdict.Doubtful, Known.Told, "Why"),
    ])
    {
        Applies = (job, _) => job.Record.Machine().Kind != JobKind.FirstFitment,
        Ages = Ages.Lasts,
        Hint = "Old parts are evidence until the claim is decided.",
    };

    /// <summary>The driver.</summary>
    public static readonly Question DriverTold = new("driver-told", "Driver told",
        [new("told", "told", Known: Known.Told, Asks: "What they were told")])
        { Ages = Ages.Lasts, Hint = "Let it idle before stopping when hot; when to come back for the re-torque; what to watch." };

    private static readonly IReadOnlyList<Question> Asked = [Smoke, CodesCleared, CodesAfter, OilAfter, CoolantCold, RoadTest, OldParts, DriverTold];

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "After the run", null, Read)
    {
        Questions = Asked,
        Kinds = [CodeTold.Kind],
        Items =
        [
            new(HoldPoint.HandOver, "idle", "First idle", (context, _) => Idle(EngineRuns.Of(context.Job))) { Sheet = "start" },
            .. JointList.Places.Select(JointItem),
            new(HoldPoint.HandOver, "joints-again", "Every joint looked at again after the drive", (context, _) => Again(context.Job)),
            .. Asked.Where(q => q != OldParts).Select(q => ItemDefinition.Asked(HoldPoint.HandOver, q)),
            new(HoldPoint.HandOver, OldParts.Id, OldParts.Title, (context, _) => OldParts.Applies(context.Job, 0) ? Tagged(context.Job) : null)
                { Sheet = Evidence.OldParts.Check.Id },
            new(HoldPoint.HandOver, "crankcase", "Crankcase read with the new unit", (context, _) => WithNewUnit(context)) { Sheet = "crankcase" },
        ],
        Paper = null,
    };

    // Tags on unit and feed pipe say more than an answer that they are there.
    private static ItemState Tagged(JobContext job)
    {
        var (answered, tagged) = (OldParts.Read(job, 0).Item, Evidence.OldParts.Of(job.Record));
        if (answered.Standing != Standing.NotLooked || tagged.Count == 0) return answered;
        bool Has(Evidence.OldPart part, int turbo) => tagged.Any(t => t.Tagged.Body.Part == part && t.Tagged.Body.Turbo == turbo);
        return job.Record.Machine().TurboNumbers.Where(t => !Plate.PlateCheck.Stays(job, t))
            .All(t => Has(Evidence.OldPart.Unit, t) && Has(Evidence.OldPart.FeedPipe, t))
            ? ItemState.Done($"Tagged: {string.Join(", ", tagged.Select(t => t.Tag))}.", tagged[^1].Tagged.Entry) : answered;
    }

    private static ItemState Idle(EngineRuns runs) => runs switch
    {
        { Running: { } running } => ItemState.Barred("The engine is still running.", running),
        { IdledEnough: true } => ItemState.Done($"{ShopUnits.Digits(runs.LongestSeconds / 60)} min.", runs.LastIdle),
        { LongestSeconds: 0 } => ItemState.NotLooked($"{ShopUnits.Digits(runs.IdleLeastMinutes)} min are wanted; the engine has not run yet."),
        _ => ItemState.NotLooked($"{ShopUnits.Digits(runs.IdleLeastMinutes)} min are wanted; the longest run so far is {runs.LongestSeconds / 60:0.#} min."),
    };

    // An oil or fuel joint that leaks is passed by nobody; another leak is a stop, a weep a doubt.
    private static ItemDefinition JointItem(JointPlace place) => new(HoldPoint.HandOver, $"joint-{place.Id}", place.Title, (context, turbo) =>
    {
        var record = context.Job.Record;
        var joint = place.On(turbo, record.Machine().Turbos);
        if (JointList.Of(record).All(j => j.Id != joint.Id)) return null;
        if (JointWork.Looked(record, joint.Id, JointMoment.Hot) is not { } hot) return ItemState.NotLooked("Not looked at hot.");
        var last = JointWork.Looked(record, joint.Id, JointMoment.AfterDrive) is { } again && again.Entry.Seq > hot.Entry.Seq ? again : hot;
        return last.State switch
        {
            JointState.NoLeak => ItemState.Done("No leak.", last.Entry),
            JointState.Weeps => ItemState.Of(Verdict.Doubtful, "Weeps.", last.Entry),
            _ => joint.Sprays ? ItemState.Barred("Leaks: remade, then looked at again.", last.Entry) : ItemState.Stop("Leaks.", last.Entry),
        };
    }) { PerTurbo = true, Sheet = Id };

    private static ItemState? Again(JobContext job)
    {
        var test = RoadTest.Read(job, 0);
        if (test.Answer?.Id == "not-done") return null;
        var missing = JointList.Of(job.Record).Where(j => JointWork.Looked(job.Record, j.Id, JointMoment.AfterDrive) is not { } again
            || again.Entry.Seq < (test.Noted?.Entry.Seq ?? 0)).ToArray();
        return missing.Length == 0 ? ItemState.Done("Looked at again, hot.") : ItemState.NotLooked($"Not looked at again: "
            + $"{string.Join(", ", missing.Select(j => j.Title.ToLowerInvariant()))}.", test.Noted?.Entry);
    }

    // A worn turbo blows gas into the crankcase too, so what was read before says nothing about the new one.
    private static ItemState WithNewUnit(ItemContext context)
    {
        var since = EngineRuns.Of(context.Job).First?.Seq ?? int.MaxValue;
        var felt = CrankcaseCheck.Felt.Read(context.Job, 0);
        var reading = context.Check("crankcase", 0);
        var own = CrankcaseCheck.Latest(context.Job.Record).Where(r => r.Entry.Seq > since).MaxBy(r => ((IJudged)r.Outcome!).Judgement.Verdict);
        if (own is { Outcome: IJudged read })
            return read.Judgement.Verdict != Verdict.Stop && context.Job.Record.AcceptanceOf(own.Entry) is { } taken
                ? ItemState.Done($"{read.Why} Taken by {taken.Entry.Signer}.", own.Entry) : ItemState.Of(read.Judgement.Verdict, read.Why, own.Entry);
        if (felt.Noted is { } noted && noted.Entry.Seq > since) return reading.Verdict == Verdict.Stop ? ItemState.Of(reading)
            : felt.Answer is not { Verdict: not Verdict.Doubtful } ? felt.Item : ItemState.Done($"No gauge here, says {noted.Entry.Signer}. {felt.Words}.",
                noted.Entry);
        return ItemState.NotLooked("Not read since the new unit runs.");
    }

    private static Found Read(JobContext job, int turbo)
    {
        var states = Asked.Where(q => q.Applies(job, 0)).Select(q => q.Read(job, 0)).ToArray();
        var last = LookState.Last(states);
        if (states.FirstOrDefault(s => s.Answer is { Verdict: Verdict.Stop }) is { } stop)
            return new(Verdict.Stop, stop.Words, $"{stop.Question.Title}: {stop.Words}.", stop.Noted!.Entry);
        return states.FirstOrDefault(s => !s.Answered) is { } open ? new(last is null ? Verdict.NotLookedAt : Verdict.ReadingOnly, "",
            $"{open.Question.Title}: not answered yet.", last) : new(Verdict.Sound, "done", "Looked at after the run.", last);
    }
}
