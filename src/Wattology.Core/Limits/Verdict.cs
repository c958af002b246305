using Wattology.Core.Measures;

namespace Wattology.Core.Limits;

/// <summary>How a check came out, from the least known to the worst.</summary>
public enum Verdict
{
    /// <summary>Nobody has looked.</summary>
    NotLookedAt,
    /// <summary>Looked at, but no limit is known: a reading without a verdict.</summary>
    ReadingOnly,
    /// <summary>Within its limit.</summary>
    Sound,
    /// <summary>Usable only if someone who may takes it under their name.</summary>
    Doubtful,
    /// <summary>Not usable.</summary>
    Stop,
}

/// <summary>A verdict as it was given, with the limit that gave it; a later limit never rewrites it.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Why">Key of the reason, from which its sentence is made; its subject knows the keys.</param>
/// <param name="By">The limit, where one judged.</param>
public sealed record Judgement(Verdict Verdict, string Why, Limit? By = null)
{
    /// <summary>The limit's range in words and in the shop's units, with digits enough to compare a value with it; null where no limit judged.</summary>
    /// <param name="value">The value judged, in the limit's unit; null where it is not known.</param>
    /// <param name="units">The shop's units.</param>
    public string? RangeWords(double? value, ShopUnits units) => By is null ? null : value is { } known ? By.Beside(known, units).Range : By.RangeWords(units);

    /// <summary>The value judged, in the shop's units, with digits enough to compare it with the limit; as usual where no limit judged.</summary>
    /// <param name="value">The value, in the unit of what it measures.</param>
    /// <param name="measure">What it measures.</param>
    /// <param name="units">The shop's units.</param>
    public string Show(double value, Measure measure, ShopUnits units) => By?.In == measure ? By.Beside(value, units).Value : units.Show(value, measure);

    /// <summary>The same as a bare number of the limit's own unit.</summary>
    public string Digits(double value) => By is null ? ShopUnits.Digits(value) : By.Digits(value);
}

/// <summary>An outcome with a verdict.</summary>
public interface IJudged
{
    /// <summary>The verdict as it was given.</summary>
    Judgement Judgement { get; }

    /// <summary>The reason in a sentence.</summary>
    string Why { get; }

    /// <summary>The value the limit judged, in the limit's unit; null where none did.</summary>
    /// <param name="body">What was recorded.</param>
    double? JudgedOf(object body) => null;
}

/// <summary>Words for judgements.</summary>
public static class JudgementWords
{
    /// <summary>A verdict as people read it.</summary>
    public static string Word(this Verdict verdict) => verdict switch
    {
        Verdict.NotLookedAt => "not looked at",
        Verdict.ReadingOnly => "reading only",
        Verdict.Sound => "sound",
        Verdict.Doubtful => "doubtful",
        _ => "stop",
    };

    /// <summary>Verdict and limit in brackets, as they follow a sentence.</summary>
    /// <param name="outcome">The outcome.</param>
    /// <param name="body">What was recorded.</param>
    /// <param name="units">The shop's units.</param>
    public static string Said(this IJudged outcome, object body, ShopUnits units) => outcome.Judgement is { By: { } limit } judgement
        ? $" [{judgement.Verdict.Word()}; {judgement.RangeWords(outcome.JudgedOf(body), units)}, {limit.SourceWords}]"
        : $" [{outcome.Judgement.Verdict.Word()}]";
}
