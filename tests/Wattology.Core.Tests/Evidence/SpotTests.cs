using Wattology.Core.Causes;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.Priming;
using Wattology.Core.Shop;

namespace Wattology.Core.Tests.Evidence;

public sealed class SpotTests
{
    private static Spot Of(Story story, string id) => story.View.Spot(id, 1);

    [Fact]
    public void The_worst_latest_reading_of_any_running_stands_for_the_crankcase()
    {
        static CrankcaseRead Read(double kpa, Running running) => new(kpa, running, CrankcaseRead.Judge(kpa, false, LimitBook.Usual, new ShopUnits()));
        var story = new Story().Tell(Read(1.9, Running.Loaded)).Tell(Read(0.2, Running.Idle));
        Assert.Equal(Verdict.Stop, Of(story, "crankcase").Verdict);
        Assert.Equal(Verdict.Sound, Of(story.Tell(Read(0.8, Running.Loaded)), "crankcase").Verdict);
        Assert.Equal(Verdict.ReadingOnly, CrankcaseRead.Judge(-2, true, LimitBook.Usual, new ShopUnits()).Verdict);
    }

    [Fact]
    public void Priming_one_of_two_turbos_is_a_doubt_until_the_other_is_oiled_too()
    {
        var twin = new Story(2).Tell(new Primed(2, PrimeMethod.Syringe, true, 12));
        Assert.Equal(("one side only", Verdict.Doubt), (Of(twin, "prime").Value, Of(twin, "prime").Verdict));
        twin.Tell(new Primed(1, PrimeMethod.Syringe, true, 12)).Tell(new PressureNoted(true, PressureBy.DirectGauge, 120));
        Assert.Equal(Verdict.Sound, Of(twin, "prime").Verdict);
    }

    [Fact]
    public void A_start_is_sound_only_when_everything_was_looked_at_and_good()
    {
        var story = new Story().Tell(new Fired()).Tell(new PressureAfterFiring(2)).After(320).Tell(new EngineStopped(320));
        Assert.Equal(Verdict.ReadingOnly, Of(story, "start").Verdict);
        foreach (var joint in Joints.For(story.View.Job)) story.Tell(new JointLooked(joint.Id, JointState.Dry));
        Assert.Equal(Verdict.Sound, Of(story.Tell(new RunChecked(Smoke.ClearsWhenWarm, OilLevel.BetweenMarks, true)), "start").Verdict);
        Assert.Equal(Verdict.Doubt, Of(story.Tell(new JointLooked("charge-1", JointState.Weep)), "start").Verdict);
        Assert.Equal(Verdict.Stop, Of(story.Tell(new RunChecked(Smoke.BlueStays, OilLevel.BetweenMarks, true)), "start").Verdict);
        Assert.Equal(Verdict.Stop, Of(story.Tell(new RunChecked(Smoke.None, OilLevel.OverMark, true)), "start").Verdict);
    }

    [Fact]
    public void A_finding_taken_back_counts_as_not_looked()
    {
        var story = new Story().Tell(new FindingNoted("blue-smoke", Look.Seen)).Tell(new FindingNoted("oil-low", Look.NotThere));
        Assert.Equal([Answer.Present, Answer.Absent], story.View.State.ForRanking().Findings.OrderBy(f => f.Key).Select(f => f.Value));
        story.Tell(new FindingNoted("blue-smoke", Look.NotLooked));
        Assert.Equal(["oil-low"], story.View.State.ForRanking().Findings.Keys);
        Assert.Equal("1 looked at", Of(story, "findings").Value);
    }

    [Fact]
    public void A_shop_s_units_reach_every_line_of_the_record()
    {
        var story = new Story().Tell(new PressureNoted(true, PressureBy.DirectGauge, 200)).Tell(new PressureNoted(true, PressureBy.Lamp)).Tell(new CauseConfirmed("drain", "laid flat", "crankcase", 0.6, RankingVerdict.Leading, "it can be seen"))
            .Tell(new GatePassed(GateKind.Release, ["feed-1"], "boat leaves"));
        string Words(int seq, ShopUnits units) => EntryWords.Of(story.Entries[seq - 1], story.View.State, units);
        Assert.Equal("seen, direct gauge 29 psi", Words(2, new ShopUnits("psi")));
        Assert.Contains("proves nothing", Words(3, new ShopUnits()));
        Assert.Contains("ranking had crankcase first: it can be seen", Words(4, new ShopUnits()));
        Assert.Contains("with open: feed-1. boat leaves", Words(5, new ShopUnits()));
    }

    [Theory]
    [InlineData(1234.4, "1234")]
    [InlineData(99.96, "100")]
    [InlineData(12.34, "12.3")]
    [InlineData(1.236, "1.24")]
    [InlineData(0.0567, "0.057")]
    [InlineData(-0.0001, "0")]
    public void Numbers_are_shown_with_the_digits_a_person_would_say(double value, string shown) => Assert.Equal(shown, ShopUnits.Digits(value));

    [Fact]
    public void A_confirmed_cause_needs_its_second_why_and_a_reason_when_it_is_not_the_first()
    {
        static IEnumerable<string> Faults(CauseConfirmed confirmed)
        {
            var faults = new Core.Calculations.Faults();
            Core.Calculations.InputReader.ReadAs(System.Text.Json.JsonSerializer.SerializeToElement(confirmed, Core.Calculations.InputReader.Json), typeof(CauseConfirmed), faults);
            return faults.ByPath.Keys;
        }
        Assert.Empty(Faults(new("drain", "laid flat", "drain", 0.9, RankingVerdict.Settled)));
        Assert.Equal(["second_why"], Faults(new("drain", " ", "drain", 0.9, RankingVerdict.Settled)));
        Assert.Equal(["disagreement"], Faults(new("drain", "laid flat", "crankcase", 0.9, RankingVerdict.Settled)));
        Assert.Equal(["cause"], Faults(new("gremlins", "x", "gremlins", 0.9, RankingVerdict.Settled)));
    }
}
