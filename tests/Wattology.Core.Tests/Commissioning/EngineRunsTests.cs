using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Commissioning;

public sealed class EngineRunsTests
{
    private static EngineRuns Of(JobBuilder job) => EngineRuns.Of(job.Job.Context);

    private static JobBuilder Fired() => Book.Startable().Tell(new Fired(), minutes: 0);

    [Fact]
    public void Pressure_in_time_and_an_idle_long_enough_are_counted()
    {
        Assert.True(Of(Book.Startable().Run(5)) is { NoPressureStop: false, IdledEnough: true, LongestSeconds: 300, RunningSince: null });
        Assert.False(Of(Book.Startable().Run(4.99)).IdledEnough);
        Assert.True(Of(Book.Startable().Run(6).Run(2)) is { IdledEnough: true, LongestSeconds: 360 });
    }

    [Fact]
    public void Pressure_that_comes_late_or_never_stops_the_job_until_a_direct_gauge_is_read()
    {
        var job = Fired();
        Assert.False(Of(job).PressureOverdue(job.Now.AddSeconds(8)));
        Assert.True(Of(job).PressureOverdue(job.Now.AddSeconds(8.1)));
        Assert.True(Of(job.Seconds(9).Tell(new EngineStopped())) is { NoPressureStop: true, LongestSeconds: 0 });
        Assert.Equal(["ran-without"], job.Open(HoldPoint.Start));
        Assert.Equal(Verdict.Stop, job.Check("start").Verdict);
        Assert.False(Of(job.PressureSeen(90)).NoPressureStop);
        Assert.Equal(Verdict.NotLookedAt, job.Check("start").Verdict);

        var late = Fired().Seconds(8.5).Tell(new PressureAfterFiring(), minutes: 0);
        Assert.True(Of(late) is { NoPressureStop: true, Pressure: 8.5 });
        Assert.False(Of(Fired().Seconds(8).Tell(new PressureAfterFiring())).NoPressureStop);
    }

    [Fact]
    public void A_run_counts_under_the_limits_it_ran_under()
    {
        var job = Book.Startable().Run(6);
        var later = job.Job.Context with { Limits = new LimitBook([new("pressure-after-firing", LimitSource.Shop, "later", null, 2),
            new("idle-time", LimitSource.Shop, "later", 10)]) };
        Assert.True(EngineRuns.Of(later) is { NoPressureStop: false, IdledEnough: true, PressureWithin: 2, IdleLeastMinutes: 10 });
        var running = Book.Startable().Tell(new Fired(), minutes: 0.01).Job.Context with { Limits = later.Limits };
        Assert.True(EngineRuns.Of(running) is { PressureWithin: 8, IdleLeastMinutes: 5 });
    }

    [Fact]
    public void An_engine_is_fired_seen_and_stopped_in_that_order()
    {
        var job = Fired();
        Assert.Contains("running already", job.Refusal(new Fired())!.Message);
        Assert.Null(job.Refusal(new PressureAfterFiring()));
        Assert.NotNull(job.Seconds(2).Tell(new PressureAfterFiring()).Refusal(new PressureAfterFiring()));
        Assert.Null(job.Refusal(new EngineStopped()));
        Assert.Contains("stopped already", job.Tell(new EngineStopped()).Refusal(new EngineStopped())!.Message);
        Assert.Equal(["2.0 s after firing", "after 6.0 min"], job.Entries.TakeLast(2).Select(job.Job.Words));
    }

    [Fact]
    public void A_start_is_sound_only_when_everything_was_looked_at_and_good()
    {
        var job = Book.Startable();
        Assert.Equal("Not started yet.", job.Check("start").Why);
        Assert.Equal("running", Fired().Check("start").Value);
        Assert.Equal((Verdict.ReadingOnly, "idled 6 min"), (job.Run().Check("start").Verdict, job.Check("start").Value));
        Assert.Equal(Verdict.ReadingOnly, job.LookAtJoints().Check("start").Verdict);
        Assert.Equal(Verdict.Sound, job.Checked().Check("start").Verdict);
        Assert.Equal(Verdict.Doubtful, job.Tell(new JointLooked("charge-1", JointState.Weeps)).Check("start").Verdict);
        Assert.Equal("A joint leaks.", job.Tell(new JointLooked("charge-1", JointState.Leaks)).Check("start").Why);
        job.Tell(new JointLooked("charge-1", JointState.NoLeak));
        Assert.Equal(Verdict.Doubtful, job.Checked(Smoke.Black).Check("start").Verdict);
        Assert.Equal(Verdict.Doubtful, job.Tell(new RunChecked(Smoke.None, OilLevel.BetweenMarks, false, "P0299")).Check("start").Verdict);
        Assert.Equal("Blue smoke stays.", job.Checked(Smoke.BlueStays).Check("start").Why);
        Assert.Equal(Verdict.Stop, job.Tell(new RunChecked(Smoke.None, OilLevel.OverMark, true)).Check("start").Verdict);
        Assert.Equal("smoke none, oil over mark, no codes", job.Job.Words(job.Entries[^1]));
        Assert.Equal(Verdict.ReadingOnly, Book.Startable().Run(3).LookAtJoints().Checked().Check("start").Verdict);
    }

    [Fact]
    public void A_joint_recorded_once_keeps_its_name_whatever_the_machine_is_said_to_be_later()
    {
        var job = Book.In(2, water: true).Tell(new JointLooked("water-2", JointState.Weeps));
        job.Tell(Book.Machine(2), corrects: job.Entries[0]);
        Assert.Equal("Water joints, turbo 2: weeps", job.Job.Words(job.Entries[1]));
        Assert.Equal("of old 3", Joints.TitleOf("of-old-3", 1));
    }
}
