using UnitsNet.Units;

namespace Wattology.Core.Measures;

/// <summary>What a field measures, and the unit its name carries.</summary>
/// <param name="Name">The quantity in words.</param>
/// <param name="Unit">The unit the field is kept in; null for a plain number.</param>
/// <param name="Spellings">What people write for its units, in lower case.</param>
/// <param name="Example">How to type one, for error texts.</param>
public sealed record Quantity(string Name, Enum? Unit, IReadOnlyDictionary<string, Enum> Spellings, string Example)
{
    private static Dictionary<string, Enum> Words(params (string Spellings, Enum Unit)[] units)
        => units.SelectMany(u => u.Spellings.Split(' ').Select(s => (s, u.Unit))).ToDictionary(x => x.s, x => x.Unit);

    private static readonly Dictionary<string, Enum> PressureWords = Words(("kpa", PressureUnit.Kilopascal), ("pa", PressureUnit.Pascal), ("mpa", PressureUnit.Megapascal),
        ("bar bars", PressureUnit.Bar), ("mbar hpa", PressureUnit.Millibar), ("psi psig lb/in2 lb/in²", PressureUnit.PoundForcePerSquareInch),
        ("inhg", PressureUnit.InchOfMercury), ("mmhg", PressureUnit.MillimeterOfMercury), ("inh2o inwg inwc", PressureUnit.InchOfWaterColumn),
        ("mmh2o mmwg", PressureUnit.MillimeterOfWaterColumn), ("kg/cm2 kgf/cm2 kg/cm² kgf/cm²", PressureUnit.KilogramForcePerSquareCentimeter));

    /// <summary>Gauge pressure in kPa.</summary>
    public static readonly Quantity Pressure = new("pressure", PressureUnit.Kilopascal, PressureWords, "12 psi, 0,8 bar or 85 kPa");

    /// <summary>Length in mm.</summary>
    public static readonly Quantity Length = new("length", LengthUnit.Millimeter, Words(("mm millimetre millimetres millimeter millimeters", LengthUnit.Millimeter), ("cm", LengthUnit.Centimeter),
        ("m metre metres meter meters", LengthUnit.Meter), ("in inch inches \" ″ ''", LengthUnit.Inch), ("ft foot feet '", LengthUnit.Foot), ("thou mil", LengthUnit.Mil)), "16 mm or 5/8 in");

    /// <summary>Temperature in °C.</summary>
    public static readonly Quantity Temperature = new("temperature", TemperatureUnit.DegreeCelsius, Words(("c °c degc celsius", TemperatureUnit.DegreeCelsius),
        ("f °f degf fahrenheit", TemperatureUnit.DegreeFahrenheit), ("k kelvin", TemperatureUnit.Kelvin)), "85 °C or 185 F");

    /// <summary>Volume in ml.</summary>
    public static readonly Quantity Volume = new("volume", VolumeUnit.Milliliter, Words(("ml cc cm3 cm³ millilitre millilitres", VolumeUnit.Milliliter), ("cl", VolumeUnit.Centiliter), ("l litre litres liter liters", VolumeUnit.Liter),
        ("usqt", VolumeUnit.UsQuart), ("impqt ukqt", VolumeUnit.ImperialQuart), ("usfloz", VolumeUnit.UsOunce), ("impfloz ukfloz", VolumeUnit.ImperialOunce)), "90 ml or 0,4 l");

    /// <summary>Time in s.</summary>
    public static readonly Quantity Seconds = new("time", DurationUnit.Second, Words(("s sec secs second seconds", DurationUnit.Second), ("min mins minute minutes", DurationUnit.Minute), ("h hr hrs hour hours", DurationUnit.Hour)), "10 s or 1:30");

    /// <summary>Time in hours.</summary>
    public static readonly Quantity Hours = Seconds with { Name = "running time", Unit = DurationUnit.Hour, Example = "1240 h" };

    /// <summary>Flow in l/min.</summary>
    public static readonly Quantity Flow = new("flow", VolumeFlowUnit.LiterPerMinute, Words(("l/min lpm", VolumeFlowUnit.LiterPerMinute), ("ml/min cc/min", VolumeFlowUnit.MilliliterPerMinute),
        ("l/h", VolumeFlowUnit.LiterPerHour), ("l/s", VolumeFlowUnit.LiterPerSecond), ("usgpm", VolumeFlowUnit.UsGallonPerMinute)), "1,8 l/min");

    /// <summary>Angle in degrees.</summary>
    public static readonly Quantity Angle = new("angle", AngleUnit.Degree, Words(("° deg degs degree degrees", AngleUnit.Degree), ("rad", AngleUnit.Radian)), "24 or 24°");

    /// <summary>Distance in km.</summary>
    public static readonly Quantity Distance = new("distance", LengthUnit.Kilometer, Words(("km kms", LengthUnit.Kilometer), ("mi mile miles", LengthUnit.Mile), ("nmi", LengthUnit.NauticalMile)), "184000 km or 98 500 mi");

    /// <summary>Kinematic viscosity in cSt.</summary>
    public static readonly Quantity Viscosity = new("kinematic viscosity", KinematicViscosityUnit.Centistokes, Words(("cst mm2/s mm²/s", KinematicViscosityUnit.Centistokes)), "66 cSt");

    /// <summary>Density in kg/m³.</summary>
    public static readonly Quantity Density = new("density", DensityUnit.KilogramPerCubicMeter, Words(("kg/m3 kg/m³", DensityUnit.KilogramPerCubicMeter), ("kg/l g/cm3 g/ml", DensityUnit.KilogramPerLiter)), "855 kg/m3");

    /// <summary>Voltage in V.</summary>
    public static readonly Quantity Voltage = new("voltage", ElectricPotentialUnit.Volt, Words(("v volt volts", ElectricPotentialUnit.Volt)), "10,4 V");

    /// <summary>Speed in revolutions per minute.</summary>
    public static readonly Quantity Speed = new("speed", RotationalSpeedUnit.RevolutionPerMinute, Words(("rpm 1/min min-1 r/min", RotationalSpeedUnit.RevolutionPerMinute)), "210 rpm");

    /// <summary>Minutes.</summary>
    public static readonly Quantity Minutes = Seconds with { Unit = DurationUnit.Minute, Example = "5 min" };

    /// <summary>A number without a unit.</summary>
    public static readonly Quantity Number = new("number", null, new Dictionary<string, Enum>(), "0,5");

    private static readonly (string Suffix, Quantity Quantity)[] BySuffix =
    [
        ("_kpa", Pressure), ("_mm", Length), ("_c", Temperature), ("_ml", Volume), ("ml", Volume), ("seconds", Seconds), ("_s", Seconds), ("_hours", Hours), ("hours", Hours), ("_lpm", Flow),
        ("_deg", Angle), ("_km", Distance), ("_cst", Viscosity), ("_kg_m3", Density), ("_v", Voltage), ("_rpm", Speed), ("_min", Minutes),
    ];

    /// <summary>The quantity a field name ends in, as in <c>gallery_kpa</c>; a plain number when it ends in none.</summary>
    public static Quantity OfField(string name)
    {
        var last = name[(name.LastIndexOf('.') + 1)..];
        return BySuffix.FirstOrDefault(s => last.EndsWith(s.Suffix, StringComparison.Ordinal)).Quantity ?? Number;
    }
}
