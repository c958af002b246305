using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Checks;

/// <summary>The part of the drawing a check belongs to.</summary>
public enum DrawnPart
{
    /// <summary>The engine's block.</summary>
    Engine,
    /// <summary>The restrictor in the feed.</summary>
    Restrictor,
    /// <summary>The feed pipe.</summary>
    Feed,
    /// <summary>The centre section.</summary>
    CentreSection,
    /// <summary>The unit's plate.</summary>
    Plate,
    /// <summary>The drain pipe.</summary>
    Drain,
}

/// <summary>What an entry of another kind reopens.</summary>
/// <param name="Kind">The kind that reopens the check when it comes after the reading and is about the same turbo.</param>
/// <param name="Because">What it did, in words after the colon: "the centre section was turned".</param>
/// <param name="When">Whether this entry does; always when null.</param>
public sealed record Reopening(EntryKind Kind, string Because, Func<JobContext, Entry, bool>? When = null);

/// <summary>A reopened check: which entry did it, and what it did.</summary>
/// <param name="By">The entry.</param>
/// <param name="Because">What it did.</param>
public sealed record Reopened(Entry By, string Because);

/// <summary>A finding a check's reading answers.</summary>
/// <param name="Finding">Its id in the cause model.</param>
/// <param name="Present">True when the reading shows it, false when it shows it is not there, null when it cannot tell.</param>
public sealed record AnsweredFinding(string Finding, Func<CheckReading, bool?> Present);

/// <summary>How an item stands.</summary>
/// <param name="Settled">Whether it is settled.</param>
/// <param name="Because">Why it is open, or what settled it.</param>
/// <param name="Hard">Standing so, no role and no reason passes it.</param>
public sealed record ItemState(bool Settled, string Because, bool Hard = false);

/// <summary>What items are judged from: the job, and its other checks.</summary>
/// <param name="Job">The job.</param>
/// <param name="Check">A check's reading, by the check's id and the turbo.</param>
/// <param name="HoldPoint">Another hold point as it stands.</param>
public sealed record ItemContext(JobContext Job, Func<string, int, CheckReading> Check, Func<HoldPoint, HoldPointState> HoldPoint);

/// <summary>An item of a hold point.</summary>
/// <param name="Point">Which hold point asks for it.</param>
/// <param name="Id">Its name in records; the turbo's number follows where there is one for each.</param>
/// <param name="Title">What must be true.</param>
/// <param name="State">How it stands, or null where it is not asked; the number is the turbo's, 0 for the engine.</param>
public sealed record ItemDefinition(HoldPoint Point, string Id, string Title, Func<ItemContext, int, ItemState?> State)
{
    /// <summary>There is one for each turbo.</summary>
    public bool PerTurbo { get; init; }

    /// <summary>No role and no reason passes it.</summary>
    public bool Hard { get; init; }

    /// <summary>Follows the check's reading, so that it opens when the check is reopened.</summary>
    public bool FollowsReading { get; init; }

    /// <summary>The sheet on which it is settled; the check's own when null.</summary>
    public string? Sheet { get; init; }

    /// <summary>An item that is settled when the check is.</summary>
    /// <param name="check">The check's id, and the item's.</param>
    /// <param name="point">Which hold point asks for it.</param>
    /// <param name="title">What must be true.</param>
    public static ItemDefinition SettledBy(string check, HoldPoint point, string title) => new(point, check, title, (context, turbo)
        => context.Check(check, turbo) is var reading ? new(reading.Settled, reading.Why) : null) { PerTurbo = true, FollowsReading = true };
}

/// <summary>What a check reads from a job.</summary>
/// <param name="Verdict">Its verdict.</param>
/// <param name="Value">Its latest value, short.</param>
/// <param name="Why">The reason in a sentence.</param>
/// <param name="Since">The entry from which it stands so; null when there is none.</param>
/// <param name="Word">A word that says it better than the verdict's own, where nothing is measured.</param>
/// <param name="Title">A title that says it better than the check's own.</param>
public sealed record Found(Verdict Verdict, string Value, string Why, Entry? Since = null, string? Word = null, string? Title = null)
{
    private static readonly Found NotYet = new(Verdict.NotLookedAt, "", "Not looked at yet.");

    /// <summary>What a judged reading says; not looked at where there is none.</summary>
    /// <param name="noted">The latest reading.</param>
    /// <param name="value">Its value, short.</param>
    public static Found Of<T, TOutcome>(Noted<T>? noted, Func<T, TOutcome, string> value) where T : EntryBody where TOutcome : Outcome, IJudged
        => noted?.Outcome is not TOutcome outcome ? NotYet : new(outcome.Judgement.Verdict, value(noted.Body, outcome), outcome.Why, noted.Entry);
}

/// <summary>One check, defined once: everything else (the bar, the drawing, hold points, record, paper, search, API) is computed from it.</summary>
/// <param name="Id">Its name in addresses and records, and the name of its sheet.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Part">Where on the drawing it belongs.</param>
/// <param name="Read">Value and verdict, read from the job; the number is the turbo's, 0 for the engine.</param>
public sealed record CheckDefinition(string Id, string Title, DrawnPart Part, Func<JobContext, int, Found> Read)
{
    /// <summary>There is one for each turbo.</summary>
    public bool PerTurbo { get; init; }

    /// <summary>The jobs it applies to; all when not said.</summary>
    public Func<JobContext, bool> Applies { get; init; } = _ => true;

    /// <summary>Its place in the order of work; null when it has no step of its own in the bar.</summary>
    public WorkStage? Stage { get; init; }

    /// <summary>Its name in the bar, where that differs from its title.</summary>
    public string? StepTitle { get; init; }

    /// <summary>Whether the bar counts it as done though it is open, and what it then says; null when it does not.</summary>
    public Func<JobContext, string?>? Postponed { get; init; }

    /// <summary>The entry kinds it records.</summary>
    public IReadOnlyList<EntryKind> Kinds { get; init; } = [];

    /// <summary>The limits that judge it.</summary>
    public IReadOnlyList<LimitKind> Limits { get; init; } = [];

    /// <summary>The findings it answers.</summary>
    public IReadOnlyList<AnsweredFinding> Answers { get; init; } = [];

    /// <summary>The items of hold points it settles.</summary>
    public IReadOnlyList<ItemDefinition> Items { get; init; } = [];

    /// <summary>What reopens it.</summary>
    public IReadOnlyList<Reopening> ReopenedBy { get; init; } = [];

    /// <summary>Its short form on paper, after the verdict's word; null where it does not stand among the readings.</summary>
    public Func<CheckReading, string>? Paper { get; init; } = r => $"{(r.Value.Length > 0 ? r.Value + ". " : "")}{r.Why}";
}
