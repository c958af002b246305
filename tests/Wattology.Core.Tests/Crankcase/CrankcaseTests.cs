using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Crankcase;

public sealed class CrankcaseTests
{
    [Fact]
    public void The_worst_latest_reading_of_any_running_stands()
    {
        var job = Book.In().Breathe(1.9).Breathe(0.2, Running.Idle);
        Assert.Equal((Verdict.Stop, "1.9 kPa"), (job.Check("crankcase").Verdict, job.Check("crankcase").Value));
        Assert.Equal(Verdict.Sound, job.Breathe(0.8).Check("crankcase").Verdict);
        Assert.Equal([Running.Idle, Running.Loaded], CrankcaseCheck.Latest(job.Record).Select(r => r.Body.Running));
        Assert.Equal("Not read yet.", Book.In().Check("crankcase").Why);
        Assert.Equal("Due after the first start: The engine will not run.", Book.In().CannotBreathe().Check("crankcase").Why);
    }

    [Fact]
    public void A_closed_breather_has_a_limit_of_its_own()
    {
        Assert.Equal(Verdict.ReadingOnly, Book.In(closed: true).Breathe(-2).Check("crankcase").Verdict);
        var suction = new Limit("crankcase-closed", LimitSource.Maker, "sheet 3", -4, -0.5, In: Measure.Pressure);
        Assert.Equal(Verdict.Sound, Book.In(closed: true, limits: suction).Breathe(-2).Check("crankcase").Verdict);
        Assert.Equal(Verdict.Stop, Book.In(closed: true, limits: suction).Breathe(0.1).Check("crankcase").Verdict);
    }

    [Fact]
    public void The_record_says_it_with_verdict_and_limit()
    {
        var job = Book.In().Breathe(1.2, Running.Mid).CannotBreathe();
        Assert.Equal("1.2 kPa, mid. High enough to hold oil back in the drain. Look at breather, level and blow-by. [doubtful; sound up to 1 kPa, doubtful up "
            + "to 1.5 kPa, usual practice]", job.Job.Words(job.Entries[1]));
        Assert.Equal("The engine will not run.", job.Job.Words(job.Entries[2]));
        Assert.Contains("a new turbo would smoke", Book.In().Breathe(4).Check("crankcase").Why);
        Assert.Contains("does not push back", Book.In().Breathe(0.1).Check("crankcase").Why);
        Assert.Contains("normally shows suction", Book.In(closed: true).Breathe(-1).Check("crankcase").Why);
    }
}
