using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Core.Shop;
using Wattology.Core.Traces;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Data.Traces;

namespace Wattology.Data.Evidence;

/// <summary>A job with its pictures and traces in one file: a ZIP with <c>job.json</c>, the job file as it is, <c>photos/</c> with each picture and
/// <c>traces/</c> with each trace under its hash.</summary>
public static class JobPack
{
    private const string JobName = "job.json", PhotosFolder = "photos/", TracesFolder = "traces/", Packed = ".csv.gz";
    private const int MostJobBytes = 64 * 1024 * 1024;
    private static readonly byte[] Zip = "PK"u8.ToArray();

    /// <summary>Whether a file is such a pack, and not a bare job file.</summary>
    /// <param name="first">Its first bytes.</param>
    public static bool Is(ReadOnlySpan<byte> first) => first.StartsWith(Zip);

    /// <summary>A job and its pictures as a file that is gone once it is read: an archive is written back and forth, and no line to a tablet is.</summary>
    /// <param name="entries">All entries of the job, by position.</param>
    /// <param name="files">The shop's photos.</param>
    /// <param name="traces">Its traces.</param>
    /// <param name="mark">Whose file it is.</param>
    /// <param name="cancel">Stops writing.</param>
    public static async Task<Stream> OpenAsync(IReadOnlyList<Entry> entries, PhotoFiles files, TraceFiles traces, ShopMark? mark = null,
        CancellationToken cancel = default)
    {
        var pack = new FileStream(Path.Combine(Path.GetTempPath(), $"wattology-{Guid.NewGuid():n}.zip"), FileMode.CreateNew, FileAccess.ReadWrite,
            FileShare.None, 81_920, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
        try { await WriteAsync(pack, entries, files, traces, mark, cancel); }
        catch
        {
            await pack.DisposeAsync();
            throw;
        }
        pack.Position = 0;
        return pack;
    }

    /// <summary>Writes a job and its pictures.</summary>
    /// <param name="output">Where to.</param>
    /// <param name="entries">All entries of the job, by position.</param>
    /// <param name="files">The shop's photos.</param>
    /// <param name="traces">Its traces.</param>
    /// <param name="mark">Whose file it is.</param>
    /// <param name="cancel">Stops writing.</param>
    public static async Task WriteAsync(Stream output, IReadOnlyList<Entry> entries, PhotoFiles files, TraceFiles traces, ShopMark? mark = null,
        CancellationToken cancel = default)
    {
        await using var zip = await ZipArchive.CreateAsync(output, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8, cancel);
        await using (var json = await zip.CreateEntry(JobName, CompressionLevel.Optimal).OpenAsync(cancel))
            await json.WriteAsync(Encoding.UTF8.GetBytes(JobFile.Write(entries, mark) + "\n"), cancel);
        // Pictures are compressed already.
        foreach (var photo in Named(entries).Where(p => files.Has(p.File)))
        {
            await using var picture = await zip.CreateEntry($"{PhotosFolder}{photo.File}{PictureFormat.Find(photo.Media)!.Extension}",
                CompressionLevel.NoCompression).OpenAsync(cancel);
            await using var kept = File.OpenRead(files.PathOf(photo.File));
            await kept.CopyToAsync(picture, cancel);
        }
        foreach (var file in TracesNamed(entries).Where(traces.Has))
        {
            await using var trace = await zip.CreateEntry($"{TracesFolder}{file}{Packed}", CompressionLevel.NoCompression).OpenAsync(cancel);
            await using var kept = File.OpenRead(traces.PathOf(file));
            await kept.CopyToAsync(trace, cancel);
        }
    }

    /// <summary>Reads a pack: keeps its pictures and traces, and answers the job file in it.</summary>
    /// <param name="pack">The file; it can be sought in.</param>
    /// <param name="files">The shop's photos.</param>
    /// <param name="traces">Its traces.</param>
    /// <param name="cancel">Stops reading.</param>
    /// <exception cref="InputRefusedException">It is not such a pack, or a file in it is not the one its job names; nothing is brought in then.</exception>
    public static async Task<byte[]> ReadAsync(Stream pack, PhotoFiles files, TraceFiles traces, CancellationToken cancel = default)
    {
        await using (var zip = await OpenedAsync(pack, cancel))
        {
            if (zip.GetEntry(JobName) is not { Length: <= MostJobBytes } job) throw Refused("", $"This ZIP is no job: there is no {JobName} in it.");
            var json = await BytesAsync(job, cancel);
            var entries = JobFile.Read(Encoding.UTF8.GetString(json));
            var pictures = await ProvedAsync(zip, PhotosFolder, "picture", PictureFormat.MostBytes, [.. Named(entries).Select(p => p.File)], cancel);
            var packed = await ProvedAsync(zip, TracesFolder, "trace", TraceKept.MostBytes, [.. TracesNamed(entries)], cancel);
            // Proved whole before the first is kept.
            foreach (var trace in packed) await traces.KeepPackedAsync(await BytesAsync(trace, cancel), cancel);
            foreach (var picture in pictures)
            {
                using var content = new MemoryStream(await BytesAsync(picture, cancel));
                try { await files.KeepAsync(content, picture.FullName, cancel); }
                catch (RefusedException refused) { throw Refused(picture.FullName, refused.Message); }
            }
            return json;
        }
    }

    private static async Task<ZipArchive> OpenedAsync(Stream pack, CancellationToken cancel)
    {
        try
        {
            var zip = await ZipArchive.CreateAsync(pack, ZipArchiveMode.Read, leaveOpen: true, Encoding.UTF8, cancel);
            // Its list of members is read when first asked for, and may be what is damaged.
            _ = zip.Entries;
            return zip;
        }
        catch (Exception e) when (IsDamage(e)) { throw Refused("", "This file is a damaged ZIP; ask for it again."); }
    }

    private static bool IsDamage(Exception e) => e is InvalidDataException or NotSupportedException or IOException or ArgumentException;

    private static async Task<ZipArchiveEntry[]> ProvedAsync(ZipArchive zip, string folder, string what, int most, HashSet<string> named,
        CancellationToken cancel)
    {
        var found = zip.Entries.Where(e => e.FullName.StartsWith(folder, StringComparison.Ordinal) && e.Length > 0).ToArray();
        foreach (var one in found)
        {
            var file = one.Name.Split('.')[0];
            if (!named.Contains(file)) throw Refused(one.FullName, $"No entry of the job names this {what}.");
            if (one.Length > most) throw Refused(one.FullName, $"This {what} is larger than any that is kept.");
            if (Convert.ToHexStringLower(SHA256.HashData(await BytesAsync(one, cancel))) != file)
                throw Refused(one.FullName, $"This {what} is not the one the job names: its hash is another.");
        }
        return found;
    }

    private static IEnumerable<string> TracesNamed(IReadOnlyList<Entry> entries)
        => entries.Where(e => e.Kind == TraceKept.KindName).Select(e => CheckList.Kinds.Read<TraceKept>(e).Body.File).Distinct();

    private static IEnumerable<PhotoKept> Named(IReadOnlyList<Entry> entries)
        => entries.Where(e => e.Kind == PhotoKept.KindName).Select(e => CheckList.Kinds.Read<PhotoKept>(e).Body).DistinctBy(p => p.File);

    private static async Task<byte[]> BytesAsync(ZipArchiveEntry entry, CancellationToken cancel)
    {
        byte[]? bytes;
        try { bytes = await ZipMember.ReadAsync(entry, entry.Length, cancel); }
        catch (Exception e) when (IsDamage(e)) { throw Refused(entry.FullName, "It is damaged in this ZIP; ask for the file again."); }
        return bytes ?? throw Refused(entry.FullName, "It is longer than the archive says.");
    }

    private static InputRefusedException Refused(string path, string message)
    {
        var faults = new Faults();
        faults.Add(path, message);
        return new InputRefusedException(faults);
    }
}
