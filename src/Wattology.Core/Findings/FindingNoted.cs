using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Findings;

/// <summary>A finding was looked at, or what was said of it is taken back.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the job as a whole.</param>
/// <param name="Finding">Its id in the cause model.</param>
/// <param name="Answer">What looking brought; null when nobody has looked after all.</param>
public sealed record FindingNoted([Bounds(0, 2)] int Turbo, string Finding, Answer? Answer = null) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FindingNoted>("finding", "Finding",
        (job, n) => $"{job.Which(n.Body.Turbo)}{FindingWords.Of(n.Body.Finding).Said(n.Body.Answer)}")
    {
        Correction = Correction.ByTakingBack,
        Question = (record, body) => (record.FindingOf(body.Finding, body.Turbo)?.Entry, FieldOf(body.Finding)),
    };

    /// <summary>The field of a page in which a finding is answered.</summary>
    public static string FieldOf(string finding) => $"answer.{finding}";

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (CauseModel.Usual.Find(Finding) is null) faults.Add(Faults.Join(path, "finding"), "There is no such finding.");
    }
}

/// <summary>A finding was measured.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the job as a whole.</param>
/// <param name="Finding">Its id in the cause model.</param>
/// <param name="Answer">What measuring brought.</param>
/// <param name="Figure">The figure with its unit, as it was typed, or what the tool showed; at most 40 characters.</param>
public sealed record FindingMeasured([Bounds(0, 2)] int Turbo, string Finding, Answer Answer,
    [Needed(FindingMeasured.FigureNeeded)] string Figure) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>What is said where the figure is missing.</summary>
    public const string FigureNeeded = "Measured asks for the figure: type what the tool read, or say that it was seen or felt.";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FindingMeasured>("finding-measured", "Finding, measured",
        (job, n) => $"{job.Which(n.Body.Turbo)}{FindingWords.Of(n.Body.Finding).Said(n.Body.Answer)} ({n.Body.Figure})")
    {
        Correction = Correction.ByTakingBack,
        KnownBy = [Known.Measured],
        Question = (record, body) => (record.FindingOf(body.Finding, body.Turbo)?.Entry, FindingNoted.FieldOf(body.Finding)),
        Refuse = (_, body) => string.IsNullOrWhiteSpace(body.Figure) ? new(FigureNeeded, FindingNoted.FieldOf(body.Finding))
            : body.Figure.Length <= TypedValue.Longest ? null
            : new($"At most {TypedValue.Longest} characters: the figure and its unit.", FindingNoted.FieldOf(body.Finding)),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (CauseModel.Usual.Find(Finding) is null) faults.Add(Faults.Join(path, "finding"), "There is no such finding.");
    }
}

/// <summary>A person says of a finding otherwise than a reading does, and why.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the job as a whole.</param>
/// <param name="Finding">Its id in the cause model.</param>
/// <param name="Answer">What looking brought.</param>
/// <param name="Because">Why it holds against the reading.</param>
public sealed record FindingOtherwise([Bounds(0, 2)] int Turbo, string Finding, Answer Answer,
    [Needed("Say why it holds against the reading.")] string Because) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FindingOtherwise>("finding-otherwise", "Finding, against the reading",
        (job, n) => $"{job.Which(n.Body.Turbo)}{FindingWords.Of(n.Body.Finding).Said(n.Body.Answer)}, because {n.Body.Because}")
    {
        Correction = Correction.ByTakingBack,
        Question = (record, body) => (record.FindingOf(body.Finding, body.Turbo)?.Entry, FindingNoted.FieldOf(body.Finding)),
        Refuse = (_, body) => string.IsNullOrWhiteSpace(body.Because) ? new("Say why it holds against the reading.", FindingNoted.FieldOf(body.Finding)) : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (CauseModel.Usual.Find(Finding) is null) faults.Add(Faults.Join(path, "finding"), "There is no such finding.");
    }
}

/// <summary>The findings of a job.</summary>
public static class FindingRecord
{
    /// <summary>What each finding last brought, by its id; what was taken back stands with no answer.</summary>
    /// <param name="record">The job.</param>
    /// <param name="turbo">Of one turbo, with what is said of the job as a whole; of all of them when 0.</param>
    public static IReadOnlyDictionary<string, Noted<FindingNoted>> Findings(this JobRecord record, int turbo = 0)
    {
        var last = new Dictionary<string, Noted<FindingNoted>>();
        foreach (var noted in Said(record).Where(f => turbo == 0 || f.Body.Turbo == 0 || f.Body.Turbo == turbo)) last[noted.Body.Finding] = noted;
        return last;
    }

    /// <summary>What was last said of one finding, of exactly that turbo; null when nobody said anything.</summary>
    public static Noted<FindingNoted>? FindingOf(this JobRecord record, string finding, int turbo)
        => Said(record).LastOrDefault(f => f.Body.Finding == finding && f.Body.Turbo == turbo);

    /// <summary>The figure with a measured finding; null where it is none.</summary>
    public static string? FigureOf(this JobRecord record, Entry entry) => entry.Kind == FindingMeasured.Kind.Name
        ? record.Read<FindingMeasured>(entry).Body.Figure : null;

    // What is measured, or said against a reading, is said like any other finding, with its figure or reason beside.
    private static IEnumerable<Noted<FindingNoted>> Said(JobRecord record) => record.All<FindingNoted>()
        .Concat(record.All<FindingMeasured>().Select(m => new Noted<FindingNoted>(m.Entry, new(m.Body.Turbo, m.Body.Finding, m.Body.Answer), null)))
        .Concat(record.All<FindingOtherwise>().Select(o => new Noted<FindingNoted>(o.Entry, new(o.Body.Turbo, o.Body.Finding, o.Body.Answer), null)))
        .OrderBy(n => n.Entry.Seq);
}
