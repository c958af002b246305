using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.OilSupply;

/// <summary>The checks of the oil supply: what comes, through which restrictor, through which pipe.</summary>
public static class SupplyChecks
{
    /// <summary>Oil at the turbo's end of the feed.</summary>
    public static readonly CheckDefinition OilSupply = new("oil-supply", "Oil supply", DrawnPart.Feed,
        (job, turbo) => Found.Of<CatchTestReading, CatchTestOutcome>(job.Record.LatestOf<CatchTestReading>(turbo),
            (_, o) => $"{ShopUnits.Digits(o.Result.MeanLpm)} l/min{(o.Result.Ratio is { } r ? $", {100 * r:0} %" : "")}"))
    {
        PerTurbo = true,
        Stage = WorkStage.Supply,
        Kinds = [CatchTestReading.Kind],
        Limits = [SupplyLimits.Ratio, SupplyLimits.Spread, SupplyLimits.Flow],
        Answers = [new("feed-flow-low", r => r.Verdict switch { Verdict.Sound => false, Verdict.Stop => true, _ => null })],
        Items = [ItemDefinition.SettledBy("oil-supply", HoldPoint.Release, "Oil supply judged")],
    };

    /// <summary>The restrictor or hidden orifice in the feed.</summary>
    public static readonly CheckDefinition Restrictor = new("restrictor", "Restrictor", DrawnPart.Restrictor,
        (job, turbo) => Found.Of<RestrictorReading, RestrictorOutcome>(job.Record.LatestOf<RestrictorReading>(turbo),
            (reading, _) => reading.HoleMm is { } mm ? job.Units.ShowLength(mm) : "none fitted"))
    {
        PerTurbo = true,
        Kinds = [RestrictorReading.Kind],
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
}
