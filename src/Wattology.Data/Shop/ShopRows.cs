using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.PartNumbers;

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

/// <summary>A row of the shop's parts table. The table is brought in as a whole; its rows keep the file's order.</summary>
public sealed class PartsTableRow
{
    /// <summary>Its position.</summary>
    public int Id { get; set; }
    /// <summary>What it says.</summary>
    public PartsRowKind Kind { get; set; }
    /// <summary>The unit's number, or a maker's pattern.</summary>
    public string Number { get; set; } = "";
    /// <summary>The turbo maker.</summary>
    public string Maker { get; set; } = "";
    /// <summary>The unit's model.</summary>
    public string Model { get; set; } = "";
    /// <summary>The vehicle maker's number.</summary>
    public string VehicleNumber { get; set; } = "";
    /// <summary>The engine that has it.</summary>
    public string Engine { get; set; } = "";
    /// <summary>The number that took its place.</summary>
    public string Successor { get; set; } = "";
    /// <summary>What lies in the box.</summary>
    public string Part { get; set; } = "";
    /// <summary>How many of it.</summary>
    public int Count { get; set; }

    /// <summary>A row as it is stored.</summary>
    public static PartsTableRow From(PartsRow r) => new() { Kind = r.Kind, Number = r.Number, Maker = r.Maker, Model = r.Model,
        VehicleNumber = r.VehicleNumber, Engine = r.Engine, Successor = r.Successor, Part = r.Part, Count = r.Count };

    /// <summary>As the core knows it.</summary>
    public PartsRow ToRow() => new(Kind, Number, Maker, Model, VehicleNumber, Engine, Successor, Part, Count);
}

/// <summary>Something worth knowing that is shown no more. What was said stays in its job's record.</summary>
public sealed class RetiredSnagRow
{
    /// <summary>Hash of the entry that said it.</summary>
    public string Hash { get; set; } = "";
    /// <summary>Who retired it.</summary>
    public string By { get; set; } = "";
    /// <summary>When, in ms since 1970.</summary>
    public long AtMs { get; set; }
    /// <summary>Why.</summary>
    public string Why { get; set; } = "";
}

/// <summary>One setting of the shop.</summary>
public sealed class SettingRow
{
    /// <summary>Which.</summary>
    public string Key { get; set; } = "";

    /// <summary>Its value.</summary>
    public string Value { get; set; } = "";
}
