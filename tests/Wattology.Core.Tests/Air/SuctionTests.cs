using Wattology.Core.Air;
using Wattology.Core.Causes;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Air;

/// <summary>Suction before the compressor.</summary>
public sealed class SuctionTests
{
    [Theory]
    [InlineData(6, Running.Loaded, Verdict.Sound)]
    [InlineData(6.1, Running.Loaded, Verdict.Doubtful)]
    [InlineData(40, Running.Loaded, Verdict.Doubtful)]
    [InlineData(6, Running.Mid, Verdict.ReadingOnly)]
    [InlineData(0.5, Running.Idle, Verdict.ReadingOnly)]
    [InlineData(7, Running.Idle, Verdict.Doubtful)]
    public void Too_much_is_too_much_at_any_speed_but_little_tells_only_under_load(double kpa, Running running, Verdict verdict)
        => Assert.Equal(verdict, SuctionOutcome.Of(new(kpa, running), LimitBook.Usual).Judgement.Verdict);

    [Fact]
    public void A_reading_answers_the_finding_and_the_last_of_each_way_of_running_counts()
    {
        var job = Book.In().Tell(new SuctionReading(2, Running.Idle), Known.Measured);
        Assert.DoesNotContain("intake-suction-high", job.Job.Answers.Keys);
        job.Tell(new SuctionReading(9, Running.Loaded), Known.Measured);
        Assert.Equal(Answer.Present, job.Job.Answers["intake-suction-high"].Answer);
        Assert.Equal("9 kPa", job.Job.Check("suction", 0).Value);
        // The filter is renewed and it is measured again, and an idle reading after it changes nothing.
        job.Tell(new SuctionReading(3, Running.Loaded), Known.Measured).Tell(new SuctionReading(1, Running.Idle), Known.Measured);
        Assert.Equal((Answer.Absent, "3 kPa"), (job.Job.Answers["intake-suction-high"].Answer, job.Job.Check("suction", 0).Value));
        job.Tell(new SuctionReading(8, Running.Mid), Known.Measured);
        Assert.Equal(Answer.Present, job.Job.Answers["intake-suction-high"].Answer);
    }
}
