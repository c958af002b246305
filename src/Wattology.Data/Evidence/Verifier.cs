using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Evidence;
using Wattology.Data.Shop;

namespace Wattology.Data.Evidence;

/// <summary>Proves that nothing was changed behind the shop's back.</summary>
public sealed class Verifier(ShopDb db)
{
    /// <summary>What was checked, and everything found wrong, in words.</summary>
    public sealed record Report(int Jobs, int Entries, IReadOnlyList<string> Faults);

    /// <summary>Checks the file's own structure, every chain, and that every job's row agrees with its entries.</summary>
    public async Task<Report> VerifyAsync()
    {
        var faults = new List<string>();
        try
        {
            // Read past the indexes: a damaged one must not hide a row.
            var rows = await db.Entries.FromSqlRaw("SELECT * FROM Entries NOT INDEXED").AsNoTracking().ToListAsync();
            var jobs = await db.Jobs.FromSqlRaw("SELECT * FROM Jobs NOT INDEXED").AsNoTracking().ToListAsync();
            var numbers = jobs.ToDictionary(j => j.Id, j => j.Number);
            var settings = await ShopSettings.LoadAsync(db);
            var byJob = rows.Select(r => r.ToEntry()).GroupBy(e => e.Job).ToDictionary(g => g.Key, g => g.OrderBy(e => e.Seq).ToArray());
            foreach (var (job, entries) in byJob.OrderBy(j => numbers.GetValueOrDefault(j.Key, j.Key), StringComparer.Ordinal))
            {
                var name = numbers.GetValueOrDefault(job, job);
                var broken = Chain.Verify(job, entries).Select(f => $"Job {name}, entry {f.Seq} ({EntryKinds.TitleOf(entries.First(e => e.Seq == f.Seq).Kind)}): {f.What}.").ToArray();
                faults.AddRange(broken);
                if (jobs.FirstOrDefault(j => j.Id == job) is not { } row) faults.Add($"Job {name}: its entries stand without a job row.");
                else if (row.EntryCount != entries.Length || row.Head != entries[^1].Hash) faults.Add($"Job {name}, entry {entries[^1].Seq}: {row.EntryCount} entries ending in {Short(row.Head)} were recorded, {entries.Length} ending in {Short(entries[^1].Hash)} are here.");
                else if (broken.Length == 0 && !Agrees(settings, row, entries)) faults.Add($"Job {name}: its row does not agree with its entries; 'rebuild' makes it anew.");
            }
            faults.AddRange(jobs.Where(j => !byJob.ContainsKey(j.Id)).Select(j => $"Job {j.Number}: all its entries are missing."));
            faults.AddRange(await PragmaAsync("integrity_check", "ok"));
            faults.AddRange(await PragmaAsync("foreign_key_check", null));
            return new Report(jobs.Count, rows.Count, faults);
        }
        catch (SqliteException e)
        {
            faults.Add($"The database file itself is damaged: {e.Message}");
            return new Report(0, 0, faults);
        }
    }

    private static bool Agrees(ShopSettings settings, JobRow row, IReadOnlyList<Entry> entries)
    {
        var fresh = new JobRow();
        fresh.Fill(settings.View(entries));
        return typeof(JobRow).GetProperties().All(p => Equals(p.GetValue(row), p.GetValue(fresh)));
    }

    private async Task<IReadOnlyList<string>> PragmaAsync(string pragma, string? good)
    {
        var found = new List<string>();
        await db.Database.OpenConnectionAsync();
        await using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = $"PRAGMA {pragma}";
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            if (reader.GetValue(0).ToString() is { } line && line != good) found.Add($"Database structure: {line}");
        return found;
    }

    private static string Short(string hash) => hash.Length > 8 ? hash[..8] : hash;
}
