using Wattology.Core.Actuator;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Actuator;

public sealed class ControlTests
{
    private static readonly RodReading Read = new(1, RodSchool.OpeningPressure, 60, 90, 10, 1, 66);

    private static readonly Limit Sheet = new("rod-opening", LimitSource.Maker, "sheet 3", 58, 64, 55, 68, Measure.Pressure);

    private static RodOutcome Outcome(RodReading read, JobKind kind = JobKind.Custom, params Limit[] limits)
        => RodOutcome.Of(read, Book.In(kind: kind, limits: limits).Job.Context);

    [Fact]
    public void Two_readings_tell_the_preload_what_a_turn_does_and_how_many_are_wanted()
    {
        var outcome = Outcome(Read);
        Assert.Equal((3, 20, 3.0, 2.0), (outcome.Result.RateKpaPerMm, outcome.Result.PreloadMm, outcome.KpaPerTurn!.Value, outcome.Turns!.Value));
        Assert.Equal("No figure is known for this unit. Shorten the rod by 2 turns, then read again.", outcome.Why);
        Assert.Contains("Lengthen the rod by 1 turn,", Outcome(Read with { WantedKpa = 57 }).Why);
        Assert.EndsWith("The rod stays.", Outcome(Read with { WantedKpa = 60.1 }).Why);
        Assert.Null(Outcome(Read with { RodPitchMm = null }).Turns);
    }

    [Theory]
    [InlineData(60, Verdict.Sound, "It begins where it should.")]
    [InlineData(66, Verdict.Doubtful, "It does not begin where it should")]
    [InlineData(40, Verdict.Stop, "It does not begin where it should")]
    public void By_opening_pressure_the_start_is_judged(double start, Verdict verdict, string why)
    {
        var outcome = Outcome(Read with { StartKpa = start, WantedKpa = null }, limits: Sheet);
        Assert.Equal(verdict, outcome.Judgement.Verdict);
        Assert.StartsWith(why, outcome.Why);
        Assert.Equal(start, outcome.JudgedOf(Read with { StartKpa = start }));
    }

    [Fact]
    public void By_measured_preload_the_preload_is_judged_and_without_pull_the_flap_alone()
    {
        var preload = new Limit("rod-preload", LimitSource.Shop, "ours", 1, 3, In: Measure.Length);
        Assert.Equal(Verdict.Stop, Outcome(Read with { School = RodSchool.MeasuredPreload }, limits: preload).Judgement.Verdict);
        Assert.Equal(Verdict.Sound, Outcome(Read with { School = RodSchool.MeasuredPreload, StartKpa = 6, FullKpa = 36 }, limits: preload).Judgement.Verdict);
        var none = Outcome(Read with { School = RodSchool.NoPull }, JobKind.Custom, preload, Sheet);
        Assert.Equal((Verdict.ReadingOnly, null), (none.Judgement.Verdict, none.JudgedOf(Read)));
        Assert.StartsWith("Without pull the look at the flap decides.", none.Why);
    }

    [Fact]
    public void A_sealed_rod_is_read_as_evidence_and_never_turned()
    {
        var outcome = Outcome(Read, JobKind.MakersSpec, Sheet);
        Assert.Equal((true, null, Verdict.Sound), (outcome.Sealed, outcome.Turns, outcome.Judgement.Verdict));
        Assert.EndsWith("the setting is sealed, do not adjust.", outcome.Why);
        Assert.Equal(RodTurned.SealedWords, Book.In().Refusal(new RodTurned(1, 1))!.Message);
        Assert.Null(Book.In(kind: JobKind.Custom).Refusal(new RodTurned(1, 1)));
        var faults = new Faults();
        new RodTurned(1, 0).Check(faults, "");
        Assert.StartsWith("No turn", faults.ByPath["turns"]);
    }

    [Fact]
    public void A_turned_rod_or_an_actuator_taken_off_is_looked_at_again()
    {
        var job = Book.In(kind: JobKind.Custom, limits: Sheet);
        foreach (var question in ControlCheck.Definition.Questions.Where(q => q.Applies(job.Job.Context, 1))) job.Answer(question, question.Answers[0].Id);
        Assert.Equal(Verdict.Sound, job.Tell(Read, Known.Measured).Check("control").Verdict);
        job.Tell(new RodTurned(1, 2));
        Assert.Contains("the rod was turned", job.Check("control").Why);
        job.Answer(ControlCheck.Clip, "on").Answer(ControlCheck.Gravity, "drops-on").Tell(Read, Known.Measured);
        Assert.Equal(Verdict.Sound, job.Check("control").Verdict);
        job.Tell(new LooseEndOpened(LooseKind.FixingsSlack, "compressor housing"));
        Assert.Equal(Verdict.Sound, job.Check("control").Verdict);
        job.Tell(new LooseEndOpened(LooseKind.FixingsSlack, "Actuator and its clip off"));
        Assert.Contains("the actuator was taken off", job.Check("control").Why);
    }

    [Fact]
    public void A_stop_at_the_control_holds_the_first_start_and_nothing_less_does()
    {
        var job = Book.Startable();
        Assert.DoesNotContain("control-1", job.Open(HoldPoint.Start));
        Assert.DoesNotContain("control-1", job.Answer(ControlCheck.Seat, "one-side").Open(HoldPoint.Start));
        Assert.Contains("control-1", job.Answer(ControlCheck.Clip, "loose").Open(HoldPoint.Start));
        Assert.DoesNotContain("control-1", job.Answer(ControlCheck.Clip, "on").Open(HoldPoint.Start));
    }

    [Theory]
    [InlineData(BoostControl.WastegateCanister, JobKind.Custom, "flap-seat rod-clip flap-gravity")]
    [InlineData(BoostControl.WastegateCanister, JobKind.MakersSpec, "flap-seat rod-clip")]
    [InlineData(BoostControl.WastegateElectric, JobKind.MakersSpec, "flap-seat gear-moved")]
    [InlineData(BoostControl.VanesElectric, JobKind.MakersSpec, "gear-moved")]
    [InlineData(BoostControl.VanesCanister, JobKind.MakersSpec, "rod-clip")]
    [InlineData(BoostControl.ExternalWastegate, JobKind.Custom, "flap-seat")]
    public void What_is_asked_follows_from_how_boost_is_controlled(BoostControl control, JobKind kind, string asked)
        => Assert.Equal(asked, string.Join(' ', ControlCheck.Definition.Questions.Where(q => q.Applies(Book.In(kind: kind, control: control).Job.Context, 1))
            .Select(q => q.Id)));
}
