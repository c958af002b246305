using Wattology.Core.Numerics;

namespace Wattology.Core.Tests.Numerics;

public sealed class RootTests
{
    [Theory]
    [InlineData(1.0, 4.0, 1e-6)]
    [InlineData(1.75, 1e9, 1e-3)]
    [InlineData(0.5, 1e-7, 1e4)]
    [InlineData(2, 50, 7.0710678)]
    // Flatter and steeper than a secant is let believe, so that the bracket has to find it.
    [InlineData(0.02, 1.2, 1)]
    [InlineData(60, 3, 40)]
    public void A_power_of_x_reaches_its_target_from_wherever_it_starts(double power, double target, double guess)
    {
        var expected = Math.Pow(target, 1 / power);
        Assert.Equal(1, Root.OfRising(x => Math.Pow(x, power), target, guess) / expected, 9);
    }

    [Theory]
    [InlineData(1e-4)]
    [InlineData(1)]
    [InlineData(1e4)]
    public void A_kink_between_start_and_root_does_not_lose_it(double guess)
    {
        static double Kinked(double x) => x < 2 ? x / 1000 : 0.002 + 500 * (x - 2) * (x - 2);
        Assert.Equal(4, Root.OfRising(Kinked, 0.002 + 2000, guess), 9);
        Assert.Equal(0.5, Root.OfRising(Kinked, 0.0005, guess), 9);
    }

    [Fact]
    public void A_flow_law_takes_few_evaluations()
    {
        var asked = 0;
        double Flow(double x)
        {
            asked++;
            return 3 * x + 0.4 * Math.Pow(x, 1.75);
        }
        var root = Root.OfRising(Flow, 120, 10);
        Assert.Equal(120, 3 * root + 0.4 * Math.Pow(root, 1.75), 8);
        Assert.InRange(asked, 3, 8);
    }
}
