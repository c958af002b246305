using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.OilSupply;

/// <summary>The restrictor was looked at.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Fitted">False when the feed has none.</param>
/// <param name="Clear">Whether hole and gauze are clear.</param>
/// <param name="HoleMm">Its hole in mm; needed when one is fitted.</param>
public sealed record RestrictorReading([Bounds(1, 2)] int Turbo, bool Fitted, bool Clear, [Bounds(Span.Diameter), Usual(0.4, 5)] double? HoleMm = null)
    : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RestrictorReading, RestrictorOutcome>("restrictor", "Restrictor",
        (job, reading) => RestrictorOutcome.Of(reading, job.Limits),
        (job, n) => n.Outcome is RestrictorOutcome outcome
            ? $"{job.Which(n.Body.Turbo)}{(n.Body.HoleMm is { } mm ? outcome.Judgement.Show(mm, Measure.Length, job.Units) : "none fitted")}. "
            + $"{outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.PinGauge],
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Fitted && HoleMm is null) faults.Add(Faults.Join(path, "hole_mm"), "A restrictor is fitted: measure its hole, such as 1.3 mm.");
        if (!Fitted && HoleMm is not null)
            faults.Add(Faults.Join(path, "hole_mm"), "None is fitted, so there is no hole to measure: clear this, or say that one is fitted.");
    }
}

/// <summary>What a look at the restrictor came to.</summary>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record RestrictorOutcome(Judgement Judgement) : Outcome, IJudged
{
    private const string Blocked = "blocked", None = "none-fitted", Size = "size";

    /// <summary>Judges: a blocked one is a stop; its size needs a maker's or a calculated figure.</summary>
    public static RestrictorOutcome Of(RestrictorReading reading, LimitBook limits)
    {
        if (reading.Fitted && !reading.Clear) return new(new Judgement(Verdict.Stop, Blocked));
        var limit = limits.Choose(SupplyLimits.Restrictor);
        if (reading.Fitted) return new(new Judgement(limit.Judge(reading.HoleMm!.Value), Size, limit));
        return new(new Judgement(limit.Source == LimitSource.NoneKnown ? Verdict.ReadingOnly : Verdict.Stop, None, limit));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as RestrictorReading)?.HoleMm;

    /// <summary>The reason in a sentence.</summary>
    public string Why => (Judgement.Why, Judgement.Verdict) switch
    {
        (Blocked, _) => "Blocked or dirty. Clean or renew it, then look again.",
        (None, Verdict.ReadingOnly) => "No restrictor fitted, and no figure is known that says whether there should be one.",
        (None, _) => "No restrictor fitted, but a figure for one is known.",
        (_, Verdict.ReadingOnly) => "Clear. No figure for its size is known for this unit.",
        (_, Verdict.Sound) => "Clear, and the size it should be.",
        _ => "Clear, but not the size it should be.",
    };
}
