using System.Globalization;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;

namespace Wattology.Data;

/// <summary>A shop's folder: its database, its photos and traces, the keys that sign its cookies, and its logs.</summary>
public sealed class ShopFolder
{
    /// <summary>Opens a folder, making it where it is missing.</summary>
    public ShopFolder(string path)
    {
        Path = System.IO.Path.GetFullPath(path);
        try
        {
            // Nobody but its owner looks in: customers, people and keys lie there.
            if (OperatingSystem.IsWindows()) Directory.CreateDirectory(Path);
            else if (Directory.Exists(Path)) File.SetUnixFileMode(Path, OwnerAlone);
            else Directory.CreateDirectory(Path, OwnerAlone);
        }
        catch (Exception e) when (ShopTrouble.Of(e) is { } kind) { throw ShopTrouble.Named(kind, Path, e); }
    }

    private const UnixFileMode OwnerAlone = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    /// <summary>Where it lies.</summary>
    public string Path { get; }

    /// <summary>The database.</summary>
    public string DatabaseFile => System.IO.Path.Combine(Path, "shop.db");

    /// <summary>The keys that sign cookies.</summary>
    public string Keys => System.IO.Path.Combine(Path, "keys");

    /// <summary>The key that signs the shop's chain.</summary>
    public string KeyFile => System.IO.Path.Combine(Keys, "shop-key.pem");

    /// <summary>The files of the photos, each under its hash.</summary>
    public string Photos => System.IO.Path.Combine(Path, "photos");

    /// <summary>The files of the traces, each under its hash.</summary>
    public string Traces => System.IO.Path.Combine(Path, "traces");

    /// <summary>Packs of claims that went out, each under its hash.</summary>
    public string Packs => System.IO.Path.Combine(Path, "packs");

    /// <summary>The logs.</summary>
    public string Logs => System.IO.Path.Combine(Path, "logs");

    private string LockFile => System.IO.Path.Combine(Path, "shop.lock");

    private string HolderFile => System.IO.Path.Combine(Path, "shop.holder");

    private sealed record Holder(int Process, string Machine, string Address, DateTimeOffset Since);

    /// <summary>Takes the folder for serving; whoever holds it lets it go by disposing what comes back, or by ending.</summary>
    /// <param name="address">Under which address it is served, for the next one who asks.</param>
    /// <param name="now">Since when.</param>
    /// <exception cref="RefusedException">Another program serves it.</exception>
    public IDisposable Hold(string address, DateTimeOffset now)
    {
        FileStream? held = null;
        try
        {
            held = new FileStream(LockFile, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            File.WriteAllText(HolderFile, JsonSerializer.Serialize(new Holder(Environment.ProcessId, Environment.MachineName, address, now)));
            return held;
        }
        catch (Exception e) when (ShopTrouble.Of(e) is { } kind)
        {
            held?.Dispose();
            throw ShopTrouble.Named(kind, Path, e);
        }
        catch (IOException)
        {
            var holder = ReadHolder();
            throw new RefusedException(holder is null ? $"{Path} is served by another program. Stop that one first, or choose another folder with --data."
                : string.Create(CultureInfo.InvariantCulture, $"{Path} is served on {holder.Address} by process {holder.Process} on {holder.Machine} since "
                + $"{holder.Since:yyyy-MM-dd HH:mm} UTC. ")
                    + "Stop that one first, or choose another folder with --data.");
        }
    }

    private Holder? ReadHolder()
    {
        try { return JsonSerializer.Deserialize<Holder>(File.ReadAllText(HolderFile)); }
        catch (Exception e) when (e is IOException or JsonException or UnauthorizedAccessException) { return null; }
    }

    /// <summary>Brings the database to the present form; a copy of the file is kept beside it before anything in it changes.</summary>
    /// <exception cref="RefusedException">The key that signs the shop's chain is missing, or another.</exception>
    /// <returns>Whether the database had an older form, so that what is kept for speed is to be computed anew.</returns>
    /// <param name="db">The database.</param>
    /// <param name="chain">The shop's chain: a shop from before it had one is taken over as it stands.</param>
    /// <param name="key">The key that signs it.</param>
    /// <param name="newKey">The key is lost, and whoever holds the folder says so: the chain goes on with another.</param>
    /// <exception cref="ShopTroubleException">The database is damaged, of a later version, cannot be written to, or the disk is full.</exception>
    public async Task<bool> OpenAsync(ShopDb db, ShopChain chain, ShopKeyFile key, bool newKey = false)
    {
        try { return await OpenOnceAsync(db, chain, key, newKey); }
        catch (Exception e) when (ShopTrouble.Of(e) is { } kind) { throw ShopTrouble.Named(kind, Path, e); }
    }

    private async Task<bool> OpenOnceAsync(ShopDb db, ShopChain chain, ShopKeyFile key, bool newKey)
    {
        var older = false;
        if (File.Exists(DatabaseFile))
        {
            // What is taken for a new database there was one that is cut off: it would begin anew over what was lost.
            if (new FileInfo(DatabaseFile).Length == 0 && !File.Exists(DatabaseFile + "-wal")) throw ShopTrouble.Named(TroubleKind.Damaged, Path);
            var (known, applied) = await MigrationsAsync(db);
            // A page that is broken is named before anything is served from it, wherever it lies.
            if (await db.Database.SqlQuery<string>($"PRAGMA quick_check(1)").ToListAsync() is not ["ok"]) throw ShopTrouble.Named(TroubleKind.Damaged, Path);
            older = applied.Length > 0 && applied.Length < known.Length;
            if (older)
            {
                var copy = System.IO.Path.Combine(Path, $"shop-before-{known.First(m => !applied.Contains(m))}.db");
                if (!File.Exists(copy)) await db.Database.ExecuteSqlAsync($"VACUUM INTO {copy}");
            }
        }
        await db.Database.MigrateAsync();
        // Readers go on while one writes; kept in the file from here on.
        await db.Database.ExecuteSqlAsync($"PRAGMA journal_mode=WAL");
        if (await ShopChain.PublicKeyAsync(db) is { } signed && (!key.Exists || key.Key.Public.Base64 != signed))
        {
            if (!newKey)
                throw new RefusedException($"The key that signs this shop's chain is {(key.Exists ? "another one than in" : "missing:")} {KeyFile}. Put "
                + "that file back from a backup. Where it is lost for good, 'serve --new-key' goes on with a new one, and 'verify' says so from then on.");
            if (key.Exists) File.Move(KeyFile, $"{KeyFile}.old", overwrite: true);
            await chain.GoOnWithAsync(db);
        }
        else await chain.BeginAsync(db);
        return older;
    }

    /// <summary>Brings everything into the one database file, so that a copy of it alone is whole; the last thing at a clean stop.</summary>
    public void Settle()
    {
        SqliteConnection.ClearAllPools();
        if (!File.Exists(DatabaseFile)) return;
        using var connection = new SqliteConnection($"Data Source={DatabaseFile};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA wal_checkpoint(TRUNCATE)";
        command.ExecuteNonQuery();
    }

    private static async Task<(string[] Known, string[] Applied)> MigrationsAsync(ShopDb db)
    {
        var known = db.Database.GetMigrations().ToArray();
        var applied = (await db.Database.GetAppliedMigrationsAsync()).ToArray();
        return applied.Except(known).FirstOrDefault() is { } other
            ? throw new ShopTroubleException(TroubleKind.OtherVersion, $"This shop's database is of a later version of Wattology ({other}) and cannot be "
                + "opened by this one. Start that version; nothing was changed.")
            : (known, applied);
    }

    /// <summary>Proves that the database has the present form, so that it can be proved without writing to it.</summary>
    /// <exception cref="RefusedException">It has an older form.</exception>
    /// <exception cref="ShopTroubleException">It is of a later version.</exception>
    public static async Task ProveVersionAsync(ShopDb db)
    {
        var (known, applied) = await MigrationsAsync(db);
        if (applied.Length < known.Length) throw new RefusedException("This shop's database has an older form: serve it once, which brings it to the "
            + "present one and keeps a copy of the old file.");
    }

    /// <summary>Removes the database, keys, photos and traces of a demo, so that it starts over; the folder must be held.</summary>
    /// <exception cref="RefusedException">What lies there is not a demo.</exception>
    public void ClearDemo()
    {
        if (File.Exists(DatabaseFile) && !HoldsDemo())
            throw new RefusedException($"{Path} holds a real shop, not the demo; nothing was removed. Choose another folder with --data.");
        SqliteConnection.ClearAllPools();
        foreach (var file in Directory.GetFiles(Path, "shop.db*")) File.Delete(file);
        foreach (var own in new[] { Keys, Photos, Traces, Packs }) if (Directory.Exists(own)) Directory.Delete(own, true);
    }

    private bool HoldsDemo()
    {
        using var connection = new SqliteConnection($"Data Source={DatabaseFile};Mode=ReadOnly;Pooling=False");
        try
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = $"SELECT count(*) FROM Settings WHERE Key = '{ShopSettings.DemoKey}'";
            return Convert.ToInt64(command.ExecuteScalar(), CultureInfo.InvariantCulture) > 0;
        }
        catch (SqliteException) { return false; }
    }
}
