using System.Text.Json.Serialization;
using Wattology.Core.Commissioning;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;

namespace Wattology.Core.Traces;

/// <summary>What a trace is of.</summary>
public enum TraceOf
{
    /// <summary>A burst of the starter.</summary>
    Burst,
    /// <summary>A run of the engine.</summary>
    Run,
}

/// <summary>A trace of a burst or a run was kept. Its file lies outside the database under its hash, and the hash stands in the chain.</summary>
/// <param name="Turning">Hash of the entry with which the burst or run began.</param>
/// <param name="Of">Which of both.</param>
/// <param name="File">SHA-256 of the file: the trace as comma-separated text, compressed.</param>
/// <param name="Bytes">How long the file is.</param>
/// <param name="Samples">How many rows it has.</param>
/// <param name="Seconds">How long it lasts, s.</param>
/// <param name="Channels">What was read.</param>
/// <param name="Source">The box or the logger.</param>
/// <param name="Shows">What it shows, in a sentence, as it was read when it was kept.</param>
/// <param name="Simulated">Its engine is a simulated one. Null where it is not.</param>
public sealed record TraceKept(string Turning, TraceOf Of, string File, [Bounds(1, TraceKept.MostBytes)] int Bytes, [Bounds(1, Trace.MostRows)] int Samples,
    [Bounds(0, 864_000)] double Seconds, IReadOnlyList<string> Channels, [Needed("Say what it was read by.")] string Source, string Shows = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Simulated = null) : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "trace";

    /// <summary>Longest file, bytes.</summary>
    public const int MostBytes = 32 * 1024 * 1024;

    /// <summary>Fewer rows than this are no trace.</summary>
    public const int FewestSamples = 5;

    private const int MostWords = 400, MostSource = 80;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<TraceKept>(KindName, "Trace", (job, n)
        => $"{(n.Body.Simulated == true ? "simulated: " : "")}{Turnings.Title(job.Record, n.Body.Turning)}, {n.Body.Source}, {n.Body.Samples} samples in "
            + $"{n.Body.Seconds:0} s, file {n.Body.File[..12]}. {n.Body.Shows}".TrimEnd())
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => Turnings.Find(job.Record, body.Turning) is not { } turning || Turnings.OfWhat(turning) != body.Of
            ? new("There is no such burst or run in this job.", "turning")
            : job.Record.All<TraceKept>().Any(t => t.Body.File == body.File) ? new("This very trace is kept here already.", "file") : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!FileHash.Is(File)) faults.Add(Faults.Join(path, "file"), "A file is named by its SHA-256, 64 hex digits.");
        if (Channels.Count is 0 or > 40) faults.Add(Faults.Join(path, "channels"), "A trace has from 1 to 40 channels.");
        if (Channels.Any(c => c.Length > 40)) faults.Add(Faults.Join(path, "channels"), "A channel's name has at most 40 letters.");
        if (Shows.Length > MostWords) faults.Add(Faults.Join(path, "shows"), $"At most {MostWords} letters.");
        if (Source.Length > MostSource) faults.Add(Faults.Join(path, "source"), $"At most {MostSource} letters.");
    }
}

/// <summary>Something was marked on the trace while it ran: what was done or heard just then.</summary>
/// <param name="Words">What.</param>
public sealed record TraceMark([Needed("Say what is marked.")] string Words) : EntryBody, IHasRules
{
    private const int Most = 60;

    /// <summary>What is usually marked, a touch each.</summary>
    public static readonly IReadOnlyList<string> Usual = ["fast idle", "revved", "under load", "a noise"];

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<TraceMark>("trace-mark", "Marked on the trace", (_, n) => n.Body.Words)
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, _) => Turnings.Running(job.Record) is null ? "Nothing turns just now: a mark stands at its moment." : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Words.Length > Most) faults.Add(Faults.Join(path, "words"), $"At most {Most} letters.");
    }
}

/// <summary>A marker on a trace.</summary>
/// <param name="TimeS">When, s from the beginning of the burst or run.</param>
/// <param name="Words">What.</param>
public sealed record TraceMarker(double TimeS, string Words);

/// <summary>Bursts and runs, as traces are kept of them.</summary>
public static class Turnings
{
    private static bool Begins(Entry entry) => entry.Kind == BurstStarted.KindName || entry.Kind == Fired.Kind.Name;

    private static bool Ends(Entry entry) => entry.Kind == CrankEnded.Kind.Name || entry.Kind == RunEnded.Kind.Name || entry.Kind == BurstEnded.Kind.Name
        || entry.Kind == EngineStopped.Kind.Name;

    /// <summary>Every burst and run that stands, in order.</summary>
    public static IEnumerable<Entry> Of(JobRecord record) => record.Entries.Where(e => Begins(e) && record.Stands(e));

    /// <summary>The burst or run that began with that entry; null where none did.</summary>
    public static Entry? Find(JobRecord record, string hash) => record.Find(hash) is { } entry && Begins(entry) && record.Stands(entry) ? entry : null;

    /// <summary>The entry that ended it; null while it runs.</summary>
    public static Entry? EndOf(JobRecord record, Entry turning) => record.Entries.FirstOrDefault(e => e.Seq > turning.Seq && Ends(e) && record.Stands(e));

    /// <summary>What turns now; null where nothing does.</summary>
    public static Entry? Running(JobRecord record) => Of(record).LastOrDefault() is { } last && EndOf(record, last) is null ? last : null;

    /// <summary>Whether it is a burst or a run.</summary>
    public static TraceOf OfWhat(Entry turning) => turning.Kind == BurstStarted.KindName ? TraceOf.Burst : TraceOf.Run;

    /// <summary>Its name: "burst 2", "run 1".</summary>
    public static string Title(JobRecord record, string hash)
    {
        if (Find(record, hash) is not { } turning) return "a burst or run that was taken back";
        return $"{JsonForm.Plain(OfWhat(turning))} {Of(record).Count(e => e.Kind == turning.Kind && e.Seq <= turning.Seq)}";
    }

    /// <summary>What happened while it turned, in words, each at its moment.</summary>
    /// <param name="job">The job.</param>
    /// <param name="turning">The entry with which it began.</param>
    public static IReadOnlyList<TraceMarker> MarkersOf(JobContext job, Entry turning)
    {
        var last = EndOf(job.Record, turning)?.Seq ?? int.MaxValue;
        return [.. job.Record.Entries.Where(e => e.Seq > turning.Seq && e.Seq < last && e.Kind is not TraceKept.KindName && job.Record.Stands(e)
            && e.Kind != GaugeOn.Kind.Name).Select(e => new TraceMarker(MomentOf(job.Record, turning, e), Words(job, e)))];
    }

    // What the box read first and the page said later stands where the box read it.
    private static double MomentOf(JobRecord record, Entry turning, Entry entry) => entry.Kind == PressureShown.Kind.Name
        && record.Read<PressureShown>(entry) is { Body.BoxSeconds: not null, Outcome: Ran ran }
            ? ran.Seconds : Math.Max(0, (entry.At - turning.At).TotalSeconds);

    private static string Words(JobContext job, Entry entry)
    {
        var kind = job.Record.Kinds.Find(entry.Kind)!;
        return kind == TraceMark.Kind || kind.Name == Checks.Looked.KindName ? kind.Words(job, entry) : kind == PressureShown.Kind ? kind.Title
            : $"{kind.Title}{(kind.Words(job, entry) is { Length: > 0 } words ? $": {words}" : "")}";
    }
}
