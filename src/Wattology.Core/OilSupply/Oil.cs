using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.OilSupply;

/// <summary>An oil by its two catalogue viscosities and its density.</summary>
/// <param name="Nu40Cst">Kinematic viscosity at 40 °C in cSt (mm²/s), up to 2,000.</param>
/// <param name="Nu100Cst">Kinematic viscosity at 100 °C in cSt, from 1.8 and below that at 40 °C.</param>
/// <param name="Rho15KgM3">Density at 15 °C in kg/m³, 700 to 1,000.</param>
public sealed record Oil([Bounds(1.8, 2000), In(Measure.Viscosity)] double Nu40Cst,
    [Bounds(1.8, 2000), In(Measure.Viscosity)] double Nu100Cst, [Bounds(700, 1000), In(Measure.Density)] double Rho15KgM3 = 870) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Nu100Cst >= Nu40Cst) faults.Add(Faults.Join(path, "nu100_cst"), "An oil is thinner at 100 °C than at 40 °C: this must be below nu40_cst.");
    }

    // Expansion of mineral oils near 15 °C, per kelvin, as petroleum measurement tables have it for this range of densities.
    private const double Expansion = 0.00067;

    /// <summary>Viscosity and density at a temperature in °C (−40 to 200).</summary>
    /// <remarks>Ubbelohde–Walther as in ASTM D341: log log(ν + 0.7) is a straight line over log T; density falls by 0.067 % per kelvin.
    /// Multigrades shear-thin when cold in fast clearances, slow flow well below 0 °C can be thicker, diluted oil is not fresh oil.</remarks>
    public OilViscosity At(double tempC)
    {
        static double Walther(double nu) => Math.Log10(Math.Log10(nu + 0.7));
        static double LogT(double c) => Math.Log10(c + Physics.ZeroCelsius);
        var slope = (Walther(Nu40Cst) - Walther(Nu100Cst)) / (LogT(100) - LogT(40));
        var nu = Math.Pow(10, Math.Pow(10, Walther(Nu40Cst) - slope * (LogT(tempC) - LogT(40)))) - 0.7;
        var rho = Rho15KgM3 * (1 - Expansion * (tempC - 15));
        return new OilViscosity(nu, rho, nu * rho / 1000);
    }
}

/// <summary>An oil and the temperature asked for in °C.</summary>
public sealed record OilViscosityInput(Oil Oil, [Bounds(Span.OilTemperature)] double TempC);

/// <summary>An oil's state at one temperature.</summary>
/// <param name="NuCst">Kinematic viscosity in cSt.</param>
/// <param name="RhoKgM3">Density in kg/m³.</param>
/// <param name="MuMpas">Dynamic viscosity in mPa·s.</param>
public sealed record OilViscosity(double NuCst, double RhoKgM3, double MuMpas)
{
    /// <summary>Kinematic viscosity in m²/s.</summary>
    internal double Nu => NuCst * 1e-6;
}

/// <summary>Typical oils by grade, used until the oil maker's own data sheet is typed in.</summary>
public static class OilGrades
{
    /// <summary>Grade name to typical figures.</summary>
    public static readonly IReadOnlyDictionary<string, Oil> Typical = new Dictionary<string, Oil>
    {
        ["0W-20"] = new(46, 8.4, 845),
        ["0W-30"] = new(58, 10.6, 848),
        ["5W-30"] = new(66, 11.2, 855),
        ["5W-40"] = new(84, 13.8, 858),
        ["10W-40"] = new(95, 14.2, 868),
        ["15W-40"] = new(108, 14.5, 875),
        ["20W-50"] = new(160, 18.0, 882),
        ["SAE 30"] = new(92, 10.8, 885),
    };
}
