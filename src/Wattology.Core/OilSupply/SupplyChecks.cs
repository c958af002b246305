using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Plate;

namespace Wattology.Core.OilSupply;

/// <summary>The checks of the oil supply: what comes, through which restrictor, through which pipe.</summary>
public static class SupplyChecks
{
    private const string LackOfOil = "starved";

    /// <summary>What came from the turbo's end of the feed, seen.</summary>
    public static readonly Question FeedSeen = new("feed-seen", "Oil from the feed, cranked into a container",
    [
        new("steady", "steady stream within the burst") { Drawing = "stream-steady" },
        new("spits", "spits, or comes late", Verdict.Doubtful) { Drawing = "stream-broken" },
        new("nothing", "nothing came", Verdict.Stop) { Drawing = "stream-none" },
    ])
    {
        PerTurbo = true,
        Refuse = (job, _) => Bursts.WasSafe(job) ? null : CatchTestReading.UnsafeWords,
    };

    /// <summary>The restrictor, gauze or orifice in the feed, seen.</summary>
    public static readonly Question RestrictorSeen = new("restrictor-seen", "Restrictor, gauze or orifice",
    [
        new("clear", "seen clear"),
        new("blocked", "blocked", Verdict.Stop),
        new("none-there", "none there", Verdict.ReadingOnly),
        new("cannot-reach", "cannot be reached", Verdict.ReadingOnly, Known.Assumed, "Why it cannot be reached"),
    ])
    {
        PerTurbo = true,
        Judge = (job, look) => job.Limits.Choose(SupplyLimits.Restrictor).Source == LimitSource.NoneKnown ? null : look.Answer switch
        {
            "clear" => Verdict.ReadingOnly,
            "none-there" => Verdict.Stop,
            _ => null,
        },
    };

    /// <summary>Oil at the turbo's end of the feed.</summary>
    public static readonly CheckDefinition OilSupply = new("oil-supply", "Oil supply", DrawnPart.Feed, ReadSupply)
    {
        PerTurbo = true,
        Questions = [FeedSeen],
        Kinds = [CatchTestReading.Kind],
        Limits = [SupplyLimits.Ratio, SupplyLimits.Spread, SupplyLimits.Flow],
        Answers = [new("feed-flow-low", r => r.Verdict switch { Verdict.Sound => false, Verdict.Stop => true, _ => null })],
        Items =
        [
            new(HoldPoint.Release, "oil-supply", "Oil supply judged", (context, turbo) => PlateCheck.Stays(context.Job, turbo) ? null
                : ItemState.Of(context.Check("oil-supply", turbo))) { PerTurbo = true },
        ],

    };

    /// <summary>The restrictor or hidden orifice in the feed.</summary>
    public static readonly CheckDefinition Restrictor = new("restrictor", "Restrictor", DrawnPart.Restrictor, ReadRestrictor)
    {
        PerTurbo = true,
        Questions = [RestrictorSeen, .. HiddenPlaces.All],
        Kinds = [RestrictorReading.Kind],
        Schools = [SupplyLimits.RestrictorBy],
        Limits = [SupplyLimits.Restrictor],
    };

    /// <summary>The feed pipe itself.</summary>
    public static readonly CheckDefinition FeedPipe = new("feed-pipe", "Feed pipe", DrawnPart.Feed,
        (job, turbo) => Found.Of<FeedPipeReading, FeedPipeOutcome>(job.Record.LatestOf<FeedPipeReading>(turbo),
            (reading, _) => reading.State == FeedPipeState.Kept ? "kept" : reading.Brief))
    {
        PerTurbo = true,
        Kinds = [FeedPipeReading.Kind],
    };

    // A steady stream closes by sight, unless lack of oil is what killed the last one.
    private static Found ReadSupply(JobContext job, int turbo)
    {
        var caught = Found.Of<CatchTestReading, CatchTestOutcome>(job.Record.LatestOf<CatchTestReading>(turbo),
            (_, o) => $"{ShopUnits.Digits(o.Result.MeanLpm)} l/min{(o.Result.Ratio is { } r ? $", {o.Judgement.Digits(r)} ×" : "")}");
        var seen = FeedSeen.Found(job, turbo);
        return seen.Verdict == Verdict.Sound && job.Record.HasCause(LackOfOil)
            ? Found.Newer(caught, seen with { Verdict = Verdict.ReadingOnly, Word = "seen, not measured",
                Why = "A steady stream was seen; after lack of oil the catch is measured." })
            : Found.Newer(caught, seen);
    }

    // Its size needs a figure only where somebody knew one when it was looked at.
    private static Found ReadRestrictor(JobContext job, int turbo)
    {
        // Whatever is clear elsewhere: nothing passes a place that is blocked.
        if (HiddenPlaces.Stopped(job, turbo) is { } stopped) return stopped;
        var measured = Found.Of<RestrictorReading, RestrictorOutcome>(job.Record.LatestOf<RestrictorReading>(turbo),
            (reading, o) => reading.HoleMm is { } mm ? o.Judgement.Show(mm, Measure.Length, job.Units) : "none fitted");
        var seen = RestrictorSeen.Found(job, turbo);
        return Found.Newer(measured, RestrictorSeen.Read(job, turbo).Answer?.Id switch
        {
            "clear" when seen.Verdict == Verdict.ReadingOnly => seen with { Word = "seen, not measured", Why = "Seen clear; a figure for its size is known: "
                + "measure it." },
            "none-there" when seen.Verdict == Verdict.Stop => seen with { Why = "None is there, but a figure for one is known." },
            _ => seen,
        });
    }
}
