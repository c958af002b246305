using System.Security.Cryptography;
using Wattology.Core.Entries;

namespace Wattology.Data.Evidence;

/// <summary>Files that prove something: outside the database, each under the hash of its bytes, written once and never changed.</summary>
/// <param name="root">The folder they lie in.</param>
public abstract class EvidenceFiles(string root)
{
    private const string Incoming = "incoming";

    /// <summary>Where the file with that hash lies, whether it is there or not.</summary>
    /// <exception cref="ArgumentException">It is no hash.</exception>
    public string PathOf(string file) => FileHash.Is(file) ? Path.Combine(root, file[..2], file)
        : throw new ArgumentException("A file is named by its SHA-256.", nameof(file));

    /// <summary>Whether the file with that hash is here.</summary>
    public bool Has(string file) => FileHash.Is(file) && File.Exists(PathOf(file));

    /// <summary>The hash of what lies there now; null when it is missing.</summary>
    public async Task<string?> HashAsync(string file, CancellationToken cancel = default)
    {
        if (!Has(file)) return null;
        await using var stream = File.OpenRead(PathOf(file));
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(stream, cancel));
    }

    /// <summary>Keeps bytes that are at hand under their hash, flushed before they have their name, and answers it.</summary>
    protected async Task<string> KeepBytesAsync(byte[] bytes, CancellationToken cancel)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(bytes));
        var incoming = NewIncoming();
        try
        {
            await using (var file = new FileStream(incoming, FileMode.CreateNew, FileAccess.Write, FileShare.None))
            {
                await file.WriteAsync(bytes, cancel);
                file.Flush(flushToDisk: true);
            }
            Settle(incoming, hash);
        }
        finally { File.Delete(incoming); }
        return hash;
    }

    /// <summary>A passing name to write under, until the file is whole.</summary>
    protected string NewIncoming() => Path.Combine(Directory.CreateDirectory(Path.Combine(root, Incoming)).FullName, Guid.NewGuid().ToString("n"));

    /// <summary>Gives a file that is written and flushed its own name.</summary>
    protected void Settle(string incoming, string hash)
    {
        var path = PathOf(hash);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        // The name is the content: what lies there already is the same, or is damaged and made whole by this.
        File.Move(incoming, path, overwrite: true);
    }

    /// <summary>Removes what was being written when a stop of the machine cut it off.</summary>
    public void SweepIncoming()
    {
        var left = Path.Combine(root, Incoming);
        if (!Directory.Exists(left)) return;
        foreach (var file in Directory.GetFiles(left)) File.Delete(file);
    }
}
