using MathNet.Numerics.RootFinding;

namespace Wattology.Core.Numerics;

/// <summary>Roots of quantities that are positive and rise over many orders of magnitude.</summary>
public static class Root
{
    /// <summary>Finds the positive x at which a rising positive function reaches a target.</summary>
    /// <param name="rising">Strictly rising in x, 0 at 0.</param>
    /// <param name="target">The value to reach; above 0.</param>
    /// <param name="guess">A starting point of about the right size; above 0.</param>
    /// <returns>The root, to about twelve digits.</returns>
    /// <remarks>Worked in logarithms, where flow laws are near straight lines, so that a secant meets the root in a few steps; should one not, Brent's
    /// method from Math.NET Numerics does.</remarks>
    public static double OfRising(Func<double, double> rising, double target, double guess)
    {
        var goal = Math.Log(target);
        double Gap(double logX) => Math.Log(rising(Math.Exp(logX))) - goal;
        double x = Math.Log(guess), gap = Gap(x), slope = 1.5;
        for (var i = 0; i < MostSteps && double.IsFinite(gap); i++)
        {
            var step = Math.Clamp(-gap / slope, -LongestStep, LongestStep);
            x += step;
            // The first slope is a guess: what it says of the last digits is not believed yet.
            if (i > 0 && Math.Abs(step) < FinestStep) return Math.Exp(x);
            var next = Gap(x);
            slope = Math.Clamp((next - gap) / step, LeastSlope, MostSlope);
            gap = next;
        }
        return Bracketed(Gap, Math.Log(guess));
    }

    // A step so small is followed by one at the edge of what a double can hold.
    private const double FinestStep = 1e-8;
    private const double LongestStep = 12;
    private const double LeastSlope = 0.2;
    private const double MostSlope = 8;
    private const int MostSteps = 40;

    private static double Bracketed(Func<double, double> gap, double guess)
    {
        const double decade = 2.302585092994046;
        double low = guess, high = low;
        while (gap(low) > 0) low -= decade;
        while (gap(high) < 0) high += decade;
        return Math.Exp(low == high ? guess : Brent.FindRoot(gap, low, high, 1e-13, 200));
    }
}
