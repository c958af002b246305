using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Inputs;
using Wattology.Core.Shop;
using Wattology.Data.Jobs;

namespace Wattology.Data.Shop;

/// <summary>One file of a backup.</summary>
/// <param name="Path">Where it lies in it, with forward slashes.</param>
/// <param name="Bytes">How long it is.</param>
/// <param name="Sha256">Its hash, hex.</param>
public sealed record BackedUpFile(string Path, long Bytes, string Sha256);

/// <summary>What a backup holds: <c>manifest.json</c> in its folder.</summary>
/// <param name="Format">Always <see cref="ShopBackup.Format"/>.</param>
/// <param name="Version">The format's version.</param>
/// <param name="Made">When, UTC.</param>
/// <param name="Code">The code of the shop's chain as it stands in the copy.</param>
/// <param name="Key">The fingerprint of the shop's key.</param>
/// <param name="Files">Every file of it but the manifest.</param>
public sealed record BackupManifest(string Format, int Version, DateTimeOffset Made, string Code, string Key,
    [Most(2_000_000)] IReadOnlyList<BackedUpFile> Files);

/// <summary>Copies a shop while it is served, and puts one back. A copy is whole or it is none: it is made under another name, read again after it was
/// written, and named last.</summary>
/// <param name="folder">The shop's folder.</param>
/// <param name="db">Its database.</param>
/// <param name="chain">Its chain, in which the copy is noted.</param>
/// <param name="clock">When.</param>
public sealed class ShopBackup(ShopFolder folder, ShopDb db, ShopChain chain, TimeProvider clock)
{
    /// <summary>The format's name in the manifest.</summary>
    public const string Format = "wattology-backup";

    /// <summary>After how many days without a good backup the owner is told.</summary>
    public const int OldAfterDays = 7;

    private const int Version = 1;
    private const string ManifestName = "manifest.json", Unfinished = ".unfinished";

    /// <summary>When the last good backup was made; null where there is none.</summary>
    public static async Task<DateTimeOffset?> LastAsync(ShopDb db, CancellationToken cancel = default)
    {
        var kind = JsonForm.WordOf(ShopSubject.Backup);
        return (await db.ShopEntries.AsNoTracking().Where(e => e.Kind == kind).OrderByDescending(e => e.Seq).FirstOrDefaultAsync(cancel))?.ToEntry().At;
    }

    /// <summary>Copies the shop into a folder that is not there yet.</summary>
    /// <param name="to">Where to.</param>
    /// <param name="prove">Proves the copy of the database: what is wrong with it, in words.</param>
    /// <param name="cancel">Ends it; what was written is removed.</param>
    /// <exception cref="RefusedException">There is something there already, or the copy is not whole.</exception>
    public async Task<BackupManifest> MakeAsync(string to, Func<ShopFolder, Task<IReadOnlyList<string>>> prove, CancellationToken cancel = default)
    {
        to = Path.GetFullPath(to);
        if (Directory.Exists(to) ||
            File.Exists(to)) throw new RefusedException($"{to} is there already. Each backup has a folder of its own: choose another name.");
        if (await ShopChain.LastAsync(db, cancel) is null) throw new RefusedException("There is nothing to back up yet.");
        // What a backup left that was cut off is no backup.
        if (Directory.Exists(to + Unfinished)) Directory.Delete(to + Unfinished, true);
        var copy = new ShopFolder(to + Unfinished);
        try
        {
            // The database first: what it names was kept before it was named.
            await using (var source = new SqliteConnection($"Data Source={folder.DatabaseFile};Pooling=False"))
            await using (var target = new SqliteConnection($"Data Source={copy.DatabaseFile};Pooling=False"))
            {
                await source.OpenAsync(cancel);
                await target.OpenAsync(cancel);
                source.BackupDatabase(target);
                await using var one = target.CreateCommand();
                one.CommandText = "PRAGMA journal_mode=DELETE";
                await one.ExecuteNonQueryAsync(cancel);
            }
            foreach (var own in new[] { folder.Keys, folder.Photos, folder.Traces, folder.Packs }) await CopyAsync(own, Path.Combine(copy.Path,
                Path.GetFileName(own)),
                cancel);
            var files = new List<BackedUpFile>();
            foreach (var file in Directory.EnumerateFiles(copy.Path, "*", SearchOption.AllDirectories).Order(StringComparer.Ordinal))
                files.Add(await ReadAsync(copy.Path, file, cancel));
            if (await prove(copy) is [var fault, ..]) throw new RefusedException($"The copy is not whole, and is removed: {fault}");
            ShopEntry head;
            var options = new DbContextOptionsBuilder<ShopDb>();
            ShopDb.Configure(options, copy.DatabaseFile);
            await using (var copied = new ShopDb(options.Options)) head = (await ShopChain.LastAsync(copied, cancel))!;
            SqliteConnection.ClearAllPools();
            var key = await ShopChain.PublicKeyAsync(db, cancel) is { } k ? new ShopPublicKey(k).Fingerprint : "";
            var manifest = new BackupManifest(Format, Version, clock.GetUtcNow(), head.Head.Code, key, files);
            await File.WriteAllTextAsync(Path.Combine(copy.Path, ManifestName), JsonSerializer.Serialize(manifest, JsonForm.Options) + "\n", cancel);
            Directory.Move(copy.Path, to);
            await chain.NoteAsync(db, new ShopState(ShopSubject.Backup, Path.GetFileName(to), head.Hash, JsonSerializer.Serialize(new { manifest.Code,
                Files = files.Count },
                JsonForm.Options)), cancel);
            return manifest;
        }
        finally
        {
            if (Directory.Exists(copy.Path)) Directory.Delete(copy.Path, true);
        }
    }

    /// <summary>Puts a shop back from a backup into an empty folder: every file is proved by its hash before the first is copied.</summary>
    /// <param name="from">The backup.</param>
    /// <param name="to">The folder.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="RefusedException">It is no backup, a file of it is missing or changed, or the folder is not empty.</exception>
    public static async Task<BackupManifest> RestoreAsync(string from, string to, CancellationToken cancel = default)
    {
        from = Path.GetFullPath(from);
        var manifest = await ManifestAsync(Path.Combine(from, ManifestName), cancel);
        if (Directory.Exists(to) &&
            Directory.EnumerateFileSystemEntries(to).Any()) throw new RefusedException($"{to} is not empty. Choose a folder that is: nothing is "
            + "overwritten.");
        foreach (var file in manifest.Files)
        {
            var path = Path.GetFullPath(Path.Combine(from, file.Path));
            if (!path.StartsWith(from + Path.DirectorySeparatorChar,
                StringComparison.Ordinal)) throw new RefusedException($"{file.Path} would lie outside the backup.");
            if (!File.Exists(path)) throw new RefusedException($"{file.Path} is missing from the backup.");
            if (await ReadAsync(from, path, cancel) != file) throw new RefusedException($"{file.Path} was changed after the backup was made.");
        }
        var folder = new ShopFolder(to);
        foreach (var file in manifest.Files)
        {
            var target = Path.Combine(folder.Path, file.Path);
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            await CopyFileAsync(Path.Combine(from, file.Path), target, cancel);
        }
        return manifest;
    }

    private static async Task<BackupManifest> ManifestAsync(string path, CancellationToken cancel)
    {
        if (!File.Exists(path)) throw new RefusedException($"There is no backup here: {path} is missing.");
        var faults = new Faults();
        try
        {
            using var json = JsonDocument.Parse(await File.ReadAllTextAsync(path, cancel));
            if (InputReader.Read<BackupManifest>(json.RootElement, faults) is { Format: Format, Version: Version } manifest) return manifest;
        }
        catch (JsonException) { }
        throw new RefusedException($"{path} is no manifest of a backup{(faults.None ? "" : $": {faults.ByPath.First().Key} {faults.ByPath.First().Value}")}.");
    }

    private static async Task CopyAsync(string from, string to, CancellationToken cancel)
    {
        if (!Directory.Exists(from)) return;
        foreach (var file in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
        {
            var inside = Path.GetRelativePath(from, file);
            // What is being written has no name yet, and copies of photos are made anew.
            if (inside.StartsWith('.') || inside.StartsWith("incoming", StringComparison.Ordinal) || inside.StartsWith("copies",
                StringComparison.Ordinal)) continue;
            var target = Path.Combine(to, inside);
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            await CopyFileAsync(file, target, cancel);
        }
    }

    private static async Task CopyFileAsync(string from, string to, CancellationToken cancel)
    {
        await using var source = File.OpenRead(from);
        await using var target = new FileStream(to, FileMode.CreateNew, FileAccess.Write);
        await source.CopyToAsync(target, cancel);
        target.Flush(flushToDisk: true);
    }

    private static async Task<BackedUpFile> ReadAsync(string root, string file, CancellationToken cancel)
    {
        await using var stream = File.OpenRead(file);
        var hash = Convert.ToHexStringLower(await SHA256.HashDataAsync(stream, cancel));
        return new BackedUpFile(Path.GetRelativePath(root, file).Replace(Path.DirectorySeparatorChar, '/'), stream.Length, hash);
    }
}
