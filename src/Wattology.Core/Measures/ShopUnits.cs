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
            TorqueUnit => "N·m",
            MassUnit => "g",
            _ => "",
        };
        return (symbol.Length == 0 ? null : quantity.Spellings[Quantity.PlainUnit(symbol)], symbol);
    }

    /// <summary>A kept value in the shop's unit, with the digits a person would say.</summary>
    public string Show(double value, Measure measure) => Show(value, measure, 0);

    /// <summary>A kept value in the shop's unit, with so many digits behind the mark at least.</summary>
    internal string Show(double value, Measure measure, int decimals)
    {
        var symbol = Of(Quantity.Of(measure)).Symbol;
        var text = Digits(InUnit(value, measure), decimals);
        return symbol.Length == 0 ? text : symbol == "°" ? text + symbol : $"{text} {symbol}";
    }

    /// <summary>A kept value as a number of the shop's unit.</summary>
    public double InUnit(double value, Measure measure)
    {
        var quantity = Quantity.Of(measure);
        return Of(quantity).Unit is { } unit && quantity.Unit is { } kept ? UnitConverter.Convert(value, kept, unit) : value;
    }

    /// <summary>A pressure in kPa, shown.</summary>
    public string ShowPressure(double kpa) => Show(kpa, Measure.Pressure);

    /// <summary>A length in mm, shown.</summary>
    public string ShowLength(double mm) => Show(mm, Measure.Length);

    /// <summary>A temperature in °C, shown.</summary>
    public string ShowTemperature(double celsius) => Show(celsius, Measure.Temperature);

    /// <summary>A number as a person would say it: three significant digits or so, whole from a hundred on, never fewer than two, no trailing zeros.</summary>
    public static string Digits(double value) => Digits(value, 0);

    /// <summary>The same, with so many digits behind the mark at least.</summary>
    internal static string Digits(double value, int decimals)
    {
        var size = Math.Abs(value);
        var usual = size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.1 || size < Least ? 2 : 1 - (int)Math.Floor(Math.Log10(size));
        var text = Math.Round(value, Math.Min(Math.Max(usual, decimals), MostDecimals), MidpointRounding.AwayFromZero)
            .ToString("0.###############", CultureInfo.InvariantCulture);
        return text == "-0" ? "0" : text;
    }

    internal const int MostDecimals = 12;

    // Below this a figure is the rest of a sum, not a value.
    private const double Least = 1e-9;
}
