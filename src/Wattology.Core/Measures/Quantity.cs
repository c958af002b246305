using UnitsNet.Units;

namespace Wattology.Core.Measures;

/// <summary>A unit as it was written.</summary>
/// <param name="Unit">The unit; null when none was written, or it is not surely known.</param>
/// <param name="Fault">What is wrong and what would be right; null when nothing is.</param>
/// <param name="Absolute">Whether an absolute pressure is meant.</param>
/// <param name="Offers">The units it may be, where there are several.</param>
/// <param name="Times">How many of the unit one is.</param>
internal sealed record UnitFound(Enum? Unit, string? Fault, bool Absolute, IReadOnlyList<(string Spelled, Enum Unit)> Offers, double Times = 1);

/// <summary>What a field measures, the unit it is kept in, and how people write its units.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Name">The quantity in words.</param>
/// <param name="Unit">The unit the field is kept in; null for a plain number.</param>
/// <param name="Spellings">What people write for its units, in their plain form; see <see cref="PlainUnit"/>.</param>
/// <param name="Example">How to type one, for error texts.</param>
public sealed record Quantity(Measure Measure, string Name, Enum? Unit, IReadOnlyDictionary<string, Enum> Spellings, string Example)
{
    private static Dictionary<string, Enum> Words(params (string Spellings, Enum Unit)[] units)
        => units.SelectMany(u => u.Spellings.Split(' ').Select(s => (s, u.Unit))).ToDictionary(x => PlainUnit(x.s), x => x.Unit);

    private static readonly Dictionary<string, Enum> PressureWords = Words(
        ("kpa kilopascal kilopascals", PressureUnit.Kilopascal), ("pa pascal pascals", PressureUnit.Pascal), ("mpa megapascal", PressureUnit.Megapascal),
        ("bar bars", PressureUnit.Bar), ("mbar mbars millibar millibars hpa hectopascal", PressureUnit.Millibar),
        ("psi lb/in2 lbf/in2 lbs/in2 lb/sqin pounds", PressureUnit.PoundForcePerSquareInch),
        ("inhg in/hg", PressureUnit.InchOfMercury), ("mmhg torr", PressureUnit.MillimeterOfMercury),
        ("inh2o inwg inwc inaq", PressureUnit.InchOfWaterColumn), ("mmh2o mmwg mmwc mmws", PressureUnit.MillimeterOfWaterColumn),
        ("kg/cm2 kgf/cm2 kp/cm2", PressureUnit.KilogramForcePerSquareCentimeter));

    private static readonly Dictionary<string, Enum> LengthWords = Words(
        ("mm millimetre millimetres millimeter millimeters", LengthUnit.Millimeter),
        ("cm centimetre centimetres centimeter centimeters", LengthUnit.Centimeter),
        ("m metre metres meter meters", LengthUnit.Meter), ("in inch inches \" ''", LengthUnit.Inch),
        ("ft foot feet '", LengthUnit.Foot), ("thou thous mil mils", LengthUnit.Mil));

    private static readonly Dictionary<string, Enum> TemperatureWords = Words(
        ("c °c degc degreec degreesc celsius", TemperatureUnit.DegreeCelsius), ("f °f degf degreef degreesf fahrenheit", TemperatureUnit.DegreeFahrenheit),
        ("k kelvin", TemperatureUnit.Kelvin));

    private static readonly Dictionary<string, Enum> VolumeWords = Words(
        ("ml cc ccm cm3 millilitre millilitres milliliter milliliters", VolumeUnit.Milliliter), ("cl centilitre centilitres", VolumeUnit.Centiliter),
        ("dl decilitre decilitres", VolumeUnit.Deciliter), ("l ltr lt litre litres liter liters", VolumeUnit.Liter),
        ("usqt usquart usquarts", VolumeUnit.UsQuart), ("impqt ukqt impquart impquarts", VolumeUnit.ImperialQuart),
        ("uspt uspint uspints", VolumeUnit.UsPint), ("imppt ukpt imppint imppints", VolumeUnit.ImperialPint),
        ("usfloz", VolumeUnit.UsOunce), ("impfloz ukfloz", VolumeUnit.ImperialOunce),
        ("usgal usgallon usgallons", VolumeUnit.UsGallon), ("impgal ukgal impgallon impgallons", VolumeUnit.ImperialGallon));

    private static readonly Dictionary<string, Enum> TimeWords = Words(
        ("s sec secs second seconds", DurationUnit.Second), ("min mins minute minutes", DurationUnit.Minute),
        ("h hr hrs hour hours", DurationUnit.Hour), ("d day days", DurationUnit.Day));

    private static readonly Dictionary<string, Enum> FlowWords = Words(
        ("l/min lpm litres/min liters/min litresperminute", VolumeFlowUnit.LiterPerMinute), ("ml/min cc/min", VolumeFlowUnit.MilliliterPerMinute),
        ("ml/s ml/sec cc/s cc/sec", VolumeFlowUnit.MilliliterPerSecond), ("l/h l/hr lph", VolumeFlowUnit.LiterPerHour),
        ("l/s l/sec", VolumeFlowUnit.LiterPerSecond),
        ("usgpm usgal/min", VolumeFlowUnit.UsGallonPerMinute), ("impgpm ukgpm impgal/min", VolumeFlowUnit.UkGallonPerMinute),
        ("usgph usgal/h", VolumeFlowUnit.UsGallonPerHour), ("impgph ukgph impgal/h", VolumeFlowUnit.UkGallonPerHour));

    private static readonly Dictionary<string, Enum> TorqueWords = Words(
        ("nm newtonmetre newtonmetres newtonmeter newtonmeters", TorqueUnit.NewtonMeter), ("ncm", TorqueUnit.NewtonCentimeter),
        ("lbft lbfft lbsft ftlb ftlbs ftlbf poundfoot poundfeet footpound footpounds", TorqueUnit.PoundForceFoot),
        ("lbin lbfin lbsin inlb inlbs inlbf poundinch inchpound inchpounds", TorqueUnit.PoundForceInch),
        ("kgfm kgm mkgf mkg kpm mkp", TorqueUnit.KilogramForceMeter), ("kgfcm kgcm cmkg cmkgf", TorqueUnit.KilogramForceCentimeter));

    private static readonly Dictionary<string, Enum> MassWords = Words(
        ("g gr gram grams gramme grammes", MassUnit.Gram), ("kg kgs kilo kilos kilogram kilograms", MassUnit.Kilogram),
        ("mg milligram milligrams", MassUnit.Milligram), ("oz ozs ounce ounces", MassUnit.Ounce), ("lb lbs pound pounds", MassUnit.Pound));

    // Units that are one thing in one country and another in the next.
    private static readonly Dictionary<string, string> ByCountry = new(new[] { ("qt quart quarts", "qt"), ("pt pint pints", "pt"), ("floz", "fl oz"),
        ("gal gallon gallons", "gal"), ("gpm gal/min", "gpm"), ("gph gal/h gal/hr", "gph") }
        .SelectMany(u => u.Item1.Split(' ').Select(s => KeyValuePair.Create(s, u.Item2))));

    /// <summary>A unit as it is compared: small letters, without spaces, points, stars and hyphens.</summary>
    public static string PlainUnit(string written)
        => string.Concat(written.ToLowerInvariant().Where(c => c is not (' ' or '.' or '·' or '⋅' or '•' or '∙' or '*' or '-' or '(' or ')')));

    /// <summary>Finds a unit as it was written.</summary>
    internal UnitFound FindUnit(string written)
    {
        var plain = PlainUnit(written);
        if (plain.Length == 0 && written.Trim('.', ' ').Length == 0) return new(null, null, false, []);
        if (Spellings.TryGetValue(plain, out var unit)) return new(unit, null, false, []);
        if (Unit is RotationalSpeedUnit && plain is "krpm" or "k") return new(RotationalSpeedUnit.RevolutionPerMinute, null, false, [], 1000);
        if (Unit is PressureUnit)
        {
            if (plain.EndsWith("abs", StringComparison.Ordinal) && Spellings.TryGetValue(plain[..^3], out unit)
                || plain.EndsWith("absolute", StringComparison.Ordinal) && Spellings.TryGetValue(plain[..^8], out unit)
                || plain.Length > 0 && plain[^1] == 'a' && Spellings.TryGetValue(plain[..^1], out unit)) return new(unit, null, true, []);
            if (plain.EndsWith("gauge", StringComparison.Ordinal) && Spellings.TryGetValue(plain[..^5], out unit)
                || plain.Length > 0 && plain[^1] == 'g' && Spellings.TryGetValue(plain[..^1], out unit)) return new(unit, null, false, []);
        }
        if (Unit is VolumeUnit or VolumeFlowUnit && ByCountry.TryGetValue(plain, out var symbol)
            && Spellings.TryGetValue(PlainUnit("us" + symbol), out var us) && Spellings.TryGetValue(PlainUnit("imp" + symbol), out var imperial))
            return new(null, $"'{symbol}' is one thing in the US and another by imperial measure: write 'US {symbol}' or 'imp {symbol}', or litres.", false,
                [($"US {symbol}", us), ($"imp {symbol}", imperial)]);
        return new(null, Unit is null ? $"A plain number is wanted, without '{written}'."
            : $"'{written}' is not a unit of {Name} known here. Type one like {Example}.", false, []);
    }

    private static readonly Dictionary<Measure, Quantity> All = new Quantity[]
    {
        new(Measure.Number, "number", null, new Dictionary<string, Enum>(), "0,5"),
        new(Measure.Loss, "loss coefficient", null, new Dictionary<string, Enum>(), "3, or 2 banjos and 1 elbow"),
        new(Measure.Pressure, "pressure", PressureUnit.Kilopascal, PressureWords, "12 psi, 0,8 bar or 85 kPa"),
        new(Measure.Length, "length", LengthUnit.Millimeter, LengthWords, "16 mm or 5/8 in"),
        new(Measure.Temperature, "temperature", TemperatureUnit.DegreeCelsius, TemperatureWords, "85 °C or 185 F"),
        new(Measure.Volume, "volume", VolumeUnit.Milliliter, VolumeWords, "90 ml or 0,4 l"),
        new(Measure.Seconds, "time", DurationUnit.Second, TimeWords, "10 s or 1:30"),
        new(Measure.Minutes, "time", DurationUnit.Minute, TimeWords, "5 min or 1:30"),
        new(Measure.Hours, "running time", DurationUnit.Hour, TimeWords, "1240 h or 1:30"),
        new(Measure.Flow, "flow", VolumeFlowUnit.LiterPerMinute, FlowWords, "1,8 l/min"),
        new(Measure.Angle, "angle", AngleUnit.Degree, Words(("° º deg degs degree degrees", AngleUnit.Degree), ("rad", AngleUnit.Radian)), "24° or 11:00"),
        new(Measure.Distance, "distance", LengthUnit.Kilometer,
            Words(("km kms kilometre kilometres kilometer kilometers", LengthUnit.Kilometer), ("mi mile miles", LengthUnit.Mile),
                ("nmi", LengthUnit.NauticalMile)), "184000 km or 98 500 mi"),
        new(Measure.Viscosity, "kinematic viscosity", KinematicViscosityUnit.Centistokes,
            Words(("cst centistokes mm2/s", KinematicViscosityUnit.Centistokes)), "66 cSt"),
        new(Measure.Density, "density", DensityUnit.KilogramPerCubicMeter,
            Words(("kg/m3", DensityUnit.KilogramPerCubicMeter), ("kg/l g/cm3 g/ml", DensityUnit.KilogramPerLiter)), "855 kg/m3"),
        new(Measure.Voltage, "voltage", ElectricPotentialUnit.Volt, Words(("v volt volts vdc", ElectricPotentialUnit.Volt)), "10,4 V"),
        new(Measure.Speed, "speed", RotationalSpeedUnit.RevolutionPerMinute,
            Words(("rpm 1/min min-1 /min r/min rev/min revs u/min", RotationalSpeedUnit.RevolutionPerMinute)), "210 rpm or 2,4 krpm"),
        new(Measure.Torque, "torque", TorqueUnit.NewtonMeter, TorqueWords, "25 N·m or 18 lb·ft"),
        new(Measure.Mass, "mass", MassUnit.Gram, MassWords, "250 g"),
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
        Measure.Torque => ["N·m", "lb·ft", "lb·in"],
        Measure.Mass => ["g", "kg"],
        _ => [],
    };
}
