using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Commissioning;

public sealed class SmokeByMinuteTests
{
    private static JobBuilder Idling() => Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0).Tell(new PressureShown(), minutes: 0);

    private static JobBuilder Looked(JobBuilder job, params (double Minute, SmokeLook What)[] looks)
    {
        var now = 0.0;
        foreach (var (minute, what) in looks)
        {
            job.After(TimeSpan.FromMinutes(minute - now)).Tell(new SmokeNow(what), minutes: 0);
            now = minute;
        }
        return job;
    }

    [Fact]
    public void Each_minute_of_a_run_has_its_look_and_one_nobody_looked_at_says_so()
    {
        Assert.Empty(SmokeByMinute.Of(Book.Startable().Job.Context));
        var job = Looked(Idling(), (0.2, SmokeLook.Blue), (0.5, SmokeLook.Thinning), (2.5, SmokeLook.None));
        Assert.Equal([(1, SmokeLook.Thinning), (2, null), (3, (SmokeLook?)SmokeLook.None)], SmokeByMinute.Of(job.Job.Context).Select(m => (m.Minute, m.Look)));
        Assert.Equal("1: white or sweetish, thinning, 2: not looked at, 3: none", SmokeByMinute.Words(SmokeByMinute.Of(job.Job.Context)));
        job.After(TimeSpan.FromMinutes(2)).Tell(new RunEnded(RunEnd.Stopped), minutes: 0).After(TimeSpan.FromHours(1));
        Assert.Equal(5, SmokeByMinute.Of(job.Job.Context).Count);
        Assert.Equal("", SmokeByMinute.Words(SmokeByMinute.Of(Idling().Job.Context)));
        // The next run begins anew.
        job.Tell(new Fired(), minutes: 0);
        Assert.Equal([(1, null)], SmokeByMinute.Of(job.Job.Context).Select(m => (m.Minute, m.Look)));
    }

    [Theory]
    [InlineData(true, 0.5, 1.5, 2.5)]
    [InlineData(true, 0.5, 2.5, 4.5)]
    [InlineData(false, 0.5, 1.5)]
    [InlineData(false, 0.2, 0.5, 0.9)]
    public void Blue_in_three_minutes_looked_at_stays(bool stays, params double[] minutes)
        => Assert.Equal(stays, SmokeByMinute.BlueStays(SmokeByMinute.Of(Looked(Idling(), [.. minutes.Select(m => (m, SmokeLook.Blue))]).Job.Context)));

    [Fact]
    public void Blue_that_is_gone_does_not_stay_and_nobody_looks_at_an_engine_that_stands()
    {
        Assert.False(SmokeByMinute.BlueStays(SmokeByMinute.Of(Looked(Idling(), (0.5, SmokeLook.Blue), (1.5, SmokeLook.Blue), (2.5, SmokeLook.Blue),
            (3.5, SmokeLook.None)).Job.Context)));
        Assert.Contains("not running", Book.Startable().Refusal(new SmokeNow(SmokeLook.None))!.Message);
        Assert.Equal("black", new SmokeNow(SmokeLook.Black) is var black ? SmokeNow.Title(black.What) : "");
    }
}
