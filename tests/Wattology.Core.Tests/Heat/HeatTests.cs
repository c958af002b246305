using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Heat;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Heat;

public sealed class HeatTests
{
    private static JobBuilder Clear(JobBuilder job)
    {
        foreach (var question in HeatCheck.Definition.Questions) job.Answer(question, question.Answers[0].Id);
        return job;
    }

    [Fact]
    public void A_guard_never_excuses_a_gap_nor_a_gap_a_guard()
    {
        var job = Clear(Book.In(kind: JobKind.Custom));
        Assert.Equal(Verdict.Sound, job.Check("heat", 0).Verdict);
        Assert.Equal(Verdict.Doubtful, job.Answer(HeatCheck.Gaps[3], "tight").Check("heat", 0).Verdict);
        Assert.Equal(Verdict.Stop, job.Answer(HeatCheck.Gaps[3], "touches").Check("heat", 0).Verdict);
        Assert.Equal(Verdict.Doubtful, job.Answer(HeatCheck.Gaps[3], "clear").Answer(HeatCheck.Guards[3], "missing").Check("heat", 0).Verdict);
    }

    [Fact]
    public void Where_nothing_lies_no_guard_is_asked_and_after_a_hot_run_every_neighbour_is_looked_at_again()
    {
        var job = Book.In();
        foreach (var gap in HeatCheck.Gaps) job.Answer(gap, gap == HeatCheck.Gaps[0] ? "clear" : "none");
        job.Answer(HeatCheck.Guards[0], "sleeve");
        Assert.StartsWith("Manifold and turbine housing: not answered", job.Check("heat", 0).Why);
        Assert.Equal(Verdict.Sound, job.Answer(HeatCheck.Cover, "bare").Check("heat", 0).Verdict);
        var ran = Clear(Book.Startable());
        Assert.Equal(Verdict.Sound, ran.Check("heat", 0).Verdict);
        Assert.StartsWith("Hoses: after the first hot run: not answered", ran.Run().Check("heat", 0).Why);
        foreach (var again in HeatCheck.Again) ran.Answer(again, "as-it-was");
        Assert.Equal(Verdict.Sound, ran.Check("heat", 0).Verdict);
        Assert.Equal(Verdict.Stop, ran.Answer(HeatCheck.Again[1], "marked", "loom").Check("heat", 0).Verdict);
    }

    [Fact]
    public void A_unit_hung_on_a_seal_is_a_stop_and_is_asked_where_the_fitter_decides()
    {
        Assert.Equal(Verdict.Stop, Book.In(kind: JobKind.Custom).Answer(HeatCheck.Hangs, "seal").Check("heat", 0).Verdict);
        Assert.False(HeatCheck.Hangs.Applies(Book.In().Job.Context, 0));
    }

    [Fact]
    public void A_measured_gap_is_judged_by_the_shops_own_figure()
    {
        var job = Clear(Book.In(limits: new Limit("heat-gap", LimitSource.Shop, "ours", 30, null, 20, In: Measure.Length)));
        Assert.Equal(Verdict.Sound, job.Tell(new HeatGap(Neighbour.Fuel, 40), Known.Measured).Check("heat", 0).Verdict);
        Assert.Equal(Verdict.Stop, job.Tell(new HeatGap(Neighbour.Wire, 5, "turbine housing"), Known.Measured).Check("heat", 0).Verdict);
        Assert.Contains("wire to turbine housing: 5 mm. Too near.", job.Job.Words(job.Entries[^1]));
        Assert.Equal(Verdict.ReadingOnly, new HeatGapOutcome(new(LimitBook.Usual.Choose(HeatGap.Gap).Judge(5), "gap")).Judgement.Verdict);
    }
}
