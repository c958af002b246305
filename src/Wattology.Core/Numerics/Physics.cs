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

    /// <summary>Ratio of specific heats of air: 7/5, that of a gas of two-atomed molecules.</summary>
    public const double AirGamma = 1.4;

    /// <summary>Specific heat of air at constant pressure in J/kg K, near 20 °C: 7/2 of the gas constant, rounded as tables give it.</summary>
    public const double AirSpecificHeat = 1005;

    /// <summary>One l/min in m³/s.</summary>
    public const double LitrePerMinute = 1e-3 / 60;

    /// <summary>Area of a circle.</summary>
    /// <param name="diameter">Its diameter, 0 or more, in any unit.</param>
    /// <returns>The area in that unit squared.</returns>
    public static double CircleArea(double diameter) => Math.PI * diameter * diameter / 4;
}
