using Wattology.Core.Causes;
using Wattology.Core.Findings;
using Wattology.Core.Identity;
using Wattology.Core.Shop;

namespace Wattology.Core.Evidence;

/// <summary>An entry that stands, with its body.</summary>
public sealed record Noted<T>(Entry Entry, T Body) where T : EntryBody;

/// <summary>A job's present state, computed from its entries. An entry that a later one corrects no longer stands.</summary>
public sealed class JobState
{
    private readonly HashSet<string> _corrected;
    private readonly Dictionary<string, Noted<Accepted>> _accepted;

    private JobState(IReadOnlyList<Entry> entries)
    {
        Entries = entries;
        _corrected = entries.Where(e => e.Corrects.Length > 0).Select(e => e.Corrects).ToHashSet();
        Job = Latest<BookedIn>()?.Body ?? throw new FormatException("A job begins with being booked in.");
        _accepted = All<Accepted>().GroupBy(a => a.Body.Entry).ToDictionary(g => g.Key, g => g.Last());
        Looks = All<FindingNoted>().GroupBy(f => f.Body.Finding).ToDictionary(g => g.Key, g => g.Last());
    }

    /// <summary>Computes the state.</summary>
    /// <exception cref="FormatException">There is no booking-in.</exception>
    public static JobState Of(IReadOnlyList<Entry> entries) => new(entries);

    /// <summary>Every entry, in order.</summary>
    public IReadOnlyList<Entry> Entries { get; }

    /// <summary>The job's id.</summary>
    public string Id => Entries[0].Job;

    /// <summary>The booking-in that stands.</summary>
    public BookedIn Job { get; }

    /// <summary>What each finding last brought, by finding id.</summary>
    public IReadOnlyDictionary<string, Noted<FindingNoted>> Looks { get; }

    /// <summary>Whether an entry still stands.</summary>
    public bool Stands(Entry entry) => !_corrected.Contains(entry.Hash);

    /// <summary>The entries of one kind that stand, in order.</summary>
    public IEnumerable<Noted<T>> All<T>() where T : EntryBody
    {
        var kind = EntryKinds.NameOf(typeof(T));
        return Entries.Where(e => e.Kind == kind && Stands(e)).Select(e => new Noted<T>(e, (T)e.Content));
    }

    /// <summary>The latest entry of one kind that stands.</summary>
    public Noted<T>? Latest<T>(Func<T, bool>? where = null) where T : EntryBody => All<T>().LastOrDefault(n => where is null || where(n.Body));

    /// <summary>The name under which a reading was accepted, if it was.</summary>
    public Noted<Accepted>? AcceptanceOf(Entry entry) => _accepted.GetValueOrDefault(entry.Hash);

    /// <summary>What was seen and not there, for the ranking; causes this unit cannot have are left out.</summary>
    public DiagnoseInput ForRanking() => new(
        Looks.Where(l => l.Value.Body.Look != Look.NotLooked)
            .ToDictionary(l => l.Key, l => l.Value.Body.Look == Look.Seen ? Answer.Present : Answer.Absent), null, Job.ExcludedCauses);

    /// <summary>The confirmed cause.</summary>
    public Noted<CauseConfirmed>? Cause => Latest<CauseConfirmed>();

    /// <summary>The hand-over, once it happened.</summary>
    public Noted<HandedOver>? HandedOver => Latest<HandedOver>();

    /// <summary>What the job waits for; hands until somebody says otherwise.</summary>
    public Waiting Waiting => Latest<Waiting>()?.Body ?? new Waiting(WaitsFor.Hands);

    /// <summary>When it is promised for.</summary>
    public DateTimeOffset? Promised => Latest<Waiting>(w => w.Promised is not null)?.Body.Promised ?? Job.Promised;

    /// <summary>One plate.</summary>
    public Noted<PlateRead>? Plate(int unit, PlateOf of) => Latest<PlateRead>(p => p.Unit == unit && p.Plate == of);
}
