using Microsoft.EntityFrameworkCore;
using Wattology.Core.Inputs;
using Wattology.Core.Shop;

namespace Wattology.Data.Shop;

/// <summary>The shop's chain as it streamed past: how each thing stands by it, and what is wrong with it.</summary>
internal sealed class ShopReading
{
    /// <summary>How each thing stands by the chain, by its kind and which of it.</summary>
    public Dictionary<(string Kind, string Of), string> States { get; } = [];

    /// <summary>What is wrong with the chain, in words.</summary>
    public List<string> Faults { get; } = [];

    /// <summary>Where it goes on with another key, by position.</summary>
    public List<long> NewKeys { get; } = [];

    /// <summary>Its last entry; null where there is none.</summary>
    public ShopEntry? Last { get; private set; }

    /// <summary>The key it names; null where it names none.</summary>
    public ShopPublicKey? Key { get; private set; }

    /// <summary>How a job stands by the chain: its count and head; empty where the chain does not know it.</summary>
    public string Job(string id) => States.GetValueOrDefault((JsonForm.WordOf(ShopSubject.Job), id), "");

    /// <summary>Reads it.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="key">The key it is to be signed with.</param>
    /// <param name="each">Told of each entry.</param>
    public static async Task<ShopReading> OfAsync(ShopDb db, ShopKeyFile key, Action<ShopEntry>? each = null)
    {
        var shop = new ShopReading();
        await foreach (var row in db.ShopEntries.AsNoTracking().OrderBy(e => e.Seq).AsAsyncEnumerable())
            if (shop.Add(row) is { } entry) each?.Invoke(entry);
        if (shop.Last is null) shop.Faults.Add("The shop's chain is missing.");
        else if (shop.Key is not null && key.Exists && key.Key.Public.Base64 != shop.Key.Base64)
            shop.Faults.Add($"The shop's chain is signed with the key {shop.Key.Fingerprint}, and the key file holds {key.Key.Public.Fingerprint}.");
        return shop;
    }

    private ShopEntry? Add(ShopEntryRow row)
    {
        ShopEntry entry;
        try { entry = row.ToEntry(); }
        catch (ArgumentOutOfRangeException)
        {
            Faults.Add($"Shop's chain, entry {row.Seq}: its time is no time.");
            return null;
        }
        if (entry.Kind == JsonForm.WordOf(ShopSubject.Begun))
        {
            try { Key = new ShopPublicKey(entry.State); }
            catch (FormatException) { Faults.Add($"Shop's chain, entry {entry.Seq}: it names no public key."); }
            if (entry.Seq > 1) NewKeys.Add(entry.Seq);
        }
        Faults.AddRange(entry.Faults(Last, Key).Select(f => $"Shop's chain, entry {entry.Seq} ({entry.Kind.Replace('-', ' ')}): {f}."));
        States[(entry.Kind, entry.Of)] = entry.State;
        return Last = entry;
    }
}
