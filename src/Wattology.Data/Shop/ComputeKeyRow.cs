namespace Wattology.Data.Shop;

/// <summary>A key with which a program computes over the network. The key itself is shown once and never stored.</summary>
public sealed class ComputeKeyRow
{
    /// <summary>Its position.</summary>
    public int Id { get; set; }
    /// <summary>What it is for.</summary>
    public string Name { get; set; } = "";
    /// <summary>SHA-256 of the key, hex.</summary>
    public string Hash { get; set; } = "";
    /// <summary>Who made it.</summary>
    public string By { get; set; } = "";
    /// <summary>When, in ms since 1970.</summary>
    public long AtMs { get; set; }
    /// <summary>When it was withdrawn, in ms since 1970; null while it holds.</summary>
    public long? WithdrawnMs { get; set; }
}
