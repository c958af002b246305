using Wattology.Core.Shop;

namespace Wattology.Data.Shop;

/// <summary>An entry of the shop's own chain as stored. The database refuses to change or delete one.</summary>
public sealed class ShopEntryRow
{
    /// <summary>Position, from 1.</summary>
    public long Seq { get; set; }
    /// <summary>When, in ms since 1970, UTC.</summary>
    public long AtMs { get; set; }
    /// <summary>Who, by name.</summary>
    public string By { get; set; } = "";
    /// <summary>Who, by stable id.</summary>
    public string ById { get; set; } = "";
    /// <summary>What they are in the shop.</summary>
    public string Role { get; set; } = "";
    /// <summary>What it is about.</summary>
    public string Kind { get; set; } = "";
    /// <summary>Which one.</summary>
    public string Of { get; set; } = "";
    /// <summary>How it stands from here on.</summary>
    public string State { get; set; } = "";
    /// <summary>The same for people, as JSON.</summary>
    public string Body { get; set; } = "";
    /// <summary>Hash of the entry before.</summary>
    public string Prev { get; set; } = "";
    /// <summary>Its own hash.</summary>
    public string Hash { get; set; } = "";
    /// <summary>The shop's signature over the hash.</summary>
    public string Signature { get; set; } = "";

    /// <summary>An entry as a row.</summary>
    public static ShopEntryRow From(ShopEntry e) => new()
    {
        Seq = e.Seq, AtMs = e.At.ToUnixTimeMilliseconds(), By = e.By, ById = e.ById, Role = e.Role, Kind = e.Kind, Of = e.Of, State = e.State, Body = e.Body,
        Prev = e.Prev, Hash = e.Hash, Signature = e.Signature,
    };

    /// <summary>The row as an entry.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Its time is no time.</exception>
    public ShopEntry ToEntry() => new(Seq, DateTimeOffset.FromUnixTimeMilliseconds(AtMs), By, ById, Role, Kind, Of, State, Body, Prev, Hash, Signature);
}
