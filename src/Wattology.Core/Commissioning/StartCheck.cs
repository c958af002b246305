using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Commissioning;

/// <summary>The first start: pressure in time, idled, every joint looked at, smoke, codes, oil level.</summary>
public static class StartCheck
{
    private const string Id = "start";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Start", DrawnPart.Engine, Read)
    {
        Stage = WorkStage.Start,
        Kinds = [Fired.Kind, PressureAfterFiring.Kind, EngineStopped.Kind, JointLooked.Kind, RunChecked.Kind],
        Limits = [RunLimits.PressureAfterFiring, RunLimits.Idle],
        Items =
        [
            new(HoldPoint.Start, "ran-without", "No run without oil pressure", (context, _) => EngineRuns.Of(context.Job).NoPressureStop
                ? new(false, "The engine ran without pressure in time; only a direct gauge clears this.") : null) { Hard = true },
            new(HoldPoint.Start, "seconds", "Seconds to pressure after firing set", (context, _)
                => context.Job.Limits.Choose(RunLimits.PressureAfterFiring).SoundTo is not null
                ? new(true, "") : new(false, "The shop must set how soon pressure must show before its first start: see limits.")) { Hard = true,
                Sheet = "limits" },
            new(HoldPoint.HandOver, "idle", "First idle", (context, _) => EngineRuns.Of(context.Job) is { RunningSince: null, IdledEnough: true } idled
                ? new(true, $"{idled.LongestSeconds / 60:0.#} min.")
                : EngineRuns.Of(context.Job) is { RunningSince: null } short_
                ? new(false, $"{short_.IdleLeastMinutes:0.#} min are wanted; the longest run so far is {short_.LongestSeconds / 60:0.#} min.")
                : new(false, "The engine is still running.")),
            .. Joints.Places.Select(JointItem),
            AfterRun("smoke", "No smoke that stays", c => c.Smoke is Smoke.None or Smoke.ClearsWhenWarm, c => c.Smoke == Smoke.Black ? "Black smoke."
                : "Blue smoke stays."),
            AfterRun("codes", "Codes clear", c => c.CodesClear, c => $"Stored: {c.Codes}"),
            AfterRun("level", "Oil level between the marks", c => c.OilLevel == OilLevel.BetweenMarks, c => c.OilLevel == OilLevel.OverMark
                ? "Over the upper mark." : "Under the lower mark."),
        ],
    };

    // An oil joint that leaks is passed by nobody; one nobody looked at, or that weeps, is.
    private static ItemDefinition JointItem(JointPlace place) => new(HoldPoint.HandOver, $"joint-{place.Id}", place.Title, (context, turbo) =>
    {
        var machine = context.Job.Record.Machine();
        var joint = place.On(turbo, machine.Turbos);
        if (Joints.For(machine).All(j => j.Id != joint.Id)) return null;
        return context.Job.Record.Latest<JointLooked>(j => j.Joint == joint.Id)?.Body.State switch
        {
            JointState.NoLeak => new(true, "No leak."),
            null => new(false, "Not looked at."),
            JointState.Weeps => new(false, "Weeps."),
            _ => new(false, "Leaks; only a new look clears it.", joint.IsOil),
        };
    }) { PerTurbo = true };

    private static ItemDefinition AfterRun(string id, string title, Func<RunChecked, bool> good, Func<RunChecked, string> bad)
        => new(HoldPoint.HandOver, id, title, (context, _) => context.Job.Record.Latest<RunChecked>()?.Body is not { } check ? new(false, "Not looked at.")
            : good(check) ? new(true, "") : new(false, bad(check)));

    private static Found Read(JobContext job, int turbo)
    {
        var runs = EngineRuns.Of(job);
        if (runs.NoPressureStop) return new(Verdict.Stop, "no pressure", "The engine ran without oil pressure in time. Only a direct gauge clears this.");
        if (runs.LongestSeconds <= 0 && runs.RunningSince is null) return new(Verdict.NotLookedAt, "", "Not started yet.");
        var joints = Joints.For(job.Record.Machine()).Select(j => job.Record.Latest<JointLooked>(l => l.Joint == j.Id)?.Body.State).ToArray();
        var check = job.Record.Latest<RunChecked>()?.Body;
        var value = runs.RunningSince is not null ? "running" : $"idled {runs.LongestSeconds / 60:0.#} min";
        return joints.Contains(JointState.Leaks) ? new(Verdict.Stop, value, "A joint leaks.")
            : check?.Smoke == Smoke.BlueStays ? new(Verdict.Stop, value, "Blue smoke stays.")
            : check is not null && check.OilLevel != OilLevel.BetweenMarks ? new(Verdict.Stop, value, "The oil level is not between the marks.")
            : joints.Contains(JointState.Weeps) || check is { CodesClear: false } or { Smoke: Smoke.Black }
            ? new(Verdict.Doubtful, value, "Something weeps, smokes black or stores codes.")
            : !runs.IdledEnough || check is null || joints.Contains(null) ? new(Verdict.ReadingOnly, value, "Idle, joints and checks are not complete yet.")
            : new(Verdict.Sound, value, "Idled, no leak at any joint, no smoke, codes clear, level between the marks.");
    }
}
