using System.Text.Json;
using Wattology.Core.Inputs;

namespace Wattology.Core.Entries;

/// <summary>An entry with its body and outcome, read.</summary>
/// <param name="Entry">The entry.</param>
/// <param name="Body">What it says.</param>
/// <param name="Outcome">What the application made of it; null where it made nothing.</param>
public sealed record Noted<T>(Entry Entry, T Body, Outcome? Outcome) where T : EntryBody;

/// <summary>Takes back an act that never happened: a touch by mistake. It stays in the record and counts for nothing.</summary>
/// <param name="Entry">Hash of the entry taken back.</param>
/// <param name="Why">What happened instead.</param>
public sealed record TakenBack(string Entry, [Needed("Say why it is taken back.")] string Why) : EntryBody
{
    /// <summary>The kind.</summary>
    public static readonly EntryKind Kind = new EntryKind<TakenBack>("taken-back", "Taken back", (job, n)
        => $"entry {job.Record.Find(n.Body.Entry)?.Seq}: {n.Body.Why}")
    {
        Correction = Correction.Never,
        Refuse = (job, taken) => job.Record.Find(taken.Entry) is not { } entry ? "The entry to be taken back is not in this job."
            : !job.Record.Stands(entry) ? $"Entry {entry.Seq} does not stand any more."
            : job.Record.Kinds.Find(entry.Kind) is { Correction: Correction.ByTakingBack } kind ? kind.RefuseTakingBack(job, entry)
            : $"Entry {entry.Seq} cannot be taken back: it happened.",
    };
}

/// <summary>A named person takes a doubt, or judges a reading that has no limit.</summary>
/// <param name="Entry">Hash of the reading.</param>
/// <param name="Reason">Why it will do.</param>
public sealed record Accepted(string Entry, [Needed("Say why it will do.")] string Reason) : EntryBody
{
    /// <summary>The kind.</summary>
    public static readonly EntryKind Kind = new EntryKind<Accepted>("accepted", "Judged by name", (job, n)
        => $"entry {job.Record.Find(n.Body.Entry)?.Seq}: {n.Body.Reason}")
    {
        Correction = Correction.ByTakingBack,
        Right = People.Right.AcceptDoubt,
        Refuse = (job, accepted) => job.Record.Find(accepted.Entry) is { } entry && job.Record.Stands(entry) ? null
            : "That reading was corrected meanwhile; look at the newer one.",
    };
}

/// <summary>The entries of one job, each body read once, and which of them stand.</summary>
/// <remarks>An entry that a later one corrects or takes back no longer stands. Reading is safe from several threads at once.</remarks>
public sealed class JobRecord
{
    private readonly Entry[] _entries;
    private readonly object?[] _read;
    private readonly Dictionary<string, List<int>> _byKind = [];
    private readonly Dictionary<string, int> _byHash = [];
    private readonly HashSet<string> _fallen = [];
    private readonly Dictionary<string, Noted<Accepted>> _accepted = [];

    /// <summary>Reads a job's entries.</summary>
    /// <param name="kinds">The kinds of entry.</param>
    /// <param name="entries">All entries of one job, by position.</param>
    public JobRecord(EntryKindList kinds, IReadOnlyList<Entry> entries) : this(kinds, [.. entries], new object?[entries.Count]) { }

    private JobRecord(EntryKindList kinds, Entry[] entries, object?[] read)
    {
        (Kinds, _entries, _read) = (kinds, entries, read);
        for (var i = Array.FindLastIndex(entries, e => e.Kind == BroughtIn.Kind.Name) - 1; i >= 0 && !entries[i].Elsewhere; i--)
        {
            entries[i] = entries[i] with { Elsewhere = true };
            _read[i] = null;
        }
        for (var i = 0; i < entries.Length; i++)
        {
            if (!_byKind.TryGetValue(entries[i].Kind, out var own)) _byKind[entries[i].Kind] = own = [];
            own.Add(i);
            _byHash[entries[i].Hash] = i;
            if (entries[i].Corrects.Length > 0) _fallen.Add(entries[i].Corrects);
        }
        foreach (var taken in All<TakenBack>().ToArray()) _fallen.Add(taken.Body.Entry);
        foreach (var accepted in All<Accepted>()) _accepted[accepted.Body.Entry] = accepted;
    }

    /// <summary>The kinds of entry it was read with.</summary>
    public EntryKindList Kinds { get; }

    /// <summary>The job's id.</summary>
    public string Id => _entries[0].Job;

    /// <summary>Every entry, in order.</summary>
    public IReadOnlyList<Entry> Entries => _entries;

    /// <summary>The latest entry.</summary>
    public Entry Last => _entries[^1];

    /// <summary>The same job with more entries; what was read already is not read again.</summary>
    public JobRecord With(IReadOnlyCollection<Entry> more)
    {
        if (more.Count == 0) return this;
        var read = new object?[_entries.Length + more.Count];
        _read.CopyTo(read, 0);
        return new JobRecord(Kinds, [.. _entries, .. more], read);
    }

    /// <summary>Whether an entry still stands.</summary>
    public bool Stands(Entry entry) => !_fallen.Contains(entry.Hash);

    /// <summary>The entry with that hash, or null.</summary>
    public Entry? Find(string hash) => _byHash.TryGetValue(hash, out var i) ? _entries[i] : null;

    /// <summary>An entry with its body and outcome.</summary>
    /// <typeparam name="T">The body of the entry's own kind.</typeparam>
    public Noted<T> Read<T>(Entry entry) where T : EntryBody => Read<T>(_byHash[entry.Hash]);

    /// <summary>The entries of one kind that stand, in order.</summary>
    public IEnumerable<Noted<T>> All<T>() where T : EntryBody
        => Positions<T>().Where(i => Stands(_entries[i])).Select(Read<T>);

    /// <summary>The latest entry of one kind that stands, or null.</summary>
    /// <param name="where">Which entries count; all when null.</param>
    public Noted<T>? Latest<T>(Func<T, bool>? where = null) where T : EntryBody
    {
        var own = Positions<T>();
        for (var k = own.Count - 1; k >= 0; k--)
            if (Stands(_entries[own[k]]) && Read<T>(own[k]) is var noted && (where is null || where(noted.Body))) return noted;
        return null;
    }

    /// <summary>The latest entry of one kind for one turbo, or null.</summary>
    public Noted<T>? LatestOf<T>(int turbo) where T : EntryBody, IOfTurbo => Latest<T>(b => b.Turbo == turbo);

    /// <summary>The name under which a reading was taken, if it was.</summary>
    public Noted<Accepted>? AcceptanceOf(Entry entry) => _accepted.GetValueOrDefault(entry.Hash);

    private List<int> Positions<T>() => _byKind.GetValueOrDefault(Kinds.Of(typeof(T)).Name) ?? [];

    private Noted<T> Read<T>(int i) where T : EntryBody
    {
        if (_read[i] is Noted<T> known) return known;
        var noted = Kinds.Read<T>(_entries[i]);
        _read[i] = noted;
        return noted;
    }
}
