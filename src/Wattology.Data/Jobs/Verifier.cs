using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Core.Traces;
using Wattology.Data.Evidence;
using Wattology.Data.Photos;
using Wattology.Data.Traces;

namespace Wattology.Data.Jobs;

/// <summary>Proves that nothing was changed behind the shop's back, and makes the tables kept for speed anew; holding a few jobs at a time.</summary>
public sealed class Verifier(ShopDb db, JobStore jobs, PhotoFiles files, TraceFiles traces, TimeProvider clock)
{
    private readonly Dictionary<string, string?> _hashes = [];

    private const int AtATime = 200;

    /// <summary>What was checked, and everything found wrong, in words.</summary>
    /// <param name="Jobs">How many jobs.</param>
    /// <param name="Entries">How many entries.</param>
    /// <param name="Faults">What is wrong.</param>
    public sealed record Report(int Jobs, long Entries, IReadOnlyList<string> Faults);

    /// <summary>Checks the file's own structure, every chain, and that every job's row agrees with its entries.</summary>
    /// <param name="number">One job's number; all jobs when null.</param>
    /// <exception cref="RefusedException">There is no such job.</exception>
    public async Task<Report> VerifyAsync(string? number = null)
    {
        var faults = new List<string>();
        var (count, entries) = (0, 0L);
        // One snapshot: what is recorded while it is verified, in a shop that is at work, is no fault.
        await db.Database.OpenConnectionAsync();
        await using var snapshot = ((SqliteConnection)db.Database.GetDbConnection()).BeginTransaction(deferred: true);
        await db.Database.UseTransactionAsync(snapshot);
        try
        {
            await foreach (var (row, own) in ReadAsync(number))
            {
                count++;
                entries += own.Count;
                faults.AddRange(await VerifyAsync(row, own));
            }
            if (number is not null) return count > 0 ? new Report(count, entries, faults) : throw new RefusedException($"There is no job {number} here.");
            // Past the indexes: a damaged one must not hide an entry.
            var all = await db.Database.SqlQuery<long>($"SELECT count(*) AS Value FROM Entries NOT INDEXED").SingleAsync();
            if (all != entries) faults.Add($"{all} entries lie in the file, but {entries} belong to a job here.");
            faults.AddRange(await PragmaAsync("integrity_check", "ok"));
            faults.AddRange(await PragmaAsync("foreign_key_check", null));
        }
        catch (SqliteException e) { faults.Add($"The database file itself is damaged: {e.Message}"); }
        return new Report(count, entries, faults);
    }

    private async Task<IEnumerable<string>> VerifyAsync(JobRow row, IReadOnlyList<Entry> entries)
    {
        var name = $"Job {row.Number}";
        if (entries.Count == 0) return [$"{name}: all its entries are missing."];
        var chain = new Chain(row.Id);
        var broken = entries.SelectMany(e => chain.Next(e).Select(f => $"{name}, entry {f.Seq} ({CheckList.Kinds.Find(e.Kind)?.Title ?? e.Kind}): "
            + $"{f.What}.")).ToList();
        foreach (var entry in entries.Where(e =>
            e.Kind is PhotoKept.KindName or TraceKept.KindName)) if (await FileFaultAsync(entry) is { } fault) broken.Add($"{name}, {fault}");
        if (row.EntryCount != chain.Count || row.Head != chain.Head)
            broken.Add($"{name}, entry {entries[^1].Seq}: {row.EntryCount} entries ending in {Short(row.Head)} were recorded, {chain.Count} ending in "
                + $"{Short(chain.Head)} are here.");
        else if (broken.Count == 0 && !row.Agrees(new JobRow().Fill(await JudgeAsync(entries))))
            broken.Add($"{name}: its row does not agree with its entries; 'rebuild' makes it anew.");
        return broken;
    }

    private async Task<string?> FileFaultAsync(Entry entry)
    {
        var of = entry.Kind == PhotoKept.KindName ? "photo" : "trace";
        (string File, string What, EvidenceFiles From) named;
        try
        {
            named = entry.Kind == PhotoKept.KindName && CheckList.Kinds.Read<PhotoKept>(entry).Body is var photo
                ? (photo.File, $"photo of {PhotoPlaces.TitleOf(photo.Place).ToLowerInvariant()}", files)
                : (CheckList.Kinds.Read<TraceKept>(entry).Body.File, of, traces);
        }
        catch (JsonException) { return $"entry {entry.Seq}: what it says of its {of} cannot be read."; }
        if (!FileHash.Is(named.File)) return $"entry {entry.Seq}: it names no file.";
        if (!_hashes.TryGetValue(named.File, out var hash)) _hashes[named.File] = hash = await named.From.HashAsync(named.File);
        var what = $"entry {entry.Seq} ({named.What}): its file {Short(named.File)}";
        return hash is null ? $"{what} is missing." : hash != named.File ? $"{what} was changed after it was kept." : null;
    }

    /// <summary>Computes every row kept for speed anew from the entries, and answers how many.</summary>
    public async Task<int> RebuildAsync()
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        var count = 0;
        await foreach (var (row, own) in ReadAsync(null, track: true))
        {
            if (own.Count > 0) row.Fill(await JudgeAsync(own));
            count++;
        }
        await db.SaveChangesAsync();
        await db.Database.ExecuteSqlAsync($"INSERT INTO JobSearch(JobSearch) VALUES ('rebuild')");
        await transaction.CommitAsync();
        return count;
    }

    private async Task<JudgedJob> JudgeAsync(IReadOnlyList<Entry> entries)
        => (await jobs.SettingsAsync()).Judge(new JobRecord(CheckList.Kinds, entries), clock.GetUtcNow());

    // A few hundred jobs at a time, by position, each with its entries in order.
    private async IAsyncEnumerable<(JobRow Row, IReadOnlyList<Entry> Entries)> ReadAsync(string? number, bool track = false)
    {
        for (long last = 0; ;)
        {
            var after = last;
            var query = db.Jobs.Where(j => j.Row > after && (number == null || j.Number == number)).OrderBy(j => j.Row).Take(AtATime);
            var rows = await (track ? query : query.AsNoTracking()).ToListAsync();
            if (rows.Count == 0) yield break;
            last = rows[^1].Row;
            var ids = rows.Select(r => r.Id).ToArray();
            var entries = (await db.Entries.AsNoTracking().Where(e => ids.Contains(e.Job)).OrderBy(e => e.Job).ThenBy(e => e.Seq).ToListAsync())
                .GroupBy(e => e.Job).ToDictionary(g => g.Key, g => g.Select(e => e.ToEntry()).ToArray());
            foreach (var row in rows) yield return (row, entries.GetValueOrDefault(row.Id) ?? []);
            if (!track) continue;
            await db.SaveChangesAsync();
            db.ChangeTracker.Clear();
        }
    }

    private async Task<IReadOnlyList<string>> PragmaAsync(string pragma, string? good)
    {
        var found = new List<string>();
        await db.Database.OpenConnectionAsync();
        await using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = $"PRAGMA {pragma}";
        command.Transaction = db.Database.CurrentTransaction?.GetDbTransaction();
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            if (reader.GetValue(0).ToString() is { } line && line != good) found.Add($"Database structure: {line}");
        return found;
    }

    private static string Short(string hash) => hash.Length > 8 ? hash[..8] : hash;
}
