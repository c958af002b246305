using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Core.Shop;
using Wattology.Core.Traces;
using Wattology.Data.Evidence;
using Wattology.Data.Photos;
using Wattology.Data.Shop;
using Wattology.Data.Traces;

namespace Wattology.Data.Jobs;

/// <summary>Proves that nothing was changed behind the shop's back, holding a few jobs at a time.</summary>
/// <remarks>Three things are said apart: whether the chains are whole and agree with one another; whether they agree with heads that left the house; and
/// what cannot be known from here.</remarks>
public sealed class Verifier(ShopDb db, JobStore jobs, PhotoFiles files, TraceFiles traces, ShopKeyFile key)
{
    private readonly Dictionary<string, string?> _hashes = [];

    /// <summary>A head that left the house, held against the chain.</summary>
    /// <param name="Head">The head.</param>
    /// <param name="Fault">What is wrong, in words; null where the chain agrees with it.</param>
    public sealed record Seen(ShopHead Head, string? Fault);

    /// <summary>What was checked, and everything found wrong, in words.</summary>
    /// <param name="Jobs">How many jobs.</param>
    /// <param name="Entries">How many entries.</param>
    /// <param name="Faults">What is wrong.</param>
    public sealed record Report(int Jobs, long Entries, IReadOnlyList<string> Faults)
    {
        /// <summary>The shop's latest head; null where one job alone was checked, or there is none.</summary>
        public ShopHead? Head { get; init; }

        /// <summary>The fingerprint of the key the chain names; empty where it names none.</summary>
        public string Key { get; init; } = "";

        /// <summary>How many rows were judged by limits, ways of working, a parts table or a version of this program that hold no more: they are judged
        /// anew while the shop is served, or by 'rebuild'.</summary>
        public int Earlier { get; init; }

        /// <summary>The heads given, each held against the chain.</summary>
        public IReadOnlyList<Seen> Heads { get; init; } = [];

        /// <summary>Where the chain goes on with another key, by position.</summary>
        public IReadOnlyList<long> NewKeys { get; init; } = [];
    }

    /// <summary>Checks the file's own structure, every chain, that every job's row agrees with its entries, and all of it against the shop's signed
    /// chain.</summary>
    /// <param name="number">One job's number; all jobs and the shop's chain when null.</param>
    /// <param name="seen">Heads that left the house.</param>
    /// <exception cref="RefusedException">There is no such job.</exception>
    public async Task<Report> VerifyAsync(string? number = null, IReadOnlyList<ShopHead>? seen = null)
    {
        var faults = new List<string>();
        var (count, earlier, entries) = (0, 0, 0L);
        var shop = new ShopReading();
        var heads = (seen ?? []).Select(h => new Seen(h, "The chain has no such entry: it was cut, or rewritten since this code was printed.")).ToArray();
        // One snapshot: what is recorded while it is verified, in a shop that is at work, is no fault.
        await db.Database.OpenConnectionAsync();
        await using var snapshot = ((SqliteConnection)db.Database.GetDbConnection()).BeginTransaction(deferred: true);
        await db.Database.UseTransactionAsync(snapshot);
        try
        {
            shop = await ShopReading.OfAsync(db, key, entry =>
            {
                for (var i = 0; i < heads.Length; i++)
                    if (heads[i].Head.Seq == entry.Seq) heads[i] = heads[i] with { Fault = heads[i].Head.Is(entry) ? null
                        : $"Entry {entry.Seq} is another one now: the chain was rewritten since this code was printed." };
            });
            await foreach (var job in StoredJob.AllAsync(db, number))
            {
                count++;
                if (job.Row.Under != (await jobs.SettingsAsync()).JudgedBy) earlier++;
                entries += job.Stored.Count;
                faults.AddRange(await VerifyAsync(job, shop));
            }
            if (number is not null) return count > 0 ? new Report(count, entries, faults) { Earlier = earlier }
                : throw new RefusedException($"There is no job {number} here.");
            faults.AddRange(shop.Faults);
            faults.AddRange(await StatesAsync(shop));
            // Past the indexes: a damaged one must not hide an entry.
            var all = await db.Database.SqlQuery<long>($"SELECT count(*) AS Value FROM Entries NOT INDEXED").SingleAsync();
            if (all != entries) faults.Add($"{all} entries lie in the file, but {entries} belong to a job here.");
            faults.AddRange(await PragmaAsync("integrity_check", "ok"));
            faults.AddRange(await PragmaAsync("foreign_key_check", null));
            faults.AddRange(await SchemaAsync());
        }
        catch (Exception e) when (e is SqliteException or InvalidOperationException or InvalidCastException or FormatException)
        {
            faults.Add($"The database file itself is damaged: {e.Message}");
        }
        return new Report(count, entries, faults) { Head = shop.Last?.Head, Key = shop.Key?.Fingerprint ?? "", Heads = heads, NewKeys = shop.NewKeys,
            Earlier = earlier };
    }

    // Everything the chain holds against how it stands now; jobs are held against it one by one.
    private async Task<IReadOnlyList<string>> StatesAsync(ShopReading shop)
    {
        var faults = new List<string>();
        var held = Enum.GetValues<ShopSubject>().Where(ShopStates.IsHeld).Select(k => JsonForm.WordOf(k)).ToHashSet();
        var left = shop.States.Where(s => held.Contains(s.Key.Kind) && s.Value.Length > 0).ToDictionary();
        await foreach (var now in ShopStates.AllAsync(db))
        {
            var at = (JsonForm.WordOf(now.Kind), now.Of);
            if (!left.Remove(at, out var state)) faults.Add($"{ShopStates.Words(now)} was put in past the application: the shop's chain does not know it.");
            else if (state != now.State &&
                now.Kind != ShopSubject.Job) faults.Add($"{ShopStates.Words(now)} was changed past the application: it is not as the "
                + "shop's chain holds it.");
        }
        faults.AddRange(left.Keys.Select(k =>
            $"{ShopStates.Words(new(JsonForm.ValueOf<ShopSubject>(k.Kind)!.Value, k.Of, "", ""))} was removed past the application: "
            + "the shop's chain holds it still."));
        return faults;
    }

    // What stands in the file beside its rows, a planted trigger above all, against a database made new.
    private async Task<IReadOnlyList<string>> SchemaAsync()
    {
        // The same for the whole run of the program.
        var right = _right ??= await FreshSchemaAsync();
        var here = await SchemaOfAsync((SqliteConnection)db.Database.GetDbConnection());
        return [.. here.Where(h => !right.TryGetValue(h.Key, out var sql) || sql != h.Value).Select(h => right.ContainsKey(h.Key)
                ? $"Database structure: the {h.Key} is not as this application makes it." : $"Database structure: a {h.Key} was put in past the application."),
            .. right.Keys.Where(k => !here.ContainsKey(k)).Select(k => $"Database structure: the {k} is missing.")];
    }

    private static Dictionary<string, string>? _right;

    private async Task<Dictionary<string, string>> FreshSchemaAsync()
    {
        await using var fresh = new SqliteConnection("Data Source=:memory:");
        await fresh.OpenAsync();
        await using var model = new ShopDb(new DbContextOptionsBuilder<ShopDb>().UseSqlite(fresh).Options);
        await model.Database.MigrateAsync();
        return await SchemaOfAsync(fresh);
    }

    private async Task<Dictionary<string, string>> SchemaOfAsync(SqliteConnection connection)
    {
        await using var command = connection.CreateCommand();
        // By their whole names: a pattern would let through what is named to fit it.
        command.CommandText = "SELECT type || ' ' || name, coalesce(sql, '') FROM sqlite_master WHERE substr(name, 1, 7) <> 'sqlite_' "
            + "AND name NOT IN ('__EFMigrationsHistory', '__EFMigrationsLock')";
        if (db.Database.CurrentTransaction?.GetDbTransaction() is SqliteTransaction own && own.Connection == connection) command.Transaction = own;
        await using var reader = await command.ExecuteReaderAsync();
        var schema = new Dictionary<string, string>();
        while (await reader.ReadAsync()) schema[reader.GetString(0)] = reader.GetString(1);
        return schema;
    }

    private async Task<IEnumerable<string>> VerifyAsync(StoredJob job, ShopReading shop)
    {
        var row = job.Row;
        var name = $"Job {row.Number}";
        if (job.Stored.Count == 0) return [$"{name}: all its entries are missing."];
        var (entries, broken) = job.Read();
        foreach (var entry in entries.Where(e =>
            e.Kind is PhotoKept.KindName or TraceKept.KindName)) if (await FileFaultAsync(entry) is { } fault) broken.Add($"{name}, {fault}");
        var count = job.Stored.Count;
        if (!job.IsCounted)
            broken.Add($"{name}, entry {job.Stored[^1].Seq}: {row.EntryCount} entries ending in {Short(row.Head)} were recorded, {count} ending in "
                + $"{Short(job.Head)} are here.");
        var signed = shop.Job(row.Id);
        if (signed.Split(':') is not [var signedCount, var signedHead]) broken.Add($"{name}: the shop's chain does not know it.");
        else if (signed != ShopEntry.StateOfJob(count, job.Head))
            broken.Add($"{name}: the shop signed {signedCount} entries ending in {Short(signedHead)}, {count} ending in {Short(job.Head)} are here: it was "
                + "cut, or rewritten.");
        if (broken.Count > 0) return broken;
        try { if (await RowFaultAsync(row, entries) is { } fault) broken.Add($"{name}: {fault}"); }
        // The chain is whole, so this is how it was recorded; what cannot be judged is named all the same.
        catch (Exception e) when (e is not OutOfMemoryException) { broken.Add($"{name}: it cannot be judged ({e.Message})."); }
        return broken;
    }

    // A row judged by what the shop judged by before may say otherwise of what is judged, and of nothing else.
    private async Task<string?> RowFaultAsync(JobRow row, IReadOnlyList<Entry> entries)
    {
        var fresh = new JobRow().Fill(await jobs.SettingsAsync(), new JobRecord(CheckList.Kinds, entries));
        return row.Agrees(fresh) || row.Under != fresh.Under && row.IsOfSameEntries(fresh) ? null
            : "its row does not agree with its entries; 'rebuild' makes it anew.";
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
