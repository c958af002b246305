using System.Globalization;
using UnitsNet;
using UnitsNet.Units;

namespace Wattology.Core.Measures;

/// <summary>The units a shop thinks in. Values are kept in fixed units and shown in these; a value typed without a unit is meant in them.</summary>
/// <param name="Pressure">kPa, bar or psi.</param>
/// <param name="Length">mm or in.</param>
/// <param name="Temperature">°C or °F.</param>
/// <param name="Distance">km or mi.</param>
public sealed record ShopUnits(string Pressure = "kPa", string Length = "mm", string Temperature = "°C", string Distance = "km")
{
    /// <summary>What each may be.</summary>
    public static readonly IReadOnlyDictionary<string, IReadOnlyList<string>> Choices = new Dictionary<string, IReadOnlyList<string>>
    {
        ["pressure"] = ["kPa", "bar", "psi"],
        ["length"] = ["mm", "in"],
        ["temperature"] = ["°C", "°F"],
        ["distance"] = ["km", "mi"],
    };

    /// <summary>The unit meant when a value of that quantity is typed bare.</summary>
    public (Enum? Unit, string Symbol) Of(Quantity quantity)
    {
        var symbol = quantity.Unit switch
        {
            PressureUnit => Pressure,
            LengthUnit.Millimeter => Length,
            TemperatureUnit => Temperature,
            LengthUnit.Kilometer => Distance,
            VolumeUnit => "ml",
            DurationUnit.Second => "s",
            DurationUnit.Minute => "min",
            DurationUnit.Hour => "h",
            VolumeFlowUnit => "l/min",
            AngleUnit => "°",
            KinematicViscosityUnit => "cSt",
            DensityUnit => "kg/m3",
            ElectricPotentialUnit => "V",
            RotationalSpeedUnit => "rpm",
            _ => "",
        };
        return (symbol.Length == 0 ? null : quantity.Spellings[symbol.ToLowerInvariant()], symbol);
    }

    /// <summary>A kept value in the shop's unit, with the digits a person would say.</summary>
    public string Show(double value, Measure measure)
    {
        var quantity = Quantity.Of(measure);
        var (unit, symbol) = Of(quantity);
        var shown = unit is null || quantity.Unit is null ? value : UnitConverter.Convert(value, quantity.Unit, unit);
        var text = Digits(shown);
        return symbol.Length == 0 ? text : symbol == "°" ? text + symbol : $"{text} {symbol}";
    }

    /// <summary>A pressure in kPa, shown.</summary>
    public string ShowPressure(double kpa) => Show(kpa, Measure.Pressure);

    /// <summary>A length in mm, shown.</summary>
    public string ShowLength(double mm) => Show(mm, Measure.Length);

    /// <summary>A temperature in °C, shown.</summary>
    public string ShowTemperature(double celsius) => Show(celsius, Measure.Temperature);

    /// <summary>A number as a person would say it: three significant digits or so, whole from a hundred on, no trailing zeros.</summary>
    public static string Digits(double value)
    {
        var size = Math.Abs(value);
        var decimals = size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.1 || size == 0 ? 2 : 3;
        var text = Math.Round(value, decimals, MidpointRounding.AwayFromZero).ToString("0.###", CultureInfo.InvariantCulture);
        return text == "-0" ? "0" : text;
    }
}
