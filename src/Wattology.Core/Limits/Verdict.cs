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
public sealed record Judgement(Verdict Verdict, string Why, Limit? By = null);

/// <summary>An outcome with a verdict.</summary>
public interface IJudged
{
    /// <summary>The verdict as it was given.</summary>
    Judgement Judgement { get; }

    /// <summary>The reason in a sentence.</summary>
    string Why { get; }
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
    public static string Said(this Judgement judgement, Measures.ShopUnits units) => judgement.By is { } limit
        ? $" [{judgement.Verdict.Word()}; {limit.RangeWords(units)}, {limit.SourceWords}]" : $" [{judgement.Verdict.Word()}]";
}
