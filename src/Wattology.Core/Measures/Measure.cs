namespace Wattology.Core.Measures;

/// <summary>What a number measures. The unit a field is kept in follows from it; see <see cref="Quantity"/>.</summary>
public enum Measure
{
    /// <summary>A plain number.</summary>
    Number,
    /// <summary>Loss coefficient of a pipe, a plain number; its bends may be said by kind.</summary>
    Loss,
    /// <summary>Gauge pressure, kept in kPa.</summary>
    Pressure,
    /// <summary>Length, kept in mm.</summary>
    Length,
    /// <summary>Temperature, kept in °C.</summary>
    Temperature,
    /// <summary>Volume, kept in ml.</summary>
    Volume,
    /// <summary>A short time, kept in s.</summary>
    Seconds,
    /// <summary>A time of some minutes, kept in min.</summary>
    Minutes,
    /// <summary>Running time, kept in h.</summary>
    Hours,
    /// <summary>Flow, kept in l/min.</summary>
    Flow,
    /// <summary>Angle, kept in degrees.</summary>
    Angle,
    /// <summary>Distance run, kept in km.</summary>
    Distance,
    /// <summary>Kinematic viscosity, kept in cSt (mm²/s).</summary>
    Viscosity,
    /// <summary>Density, kept in kg/m³.</summary>
    Density,
    /// <summary>Voltage, kept in V.</summary>
    Voltage,
    /// <summary>Engine speed, kept in 1/min.</summary>
    Speed,
    /// <summary>Torque, kept in N·m.</summary>
    Torque,
    /// <summary>Mass, kept in g.</summary>
    Mass,
}

/// <summary>Says what a parameter of an input record measures, and so which units may be typed into its box.</summary>
/// <param name="measure">What it measures.</param>
[AttributeUsage(AttributeTargets.Parameter)]
public sealed class InAttribute(Measure measure) : Attribute
{
    /// <summary>What it measures.</summary>
    public Measure Measure { get; } = measure;
}

/// <summary>Says what a value of this field usually is, in the unit its name carries. Outside of it is asked, not refused.</summary>
/// <param name="least">The least usual value.</param>
/// <param name="most">The greatest usual value.</param>
[AttributeUsage(AttributeTargets.Parameter)]
public sealed class UsualAttribute(double least, double most) : Attribute
{
    /// <summary>The least usual value.</summary>
    public double Least { get; } = least;

    /// <summary>The greatest usual value.</summary>
    public double Most { get; } = most;

    /// <summary>Both.</summary>
    public UsualBand Band => new(Least, Most);
}
