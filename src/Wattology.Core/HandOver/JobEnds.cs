using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.HandOver;

/// <summary>The ways a job ends, beside being handed over.</summary>
public enum EndWay
{
    /// <summary>The turbo is sound: the real fault is cured or named, nothing is claimed, the unit goes back.</summary>
    TurboSound,
    /// <summary>The customer declines.</summary>
    Declined,
    /// <summary>Taken away unfinished.</summary>
    TakenAway,
    /// <summary>Scrapped.</summary>
    Scrapped,
}

/// <summary>A job ended in another way than by being handed over.</summary>
/// <param name="Way">In which way.</param>
/// <param name="Words">The real fault and what was done about it; what the customer declined; why it is scrapped.</param>
/// <param name="MustNot">Taken away unfinished: what must not be done with it.</param>
/// <param name="TakenBy">Taken away unfinished: who took it and signed for that.</param>
public sealed record JobEnded(EndWay Way, string Words = "", string MustNot = "", string TakenBy = "") : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    /// <param name="running">Whether the engine runs or is cranked.</param>
    /// <param name="holding">What a loose end says that must not leave the shop; null when none does.</param>
    public static EntryKind KindOf(Func<JobContext, bool> running, Func<JobContext, string?> holding) => new EntryKind<JobEnded>("ended", "Ended",
        (_, n) => n.Body.Said)
    {
        Correction = Correction.ByTakingBack,
        Right = Right.HandOver,
        Refuse = (job, body) =>
        {
            if (job.Record.IsEnded()) return "The job has ended already.";
            if (running(job)) return "The engine is turning: stop it first.";
            if (body.Way != EndWay.TurboSound) return null;
            if (!job.Record.HasCause(CauseModel.Elsewhere))
                return new Refusal("Confirm ‘the turbo is sound’ as the cause first: the ending follows from it.", "way");
            return holding(job) is { } open ? new Refusal($"It goes back to work, so everything is back first: {open}", "way") : null;
        },
    };

    private string Said => string.Join(". ", new[]
    {
        Title(Way), Words, MustNot.Length > 0 ? $"Must not: {MustNot}" : "", TakenBy.Length > 0 ? $"Signed for by {TakenBy}" : "",
    }.Where(t => t.Length > 0));

    /// <summary>A way in words.</summary>
    public static string Title(EndWay way) => way switch
    {
        EndWay.TurboSound => "The turbo is sound",
        EndWay.Declined => "Customer declines",
        EndWay.TakenAway => "Taken away unfinished",
        _ => "Scrapped",
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        void Need(string field, string value, string need)
        {
            if (string.IsNullOrWhiteSpace(value)) faults.Add(Faults.Join(path, field), need);
        }


        if (Way == EndWay.TurboSound) Need("words", Words, "Say what the real fault is, and whether it is cured.");
        if (Way == EndWay.Scrapped) Need("words", Words, "Say why it is scrapped.");
        if (Way != EndWay.TakenAway) return;
        Need("must_not", MustNot, "Say what must not be done with it: not started, not driven, not loaded.");
        Need("taken_by", TakenBy, "Say who takes it away and signs for that.");
    }
}
