using Wattology.Core.Measures;

namespace Wattology.Core.Gauge;

/// <summary>One thing a gauge box measures.</summary>
/// <param name="Name">Its name on the line; the unit stands at its end.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Measure">What it measures.</param>
/// <param name="Least">Least possible value; below it the sensor says nothing true.</param>
/// <param name="Most">Greatest possible value.</param>
public sealed record GaugeChannel(string Name, string Title, Measure Measure, double Least, double Most)
{
    /// <summary>Oil pressure at the gallery, kPa gauge.</summary>
    public const string OilGallery = "oil_gallery_kpa";

    /// <summary>Oil pressure at the turbo's inlet, kPa gauge.</summary>
    public const string OilTurbo = "oil_turbo_kpa";

    /// <summary>Flow through the feed, l/min.</summary>
    public const string OilFlow = "oil_flow_lpm";

    /// <summary>Engine speed, 1/min.</summary>
    public const string EngineSpeed = "engine_rpm";

    /// <summary>Oil temperature, °C.</summary>
    public const string OilTemperature = "oil_c";

    /// <summary>Coolant temperature, °C.</summary>
    public const string CoolantTemperature = "coolant_c";

    /// <summary>Crankcase pressure, kPa gauge.</summary>
    public const string Crankcase = "crankcase_kpa";

    /// <summary>Boost, kPa gauge.</summary>
    public const string Boost = "boost_kpa";

    /// <summary>Where the vanes are told to stand, percent.</summary>
    public const string VaneCommand = "vane_command_pct";

    /// <summary>Where the vanes say they stand, percent.</summary>
    public const string VaneFeedback = "vane_feedback_pct";

    /// <summary>Every channel known here; a box may send some of them, and others that are passed over.</summary>
    public static readonly IReadOnlyList<GaugeChannel> All =
    [
        new(OilGallery, "Oil pressure, gallery", Measure.Pressure, -100, 2_000),
        new(OilTurbo, "Oil pressure at the turbo", Measure.Pressure, -100, 2_000),
        new(OilFlow, "Oil flow to the turbo", Measure.Flow, 0, 100),
        new(EngineSpeed, "Engine speed", Measure.Speed, 0, 20_000),
        new(OilTemperature, "Oil", Measure.Temperature, -40, 200),
        new(CoolantTemperature, "Coolant", Measure.Temperature, -40, 200),
        new(Crankcase, "Crankcase", Measure.Pressure, -100, 100),
        new(Boost, "Boost", Measure.Pressure, -100, 600),
        new(VaneCommand, "Vanes, told", Measure.Number, -10, 110),
        new(VaneFeedback, "Vanes, standing", Measure.Number, -10, 110),
    ];

    /// <summary>The channel of that name, or null.</summary>
    public static GaugeChannel? Find(string name) => All.FirstOrDefault(c => c.Name == name);
}
