using Wattology.Core.Shop;

namespace Wattology.Data.Shop;

/// <summary>A limit somebody set. Rows are only added; the latest of one source and scope counts.</summary>
public sealed class LimitRow
{
    public int Id { get; set; }
    public string Key { get; set; } = "";
    public LimitSource Source { get; set; }
    public string Reference { get; set; } = "";

    /// <summary>Engine, turbo model or number it holds for; empty for all.</summary>
    public string Scope { get; set; } = "";
    public double? SoundFrom { get; set; }
    public double? SoundTo { get; set; }
    public double? DoubtFrom { get; set; }
    public double? DoubtTo { get; set; }
    public string SetBy { get; set; } = "";
    public long SetAtMs { get; set; }

    /// <summary>True when the row takes an earlier one back.</summary>
    public bool Withdrawn { get; set; }

    /// <summary>As the core knows it.</summary>
    public Limit ToLimit() => new(Key, Source, Reference, SoundFrom, SoundTo, DoubtFrom, DoubtTo);
}

/// <summary>A part number that took another's place.</summary>
public sealed class SupersessionRow
{
    public string Old { get; set; } = "";
    public string New { get; set; } = "";
}

/// <summary>One setting of the shop.</summary>
public sealed class SettingRow
{
    public string Key { get; set; } = "";
    public string Value { get; set; } = "";
}
