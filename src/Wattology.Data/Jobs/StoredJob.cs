using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;

namespace Wattology.Data.Jobs;

/// <summary>A job as it lies in the database: its row, and its entries in order.</summary>
/// <param name="Row">Its row.</param>
/// <param name="Stored">Its entries as they are stored.</param>
internal sealed record StoredJob(JobRow Row, IReadOnlyList<EntryRow> Stored)
{
    private const int AtATime = 200;

    /// <summary>Hash of the last entry here; empty where there is none.</summary>
    public string Head => Stored.Count > 0 ? Stored[^1].Hash : "";

    /// <summary>Whether as many entries, ending in the same one, are here as the row says.</summary>
    public bool IsCounted => (Row.EntryCount, Row.Head) == (Stored.Count, Head);

    /// <summary>The entries as far as they can be read, and what is wrong with each and with their chain.</summary>
    public (List<Entry> Entries, List<string> Faults) Read()
    {
        var chain = new Chain(Row.Id);
        var entries = new List<Entry>();
        var faults = new List<string>();
        foreach (var stored in Stored)
        {
            var kind = CheckList.Kinds.Find(stored.Kind);
            var name = $"Job {Row.Number}, entry {stored.Seq} ({kind?.Title ?? stored.Kind})";
            Entry entry;
            try { entry = stored.ToEntry(); }
            catch (ArgumentOutOfRangeException)
            {
                faults.Add($"{name}: its time is no time.");
                continue;
            }
            faults.AddRange(chain.Next(entry).Select(f => $"{name}: {f.What}."));
            if (kind is null) faults.Add($"{name}: there is no such kind of entry.");
            else if (kind.Unreadable(entry) is { } why) faults.Add($"{name}: {why}.");
            else entries.Add(entry);
        }
        return (entries, faults);
    }

    /// <summary>Jobs as they stream past, a few hundred at a time, by position.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="number">One job's number; all when null.</param>
    /// <param name="cancel">Ends it.</param>
    public static async IAsyncEnumerable<StoredJob> AllAsync(ShopDb db, string? number = null, [EnumeratorCancellation] CancellationToken cancel = default)
    {
        for (long last = 0; ;)
        {
            var after = last;
            var jobs = await AfterAsync(db, db.Jobs.Where(j => number == null || j.Number == number), after, AtATime, cancel);
            foreach (var job in jobs) yield return job;
            if (jobs.Count == 0) yield break;
            last = jobs[^1].Row.Row;
        }
    }

    /// <summary>The next jobs of a query after a position, by position.</summary>
    /// <param name="db">The shop.</param>
    /// <param name="of">Which jobs.</param>
    /// <param name="after">After this position.</param>
    /// <param name="most">At most so many.</param>
    /// <param name="cancel">Ends it.</param>
    public static async Task<IReadOnlyList<StoredJob>> AfterAsync(ShopDb db, IQueryable<JobRow> of, long after, int most, CancellationToken cancel)
    {
        var rows = await of.AsNoTracking().Where(j => j.Row > after).OrderBy(j => j.Row).Take(most).ToListAsync(cancel);
        var ids = rows.Select(r => r.Id).ToArray();
        var entries = (await db.Entries.AsNoTracking().Where(e => ids.Contains(e.Job)).OrderBy(e => e.Job).ThenBy(e => e.Seq).ToListAsync(cancel))
            .ToLookup(e => e.Job);
        return [.. rows.Select(r => new StoredJob(r, [.. entries[r.Id]]))];
    }
}
