using Wattology.Core.Entries;

namespace Wattology.Core.Commissioning;

/// <summary>Smoke at the tailpipe, just now.</summary>
public enum SmokeLook
{
    /// <summary>None.</summary>
    None,
    /// <summary>White or sweetish, getting thinner: wraps and spilt oil.</summary>
    Thinning,
    /// <summary>Blue.</summary>
    Blue,
    /// <summary>Black.</summary>
    Black,
}

/// <summary>The tailpipe was looked at while the engine ran.</summary>
/// <param name="What">What was seen.</param>
public sealed record SmokeNow(SmokeLook What) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<SmokeNow>("smoke-now", "Smoke just now", (_, n) => Title(n.Body.What))
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, _) => EngineRuns.Of(job).Running is null ? "The engine is not running." : null,
    };

    /// <summary>A look in words.</summary>
    public static string Title(SmokeLook what) => what switch
    {
        SmokeLook.None => "none",
        SmokeLook.Thinning => "white or sweetish, thinning",
        SmokeLook.Blue => "blue",
        _ => "black",
    };
}

/// <summary>One minute of a run, and what the tailpipe showed in it.</summary>
/// <param name="Minute">Which, from 1.</param>
/// <param name="Look">What was seen; null where nobody looked.</param>
public sealed record SmokeMinute(int Minute, SmokeLook? Look);

/// <summary>Smoke minute by minute: what spilt oil and wraps make thins out, blue smoke that stays does not.</summary>
public static class SmokeByMinute
{
    private const int MostMinutes = 60, StaysFor = 3;

    /// <summary>The minutes of the running, or the last, run; empty before the first.</summary>
    public static IReadOnlyList<SmokeMinute> Of(JobContext job)
    {
        var record = job.Record;
        if (record.Latest<Fired>()?.Entry is not { } fired) return [];
        var runs = EngineRuns.Of(job);
        var end = record.Latest<RunEnded>()?.Entry is { } ended && ended.Seq > fired.Seq ? (ended.At - fired.At).TotalSeconds
            : runs.Running is null ? 0 : job.SecondsSince(fired);
        var looks = record.All<SmokeNow>().Where(s => s.Entry.Seq > fired.Seq)
            .ToLookup(s => 1 + (int)Math.Max(0, (s.Entry.At - fired.At).TotalSeconds / 60), s => (SmokeLook?)s.Body.What);
        var last = Math.Max(1 + (int)(end / 60), looks.Select(l => l.Key).DefaultIfEmpty(1).Max());
        return [.. Enumerable.Range(1, Math.Min(MostMinutes, last)).Select(m => new SmokeMinute(m, looks[m].LastOrDefault()))];
    }

    /// <summary>Blue smoke was seen in each of the last minutes that were looked at, three or more of them: it stays.</summary>
    public static bool BlueStays(IReadOnlyList<SmokeMinute> minutes) => minutes.Where(m => m.Look is not null).TakeLast(StaysFor).ToArray() is var last
        && last.Length == StaysFor && last.All(m => m.Look == SmokeLook.Blue);

    /// <summary>The minutes in words; empty where nobody looked.</summary>
    public static string Words(IReadOnlyList<SmokeMinute> minutes) => minutes.All(m => m.Look is null) ? ""
        : string.Join(", ", minutes.Select(m => $"{m.Minute}: {(m.Look is { } look ? SmokeNow.Title(look) : "not looked at")}"));
}
