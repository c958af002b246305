using System.Text.Json.Serialization;
using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Air;

/// <summary>A compressor at work.</summary>
/// <param name="WheelMm">Outside diameter of the wheel, mm.</param>
/// <param name="BoostKpa">Boost, kPa gauge.</param>
/// <param name="AltitudeM">Height above the sea, m.</param>
/// <param name="BaroKpa">Atmosphere, kPa; from the altitude when null.</param>
/// <param name="IntakeDepressionKpa">Suction before the wheel, kPa, below the atmosphere.</param>
/// <param name="ChargeLossKpa">Loss between wheel and gauge, kPa.</param>
/// <param name="InletC">Air before the wheel, °C.</param>
/// <param name="Efficiency">Compressor efficiency.</param>
/// <param name="WorkCoeff">Work coefficient.</param>
public sealed record ShaftSpeedInput([Bounds(Span.Diameter)] double WheelMm, [Bounds(Span.Pressure)] double BoostKpa,
    [Bounds(-500, 6000)] double AltitudeM = 0, [Bounds(Span.Barometer)] double? BaroKpa = null,
    [Bounds(Span.Pressure)] double IntakeDepressionKpa = 0, [Bounds(Span.Pressure)] double ChargeLossKpa = 0, [Bounds(Span.GasTemperature)] double InletC = 20,
    [Bounds(0.3, 0.9)] double Efficiency = 0.72, [Bounds(0.3, 1.2)] double WorkCoeff = 0.7) : IHasRules
{
    /// <summary>The atmosphere in kPa: as given, else the standard atmosphere (ISO 2533) at the altitude in m, which holds up to 11,000 m.</summary>
    public double Atmosphere => BaroKpa ?? 101.325 * Math.Pow(1 - 2.25577e-5 * AltitudeM, 5.25588);

    /// <summary>Pressure ratio over the wheel.</summary>
    public double Ratio => (Atmosphere + BoostKpa + ChargeLossKpa) / (Atmosphere - IntakeDepressionKpa);

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (IntakeDepressionKpa >= Atmosphere) faults.Add(Faults.Join(path, "intake_depression_kpa"), "Suction cannot reach the atmosphere's own pressure.");
        else if (Ratio < 1) faults.Add(Faults.Join(path, "boost_kpa"), "These figures give a pressure ratio below 1, which no compressor works at.");
    }
}

/// <summary>Atmosphere in kPa, pressure ratio, tip speed in m/s and shaft speed in thousands per minute: an estimate for comparing two states of one
/// engine.</summary>
public sealed record ShaftSpeedResult(double BaroKpa, double PressureRatio, [property: JsonPropertyName("tip_m_s")] double TipMetresPerSecond, double Krpm);

/// <summary>Estimates shaft speed from the work the air took.</summary>
public static class ShaftSpeed
{
    /// <summary>Δh = cp·T·(PR^((γ − 1)/γ) − 1)/η, the work of an adiabatic rise at an efficiency; tip = √(Δh/work coefficient).</summary>
    public static ShaftSpeedResult Compute(ShaftSpeedInput input)
    {
        var rise = Math.Pow(input.Ratio, (Physics.AirGamma - 1) / Physics.AirGamma) - 1;
        var work = Physics.AirSpecificHeat * (input.InletC + Physics.ZeroCelsius) * rise / input.Efficiency;
        var tip = Math.Sqrt(work / input.WorkCoeff);
        return new(input.Atmosphere, input.Ratio, tip, tip / (Math.PI * input.WheelMm / 1000) * 60 / 1000);
    }
}
