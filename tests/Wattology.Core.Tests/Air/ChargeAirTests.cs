using Wattology.Core.Air;
using Wattology.Core.BookIn;
using Wattology.Core.Crankcase;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Air;

public sealed class ChargeAirTests
{
    private static readonly LeakTest Test = new(12_000, 80, 70, 30);

    private static readonly Limit Hole = new("charge-leak", LimitSource.Shop, "ours", null, 0.6, null, 1, Measure.Length);

    [Theory]
    [InlineData(79.9, Verdict.Sound, "No more than it may.")]
    [InlineData(50, Verdict.Doubtful, "It loses more than it may")]
    [InlineData(10, Verdict.Stop, "It loses more than it may: the turbo runs faster to make up for it. It fell far")]
    [InlineData(80, Verdict.Sound, "Nothing was lost.")]
    public void A_leak_is_judged_as_one_hole_and_a_long_fall_is_said_to_be_rough(double end, Verdict verdict, string why)
    {
        var outcome = LeakOutcome.Of(Test with { EndKpa = end }, new([Hole]));
        Assert.Equal(verdict, outcome.Judgement.Verdict);
        Assert.StartsWith(why, outcome.Why);
        Assert.Equal(BoostLeak.Compute(new(12, 80, end, 30)).HoleMm, outcome.JudgedOf(Test));
        Assert.Equal(end < 48, outcome.Rough);
    }

    [Fact]
    public void A_warm_charge_leaks_otherwise_and_a_rise_is_refused()
    {
        Assert.NotEqual(LeakOutcome.Of(Test, LimitBook.Usual).Result.HoleMm, LeakOutcome.Of(Test with { TempC = 60 }, LimitBook.Usual).Result.HoleMm);
        var faults = new Faults();
        (Test with { EndKpa = 90 }).Check(faults, "");
        Assert.Contains("end_kpa", faults.ByPath.Keys);
    }

    [Fact]
    public void A_leak_and_a_split_hose_answer_their_findings()
    {
        var job = Book.In(limits: Hole).Tell(Test with { EndKpa = 20 }, Known.Measured);
        Assert.Equal(Answer.Present, job.Job.Answers["charge-air-leak"].Answer);
        Assert.DoesNotContain("charge-hose-off-or-split", job.Job.Answers.Keys);
        job.Answer(ChargeAirCheck.Hoses, "leaks", "at the cooler").Tell(Test with { EndKpa = 80 }, Known.Measured);
        Assert.Equal((Answer.Absent, Answer.Present), (job.Job.Answers["charge-air-leak"].Answer, job.Job.Answers["charge-hose-off-or-split"].Answer));
        Assert.Equal(Verdict.Doubtful, job.Check("charge-air", 0).Verdict);
    }

    [Fact]
    public void Shaft_speed_is_an_estimate_and_says_so()
    {
        var reading = new ShaftSpeedReading(1, "old filter", 50, 120, IntakeDepressionKpa: 8);
        var job = Book.In().Tell(reading, Known.Measured);
        var outcome = (ShaftSpeedOutcome)job.Record.Latest<ShaftSpeedReading>()!.Outcome!;
        Assert.Equal(Verdict.ReadingOnly, outcome.Judgement.Verdict);
        Assert.Equal(ShaftSpeed.Compute(new(50, 120, IntakeDepressionKpa: 8)).Krpm, outcome.Krpm);
        Assert.Contains("proves no speed", job.Job.Words(job.Entries[^1]));
        var faults = new Faults();
        (reading with { IntakeDepressionKpa = 101.4 }).Check(faults, "");
        Assert.Contains("intake_depression_kpa", faults.ByPath.Keys);
    }

    private static readonly FuelReading Fuel = new(150, 4, 440, 300, 300, 80, true, 320, 0.745);

    [Theory]
    [InlineData(85, 320, true, null, Verdict.Sound, "The injectors have time to spare.")]
    [InlineData(250, 320, true, null, Verdict.Stop, "The injectors are open too long")]
    [InlineData(85, 320, true, 300.0, Verdict.Stop, "Fuel pressure does not rise with boost")]
    [InlineData(85, 320, true, 370.0, Verdict.Sound, "The injectors have time to spare.")]
    [InlineData(85, 320, false, 300.0, Verdict.Sound, "The injectors have time to spare.")]
    public void Fuel_under_boost_is_judged_by_duty_and_a_rail_that_does_not_rise_is_a_stop(double kw, double bsfc, bool follows, double? seen, Verdict verdict,
        string why)
    {
        var reading = Fuel with { PowerKw = kw, BsfcGKwh = bsfc, Referenced = follows, RailSeenKpa = seen };
        var outcome = FuelOutcome.Of(reading, LimitBook.Usual);
        Assert.Equal(verdict, outcome.Judgement.Verdict);
        Assert.StartsWith(why, outcome.Why);
        Assert.Equal(outcome.Judgement.By is null ? null : FuelBoost.Compute(reading.Input).DutyPct, outcome.JudgedOf(reading));
    }

    [Fact]
    public void Boost_as_high_as_the_rail_leaves_no_fuel()
    {
        var outcome = FuelOutcome.Of(Fuel with { Referenced = false, BoostKpa = 300 }, LimitBook.Usual);
        Assert.Equal((Verdict.Stop, null), (outcome.Judgement.Verdict, outcome.Result.DutyPct));
        Assert.StartsWith("Boost reaches the rail's pressure", outcome.Why);
    }

    [Fact]
    public void The_mixture_is_judged_under_load_only()
    {
        var limit = new Limit("mixture-loaded", LimitSource.Maker, "map 2", 0.78, 0.9);
        MixtureOutcome Of(double lambda, Running running) => MixtureOutcome.Of(new(MixtureMoment.After, running, lambda), new([limit]));
        Assert.Equal(Verdict.Stop, Of(1.02, Running.Loaded).Judgement.Verdict);
        Assert.Equal(Verdict.Sound, Of(0.85, Running.Loaded).Judgement.Verdict);
        Assert.Equal(Verdict.ReadingOnly, Of(1.02, Running.Idle).Judgement.Verdict);
    }

    [Fact]
    public void Fuel_that_does_not_rise_holds_the_first_start_of_a_custom_engine()
    {
        var job = Book.In(kind: JobKind.Custom, fuel: Core.BookIn.Fuel.Petrol);
        Assert.DoesNotContain("fuel", job.Open(HoldPoint.Start));
        Assert.Contains("fuel", job.Answer(FuelCheck.Rises, "does-not").Open(HoldPoint.Start));
        Assert.DoesNotContain("fuel", job.Answer(FuelCheck.Rises, "rises").Open(HoldPoint.Start));
        Assert.DoesNotContain(Book.In().Job.Checks, c => c.Id == "fuel");
        Assert.Equal(["lowest-boost", "calibration"], FuelCheck.Definition.Questions.Where(q => q.Applies(Book.In(kind: JobKind.Custom).Job.Context, 0))
            .Select(q => q.Id));
    }
}
