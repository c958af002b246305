using Wattology.Core.Causes;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Evidence;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Core.Shop;
using Wattology.Core.Tests.Evidence;

namespace Wattology.Core.Tests.Gates;

public sealed class GateTests
{
    private static readonly Judgement Sound = new(Verdict.Sound, "fine");
    private static readonly CatchTestInput Catch = new(OilGrades.Typical["5W-30"], 20, new FeedLine(4.5, 600), [new(95, 10)]);
    private static readonly DrainInput DrainAt = new(OilGrades.Typical["5W-30"], 90, 1.6, 19, [new(140, 110)], 30);

    private static CatchTested Caught(Verdict verdict, int unit = 1) => new(unit, "5W-30", Catch, CatchTest.Compute(Catch), new(verdict, "as said"));

    private static Story Confirmed(string cause, int turbos = 1) => new Story(turbos).Tell(new PlateRead(1, PlateOf.Old, MakerNumber: "OV-1")).Tell(new CauseConfirmed(cause, "known", cause, 0.9, RankingVerdict.Settled));

    private static Story Releasable() => Confirmed("dirty").Tell(new RemedyNoted("dirty-flush", true, "flushed")).Tell(new RemedyNoted("dirty-source", true, "plug"))
        .Tell(Caught(Verdict.Sound)).Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-1"));

    private static Story Startable() => Releasable().Tell(new GatePassed(GateKind.Release, [], "all closed")).Tell(new RemedyNoted("dirty-oil", true, "renewed"))
        .Tell(new DrainMeasured(1, "5W-30", true, DrainAt, DrainFlow.Compute(DrainAt), Sound)).Tell(new ClockingSet(1, true, new(3), ClockingGeometry.Compute(new(3)), Sound))
        .Tell(new FiringDisabled(FiringMethod.Fuel, ["relay"])).Tell(new Primed(1, PrimeMethod.Syringe, true, 15)).Tell(new PressureNoted(true, PressureBy.DirectGauge, 180)).Tell(new FiringRestored("relay"));

    private static IEnumerable<string> Open(Story story, GateKind kind) => story.View.Gate(kind).Open.Select(l => l.Id);

    [Fact]
    public void Release_asks_for_cause_its_lines_supply_and_the_number()
    {
        Assert.Equal(["cause", "feed-1", "plate-1"], Open(new Story(), GateKind.Release));
        Assert.Equal(["dirty-flush", "dirty-source", "feed-1", "plate-1"], Open(Confirmed("dirty"), GateKind.Release));
        Assert.Empty(Open(Releasable(), GateKind.Release));
        Assert.Equal(["dirty-flush"], Open(Releasable().Tell(new RemedyNoted("dirty-flush", false, "more metal")), GateKind.Release));
        Assert.Equal(["feed-2", "plate-2"], Open(Confirmed(Remedies.NotEstablished, 2).Tell(Caught(Verdict.Sound)).Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-1")), GateKind.Release));
    }

    [Fact]
    public void A_doubt_or_a_bare_reading_closes_by_name_and_a_stop_never_does()
    {
        foreach (var (verdict, closes) in new[] { (Verdict.Doubt, true), (Verdict.ReadingOnly, true), (Verdict.Stop, false) })
        {
            var story = Confirmed(Remedies.NotEstablished).Tell(Caught(verdict));
            Assert.Contains("feed-1", Open(story, GateKind.Release));
            story.Tell(new Accepted(story.Entries[^1].Hash, "will do"));
            Assert.Equal(closes, !Open(story, GateKind.Release).Contains("feed-1"));
            Assert.Contains("feed-1", Open(story.Tell(Caught(verdict)), GateKind.Release));
        }
    }

    [Fact]
    public void A_passing_takes_on_what_was_open_then_and_nothing_later()
    {
        var story = Confirmed("dirty").Tell(Caught(Verdict.Sound)).Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-1"));
        story.Tell(new GatePassed(GateKind.Release, ["dirty-flush", "dirty-source"], "boat leaves"));
        Assert.True(story.View.Gate(GateKind.Release).Passed);
        story.Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-9"));
        Assert.False(story.View.Gate(GateKind.Release).Passed);
    }

    [Fact]
    public void The_first_start_is_barred_by_pressure_what_is_disabled_and_a_limit_not_set()
    {
        Assert.Empty(Open(Startable(), GateKind.Start));
        var unproved = Startable().Tell(new PressureNoted(false, PressureBy.DirectGauge)).View.Gate(GateKind.Start);
        Assert.Contains("no reason passes", unproved.Refusal(Role.Owner));
        Assert.Equal(["restored"], Startable().Tell(new FiringDisabled(FiringMethod.Fuel, ["fuse"])).View.Gate(GateKind.Start).Barred.Select(l => l.Id));
        var unset = new Story { Limits = LimitBook.Usual };
        Assert.Contains(unset.View.Gate(GateKind.Start).Barred, l => l.Id == "seconds");
        Assert.Contains("drain-1", Open(Startable().Tell(new DrainMeasured(1, "5W-30", false, DrainAt, DrainFlow.Compute(DrainAt), Sound)), GateKind.Start));
    }

    [Fact]
    public void Hand_over_is_barred_by_an_oil_leak_and_wants_a_deferred_crankcase_read()
    {
        var story = Startable().Tell(new CrankcaseDeferred("will not run")).Tell(new Fired()).Tell(new PressureAfterFiring(3)).After(400).Tell(new EngineStopped(400)).Tell(new RunChecked(Smoke.None, OilLevel.BetweenMarks, true));
        foreach (var joint in Joints.For(story.View.Job)) story.Tell(new JointLooked(joint.Id, JointState.Dry));
        Assert.Equal(["crankcase-0"], Open(story, GateKind.HandOver));
        story.Tell(new CrankcaseRead(0.4, Running.Loaded, Sound));
        Assert.Empty(Open(story, GateKind.HandOver));
        Assert.NotNull(story.Tell(new JointLooked("drain-flange-1", JointState.Leak)).View.Gate(GateKind.HandOver).Refusal(Role.Owner));
        Assert.Null(story.Tell(new JointLooked("drain-flange-1", JointState.Weep)).View.Gate(GateKind.HandOver).Refusal(Role.Owner));
        Assert.NotNull(story.View.Gate(GateKind.HandOver).Refusal(Role.Desk));
    }

    [Fact]
    public void A_line_with_a_reading_behind_it_is_closed_by_the_reading_alone()
    {
        var story = Confirmed("starved").Tell(new RemedyNoted("starved-catch", true, "looked fine to me"));
        Assert.Contains("starved-catch", Open(story, GateKind.Release));
        Assert.DoesNotContain("starved-catch", Open(story.Tell(Caught(Verdict.Sound)), GateKind.Release));
    }

    [Fact]
    public void The_order_of_work_moves_on_as_steps_are_done()
    {
        Assert.Equal("plate", new Story().View.Work.Next!.Sheet);
        Assert.Equal("findings", new Story().Tell(new PlateRead(1, PlateOf.Old, true)).View.Work.Next!.Sheet);
        Assert.Equal("feed", Confirmed("dirty").View.Work.Next!.Sheet);
        Assert.Equal("crankcase", Startable().View.Work.Next!.Sheet);
        Assert.Equal("start", Startable().Tell(new CrankcaseDeferred("will not run")).View.Work.Next!.Sheet);
    }
}
