using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Air;

/// <summary>The charge air side was closed, filled and left: how fast its pressure fell.</summary>
/// <param name="VolumeMl">What it holds, ml.</param>
/// <param name="StartKpa">Pressure at the beginning, kPa.</param>
/// <param name="EndKpa">Pressure at the end, kPa, not above the start.</param>
/// <param name="Seconds">How long it was left, s.</param>
/// <param name="TempC">The air, °C; taken as 20 when null.</param>
public sealed record LeakTest([Bounds(100, 1_000_000), In(Measure.Volume), Usual(3_000, 60_000)] double VolumeMl,
    [Bounds(Span.Pressure), Usual(20, 150)] double StartKpa, [Bounds(Span.Pressure), Usual(0, 150)] double EndKpa,
    [Bounds(Span.Seconds), Usual(5, 300)] double Seconds, [Bounds(Span.GasTemperature), Usual(-10, 60)] double? TempC = null) : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "leak-test";

    /// <summary>The hole that would leak as much; none is known until the shop or a maker says how big one may be.</summary>
    public static readonly LimitKind Hole = LimitKind.NoneKnown("charge-leak", "Charge air, leak as one hole", Measure.Length);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<LeakTest, LeakOutcome>(KindName, "Charge air leak test",
        (job, body) => LeakOutcome.Of(body, job.Limits),
        (job, n) => n.Outcome is LeakOutcome outcome ? $"from {job.Units.ShowPressure(n.Body.StartKpa)} to {job.Units.ShowPressure(n.Body.EndKpa)} in {
            job.Units.Show(n.Body.Seconds, Measure.Seconds)}: like one hole of {outcome.Judgement.Show(outcome.Result.HoleMm, Measure.Length, job.Units)}. {
            outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.PressureGauge],
        Ages = Ages.MeasureAgain,
        Caution = new("Engine off and cold. Never above the charge pressure the maker allows; plugs held by clamps, faces and hands out of their way: they "
            + "fly."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => Input.Check(faults, path);

    /// <summary>As the calculation takes it.</summary>
    public BoostLeakInput Input => new BoostLeakInput(VolumeMl / 1000, StartKpa, EndKpa, Seconds) is var usual && TempC is { } temperature
        ? usual with { TempC = temperature } : usual;
}

/// <summary>What a leak test came to.</summary>
/// <param name="Result">The leak, as flow and as one hole.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
/// <param name="Rough">Pressure fell so far that the estimate is rough.</param>
public sealed record LeakOutcome(BoostLeakResult Result, Judgement Judgement, bool Rough) : Outcome, IJudged
{
    // Below this share of its start the pressure fell too far for one mean to stand for it.
    private const double RoughBelow = 0.6;

    /// <summary>Judges the hole.</summary>
    public static LeakOutcome Of(LeakTest test, LimitBook limits)
    {
        var (result, limit) = (BoostLeak.Compute(test.Input), limits.Choose(LeakTest.Hole));
        return new(result, new(limit.Judge(result.HoleMm), "hole", limit), test.EndKpa < RoughBelow * test.StartKpa);
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Result.HoleMm;

    /// <summary>The reason in a sentence.</summary>
    public string Why => string.Join(" ", new[]
    {
        Result.HoleMm == 0 ? "Nothing was lost." : Judgement.Verdict switch
        {
            Verdict.Sound => "No more than it may.",
            Verdict.ReadingOnly => "No figure is known for how much it may lose: the same test before and after tells.",
            _ => "It loses more than it may: the turbo runs faster to make up for it.",
        },
        Rough ? "It fell far, so the hole is a rough estimate: fill again and time it shorter." : "",
    }.Where(t => t.Length > 0));
}
