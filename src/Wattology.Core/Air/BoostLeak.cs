using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Air;

/// <summary>A charge-air system shut off and watched.</summary>
/// <param name="VolumeL">Its volume in l.</param>
/// <param name="StartKpa">Pressure at the start, kPa gauge.</param>
/// <param name="EndKpa">Pressure at the end, kPa gauge, not above the start.</param>
/// <param name="Seconds">Time between, s.</param>
/// <param name="TempC">Charge and ambient, °C.</param>
/// <param name="BaroKpa">Atmosphere, kPa.</param>
public sealed record BoostLeakInput([Bounds(0, 100_000, AboveLeast = true)] double VolumeL, [Bounds(Span.Pressure)] double StartKpa,
    [Bounds(Span.Pressure)] double EndKpa, [Bounds(Span.Seconds)] double Seconds,
    [Bounds(Span.GasTemperature)] double TempC = 20, [Bounds(Span.Barometer)] double BaroKpa = 101.325) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (EndKpa > StartKpa) faults.Add(Faults.Join(path, "end_kpa"), "Pressure cannot rise by itself: the end lies above the start.");
        if (StartKpa <= 0 && EndKpa <= 0) faults.Add(Faults.Join(path, "start_kpa"), "Without pressure nothing can leak out.");
    }
}

/// <summary>Leak in l/min of ambient air, mean pressure in kPa gauge, and the leak as a round hole in mm.</summary>
public sealed record BoostLeakResult(double LeakLpm, double MeanKpa, double HoleMm);

/// <summary>A leak from a falling pressure.</summary>
public static class BoostLeak
{
    // What a ragged hole passes of what an ideal nozzle would: between a sharp edge, 0.6, and a short tube, 0.8.
    private const double Cd = 0.65;
    private const double Gamma = Physics.AirGamma;

    /// <summary>ṁ = V(p0 − p1)/(R·T·t); the hole is the nozzle that passes it at the mean absolute pressure, choked below the critical ratio.</summary>
    public static BoostLeakResult Compute(BoostLeakInput input)
    {
        var mean = (input.StartKpa + input.EndKpa) / 2;
        var rt = Physics.AirConstant * (input.TempC + Physics.ZeroCelsius);
        var mass = input.VolumeL / 1000 * (input.StartKpa - input.EndKpa) * 1000 / (rt * input.Seconds);
        if (mass <= 0) return new(0, mean, 0);
        var upstream = (mean + input.BaroKpa) * 1000;
        var ratio = input.BaroKpa * 1000 / upstream;
        var critical = Math.Pow(2 / (Gamma + 1), Gamma / (Gamma - 1));
        var perArea = ratio <= critical
            ? upstream * Math.Sqrt(Gamma / rt) * Math.Pow(2 / (Gamma + 1), (Gamma + 1) / (2 * (Gamma - 1)))
            : upstream * Math.Sqrt(2 * Gamma / ((Gamma - 1) * rt) * (Math.Pow(ratio, 2 / Gamma) - Math.Pow(ratio, (Gamma + 1) / Gamma)));
        return new(mass / (input.BaroKpa * 1000 / rt) / Physics.LitrePerMinute, mean, 1000 * Math.Sqrt(4 * mass / (Cd * perArea) / Math.PI));
    }
}
