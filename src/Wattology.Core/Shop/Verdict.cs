namespace Wattology.Core;

/// <summary>How a check came out.</summary>
public enum Verdict
{
    /// <summary>Nobody has looked.</summary>
    NotLooked,
    /// <summary>Looked at, but no limit is known: a reading without a verdict.</summary>
    ReadingOnly,
    /// <summary>Within its limit.</summary>
    Sound,
    /// <summary>Usable only if someone who may accepts it.</summary>
    Doubt,
    /// <summary>Not usable.</summary>
    Stop,
}
