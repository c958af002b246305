using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Drain;

/// <summary>A turbo's drain was measured.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Grade">The oil's grade in words.</param>
/// <param name="AsInstalled">True when measured on the machine with the turbo fitted; false when planned.</param>
/// <param name="Input">The drain.</param>
public sealed record DrainReading([Bounds(1, 2)] int Turbo, string Grade, bool AsInstalled, DrainInput Input) : EntryBody, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<DrainReading, DrainOutcome>("drain", "Drain",
        (job, reading) => DrainOutcome.Of(reading.Input, job.Limits),
        (job, n) =>
        {
            var outcome = (DrainOutcome)n.Outcome!;
            return $"{job.Which(n.Body.Turbo)}carries {outcome.Judgement.Digits(outcome.Result.Margin)} × what it must, "
                + $"{(n.Body.AsInstalled ? "as installed" : "as planned")}. {outcome.Why}{outcome.Said(n.Body, job.Units)}";
        })
    {
        MeasuredWith = [InstrumentKind.Tape, InstrumentKind.AngleGauge],
    };
}

/// <summary>What a drain came to.</summary>
/// <param name="Result">What it computes to.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
/// <param name="Segment">The segment the reason is about, from 0.</param>
public sealed record DrainOutcome(DrainResult Result, Judgement Judgement, int Segment) : Outcome, IJudged
{
    /// <summary>Computes and judges under the limits in force.</summary>
    public static DrainOutcome Of(DrainInput input, LimitBook limits)
    {
        var limit = limits.Choose(DrainLimits.Margin);
        var result = DrainFlow.Compute(input, limit);
        var (reason, segment) = DrainFlow.Reason(input, result, limit);
        var byMargin = reason is DrainReason.RunsFull or DrainReason.NothingInHand or DrainReason.Carries;
        return new(result, new(result.Verdict.AsVerdict(), JsonForm.WordOf(reason), byMargin ? limit : null), segment);
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Result.Margin;

    /// <summary>The reason in a sentence.</summary>
    public string Why
    {
        get
        {
            var margin = Judgement.Digits(Result.Margin);
            return JsonForm.ValueOf<DrainReason>(Judgement.Why) switch
            {
                DrainReason.Climbs => $"Segment {Segment + 1} climbs: oil stands in it and the housing fills. It must fall all the way.",
                DrainReason.LiesFlat => $"Segment {Segment + 1} lies flat: oil stands in it and the housing fills. It must fall all the way.",
                DrainReason.EndsUnderOil => "Its lower end is not above the oil: oil cannot leave and gas cannot return. It must end above the level.",
                DrainReason.RunsFull => $"Segment {Segment + 1} carries {margin} × what it must: it runs full and gas cannot return. Steeper, "
                    + $"shorter or wider.",
                DrainReason.NothingInHand => $"Segment {Segment + 1} carries {margin} × what it must: enough, with nothing in hand.",
                DrainReason.HeldBack => $"The crankcase could hold back {Result.HoldUpMm:0} mm of foam and the drain falls only {Result.TotalFallMm:0} mm. "
                    + "Cure the crankcase pressure first.",
                _ => $"Falls all the way, ends above the oil, and its tightest segment carries {margin} × what it must.",
            };
        }
    }
}
