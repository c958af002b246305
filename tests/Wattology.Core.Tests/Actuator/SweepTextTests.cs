using Wattology.Core.Actuator;
using Wattology.Core.Causes;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Actuator;

public sealed class SweepTextTests
{
    private static (IReadOnlyList<SweepSample> Samples, string? Fault) Read(string text)
    {
        var faults = new Faults();
        var samples = SweepText.Read(text, faults);
        return (samples, faults.ByPath.GetValueOrDefault("samples"));
    }

    [Theory]
    [InlineData("0;10;9,5\n0,1;11;10,5")]
    [InlineData("0,10,9.5\n0.1,11,10.5\n")]
    [InlineData("time;command;feedback\r\n0;10;9.5\r\n0.1;11;10.5")]
    [InlineData("0\t10\t9,5\n\n0,1\t11\t10,5\n")]
    [InlineData("0   10 9.5\n 0.1 11  10.5 ")]
    [InlineData("\"0\",\"10\",\"9.5\"\n\"0.1\",\"11\",\"10.5\"")]
    public void Samples_are_read_however_they_are_parted(string text)
    {
        var (samples, fault) = Read(text);
        Assert.Null(fault);
        Assert.Equal([new(0, 10, 9.5), new(0.1, 11, 10.5)], samples);
    }

    [Fact]
    public void A_missing_feedback_is_an_empty_column()
        => Assert.Equal([new(0, 1), new(1, 2, 3), new(2, 3)], Read("0;1;\n1;2;3\n2;3;").Samples);

    [Theory]
    [InlineData("0;1;2\n1;x;3", "Line 2, ‘1;x;3’:")]
    [InlineData("0;1;2\n1;2;3;4", "Line 2, ‘1;2;3;4’:")]
    [InlineData("a;b;c\n0;1;2\nNaN;2;3", "Line 3, ‘NaN;2;3’:")]
    [InlineData("0;1;2\nover;and;out", "Line 2, ‘over;and;out’:")]
    [InlineData("", "No samples yet")]
    [InlineData("time,command,feedback", "No samples yet")]
    public void A_bad_line_is_named(string text, string fault) => Assert.StartsWith(fault, Read(text).Fault);

    private static IReadOnlyList<SweepSample> UpAndDown(double scale = 1, int seconds = 20) => [.. Enumerable.Range(0, seconds * 20 + 1).Select(i => i / 20.0)
        .Select(t => (t, Command: t < seconds / 2.0 ? t * 200 / seconds : 200 - t * 200 / seconds))
        .Select(s => new SweepSample(s.t, s.Command, s.Command * scale))];

    [Theory]
    [InlineData(1, Verdict.Sound, "moves freely")]
    [InlineData(0.5, Verdict.Doubtful, "short of a stop")]
    [InlineData(0.0, Verdict.Stop, "does not move")]
    public void A_sweep_is_judged_by_the_limits_in_force_and_says_what_each_part_looked_at(double scale, Verdict verdict, string words)
    {
        var outcome = SweepOutcome.Of(new(1, UpAndDown(scale)), new([new("sweep-range", LimitSource.Shop, "ours", 90)]));
        Assert.Equal((verdict, words), (outcome.Judgement.Verdict, SweepOutcome.Words(outcome.Result.Verdict)));
        Assert.InRange(outcome.LookedAt.Single(l => l.Limit == SweepLimits.Range).Value!.Value, 99 * scale, 100 * scale);
        Assert.Equal(SweepLimits.All, outcome.LookedAt.Select(l => l.Limit));
    }

    [Fact]
    public void Too_many_samples_are_refused_and_a_sweep_stands_at_the_control()
    {
        var faults = new Faults();
        new SweepRead(1, [.. Enumerable.Range(0, SweepRead.MostSamples + 1).Select(i => new SweepSample(i, 1, 1))]).Check(faults, "");
        Assert.StartsWith("20,001 samples are more than the 20,000 kept", faults.ByPath["samples"]);
        var job = Book.In().Tell(new SweepRead(1, UpAndDown(0)), Known.Measured);
        Assert.Equal((Verdict.Stop, "does not move"), (job.Check("control").Verdict, job.Check("control").Value));
    }

    [Theory]
    [InlineData(1, Answer.Absent, Answer.Absent)]
    [InlineData(0.5, Answer.Absent, Answer.Present)]
    [InlineData(0.0, Answer.Present, null)]
    public void A_sweep_answers_its_findings(double scale, Answer? dead, Answer? stiff)
    {
        var answers = Book.In(limits: new Limit("sweep-range", LimitSource.Shop, "ours", 90))
            .Tell(new SweepRead(1, UpAndDown(scale)), Known.Measured).Job.Answers;
        Assert.Equal((dead, stiff), (answers.GetValueOrDefault("actuator-dead")?.Answer, answers.GetValueOrDefault("vanes-stiff")?.Answer));
    }

    [Fact]
    public void A_chart_of_many_samples_is_thinned_and_loses_no_extreme()
    {
        IReadOnlyList<SweepSample> many = [.. UpAndDown(1, 600).Select((s, i) => i == 5_001 ? s with { FeedbackPct = 150 } : s)];
        var chart = SweepChart.Of(many);
        Assert.InRange(chart.Points.Count, 100, SweepChart.MostPoints + 2);
        Assert.Equal((0, 150), chart.Percent);
        Assert.Equal((many[0].TimeS, true), (chart.Time.From, chart.Points.Zip(chart.Points.Skip(1)).All(p => p.First.TimeS < p.Second.TimeS)));
        Assert.Same(many.Take(50).ToArray() is var few ? few : null, SweepChart.Of(few).Points);
    }
}
