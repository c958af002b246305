using System.Text.Json.Serialization;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

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
    /// <summary>How the first idle runs.</summary>
    public static readonly School At = new("idle-school", "First idle at",
    [
        new("plain", "plain idle", "The least load on dry parts, long enough to see a weep and to fill a new filter."),
        new("fast", "fast idle", "Oil comes sooner and warmer; a leak shows faster, and so does a mistake."),
    ], "plain");

    /// <summary>The limits in force; an idle chosen for this job stands before the shop's.</summary>
    public static RunUnder Now(JobContext job) => new(job.Limits.Choose(RunLimits.PressureAfterFiring), job.Record.Latest<IdleChosen>() is { } chosen
        ? new Limit(RunLimits.Idle.Key, LimitSource.Shop, $"chosen for this job by {chosen.Entry.Signer}", chosen.Body.Minutes, In: Measure.Minutes)
        : job.Limits.Choose(RunLimits.Idle));
}

/// <summary>How long, and how, this job's first idle runs.</summary>
/// <param name="Minutes">At least, in minutes.</param>
/// <param name="Fast">At fast idle; plain idle otherwise.</param>
/// <param name="Why">Why not as the shop usually does.</param>
public sealed record IdleChosen([Bounds(0.5, 60), In(Measure.Minutes)] double Minutes, bool Fast = false,
    [Needed("Say why this job's idle differs from the shop's.")] string Why = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<IdleChosen>("idle-chosen", "Idle chosen for this job", (_, n)
        => $"{ShopUnits.Digits(n.Body.Minutes)} min at {(n.Body.Fast ? "fast" : "plain")} idle: {n.Body.Why}")
    {
        Refuse = (job, _) => EngineRuns.Of(job).Running is null ? null : "The engine is running: choose before the next run.",
    };
}

/// <summary>The engine fired; its time runs from the entry's own time.</summary>
public sealed record Fired : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Fired, RunUnder>("fired", "Engine fired", (job, _) => RunUnder.Now(job), (_, _) => "")
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => EngineRuns.Of(job).RefuseTakingBack(entry),
        Needs = HoldPoint.Start,
        Refuse = (job, _) => EngineRuns.Of(job).Running is null ? null : "The engine is running already.",
        RefuseFirst = (job, _) => job.Record.Latest<CautionRead>(c => c.Act == "fired") is null
            ? "Read the caution first and say so: a runaway or an open inlet costs a hand." : null,
        Caution = new("Everyone clear; intake on and nothing loose in it. A diesel can run away on its own oil: the intake cover and an extinguisher to hand, "
            + "and somebody who knows how to use them. Hot exhaust, spinning wheel, oil under pressure.", Acknowledged: true),
    };
}

/// <summary>Somebody read a caution where a life is at stake.</summary>
/// <param name="Act">The kind of the act it stands before.</param>
public sealed record CautionRead(string Act) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CautionRead>("caution-read", "Caution read",
        (job, n) => job.Record.Kinds.Find(n.Body.Act)?.Title.ToLowerInvariant() ?? "") { Correction = Correction.ByTakingBack };
}

/// <summary>Pressure showed after firing.</summary>
/// <param name="Simulated">It showed on a simulated engine: outside a demo shop it counts for nothing. Null where it did not.</param>
/// <param name="BoxSeconds">When the gauge box read it, s after firing, 0 or more; null where somebody saw it. A page that was slow to say so, or out of
/// reach, makes no engine dry that had its oil in time.</param>
public sealed record PressureShown([property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Simulated = null,
    [Bounds(0, 3_600)] [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? BoxSeconds = null) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PressureShown, Ran>("pressure-shown", "Pressure after firing",
        (job, body) => EngineRuns.Of(job).Running is { } since ? ByTheBox(Ran.Since(job, since), body.BoxSeconds) : null,
        (_, n) => n.Outcome is Ran ran ? $"{(n.Body.Simulated == true ? "simulated: " : "")}{ran.Seconds:0.0} s after firing{ran.ClockWords}" : "")
    {
        Correction = Correction.Never,
        Refuse = (job, _) => EngineRuns.Of(job) is { Running: not null, Pressure: null } ? null
            : "The engine is not running, or its pressure was seen already.",
    };

    // The box cannot have read it later than it was said.
    private static Ran ByTheBox(Ran said, double? box) => box is { } seconds && seconds < said.Seconds ? said with { Seconds = Math.Round(seconds, 1) } : said;
}

/// <summary>Pressure showed after firing; recorded now as <see cref="PressureShown"/>.</summary>
public sealed record PressureAfterFiring : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PressureAfterFiring, Crank.Lasted>("fired-pressure", "Pressure after firing", (_, _) => null,
        (_, n) => n.Outcome is Crank.Lasted lasted ? $"{lasted.Seconds:0.0} s after firing" : "") { Correction = Correction.Never, Retired = true };
}

/// <summary>How a run of the engine ended.</summary>
public enum RunEnd
{
    /// <summary>It was stopped.</summary>
    Stopped,
    /// <summary>It stalled.</summary>
    Stalled,
    /// <summary>It did not fire, or would not catch.</summary>
    DidNotFire,
    /// <summary>It was stopped because no pressure showed.</summary>
    NoPressure,
}

/// <summary>A run of the engine ended.</summary>
/// <param name="How">How.</param>
public sealed record RunEnded(RunEnd How) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RunEnded, Ran>("run-ended", "Engine stopped",
        (job, _) => EngineRuns.Of(job).Running is { } since ? Ran.Since(job, since) : null,
        (_, n) => n.Outcome is Ran ran ? $"{JsonForm.Plain(n.Body.How)} after "
            + $"{(ran.Seconds < 60 ? $"{ran.Seconds:0.0} s" : $"{ran.Seconds / 60:0.0} min")}{ran.ClockWords}" : "")
    {
        Correction = Correction.Never,
        Ages = Ages.Lasts,
        Refuse = (job, body) => EngineRuns.Of(job) is not { Running: not null } runs ? "The engine was stopped already."
            : body.How == RunEnd.DidNotFire && runs.Pressure is not null ? "It ran: its oil pressure was seen." : null,
    };
}

/// <summary>The engine was stopped; recorded now as <see cref="RunEnded"/>.</summary>
public sealed record EngineStopped : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<EngineStopped, Crank.Lasted>("stopped", "Engine stopped", (_, _) => null,
        (_, n) => n.Outcome is Crank.Lasted lasted ? $"after {lasted.Seconds / 60:0.0} min" : "") { Correction = Correction.Never, Retired = true,
            Ages = Ages.Lasts };
}

/// <summary>Trouble seen while the engine runs.</summary>
public enum Trouble
{
    /// <summary>Blue smoke that stays.</summary>
    BlueSmoke,
    /// <summary>A wheel rubs or scrapes.</summary>
    Rubbing,
    /// <summary>A diesel runs away on its own oil.</summary>
    Runaway,
    /// <summary>Oil pressure that was there is lost.</summary>
    PressureLost,
}

/// <summary>Trouble was seen while the engine ran.</summary>
/// <param name="What">What.</param>
public sealed record TroubleSeen(Trouble What) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<TroubleSeen>("trouble-seen", "Trouble while running", (_, n) => Title(n.Body.What).ToLowerInvariant())
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, _) => EngineRuns.Of(job).Running is null ? "The engine is not running." : null,
    };

    /// <summary>Its name.</summary>
    public static string Title(Trouble what) => what switch
    {
        Trouble.BlueSmoke => "Blue smoke that stays",
        Trouble.Rubbing => "Rubbing or scraping",
        Trouble.PressureLost => "Oil pressure lost",
        _ => "The engine runs away",
    };

    /// <summary>What to do first, in five words each, before any form.</summary>
    public static IReadOnlyList<string> First(Trouble what) => what switch
    {
        Trouble.BlueSmoke => ["Stop the engine: no revving.", "Look at drain and breather."],
        Trouble.Rubbing => ["Stop the engine at once.", "Hands off until it stands."],
        Trouble.PressureLost => ["Stop the engine at once.", "Look for oil under it."],
        _ => ["Everyone away from the engine.", "Cover the intake with board.", "Never bare hands or rags.", "Gear in, brake, stall it."],
    };
}

/// <summary>Smoke at the tailpipe, as it was recorded with the first run.</summary>
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

/// <summary>Oil level after stopping, as it was recorded with the first run.</summary>
public enum OilLevel
{
    /// <summary>Between both marks.</summary>
    BetweenMarks,
    /// <summary>Under the lower mark.</summary>
    UnderMark,
    /// <summary>Over the upper mark.</summary>
    OverMark,
}

/// <summary>What the first run showed; recorded now as answers of their own.</summary>
/// <param name="Smoke">Smoke.</param>
/// <param name="OilLevel">Oil level after stopping.</param>
/// <param name="CodesClear">Whether no fault codes are stored.</param>
/// <param name="Codes">The codes, when there are any.</param>
public sealed record RunChecked(Smoke Smoke, OilLevel OilLevel, bool CodesClear, string Codes = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RunChecked>("run-check", "After the first run",
        (_, n) => $"smoke {JsonForm.Plain(n.Body.Smoke)}, oil {JsonForm.Plain(n.Body.OilLevel)}, {(n.Body.CodesClear ? "no codes" : "codes " + n.Body.Codes)}")
        { Retired = true };
}
