using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Crankcase;

/// <summary>Blow-by was let out through an orifice, and the pressure before it read.</summary>
/// <param name="OrificeMm">The orifice, mm.</param>
/// <param name="DpKpa">Pressure before it, kPa.</param>
/// <param name="Running">How the engine ran.</param>
/// <param name="GasTempC">The gas, °C; taken as 60 when null.</param>
/// <param name="DisplacementLitres">The engine's displacement, l; without it there is a flow, and no share of the engine's air.</param>
/// <param name="EngineRpm">Its speed, 1/min; needed with a displacement.</param>
/// <param name="BoostKpa">Boost, kPa.</param>
/// <param name="ManifoldC">The intake manifold, °C; needed under boost.</param>
public sealed record BlowByReading([Bounds(Span.Diameter), Usual(3, 40)] double OrificeMm,
    [Bounds(0, 100), In(Measure.Pressure), Usual(0.01, 10)] double DpKpa, Running Running,
    [Bounds(Span.GasTemperature), Usual(0, 150)] double? GasTempC = null,
    [Bounds(0, 1000, AboveLeast = true), Usual(0.5, 60)] double? DisplacementLitres = null,
    [Bounds(Span.EngineSpeed), Usual(400, 5_000)] double? EngineRpm = null, [Bounds(Span.Pressure), Usual(0, 300)] double BoostKpa = 0,
    [Bounds(Span.GasTemperature), Usual(-20, 120)] double? ManifoldC = null) : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "blow-by";

    /// <summary>Share of the engine's air that passes the rings, %: up to 1.5 sound, up to 2.5 doubtful, by usual practice.</summary>
    public static readonly LimitKind Share = LimitKind.UsualPractice("blow-by-share", "Blow-by, % of the engine's air", Measure.Number, null, 1.5, null, 2.5);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<BlowByReading, BlowByOutcome>(KindName, "Blow-by",
        (job, reading) => BlowByOutcome.Of(reading, job.Limits),
        (job, n) => n.Outcome is BlowByOutcome outcome ? $"{job.Units.Show(outcome.Result.BlowbyLpm, Measure.Flow)}, {JsonForm.Plain(n.Body.Running)}. "
            + $"{outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.Manometer, InstrumentKind.Thermometer],
        Ages = Ages.MeasureAgain,
        Caution = new("Engine running: keep clear of belts, fan and hot exhaust; every other way out of the crankcase is closed for as long as it takes, and "
            + "no longer."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (DisplacementLitres is not null && EngineRpm is null) faults.Add(Faults.Join(path, "engine_rpm"), "With a displacement the engine speed is needed.");
        if (BoostKpa > 0 && ManifoldC is null) faults.Add(Faults.Join(path, "manifold_c"), "Under boost the intake manifold's temperature is needed.");
    }

    /// <summary>What it computes to.</summary>
    public BlowByResult Compute()
    {
        var usual = new BlowByInput(OrificeMm, DpKpa * 1000);
        return BlowBy.Compute(usual with { GasTempC = GasTempC ?? usual.GasTempC, DisplacementL = DisplacementLitres, Rpm = EngineRpm, BoostKpa = BoostKpa,
            ManifoldC = ManifoldC });
    }
}

/// <summary>What a reading of blow-by came to.</summary>
/// <param name="Result">Flow, the engine's air and its share.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record BlowByOutcome(BlowByResult Result, Judgement Judgement) : Outcome, IJudged
{
    private const string Alone = "flow-alone";

    /// <summary>Judges the share; a flow without one is a reading, and no more.</summary>
    public static BlowByOutcome Of(BlowByReading reading, LimitBook limits)
    {
        var (result, limit) = (reading.Compute(), limits.Choose(BlowByReading.Share));
        return new(result, result.SharePct is { } share ? new Judgement(limit.Judge(share), "share", limit) : new Judgement(Verdict.ReadingOnly, Alone));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Result.SharePct;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Why == Alone ? "Without displacement and speed it is a flow to compare with another day's."
        : $"{Judgement.Digits(Result.SharePct!.Value)} % of the engine's air: " + Judgement.Verdict switch
        {
            Verdict.Sound => "the rings hold.",
            Verdict.ReadingOnly => "no limit is known.",
            _ => "more than rings should pass. A worn turbo passes gas, too: measure again with the new unit before blaming rings.",
        };
}
