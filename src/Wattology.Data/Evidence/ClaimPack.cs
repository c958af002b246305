using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Core.Shop;
using Wattology.Core.Traces;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Data.Traces;

namespace Wattology.Data.Evidence;

/// <summary>One file of a pack.</summary>
/// <param name="Name">Its name in the pack.</param>
/// <param name="Bytes">What it is.</param>
public sealed record PackMember(string Name, byte[] Bytes);

/// <summary>What a check of a pack found.</summary>
/// <param name="Faults">What fails, each a sentence that names the member.</param>
/// <param name="Seal">Whose pack it is; null where it carries no signature that can be read.</param>
/// <param name="Members">How many members it has.</param>
/// <param name="Entries">How many entries of the job were proved.</param>
/// <param name="Claim">The policy named in it, in words; empty where none is.</param>
public sealed record PackReport(IReadOnlyList<string> Faults, PackSeal? Seal, int Members, int Entries, string Claim)
{
    /// <summary>What no check of a pack can tell.</summary>
    public string CannotKnow
        => $"What this cannot know: whether what was typed was true; whether the key {(Seal is null ? "" : Fingerprint + " ")}is this shop's "
        + "own (compare it with a printed page of theirs); whether entries were added since.";

    /// <summary>The fingerprint of the key it is signed with; empty where there is none.</summary>
    public string Fingerprint
    {
        get
        {
            try { return Seal is null ? "" : new ShopPublicKey(Seal.PublicKey).Fingerprint; }
            catch (FormatException) { return ""; }
        }
    }
}

/// <summary>A claim's pack: a ZIP with the letter and the file on paper, the job file, the copies of its photos as shown, its traces, the list of all of
/// them with their hashes, and the shop's signature over that list. Described in docs/claim-pack.md; it is checked without the shop.</summary>
public static class ClaimPack
{
    /// <summary>The members every pack may have.</summary>
    public const string Letter = "letter.pdf", Case = "case.pdf", JobName = "job.json", Sums = "SHA256SUMS", SealName = "SIGNATURE.json";

    private const string ShownFolder = "shown/", OriginalsFolder = "originals/", TracesFolder = "traces/", Packed = ".csv.gz";

    /// <summary>The largest pack that is read, and the most members, bytes of one and bytes together it may hold.</summary>
    public const int MostBytes = 256 * 1024 * 1024;
    private const int MostMembers = 2_000, MostMemberBytes = 64 * 1024 * 1024;
    private const long MostTogether = 512L * 1024 * 1024;

    /// <summary>The members of a job's pack beside its papers.</summary>
    /// <param name="entries">All entries of the job, by position.</param>
    /// <param name="mark">Whose file it is.</param>
    /// <param name="copies">Copies of photos; null leaves them out.</param>
    /// <param name="photos">The photos as they were taken; null leaves them out.</param>
    /// <param name="traces">The traces; null leaves them out.</param>
    /// <param name="cancel">Ends it.</param>
    public static async Task<List<PackMember>> MembersAsync(IReadOnlyList<Entry> entries, ShopMark? mark, PhotoCopies? copies, PhotoFiles? photos,
        TraceFiles? traces, CancellationToken cancel = default)
    {
        var members = new List<PackMember> { new(JobName, Encoding.UTF8.GetBytes(JobFile.Write(entries, mark) + "\n")) };
        foreach (var photo in entries.Where(e => e.Kind == PhotoKept.KindName).Select(e => CheckList.Kinds.Read<PhotoKept>(e).Body).DistinctBy(p => p.File))
        {
            if (copies is not null && await copies.PathAsync(photo.File, CopySize.Shown, cancel) is { } path)
                members.Add(new($"{ShownFolder}{photo.File}.jpg", await File.ReadAllBytesAsync(path, cancel)));
            if (photos?.Has(photo.File) == true)
                members.Add(new($"{OriginalsFolder}{photo.File}{PictureFormat.Find(photo.Media)!.Extension}",
                    await File.ReadAllBytesAsync(photos.PathOf(photo.File), cancel)));
        }
        if (traces is not null)
            foreach (var file in entries.Where(e => e.Kind == TraceKept.KindName).Select(e => CheckList.Kinds.Read<TraceKept>(e).Body.File).Distinct()
                .Where(traces.Has))
                members.Add(new($"{TracesFolder}{file}{Packed}", await File.ReadAllBytesAsync(traces.PathOf(file), cancel)));
        return members;
    }

    /// <summary>Writes a pack, signed.</summary>
    /// <param name="members">Its members.</param>
    /// <param name="key">The shop's key.</param>
    /// <param name="job">The job's number.</param>
    /// <param name="entries">All entries of the job in it.</param>
    /// <param name="shop">The shop's name.</param>
    /// <param name="code">Its code.</param>
    /// <param name="at">When it is made.</param>
    public static byte[] Write(IReadOnlyList<PackMember> members, ShopKey key, string job, IReadOnlyList<Entry> entries, string shop, string code,
        DateTimeOffset at)
    {
        var sums = Encoding.UTF8.GetBytes(string.Concat(members.Select(m => $"{Sha(m.Bytes)}  {m.Name}\n")));
        var seal = PackSeal.Of(key, job, entries.Count, entries[^1].Hash, Sha(sums), shop, code);
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8))
            foreach (var member in members.Append(new(Sums, sums)).Append(new(SealName, JsonSerializer.SerializeToUtf8Bytes(seal, JsonForm.Options))))
            {
                var packed = member.Name.EndsWith(".json", StringComparison.Ordinal) || member.Name == Sums;
                var entry = zip.CreateEntry(member.Name, packed ? CompressionLevel.Optimal : CompressionLevel.NoCompression);
                entry.LastWriteTime = new DateTimeOffset(Math.Max(at.UtcTicks, new DateTime(1980, 1, 2).Ticks), TimeSpan.Zero);
                using var content = entry.Open();
                content.Write(member.Bytes);
            }
        return stream.ToArray();
    }

    /// <summary>Checks a pack by itself, without the shop it came from.</summary>
    /// <param name="pack">The file; it can be sought in.</param>
    /// <param name="cancel">Ends it.</param>
    public static async Task<PackReport> CheckAsync(Stream pack, CancellationToken cancel = default)
    {
        var faults = new List<string>();
        Dictionary<string, byte[]> members;
        try { members = await MembersOfAsync(pack, faults, cancel); }
        catch (Exception e) when (e is InvalidDataException or NotSupportedException or IOException or ArgumentException)
        {
            return new(["This is no ZIP that can be read: it is damaged, or something else."], null, 0, 0, "");
        }
        var seal = Read(members, faults);
        var record = ReadJob(members, faults);
        Listed(members, seal, faults);
        if (record is not null) Proved(members, seal, record, faults);
        if (record is not null && seal is not null && (seal.Entries, seal.Head) != (record.Entries.Count, record.Last.Hash))
            faults.Add($"{SealName}: it is signed for another record than the one in {JobName}.");
        return new(faults, seal, members.Count, record?.Entries.Count ?? 0, record?.Latest<PolicyNamed>()?.Body.Policy?.Words ?? "");
    }

    private static async Task<Dictionary<string, byte[]>> MembersOfAsync(Stream pack, List<string> faults, CancellationToken cancel)
    {
        var members = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        await using var zip = await ZipArchive.CreateAsync(pack, ZipArchiveMode.Read, leaveOpen: true, Encoding.UTF8, cancel);
        if (zip.Entries.Count > MostMembers) throw new InvalidDataException("too many members");
        var together = 0L;
        foreach (var entry in zip.Entries)
        {
            var bytes = await ZipMember.ReadAsync(entry, Math.Min(MostMemberBytes, MostTogether - together), cancel)
                ?? throw new InvalidDataException("too large");
            together += bytes.Length;
            if (!members.TryAdd(entry.FullName, bytes)) faults.Add($"{Shown(entry.FullName)}: it is in the pack twice.");
        }
        return members;
    }

    private static PackSeal? Read(Dictionary<string, byte[]> members, List<string> faults)
    {
        if (!members.TryGetValue(SealName, out var bytes)) { faults.Add($"{SealName}: it is missing. Nobody signed this pack."); return null; }
        try
        {
            using var json = JsonDocument.Parse(bytes);
            var wrong = new Faults();
            var seal = InputReader.Read<PackSeal>(json.RootElement, wrong);
            if (seal is null) { faults.Add($"{SealName}: {wrong.ByPath.First().Key}: {wrong.ByPath.First().Value}"); return null; }
            if (seal.Fault() is { } fault) faults.Add($"{SealName}: {fault}");
            return seal;
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException) { faults.Add($"{SealName}: it is no JSON that can be read."); return null; }
    }

    private static void Listed(Dictionary<string, byte[]> members, PackSeal? seal, List<string> faults)
    {
        if (!members.TryGetValue(Sums, out var bytes)) { faults.Add($"{Sums}: the list of members is missing."); return; }
        if (seal is not null && Sha(bytes) != seal.Sums) faults.Add($"{Sums}: it is not the list that was signed.");
        var listed = new HashSet<string> { Sums, SealName };
        foreach (var line in Encoding.UTF8.GetString(bytes).Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            if (line.Length < 67 || line[64..66] != "  ") { faults.Add($"{Sums}: a line is not understood."); continue; }
            var (hash, name) = (line[..64], line[66..]);
            listed.Add(name);
            if (!members.TryGetValue(name, out var content)) faults.Add($"{Shown(name)}: it is in the list and not in the pack.");
            else if (Sha(content) != hash) faults.Add($"{Shown(name)}: it was changed; its hash is another than in the list.");
        }
        foreach (var name in members.Keys.Where(n => !listed.Contains(n))) faults.Add($"{Shown(name)}: it is in the pack and not in the list; it was added.");
    }

    private static JobRecord? ReadJob(Dictionary<string, byte[]> members, List<string> faults)
    {
        if (!members.TryGetValue(JobName, out var bytes)) { faults.Add($"{JobName}: the job file is missing."); return null; }
        try { return new JobRecord(CheckList.Kinds, JobFile.Read(Encoding.UTF8.GetString(bytes))); }
        catch (InputRefusedException refused)
        {
            foreach (var (path, message) in refused.Faults.ByPath.Take(5)) faults.Add($"{JobName}: {(path.Length > 0 ? path + ": " : "")}{message}");
            return null;
        }
    }

    // The job file's own mark is signed by the shop too: a pack of one shop around a job of another is seen here.
    private static void Proved(Dictionary<string, byte[]> members, PackSeal? seal, JobRecord record, List<string> faults)
    {
        if (JobFile.MarkOf(Encoding.UTF8.GetString(members[JobName])) is not { } mark) faults.Add($"{JobName}: it carries no shop's mark.");
        else if (seal is not null && mark.PublicKey != seal.PublicKey) faults.Add($"{SealName}: it is signed with another shop's key than the job file is.");
        foreach (var (name, bytes) in members.Where(m => m.Key.StartsWith(OriginalsFolder, StringComparison.Ordinal)
            || m.Key.StartsWith(TracesFolder, StringComparison.Ordinal)))
            if (Path.GetFileName(name).Split('.')[0] is var hash && Sha(bytes) != hash) faults.Add($"{Shown(name)}: it is not the file its job names.");
        var named = record.Entries.Where(e => e.Kind is PhotoKept.KindName).Select(e => record.Read<PhotoKept>(e).Body.File)
            .Concat(record.Entries.Where(e => e.Kind is TraceKept.KindName).Select(e => record.Read<TraceKept>(e).Body.File)).ToHashSet();
        foreach (var name in members.Keys.Where(m => m.Contains('/', StringComparison.Ordinal)))
            if (!named.Contains(Path.GetFileName(name).Split('.')[0])) faults.Add($"{Shown(name)}: no entry of the job names it.");
    }

    private static string Shown(string name) => new([.. name.Take(120).Select(c => char.IsControl(c) ? '?' : c)]);

    private static string Sha(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));
}
