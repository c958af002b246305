using System.Text.Json.Serialization;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Crankcase;

/// <summary>How the engine ran when the crankcase was read.</summary>
public enum Running
{
    /// <summary>Idle.</summary>
    Idle,
    /// <summary>Mid speed.</summary>
    Mid,
    /// <summary>Under load.</summary>
    Loaded,
}

/// <summary>What crankcase pressure is judged by.</summary>
public static class CrankcaseLimits
{
    /// <summary>Diesels that breathe to the open.</summary>
    public static readonly LimitKind Open = LimitKind.UsualPractice("crankcase-open", "Crankcase pressure, open-breather diesel", Measure.Pressure, null,
        1.0, null, 1.5);

    /// <summary>Closed systems, which normally run under suction and have no usual limit.</summary>
    public static readonly LimitKind Closed = LimitKind.NoneKnown("crankcase-closed", "Crankcase pressure, closed petrol system", Measure.Pressure);
}

/// <summary>Crankcase pressure was read.</summary>
/// <param name="PressureKpa">Gauge pressure in kPa, −30 to 30; negative under suction.</param>
/// <param name="Running">How the engine ran.</param>
/// <param name="EngineRpm">Engine speed in 1/min, if noted.</param>
/// <param name="Simulated">It was read on a simulated engine: outside a demo shop it proves nothing. Null where it was not.</param>
public sealed record CrankcaseReading([Bounds(-30, 30), In(Measure.Pressure), Usual(-5, 5)] double PressureKpa, Running Running,
    [Bounds(Span.EngineSpeed), Usual(400, 5_000)] double? EngineRpm = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Simulated = null) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "crankcase";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CrankcaseReading, CrankcaseOutcome>(KindName, "Crankcase pressure",
        (job, reading) => reading.Simulated == true && !job.Demo ? new(new Judgement(Verdict.ReadingOnly, CrankcaseOutcome.OnlySimulated))
            : CrankcaseOutcome.Of(reading, job.Record.Machine().ClosedBreather, job.Limits),
        (job, n) => n.Outcome is CrankcaseOutcome outcome
            ? (n.Body.Simulated == true ? "simulated: " : "")
                + $"{outcome.Judgement.Show(n.Body.PressureKpa, Measure.Pressure, job.Units)}, {JsonForm.Plain(n.Body.Running)}. "
                + $"{outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.Manometer],
        Ages = Ages.MeasureAgain,
        // It would stand before what a real gauge read at the same running.
        Refuse = (job, body) => body.Simulated == true && !job.Demo ? "A simulated engine proves nothing here: read the crankcase with a gauge." : null,
        Caution = new("Engine running: keep clear of belts, fan and hot exhaust; a diesel drawing oil can run away on it, so have the intake cover to hand."),
    };
}

/// <summary>What a crankcase reading came to.</summary>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record CrankcaseOutcome(Judgement Judgement) : Outcome, IJudged
{
    internal const string OnlySimulated = "simulated";

    /// <summary>Judges a reading by the kind of breather.</summary>
    public static CrankcaseOutcome Of(CrankcaseReading reading, bool closedBreather, LimitBook limits)
    {
        var limit = limits.Choose(closedBreather ? CrankcaseLimits.Closed : CrankcaseLimits.Open);
        return new(new Judgement(limit.Judge(reading.PressureKpa), "pressure", limit));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as CrankcaseReading)?.PressureKpa;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Why == OnlySimulated ? "It proves nothing: the engine was a simulated one." : Judgement.Verdict switch
    {
        Verdict.Sound => "The crankcase does not push back against the drain.",
        Verdict.Doubtful => "High enough to hold oil back in the drain. Look at breather, level and blow-by.",
        Verdict.Stop => "Above normal. Stop and attend to it first: a new turbo would smoke like the old one.",
        _ => "No limit is known for this engine; a closed system normally shows suction at idle.",
    };
}

/// <summary>The crankcase cannot be read because the engine will not run; it is due after the first start.</summary>
/// <param name="Why">Why not.</param>
public sealed record CrankcaseDeferred([Needed("Say why it cannot be measured yet.")] string Why) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CrankcaseDeferred>("crankcase-deferred", "Crankcase due after the first start", (_, n) => n.Body.Why)
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
    };
}
