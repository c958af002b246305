using Wattology.Core.Gauge;

namespace Wattology.Core.Tests.Gauge;

public sealed class BoxClockTests
{
    [Fact]
    public void A_line_that_comes_late_does_not_move_the_clock()
    {
        var clock = new BoxClock();
        for (var i = 0; i < 20; i++) Assert.Equal(100_000 + i * 50, clock.At(i * 50, 100_000 + i * 50), 0.5);
        // Held up for 0.8 s, then it comes in a burst.
        for (var i = 20; i < 36; i++) Assert.Equal(100_000 + i * 50, clock.At(i * 50, 101_800), 0.5);
        Assert.Equal(0, clock.Jumps);
    }

    [Theory]
    [InlineData(0.02)]
    [InlineData(-0.01)]
    public void A_clock_that_runs_fast_or_slow_is_followed_and_told(double fast)
    {
        var clock = new BoxClock();
        var random = new Random(4);
        for (var server = 0.0; server < 60_000; server += 50)
        {
            var late = 3 + 30 * random.NextDouble();
            // Within what it gains in its window, and the delay of a line.
            Assert.Equal(server, clock.At(server * (1 + fast), server + late), 5_000 * Math.Abs(fast) + 40);
        }
        Assert.Equal(fast, clock.Drift!.Value, 0.002);
    }

    [Fact]
    public void A_box_begun_anew_is_begun_anew_and_time_never_falls()
    {
        var clock = new BoxClock();
        clock.At(500_000, 10_000);
        clock.At(500_050, 10_050);
        var again = clock.At(10, 13_000);
        Assert.Equal((13_000.0, 1), (again, clock.Jumps));
        Assert.True(clock.At(20, 13_001) > again);
        // Its clock leaps ahead: so does not the server's.
        Assert.Equal(13_100, clock.At(900_000, 13_100), 1.0);
        Assert.Equal(2, clock.Jumps);
        Assert.Null(clock.Drift);
    }
}
