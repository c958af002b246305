using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Joints;

/// <summary>What a joint looks like.</summary>
public enum JointState
{
    /// <summary>No leak.</summary>
    NoLeak,
    /// <summary>Wet, not dripping.</summary>
    Weeps,
    /// <summary>Leaks.</summary>
    Leaks,
}

/// <summary>When a joint was looked at.</summary>
public enum JointMoment
{
    /// <summary>Hot: with the engine running, or just stopped.</summary>
    Hot,
    /// <summary>Again after the road or load test.</summary>
    AfterDrive,
}

/// <summary>A joint was opened or slackened on this job.</summary>
/// <param name="Joint">Its id; see <see cref="JointList"/>.</param>
/// <param name="Note">Why, or how far: "3 of 5 screws out".</param>
public sealed record JointOpened(string Joint, string Note = "") : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "joint-opened";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<JointOpened>(KindName, "Joint opened",
        (job, n) => $"{JointWords.Title(job, n.Body.Joint)}{(n.Body.Note.Length > 0 ? $": {n.Body.Note}" : "")}")
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => JointWork.Closed(job.Record, job.Record.Read<JointOpened>(entry).Body.Joint, entry) is null ? null
            : "It was closed since: it was open.",
        Caution = new("Hot exhaust, coolant under pressure, batteries on: let it cool, release pressure by the maker's way, all batteries off. Ports plugged "
            + "before any grinding."),
    };

    /// <inheritdoc/>
    public int Turbo => JointList.Split(Joint).Turbo;

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => JointWords.Check(faults, path, Joint);
}

/// <summary>A joint was made anew: what was done, with its washer or gasket.</summary>
/// <param name="Joint">Its id.</param>
/// <param name="Done">What was done.</param>
/// <param name="SealNew">Whether washer, seal or gasket is new; null when nobody said.</param>
public sealed record JointRemade(string Joint, [Needed("Say what was done at the joint.")] string Done, bool? SealNew = null) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "joint-remade";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<JointRemade>(KindName, "Joint remade", (job, n)
        => $"{JointWords.Title(job, n.Body.Joint)}: {n.Body.Done}{n.Body.SealNew switch { true => ", seal new", false => ", seal used again", _ => "" }}")
    {
        Caution = new("Hot oil and fuel: engine stopped, no pressure in the line, and nothing hot under it."),
    };

    /// <inheritdoc/>
    public int Turbo => JointList.Split(Joint).Turbo;

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => JointWords.Check(faults, path, Joint);
}

/// <summary>Joints that stood open were looked at, and are closed again.</summary>
/// <param name="Joints">Their ids, as they stood before whoever says so.</param>
public sealed record JointsClosed(IReadOnlyList<string> Joints) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "joints-closed";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<JointsClosed>(KindName, "Joints closed again",
        (job, n) => string.Join(", ", n.Body.Joints.Select(j => JointWords.Title(job, j).ToLowerInvariant())))
    {
        Correction = Correction.ByTakingBack,
        Refuse = (_, body) => body.Joints.Count == 0 || body.Joints.Any(j => JointList.Find(j) is null) ? "Name the joints that are closed again." : null,
    };
}

/// <summary>A joint was looked at with the engine hot.</summary>
/// <param name="Joint">Its id.</param>
/// <param name="State">What it looks like.</param>
/// <param name="Moment">Hot, or again after the drive.</param>
public sealed record JointSeen(string Joint, JointState State, JointMoment Moment = JointMoment.Hot) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "joint-seen";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<JointSeen>(KindName, "Joint looked at", (job, n)
        => $"{JointWords.Title(job, n.Body.Joint)}: {JsonForm.Plain(n.Body.State)}{(n.Body.Moment == JointMoment.AfterDrive ? ", after the drive" : "")}")
    {
        Question = (record, body) => (record.Latest<JointSeen>(j => j.Joint == body.Joint && j.Moment == body.Moment)?.Entry, $"joint.{body.Joint}"),
    };

    /// <inheritdoc/>
    public int Turbo => JointList.Split(Joint).Turbo;

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => JointWords.Check(faults, path, Joint);
}

/// <summary>A joint was looked at; recorded now as <see cref="JointSeen"/>, which says when.</summary>
/// <param name="Joint">Its id.</param>
/// <param name="State">What it looks like.</param>
public sealed record JointLooked(string Joint, JointState State) : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<JointLooked>("joint", "Joint looked at",
        (job, n) => $"{JointWords.Title(job, n.Body.Joint)}: {JsonForm.Plain(n.Body.State)}") { Retired = true };

    /// <inheritdoc/>
    public void Check(Faults faults, string path) => JointWords.Check(faults, path, Joint);
}

internal static class JointWords
{
    public static string Title(JobContext job, string joint) => JointList.TitleOf(joint, job.Record.Machine().Turbos);

    public static void Check(Faults faults, string path, string joint)
    {
        if (JointList.Find(joint) is null) faults.Add(Faults.Join(path, "joint"), "There is no such joint.");
    }
}

/// <summary>How the joints of a job stand: opened, closed again, leaking.</summary>
public static class JointWork
{
    /// <summary>The entry that closed a joint after it was opened, or null.</summary>
    public static Entry? Closed(JobRecord record, string joint, Entry opened)
        => After(record.Latest<JointRemade>(r => r.Joint == joint)?.Entry, opened) ?? After(record.Latest<JointsClosed>(c => c.Joints.Contains(joint))?.Entry,
            opened);

    private static Entry? After(Entry? entry, Entry since) => entry is not null && entry.Seq > since.Seq ? entry : null;

    /// <summary>Joints somebody opened and nobody closed again, with the entry that opened each.</summary>
    public static IReadOnlyList<Noted<JointOpened>> StillOpen(JobRecord record)
        => [.. record.All<JointOpened>().GroupBy(o => o.Body.Joint).Select(g => g.Last()).Where(o => Closed(record, o.Body.Joint, o.Entry) is null)];

    /// <summary>What a joint last looked like hot, newer than the work on it; null when nobody looked since.</summary>
    public static (JointState State, Entry Entry)? Looked(JobRecord record, string joint, JointMoment moment)
    {
        var seen = record.Latest<JointSeen>(j => j.Joint == joint && j.Moment == moment) is { } noted ? (noted.Body.State, noted.Entry)
            : moment == JointMoment.Hot && record.Latest<JointLooked>(j => j.Joint == joint) is { } earlier ? (earlier.Body.State, earlier.Entry)
            : ((JointState State, Entry Entry)?)null;
        return seen is { } look && Worked(record, joint) < look.Entry.Seq ? look : null;
    }

    private static int Worked(JobRecord record, string joint) => Math.Max(record.Latest<JointRemade>(r => r.Joint == joint)?.Entry.Seq ?? 0,
        record.Latest<JointOpened>(o => o.Joint == joint)?.Entry.Seq ?? 0);

    /// <summary>Joints of oil or fuel that were seen to leak and were not remade since: nothing is fired before they are.</summary>
    public static IReadOnlyList<(string Joint, Entry Entry)> Leaking(JobRecord record)
    {
        var leaking = new Dictionary<string, Entry>();
        foreach (var (joint, state, entry) in record.All<JointSeen>().Select(s => (s.Body.Joint, s.Body.State, s.Entry))
            .Concat(record.All<JointLooked>().Select(s => (s.Body.Joint, s.Body.State, s.Entry))).OrderBy(s => s.Entry.Seq))
            if (state == JointState.Leaks && JointList.Find(joint)?.Sprays == true) leaking[joint] = entry;
        return [.. leaking.Where(l => record.Latest<JointRemade>(r => r.Joint == l.Key) is not { } remade || remade.Entry.Seq < l.Value.Seq)
            .Select(l => (l.Key, l.Value))];
    }

    /// <summary>Whether an entry opened a joint of a turbo's feed or drain.</summary>
    /// <param name="record">The job.</param>
    /// <param name="entry">An entry of <see cref="JointOpened"/> or <see cref="JointRemade"/>.</param>
    /// <param name="places">The places that count.</param>
    public static bool Opens(JobRecord record, Entry entry, IReadOnlyList<string> places) => record.Kinds.Find(entry.Kind)?.BodyOf(record, entry) switch
    {
        JointOpened o => places.Contains(JointList.Split(o.Joint).Place),
        JointRemade r => places.Contains(JointList.Split(r.Joint).Place),
        _ => false,
    };
}
