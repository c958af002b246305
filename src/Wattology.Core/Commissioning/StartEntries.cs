using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Priming;

namespace Wattology.Core.Commissioning;

/// <summary>What a run is judged by.</summary>
public static class RunLimits
{
    /// <summary>Oil pressure must show within this after firing; no first start until the shop has set it.</summary>
    public static readonly LimitKind PressureAfterFiring = LimitKind.NoneKnown("pressure-after-firing", "Oil pressure after firing, within", Measure.Seconds);

    /// <summary>The first idle lasts at least so long.</summary>
    public static readonly LimitKind Idle = LimitKind.UsualPractice("idle-time", "First idle, at least", Measure.Minutes, 5, null);
}

/// <summary>The limits a run ran under; they hold for it whatever is set later.</summary>
/// <param name="PressureWithin">Pressure must show within, s.</param>
/// <param name="Idle">First idle at least, min.</param>
public sealed record RunUnder(Limit PressureWithin, Limit Idle) : Outcome
{
    /// <summary>The limits in force.</summary>
    public static RunUnder Now(LimitBook limits) => new(limits.Choose(RunLimits.PressureAfterFiring), limits.Choose(RunLimits.Idle));
}

/// <summary>The engine fired; its time runs from the entry's own time.</summary>
public sealed record Fired : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Fired, RunUnder>("fired", "Engine fired", (job, _) => RunUnder.Now(job.Limits), (_, _) => "")
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => EngineRuns.Of(job).RunningSince == entry.At ? null : "That run was stopped: it counts as it ran.",
        Needs = HoldPoint.Start,
        Refuse = (job, _) => EngineRuns.Of(job).RunningSince is null ? null : "The engine is running already.",
    };
}

/// <summary>Pressure showed after firing.</summary>
public sealed record PressureAfterFiring : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PressureAfterFiring, Lasted>("fired-pressure", "Pressure after firing",
        (job, _) => EngineRuns.Of(job).RunningSince is { } since ? Lasted.From(since, job.Now) : null,
        (_, n) => n.Outcome is Lasted lasted ? $"{lasted.Seconds:0.0} s after firing" : "")
    {
        Correction = Correction.Never,
        Refuse = (job, _) => EngineRuns.Of(job) is { RunningSince: not null, Pressure: null } ? null
            : "The engine is not running, or its pressure was seen already.",
    };
}

/// <summary>The engine was stopped.</summary>
public sealed record EngineStopped : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<EngineStopped, Lasted>("stopped", "Engine stopped",
        (job, _) => EngineRuns.Of(job).RunningSince is { } since ? Lasted.From(since, job.Now) : null,
        (_, n) => n.Outcome is Lasted lasted ? $"after {lasted.Seconds / 60:0.0} min" : "")
    {
        Correction = Correction.Never,
        Refuse = (job, _) => EngineRuns.Of(job).RunningSince is null ? "The engine was stopped already." : null,
    };
}

/// <summary>What a joint looks like.</summary>
public enum JointState
{
    /// <summary>No leak.</summary>
    NoLeak,
    /// <summary>Wet, not dripping.</summary>
    Weeps,
    /// <summary>Leaks.</summary>
    Leaks,
}

/// <summary>A joint was looked at with the engine running or just stopped.</summary>
/// <param name="Joint">Its id; see <see cref="Joints"/>.</param>
/// <param name="State">What it looks like.</param>
public sealed record JointLooked(string Joint, JointState State) : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<JointLooked>("joint", "Joint looked at",
        (job, n) => $"{Joints.TitleOf(n.Body.Joint, job.Record.Machine().Turbos)}: {JsonForm.Plain(n.Body.State)}")
    {
        Question = (record, body) => (record.Latest<JointLooked>(j => j.Joint == body.Joint)?.Entry, $"joint.{body.Joint}"),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Joints.All.All(j => j.Id != Joint)) faults.Add(Faults.Join(path, "joint"), "There is no such joint.");
    }
}

/// <summary>Smoke at the tailpipe.</summary>
public enum Smoke
{
    /// <summary>None.</summary>
    None,
    /// <summary>At first, sweetish, gone when warm: wraps and spilt oil.</summary>
    ClearsWhenWarm,
    /// <summary>Blue smoke that stays.</summary>
    BlueStays,
    /// <summary>Black.</summary>
    Black,
}

/// <summary>Oil level after stopping.</summary>
public enum OilLevel
{
    /// <summary>Between both marks.</summary>
    BetweenMarks,
    /// <summary>Under the lower mark.</summary>
    UnderMark,
    /// <summary>Over the upper mark.</summary>
    OverMark,
}

/// <summary>What the first run showed.</summary>
/// <param name="Smoke">Smoke.</param>
/// <param name="OilLevel">Oil level after stopping.</param>
/// <param name="CodesClear">Whether no fault codes are stored.</param>
/// <param name="Codes">The codes, when there are any.</param>
public sealed record RunChecked(Smoke Smoke, OilLevel OilLevel, bool CodesClear, string Codes = "") : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RunChecked>("run-check", "After the first run",
        (_, n) => $"smoke {JsonForm.Plain(n.Body.Smoke)}, oil {JsonForm.Plain(n.Body.OilLevel)}, {(n.Body.CodesClear ? "no codes" : "codes " + n.Body.Codes)}");

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!CodesClear && string.IsNullOrWhiteSpace(Codes))
            faults.Add(Faults.Join(path, "codes"), "Type the codes that are stored, or say that there are none.");
        if (CodesClear && !string.IsNullOrWhiteSpace(Codes))
            faults.Add(Faults.Join(path, "codes"), "Codes are typed but said to be none: change one of the two.");
    }
}
