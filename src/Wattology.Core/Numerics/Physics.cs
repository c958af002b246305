namespace Wattology.Core.Numerics;

/// <summary>Constants used by several calculations.</summary>
public static class Physics
{
    /// <summary>Standard gravity in m/s²: the conventional value of 1901.</summary>
    public const double Gravity = 9.80665;

    /// <summary>0 °C in kelvin, by the definition of the Celsius scale.</summary>
    public const double ZeroCelsius = 273.15;

    /// <summary>Specific gas constant of dry air in J/kg K: the universal one, 8.314, over air's molar mass, 0.028965 kg/mol.</summary>
    public const double AirConstant = 287.05;

    /// <summary>One l/min in m³/s.</summary>
    public const double LitrePerMinute = 1e-3 / 60;

    /// <summary>Area of a circle.</summary>
    /// <param name="diameter">Its diameter, 0 or more, in any unit.</param>
    /// <returns>The area in that unit squared.</returns>
    public static double CircleArea(double diameter) => Math.PI * diameter * diameter / 4;
}
