using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

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
        Question = (record, body) => (record.Latest<FindingNoted>(f => f.Finding == body.Finding && f.Turbo == body.Turbo)?.Entry, $"answer.{body.Finding}"),
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
        foreach (var noted in record.All<FindingNoted>().Where(f => turbo == 0 || f.Body.Turbo == 0 || f.Body.Turbo == turbo)) last[noted.Body.Finding] = noted;
        return last;
    }
}
