using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Priming;

namespace Wattology.Core.Commissioning;

/// <summary>The first start: pressure in time, idled, no leak, no trouble.</summary>
public static class StartCheck
{
    private const string Id = "start";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Start", DrawnPart.Engine, Read)
    {
        Kinds = [IdleChosen.Kind, CautionRead.Kind, Fired.Kind, PressureShown.Kind, PressureAfterFiring.Kind, RunEnded.Kind, EngineStopped.Kind,
            TroubleSeen.Kind, SmokeNow.Kind,
            StopWorked.KindOf(Stands), JointSeen.Kind, JointLooked.Kind, RunChecked.Kind],
        Schools = [RunUnder.At],
        Limits = [RunLimits.PressureAfterFiring, RunLimits.Idle],
        Items =
        [
            new(HoldPoint.Start, "ran-without", "No run without oil pressure", (context, _) => RanWithout(context.Job)) { Sheet = Id },
            new(HoldPoint.Start, "leaking", "No oil or fuel joint leaks", (context, _) => JointWork.Leaking(context.Job.Record) is { Count: > 0 } leaking
                ? ItemState.Barred($"{Names(context.Job, leaking)}: seen to leak, and not remade since.", leaking[^1].Entry) : null) { Sheet = "fit" },
            new(HoldPoint.Start, "trouble", "No trouble from the last run", (context, _) => Troubled(context.Job)),
            new(HoldPoint.Start, "seconds", "Seconds to pressure after firing set", (context, _)
                => context.Job.Limits.Choose(RunLimits.PressureAfterFiring).SoundTo is not null
                ? ItemState.Done("Set.") : ItemState.Barred("The shop must set how soon pressure must show before its first start: see limits."))
                { Sheet = "limits" },
        ],
    };

    /// <summary>Names of joints, in words.</summary>
    internal static string Names(JobContext job, IEnumerable<(string Joint, Entry Entry)> joints)
        => string.Join(", ", joints.Select(l => JointList.TitleOf(l.Joint, job.Record.Machine().Turbos)));

    private static bool Stands(JobContext job, StopKind stop) => stop == StopKind.Trouble ? EngineRuns.Of(job) is { TroubleNow: not null, Running: null }
        : Cranking.Of(job).NoPressureStop || EngineRuns.Of(job) is { NoPressureStop: true, Running: null };

    // After it, pressure is proved anew: what was seen before the engine ran dry says nothing any more.
    private static ItemState? RanWithout(JobContext job)
    {
        var runs = EngineRuns.Of(job);
        if (runs.NoPressureStop) return ItemState.Barred("The engine ran without pressure in time: look first, or read a direct gauge.", runs.Failed);
        return runs.Failed is { } failed && (Cranking.Of(job).Proof?.Seq ?? 0) < failed.Seq
            ? ItemState.Barred("The engine ran without pressure in time; oil pressure is not proved again since.", failed) : null;
    }

    private static ItemState? Troubled(JobContext job) => EngineRuns.Of(job) switch
    {
        { TroubleNow: Trouble.BlueSmoke, TroubleEntry: var by } => ItemState.Stop("Blue smoke stayed, and nothing was done about it since.", by),
        { TroubleNow: { } trouble, TroubleEntry: var by } => ItemState.Barred($"{TroubleSeen.Title(trouble)}: nothing was done about it since.", by),
        _ => null,
    };

    private static Found Read(JobContext job, int turbo)
    {
        var runs = EngineRuns.Of(job);
        if (runs.NoPressureStop) return new(Verdict.Stop, "no pressure", "The engine ran without oil pressure in time.", runs.Failed);
        if (runs.TroubleNow is { } trouble) return new(Verdict.Stop, "stopped", $"{TroubleSeen.Title(trouble)}.", runs.TroubleEntry);
        if (runs.LongestSeconds <= 0 && runs.Running is null) return new(Verdict.NotLookedAt, "", "Not started yet.");
        var joints = JointList.Of(job.Record).Select(j => JointWork.Looked(job.Record, j.Id, JointMoment.Hot)?.State).ToArray();
        var smoke = AfterRunCheck.Smoke.Read(job, 0).Answer;
        var value = runs.Running is not null ? "running" : $"idled {runs.LongestSeconds / 60:0.#} min";
        if (joints.Contains(JointState.Leaks)) return new(Verdict.Stop, value, "A joint leaks.", job.Record.Last);
        if (smoke?.Verdict == Verdict.Stop) return new(Verdict.Stop, value, "Blue smoke stays.", job.Record.Last);
        if (joints.Contains(JointState.Weeps)) return new(Verdict.Doubtful, value, "A joint weeps.", runs.First);
        return !runs.IdledEnough || joints.Contains(null) ? new(Verdict.ReadingOnly, value, "Idle and joints are not complete yet.", runs.First)
            : new(Verdict.Sound, value, "Idled, no leak at any joint.", runs.First);
    }
}
