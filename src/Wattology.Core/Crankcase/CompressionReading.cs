using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Crankcase;

/// <summary>What compression is judged by.</summary>
public static class CompressionLimits
{
    /// <summary>Spread of the cylinders over the greatest, in per cent: up to 15 by usual practice.</summary>
    public static readonly LimitKind Spread = LimitKind.UsualPractice("compression-spread", "Spread of compression, % of the greatest", Measure.Number,
        null, 15);

    /// <summary>The least any cylinder may have: the engine maker's figure, there is no usual one.</summary>
    public static readonly LimitKind Floor = LimitKind.NoneKnown("compression-floor", "Compression of the lowest cylinder", Measure.Pressure);
}

/// <summary>Compression was measured, cylinder by cylinder.</summary>
/// <param name="Kpa">Each cylinder in kPa, in order; 1 to 24 of them.</param>
/// <param name="CrankRpm">Cranking speed in 1/min, if read.</param>
/// <param name="OilTempC">Oil temperature in °C, if read: a cold engine shows less.</param>
public sealed record CompressionReading([Bounds(0, 20_000), In(Measure.Pressure), Usual(400, 4_500)] IReadOnlyList<double> Kpa,
    [Bounds(Span.EngineSpeed), Usual(60, 450)] double? CrankRpm = null, [Bounds(Span.OilTemperature), Usual(0, 130)] double? OilTempC = null)
    : EntryBody, IHasRules
{
    /// <summary>No more cylinders than this.</summary>
    public const int MostCylinders = 24;

    /// <summary>The kind's name in records.</summary>
    public const string KindName = "compression-test";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CompressionReading, CompressionOutcome>(KindName, "Compression",
        (job, reading) => CompressionOutcome.Of(reading, job.Limits),
        (job, n) => n.Outcome is CompressionOutcome outcome ? $"{string.Join(", ", n.Body.Kpa.Select(k => job.Units.ShowPressure(k)))}. {outcome.Why}"
            + outcome.Said(n.Body, job.Units) : "")
    {
        MeasuredWith = [InstrumentKind.PressureGauge],
        Ages = Ages.MeasureAgain,
        Caution = new("Cranking with open cylinders: fuel away, on petrol spark away too, hands and rags clear of belts and fan."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        new CompressionInput(Kpa).Check(faults, path);
        if (Kpa.Count > MostCylinders) faults.Add(Faults.Join(path, "kpa"), $"At most {MostCylinders} cylinders.");
    }
}

/// <summary>What the cylinders come to.</summary>
/// <param name="Result">Least, greatest, spread and lowest cylinder.</param>
/// <param name="Judgement">The worse of spread and floor, and by what.</param>
public sealed record CompressionOutcome(CompressionResult Result, Judgement Judgement) : Outcome, IJudged
{
    private const string BySpread = "spread", ByFloor = "floor";

    /// <summary>Judges spread and, where the engine's own figure is known, the lowest cylinder.</summary>
    public static CompressionOutcome Of(CompressionReading reading, LimitBook limits)
    {
        var result = Compression.Compute(new(reading.Kpa));
        var (spread, floor) = (limits.Choose(CompressionLimits.Spread), limits.Choose(CompressionLimits.Floor));
        var (even, high) = (spread.Judge(result.SpreadPct), floor.Judge(result.MinKpa));
        return new(result, high > even ? new Judgement(high, ByFloor, floor) : new Judgement(even, BySpread, spread));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Judgement.Why == ByFloor ? Result.MinKpa : Result.SpreadPct;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Verdict == Verdict.Sound ? $"Even: {ShopUnits.Digits(Result.SpreadPct)} % apart."
        : Judgement.Why == ByFloor ? $"Cylinder {Result.LowestCylinder} is lower than this engine may be. A tired engine is rebuilt before it is boosted."
        : $"{ShopUnits.Digits(Result.SpreadPct)} % apart, cylinder {Result.LowestCylinder} lowest. Find out why before it is boosted.";
}
