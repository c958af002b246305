using Wattology.Core.Instruments;

namespace Wattology.Data.Instruments;

/// <summary>An instrument in the shop's register. What a reading said of it stays with the reading, whatever becomes of the row.</summary>
public sealed class InstrumentRow
{
    /// <summary>Its id.</summary>
    public int Id { get; set; }

    /// <summary>What it is called; no two are called the same.</summary>
    public string Name { get; set; } = "";

    /// <summary>What it measures.</summary>
    public InstrumentKind Kind { get; set; }

    /// <summary>Its range in words.</summary>
    public string Range { get; set; } = "";

    /// <summary>The last day on which its calibration holds.</summary>
    public DateOnly? CalibratedUntil { get; set; }

    /// <summary>Out of use: kept, and offered no more.</summary>
    public bool OutOfUse { get; set; }

    /// <summary>Who changed it last.</summary>
    public string SetBy { get; set; } = "";

    /// <summary>When, in ms since 1970.</summary>
    public long SetAtMs { get; set; }

    /// <summary>As the core knows it.</summary>
    public Instrument ToInstrument() => new(Name, Kind, Range, CalibratedUntil);
}
