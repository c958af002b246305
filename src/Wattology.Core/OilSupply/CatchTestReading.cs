using Wattology.Core.BookIn;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.OilSupply;

/// <summary>A catch test was made on one turbo's feed.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Grade">The oil's grade in words.</param>
/// <param name="Input">The test.</param>
/// <param name="CrankRpm">Cranking speed in 1/min, if read.</param>
/// <param name="BatteryV">Battery voltage while cranking in V, if read.</param>
public sealed record CatchTestReading([Bounds(1, 2)] int Turbo, string Grade, CatchTestInput Input,
    [Bounds(Span.EngineSpeed), Usual(60, 450)] double? CrankRpm = null,
    [Bounds(0, 60), In(Measure.Voltage), Usual(6, 30)] double? BatteryV = null) : EntryBody, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CatchTestReading, CatchTestOutcome>("catch-test", "Catch test",
        (job, reading) => CatchTestOutcome.Of(reading.Input, job.Limits),
        (job, n) =>
        {
            var outcome = (CatchTestOutcome)n.Outcome!;
            return $"{job.Which(n.Body.Turbo)}{ShopUnits.Digits(outcome.Result.MeanLpm)} l/min with {n.Body.Grade} at "
                + $"{job.Units.ShowTemperature(n.Body.Input.OilTempC)}. {outcome.Why}{outcome.Said(n.Body, job.Units)}";
        })
    {
        Ages = Ages.MeasureAgain,
        RefuseFirst = (job, _) => Bursts.WasSafe(job) ? null : UnsafeWords,
        MeasuredWith = [InstrumentKind.Container, InstrumentKind.PressureGauge, InstrumentKind.Thermometer],
        Caution = new("Never catch from a hot idling engine: an open feed can throw 15 l/min of hot oil. Engine unable to fire; hands, rags and hair clear "
            + "of belts and fan. The maker's procedure comes first."),
    };

    /// <summary>The kind's name in records.</summary>
    public const string KindName = "catch-test";

    /// <summary>Why oil is not caught from an engine that can fire.</summary>
    public const string UnsafeWords = "Nothing says that the engine cannot fire. Record what takes its fuel away (on petrol its spark too) on the prime sheet, "
        + "then catch.";
}

/// <summary>What a catch test came to.</summary>
/// <param name="Result">What it computes to.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record CatchTestOutcome(CatchTestResult Result, Judgement Judgement) : Outcome, IJudged
{
    private const string Dry = "dry", Scattered = "scattered", AgainstExpected = "against-expected", Alone = "alone";

    /// <summary>Computes and judges a test under the limits in force.</summary>
    public static CatchTestOutcome Of(CatchTestInput input, LimitBook limits)
    {
        var result = CatchTest.Compute(input);
        return new(result, Judge(result, limits));
    }

    /// <summary>Judges a result: a dry pipe is a stop, scattered runs give no verdict, a gauge beats the shop's own band.</summary>
    public static Judgement Judge(CatchTestResult result, LimitBook limits)
    {
        if (result.MeanLpm <= 0) return new(Verdict.Stop, Dry);
        var spread = limits.Choose(SupplyLimits.Spread);
        if (spread.Judge(result.SpreadPct) != Verdict.Sound) return new(Verdict.ReadingOnly, Scattered, spread);
        var limit = limits.Choose(result.Ratio is null ? SupplyLimits.Flow : SupplyLimits.Ratio);
        return new(limit.Judge(result.Ratio ?? result.MeanLpm), result.Ratio is null ? Alone : AgainstExpected, limit);
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Judgement.Why == Scattered ? Result.SpreadPct : Result.Ratio ?? Result.MeanLpm;

    /// <summary>The reason in a sentence.</summary>
    public string Why
    {
        get
        {
            var flow = Judgement.Why == Alone ? Judgement.Digits(Result.MeanLpm) : ShopUnits.Digits(Result.MeanLpm);
            return Judgement.Why switch
            {
                Dry => "No oil came. Stop and find out why before anything else.",
                Scattered => $"The runs differ by {Judgement.Digits(Result.SpreadPct)} %: too much to judge. Catch again, the same way each time.",
                AgainstExpected => $"{flow} l/min is {Judgement.Digits(Result.Ratio!.Value)} × what is expected, {Compared}",
                _ when Judgement.Verdict == Verdict.ReadingOnly => $"{flow} l/min, without a gauge on the gallery: there is nothing to compare it with. "
                    + "Read the pressure while oil runs, or have it judged by name.",
                _ => $"{flow} l/min against the band for this engine, without a gauge on the gallery.",
            };
        }
    }

    private string Compared => Judgement.Verdict switch
    {
        Verdict.Sound => "as much as a clean line would pass.",
        _ when Result.Ratio > 1 => "more than this line and restrictor should pass: a restrictor is missing, or a figure is wrong.",
        _ => "less than a clean line would pass." + (Result.EquivalentHoleMm is { } mm
            ? $" It is as if a hole of {ShopUnits.Digits(mm)} mm stood in the line." : ""),
    };
}
