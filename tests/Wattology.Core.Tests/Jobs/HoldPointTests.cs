using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.People;
using Wattology.Core.Plate;
using Wattology.Core.Priming;

namespace Wattology.Core.Tests.Jobs;

public sealed class HoldPointTests
{
    [Fact]
    public void Release_asks_for_cause_its_remedies_supply_and_the_number()
    {
        Assert.Equal(["plate-1", "cause", "oil-supply-1"], Book.In().Open(HoldPoint.Release));
        Assert.Equal(["plate-1", "dirty-flush", "dirty-source", "oil-supply-1"], Book.Confirmed("dirty").Open(HoldPoint.Release));
        Assert.Empty(Book.Releasable().Open(HoldPoint.Release));
        Assert.Equal(["dirty-flush"], Book.Releasable().Tell(new RemedyNoted("dirty-flush", false, "more metal")).Open(HoldPoint.Release));
        Assert.Equal(["plate-2"], Book.Confirmed(Remedies.NotEstablished, 2).Catch(1)
            .Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-1")).Open(HoldPoint.Release));
        Assert.Equal(["oil-supply-1", "oil-supply-2"], Book.Confirmed(CauseModel.Elsewhere, 2).Open(HoldPoint.Release));
    }

    [Fact]
    public void A_doubt_or_a_bare_reading_is_settled_by_name_until_the_next_reading_and_a_stop_never_is()
    {
        foreach (var (ratio, gallery, verdict) in new[] { (0.6, 160.0, Verdict.Doubtful), (1.0, (double?)null, Verdict.ReadingOnly),
            (0.2, 160.0, Verdict.Stop) })
        {
            var job = Book.Confirmed(Remedies.NotEstablished).Catch(ratio, galleryKpa: gallery);
            Assert.Equal(verdict, job.Check("oil-supply").Verdict);
            Assert.Contains("oil-supply-1", job.Open(HoldPoint.Release));
            job.Tell(new Accepted(job.Check("oil-supply").Found.Since!.Hash, "will do"));
            Assert.Equal(verdict != Verdict.Stop, !job.Open(HoldPoint.Release).Contains("oil-supply-1"));
            Assert.Contains("oil-supply-1", job.Catch(ratio, galleryKpa: gallery).Open(HoldPoint.Release));
        }
    }

    [Fact]
    public void A_passing_takes_on_what_was_open_then_and_nothing_later()
    {
        var job = Book.Confirmed("dirty").Catch(1).NewPlate("Orvane", "R1", "OV-1").Pass(HoldPoint.Release, "boat leaves");
        Assert.Equal(["dirty-flush", "dirty-source"], job.Record.Latest<HoldPointPassed>()!.Body.Open);
        Assert.True(job.Job.HoldPoint(HoldPoint.Release) is { Passed: true, Free: true });
        job.Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-9"));
        Assert.True(job.Job.HoldPoint(HoldPoint.Release) is { Passed: false, Free: false });
        Assert.Contains("Release, with open: Galleries or sump flushed as needed, Source of the debris named. boat leaves",
            job.Job.Words(job.Record.Latest<HoldPointPassed>()!.Entry));
    }

    [Fact]
    public void A_wrong_number_is_a_stop_and_a_number_that_cannot_be_compared_is_taken_by_name()
    {
        var wrong = Book.Confirmed("dirty").NewPlate("Orvane", "R1", "OV-9");
        Assert.Contains("OV-1 came off, OV-9 is to go on", wrong.Job.HoldPoint(HoldPoint.Release).Items[0].Because);
        var unread = Book.In().PlateNotReadable().NewPlate("Orvane", "R1", "OV-9");
        Assert.Contains("plate-1", unread.Open(HoldPoint.Release));
        Assert.DoesNotContain("plate-1", unread.Accept("plate", "the old one burnt").Open(HoldPoint.Release));
    }

    [Fact]
    public void Cranking_asks_for_the_engine_unable_to_fire_the_release_and_oil()
    {
        var held = Book.In().Job.HoldPoint(HoldPoint.Crank);
        Assert.Equal([("disabled", true), ("release", false), ("primed-1", false)], held.Items.Select(i => (i.Id, i.Hard)));
        Assert.Empty(Book.Releasable().Pass(HoldPoint.Release).Disable().Oil().Open(HoldPoint.Crank));
        Assert.Equal(["primed-1"], Book.Releasable().Pass(HoldPoint.Release).Disable()
            .Tell(new Primed(1, PrimeMethod.Syringe, false, 15)).Open(HoldPoint.Crank));
        Assert.Equal(["primed-2"], Book.Confirmed(Remedies.NotEstablished, 2).Catch(1).NewPlate("Orvane", "R1", "OV-1")
            .Pass(HoldPoint.Release).Disable().Oil(1).Open(HoldPoint.Crank));
    }

    [Fact]
    public void The_first_start_is_barred_by_pressure_what_is_disabled_and_a_limit_not_set()
    {
        Assert.Empty(Book.Startable().Open(HoldPoint.Start));
        var unproved = Book.Startable().NoPressure().Job.HoldPoint(HoldPoint.Start);
        Assert.Contains("no reason passes", unproved.Refusal(Role.Owner));
        Assert.Equal(["restored"], Book.Startable().Tell(new FiringDisabled(FiringMethod.Fuel, ["fuse"])).Job.HoldPoint(HoldPoint.Start).Barred
            .Select(i => i.Id));
        var two = Book.Startable().Tell(new FiringDisabled(FiringMethod.Fuel, ["fuse", "relay"])).Tell(new FiringRestored("fuse"));
        Assert.Equal("Still disabled: relay.", two.Job.HoldPoint(HoldPoint.Start).Barred[0].Because);
        var unset = new JudgedJob(Book.In().Job.Context with { Limits = LimitBook.Usual }).HoldPoint(HoldPoint.Start);
        Assert.Contains(unset.Barred, i => i is { Id: "seconds", Sheet: "limits" });
    }

    [Fact]
    public void A_drain_or_a_clocking_of_either_turbo_holds_the_first_start()
    {
        Assert.Equal(["drain-1"], Book.Startable().DrainLaid(installed: false).Open(HoldPoint.Start));
        Assert.Equal(["drain-1"], Book.Startable().DrainLaid(flat: true).Open(HoldPoint.Start));
        Assert.Contains("clocking-1", Book.Startable().Clock(40).Open(HoldPoint.Start));
        var twin = Book.Confirmed(Remedies.NotEstablished, 2).Catch(1).NewPlate("Orvane", "R1", "OV-1")
            .Pass(HoldPoint.Release).Clock(3).DrainLaid().Disable().Oil().PressureSeen().PutBack();
        Assert.Empty(twin.Open(HoldPoint.Start));
        var reading = twin.Record.LatestOf<Core.Drain.DrainReading>(2)!.Body;
        Assert.Equal(["drain-2"], twin.Tell(reading with { AsInstalled = false }).Open(HoldPoint.Start));
    }

    [Fact]
    public void Turning_the_centre_section_again_reopens_drain_and_prime_and_says_so()
    {
        var job = Book.Startable();
        Assert.Empty(job.Clock(3.5).Open(HoldPoint.Start));
        job.Clock(9);
        Assert.Equal(["drain-1", "primed-1", "pressure"], job.Open(HoldPoint.Start));
        Assert.True(job.Check("drain") is { Verdict: Verdict.NotLookedAt, Word: "reopened", Settled: false });
        Assert.Equal($"Reopened by entry {job.Entries.Count} of Ada Quill: the centre section was turned. Look again.", job.Check("drain").Why);
        Assert.Empty(job.DrainLaid().Oil().PressureSeen().Open(HoldPoint.Start));
    }

    [Fact]
    public void A_catch_test_opens_the_feed_and_so_the_prime_but_not_the_other_way()
    {
        Assert.Equal(["primed-1", "pressure"], Book.Startable().Catch(1).Open(HoldPoint.Start));
        Assert.Equal(Verdict.Sound, Book.Startable().Oil().PressureSeen().Check("oil-supply").Verdict);
        Assert.Equal(Verdict.Sound, Book.Startable().Catch(1).Check("drain").Verdict);
    }

    [Fact]
    public void Only_the_turned_side_of_two_is_reopened()
    {
        var twin = Book.Confirmed(Remedies.NotEstablished, 2).Clock(3).DrainLaid();
        twin.Tell(new ClockingReading(2, true, new ClockingInput(12)));
        Assert.Null(twin.Check("drain", 1).Reopened);
        Assert.NotNull(twin.Check("drain", 2).Reopened);
    }

    private static JobBuilder Driven() => Book.Startable().CannotBreathe().Run(6.6).Checked(Smoke.None).LookAtJoints();

    [Fact]
    public void Hand_over_is_barred_by_an_oil_leak_and_wants_a_deferred_crankcase_read()
    {
        var job = Driven();
        Assert.Equal(["crankcase"], job.Open(HoldPoint.HandOver));
        Assert.Empty(job.Breathe(0.4).Open(HoldPoint.HandOver));
        Assert.NotNull(job.Tell(new JointLooked("drain-flange-1", JointState.Leaks)).Job.HoldPoint(HoldPoint.HandOver).Refusal(Role.Owner));
        Assert.Null(job.Tell(new JointLooked("drain-flange-1", JointState.Weeps)).Job.HoldPoint(HoldPoint.HandOver).Refusal(Role.Owner));
        Assert.Equal("Items are open; passing takes owner or technician.", job.Job.HoldPoint(HoldPoint.HandOver).Refusal(Role.Desk));
        Assert.Null(job.Tell(new JointLooked("charge-1", JointState.Leaks)).Job.HoldPoint(HoldPoint.HandOver).Refusal(Role.Owner));
    }

    [Theory]
    [InlineData(Smoke.BlueStays, OilLevel.BetweenMarks, "", "smoke", "Blue smoke stays.")]
    [InlineData(Smoke.Black, OilLevel.BetweenMarks, "", "smoke", "Black smoke.")]
    [InlineData(Smoke.None, OilLevel.OverMark, "", "level", "Over the upper mark.")]
    [InlineData(Smoke.None, OilLevel.UnderMark, "", "level", "Under the lower mark.")]
    [InlineData(Smoke.None, OilLevel.BetweenMarks, "P0299", "codes", "Stored: P0299")]
    public void What_the_run_showed_holds_the_hand_over(Smoke smoke, OilLevel level, string codes, string item, string because)
    {
        var job = Driven().Breathe(0.4).Tell(new RunChecked(smoke, level, codes.Length == 0, codes));
        var open = Assert.Single(job.Job.HoldPoint(HoldPoint.HandOver).Open);
        Assert.Equal((item, because), (open.Id, open.Because));
    }

    [Fact]
    public void An_idle_too_short_and_an_engine_that_runs_hold_the_hand_over()
    {
        var short_ = Book.Startable().Run(3).Checked().LookAtJoints().Job.HoldPoint(HoldPoint.HandOver).Open;
        Assert.Equal("5 min are wanted; the longest run so far is 3 min.", Assert.Single(short_).Because);
        var running = Book.Startable().Run(6).Checked().LookAtJoints().Tell(new Fired());
        Assert.Equal("The engine is still running.", Assert.Single(running.Job.HoldPoint(HoldPoint.HandOver).Open).Because);
    }

    [Fact]
    public void Water_joints_are_asked_of_water_cooled_units_and_of_both_turbos()
    {
        static IEnumerable<string> Joints(JobBuilder job) => job.Job.HoldPoint(HoldPoint.HandOver).Items.Select(i => i.Id)
            .Where(i => i.StartsWith("joint-", StringComparison.Ordinal));
        Assert.Equal(6, Joints(Book.In()).Count());
        Assert.Contains("joint-water-1", Joints(Book.In(water: true)));
        Assert.Equal(14, Joints(Book.In(2, water: true)).Count());
        static string Flange(JobBuilder job) => job.Job.HoldPoint(HoldPoint.HandOver).Items.First(i => i.Id == "joint-drain-flange-1").Title;
        Assert.Equal(("Drain flange", "Drain flange, turbo 1"), (Flange(Book.In()), Flange(Book.In(2))));
    }

    [Fact]
    public void A_remedy_with_a_reading_behind_it_is_settled_by_the_reading_alone()
    {
        var job = Book.Confirmed("starved").Tell(new RemedyNoted("starved-catch", true, "looked fine to me"));
        Assert.Contains("starved-catch", job.Open(HoldPoint.Release));
        Assert.DoesNotContain("starved-catch", job.Catch(1).Open(HoldPoint.Release));
        Assert.Contains("starved-pipe", job.Open(HoldPoint.Release));
        Assert.Contains("starved-pipe", job.Pipe(FeedPipeState.CleanedAndSeenThrough).Open(HoldPoint.Release));
        Assert.DoesNotContain("starved-pipe", job.Pipe().Open(HoldPoint.Release));
    }

    [Fact]
    public void Every_remedy_and_every_item_has_a_name_people_can_read()
    {
        foreach (var remedy in Remedies.All) Assert.Equal(remedy.Text, HoldPoints.TitleOf(1, remedy.Id));
        Assert.Equal("Oil supply judged, turbo 2", HoldPoints.TitleOf(2, "oil-supply-2"));
        Assert.Equal("Oil supply judged", HoldPoints.TitleOf(1, "oil-supply-1"));
        Assert.Equal("of old 7", HoldPoints.TitleOf(2, "of-old-7"));
        Assert.Equal("forgotten", HoldPoints.TitleOf(2, "forgotten"));
        Assert.All(Remedies.All, r => Assert.True(r.Check is null || CheckList.Find(r.Check) is not null));
        Assert.All(Remedies.All, r => Assert.Contains(r.Cause, CauseModel.Usual.Causes));
    }
}
