namespace Wattology.Core.Calculations;

/// <summary>Constants used by every calculation.</summary>
public static class Physics
{
    /// <summary>Standard gravity, m/s².</summary>
    public const double Gravity = 9.80665;

    /// <summary>0 °C in kelvin.</summary>
    public const double ZeroCelsius = 273.15;

    /// <summary>Gas constant of air, J/kg K.</summary>
    public const double AirConstant = 287.05;

    /// <summary>One l/min in m³/s.</summary>
    public const double LitrePerMinute = 1e-3 / 60;

    /// <summary>Area of a circle from its diameter; any unit, squared.</summary>
    public static double CircleArea(double diameter) => Math.PI * diameter * diameter / 4;
}
