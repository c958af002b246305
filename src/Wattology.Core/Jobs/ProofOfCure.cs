using Wattology.Core.Air;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Jobs;

/// <summary>What proves that one cause is cured: its readings before and after, and what was put right.</summary>
/// <param name="Cause">The cause as it was confirmed.</param>
/// <param name="Pairs">Its readings, each before and after.</param>
/// <param name="Items">What puts it right, item by item, each as it stands.</param>
public sealed record ProofOfCure(CauseStanding Cause, IReadOnlyList<ReadingPair> Pairs, IReadOnlyList<Item> Items)
{
    // Which readings tell of which cause.
    private static readonly Dictionary<string, string[]> Telling = new()
    {
        ["starved"] = [CatchTestReading.KindName],
        ["dirty"] = [CatchTestReading.KindName],
        ["thinned"] = [CatchTestReading.KindName],
        ["object-intake"] = [SuctionReading.KindName],
        ["overspeed"] = [SuctionReading.KindName],
        ["overheat"] = [SuctionReading.KindName],
        ["drain"] = [DrainReading.Kind.Name, PourThrough.KindName, CrankcaseReading.KindName],
        ["crankcase"] = [CrankcaseReading.KindName, BlowByReading.KindName, CompressionReading.KindName],
        ["elsewhere"] = [SuctionReading.KindName, CrankcaseReading.KindName, CompressionReading.KindName],
    };

    /// <summary>The proofs of a job's causes, in the order they were confirmed.</summary>
    public static IReadOnlyList<ProofOfCure> Of(JudgedJob job)
    {
        var pairs = ReadingPair.Of(job);
        var items = Enum.GetValues<HoldPoint>().SelectMany(p => job.HoldPoint(p).Items).ToArray();
        return [.. job.Record.Causes().Select(c => new ProofOfCure(c, [.. pairs.Where(p => Telling.GetValueOrDefault(c.Cause, []).Contains(p.Kind))],
            [.. items.Where(i => Remedies.Find(i.Id)?.Cause == c.Cause)]))];
    }

    /// <summary>Readings taken before and after that tell of no confirmed cause.</summary>
    public static IReadOnlyList<ReadingPair> Rest(JudgedJob job)
    {
        var told = job.Record.Causes().SelectMany(c => Telling.GetValueOrDefault(c.Cause, [])).ToHashSet();
        return [.. ReadingPair.Of(job).Where(p => !told.Contains(p.Kind) && p is { Before: not null, After: not null })];
    }

    /// <summary>Whether at least one of its readings was taken on both sides, under the same conditions.</summary>
    public bool Measured => Pairs.Any(p => p is { Before: not null, After: not null, Unequal: "" });
}
