using System.Security.Cryptography;
using SkiaSharp;
using Wattology.Core.Photos;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;

namespace Wattology.Data.Photos;

/// <summary>A picture's file as it was kept.</summary>
/// <param name="File">SHA-256 of its bytes.</param>
/// <param name="Format">What it is.</param>
/// <param name="Bytes">How long it is.</param>
/// <param name="TakenAt">When it was taken, by the camera's own clock; empty where it does not say.</param>
public sealed record KeptFile(string File, PictureFormat Format, int Bytes, string TakenAt);

/// <summary>The files of a shop's photos.</summary>
/// <param name="folder">The shop's folder.</param>
public sealed class PhotoFiles(ShopFolder folder) : EvidenceFiles(folder.Photos)
{
    /// <summary>A picture of more points than this is not opened: it would fill the memory of the machine.</summary>
    private const int MostPoints = 60_000_000;

    private const int Chunk = 81_920;

    /// <summary>Keeps a file: written under a passing name, flushed to the disk, and only then given its own.</summary>
    /// <param name="content">The file.</param>
    /// <param name="name">What it is called, for the words of a refusal.</param>
    /// <param name="cancel">Stops writing; then nothing is kept.</param>
    /// <exception cref="RefusedException">It is empty, too large, no picture that is taken here, or damaged.</exception>
    public async Task<KeptFile> KeepAsync(Stream content, string name, CancellationToken cancel = default)
    {
        var incoming = NewIncoming();
        try
        {
            var (hash, bytes, first) = await WriteAsync(content, incoming, name, cancel);
            if (bytes == 0) throw new RefusedException($"{name} is empty: nothing of it arrived. Choose it again.", "file");
            if (PictureFormat.Of(first) is not { } format)
                throw new RefusedException($"{name} is no picture that is taken here: {PictureFormat.Taken}.", "file");
            if (format.Shown) ProveWhole(incoming, name);
            var taken = PhotoFacts.TakenAt(incoming);
            Settle(incoming, hash);
            return new KeptFile(hash, format, bytes, taken);
        }
        finally { File.Delete(incoming); }
    }

    private static async Task<(string Hash, int Bytes, byte[] First)> WriteAsync(Stream content, string to, string name, CancellationToken cancel)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var buffer = new byte[Chunk];
        var first = new List<byte>(PictureFormat.Looked);
        var total = 0;
        await using var file = new FileStream(to, FileMode.CreateNew, FileAccess.Write, FileShare.None);
        for (int read; (read = await content.ReadAsync(buffer, cancel)) > 0;)
        {
            total += read;
            if (total > PictureFormat.MostBytes)
                throw new RefusedException($"{name} is larger than {PictureFormat.MostBytes / 1024 / 1024} MB. Take it with a smaller picture size.", "file");
            first.AddRange(buffer.AsSpan(0, Math.Min(read, PictureFormat.Looked - first.Count)));
            hash.AppendData(buffer, 0, read);
            await file.WriteAsync(buffer.AsMemory(0, read), cancel);
        }
        file.Flush(flushToDisk: true);
        return (Convert.ToHexStringLower(hash.GetHashAndReset()), total, [.. first]);
    }

    // A file cut off on its way looks like a picture until somebody opens it; better said now, while the camera still has it.
    private static void ProveWhole(string path, string name)
    {
        using var codec = SKCodec.Create(path);
        if (codec is not null && (long)codec.Info.Width * codec.Info.Height > MostPoints)
            throw new RefusedException($"{name} has more than {MostPoints / 1_000_000} million points. Take it with a smaller picture size.", "file");
        if (codec is null || PhotoCopies.Decode(codec) is not { } whole)
            throw new RefusedException($"{name} ends half-way or is damaged, and cannot be opened. Choose it again, or take it anew.", "file");
        whole.Dispose();
    }
}
