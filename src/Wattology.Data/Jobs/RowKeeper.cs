using Microsoft.EntityFrameworkCore;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Shop;
using Wattology.Data.Shop;

namespace Wattology.Data.Jobs;

/// <summary>Keeps the rows made for speed as their entries are judged now.</summary>
/// <remarks>A row is made with every entry. But a limit, a way of working, another parts table or a newer version of this program may change what it says of a
/// job nobody touched since. A job whose entries are not those that were recorded is left as it is: a damaged record is never made to look whole.</remarks>
public sealed class RowKeeper(ShopDb db, JobStore jobs, ShopKeyFile key)
{
    private const int AtATime = 20;

    /// <summary>Whether any row was judged by something else than the shop judges by now.</summary>
    public async Task<bool> AnyEarlierAsync(CancellationToken cancel = default)
    {
        var now = (await jobs.SettingsAsync(cancel)).JudgedBy;
        // The ends of an index: asked every minute, it must not look at each row.
        return await db.Jobs.MinAsync(j => j.Under, cancel) is { } least && least != now
            || await db.Jobs.MaxAsync(j => j.Under, cancel) is { } most && most != now;
    }

    /// <summary>Judges the next jobs anew whose rows were judged by something else. Nobody who records waits for it: it is judged first and written then,
    /// and what somebody recorded meanwhile stands.</summary>
    /// <param name="open">Whether open jobs, or those that left.</param>
    /// <param name="after">Only those after this position.</param>
    /// <param name="cancel">Ends it.</param>
    /// <returns>The position reached; null where none was left.</returns>
    public async Task<long?> JudgeNextAsync(bool open, long after, CancellationToken cancel = default)
    {
        var under = (await jobs.SettingsAsync(cancel)).JudgedBy;
        var next = await StoredJob.AfterAsync(db, db.Jobs.Where(j => (j.HandedOverMs == null) == open && j.Under != under), after, AtATime, cancel);
        if (next.Count == 0) return null;
        var fresh = new Dictionary<long, JobRow>();
        foreach (var job in next.Where(j => j.IsCounted))
            if (job.Read() is { Faults.Count: 0, Entries: var entries } && await TryJudgeAsync(entries) is { } judged) fresh[job.Row.Row] = judged;
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var rows = fresh.Keys.ToArray();
        foreach (var row in await db.Jobs.Where(j => rows.Contains(j.Row)).ToListAsync(cancel))
            if (row.Head == fresh[row.Row].Head) Put(row, fresh[row.Row]);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return next[^1].Row.Row;
    }

    /// <summary>Computes every row anew from the entries. A job whose entries are not those the shop signed is left as it is and named.</summary>
    /// <returns>How many were made anew, and what was left with its reason.</returns>
    public async Task<(int Rebuilt, IReadOnlyList<string> Left)> RebuildAsync()
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var left = new List<string>();
        var count = 0;
        var shop = await ShopReading.OfAsync(db, key);
        await foreach (var job in StoredJob.AllAsync(db))
        {
            var (entries, faults) = job.Read();
            if (faults.Count > 0) left.Add(faults[0]);
            else if (!job.IsCounted || shop.Last is not null && shop.Job(job.Row.Id) != ShopEntry.StateOfJob(job.Stored.Count, job.Head))
                left.Add($"Job {job.Row.Number}: its entries are not those the shop signed; 'verify' says more.");
            else
            {
                Put(db.Jobs.Attach(job.Row).Entity, await JudgeAsync(entries));
                await db.SaveChangesAsync();
                db.ChangeTracker.Clear();
                count++;
            }
        }
        await db.Database.ExecuteSqlAsync($"INSERT INTO JobSearch(JobSearch) VALUES ('rebuild')");
        await transaction.CommitAsync();
        return (count, left);
    }

    private void Put(JobRow row, JobRow fresh)
    {
        fresh.Row = row.Row;
        db.Entry(row).CurrentValues.SetValues(fresh);
    }

    private async Task<JobRow> JudgeAsync(IReadOnlyList<Entry> entries)
        => new JobRow().Fill(await jobs.SettingsAsync(), new JobRecord(CheckList.Kinds, entries));

    // What cannot be judged is named by whoever verifies; the others are not to wait for it.
    private async Task<JobRow?> TryJudgeAsync(IReadOnlyList<Entry> entries)
    {
        try { return await JudgeAsync(entries); }
        catch (Exception e) when (e is not OutOfMemoryException) { return null; }
    }
}
