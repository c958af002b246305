using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.PartNumbers;

namespace Wattology.Data.Shop;

/// <summary>The shop's parts table in the database: brought in as a whole, read seldom, asked at every page.</summary>
public static class PartsTableStore
{
    /// <summary>Key of the setting that changes with every table brought in.</summary>
    public const string StampKey = "parts.stamp";

    private const int MostKept = 8;

    // A stamp is never given twice, so that what is kept under one stays true whichever shop it is of.
    private static readonly ConcurrentDictionary<string, PartsTable> Kept = new();

    /// <summary>The table as it was brought in under a stamp.</summary>
    public static async Task<PartsTable> LoadAsync(ShopDb db, string stamp, CancellationToken cancel = default)
    {
        if (stamp.Length == 0) return PartsTable.Empty;
        if (Kept.TryGetValue(stamp, out var known)) return known;
        var table = new PartsTable([.. (await db.Parts.AsNoTracking().OrderBy(p => p.Id).ToListAsync(cancel)).Select(p => p.ToRow())]);
        if (Kept.Count >= MostKept) Kept.Clear();
        return Kept[stamp] = table;
    }

    /// <summary>Puts another table in place of the present one; saved with whatever else changes.</summary>
    /// <param name="db">The database.</param>
    /// <param name="rows">The new table.</param>
    public static void Replace(ShopDb db, IReadOnlyList<PartsRow> rows)
    {
        db.Parts.RemoveRange(db.Parts);
        db.Parts.AddRange(rows.Select(PartsTableRow.From));
        db.Set(StampKey, Guid.NewGuid().ToString("n"));
    }
}
