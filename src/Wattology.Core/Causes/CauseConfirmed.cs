using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Causes;

/// <summary>A named person confirms a cause.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the job as a whole.</param>
/// <param name="Cause">A cause of the model, or <see cref="Remedies.NotEstablished"/>.</param>
/// <param name="SecondWhy">What produced it: "blown seal" is no cause.</param>
/// <param name="Disagreement">Why another cause than the ranking's first is confirmed; empty when it is the first.</param>
public sealed record CauseConfirmed([Bounds(0, 2)] int Turbo, string Cause,
    [Needed("Say what produced this: a cause without its own cause comes back.")] string SecondWhy, string Disagreement = "") : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    /// <param name="rank">Ranks the causes as they stand for one turbo, or for the job when 0.</param>
    public static EntryKind KindOf(Func<JobContext, int, DiagnoseResult> rank) => new EntryKind<CauseConfirmed, RankingThen>("cause", "Cause confirmed",
        (job, body) => rank(job, body.Turbo) is var ranking ? new(ranking.Causes[0].Id, ranking.Causes[0].P, ranking.Verdict) : null,
        (job, n) =>
        {
            var against = n.Body.Disagreement.Length > 0 && n.Outcome is RankingThen then
                ? $" (ranking had {Remedies.Title(then.Leader).ToLowerInvariant()} first: {n.Body.Disagreement})" : "";
            return $"{job.Which(n.Body.Turbo)}{Remedies.Title(n.Body.Cause)}. {n.Body.SecondWhy}{against}";
        })
    {
        Right = Right.ConfirmCause,
        Ages = Ages.Lasts,
        Refuse = (job, body) => rank(job, body.Turbo).Causes[0].Id is var leader && leader != body.Cause && string.IsNullOrWhiteSpace(body.Disagreement)
            ? new($"The ranking has {Remedies.Title(leader).ToLowerInvariant()} first; say why it is another cause.", "disagreement") : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!Remedies.Causes.ContainsKey(Cause)) faults.Add(Faults.Join(path, "cause"), "Choose one of the causes, or 'not established'.");
    }
}

/// <summary>A named person confirms a further cause beside the first.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the job as a whole.</param>
/// <param name="Cause">A cause of the model.</param>
/// <param name="SecondWhy">What produced it.</param>
public sealed record CauseAlso([Bounds(0, 2)] int Turbo, string Cause,
    [Needed("Say what produced this: a cause without its own cause comes back.")] string SecondWhy) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CauseAlso>("cause-also", "Further cause confirmed",
        (job, n) => $"{job.Which(n.Body.Turbo)}{Remedies.Title(n.Body.Cause)}. {n.Body.SecondWhy}")
    {
        Right = Right.ConfirmCause,
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => job.Record.Causes().Any(c => c.Cause == body.Cause && c.Turbo == body.Turbo)
            ? new("This cause stands already.", "cause") : !job.Record.Causes().Any() ? new("Confirm the first cause first.", "cause") : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!Remedies.Causes.ContainsKey(Cause) || Cause == Remedies.NotEstablished) faults.Add(Faults.Join(path, "cause"), "Choose one of the causes.");
    }
}

/// <summary>How the ranking stood when a cause was confirmed.</summary>
/// <param name="Leader">The cause it had first.</param>
/// <param name="LeaderChance">That cause's chance, 0 to 1.</param>
/// <param name="Ranking">How far it had got.</param>
public sealed record RankingThen(string Leader, double LeaderChance, RankingVerdict Ranking) : Outcome;

/// <summary>A remedy was done, or is open again.</summary>
/// <param name="Remedy">Its id.</param>
/// <param name="Done">True when it is done.</param>
/// <param name="Note">What was done, or why it is open again.</param>
public sealed record RemedyNoted(string Remedy, bool Done, [Needed("Say what was done: part, place, or who.")] string Note) : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RemedyNoted>("remedy", "Put right",
        (_, n) => $"{Remedies.Find(n.Body.Remedy)?.Text ?? n.Body.Remedy}: {(n.Body.Done ? "done" : "open again")}, {n.Body.Note}") { Ages = Ages.Lasts };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Remedies.Find(Remedy) is null) faults.Add(Faults.Join(path, "remedy"), "There is no such remedy.");
    }
}

/// <summary>The cause of a job.</summary>
public static class CauseRecord
{
    /// <summary>The cause confirmed last, or null.</summary>
    public static Noted<CauseConfirmed>? Cause(this JobRecord record) => record.Latest<CauseConfirmed>();

    /// <summary>Every cause that stands: the one confirmed last for the job or for each turbo, and those confirmed beside it.</summary>
    public static IReadOnlyList<CauseStanding> Causes(this JobRecord record)
        => [.. record.All<CauseConfirmed>().GroupBy(c => c.Body.Turbo).Select(g => g.Last())
            .Select(c => new CauseStanding(c.Body.Turbo, c.Body.Cause, c.Body.SecondWhy, c.Entry))
            .Concat(record.All<CauseAlso>().Select(c => new CauseStanding(c.Body.Turbo, c.Body.Cause, c.Body.SecondWhy, c.Entry)))
            .DistinctBy(c => (c.Turbo, c.Cause)).OrderBy(c => c.Entry.Seq)];

    /// <summary>Whether a cause stands, for whichever turbo.</summary>
    public static bool HasCause(this JobRecord record, string cause) => record.Causes().Any(c => c.Cause == cause);
}

/// <summary>A cause that stands.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the job as a whole.</param>
/// <param name="Cause">Its id.</param>
/// <param name="SecondWhy">What produced it.</param>
/// <param name="Entry">The entry that confirmed it.</param>
public sealed record CauseStanding(int Turbo, string Cause, string SecondWhy, Entry Entry);
