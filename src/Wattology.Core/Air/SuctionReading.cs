using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Air;

/// <summary>How far the air before the compressor stood below outside air.</summary>
/// <param name="DepressionKpa">How far in kPa, 0 to 60; suction counts upwards.</param>
/// <param name="Running">How the engine ran.</param>
/// <param name="EngineRpm">Engine speed in 1/min, if noted.</param>
public sealed record SuctionReading([Bounds(0, 60), In(Measure.Pressure), Usual(0.1, 15)] double DepressionKpa, Running Running,
    [Bounds(Span.EngineSpeed), Usual(400, 5_000)] double? EngineRpm = null) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "suction";

    /// <summary>Intake suction at rated air: up to 6 kPa is usual practice; beyond it the filter or pipe is looked at.</summary>
    public static readonly LimitKind Limit = LimitKind.UsualPractice("intake-suction", "Suction before the compressor, under load", Measure.Pressure, null,
        6, null,
        Limits.Limit.Open);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<SuctionReading, SuctionOutcome>(KindName, "Intake suction",
        (job, reading) => SuctionOutcome.Of(reading, job.Limits),
        (job, n) => n.Outcome is SuctionOutcome outcome
            ? $"{outcome.Judgement.Show(n.Body.DepressionKpa, Measure.Pressure, job.Units)}, {JsonForm.Plain(n.Body.Running)}. "
                + $"{outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.Manometer],
        Ages = Ages.MeasureAgain,
        Caution = new("Engine running: keep clear of belts, fan and hot exhaust, and never reach into an open intake; hold rags and hoses away from it."),
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Check = new(KindName, "Intake suction", DrawnPart.Filter, Read)
    {
        Kinds = [Kind],
        Limits = [Limit],
        Answers = [new("intake-suction-high", r => r.Verdict switch { Verdict.Sound => false, Verdict.Doubtful or Verdict.Stop => true, _ => null })],
    };

    // Any reading over the limit counts; one within it only under load, where the engine draws what it can.
    private static Found Read(JobContext job, int turbo)
    {
        var latest = job.Record.All<SuctionReading>().GroupBy(r => r.Body.Running).Select(g => g.Last()).ToArray();
        return Found.Of<SuctionReading, SuctionOutcome>(latest.OrderByDescending(r => ((SuctionOutcome)r.Outcome!).Judgement.Verdict
            is Verdict.Doubtful or Verdict.Stop).ThenByDescending(r => r.Body.Running).FirstOrDefault(),
            (reading, o) => o.Judgement.Show(reading.DepressionKpa, Measure.Pressure, job.Units));
    }
}

/// <summary>What a reading of suction came to.</summary>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record SuctionOutcome(Judgement Judgement) : Outcome, IJudged
{
    private const string NotLoaded = "not-loaded";

    /// <summary>Judges a reading: what is within the limit without load tells nothing of the filter.</summary>
    public static SuctionOutcome Of(SuctionReading reading, LimitBook limits)
    {
        var limit = limits.Choose(SuctionReading.Limit);
        var verdict = limit.Judge(reading.DepressionKpa);
        return new(verdict == Verdict.Sound && reading.Running != Running.Loaded ? new Judgement(Verdict.ReadingOnly, NotLoaded, limit)
            : new Judgement(verdict, "suction", limit));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as SuctionReading)?.DepressionKpa;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Why == NotLoaded ? "Within the limit, but not under load: there it would tell." : Judgement.Verdict switch
    {
        Verdict.Sound => "The filter and its pipe pass what the engine draws.",
        Verdict.ReadingOnly => "No limit is known for this engine.",
        _ => "Too much: filter blocked, pipe collapsed or too small. It draws oil past sound seals and lets the shaft run too fast.",
    };
}
