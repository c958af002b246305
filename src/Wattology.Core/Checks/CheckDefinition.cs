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
    /// <summary>The oil in the sump.</summary>
    Sump,
    /// <summary>The air filter.</summary>
    Filter,
    /// <summary>What moves wastegate or vanes.</summary>
    Control,
    /// <summary>The charge air's way through its cooler.</summary>
    ChargeAir,
    /// <summary>The small hoses that tell others of boost.</summary>
    References,
    /// <summary>The water of the centre section.</summary>
    Water,
    /// <summary>Hot metal and what lies near it.</summary>
    Heat,
}

/// <summary>A finding a check's reading answers.</summary>
/// <param name="Finding">Its id in the cause model.</param>
/// <param name="Present">True when the reading shows it, false when it shows it is not there, null when it cannot tell.</param>
public sealed record AnsweredFinding(string Finding, Func<CheckReading, bool?> Present);

/// <summary>What a check reads from a job.</summary>
/// <param name="Verdict">Its verdict.</param>
/// <param name="Value">Its latest value, short.</param>
/// <param name="Why">The reason in a sentence.</param>
/// <param name="Since">The entry from which it stands so; null when there is none.</param>
/// <param name="Word">A word that says it better than the verdict's own, where nothing is measured.</param>
/// <param name="Title">A title that says it better than the check's own.</param>
public sealed record Found(Verdict Verdict, string Value, string Why, Entry? Since = null, string? Word = null, string? Title = null)
{
    /// <summary>What is planned, or set on the bench, is looked at again as installed: nobody takes it under their name before.</summary>
    public bool Provisional { get; init; }

    /// <summary>What it shows of findings one by one, where one verdict does not tell: by the finding's id, whether it is there.</summary>
    public IReadOnlyDictionary<string, bool> Says { get; init; } = new Dictionary<string, bool>();

    /// <summary>What it shows of one finding; null when it cannot tell.</summary>
    public bool? Shows(string finding) => Says.TryGetValue(finding, out var there) ? there : null;

    /// <summary>Nobody has looked yet.</summary>
    public static readonly Found NotYet = new(Verdict.NotLookedAt, "", "Not looked at yet.");

    /// <summary>What a judged reading says; not looked at where there is none.</summary>
    /// <param name="noted">The latest reading.</param>
    /// <param name="value">Its value, short.</param>
    public static Found Of<T, TOutcome>(Noted<T>? noted, Func<T, TOutcome, string> value) where T : EntryBody where TOutcome : Outcome, IJudged
        => noted?.Outcome is not TOutcome outcome ? NotYet : new(outcome.Judgement.Verdict, value(noted.Body, outcome), outcome.Why, noted.Entry);

    /// <summary>The worst of what was measured and seen; of equals what was measured says more.</summary>
    /// <param name="seen">What was seen.</param>
    /// <param name="measured">What was measured; what nobody measured counts for nothing.</param>
    public static Found Worst(Found seen, params IReadOnlyList<Found> measured) => measured.Where(m => m.Since is not null).Append(seen).MaxBy(f => f.Verdict)!;

    /// <summary>The newer of what was measured and what was seen at one place; but what was measured and found wanting is not cleared by a look.</summary>
    public static Found Newer(Found measured, Found seen)
    {
        if ((seen.Since?.Seq ?? 0) < (measured.Since?.Seq ?? 0)) return measured;
        return measured.Verdict is Verdict.Stop or Verdict.Doubtful && seen.Verdict < measured.Verdict
            ? measured with { Why = $"{measured.Why} It was measured: measure again, a look does not clear it." } : seen;
    }
}

/// <summary>One check, defined once: everything else (the bar, the drawing, hold points, record, paper, search, API) is computed from it.</summary>
/// <param name="Id">Its name in addresses and records, and the name of its sheet.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Part">Where on the drawing it belongs; null where it has no spot there.</param>
/// <param name="Read">Value and verdict, read from the job; the number is the turbo's, 0 for the engine.</param>
public sealed record CheckDefinition(string Id, string Title, DrawnPart? Part, Func<JobContext, int, Found> Read)
{
    /// <summary>There is one for each turbo.</summary>
    public bool PerTurbo { get; init; }

    /// <summary>The jobs it applies to; all when not said.</summary>
    public Func<JobContext, bool> Applies { get; init; } = _ => true;

    /// <summary>The entry kinds it records.</summary>
    public IReadOnlyList<EntryKind> Kinds { get; init; } = [];

    /// <summary>What is asked on its sheet and answered by one touch.</summary>
    public IReadOnlyList<Question> Questions { get; init; } = [];

    /// <summary>The limits that judge it.</summary>
    public IReadOnlyList<LimitKind> Limits { get; init; } = [];

    /// <summary>What workshops differ about in it.</summary>
    public IReadOnlyList<School> Schools { get; init; } = [];

    /// <summary>The findings it answers.</summary>
    public IReadOnlyList<AnsweredFinding> Answers { get; init; } = [];

    /// <summary>The items of hold points it settles.</summary>
    public IReadOnlyList<ItemDefinition> Items { get; init; } = [];

    /// <summary>What reopens it.</summary>
    public IReadOnlyList<Reopening> ReopenedBy { get; init; } = [];

    /// <summary>Its short form on paper, after the verdict's word; null where it does not stand among the readings.</summary>
    public Func<CheckReading, string>? Paper { get; init; } = r => $"{(r.Value.Length > 0 ? r.Value + ". " : "")}{r.Why}";
}
