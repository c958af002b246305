using System.Globalization;
using Wattology.Core.Inputs;

namespace Wattology.Core.Instruments;

/// <summary>What an instrument measures.</summary>
public enum InstrumentKind
{
    /// <summary>Oil or boost pressure.</summary>
    PressureGauge,
    /// <summary>Low pressure and suction, such as in a crankcase.</summary>
    Manometer,
    /// <summary>A measured container.</summary>
    Container,
    /// <summary>Tape, rule or spirit level.</summary>
    Tape,
    /// <summary>An angle.</summary>
    AngleGauge,
    /// <summary>Pin gauges, drills, small bores.</summary>
    PinGauge,
    /// <summary>Play, by a dial.</summary>
    DialGauge,
    /// <summary>Temperature.</summary>
    Thermometer,
    /// <summary>Torque.</summary>
    TorqueWrench,
    /// <summary>Voltage and current.</summary>
    Multimeter,
    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>An instrument of the shop.</summary>
/// <param name="Name">What it is called in the shop.</param>
/// <param name="Kind">What it measures.</param>
/// <param name="Range">Its range in words; empty where nobody said.</param>
/// <param name="CalibratedUntil">The last day on which its calibration holds; null where it has none.</param>
public sealed record Instrument([Needed("Give it the name it is called by, such as ‘oil gauge 3’.")] string Name, InstrumentKind Kind, string Range = "",
    DateOnly? CalibratedUntil = null)
{
    /// <summary>Every kind in words, in the order it is offered.</summary>
    public static readonly IReadOnlyList<(InstrumentKind Kind, string Words)> Kinds =
    [
        (InstrumentKind.PressureGauge, "pressure gauge"), (InstrumentKind.Manometer, "manometer, for low pressure"), (InstrumentKind.Container,
            "measured container"), (InstrumentKind.Tape, "tape, rule or level"), (InstrumentKind.AngleGauge, "angle gauge"), (InstrumentKind.PinGauge,
            "pin gauges or drills"), (InstrumentKind.DialGauge, "dial gauge"), (InstrumentKind.Thermometer, "thermometer"), (InstrumentKind.TorqueWrench,
            "torque wrench"), (InstrumentKind.Multimeter, "multimeter"), (InstrumentKind.Other, "something else"),
    ];

    /// <summary>The words that stand beside an instrument whose calibration had run out.</summary>
    public const string Expired = "calibration expired";

    /// <summary>Whether its calibration has run out on a day.</summary>
    public bool ExpiredOn(DateOnly day) => CalibratedUntil < day;

    /// <summary>Its calibration in a few words, as it stands on a day; empty where it has none.</summary>
    public string CalibrationOn(DateOnly day) => CalibratedUntil is not { } until ? ""
        : $"{(ExpiredOn(day) ? Expired : "calibrated until")} {until.ToString("d MMM yyyy", CultureInfo.InvariantCulture)}";

    /// <summary>How it is named in a reading made on a day: what was true then stays in the record.</summary>
    public string NamedOn(DateOnly day) => CalibratedUntil is null ? Name : $"{Name}, {CalibrationOn(day)}";
}
