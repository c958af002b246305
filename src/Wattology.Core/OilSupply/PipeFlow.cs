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
        // Below this the formula is 64/Re to twelve digits, and its powers would overflow.
        if (re < WhollyLaminar) return 64 / re;
        var a = ToThe16(2.457 * Math.Log(1 / (Math.Pow(7 / re, 0.9) + 0.27 * Roughness / bore)));
        var b = ToThe16(37530 / re);
        var laminar = 8 / re;
        laminar *= laminar * laminar;
        laminar *= laminar;
        return 8 * Math.Pow(laminar * laminar + 1 / ((a + b) * Math.Sqrt(a + b)), 1.0 / 12);
    }

    private const double WhollyLaminar = 1000;

    private static double ToThe16(double x)
    {
        x *= x;
        x *= x;
        x *= x;
        return x * x;
    }

    /// <summary>Head lost per unit of density, (f·L/D + K)·V²/2, in m²/s².</summary>
    public static double Loss(double velocity, double length, double bore, double minorK, double nu)
        => velocity <= 0 ? 0 : (DarcyFriction(velocity * bore / nu, bore) * length / bore + minorK) * velocity * velocity / 2;
}
