using Wattology.Core.BookIn;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.FirstFitment;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.FirstFitment;

/// <summary>An engine that had no turbo: fit for boost, by a look or by figures.</summary>
public sealed class BoostFitTests
{
    [Theory]
    [InlineData(Verdict.Sound, "Even: 14.3 % apart.", 1200.0, 1400.0, 1250.0)]
    [InlineData(Verdict.Stop, "21.4 % apart, cylinder 2 lowest. Find out why before it is boosted.", 1400.0, 1100.0, 1250.0)]
    [InlineData(Verdict.Stop, "Cylinder 1 is lower than this engine may be.", 900.0, 910.0)]
    public void Compression_is_judged_by_spread_and_by_the_engines_own_least(Verdict verdict, string why, params double[] kpa)
    {
        var floor = new Limit("compression-floor", LimitSource.Maker, "sheet", 1000, In: Measure.Pressure);
        var outcome = CompressionOutcome.Of(new(kpa), new([floor]));
        Assert.Equal(verdict, outcome.Judgement.Verdict);
        Assert.StartsWith(why, outcome.Why);
        Assert.Equal(Verdict.Sound, CompressionOutcome.Of(new([900, 910]), LimitBook.Usual).Judgement.Verdict);
    }

    [Fact]
    public void What_was_measured_and_found_wanting_is_not_cleared_by_a_word()
    {
        var job = Book.In(kind: JobKind.FirstFitment);
        bool Settled() => job.Job.HoldPoint(HoldPoint.Release).Items.Single(i => i.Id == "boost-compression").Settled;
        job.Answer(BoostFit.Engine[0], "fit", "the owner says so");
        Assert.True(Settled());
        job.Tell(new CompressionReading([1400, 1000]), Known.Measured);
        Assert.False(Settled());
        Assert.Equal((Verdict.Stop, "Compression"), (job.Job.Check("boost-fit", 0).Verdict, job.Job.Check("boost-fit", 0).Value));
        job.Answer(BoostFit.Engine[0], "fit", "it will do");
        Assert.False(Settled());
        job.Tell(new CompressionReading([1400, 1350]), Known.Measured);
        Assert.True(Settled());
        job.Answer(BoostFit.Engine[0], "not-yet", "it was the wrong gauge");
        Assert.False(Settled());
    }

    [Fact]
    public void It_is_fit_when_engine_and_plan_are_looked_at_one_by_one()
    {
        var job = Book.In(kind: JobKind.FirstFitment);
        Assert.Equal("Compression: not looked at yet.", job.Job.Check("boost-fit", 0).Why);
        foreach (var question in BoostFit.Definition.Questions.SkipLast(1)) job.Answer(question, "fit");
        Assert.Equal((Verdict.ReadingOnly, "15 of 16", "Kit counted: not looked at yet."), (job.Job.Check("boost-fit", 0).Verdict,
            job.Job.Check("boost-fit", 0).Value, job.Job.Check("boost-fit", 0).Why));
        Assert.Equal(Verdict.Sound, job.Answer(BoostFit.Plan[^1], "fit").Job.Check("boost-fit", 0).Verdict);
    }
}
