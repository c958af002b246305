using System.Globalization;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Actuator;

/// <summary>How the rod of a wastegate's canister is set: workshops differ, and each way has its reason.</summary>
public enum RodSchool
{
    /// <summary>The rod's end drops on without pull; gravity alone closes the flap. Nothing is preloaded, so nothing spikes.</summary>
    NoPull,
    /// <summary>A measured pull holds the flap shut, so that it does not blow open early.</summary>
    MeasuredPreload,
    /// <summary>Set until the flap begins to open at a given pressure.</summary>
    OpeningPressure,
}

/// <summary>A wastegate's canister was read: where its rod begins to move, and where it is at its end.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="School">How it is set.</param>
/// <param name="StartKpa">Pressure at which the rod begins to move, kPa.</param>
/// <param name="FullKpa">Pressure at full travel, kPa, above the start.</param>
/// <param name="TravelMm">Full travel, mm.</param>
/// <param name="RodPitchMm">Pitch of the rod's thread, mm; without it nothing is said of a turn.</param>
/// <param name="WantedKpa">Pressure at which it should begin, kPa; without it no turns are said.</param>
public sealed record RodReading([Bounds(1, 2)] int Turbo, RodSchool School, [Bounds(Span.Pressure), Usual(10, 200)] double StartKpa,
    [Bounds(Span.Pressure), Usual(20, 300)] double FullKpa, [Bounds(0.1, 100), In(Measure.Length), Usual(3, 25)] double TravelMm,
    [Bounds(0.1, 10), In(Measure.Length), Usual(0.5, 2)] double? RodPitchMm = null, [Bounds(Span.Pressure), Usual(10, 200)] double? WantedKpa = null)
    : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "rod-read";

    /// <summary>Where a wastegate should begin to open; none is known until a maker's sheet or the shop says so.</summary>
    public static readonly LimitKind Opening = LimitKind.NoneKnown("rod-opening", "Wastegate, pressure at which it begins to open", Measure.Pressure);

    /// <summary>Preload of its rod.</summary>
    public static readonly LimitKind Preload = LimitKind.NoneKnown("rod-preload", "Wastegate rod, preload", Measure.Length);

    /// <summary>How a rod is set.</summary>
    public static readonly School Set = new("rod-school", "Wastegate rod, set by",
    [
        new("no-pull", "no pull", "The rod's end drops on and gravity alone holds the flap shut: nothing is preloaded, so boost does not spike. It "
            + "may open a little early."),
        new("measured-preload", "measured preload", "A known pull holds the flap shut against the exhaust. Too much of it raises boost, and can spike it."),
        new("opening-pressure", "opening pressure", "Set until the flap begins to open at the pressure wanted. It takes a hand pump with a gauge, and is what "
            + "a claim can compare."),
    ], "opening-pressure");

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RodReading, RodOutcome>(KindName, "Wastegate rod", (job, body) => RodOutcome.Of(body, job),
        (job, n) => n.Outcome is RodOutcome outcome ? $"{job.Which(n.Body.Turbo)}begins at {job.Units.ShowPressure(n.Body.StartKpa)}, full at {
            job.Units.ShowPressure(n.Body.FullKpa)} over {job.Units.Show(n.Body.TravelMm, Measure.Length)}: preload {
            job.Units.Show(outcome.Result.PreloadMm, Measure.Length)}. {outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.Manometer, InstrumentKind.DialGauge],
        Ages = Ages.MeasureAgain,
        Caution = new("Unit cold, engine off: by a hand pump with a gauge, never beyond the canister's own pressure. Fingers clear of rod and flap."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => new CanisterInput(StartKpa, FullKpa, TravelMm, 0, 1).Check(faults, path);
}

/// <summary>What a canister's reading came to.</summary>
/// <param name="Result">Spring rate, preload, and turns of the rod to the wanted start, as if its pitch were 1 mm where none is given.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
/// <param name="KpaPerTurn">What one turn of the rod changes, kPa; null without its pitch.</param>
/// <param name="Turns">Turns to the wanted start, shorter positive; null without pitch or wish, and on a sealed unit.</param>
/// <param name="Sealed">Settings are sealed: evidence only.</param>
public sealed record RodOutcome(CanisterResult Result, Judgement Judgement, double? KpaPerTurn, double? Turns, bool Sealed) : Outcome, IJudged
{
    private const string ByStart = "start", ByPreload = "preload", ByGravity = "gravity";

    /// <summary>Judges a reading by what its school sets: the start, the preload, or, where nothing pulls, by the look at the flap alone.</summary>
    public static RodOutcome Of(RodReading reading, JobContext job)
    {
        var result = Canister.Compute(new(reading.StartKpa, reading.FullKpa, reading.TravelMm, reading.WantedKpa ?? reading.StartKpa,
            reading.RodPitchMm ?? 1));
        var locked = job.Record.Machine().Kind == JobKind.MakersSpec;
        Judgement By(LimitKind kind, double value, string why) => job.Limits.Choose(kind) is var limit ? new(limit.Judge(value), why, limit) : null!;
        var judgement = reading.School switch
        {
            RodSchool.OpeningPressure => By(RodReading.Opening, reading.StartKpa, ByStart),
            RodSchool.MeasuredPreload => By(RodReading.Preload, result.PreloadMm, ByPreload),
            _ => new(Verdict.ReadingOnly, ByGravity),
        };
        return new(result, judgement, reading.RodPitchMm is { } pitch ? result.RateKpaPerMm * pitch : null,
            locked || reading.RodPitchMm is null || reading.WantedKpa is null ? null : result.TurnsToSpec, locked);
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Judgement.Why switch { ByStart => (body as RodReading)?.StartKpa, ByPreload => Result.PreloadMm, _ => null };

    /// <summary>The reason in a sentence.</summary>
    public string Why => string.Join(" ", new[]
    {
        Judgement.Verdict switch
        {
            Verdict.Sound => Judgement.Why == ByStart ? "It begins where it should." : "The preload is as it should be.",
            Verdict.Doubtful or Verdict.Stop => Judgement.Why == ByStart ? "It does not begin where it should: early it loses boost, late it spikes."
                : "The preload is not as it should be: too much spikes boost, too little loses it.",
            _ => Judgement.Why == ByGravity ? "Without pull the look at the flap decides." : "No figure is known for this unit.",
        },
        Sealed ? "Evidence only: the setting is sealed, do not adjust." : TurnWords,
    }.Where(t => t.Length > 0));

    /// <summary>What to do with the rod; empty where nothing is wanted, or the setting is sealed.</summary>
    public string TurnWords => Turns is not { } turns ? "" : Math.Abs(turns) < 0.05 ? "The rod stays."
        : $"{(turns > 0 ? "Shorten" : "Lengthen")} the rod by {Math.Abs(turns).ToString("0.#", CultureInfo.InvariantCulture)} turn{(Math.Abs(turns) is > 0.95
            and < 1.05 ? "" : "s")}, then read again.";
}

/// <summary>The rod was turned; what was read before says nothing any more.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Turns">By how many turns; shorter is positive.</param>
public sealed record RodTurned([Bounds(1, 2)] int Turbo, [Bounds(-60, 60)] double Turns) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "rod-turned";

    /// <summary>Why a sealed rod is not turned.</summary>
    public const string SealedWords = "To maker's spec the rod is sealed: it is read, and not turned. A unit that reads wrong goes back.";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<RodTurned>(KindName, "Rod turned", (job, n) => $"{job.Which(n.Body.Turbo)}{
        Math.Abs(n.Body.Turns).ToString("0.##", CultureInfo.InvariantCulture)} turns {(n.Body.Turns > 0 ? "shorter" : "longer")}")
    {
        Refuse = (job, _) => job.Record.Machine().Kind == JobKind.MakersSpec ? SealedWords : null,
        Ages = Ages.Lasts,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Turns == 0) faults.Add(Faults.Join(path, "turns"), "No turn is nothing to record; shorter is plus, longer minus.");
    }
}
