namespace Wattology.Core.OilSupply;

/// <summary>Friction of oil in drawn tube. SI units throughout.</summary>
public static class PipeFlow
{
    // Drawn tube in m: the usual figure of friction charts.
    private const double Roughness = 0.0015e-3;

    /// <summary>Darcy friction factor for laminar, transitional and turbulent flow.</summary>
    /// <param name="re">Reynolds number, above 0.</param>
    /// <param name="bore">Bore in m.</param>
    /// <remarks>Churchill (1977); relative roughness of drawn tube, 0.0015 mm.</remarks>
    public static double DarcyFriction(double re, double bore)
    {
        // Below this the formula is 64/Re to the last digit, and its powers would overflow.
        if (re < 1e-3) return 64 / re;
        var a = Math.Pow(2.457 * Math.Log(1 / (Math.Pow(7 / re, 0.9) + 0.27 * Roughness / bore)), 16);
        var b = Math.Pow(37530 / re, 16);
        return 8 * Math.Pow(Math.Pow(8 / re, 12) + Math.Pow(a + b, -1.5), 1.0 / 12);
    }

    /// <summary>Head lost per unit of density, (f·L/D + K)·V²/2, in m²/s².</summary>
    public static double Loss(double velocity, double length, double bore, double minorK, double nu)
        => velocity <= 0 ? 0 : (DarcyFriction(velocity * bore / nu, bore) * length / bore + minorK) * velocity * velocity / 2;
}
