using Microsoft.EntityFrameworkCore;

namespace Wattology.Data;

/// <summary>A shop's folder: its database, the keys that sign its cookies, and its logs.</summary>
public sealed class ShopFolder
{
    /// <summary>Opens a folder, making it where it is missing.</summary>
    public ShopFolder(string path)
    {
        Path = System.IO.Path.GetFullPath(path);
        Directory.CreateDirectory(Path);
    }

    public string Path { get; }

    public string DatabaseFile => System.IO.Path.Combine(Path, "shop.db");

    public string Keys => System.IO.Path.Combine(Path, "keys");

    public string Logs => System.IO.Path.Combine(Path, "logs");

    /// <summary>Brings the database to the present form.</summary>
    public static async Task MigrateAsync(ShopDb db)
    {
        await db.Database.MigrateAsync();
        // Readers go on while one writes; kept in the file from here on.
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL");
    }

    /// <summary>Removes the database and keys of a demo, so that it starts over.</summary>
    public void Clear()
    {
        foreach (var file in Directory.GetFiles(Path, "shop.db*")) File.Delete(file);
        if (Directory.Exists(Keys)) Directory.Delete(Keys, true);
    }
}
