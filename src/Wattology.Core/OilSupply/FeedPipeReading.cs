using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.OilSupply;

/// <summary>What became of the feed pipe.</summary>
public enum FeedPipeState
{
    /// <summary>A new one is fitted.</summary>
    Renewed,
    /// <summary>Cleaned through, and seen through from end to end.</summary>
    CleanedAndSeenThrough,
    /// <summary>The old one is kept, for a reason.</summary>
    Kept,
}

/// <summary>The feed pipe was renewed, cleaned, or kept.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="State">What became of it.</param>
/// <param name="Because">Why it is kept; needed only then.</param>
public sealed record FeedPipeReading([Bounds(1, 2)] int Turbo, FeedPipeState State, string Because = "") : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FeedPipeReading, FeedPipeOutcome>("feed-pipe", "Feed pipe",
        (job, reading) => FeedPipeOutcome.Of(reading, [.. job.Record.Causes().Select(c => c.Cause)]),
        (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Brief}. {((FeedPipeOutcome)n.Outcome!).Why}");

    /// <summary>What became of it, short.</summary>
    public string Brief => State switch
    {
        FeedPipeState.Renewed => "renewed",
        FeedPipeState.CleanedAndSeenThrough => "cleaned, seen through",
        _ => $"kept: {Because}",
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (State == FeedPipeState.Kept && string.IsNullOrWhiteSpace(Because))
            faults.Add(Faults.Join(path, "because"), "Say why the old pipe is kept: carbon and a collapsed liner inside do not show from outside.");
    }
}

/// <summary>What a look at the feed pipe came to.</summary>
/// <param name="Judgement">How it was judged.</param>
public sealed record FeedPipeOutcome(Judgement Judgement) : Outcome, IJudged
{
    // After these the inside of the old pipe is what failed, or what caught the dirt.
    private static readonly string[] WantsNew = ["starved", "dirty", "overheat"];
    private const string Renewed = "renewed", Cleaned = "cleaned", CleanedOnly = "cleaned-only", Kept = "kept";

    /// <summary>Judges: renewed is sound, so is a pipe seen through unless lack of oil, dirt or carbon was the cause; kept is doubtful.</summary>
    /// <param name="reading">What became of the pipe.</param>
    /// <param name="causes">The ids of the confirmed causes.</param>
    public static FeedPipeOutcome Of(FeedPipeReading reading, IReadOnlyList<string> causes) => new(reading.State switch
    {
        FeedPipeState.Renewed => new Judgement(Verdict.Sound, Renewed),
        FeedPipeState.CleanedAndSeenThrough => causes.Any(WantsNew.Contains) ? new(Verdict.Doubtful, CleanedOnly) : new(Verdict.Sound, Cleaned),
        _ => new(Verdict.Doubtful, Kept),
    });

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Why switch
    {
        Renewed => "A new pipe hides nothing.",
        Cleaned => "Cleaned through and seen through from end to end.",
        CleanedOnly => "Cleaned, but after lack of oil, dirt or heat a new pipe is usual: what a look through does not show comes loose later.",
        _ => "Kept: its inside cannot be judged from outside.",
    };
}
