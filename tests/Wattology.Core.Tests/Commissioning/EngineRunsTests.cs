using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Commissioning;

public sealed class EngineRunsTests
{
    private static EngineRuns Of(JobBuilder job) => EngineRuns.Of(job.Job.Context);

    private static JobBuilder Startable() => Book.Startable().Tell(new CautionRead("fired"));

    private static JobBuilder Fired() => Startable().Tell(new Fired(), minutes: 0);

    private static JobBuilder End(JobBuilder job, RunEnd how = RunEnd.Stopped) => job.Tell(new RunEnded(how), minutes: 0);

    [Fact]
    public void Pressure_in_time_and_an_idle_long_enough_are_counted()
    {
        Assert.True(Of(Book.Startable().Run(5)) is { NoPressureStop: false, IdledEnough: true, LongestSeconds: 300, Running: null });
        Assert.False(Of(Book.Startable().Run(4.99)).IdledEnough);
        Assert.True(Of(Book.Startable().Run(6).Run(2)) is { IdledEnough: true, LongestSeconds: 360 });
        Assert.True(Of(Book.Startable().Run(6).Run(7)) is { IdledEnough: true, LongestSeconds: 420 });
    }

    [Fact]
    public void A_run_keeps_the_idle_it_was_fired_under()
    {
        var running = Fired().Tell(new PressureShown(), minutes: 0).Tell(new IdleChosen(12, Why: "new rings"), minutes: 0);
        Assert.Equal(5, Of(running).IdleLeastMinutes);
        Assert.Contains("usual practice", Of(running).IdleSource);
        var ended = End(running.Branch().Seconds(300));
        Assert.True(Of(ended).IdledEnough, "it was fired when five minutes were enough");
        Assert.Equal(12, Of(ended).IdleLeastMinutes);
        Assert.Contains("chosen for this job by Ada Quill", Of(ended).IdleSource);
    }

    [Theory]
    [InlineData("makers-spec-diesel-wastegate")]
    [InlineData("twin-diesel-marine")]
    public void Runs_of_the_older_form_are_read_for_ever(string file)
    {
        var runs = EngineRuns.Of(Golden.Read(file).Context);
        Assert.True(runs is { IdledEnough: true, Running: null, NoPressureStop: false } && runs.LongestSeconds >= 300 && runs.Pressure is > 0 and < 8);
    }

    [Fact]
    public void A_stall_or_a_run_shorter_than_the_seconds_is_no_failure_and_a_longer_one_without_pressure_is()
    {
        foreach (var how in new[] { RunEnd.Stopped, RunEnd.Stalled, RunEnd.NoPressure })
        {
            Assert.True(Of(End(Fired().Seconds(1), how)) is { NoPressureStop: false, LongestSeconds: 0 });
            Assert.False(Of(End(Fired().Seconds(8), how)).NoPressureStop);
            Assert.True(Of(End(Fired().Seconds(8.1), how)).NoPressureStop);
        }
        Assert.False(Of(End(Fired().Seconds(60), RunEnd.DidNotFire)).NoPressureStop);
        Assert.Equal("stalled after 1.0 s, by the clock on the wall across a restart", End(Fired().Seconds(1), RunEnd.Stalled) is var job
            ? job.Job.Words(job.Entries[^1]) : "");
    }

    [Fact]
    public void Pressure_that_comes_late_stops_the_engine_and_the_way_back_is_work_or_a_gauge_and_a_new_proof()
    {
        Assert.False(Of(Fired().Seconds(8)).PressureOverdue);
        Assert.True(Of(Fired().Seconds(8.1)).PressureOverdue);
        Assert.False(Of(Fired().Seconds(8).Tell(new PressureShown())).NoPressureStop);
        var late = Fired().Seconds(8.5).Tell(new PressureShown(), minutes: 0);
        Assert.True(Of(late) is { NoPressureStop: true, MustStop: true, Pressure: 8.5 });
        Assert.True(Of(End(late)) is { NoPressureStop: true, MustStop: false });
        Assert.Equal(Verdict.Stop, late.Check("start").Verdict);
        Assert.Equal(["ran-without"], late.Open(HoldPoint.Start));
        late.Tell(new Core.Priming.StopWorked(Core.Priming.StopKind.NoPressure, "dry", "filled"));
        Assert.False(Of(late).NoPressureStop);
        Assert.Equal(["ran-without"], late.Open(HoldPoint.Start));
        Assert.Empty(late.PressureSeen().Open(HoldPoint.Start));
        var gauge = End(Fired().Seconds(9)).PressureSeen(90);
        Assert.False(Of(gauge).NoPressureStop);
        Assert.Empty(gauge.Open(HoldPoint.Start));
        Assert.True(Of(End(Fired().Seconds(9)).PressureSeen(20)).NoPressureStop);
    }

    [Fact]
    public void A_run_counts_under_the_limits_it_ran_under()
    {
        var job = Book.Startable().Run(6);
        var later = job.Job.Context with { Limits = new LimitBook([new("pressure-after-firing", LimitSource.Shop, "later", null, 2),
            new("idle-time", LimitSource.Shop, "later", 10)]) };
        Assert.True(EngineRuns.Of(later) is { NoPressureStop: false, IdledEnough: true, PressureWithin: 2, IdleLeastMinutes: 10 });
        var running = Startable().Tell(new Fired(), minutes: 0.01).Job.Context with { Limits = later.Limits };
        Assert.True(EngineRuns.Of(running) is { PressureWithin: 8, IdleLeastMinutes: 5 });
    }

    [Fact]
    public void An_idle_chosen_for_the_job_stands_before_the_shops_and_says_by_whom()
    {
        var job = Book.Startable().Tell(new IdleChosen(3, true, "cold shed"));
        Assert.True(Of(job) is { IdleLeastMinutes: 3, IdledEnough: false });
        Assert.Equal("this shop: chosen for this job by Ada Quill", Of(job).IdleSource);
        Assert.Equal("3 min at fast idle: cold shed", job.Job.Words(job.Entries[^1]));
        Assert.True(Of(job.Run(3)).IdledEnough);
        Assert.Contains("at plain idle", Book.In().Tell(new IdleChosen(10, false, "x")) is var b ? b.Job.Words(b.Entries[^1]) : "");
    }

    [Fact]
    public void A_leak_of_oil_or_fuel_or_trouble_calls_to_stop_at_once_and_another_leak_does_not()
    {
        JobBuilder Idling() => Fired().Seconds(3).Tell(new PressureShown(), minutes: 1);
        Assert.False(Of(Idling()).MustStop);
        foreach (var joint in new[] { "feed-take-off-1", "drain-sump-1", "fuel-1" })
            Assert.True(Of(Idling().Tell(new JointSeen(joint, JointState.Leaks))) is { MustStop: true } runs && runs.LeaksNow.Single().Joint == joint);
        foreach (var (joint, state) in new[] { ("charge-1", JointState.Leaks), ("feed-inlet-1", JointState.Weeps), ("feed-inlet-1", JointState.NoLeak) })
            Assert.False(Of(Idling().Tell(new JointSeen(joint, state))).MustStop);
        Assert.Empty(Of(End(Idling().Tell(new JointSeen("fuel-1", JointState.Leaks)))).LeaksNow);
        foreach (var trouble in Enum.GetValues<Trouble>())
        {
            var job = Idling().Tell(new TroubleSeen(trouble));
            Assert.True(Of(job) is { MustStop: true } runs && runs.TroubleNow == trouble);
            Assert.True(Of(End(job)) is { MustStop: false, TroubleNow: not null });
            Assert.Equal((Verdict.Stop, $"{TroubleSeen.Title(trouble)}."), (job.Check("start").Verdict, job.Check("start").Why));
            Assert.All(TroubleSeen.First(trouble), f => Assert.Equal(5, f.Split(' ').Length));
        }
        // A mis-touched leak is corrected, and then nothing bars the start.
        var wrong = End(Idling().Tell(new JointSeen("feed-inlet-1", JointState.Leaks)));
        Assert.Contains("leaking", wrong.Open(HoldPoint.Start));
        Assert.DoesNotContain("leaking", wrong.Tell(new JointSeen("feed-inlet-1", JointState.NoLeak), corrects: wrong.Record.Latest<JointSeen>()!.Entry)
            .Open(HoldPoint.Start));
    }

    [Fact]
    public void What_the_box_read_in_time_and_the_page_said_late_was_in_time()
    {
        var late = Fired().Seconds(12);
        Assert.True(Of(late).PressureOverdue);
        Assert.True(Of(late.Tell(new PressureShown(BoxSeconds: 3.24), minutes: 0)) is { NoPressureStop: false, PressureOverdue: false, Pressure: 3.2 });
        Assert.Contains("3.2 s after firing", late.Job.Words(late.Entries[^1]), StringComparison.Ordinal);
        // The box itself read it too late; and it cannot have read it after it was said.
        Assert.True(Of(Fired().Seconds(12).Tell(new PressureShown(BoxSeconds: 8.1), minutes: 0)) is { NoPressureStop: true, Pressure: 8.1 });
        Assert.True(Of(Fired().Seconds(2).Tell(new PressureShown(BoxSeconds: 30), minutes: 0)) is { NoPressureStop: false, Pressure: 2 });
    }

    [Fact]
    public void A_firing_touched_by_mistake_is_taken_back_but_not_one_that_ran_without_oil()
    {
        string? Refused(JobBuilder job) => job.Refusal(new TakenBack(job.Record.Latest<Fired>()!.Entry.Hash, "never fired"))?.Message;
        Assert.Null(Refused(Fired().Seconds(2)));
        Assert.Null(Refused(Fired().Seconds(2).Tell(new PressureShown(), minutes: 1)));
        Assert.Null(Refused(End(Fired().Seconds(2))));
        Assert.Contains("ran without oil pressure", Refused(Fired().Seconds(9)));
        Assert.Contains("ran without oil pressure", Refused(End(Fired().Seconds(9))));
        Assert.Contains("it counts as it ran", Refused(Book.Startable().Run(6)));
        var job = Book.Startable().Run(6);
        Assert.Contains("fired again since", job.Run(6).Refusal(new TakenBack(job.Record.All<Fired>().First().Entry.Hash, "x"))!.Message);
        var back = End(Fired().Seconds(2));
        back.Tell(new TakenBack(back.Record.Latest<Fired>()!.Entry.Hash, "touched"));
        Assert.True(Of(back) is { Running: null, LongestSeconds: 0, First: null, NoPressureStop: false });
    }

    [Fact]
    public void An_engine_is_fired_seen_and_stopped_in_that_order()
    {
        var job = Fired();
        Assert.Null(job.Refusal(new PressureShown()));
        Assert.NotNull(job.Seconds(2).Tell(new PressureShown(), minutes: 6).Refusal(new PressureShown()));
        Assert.Null(job.Refusal(new RunEnded(RunEnd.Stopped)));
        End(job);
        Assert.Equal(["2.0 s after firing, by the clock on the wall across a restart", "stopped after 6.0 min, by the clock on the wall across a restart"],
            job.Entries.TakeLast(2).Select(job.Job.Words));
    }

    [Fact]
    public void A_start_tells_how_far_it_is()
    {
        var job = Book.Startable();
        Assert.Equal("Not started yet.", job.Check("start").Why);
        Assert.Equal("running", Fired().Check("start").Value);
        Assert.Equal((Verdict.ReadingOnly, "idled 6 min"), (job.Run().Check("start").Verdict, job.Check("start").Value));
        Assert.Equal((Verdict.Sound, "Idled, no leak at any joint."), (job.LookAtJoints().Check("start").Verdict, job.Check("start").Why));
        Assert.Equal("A joint weeps.", job.Tell(new JointSeen("charge-1", JointState.Weeps)).Check("start").Why);
        Assert.Equal("A joint leaks.", job.Tell(new JointSeen("charge-1", JointState.Leaks)).Check("start").Why);
        Assert.Equal("Blue smoke stays.", job.Tell(new JointSeen("charge-1", JointState.NoLeak)).Checked("blue").Check("start").Why);
        Assert.Equal(Verdict.ReadingOnly, Book.Startable().Run(3).LookAtJoints().Check("start").Verdict);
    }

    [Fact]
    public void What_older_records_say_of_runs_and_joints_still_counts()
    {
        var job = Book.In(2, water: true).Tell(new JointLooked("water-2", JointState.Weeps)).Tell(new JointLooked("feed-inlet-1", JointState.Leaks))
            .Tell(new RunChecked(Smoke.None, OilLevel.OverMark, true));
        job.Tell(Book.Machine(2), corrects: job.Entries[0]);
        Assert.Equal(["Water joints, turbo 2: weeps", "Feed at the oil inlet, turbo 1: leaks", "smoke none, oil over mark, no codes"],
            job.Entries.Skip(1).Take(3).Select(job.Job.Words));
        Assert.Contains("leaking", job.Open(HoldPoint.Start));
        Assert.Equal("of old 3", JointList.TitleOf("of-old-3", 1));
        Assert.Equal(("of-old", 3), JointList.Split("of-old-3"));
        Assert.Equal(("old", 0), JointList.Split("old"));
    }
}
