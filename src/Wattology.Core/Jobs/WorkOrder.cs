using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.Plate;
using Wattology.Core.Yard;

namespace Wattology.Core.Jobs;

/// <summary>One step in the order of work.</summary>
/// <param name="Sheet">The sheet it is done on.</param>
/// <param name="Turbo">The turbo whose sheet it is; 0 for the engine.</param>
/// <param name="Title">Its name.</param>
/// <param name="Stage">Its place in the order of work.</param>
/// <param name="Done">Whether it is done.</param>
/// <param name="Words">What blocks it, or what it came to.</param>
/// <param name="Waits">What it waits for, as the yard keeps it: a verdict's word, or an item's id; empty when done.</param>
/// <param name="Open">How many items are open; 0 for a check.</param>
/// <param name="Held">Why it cannot be done just now, though its turn has come; null when it can.</param>
public sealed record WorkStep(string Sheet, int Turbo, string Title, WorkStage Stage, bool Done, string Words, string Waits = "", int Open = 0,
    string? Held = null);

/// <summary>The order of work of a job, and the next step.</summary>
/// <param name="Steps">All steps, in order.</param>
public sealed record WorkOrder(IReadOnlyList<WorkStep> Steps)
{
    /// <summary>What a hold point waits for when all its items are settled and somebody must pass it.</summary>
    public const string ToBePassed = "to-be-passed";

    /// <summary>A step's name by its place in the order of work.</summary>
    public static string TitleOf(WorkStage stage) => stage switch
    {
        WorkStage.Identify => "Identify",
        WorkStage.Triage => "Triage",
        WorkStage.Strip => "Strip and inspect",
        WorkStage.Cause => "Cause",
        WorkStage.Plan => "Fit for boost",
        WorkStage.Parts => "Parts",
        WorkStage.Supply => "Supply",
        WorkStage.Release => "Release",
        WorkStage.Bench => "Bench",
        WorkStage.Fit => "Fit",
        WorkStage.AsInstalled => "As installed",
        WorkStage.Prime => "Prime",
        WorkStage.Start => "Start",
        WorkStage.AfterRun => "After the run",
        _ => "Hand over",
    };

    /// <summary>The next step that can be done now: a wait or a missing part never hides work that is possible; null once the job has ended.</summary>
    public WorkStep? Next => Steps.FirstOrDefault(s => !s.Done && s.Held is null) ?? Steps.FirstOrDefault(s => !s.Done);

    /// <summary>Works out the order for this kind of job.</summary>
    public static WorkOrder Of(JudgedJob job) => new([.. StepsOf(job)]);

    /// <summary>The next step alone: what stands behind it is not worked out.</summary>
    public static WorkStep? NextOf(JudgedJob job)
    {
        WorkStep? held = null;
        foreach (var step in StepsOf(job).Where(s => !s.Done))
        {
            if (step.Held is null) return step;
            held ??= step;
        }
        return held;
    }

    private static IEnumerable<WorkStep> StepsOf(JudgedJob job)
    {
        var ended = job.Record.IsEnded();
        var plan = PartsPlan.Of(job.Context);
        return Stages(job).Select(s => Step(job, s)).Select(s => Parted(s, plan)).Select(s => ended ? s with { Done = true, Words = "", Waits = "",
            Open = 0, Held = null } : s);
    }

    // A step waits for a part it needs that is owed or missing; what can be done without it goes on.
    private static WorkStep Parted(WorkStep step, PartsPlan plan) => step is { Done: false, Held: null } && plan.Stopping(step.Stage) is [var first, ..]
        ? step with { Held = $"{first.Need.Title} is not here{(first.Order is { } order ? $": on its way from {order.Noted.Body.From}" : "")}." } : step;

    private static IEnumerable<WorkStage> Stages(JudgedJob job)
    {
        if (job.Machine.Kind == JobKind.FirstFitment) return [WorkStage.Identify, WorkStage.Plan, WorkStage.Parts, WorkStage.Supply, WorkStage.Release,
            WorkStage.Bench, WorkStage.Fit, WorkStage.AsInstalled, WorkStage.Prime, WorkStage.Start, WorkStage.AfterRun, WorkStage.HandOver];
        WorkStage[] before = [WorkStage.Identify, WorkStage.Triage, WorkStage.Strip, WorkStage.Cause];
        // A sound turbo goes back as it is. Where it was off, it is fitted, primed and started like any other.
        if (job.IsSoundTurbo) return job.WasOpened ? [.. before, WorkStage.Fit, WorkStage.AsInstalled, WorkStage.Prime, WorkStage.Start, WorkStage.AfterRun,
            WorkStage.HandOver] : [.. before, WorkStage.HandOver];
        return [.. before, WorkStage.Parts, WorkStage.Supply, WorkStage.Release, WorkStage.Bench, WorkStage.Fit, WorkStage.AsInstalled, WorkStage.Prime,
            WorkStage.Start, WorkStage.AfterRun, WorkStage.HandOver];
    }

    private static WorkStep Step(JudgedJob job, WorkStage stage) => stage switch
    {
        WorkStage.Identify => ByTurbo(job, stage, "plate", t => PlateCheck.LookedFor(job.Context, t), "The failed unit's plate is not recorded."),
        WorkStage.Triage => Triage(job),
        WorkStage.Strip => Plain(stage, "findings", Stripped(job) || job.Record.Causes().Count > 0, "Nothing is looked at on the bench yet."),
        WorkStage.Cause => Plain(stage, "findings", job.Record.Causes().Count > 0, "No cause is confirmed yet."),
        WorkStage.Plan => Settled(job, stage, "boost-fit"),
        WorkStage.Parts => Settled(job, stage, "parts") is { Done: false } parts && PartsCheck.Owed(job.Context) is { } owed
            ? parts with { Held = $"{owed.What} is on its way from {owed.Noted.Body.From}." } : Settled(job, stage, "parts"),
        WorkStage.Supply => ByTurbo(job, stage, "oil-supply", t => PlateCheck.Stays(job.Context, t) || job.Check("oil-supply", t).Settled),
        WorkStage.Release => Release(job),
        WorkStage.Bench => OnBench(job),
        WorkStage.Fit => AfterRelease(job, Settled(job, stage, "fit")),
        WorkStage.AsInstalled => AfterRelease(job, AsInstalled(job)),
        WorkStage.Prime => AfterRelease(job, Settled(job, stage, "prime")),
        WorkStage.Start => Start(job),
        WorkStage.AfterRun => AfterRun(job),
        _ => HandOver(job),
    };

    private static WorkStep Plain(WorkStage stage, string sheet, bool done, string words)
        => new(sheet, 0, TitleOf(stage), stage, done, done ? "" : words, done ? "" : "not-looked-at");

    private static WorkStep Of(WorkStage stage, CheckReading check, bool done) => new(check.Id, check.Turbo, TitleOf(stage), stage, done, done ? check.Value
        : check.Why, done ? "" : JsonForm.WordOf(check.Verdict));

    private static WorkStep Settled(JudgedJob job, WorkStage stage, string check) => job.Check(check, 1) is var reading ? Of(stage, reading, reading.Settled)
        : null!;

    private static WorkStep ByTurbo(JudgedJob job, WorkStage stage, string check, Func<int, bool> done, string? words = null)
    {
        var open = job.Machine.TurboNumbers.FirstOrDefault(t => !done(t));
        var step = Of(stage, job.Check(check, Math.Max(1, open)), open == 0);
        return open == 0 || words is null ? step : step with { Words = words };
    }

    private static bool Stripped(JudgedJob job) => job.Answers.Keys.Any(f => CauseModel.Usual.Find(f) is { Stage: Stage.Bench or Stage.Strip });

    private static WorkStep Triage(JudgedJob job)
    {
        var triage = Settled(job, WorkStage.Triage, "triage");
        if (job.Record.Causes().Count > 0) return triage with { Done = true, Words = "", Waits = "" };
        return triage.Done && !CrankcaseCheck.IsAnswered(job.Context) ? Of(WorkStage.Triage, job.Check("crankcase", 0), false) with { Sheet = "crankcase" }
            : triage;
    }

    private static WorkStep OnBench(JudgedJob job)
    {
        foreach (var turbo in job.Machine.TurboNumbers)
        {
            if (PlateCheck.Stays(job.Context, turbo)) continue;
            if (!ClockingCheck.IsSet(job.Context, turbo)) return Of(WorkStage.Bench, job.Check("clocking", turbo), false);
            if (!DrainCheck.IsPlanned(job.Context, turbo)) return Of(WorkStage.Bench, job.Check("drain", turbo), false);
        }
        return Of(WorkStage.Bench, job.Check("clocking", 1), true);
    }

    private static WorkStep AsInstalled(JudgedJob job)
    {
        var open = job.HoldPoint(HoldPoint.Start).Open.FirstOrDefault(i => i.Sheet is "drain" or "clocking");
        var check = open is null ? job.Check("drain", 1) : job.Check(open.Sheet, Math.Max(1, open.Turbo));
        return open is null ? Of(WorkStage.AsInstalled, check, true) : Of(WorkStage.AsInstalled, check, false) with { Words = open.Because };
    }

    private static WorkStep AfterRelease(JudgedJob job, WorkStep step)
        => step.Done || job.IsSoundTurbo || job.HoldPoint(HoldPoint.Release).Passed ? step : step with { Held = "It waits for the release." };

    private static WorkStep Release(JudgedJob job) => OfPoint(job, HoldPoint.Release, WorkStage.Release, "release", job.HoldPoint(HoldPoint.Release).Passed);

    private static WorkStep Start(JudgedJob job)
    {
        var runs = EngineRuns.Of(job.Context);
        var reading = job.Check("start", 0);
        if (runs.IdledEnough && runs.Running is null && reading.Verdict != Limits.Verdict.Stop) return Of(WorkStage.Start, reading, true);
        var held = job.HoldPoint(HoldPoint.Start);
        // The yard keeps the check's own state, which no limit set later changes.
        var step = Of(WorkStage.Start, reading, false);
        return runs.LongestSeconds > 0 || held.Free ? step
            : step with { Words = OpenWords(held.NotCovered.Count, held.NotCovered[0].Title), Held = "It waits for its hold point." };
    }

    private static WorkStep AfterRun(JudgedJob job)
    {
        var own = job.HoldPoint(HoldPoint.HandOver).Open.Where(i => i.Sheet is "after-run" or "crankcase").ToArray();
        var idled = EngineRuns.Of(job.Context).IdledEnough;
        return new(own.Length > 0 ? own[0].Sheet : "after-run", 0, TitleOf(WorkStage.AfterRun), WorkStage.AfterRun, own.Length == 0,
            own.Length == 0 ? "" : OpenWords(own.Length, own[0].Title), own.Length == 0 ? "" : own[0].Id, own.Length, idled ? null
                : "It waits for the first run.");
    }

    private static WorkStep HandOver(JudgedJob job)
    {
        var step = OfPoint(job, HoldPoint.HandOver, WorkStage.HandOver, "hand-over", job.Record.IsEnded());
        return job.IsSoundTurbo && !job.WasOpened ? step with { Words = "The unit goes back, nothing is claimed.", Waits = ToBePassed, Open = 0 } : step;
    }

    private static WorkStep OfPoint(JudgedJob job, HoldPoint point, WorkStage stage, string sheet, bool done)
    {
        var state = job.HoldPoint(point);
        if (done) return new(sheet, 0, TitleOf(stage), stage, true, "");
        if (state.NotCovered.Count == 0) return new(sheet, 0, TitleOf(stage), stage, false, "Everything is settled: it can be passed.", ToBePassed);
        return new(sheet, 0, TitleOf(stage), stage, false, OpenWords(state.NotCovered.Count, state.NotCovered[0].Title), state.NotCovered[0].Id,
            state.NotCovered.Count);
    }

    private static string OpenWords(int open, string title) => $"{open} item{(open == 1 ? "" : "s")} open: {title.ToLowerInvariant()}.";

    /// <summary>What a step waits for in words, from what the yard keeps of it.</summary>
    /// <param name="title">An item's title by its id.</param>
    /// <param name="waits">A verdict's word, or an item's id.</param>
    /// <param name="open">How many items are open.</param>
    public static string WaitsWords(Func<string, string> title, string waits, int open) => waits switch
    {
        "" => "",
        ToBePassed => "Everything is settled: it can be passed.",
        _ when open > 0 => OpenWords(open, title(waits)),
        "stop" => "Stands at a stop.",
        "doubtful" => "Doubtful: measure again, or have it taken by name.",
        "reading-only" => "Begun, not settled yet.",
        _ => "Not looked at yet.",
    };
}
