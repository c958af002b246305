using UnitsNet.Units;

namespace Wattology.Core.Measures;

/// <summary>What a field measures, the unit it is kept in, and how people write its units.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Name">The quantity in words.</param>
/// <param name="Unit">The unit the field is kept in; null for a plain number.</param>
/// <param name="Spellings">What people write for its units, in lower case and without spaces.</param>
/// <param name="Example">How to type one, for error texts.</param>
public sealed record Quantity(Measure Measure, string Name, Enum? Unit, IReadOnlyDictionary<string, Enum> Spellings, string Example)
{
    private static Dictionary<string, Enum> Words(params (string Spellings, Enum Unit)[] units)
        => units.SelectMany(u => u.Spellings.Split(' ').Select(s => (s, u.Unit))).ToDictionary(x => x.s, x => x.Unit);

    private static readonly Dictionary<string, Enum> PressureWords = Words(
        ("kpa", PressureUnit.Kilopascal), ("pa", PressureUnit.Pascal), ("mpa", PressureUnit.Megapascal),
        ("bar bars", PressureUnit.Bar), ("mbar hpa", PressureUnit.Millibar), ("psi psig lb/in2 lb/in²", PressureUnit.PoundForcePerSquareInch),
        ("inhg", PressureUnit.InchOfMercury), ("mmhg", PressureUnit.MillimeterOfMercury),
        ("inh2o inwg inwc", PressureUnit.InchOfWaterColumn), ("mmh2o mmwg", PressureUnit.MillimeterOfWaterColumn),
        ("kg/cm2 kgf/cm2 kg/cm² kgf/cm²", PressureUnit.KilogramForcePerSquareCentimeter));

    private static readonly Dictionary<string, Enum> LengthWords = Words(
        ("mm millimetre millimetres millimeter millimeters", LengthUnit.Millimeter), ("cm", LengthUnit.Centimeter),
        ("m metre metres meter meters", LengthUnit.Meter), ("in inch inches \" ″ ''", LengthUnit.Inch),
        ("ft foot feet '", LengthUnit.Foot), ("thou mil", LengthUnit.Mil));

    private static readonly Dictionary<string, Enum> TemperatureWords = Words(
        ("c °c degc celsius", TemperatureUnit.DegreeCelsius), ("f °f degf fahrenheit", TemperatureUnit.DegreeFahrenheit),
        ("k kelvin", TemperatureUnit.Kelvin));

    private static readonly Dictionary<string, Enum> VolumeWords = Words(
        ("ml cc cm3 cm³ millilitre millilitres", VolumeUnit.Milliliter), ("cl", VolumeUnit.Centiliter),
        ("l litre litres liter liters", VolumeUnit.Liter), ("usqt", VolumeUnit.UsQuart), ("impqt ukqt", VolumeUnit.ImperialQuart),
        ("usfloz", VolumeUnit.UsOunce), ("impfloz ukfloz", VolumeUnit.ImperialOunce));

    private static readonly Dictionary<string, Enum> TimeWords = Words(
        ("s sec secs second seconds", DurationUnit.Second), ("min mins minute minutes", DurationUnit.Minute),
        ("h hr hrs hour hours", DurationUnit.Hour));

    private static readonly Dictionary<string, Enum> FlowWords = Words(
        ("l/min lpm", VolumeFlowUnit.LiterPerMinute), ("ml/min cc/min", VolumeFlowUnit.MilliliterPerMinute),
        ("l/h", VolumeFlowUnit.LiterPerHour), ("l/s", VolumeFlowUnit.LiterPerSecond), ("usgpm", VolumeFlowUnit.UsGallonPerMinute));

    private static readonly Dictionary<Measure, Quantity> All = new Quantity[]
    {
        new(Measure.Number, "number", null, new Dictionary<string, Enum>(), "0,5"),
        new(Measure.Pressure, "pressure", PressureUnit.Kilopascal, PressureWords, "12 psi, 0,8 bar or 85 kPa"),
        new(Measure.Length, "length", LengthUnit.Millimeter, LengthWords, "16 mm or 5/8 in"),
        new(Measure.Temperature, "temperature", TemperatureUnit.DegreeCelsius, TemperatureWords, "85 °C or 185 F"),
        new(Measure.Volume, "volume", VolumeUnit.Milliliter, VolumeWords, "90 ml or 0,4 l"),
        new(Measure.Seconds, "time", DurationUnit.Second, TimeWords, "10 s or 1:30"),
        new(Measure.Minutes, "time", DurationUnit.Minute, TimeWords, "5 min"),
        new(Measure.Hours, "running time", DurationUnit.Hour, TimeWords, "1240 h"),
        new(Measure.Flow, "flow", VolumeFlowUnit.LiterPerMinute, FlowWords, "1,8 l/min"),
        new(Measure.Angle, "angle", AngleUnit.Degree, Words(("° deg degs degree degrees", AngleUnit.Degree), ("rad", AngleUnit.Radian)), "24 or 24°"),
        new(Measure.Distance, "distance", LengthUnit.Kilometer,
            Words(("km kms", LengthUnit.Kilometer), ("mi mile miles", LengthUnit.Mile), ("nmi", LengthUnit.NauticalMile)), "184000 km or 98 500 mi"),
        new(Measure.Viscosity, "kinematic viscosity", KinematicViscosityUnit.Centistokes,
            Words(("cst mm2/s mm²/s", KinematicViscosityUnit.Centistokes)), "66 cSt"),
        new(Measure.Density, "density", DensityUnit.KilogramPerCubicMeter,
            Words(("kg/m3 kg/m³", DensityUnit.KilogramPerCubicMeter), ("kg/l g/cm3 g/ml", DensityUnit.KilogramPerLiter)), "855 kg/m3"),
        new(Measure.Voltage, "voltage", ElectricPotentialUnit.Volt, Words(("v volt volts", ElectricPotentialUnit.Volt)), "10,4 V"),
        new(Measure.Speed, "speed", RotationalSpeedUnit.RevolutionPerMinute,
            Words(("rpm 1/min min-1 r/min", RotationalSpeedUnit.RevolutionPerMinute)), "210 rpm"),
    }.ToDictionary(q => q.Measure);

    /// <summary>The quantity of a measure.</summary>
    public static Quantity Of(Measure measure) => All[measure];

    /// <summary>The units worth a key of their own on a number pad, as people write them; none for a plain number.</summary>
    public IReadOnlyList<string> Keys => Measure switch
    {
        Measure.Pressure => ["kPa", "bar", "psi", "mbar"],
        Measure.Length => ["mm", "cm", "m", "in"],
        Measure.Temperature => ["°C", "°F"],
        Measure.Volume => ["ml", "l"],
        Measure.Seconds => ["s", "min"],
        Measure.Minutes => ["min", "h"],
        Measure.Hours => ["h"],
        Measure.Flow => ["l/min", "ml/min"],
        Measure.Angle => ["°"],
        Measure.Distance => ["km", "mi"],
        Measure.Viscosity => ["cSt"],
        Measure.Density => ["kg/m3", "kg/l"],
        Measure.Voltage => ["V"],
        Measure.Speed => ["rpm"],
        _ => [],
    };
}
