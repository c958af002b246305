using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Crank;

/// <summary>What cranking is limited by; of several the strictest counts.</summary>
public static class CrankingLimits
{
    /// <summary>One burst at most.</summary>
    public static readonly LimitKind Burst = LimitKind.UsualPractice("crank-burst", "Cranking, one burst at most", Measure.Seconds, null, 15);

    /// <summary>Rest between bursts at least.</summary>
    public static readonly LimitKind Rest = LimitKind.UsualPractice("crank-rest", "Cranking, rest at least", Measure.Seconds, 60, null);

    /// <summary>Bursts in all: the schools are three, four and five.</summary>
    public static readonly LimitKind Bursts = LimitKind.UsualPractice("crank-bursts", "Cranking, bursts in all", Measure.Number, null, 4);

    /// <summary>How long the starter cools after the allowance was used up without pressure. The maker's figure wins.</summary>
    public static readonly LimitKind Cooling = LimitKind.UsualPractice("crank-cooling", "Starter, cooling after the allowance was used up", Measure.Minutes,
        10, null);
}

/// <summary>The limits a burst ran under; they hold for it whatever is set later.</summary>
/// <param name="Burst">One burst at most, s.</param>
/// <param name="Rest">Rest after it at least, s.</param>
/// <param name="Bursts">Bursts in all.</param>
public sealed record CrankingUnder(Limit Burst, Limit Rest, Limit Bursts) : Outcome
{
    /// <summary>The strictest limits in force: of starter, method and shop the least.</summary>
    public static CrankingUnder Now(LimitBook limits)
        => new(limits.Strictest(CrankingLimits.Burst), limits.Strictest(CrankingLimits.Rest), limits.Strictest(CrankingLimits.Bursts));

    /// <summary>One burst at most, s.</summary>
    public double BurstMost => Burst.SoundTo ?? CrankingLimits.Burst.Usual.SoundTo!.Value;

    /// <summary>Rest after a burst at least, s.</summary>
    public double RestLeast => Rest.SoundFrom ?? CrankingLimits.Rest.Usual.SoundFrom!.Value;

    /// <summary>Cranking allowed in all, s: bursts of the school times the longest burst.</summary>
    public double AllowedSeconds => BurstMost * Math.Floor(Bursts.SoundTo ?? CrankingLimits.Bursts.Usual.SoundTo!.Value);
}

/// <summary>A crank burst began; its time runs from the entry's own time.</summary>
public sealed record BurstStarted : EntryBody
{
    /// <summary>The kind of entry.</summary>
    /// <param name="refusal">Why a burst may not begin just now, or null: what oil pressure and the starter say.</param>
    public static EntryKind KindOf(Func<JobContext, string?> refusal) => new EntryKind<BurstStarted, CrankingUnder>("burst-started", "Cranking started",
        (job, _) => CrankingUnder.Now(job.Limits), (_, _) => "")
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => Crank.Bursts.Running(job.Record) == entry ? null : "That burst was stopped: it counts as it ran.",
        Needs = HoldPoint.Crank,
        Refuse = (job, _) => refusal(job),
        Caution = new("The starter turns belts and fan: hands, hair, rags and tools clear, one clear call, and one person who stops it."),
    };

    /// <summary>The kind's name in records.</summary>
    public const string KindName = "burst-started";
}

/// <summary>A crank burst ended.</summary>
public sealed record CrankEnded : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CrankEnded, Ran>("cranking-ended", "Cranking ended",
        (job, _) => Bursts.Running(job.Record) is { } since ? Ran.Since(job, since) : null,
        (_, n) => n.Outcome is Ran ran ? $"{ran.Seconds:0.0} s{ran.ClockWords}" : "")
    {
        Correction = Correction.Never,
        Refuse = (job, _) => Bursts.Running(job.Record) is null ? "The burst was stopped already." : null,
    };
}

/// <summary>A crank burst ended; recorded now as <see cref="CrankEnded"/>, which says by which clock.</summary>
public sealed record BurstEnded : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<BurstEnded, Lasted>("burst-ended", "Cranking ended", (_, _) => null,
        (_, n) => n.Outcome is Lasted lasted ? $"{lasted.Seconds:0.0} s" : "") { Correction = Correction.Never, Retired = true };
}

/// <summary>How long something lasted, as older entries keep it.</summary>
/// <param name="Seconds">In s, to a tenth; 0 or more.</param>
public sealed record Lasted(double Seconds) : Outcome;

/// <summary>What is asked before the starter turns, and what runs.</summary>
public static class Bursts
{
    /// <summary>The answer that cranks to prime.</summary>
    public const string ToPrime = "prime";

    /// <summary>The answer that cranks to catch oil from the feed.</summary>
    public const string ToCatch = "catch";

    /// <summary>The answer that somebody is under the engine or at it.</summary>
    public const string SomeoneUnder = "someone-under";

    /// <summary>What it is cranked for.</summary>
    public static readonly Question Purpose = new("crank-purpose", "What it is cranked for",
    [
        new(ToCatch, "to catch oil from the feed", Known: Known.Told),
        new("compression", "to measure compression", Known: Known.Told),
        new(ToPrime, "to prime and see oil pressure", Known: Known.Told),
    ])
    {
        Hint = "Cranking to prime asks for more, and counts against the allowance.",
        Refuse = (job, _) => Running(job.Record) is null ? null : "A burst is running: stop it first.",
        RefuseTakingBack = (job, entry) => job.Record.All<BurstStarted>().Any(b => b.Entry.Seq > entry.Seq)
            ? "It was cranked under that since: it counts as it ran. Say what it is cranked for from now on." : null,
    };

    /// <summary>Nobody near what turns.</summary>
    public static readonly Question Clear = new("crank-clear", "Hands, tools and rags clear",
    [
        new("nobody-near", "nobody near it: all clear") ,
        new(SomeoneUnder, "someone is under or at it", Asks: "Who gives the call, and who stops it: two names") { Known = Known.Told },
    ])
    {
        Momentary = true,
        Refuse = (_, look) => look.Answer == SomeoneUnder && !SaysTwo(look.Because)
            ? "Two names: who gives the call, and who stops it, such as ‘Ada calls, Bram stops’." : null,
        ReopenedBy = [Reopening.ByLook(Purpose, "it is cranked for something else now")],
        Caution = new("A life may hang on this: nobody cranks with hands in the engine. With someone under it: two names, a clear call, one stop."),
    };

    // One who calls and stops alone cannot be told by the one underneath that the call was not heard.
    private static bool SaysTwo(string names)
        => names.Split([",", ";", "/", " and ", " & ", "+"], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Where(n => n.Any(char.IsLetter)).Select(n => n.Split(' ')[0]).Distinct(StringComparer.OrdinalIgnoreCase).Count() >= 2;

    /// <summary>What it is cranked for at present; null when nobody said.</summary>
    public static string? PurposeOf(JobContext job) => Purpose.Read(job, 0).Noted?.Body.Answer;

    /// <summary>Whether it is cranked to prime; it counts as that until somebody says otherwise, since priming asks for the most.</summary>
    public static bool IsToPrime(JobContext job) => IsToPrime(PurposeOf(job));

    /// <summary>Whether a purpose is to prime.</summary>
    /// <param name="purpose">The answer's id; null when nobody said.</param>
    public static bool IsToPrime(string? purpose) => purpose is null or ToPrime;

    /// <summary>The burst that runs; null when none does.</summary>
    public static Entry? Running(JobRecord record)
    {
        if (record.Latest<BurstStarted>()?.Entry is not { } started) return null;
        var ended = Math.Max(record.Latest<CrankEnded>()?.Entry.Seq ?? 0, record.Latest<BurstEnded>()?.Entry.Seq ?? 0);
        return ended > started.Seq ? null : started;
    }

    /// <summary>How long a burst lasted that ended with an entry, s; null for an entry that ends none.</summary>
    public static double? SecondsOf(JobRecord record, Entry entry) => entry.Kind == CrankEnded.Kind.Name ? ((Ran)record.Read<CrankEnded>(entry).Outcome!)
        .Seconds
        : entry.Kind == BurstEnded.Kind.Name ? ((Lasted)record.Read<BurstEnded>(entry).Outcome!).Seconds : null;

    /// <summary>Whether the engine was unable to fire while oil was caught: it is now, or it was cranked, which it only is then.</summary>
    public static bool WasSafe(JobContext job) => Firing.IsUnable(job.Record) || job.Record.All<BurstStarted>().Any();
}
