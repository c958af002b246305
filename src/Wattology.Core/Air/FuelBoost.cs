using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Air;

/// <summary>Injectors under boost.</summary>
/// <param name="PowerKw">Power, kW.</param>
/// <param name="BsfcGKwh">Fuel for it, g/kWh.</param>
/// <param name="FuelRhoKgL">Fuel density, kg/l.</param>
/// <param name="Injectors">How many.</param>
/// <param name="InjectorCcMin">Rated flow of each, cc/min.</param>
/// <param name="InjectorRatedKpa">Pressure it is rated at, kPa.</param>
/// <param name="RailBaseKpa">Rail pressure without boost, kPa gauge.</param>
/// <param name="BoostKpa">Boost, kPa gauge.</param>
/// <param name="Referenced">Whether the regulator follows boost.</param>
public sealed record FuelBoostInput([Bounds(0, 100_000, AboveLeast = true)] double PowerKw, [Bounds(0, 5000, AboveLeast = true)] double BsfcGKwh,
    [Bounds(0, 3, AboveLeast = true)] double FuelRhoKgL, [Bounds(1, 100)] int Injectors,
    [Bounds(0, 1_000_000, AboveLeast = true)] double InjectorCcMin, [Bounds(0, 2000, AboveLeast = true), In(Measure.Pressure)] double InjectorRatedKpa,
        [Bounds(Span.Pressure)] double RailBaseKpa, [Bounds(Span.Pressure)] double BoostKpa, bool Referenced = true);

/// <summary>Per injector: need and flow in cc/min, duty in percent (null without flow), and the rail's pressure at boost in kPa.</summary>
public sealed record FuelBoostResult(double NeedCcMin, double FlowCcMin, double? DutyPct, double RailAtBoostKpa);

/// <summary>Whether injectors keep up with boost.</summary>
public static class FuelBoost
{
    /// <summary>flow = rated·√(pressure across/rated pressure); across is the base where the regulator follows boost, else base less boost.</summary>
    public static FuelBoostResult Compute(FuelBoostInput input)
    {
        var need = input.PowerKw * input.BsfcGKwh / 60 / input.FuelRhoKgL / input.Injectors;
        var across = input.Referenced ? input.RailBaseKpa : input.RailBaseKpa - input.BoostKpa;
        var rail = input.Referenced ? input.RailBaseKpa + input.BoostKpa : input.RailBaseKpa;
        if (across <= 0) return new(need, 0, null, rail);
        var flow = input.InjectorCcMin * Math.Sqrt(across / input.InjectorRatedKpa);
        return new(need, flow, 100 * need / flow, rail);
    }
}
