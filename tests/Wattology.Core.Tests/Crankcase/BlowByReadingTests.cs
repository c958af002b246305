using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Crankcase;

/// <summary>Blow-by as it is read in the bay, and the breather's rings.</summary>
public sealed class BlowByReadingTests
{
    private static readonly BlowByReading Flow = new(10, 0.4, Running.Idle);

    [Fact]
    public void It_is_the_calculation_in_the_bays_units()
    {
        Assert.Equal(BlowBy.Compute(new(10, 400)), Flow.Compute());
        Assert.Equal(BlowBy.Compute(new(10, 400, GasTempC: 80, DisplacementL: 2.5, Rpm: 2000, BoostKpa: 90, ManifoldC: 55)),
            (Flow with { GasTempC = 80, DisplacementLitres = 2.5, EngineRpm = 2000, BoostKpa = 90, ManifoldC = 55 }).Compute());
    }

    [Theory]
    [InlineData(0.01, Verdict.Sound, "the rings hold")]
    [InlineData(0.2, Verdict.Doubtful, "more than rings should pass")]
    [InlineData(1.5, Verdict.Stop, "measure again with the new unit")]
    public void Its_share_is_judged_and_a_flow_alone_is_not(double dp, Verdict verdict, string why)
    {
        var outcome = BlowByOutcome.Of(new BlowByReading(10, dp, Running.Loaded, DisplacementLitres: 2.5, EngineRpm: 2000), LimitBook.Usual);
        Assert.Equal((verdict, outcome.Result.SharePct), (outcome.Judgement.Verdict, outcome.JudgedOf(Flow)));
        Assert.Contains(why, outcome.Why);
        var alone = BlowByOutcome.Of(Flow with { DpKpa = dp }, LimitBook.Usual);
        Assert.Equal((Verdict.ReadingOnly, null), (alone.Judgement.Verdict, alone.Judgement.By));
    }

    [Fact]
    public void A_share_needs_a_speed_and_boost_a_manifold_temperature()
    {
        var faults = new Faults();
        (Flow with { DisplacementLitres = 2, BoostKpa = 50 }).Check(faults, "");
        Assert.Equal(["engine_rpm", "manifold_c"], faults.ByPath.Keys.Order());
    }

    [Fact]
    public void The_rings_of_an_old_element_are_asked_for_once_it_is_out()
    {
        bool Asked(JobBuilder job) => CrankcaseCheck.Rings.Applies(job.Job.Context, 0);
        Assert.False(Asked(Book.In()));
        Assert.False(Asked(Book.In().Answer(CrankcaseCheck.Breather, "as-it-was")));
        Assert.All(new[] { "renewed", "cleaned" }, a => Assert.True(Asked(Book.In().Answer(CrankcaseCheck.Breather, a))));
    }
}
