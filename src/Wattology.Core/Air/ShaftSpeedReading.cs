using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Air;

/// <summary>Boost was read in one state of the engine, to estimate how fast the shaft ran.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="State">Which state, in words: "filter as it came", "after the new hose".</param>
/// <param name="WheelMm">Outside diameter of the compressor wheel, mm.</param>
/// <param name="BoostKpa">Boost, kPa.</param>
/// <param name="AltitudeM">Height above the sea, m; 0 when null.</param>
/// <param name="IntakeDepressionKpa">Suction before the wheel, kPa; none when null.</param>
/// <param name="ChargeLossKpa">Loss between wheel and gauge, kPa; none when null.</param>
/// <param name="InletC">Air before the wheel, °C; 20 when null.</param>
public sealed record ShaftSpeedReading([Bounds(1, 2)] int Turbo, [Needed("Say which state it was, such as ‘with the old filter’.")] string State,
    [Bounds(Span.Diameter), Usual(20, 200)] double WheelMm, [Bounds(Span.Pressure), Usual(10, 400)] double BoostKpa,
    [Bounds(-500, 6000), Usual(0, 2_500)] double? AltitudeM = null, [Bounds(Span.Pressure), Usual(0, 15)] double? IntakeDepressionKpa = null,
    [Bounds(Span.Pressure), Usual(0, 40)] double? ChargeLossKpa = null, [Bounds(Span.GasTemperature), Usual(-20, 60)] double? InletC = null)
    : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "shaft-speed";

    /// <summary>That it is an estimate, and what for.</summary>
    public const string Estimate = "An estimate from an assumed efficiency, for comparing two states of one engine; it proves no speed.";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ShaftSpeedReading, ShaftSpeedOutcome>(KindName, "Shaft speed, estimated",
        (_, body) => ShaftSpeed.Compute(body.Input) is var speed ? new(speed.PressureRatio, speed.Krpm) : null,
        (job, n) => n.Outcome is ShaftSpeedOutcome outcome ? $"{job.Which(n.Body.Turbo)}{n.Body.State}. {outcome.Why}" : "")
    {
        MeasuredWith = [InstrumentKind.PressureGauge],
        Ages = Ages.MeasureAgain,
        Caution = new("Read under load by a second person, or from a logger: whoever drives looks at the road."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => Input.Check(faults, path);

    /// <summary>As the calculation takes it.</summary>
    public ShaftSpeedInput Input => new ShaftSpeedInput(WheelMm, BoostKpa) is var usual ? usual with
    {
        AltitudeM = AltitudeM ?? usual.AltitudeM, IntakeDepressionKpa = IntakeDepressionKpa ?? usual.IntakeDepressionKpa,
        ChargeLossKpa = ChargeLossKpa ?? usual.ChargeLossKpa, InletC = InletC ?? usual.InletC,
    } : null!;
}

/// <summary>What boost in one state came to.</summary>
/// <param name="PressureRatio">Pressure ratio over the wheel.</param>
/// <param name="Krpm">Shaft speed, thousands per minute: an estimate.</param>
public sealed record ShaftSpeedOutcome(double PressureRatio, double Krpm) : Outcome, IJudged
{
    /// <inheritdoc/>
    public Judgement Judgement => new(Verdict.ReadingOnly, "");

    /// <inheritdoc/>
    public string Why => $"About {ShopUnits.Digits(Krpm)} krpm. {ShaftSpeedReading.Estimate}";
}
