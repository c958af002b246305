using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Drain;

/// <summary>So much oil was poured into a turbo's drain, and ran through it in so long.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Ml">How much, ml.</param>
/// <param name="Seconds">How long until it had run through, s.</param>
public sealed record PourThrough([Bounds(1, 2)] int Turbo, [Bounds(1, 20_000), In(Measure.Volume), Usual(50, 2_000)] double Ml,
    [Bounds(Span.Seconds), Usual(1, 300)] double Seconds) : EntryBody, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "pour-through";

    /// <summary>What it is judged by. None is known: the shop may make one for an engine, from its own jobs.</summary>
    public static readonly LimitKind Limit = LimitKind.NoneKnown("pour-through", "Pour-through of the drain", Measure.Flow);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PourThrough, PourOutcome>(KindName, "Pour-through",
        (job, reading) => new(new(job.Limits.Choose(Limit).Judge(reading.FlowLpm), "", job.Limits.Choose(Limit))),
        (job, n) => $"{job.Which(n.Body.Turbo)}{job.Units.Show(n.Body.Ml, Measure.Volume)} ran through the drain in {
            job.Units.Show(n.Body.Seconds, Measure.Seconds)}: {job.Units.Show(n.Body.FlowLpm, Measure.Flow)}. {((PourOutcome)n.Outcome!).Why}{
            ((PourOutcome)n.Outcome).Said(n.Body, job.Units)}")
    {
        MeasuredWith = [InstrumentKind.Container],
    };

    /// <summary>Oil run through, l/min.</summary>
    public double FlowLpm => Ml / Seconds * 0.06;
}

/// <summary>What a pour-through came to.</summary>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record PourOutcome(Judgement Judgement) : Outcome, IJudged
{
    /// <inheritdoc/>
    public string Why => Judgement.Verdict == Verdict.ReadingOnly ? "No figure is known that says how fast it should run."
        : Judgement.Verdict == Verdict.Sound ? "As fast as on this engine before." : "Slower or faster than on this engine before.";

    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as PourThrough)?.FlowLpm;
}
