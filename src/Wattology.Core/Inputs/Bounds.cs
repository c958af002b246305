using System.Globalization;
using System.Reflection;
using Wattology.Core.Measures;

namespace Wattology.Core.Inputs;

/// <summary>Ranges shared by many fields. Where the trade gives no upper end, physics does.</summary>
public enum Span
{
    /// <summary>Length in mm: 0.001 mm to 100 m.</summary>
    Length,
    /// <summary>Bore or diameter in mm: 0.001 mm to 1 m.</summary>
    Diameter,
    /// <summary>Rise, fall or height in mm, either sign, up to 100 m.</summary>
    Height,
    /// <summary>Gauge pressure, 0 to 2,000 kPa.</summary>
    Pressure,
    /// <summary>Oil, −40 to 200 °C.</summary>
    OilTemperature,
    /// <summary>Gas, −60 to 1,000 °C.</summary>
    GasTemperature,
    /// <summary>Flow in l/min: a millionth to 100,000.</summary>
    Flow,
    /// <summary>Time in s: a thousandth to ten days.</summary>
    Seconds,
    /// <summary>Volume in ml, 0 to 1,000 l.</summary>
    Millilitres,
    /// <summary>A share, 0 to 1.</summary>
    Share,
    /// <summary>Loss coefficient of bends and fittings, 0 to 10,000.</summary>
    LossCoefficient,
    /// <summary>Atmospheric pressure, 50 to 110 kPa.</summary>
    Barometer,
    /// <summary>Shaft speed of an engine, 1 to 20,000 per minute.</summary>
    EngineSpeed,
}

/// <summary>A text that may not be blank; the message says what is needed. Attached to the parameters of records.</summary>
[AttributeUsage(AttributeTargets.Parameter)]
public sealed class NeededAttribute(string message) : Attribute
{
    /// <summary>What is needed.</summary>
    public string Message { get; } = message;
}

/// <summary>A record for which, in JSON, the value of its first field may stand alone; the other fields then have their defaults.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class BareFirstAttribute : Attribute;

/// <summary>The range a number must lie in, in the unit its name carries; attached to the parameters of input records.</summary>
[AttributeUsage(AttributeTargets.Parameter)]
public sealed class BoundsAttribute : Attribute
{
    /// <summary>A range of its own; what it measures is said by <see cref="InAttribute"/> beside it.</summary>
    /// <param name="least">Lower end.</param>
    /// <param name="most">Upper end, always included.</param>
    public BoundsAttribute(double least, double most) => (Least, Most) = (least, most);

    /// <summary>One of the shared ranges, with what it measures.</summary>
    /// <param name="span">Which.</param>
    public BoundsAttribute(Span span) => (Least, Most, AboveLeast, Measure) = span switch
    {
        Span.Length => (0.001, 100_000, false, Measure.Length),
        Span.Diameter => (0.001, 1_000, false, Measure.Length),
        Span.Height => (-100_000, 100_000, false, Measure.Length),
        Span.Pressure => (0, 2_000, false, Measure.Pressure),
        Span.OilTemperature => (-40, 200, false, Measure.Temperature),
        Span.GasTemperature => (-60, 1_000, false, Measure.Temperature),
        Span.Flow => (0.000_001, 100_000, false, Measure.Flow),
        Span.Seconds => (0.001, 864_000, false, Measure.Seconds),
        Span.Millilitres => (0, 1_000_000, false, Measure.Volume),
        Span.Share => (0, 1, false, Measure.Number),
        Span.LossCoefficient => (0, 10_000, false, Measure.Loss),
        Span.Barometer => (50, 110, false, Measure.Pressure),
        Span.EngineSpeed => (1, 20_000, false, Measure.Speed),
        _ => throw new ArgumentOutOfRangeException(nameof(span)),
    };

    /// <summary>What a parameter of a record measures.</summary>
    public static Quantity QuantityOf(ParameterInfo parameter)
        => Quantity.Of(parameter.GetCustomAttribute<InAttribute>()?.Measure ?? parameter.GetCustomAttribute<BoundsAttribute>()?.Measure ?? Measure.Number);

    /// <summary>What the range is a range of; a plain number unless a shared range says otherwise.</summary>
    public Measure Measure { get; }

    /// <summary>Lower end.</summary>
    public double Least { get; }

    /// <summary>Upper end, always included.</summary>
    public double Most { get; }

    /// <summary>A figure nearer to 0 than this is no reading of anything.</summary>
    public const double Smallest = 1e-9;

    /// <summary>True when the lower end itself is not allowed.</summary>
    public bool AboveLeast { get; init; }

    /// <summary>Whether <paramref name="value"/> is allowed.</summary>
    public bool Allows(double value) => (AboveLeast ? value > Least : value >= Least) && value <= Most && (value == 0 || Math.Abs(value) >= Smallest);

    /// <summary>What a value of a parameter usually is, in the unit its name carries; null where nobody knows.</summary>
    public static UsualBand? UsualOf(ParameterInfo parameter) => parameter.GetCustomAttribute<UsualAttribute>()?.Band;

    /// <summary>The range in words.</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture,
        $"{(AboveLeast ? "above" : "from")} {Least:#,0.######} up to {Most:#,0.######}");
}

/// <summary>How long a list may be.</summary>
/// <param name="items">The most items.</param>
[AttributeUsage(AttributeTargets.Parameter)]
public sealed class MostAttribute(int items) : Attribute
{
    /// <summary>The most items.</summary>
    public int Items { get; } = items;
}
