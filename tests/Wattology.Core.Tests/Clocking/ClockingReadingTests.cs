using Wattology.Core.Clocking;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Clocking;

public sealed class ClockingReadingTests
{
    private static readonly LimitBook Slope = new([new Limit("drain-tilt-slope", LimitSource.Shop, "ferry ramp", null, 25, null, 40, Measure.Angle)]);

    [Theory]
    [InlineData(15, Verdict.Sound, "oil leaves freely")]
    [InlineData(16, Verdict.Doubtful, "oil stands at the drain's edge")]
    [InlineData(30, Verdict.Doubtful, "oil stands at the drain's edge")]
    [InlineData(31, Verdict.Stop, "the housing would fill")]
    public void The_drains_tilt_is_judged_on_the_level(double degrees, Verdict verdict, string why)
    {
        var outcome = ClockingOutcome.Of(new ClockingInput(degrees), LimitBook.Usual);
        Assert.Equal(verdict, outcome.Judgement.Verdict);
        Assert.Contains(why, outcome.Why);
        Assert.Equal(verdict, Book.In().Clock(degrees).Check("clocking").Verdict);
    }

    [Fact]
    public void A_slope_has_a_limit_of_its_own_and_the_worst_attitude_decides()
    {
        var input = new ClockingInput(3, Attitudes: [new("level", 0, 0), new("ramp", 0, 20)]);
        var bare = ClockingOutcome.Of(input, LimitBook.Usual);
        Assert.Equal((Verdict.Sound, 0), (bare.Judgement.Verdict, bare.Row));
        var known = ClockingOutcome.Of(input with { OilInletDeg = -10 }, Slope);
        Assert.Equal((Verdict.Doubtful, 1), (known.Judgement.Verdict, known.Row));
        Assert.Contains("(ramp)", known.Why);
        Assert.Contains("no limit is known for a slope", ClockingOutcome.Of(new ClockingInput(3, Attitudes: [new("ramp", 10, 0)]), LimitBook.Usual).Why);
        Assert.Equal(Verdict.Sound, ClockingOutcome.Of(new ClockingInput(3, Attitudes: [new("turned round", 360, 0)]), LimitBook.Usual).Judgement.Verdict);
    }

    [Fact]
    public void Measuring_the_same_place_again_is_no_turn()
    {
        var job = Book.In().Clock(358.8);
        Assert.False(ClockingReading.Turned(job.Job.Context, job.Entries[^1]));
        Assert.False(ClockingReading.Turned(job.Clock(-0.5).Job.Context, job.Entries[^1]));
        Assert.True(ClockingReading.Turned(job.Clock(0.5).Job.Context, job.Entries[^1]));
    }

    [Fact]
    public void A_step_divides_the_circle_and_an_attitude_has_a_name()
    {
        static IEnumerable<string> Faults(ClockingReading reading)
        {
            var faults = new Faults();
            reading.Check(faults, "");
            return faults.ByPath.Keys;
        }
        Assert.Empty(Faults(new(1, true, new(3, Attitudes: [new("level", 0, 0)]), 60)));
        Assert.Equal(["step_deg"], Faults(new(1, true, new(3), 50)));
        Assert.Equal(["input.attitudes.1.name"], Faults(new(1, true, new(3, Attitudes: [new("level", 0, 0), new(" ", 1, 0)]))));
    }

    [Theory]
    [InlineData(24, null, "To plumb: turn the centre section 24° anticlockwise, seen from the compressor end.")]
    [InlineData(-24, null, "To plumb: turn the centre section 24° clockwise, seen from the compressor end.")]
    [InlineData(0, null, "The drain hangs plumb.")]
    [InlineData(20, 60.0, "The nearest step: 20° stay.")]
    [InlineData(50, 60.0, "To plumb: turn the centre section 60° anticlockwise, seen from the compressor end (1 step; 10° stay).")]
    [InlineData(130, 60.0, "To plumb: turn the centre section 120° anticlockwise, seen from the compressor end (2 steps; 10° stay).")]
    [InlineData(20, 50.0, "A joint's step divides 360, as 60 or 45 do; 50 does not.")]
    public void It_says_which_way_to_turn(double inlet, double? step, string words)
        => Assert.Equal(words, ClockingCheck.TurnWords(new ClockingInput(inlet), step));
}
