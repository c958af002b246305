using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Play;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Play;

/// <summary>Shaft play by a dial.</summary>
public sealed class PlayTests
{
    private static readonly Limit Radial = new("play-radial", LimitSource.Maker, "sheet 4", 0.3, 0.5, 0.2, 0.6, Measure.Length);

    private static PlayOutcome Of(LimitBook limits, params double[] takes) => PlayOutcome.Of(new(1, PlayDirection.Radial, ShaftEnd.Turbine, takes), limits);

    [Theory]
    [InlineData(Verdict.Sound, "Within its limit.", 0.42, 0.02, 0.41, 0.42, 0.43)]
    [InlineData(Verdict.Doubtful, "More than it should be.", 0.55, 0.0, 0.55)]
    [InlineData(Verdict.Doubtful, "More than it should be.", 0.9, 0.2, 0.8, 1.0)]
    [InlineData(Verdict.Doubtful, "The takes fall on both sides", 0.48, 0.08, 0.44, 0.48, 0.52)]
    public void The_mean_of_the_takes_is_judged_by_the_makers_figure(Verdict verdict, string why, double mean, double spread, params double[] takes)
    {
        var outcome = Of(new([Radial]), takes);
        Assert.Equal((verdict, Math.Round(mean, 6), Math.Round(spread, 6)), (outcome.Judgement.Verdict, Math.Round(outcome.MeanMm, 6),
            Math.Round(outcome.SpreadMm, 6)));
        Assert.StartsWith(why, outcome.Why);
    }

    [Fact]
    public void Without_a_figure_it_is_a_reading_and_answers_nothing()
    {
        Assert.Equal(Verdict.ReadingOnly, Of(LimitBook.Usual, 0.9).Judgement.Verdict);
        var job = Book.In().Tell(new PlayReading(1, PlayDirection.Radial, ShaftEnd.Turbine, [0.9]), Known.Measured);
        Assert.DoesNotContain("radial-play-high", job.Job.Answers.Keys);
        Assert.Equal("radial 0.9 mm", job.Job.Check("play", 1).Value);
        Assert.StartsWith("radial, turbine end: 0.9 mm, one take. No limit is known", job.Job.Words(job.Entries[^1]));
    }

    [Fact]
    public void A_figure_answers_its_own_finding_and_its_own_turbo()
    {
        var job = Book.In(2, limits: Radial).Tell(new PlayReading(2, PlayDirection.Radial, ShaftEnd.Compressor, [0.4, 0.42]), Known.Measured)
            .Tell(new PlayReading(2, PlayDirection.Axial, ShaftEnd.Compressor, [0.05]), Known.Measured);
        Assert.Equal(Answer.Absent, job.Job.AnswersOf(2)["radial-play-high"].Answer);
        Assert.Equal(Known.Measured, job.Job.AnswersOf(2)["radial-play-high"].Known);
        Assert.DoesNotContain("axial-play-high", job.Job.AnswersOf(2).Keys);
        Assert.DoesNotContain("radial-play-high", job.Job.AnswersOf(1).Keys);
        // The worse end counts, and it is no stop of the work.
        job.Tell(new PlayReading(2, PlayDirection.Radial, ShaftEnd.Turbine, [0.8]), Known.Measured);
        Assert.Equal(Answer.Present, job.Job.AnswersOf(2)["radial-play-high"].Answer);
        Assert.Equal((Verdict.Doubtful, "radial, compressor end 0.41 mm · radial, turbine end 0.8 mm · axial 0.05 mm"),
            (job.Job.Check("play", 2).Verdict, job.Job.Check("play", 2).Value));
    }

    [Fact]
    public void It_takes_one_take_and_no_more_than_nine()
    {
        string? Fault(params double[] takes)
        {
            var faults = new Faults();
            new PlayReading(1, PlayDirection.Axial, ShaftEnd.Turbine, takes).Check(faults, "");
            return faults.ByPath.GetValueOrDefault("takes_mm");
        }
        Assert.Contains("At least one take", Fault());
        Assert.Contains("At most 9", Fault([.. Enumerable.Repeat(0.1, 10)]));
        Assert.Null(Fault([.. Enumerable.Repeat(0.1, 9)]));
    }
}
