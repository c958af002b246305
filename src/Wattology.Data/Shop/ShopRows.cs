using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Data.Shop;

/// <summary>Something somebody set, with its source. Rows are only added; the latest of one key, source and scope counts.</summary>
public abstract class SetRow
{
    /// <summary>Its position: rows set later have greater ones.</summary>
    public int Id { get; set; }

    /// <summary>What it is about.</summary>
    public string Key { get; set; } = "";

    /// <summary>Where it comes from.</summary>
    public LimitSource Source { get; set; }

    /// <summary>Sheet and revision, or why the shop set it.</summary>
    public string Reference { get; set; } = "";

    /// <summary>Engine, turbo model or number it holds for; empty for all.</summary>
    public string Scope { get; set; } = "";

    /// <summary>Who set it.</summary>
    public string SetBy { get; set; } = "";

    /// <summary>When, in ms since 1970.</summary>
    public long SetAtMs { get; set; }

    /// <summary>True when the row takes an earlier one back.</summary>
    public bool Withdrawn { get; set; }
}

/// <summary>A limit somebody set.</summary>
public sealed class LimitRow : SetRow
{
    /// <summary>Least sound value, in the limit's own unit; open when null.</summary>
    public double? SoundFrom { get; set; }

    /// <summary>Greatest sound value.</summary>
    public double? SoundTo { get; set; }

    /// <summary>Least doubtful value.</summary>
    public double? DoubtFrom { get; set; }

    /// <summary>Greatest doubtful value.</summary>
    public double? DoubtTo { get; set; }

    /// <summary>As the core knows it.</summary>
    public Limit ToLimit() => new(Key, Source, Reference, SoundFrom, SoundTo, DoubtFrom, DoubtTo, CheckList.FindLimit(Key)?.Measure ?? Measure.Number);
}

/// <summary>A way of working somebody set.</summary>
public sealed class SchoolRow : SetRow
{
    /// <summary>Which way.</summary>
    public string Choice { get; set; } = "";

    /// <summary>As the core knows it.</summary>
    public SchoolSet ToSet() => new(Key, Choice, Source, Reference);
}

/// <summary>A part number that took another's place.</summary>
public sealed class SupersessionRow
{
    /// <summary>The number before.</summary>
    public string Old { get; set; } = "";

    /// <summary>The number that replaced it.</summary>
    public string New { get; set; } = "";
}

/// <summary>One setting of the shop.</summary>
public sealed class SettingRow
{
    /// <summary>Which.</summary>
    public string Key { get; set; } = "";

    /// <summary>Its value.</summary>
    public string Value { get; set; } = "";
}
