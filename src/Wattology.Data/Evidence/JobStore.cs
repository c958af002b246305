using Microsoft.EntityFrameworkCore;
using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Data.Shop;

namespace Wattology.Data.Evidence;

/// <summary>The shop will not record this; the message says why and what would be right.</summary>
public sealed class RefusedException(string message) : Exception(message);

/// <summary>A draft with its author and time.</summary>
public sealed record SignedDraft(DateTimeOffset At, Author Author, EntryDraft Draft);

/// <summary>Reads and appends jobs. Every append is one transaction over the entries and the row kept for speed.</summary>
public sealed class JobStore(ShopDb db, TimeProvider clock)
{
    /// <summary>How many rows a list shows at most.</summary>
    public const int ListMost = 200;

    /// <summary>A job, or null.</summary>
    public async Task<JobView?> FindAsync(string job, CancellationToken cancel = default)
    {
        var entries = await ReadAsync(job, cancel);
        return entries.Count == 0 ? null : (await ShopSettings.LoadAsync(db, cancel)).View(entries);
    }

    /// <summary>Books a job in under the next free number and answers its id.</summary>
    /// <param name="author">Who.</param>
    /// <param name="draft">The booking-in; its number is set here.</param>
    /// <param name="plate">What the failed unit's plate said, recorded with it.</param>
    public async Task<string> BookInAsync(Author author, EntryDraft draft, EntryDraft plate)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        if (draft.Once is { Length: > 0 } once && await db.Entries.Where(e => e.Once == once && e.Seq == 1).Select(e => e.Job).FirstOrDefaultAsync() is { } already) return already;
        var settings = await ShopSettings.LoadAsync(db);
        var highest = (await db.Jobs.Where(j => j.Number.StartsWith(settings.NumberPrefix)).Select(j => j.Number).ToListAsync())
            .Select(n => int.TryParse(n.AsSpan(settings.NumberPrefix.Length), out var number) ? number : 0).DefaultIfEmpty(1000).Max();
        var id = Guid.NewGuid().ToString("n");
        var body = (BookedIn)draft.Body with { Number = $"{settings.NumberPrefix}{Math.Max(1000, highest) + 1}" };
        await WriteAsync(settings, id, [], [new(clock.GetUtcNow(), author, draft with { Body = body }), new(clock.GetUtcNow(), author, plate)]);
        await transaction.CommitAsync();
        return id;
    }

    /// <summary>Appends one entry.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="author">Who.</param>
    /// <param name="draft">What.</param>
    /// <param name="refuse">Looks at the job as it stands inside the transaction and says why the entry may not be made, or null.</param>
    /// <exception cref="RefusedException">It may not be made.</exception>
    public async Task<JobView> AppendAsync(string job, Author author, EntryDraft draft, Func<JobView, string?>? refuse = null)
        => await AppendAsync(job, [new(clock.GetUtcNow(), author, draft)], refuse);

    /// <summary>Appends several entries in one transaction.</summary>
    public async Task<JobView> AppendAsync(string job, IReadOnlyList<SignedDraft> drafts, Func<JobView, string?>? refuse = null)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var settings = await ShopSettings.LoadAsync(db);
        var entries = await ReadAsync(job);
        if (entries.Count == 0) throw new RefusedException("There is no such job.");
        var view = settings.View(entries);
        var fresh = drafts.Where(d => d.Draft.Once is not { Length: > 0 } || entries.All(e => e.Once != d.Draft.Once)).ToArray();
        if (fresh.Length == 0) return view;
        if (refuse?.Invoke(view) is { } why) throw new RefusedException(why);
        foreach (var corrects in fresh.Where(d => d.Draft.Corrects is { Length: > 0 }))
            CheckCorrection(view.State, corrects.Draft);
        view = await WriteAsync(settings, job, entries, fresh);
        await transaction.CommitAsync();
        return view;
    }

    private static void CheckCorrection(JobState state, EntryDraft draft)
    {
        var target = state.Entries.FirstOrDefault(e => e.Hash == draft.Corrects) ?? throw new RefusedException("The entry to be corrected is not in this job.");
        if (!state.Stands(target)) throw new RefusedException($"Entry {target.Seq} was corrected already, perhaps by somebody else just now. Correct the newer one.");
        if (target.Kind != EntryKinds.NameOf(draft.Body.GetType())) throw new RefusedException($"Entry {target.Seq} is of another kind and cannot be corrected by this one.");
        if (string.IsNullOrWhiteSpace(draft.Reason)) throw new RefusedException("A correction needs its reason.");
    }

    /// <summary>Brings in a job file with its chain as it is.</summary>
    /// <exception cref="InputRefusedException">The file is not sound.</exception>
    /// <exception cref="RefusedException">The job or its number is here already.</exception>
    public Task<string> ImportAsync(string file) => BringAsync(JobFile.Read(file));

    /// <summary>Brings in a whole sealed job.</summary>
    /// <exception cref="RefusedException">The job or its number is here already.</exception>
    public async Task<string> BringAsync(IReadOnlyList<Entry> entries)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var settings = await ShopSettings.LoadAsync(db);
        var view = settings.View(entries);
        if (await db.Jobs.AnyAsync(j => j.Id == view.State.Id)) throw new RefusedException($"Job {view.Job.Number} is here already.");
        if (await db.Jobs.AnyAsync(j => j.Number == view.Job.Number)) throw new RefusedException($"Another job has the number {view.Job.Number} here.");
        Store(view, null, entries);
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
        return view.State.Id;
    }

    /// <summary>A job as an open file, or null.</summary>
    public async Task<string?> ExportAsync(string job)
    {
        var entries = await ReadAsync(job);
        return entries.Count == 0 ? null : JobFile.Write(entries);
    }

    /// <summary>Open jobs by promised time, or all that match a search, newest first.</summary>
    public async Task<IReadOnlyList<JobRow>> YardAsync(string? search, CancellationToken cancel = default)
    {
        var plain = PlateMatch.Plain(search ?? "");
        var jobs = db.Jobs.AsNoTracking();
        jobs = string.IsNullOrWhiteSpace(search)
            ? jobs.Where(j => j.HandedOverMs == null).OrderBy(j => j.PromisedMs ?? long.MaxValue).ThenBy(j => j.Number)
            : jobs.Where(j => plain.Length > 0 && j.Search.Contains(plain)).OrderByDescending(j => j.BookedMs);
        return await jobs.Take(ListMost).ToListAsync(cancel);
    }

    /// <summary>Computes every row kept for speed anew from the entries.</summary>
    public async Task<int> RebuildAsync()
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var settings = await ShopSettings.LoadAsync(db);
        var rows = await db.Jobs.ToDictionaryAsync(j => j.Id);
        var byJob = (await db.Entries.AsNoTracking().ToListAsync()).GroupBy(e => e.Job);
        foreach (var job in byJob) rows[job.Key].Fill(settings.View([.. job.OrderBy(e => e.Seq).Select(e => e.ToEntry())]));
        await db.SaveChangesAsync();
        await transaction.CommitAsync();
        return rows.Count;
    }

    private async Task<IReadOnlyList<Entry>> ReadAsync(string job, CancellationToken cancel = default)
        => [.. (await db.Entries.AsNoTracking().Where(e => e.Job == job).OrderBy(e => e.Seq).ToListAsync(cancel)).Select(e => e.ToEntry())];

    private async Task<JobView> WriteAsync(ShopSettings settings, string job, IReadOnlyList<Entry> entries, IReadOnlyList<SignedDraft> drafts)
    {
        var all = entries.ToList();
        foreach (var signed in drafts) all.Add(Entry.Seal(job, all.Count == 0 ? null : all[^1], signed.At, signed.Author, signed.Draft));
        var view = settings.View(all);
        Store(view, entries.Count == 0 ? null : await db.Jobs.FindAsync(job), all.Skip(entries.Count));
        await db.SaveChangesAsync();
        return view;
    }

    private void Store(JobView view, JobRow? row, IEnumerable<Entry> added)
    {
        if (row is null) db.Jobs.Add(row = new JobRow());
        row.Fill(view);
        db.Entries.AddRange(added.Select(EntryRow.From));
    }
}
