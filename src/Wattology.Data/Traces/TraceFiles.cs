using System.IO.Compression;
using System.Text;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Traces;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;

namespace Wattology.Data.Traces;

/// <summary>The files of a shop's traces, compressed, each under the hash of its bytes; and beside them what runs just now, line by line.</summary>
/// <param name="folder">The shop's folder.</param>
public sealed class TraceFiles(ShopFolder folder) : EvidenceFiles(folder.Traces)
{
    // A packed file may say anything of itself; text is read no further than any trace is long.
    private const int MostText = 32 * 1024 * 1024;

    /// <summary>Keeps a trace.</summary>
    /// <returns>The hash of its file, and how long it is.</returns>
    /// <exception cref="RefusedException">It is longer than any that is kept.</exception>
    public async Task<(string File, int Bytes)> KeepAsync(Trace trace, CancellationToken cancel = default)
    {
        using var packed = new MemoryStream();
        await using (var gzip = new GZipStream(packed, CompressionLevel.Optimal, leaveOpen: true))
            await gzip.WriteAsync(Encoding.UTF8.GetBytes(TraceCsv.Write(trace)), cancel);
        return await KeepPackedAsync(packed.ToArray(), cancel);
    }

    /// <summary>Keeps a trace's file as it came.</summary>
    /// <exception cref="RefusedException">It is longer than any that is kept.</exception>
    public async Task<(string File, int Bytes)> KeepPackedAsync(byte[] packed, CancellationToken cancel = default)
    {
        if (packed.Length > TraceKept.MostBytes) throw new RefusedException("This trace is longer than any that is kept: cut it to the burst or run.", "csv");
        return (await KeepBytesAsync(packed, cancel), packed.Length);
    }

    /// <summary>A kept trace; null where its file is missing, damaged, or no trace.</summary>
    public async Task<Trace?> ReadAsync(string file, CancellationToken cancel = default)
    {
        if (!Has(file)) return null;
        try { return TraceCsv.Read(await TextAsync(file, cancel)); }
        catch (Exception e) when (e is InvalidDataException or InputRefusedException) { return null; }
    }

    /// <summary>The traces of a job that are drawn where it is set on paper, by their files: the last ones, as many as a file on paper bears.</summary>
    public async Task<IReadOnlyDictionary<string, Trace>> LastAsync(JobRecord record, CancellationToken cancel = default)
    {
        var read = new Dictionary<string, Trace>();
        foreach (var kept in record.All<TraceKept>().TakeLast(MostOnPaper).DistinctBy(k => k.Body.File))
            if (await ReadAsync(kept.Body.File, cancel) is { } trace) read[kept.Body.File] = trace;
        return read;
    }

    private const int MostOnPaper = 12;

    /// <summary>The text of a kept trace.</summary>
    /// <exception cref="InvalidDataException">The file is damaged.</exception>
    public async Task<string> TextAsync(string file, CancellationToken cancel = default)
    {
        await using var gzip = new GZipStream(File.OpenRead(PathOf(file)), CompressionMode.Decompress);
        using var text = new MemoryStream();
        var buffer = new byte[81_920];
        for (int read; (read = await gzip.ReadAsync(buffer, cancel)) > 0;)
        {
            text.Write(buffer, 0, read);
            if (text.Length > MostText) throw new InvalidDataException("The trace is longer than any that is kept.");
        }
        return Encoding.UTF8.GetString(text.ToArray());
    }
}
