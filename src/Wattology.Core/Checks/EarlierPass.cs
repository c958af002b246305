using System.Runtime.CompilerServices;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.People;

namespace Wattology.Core.Checks;

/// <summary>What was passed before a job lay still, or before it came here from a file, counts as told until somebody looks again.</summary>
/// <remarks>What was done, what a unit is and what is told anyway outlast it (<see cref="Ages.Lasts"/>). After the job has ended nothing ages.</remarks>
public static class EarlierPass
{
    /// <summary>How long the work on a job may pause before what was passed counts as told, h. A shop sets its own.</summary>
    public static readonly LimitKind Pause = LimitKind.UsualPractice("work-pause", "Work may pause, before earlier passes count as told", Measure.Hours,
        null, 14 * HoursOfDay);

    private const double HoursOfDay = 24;
    private static readonly ConditionalWeakTable<JobContext, Tuple<Reopened?>> Known = [];

    /// <summary>The latest break: its entry is the last one that counts as told, or the one that brought the job in; null when there was none.</summary>
    public static Reopened? LastBreak(JobContext job) => Known.GetValue(job, j => new(Find(j))).Item1;

    /// <summary>Why an entry counts as told, or null: by the latest break, unless somebody looked at it again since.</summary>
    /// <param name="job">The job.</param>
    /// <param name="entry">The entry a pass rests on.</param>
    public static Reopened? Of(JobContext job, Entry entry)
    {
        if (LastBreak(job) is not { } since || entry.Seq > since.By.Seq) return null;
        var kind = job.Record.Kinds.Find(entry.Kind)!;
        var ages = kind.AgesOf(kind.BodyOf(job.Record, entry));
        if (ages == Ages.Lasts) return null;
        if (job.Record.All<LookedAgain>().Any(l => l.Body.Entry == entry.Hash && l.Entry.Seq > since.By.Seq)) return null;
        return ages == Ages.MeasureAgain ? since with { Again = "Measure again." } : since with { Pass = entry };
    }

    /// <summary>Whether an entry of a kind is work on the machine. The desk's are none: a job that waits for parts lies still however often it is telephoned
    /// about.</summary>
    public static bool IsWork(EntryKind kind) => kind.Right is Right.Record or Right.ConfirmCause or Right.AcceptDoubt or Right.PassHoldPoint;

    /// <summary>Since when a job lies still, in words, and what that means; null while it does not.</summary>
    /// <param name="lastWork">When somebody last worked on it.</param>
    /// <param name="now">Now.</param>
    /// <param name="limits">What holds how long work may pause.</param>
    public static string? StillWords(DateTimeOffset lastWork, DateTimeOffset now, LimitBook limits) => now - lastWork is var pause
        && pause.TotalHours > limits.Choose(Pause).SoundTo
        ? $"no work for {Math.Floor(pause.TotalHours / HoursOfDay):0} days: what was passed counts as told" : null;

    private static Reopened? Find(JobContext job)
    {
        var entries = job.Record.Entries;
        var most = job.Limits.Choose(Pause).SoundTo;
        var later = entries.Any(e => job.Record.Stands(e) && RightOf(job, e) == Right.HandOver) ? (DateTimeOffset?)null : job.Now;
        for (var i = entries.Count - 1; i > 0; i--)
        {
            var entry = entries[i];
            if (entry.Kind == BroughtIn.Kind.Name) return new(entry, $"the job was brought in from a file by {entry.By}") { Told = true };
            if (job.Record.Kinds.Find(entry.Kind) is not { } kind || !IsWork(kind)) continue;
            if (later - entry.At is { } pause && pause.TotalHours > most)
                return new(entry, $"the job lay still for {Math.Floor(pause.TotalHours / HoursOfDay):0} days after entry {entry.Seq} of {entry.Signer}")
                    { Told = true };
            later = entry.At;
        }
        return null;
    }

    private static Right? RightOf(JobContext job, Entry entry) => job.Record.Kinds.Find(entry.Kind)?.Right;
}

/// <summary>What counts as told was looked at again, and is as it was.</summary>
/// <param name="Entry">Hash of the entry on which the pass rests.</param>
public sealed record LookedAgain(string Entry) : EntryBody
{
    /// <summary>The kind.</summary>
    public static readonly EntryKind Kind = new EntryKind<LookedAgain>("looked-again", "Looked at again, as it was", (job, n)
        => job.Record.Find(n.Body.Entry) is { } entry ? $"entry {entry.Seq}, {job.Record.Kinds.Find(entry.Kind)!.Title.ToLowerInvariant()}" : "")
    {
        Correction = Correction.ByTakingBack,
        KnownBy = [Known.Measured, Known.Seen, Known.Felt],
        Refuse = (job, body) =>
        {
            if (job.Record.Find(body.Entry) is not { } entry || !job.Record.Stands(entry))
                return "That reading was corrected meanwhile; look at the newer one.";
            if (EarlierPass.Of(job, entry) is not { } told) return $"Entry {entry.Seq} does not count as told: nothing asks to look again.";
            return told.Pass is null ? "A look does not tell this: measure it again." : null;
        },
    };
}
