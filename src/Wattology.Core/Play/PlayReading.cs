using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Play;

/// <summary>Which way the shaft is moved under the dial.</summary>
public enum PlayDirection
{
    /// <summary>Across: up and down, or side to side.</summary>
    Radial,
    /// <summary>Along the axis.</summary>
    Axial,
}

/// <summary>At which end of the shaft the dial stands.</summary>
public enum ShaftEnd
{
    /// <summary>The compressor end.</summary>
    Compressor,
    /// <summary>The turbine end.</summary>
    Turbine,
}

/// <summary>What play is judged by: the maker's sheet, or the shop's own figure; there is no usual one.</summary>
public static class PlayLimits
{
    /// <summary>Radial play.</summary>
    public static readonly LimitKind Radial = LimitKind.NoneKnown("play-radial", "Radial play of the shaft", Measure.Length);

    /// <summary>Axial play.</summary>
    public static readonly LimitKind Axial = LimitKind.NoneKnown("play-axial", "Axial play of the shaft", Measure.Length);

    /// <summary>The limit of one direction.</summary>
    public static LimitKind Of(PlayDirection direction) => direction == PlayDirection.Radial ? Radial : Axial;
}

/// <summary>Shaft play was measured by a dial, one or several takes.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Direction">Radial or axial.</param>
/// <param name="End">At which end of the shaft.</param>
/// <param name="TakesMm">The whole movement of each take in mm, 0 to 20; up to nine.</param>
public sealed record PlayReading([Bounds(1, 2)] int Turbo, PlayDirection Direction, ShaftEnd End,
    [Bounds(0, 20), In(Measure.Length), Usual(0.01, 1.5)] IReadOnlyList<double> TakesMm) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>No more takes than this.</summary>
    public const int MostTakes = 9;

    /// <summary>The kind's name in records.</summary>
    public const string KindName = "play";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PlayReading, PlayOutcome>(KindName, "Shaft play",
        (job, reading) => PlayOutcome.Of(reading, job.Limits),
        (job, n) => n.Outcome is PlayOutcome outcome ? $"{job.Which(n.Body.Turbo)}{JsonForm.Plain(n.Body.Direction)}, {JsonForm.Plain(n.Body.End)} end: "
            + $"{outcome.Figures(n.Body, job.Units)}. {outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        MeasuredWith = [InstrumentKind.DialGauge],
        Ages = Ages.Lasts,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (TakesMm.Count == 0) faults.Add(Faults.Join(path, "takes_mm"), "At least one take is needed, such as 0.42 mm.");
        else if (TakesMm.Count > MostTakes) faults.Add(Faults.Join(path, "takes_mm"), $"At most {MostTakes} takes.");
    }
}

/// <summary>What the takes come to.</summary>
/// <param name="MeanMm">Their mean in mm.</param>
/// <param name="SpreadMm">Largest minus smallest, in mm; 0 for a single take.</param>
/// <param name="Judgement">How the mean was judged, and by what.</param>
public sealed record PlayOutcome(double MeanMm, double SpreadMm, Judgement Judgement) : Outcome, IJudged
{
    /// <summary>Computes and judges takes. Takes that differ by more than a limit leaves between them are judged by the mean, and the spread is said.</summary>
    public static PlayOutcome Of(PlayReading reading, LimitBook limits)
    {
        var limit = limits.Choose(PlayLimits.Of(reading.Direction));
        var mean = reading.TakesMm.Average();
        // What a failed unit shows is a finding, and no stop of the work.
        var verdict = Lesser(limit.Judge(mean), Verdict.Doubtful);
        // A dial that shows sound once and not sound another time has not told yet.
        var split = verdict != Verdict.ReadingOnly && reading.TakesMm.Select(limit.Judge).Distinct().Count() > 1;
        return new(mean, reading.TakesMm.Max() - reading.TakesMm.Min(), new Judgement(split ? Worse(verdict, Verdict.Doubtful) : verdict,
            split ? Split : "play", limit));
    }

    private const string Split = "split";

    private static Verdict Lesser(Verdict one, Verdict other) => one < other ? one : other;

    private static Verdict Worse(Verdict one, Verdict other) => one > other ? one : other;

    /// <inheritdoc/>
    public double? JudgedOf(object body) => MeanMm;

    /// <summary>Mean, spread and how many takes, in words.</summary>
    public string Figures(PlayReading reading, ShopUnits units) => Judgement.Show(MeanMm, Measure.Length, units)
        + (reading.TakesMm.Count == 1 ? ", one take" : $", mean of {reading.TakesMm.Count}, spread {units.ShowLength(SpreadMm)}");

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Why == Split ? "The takes fall on both sides of a limit: clean the dial's seat and take it again."
        : Judgement.Verdict switch
        {
            Verdict.Sound => "Within its limit.",
            Verdict.ReadingOnly => "No limit is known for this unit; the maker's sheet has it. A little radial play is normal in a dry plain bearing.",
            _ => "More than it should be.",
        };
}
