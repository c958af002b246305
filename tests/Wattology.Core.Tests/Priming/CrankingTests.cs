using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Priming;

public sealed class CrankingTests
{
    private static Cranking Of(JobBuilder job) => Cranking.Of(job.Job.Context);

    private static JobBuilder Ready(params Limit[] limits) => Book.In(limits: limits).Oil().Clear();

    private static Cranking Under(JobBuilder job, params Limit[] limits) => Cranking.Of(job.Job.Context with { Limits = new LimitBook(limits) });

    [Fact]
    public void The_allowance_is_seconds_and_when_it_is_used_up_without_pressure_everything_stops()
    {
        Assert.False(Of(Ready().Crank(3, 15)).NoPressureStop);
        Assert.False(Of(Ready().Crank(3, 15).Crank(1, 14.9)).NoPressureStop);
        Assert.True(Of(Ready().Crank(4, 15)).NoPressureStop);
        Assert.True(Of(Ready().Crank(2, 30)).NoPressureStop);
        // Short bursts use what they lasted: a fifth and a sixth are served.
        var short_ = Ready().Crank(6, 8);
        Assert.True(Of(short_) is { NoPressureStop: false, UsedSeconds: 48, AllowedSeconds: 60, BurstMost: 12 });
        Assert.Null(Of(short_).Refusal());
        Assert.Equal(Verdict.Stop, Ready().Crank(4, 15).Check("prime").Verdict);
    }

    [Fact]
    public void The_schools_of_three_four_and_five_are_the_shops_and_the_starters_limit_always_wins()
    {
        var five = new Limit("crank-bursts", LimitSource.Shop, "five here", null, 5);
        Assert.True(Of(Ready(five).Crank(4, 15)) is { NoPressureStop: false, AllowedSeconds: 75 });
        Assert.Null(Of(Ready(five).Crank(4, 15)).Refusal());
        Assert.True(Of(Ready(five).Crank(5, 15)).NoPressureStop);
        Assert.True(Of(Ready(new Limit("crank-bursts", LimitSource.Shop, "three here", null, 3)).Crank(3, 15)).NoPressureStop);
        var starter = new Limit("crank-burst", LimitSource.Maker, "starter sheet 4", null, 8, In: Measure.Seconds);
        Assert.Equal(40, Of(Ready(five, starter)).AllowedSeconds);
        Assert.Equal(8, Of(Ready(five, starter)).BurstMost);
    }

    [Fact]
    public void Only_cranking_to_prime_uses_the_allowance_and_once_pressure_is_proved_only_rests_remain()
    {
        Assert.True(Of(Ready().Answer(Bursts.Purpose, "catch").Crank(5, 15)) is { NoPressureStop: false, UsedSeconds: 0, BurstMost: 15, TotalSeconds: 75 });
        var proved = Ready().Crank(3, 15).PressureSeen();
        Assert.True(Of(proved.Crank(3, 15)) is { NoPressureStop: false, UsedSeconds: 0, PressureProved: true, BurstMost: 15 });
        Assert.Null(Of(proved).Refusal());
        Assert.Contains("needs its rest", Of(proved.Tell(new BurstStarted(), minutes: 0.1).Tell(new CrankEnded(), minutes: 0.1)).Refusal());
        // Proved, unproved again: a fresh allowance.
        Assert.True(Of(Ready().Crank(3, 15).PressureSeen().NoPressure().Crank(3, 15)) is { NoPressureStop: false, UsedSeconds: 45 });
    }

    [Fact]
    public void What_it_was_cranked_for_is_neither_changed_while_it_turns_nor_taken_back_afterwards()
    {
        var job = Book.In().Oil().Clear("catch").Clear();
        var purpose = job.Record.Latest<Looked>(l => l.Question == Bursts.Purpose.Id)!.Entry;
        Assert.Null(job.Refusal(new TakenBack(purpose.Hash, "mis-touch")));
        job.Tell(new BurstStarted(), minutes: 0.2);
        Assert.Contains("A burst is running", job.Refusal(new Looked(0, Bursts.Purpose.Id, "catch"))?.Message);
        // Else a stop for want of oil would be gone by undoing a touch.
        job.Tell(new CrankEnded(), minutes: 2).Crank(4, 15);
        Assert.True(Of(job).NoPressureStop);
        Assert.Contains("it counts as it ran", job.Refusal(new TakenBack(purpose.Hash, "mis-touch"))?.Message);
        Assert.Null(job.Refusal(new Looked(0, Bursts.Purpose.Id, "catch")));
    }

    [Fact]
    public void A_stop_is_cleared_by_a_direct_gauge_at_once_or_by_work_and_a_starter_that_cooled()
    {
        var job = Ready().Crank(4, 15);
        Assert.Contains("Look, say what was found and done", Of(job).Refusal());
        Assert.True(Of(job.Tell(new PressureRead(PressureBy.Lamp, null, true, true, true), Known.Seen)).NoPressureStop);
        Assert.True(Of(job.NoPressure()).NoPressureStop);
        Assert.True(Of(Ready().Crank(4, 15).PressureSeen()) is { NoPressureStop: false, PressureProved: true });

        job = Ready().Crank(4, 15).Tell(new StopWorked(StopKind.NoPressure, "filter dry", "filled, bled"), minutes: 0);
        Assert.True(Of(job) is { NoPressureStop: false, UsedSeconds: 0, Cooling: true, PressureProved: false, RestOwed: 600 });
        Assert.Contains("The starter cools: ", Of(job).Refusal());
        job.After(TimeSpan.FromMinutes(10));
        Assert.Null(Of(job).Refusal());
        Assert.False(Of(job.Crank(3, 15)).NoPressureStop);
        Assert.False(Of(job).Cooling);
        Assert.True(Of(job.Crank(1, 15)).NoPressureStop);
        Assert.Equal("No oil pressure. Found: filter dry. Done: filled, bled.", job.Job.Words(job.Record.Latest<StopWorked>()!.Entry));
        // Work on something else clears nothing.
        Assert.True(Of(Ready().Crank(4, 15).Tell(new StopWorked(StopKind.Trouble, "x", "y"))).NoPressureStop);
    }

    [Fact]
    public void The_starter_rests_between_bursts()
    {
        var job = Ready().Tell(new BurstStarted(), minutes: 0.2).Tell(new CrankEnded(), minutes: 0);
        Assert.Equal((60, "The starter needs its rest: 60 s to go."), (Of(job).RestLeft, Of(job).Refusal()));
        Assert.Equal("The starter needs its rest: 1 s to go.", Of(job.Seconds(59.5)).Refusal());
        Assert.Null(Of(job.Seconds(0.5)).Refusal());
        Assert.Equal(0, Of(job).RestLeft);
        Assert.Contains("already running", Of(job.Tell(new BurstStarted(), minutes: 0)).Refusal());
    }

    [Fact]
    public void A_burst_counts_under_the_limits_it_ran_under_and_the_next_under_those_in_force()
    {
        var job = Ready().Crank(3, 15);
        Limit[] later = [new("crank-bursts", LimitSource.Shop, "old starters", null, 2), new("crank-burst", LimitSource.Maker, "sheet 4", null, 8,
            In: Measure.Seconds)];
        Assert.True(Under(job, later) is { NoPressureStop: false, AllowedSeconds: 16, BurstMost: 0 });
        Assert.Contains("used up. Look first", Under(job, later).Refusal());
        job.Tell(new BurstStarted(), minutes: 0.2);
        Assert.True(Under(job, later) is { AllowedSeconds: 60, BurstMost: 15 });
    }

    [Fact]
    public void Durations_come_from_a_steady_clock_and_across_a_restart_from_the_wall_and_the_entry_says_so()
    {
        var job = Ready().Tell(new BurstStarted(), minutes: 0.2);
        var started = job.Entries[^1];
        Ran Ran(double? steady, double wallStep) => (Ran)CrankEnded.Kind.Judge(job.Job.Context with { Steady = e => e == started ? steady : null,
            Now = job.Now.AddSeconds(wallStep) }, new CrankEnded())!;
        Assert.Equal(new Ran(12, TimedBy.SteadyClock), Ran(12, 0));
        Assert.Equal(new Ran(12.3, TimedBy.SteadyClock, -3600.3), Ran(12.34, -3600));
        Assert.Equal(", the clock was set by −3600.3 s meanwhile", Ran(12.34, -3600).ClockWords);
        Assert.Equal(", the clock was set by +60 s meanwhile", Ran(12, 60).ClockWords);
        Assert.Equal("", Ran(12, 1.9).ClockWords);
        Assert.Equal(new Ran(12, TimedBy.WallClock), Ran(null, 0));
        Assert.Equal(new Ran(0, TimedBy.WallClock), Ran(null, -3600));
        Assert.Equal(", by the clock on the wall across a restart", Ran(null, 0).ClockWords);
        job.Tell(new CrankEnded());
        Assert.Equal("12.0 s, by the clock on the wall across a restart", job.Job.Words(job.Entries[^1]));
        // A clock set back prolongs no rest.
        var back = job.Job.Context with { Now = job.Now.AddHours(-2), Steady = _ => 90 };
        Assert.Null(Cranking.Of(back).Refusal());
        Assert.Equal(60, Cranking.Of(back with { Steady = _ => null }).RestLeft);
    }

    [Fact]
    public void A_reading_says_what_it_proves_and_what_it_does_not()
    {
        static string Why(JobBuilder job, PressureRead read) => ((PressureOutcome)PressureRead.Kind.Judge(job.Job.Context, read)!).Why;
        var cranked = Ready().Crank(1);
        Assert.Equal("Oil pressure is proved.", Why(cranked, new(PressureBy.DirectGauge, 50)));
        Assert.Equal("The needle moved, but it is not pressure.", Why(cranked, new(PressureBy.DirectGauge, 49.9)));
        Assert.Equal("No pressure.", Why(cranked, new(PressureBy.OwnGauge, 0)));
        Assert.StartsWith("It proves nothing: the lamp", Why(cranked, new(PressureBy.Lamp, null, null, true, true)), StringComparison.Ordinal);
        Assert.Equal("No pressure.", Why(cranked, new(PressureBy.Lamp, null, true, true, false)));
        Assert.Contains("oiled first", Why(Book.In().Clear().Crank(1), new(PressureBy.DirectGauge, 180)));
        Assert.Contains("nothing turned the pump", Why(Ready(), new(PressureBy.DirectGauge, 180)));
        var strict = Ready(new Limit("oil-pressure-cranking", LimitSource.Maker, "sheet 2", 80, In: Measure.Pressure)).Crank(1);
        Assert.Equal("The needle moved, but it is not pressure.", Why(strict, new(PressureBy.DirectGauge, 79)));
        var psi = Book.In(units: new ShopUnits("psi")).Oil().Clear().Crank(1).PressureSeen(200);
        Assert.Contains("direct gauge, 29 psi. Oil pressure is proved. [sound; sound from 7.25 psi, usual practice]", psi.Job.Words(psi.Entries[^1]));
    }

    [Fact]
    public void A_lamp_noted_in_the_older_form_is_believed_as_far_as_it_would_be_today()
    {
        Cranking Noted(bool lit, bool connected) => Of(Ready().Crank(6, 8).Tell(new PressureNoted(true, PressureBy.Lamp, null, lit, connected), Known.Seen));
        Assert.True(Noted(true, true).PressureProved);
        Assert.False(Noted(false, true).PressureProved);
        Assert.False(Noted(true, false).PressureProved);
        Assert.False(Of(Book.In().Tell(new PressureNoted(true, PressureBy.Lamp, null, true, true), Known.Seen)).PressureProved);
        // Once it is proved only the burst's own limit remains; before, what is left of the allowance.
        Assert.Equal((15, 12), (Noted(true, true).BurstMost, Noted(false, true).BurstMost));
    }

    [Fact]
    public void A_lamp_says_whether_it_went_out_and_shows_no_figure()
    {
        static string[] Faults(PressureRead read)
        {
            var faults = new Core.Inputs.Faults();
            read.Check(faults, "");
            return [.. faults.ByPath.Keys];
        }
        Assert.Equal(["lamp_went_out"], Faults(new(PressureBy.Lamp)));
        Assert.Equal(["pressure_kpa"], Faults(new(PressureBy.Lamp, 20, true, true, true)));
        Assert.Empty(Faults(new(PressureBy.DirectGauge)));
    }

    [Fact]
    public void What_stands_longer_than_the_shop_says_is_unproved_again()
    {
        var job = Ready().Crank(1).PressureSeen();
        var limit = new Limit("prime-standing", LimitSource.Shop, "here", null, 12, In: Measure.Hours);
        Assert.True(Under(job, limit).PressureProved);
        job.After(TimeSpan.FromHours(12));
        Assert.False(Under(job, limit).PressureProved);
        Assert.Contains("it stood for more than 12 hours", Under(job, limit).Unproved!.Words);
        Assert.True(Of(job).PressureProved);
    }

    [Fact]
    public void Priming_one_of_two_turbos_is_doubtful_until_the_other_is_oiled_too()
    {
        var twin = Book.In(2).Oil(2);
        Assert.Equal(("one side only", Verdict.Doubtful, "Turbo 1 is not oiled yet."),
            (twin.Check("prime").Value, twin.Check("prime").Verdict, twin.Check("prime").Why));
        Assert.Equal(Verdict.Sound, twin.Oil(1).Clear().Crank(1).PressureSeen(120).Check("prime").Verdict);
    }

    [Fact]
    public void Prime_tells_how_far_it_is()
    {
        static (Verdict, string, string) Said(CheckReading check) => (check.Verdict, check.Value, check.Why);
        Assert.Equal((Verdict.NotLookedAt, "", "Not begun."), Said(Book.In().Check("prime")));
        Assert.Equal((Verdict.ReadingOnly, "", "Oil pressure is not proved yet."), Said(Book.In().Oil().Check("prime")));
        Assert.Equal((Verdict.ReadingOnly, "1 burst, 12 s", "Oil pressure is not proved yet."), Said(Ready().Crank(1).Check("prime")));
        Assert.Equal((Verdict.Sound, "pressure, 2 bursts", "Oiled, and oil pressure proved before the first start."), Said(Ready().Crank(2).PressureSeen()
            .Check("prime")));
        Assert.Equal("pressure seen", Book.In().Oil().Answer(PrimeQuestions.PumpDriven, "hand-tool").PressureSeen().Check("prime").Value);
        var again = Ready().Crank(1).PressureSeen().Catch(1).Check("prime");
        Assert.Equal((Verdict.NotLookedAt, "reopened"), (again.Verdict, again.Word));
        Assert.Contains("the feed was opened for a catch test", again.Why);
    }

    [Fact]
    public void What_older_records_say_is_shown_and_a_tick_not_given_was_no_answer()
    {
        var job = Book.In().Tell(new PressureNoted(true, PressureBy.Lamp)).Tell(new PressureNoted(false, PressureBy.OwnGauge))
            .Tell(new Primed(1, PrimeMethod.PumpDriven, false, null, "no syringe fits")).Tell(new Primed(1, PrimeMethod.Syringe, true, 12))
            .Tell(new FiringDisabled(FiringMethod.Fuel, ["fuse"])).Tell(new Oiled(1, PrimeMethod.BucketFirst, 20, "feed proved so"));
        Assert.Equal(["seen, lamp went out", "not seen, machine's own gauge, no pressure", "pump driven (no syringe fits), wheel not answered",
            "syringe, 12 ml, wheel turns freely", "fuel: fuse", "bucket first, 20 ml (feed proved so)"], job.Entries.Skip(1).Select(job.Job.Words));
    }

    [Fact]
    public void What_is_disabled_says_what_it_takes_and_is_put_back_once()
    {
        var job = Book.In(fuel: Fuel.Petrol).Tell(new FiringTaken(["Fuel pump relay", "main fuse"], ["main fuse"]));
        Assert.Equal([new Disabled("Fuel pump relay", true, false), new Disabled("main fuse", true, true)], Firing.Open(job.Record));
        Assert.True(Firing.IsUnable(job.Record));
        Assert.Equal("fuel taken by Fuel pump relay, main fuse; spark taken by main fuse", job.Job.Words(job.Entries[^1]));
        Assert.False(Firing.IsUnable(job.Tell(new FiringRestored("main fuse")).Record));
        Assert.Null(job.Refusal(new FiringTaken([], ["Ignition fuse"])));
        Assert.True(Firing.IsUnable(job.Tell(new FiringTaken([], ["Ignition fuse"])).Record));
        Assert.Equal(["Fuel pump relay", "Ignition fuse"], Firing.Open(job.Record).Select(d => d.Item));
        foreach (var fuel in Enum.GetValues<Fuel>())
        {
            Assert.All(Firing.Usual(fuel, true), i => Assert.True(Firing.CanTakeFuel(i)));
            Assert.All(Firing.Usual(fuel, false), i => Assert.True(Firing.CanTakeSpark(i)));
        }
        Assert.Empty(Firing.Usual(Fuel.Diesel, false));
    }
}
