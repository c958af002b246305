using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Crankcase;

/// <summary>Blow-by let out through an orifice, and the engine it is compared with.</summary>
/// <param name="OrificeMm">Orifice in mm.</param>
/// <param name="DpPa">Pressure before it, in Pa.</param>
/// <param name="GasTempC">Gas in °C.</param>
/// <param name="BaroKpa">Atmosphere in kPa.</param>
/// <param name="Cd">Discharge coefficient.</param>
/// <param name="DisplacementL">Displacement in l; needs a speed.</param>
/// <param name="Rpm">Engine speed in 1/min.</param>
/// <param name="Ve">Volumetric efficiency.</param>
/// <param name="BoostKpa">Boost in kPa.</param>
/// <param name="AmbientC">Ambient in °C.</param>
/// <param name="ManifoldC">Intake manifold in °C; ambient unless given, needed under boost.</param>
public sealed record BlowByInput([Bounds(Span.Diameter)] double OrificeMm, [Bounds(0, 2_000_000)] double DpPa,
    [Bounds(Span.GasTemperature)] double GasTempC = 60, [Bounds(Span.Barometer)] double BaroKpa = 101.325,
    [Bounds(0, 1, AboveLeast = true)] double Cd = 0.61, [Bounds(0, 1000, AboveLeast = true)] double? DisplacementL = null,
        [Bounds(Span.EngineSpeed)] double? Rpm = null, [Bounds(0, 3, AboveLeast = true)] double Ve = 0.9,
    [Bounds(Span.Pressure)] double BoostKpa = 0, [Bounds(Span.GasTemperature)] double AmbientC = 20,
        [Bounds(Span.GasTemperature)] double? ManifoldC = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (DisplacementL is not null && Rpm is null) faults.Add(Faults.Join(path, "rpm"), "With a displacement the engine speed is needed.");
        if (BoostKpa > 0 && ManifoldC is null) faults.Add(Faults.Join(path, "manifold_c"), "Under boost the intake manifold's temperature is needed.");
    }
}

/// <summary>Blow-by in l/min, the engine's air as ambient volume in l/min, and their share in percent.</summary>
public sealed record BlowByResult(double BlowbyLpm, double? AirLpm, double? SharePct);

/// <summary>Gas past the rings, by an orifice. A worn turbo passes gas into the crankcase too: measure again with the new unit before blaming rings.</summary>
public static class BlowBy
{
    /// <summary>Q = Cd·A·√(2Δp/ρ), discharging to atmosphere; air of a four-stroke as ambient volume.</summary>
    public static BlowByResult Compute(BlowByInput input)
    {
        var gas = input.GasTempC + Physics.ZeroCelsius;
        var ambient = input.AmbientC + Physics.ZeroCelsius;
        var density = 1000 * input.BaroKpa / (Physics.AirConstant * gas);
        var blowby = input.Cd * Physics.CircleArea(input.OrificeMm / 1000) * Math.Sqrt(2 * input.DpPa / density) / Physics.LitrePerMinute;
        if (input.DisplacementL is not { } displacement) return new(blowby, null, null);
        var air = displacement * input.Rpm!.Value / 2 * input.Ve * (input.BaroKpa
            + input.BoostKpa) / input.BaroKpa * ambient / ((input.ManifoldC ?? input.AmbientC) + Physics.ZeroCelsius);
        return new(blowby, air, 100 * blowby * (ambient / gas) / air);
    }
}
