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
    /// <remarks>Worked in logarithms, where flow laws are near straight lines; Brent's method from Math.NET Numerics.</remarks>
    public static double OfRising(Func<double, double> rising, double target, double guess)
    {
        var goal = Math.Log(target);
        double Gap(double logX) => Math.Log(rising(Math.Exp(logX))) - goal;
        const double decade = 2.302585092994046;
        double low = Math.Log(guess), high = low;
        while (Gap(low) > 0) low -= decade;
        while (Gap(high) < 0) high += decade;
        return low == high ? guess : Math.Exp(Brent.FindRoot(Gap, low, high, 1e-13, 200));
    }
}
