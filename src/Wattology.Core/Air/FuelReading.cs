using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Air;

/// <summary>Whether the injectors of a boosted petrol engine pass what it burns, and whether fuel pressure rises with boost.</summary>
/// <param name="PowerKw">Power, kW.</param>
/// <param name="Injectors">How many injectors.</param>
/// <param name="InjectorCcMin">What one passes, ml/min, at its rated pressure.</param>
/// <param name="InjectorRatedKpa">That pressure, kPa.</param>
/// <param name="RailBaseKpa">Rail pressure without boost, kPa.</param>
/// <param name="BoostKpa">Boost, kPa.</param>
/// <param name="Referenced">The regulator follows boost.</param>
/// <param name="BsfcGKwh">Fuel used, g/kWh.</param>
/// <param name="FuelRhoKgL">The fuel's density, kg/l.</param>
/// <param name="RailSeenKpa">Rail pressure seen under that boost, kPa; null when nobody read it.</param>
public sealed record FuelReading([Bounds(0.1, 5_000), Usual(20, 600)] double PowerKw, [Bounds(1, 64)] int Injectors,
    [Bounds(1, 10_000), Usual(100, 2_000)] double InjectorCcMin, [Bounds(Span.Pressure), Usual(200, 500)] double InjectorRatedKpa,
    [Bounds(Span.Pressure), Usual(200, 600)] double RailBaseKpa, [Bounds(Span.Pressure), Usual(10, 250)] double BoostKpa, bool Referenced,
    [Bounds(1, 2_000), Usual(220, 450)] double BsfcGKwh, [Bounds(0.1, 2), Usual(0.7, 0.9)] double FuelRhoKgL,
    [Bounds(Span.Pressure), Usual(200, 800)] double? RailSeenKpa = null) : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "fuel-boost";

    /// <summary>Injector duty: up to 85 % by usual practice; beyond it an injector has no time left to close.</summary>
    public static readonly LimitKind Duty = LimitKind.UsualPractice("injector-duty", "Injector duty under boost, %", Measure.Number, null, 85);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FuelReading, FuelOutcome>(KindName, "Fuel under boost", (job, body) => FuelOutcome.Of(body,
        job.Limits),
        (job, n) => n.Outcome is FuelOutcome outcome ? $"at {job.Units.ShowPressure(n.Body.BoostKpa)} of boost {(outcome.Result.DutyPct is { } duty
            ? $"{outcome.Judgement.Digits(duty)} % duty" : "no fuel")}. {outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.PressureGauge],
        Ages = Ages.MeasureAgain,
        Caution = new("Fuel under pressure near hot metal: joints dry and gauge fixed before it runs, extinguisher at hand, nothing that sparks."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (InjectorRatedKpa <= 0) faults.Add(Faults.Join(path, "injector_rated_kpa"), "A rated pressure above 0 is needed.");
    }

    /// <summary>As the calculation takes it.</summary>
    public FuelBoostInput Input => new(PowerKw, BsfcGKwh, FuelRhoKgL, Injectors, InjectorCcMin, InjectorRatedKpa, RailBaseKpa, BoostKpa, Referenced);
}

/// <summary>What fuel under boost came to.</summary>
/// <param name="Result">Need, flow, duty and the rail's pressure under boost.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record FuelOutcome(FuelBoostResult Result, Judgement Judgement) : Outcome, IJudged
{
    private const string NoRise = "no-rise", NoFuel = "no-fuel", ByDuty = "duty";

    /// <summary>Judges the duty; a rail that does not rise with boost though its regulator should follow it is a stop whatever the duty.</summary>
    public static FuelOutcome Of(FuelReading reading, LimitBook limits)
    {
        var (result, limit) = (FuelBoost.Compute(reading.Input), limits.Choose(FuelReading.Duty));
        return new(result, reading is { Referenced: true, BoostKpa: > 0, RailSeenKpa: { } seen } && seen <= reading.RailBaseKpa ? new(Verdict.Stop, NoRise)
            : result.DutyPct is not { } duty ? new(Verdict.Stop, NoFuel) : new(limit.Judge(duty), ByDuty, limit));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Judgement.By is null ? null : Result.DutyPct;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement switch
    {
        { Why: NoRise } => "Fuel pressure does not rise with boost: the mixture leans out as boost comes. No boost until it does.",
        { Why: NoFuel } => "Boost reaches the rail's pressure: no fuel is left to flow.",
        { Verdict: Verdict.Sound } => "The injectors have time to spare.",
        { Verdict: Verdict.ReadingOnly } => "No limit is known.",
        _ => "The injectors are open too long: bigger ones, more pressure, or less boost.",
    };
}

/// <summary>When a mixture was read.</summary>
public enum MixtureMoment
{
    /// <summary>Before boost was set.</summary>
    Before,
    /// <summary>After.</summary>
    After,
}

/// <summary>The mixture was read at the tailpipe or by a sensor in the exhaust.</summary>
/// <param name="Moment">Before or after boost was set.</param>
/// <param name="Running">How the engine ran.</param>
/// <param name="Lambda">Air to fuel over what just burns; 1 is just enough, above it lean.</param>
/// <param name="BoostKpa">Boost, kPa; null without.</param>
public sealed record MixtureReading(MixtureMoment Moment, Running Running, [Bounds(0.3, 5), Usual(0.7, 1.3)] double Lambda,
    [Bounds(Span.Pressure), Usual(0, 250)] double? BoostKpa = null) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "mixture";

    /// <summary>The mixture under load; the engine's maker or whoever made its calibration says it.</summary>
    public static readonly LimitKind Limit = LimitKind.NoneKnown("mixture-loaded", "Mixture under load, lambda", Measure.Number);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<MixtureReading, MixtureOutcome>(KindName, "Mixture", (job, body) => MixtureOutcome.Of(body,
        job.Limits),
        (job, n) => n.Outcome is MixtureOutcome outcome ? $"lambda {outcome.Judgement.Digits(n.Body.Lambda)}, {JsonForm.Plain(n.Body.Running)}, {
            JsonForm.Plain(n.Body.Moment)} boost was set. {outcome.Why}{outcome.Said(n.Body, job.Units)}" : "") { Ages = Ages.MeasureAgain };
}

/// <summary>What a mixture came to.</summary>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record MixtureOutcome(Judgement Judgement) : Outcome, IJudged
{
    private const string Loaded = "loaded";

    /// <summary>Judges the mixture under load; at idle it is a reading.</summary>
    public static MixtureOutcome Of(MixtureReading reading, LimitBook limits)
    {
        var limit = limits.Choose(MixtureReading.Limit);
        return new(reading.Running == Running.Loaded ? new Judgement(limit.Judge(reading.Lambda), Loaded, limit) : new Judgement(Verdict.ReadingOnly, ""));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Judgement.Why == Loaded ? (body as MixtureReading)?.Lambda : null;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Verdict switch
    {
        Verdict.Sound => "Within its figure.",
        Verdict.ReadingOnly => "No figure is known for it.",
        _ => "Outside its figure: lean under boost melts pistons.",
    };
}

/// <summary>Fuel for an engine that is boosted by the fitter's own decision.</summary>
public static class FuelCheck
{
    /// <summary>Fuel pressure and boost.</summary>
    public static readonly Question Rises = new("fuel-rises", "Fuel pressure rises with boost",
    [
        new("rises", "rises, seen on a gauge"),
        new("does-not", "does not rise", Verdict.Stop),
        new("no-gauge", "no gauge here", Verdict.ReadingOnly, Known.Told, "Who says how it is"),
    ]) { Applies = (job, _) => job.Record.Machine().Fuel == Fuel.Petrol };

    /// <summary>Where boost begins.</summary>
    public static readonly Question Lowest = new("lowest-boost", "First runs at the lowest boost the wastegate allows",
    [
        new("lowest", "yes, lowest first"),
        new("higher", "begun higher", Verdict.Doubtful, Asks: "How high, and why"),
    ]) { Hint = "Then a step at a time, mixture and fuel pressure looked at on each." };

    /// <summary>The calibration.</summary>
    public static readonly Question Calibration = new("calibration", "Calibration fit for boost",
    [
        new("fit", "made for it", Asks: "By whom, which one") { Known = Known.Told },
        new("not", "that of an unboosted engine", Verdict.Stop),
    ]);

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("fuel", "Fuel under boost", DrawnPart.Engine, Read)
    {
        Applies = job => job.Record.Machine().Kind != JobKind.MakersSpec,
        Questions = [Lowest, Rises, Calibration],
        Kinds = [FuelReading.Kind, MixtureReading.Kind],
        Limits = [FuelReading.Duty, MixtureReading.Limit],
        Items = [ItemDefinition.AtStop("fuel", "Fuel under boost")],
    };

    private static Found Read(JobContext job, int turbo)
    {
        var looks = LookState.Together([.. Definition.Questions.Where(q => q.Applies(job, 0)).Select(q => q.Read(job, 0))], "fit",
            "Fuel is fit for the boost.");
        return Found.Worst(looks,
            Found.Of<FuelReading, FuelOutcome>(job.Record.Latest<FuelReading>(), (_, o) => o.Result.DutyPct is { } duty
                ? $"{o.Judgement.Digits(duty)} %" : "none"),
            Found.Of<MixtureReading, MixtureOutcome>(job.Record.Latest<MixtureReading>(), (m, o) => $"λ {o.Judgement.Digits(m.Lambda)}"));
    }
}
