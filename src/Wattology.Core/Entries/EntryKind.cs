using System.Text.Json;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.PartNumbers;
using Wattology.Core.People;

namespace Wattology.Core.Entries;

/// <summary>How an entry that should not have been made is put right.</summary>
public enum Correction
{
    /// <summary>By a new entry of the same kind that names it and gives its reason.</summary>
    ByNewEntry,
    /// <summary>By an entry that takes it back; see <see cref="TakenBack"/>.</summary>
    ByTakingBack,
    /// <summary>Not at all: it happened, and only what happens next changes anything.</summary>
    Never,
}

/// <summary>What becomes of a pass that rests on an entry when the job lies still, or came from elsewhere.</summary>
public enum Ages
{
    /// <summary>It counts as told until somebody looks again.</summary>
    LookAgain,
    /// <summary>The same, and a look does not tell: it is measured again.</summary>
    MeasureAgain,
    /// <summary>It outlasts it: an act that took place, what a unit is, what was told anyway.</summary>
    Lasts,
}

/// <summary>Why an entry may not be recorded, and what would be right.</summary>
/// <param name="Message">The reason in a sentence.</param>
/// <param name="Field">The field it belongs to; empty where it is about the whole.</param>
public sealed record Refusal(string Message, string Field = "")
{
    /// <summary>A refusal of the whole; null stays null.</summary>
    public static implicit operator Refusal?(string? message) => message is null ? null : new(message);
}

/// <summary>A job with what is needed to judge it.</summary>
/// <param name="Record">Its entries.</param>
/// <param name="Limits">Limits in force for it.</param>
/// <param name="Units">The shop's units.</param>
/// <param name="Parts">The shop's parts table.</param>
/// <param name="Now">The time at which it is judged, UTC.</param>
public sealed record JobContext(JobRecord Record, LimitBook Limits, ShopUnits Units, PartsTable Parts, DateTimeOffset Now)
{
    /// <summary>Ways of working in force for it.</summary>
    public SchoolBook Schools { get; init; } = SchoolBook.Usual;

    /// <summary>The shop is the demo: there a simulated engine counts as one.</summary>
    public bool Demo { get; init; }

    /// <summary>How many closed jobs on the same engine had which cause confirmed, this job left out.</summary>
    public IReadOnlyDictionary<string, int> FamilyCases { get; init; } = new Dictionary<string, int>();

    /// <summary>Seconds since an entry was made, by a clock nobody can set; null where the entry was made before this program was started.</summary>
    public Func<Entry, double?> Steady { get; init; } = _ => null;

    /// <summary>Seconds since an entry was made, never below 0: by the steady clock, or across a restart by the clock on the wall.</summary>
    public double SecondsSince(Entry entry) => Math.Max(0, Steady(entry) ?? (Now - entry.At).TotalSeconds);
}

/// <summary>A caution that stands at an act, before it: short, and it gives way to makers' data and local rules.</summary>
/// <param name="Text">What to look out for.</param>
/// <param name="Acknowledged">A life is at stake: the act is refused until somebody says that they read it.</param>
public sealed record Caution(string Text, bool Acknowledged = false);

/// <summary>A kind of entry: its name in records, its words, and the rules under which it is recorded.</summary>
/// <remarks>Entries last for ever, so a name is never given to another shape: what must change comes as a new kind, and the old one stays
/// readable.</remarks>
public abstract class EntryKind
{
    private protected EntryKind(string name, string title, Type body) => (Name, Title, BodyType) = (name, title, body);

    /// <summary>Its name in records.</summary>
    public string Name { get; }

    /// <summary>Its name on pages.</summary>
    public string Title { get; }

    /// <summary>The record in which it says what it says.</summary>
    public Type BodyType { get; }

    /// <summary>The record in which the application keeps what it made of it; null where it makes nothing.</summary>
    public Type? OutcomeType { get; private protected init; }

    /// <summary>How a wrong one is put right.</summary>
    public Correction Correction { get; init; } = Correction.ByNewEntry;

    /// <summary>What a person must be allowed to record it.</summary>
    public Right Right { get; init; } = Right.Record;

    /// <summary>The hold point that must be free before it may be recorded; null when none guards it.</summary>
    public HoldPoint? Needs { get; init; }

    /// <summary>The hold point that guards one body of this kind; the kind's own unless its subject says otherwise.</summary>
    public virtual HoldPoint? NeedsFor(EntryBody body) => Needs;

    /// <summary>What becomes of a pass that rests on such an entry when the job lies still.</summary>
    public Ages Ages { get; init; }

    /// <summary>The same for one body of this kind; the kind's own unless its subject says otherwise.</summary>
    public virtual Ages AgesOf(EntryBody body) => Ages;

    /// <summary>Read for ever, recorded no more: a newer kind says it better.</summary>
    public bool Retired { get; init; }

    /// <summary>How it may be known; any way, or none, where the list is empty.</summary>
    public IReadOnlyList<Known> KnownBy { get; init; } = [];

    /// <summary>The kinds of instrument it is measured with; any where the list is empty.</summary>
    public IReadOnlyList<InstrumentKind> MeasuredWith { get; init; } = [];

    /// <summary>What can hurt somebody at this act; null where nothing does.</summary>
    public Caution? Caution { get; init; }

    /// <summary>Why one that can be taken back may not be just now, or null.</summary>
    public Func<JobContext, Entry, string?> RefuseTakingBack { get; init; } = (_, _) => null;

    /// <summary>What an entry of this kind says, in one line for people and in the shop's units.</summary>
    public abstract string Words(JobContext job, Entry entry);

    /// <summary>What an entry of this kind says, as it was said.</summary>
    public abstract EntryBody BodyOf(JobRecord record, Entry entry);

    /// <summary>What the application made of an entry of this kind; null where it made nothing.</summary>
    public abstract Outcome? OutcomeOf(JobRecord record, Entry entry);

    /// <summary>The entry that answers the same question as a body just now, and the field it is answered in; null where kinds ask none.</summary>
    public abstract (Entry? Stands, string Field)? SameQuestion(JobRecord record, EntryBody body);

    /// <summary>What the application makes of a body just now.</summary>
    public abstract Outcome? Judge(JobContext job, EntryBody body);

    /// <summary>Why a body may not be recorded on this job just now, or null.</summary>
    public abstract Refusal? Refusal(JobContext job, EntryBody body);

    /// <summary>Why a body that corrects nothing may not be recorded on this job just now, or null.</summary>
    public abstract Refusal? RefusalOfFirst(JobContext job, EntryBody body);

    /// <summary>A body as compact JSON.</summary>
    public string Write(EntryBody body) => JsonSerializer.Serialize(body, BodyType, JsonForm.Options);

    /// <summary>An outcome as compact JSON; empty when there is none.</summary>
    public string Write(Outcome? outcome) => outcome is null ? "" : JsonSerializer.Serialize(outcome, OutcomeType!, JsonForm.Options);

    /// <summary>Why a stored entry of this kind cannot be read, in words; null where it can.</summary>
    public string? Unreadable(Entry entry)
    {
        foreach (var (text, type, what) in new[] { (entry.Body, BodyType, "what it says"), (entry.Outcome, OutcomeType, "what was made of it"),
            (entry.Typed, typeof(Dictionary<string, string>), "what was typed") })
        {
            if (text.Length == 0 && type != BodyType) continue;
            try
            {
                if (type is null || JsonSerializer.Deserialize(text, type, JsonForm.Options) is null) return $"{what} cannot be read";
            }
            catch (Exception e) when (e is JsonException or NotSupportedException or ArgumentException or FormatException) { return $"{what} cannot be read"; }
        }
        return null;
    }

    /// <summary>What was typed as compact JSON, ordered by field.</summary>
    public static string WriteTyped(IReadOnlyDictionary<string, string>? typed)
        => JsonSerializer.Serialize(new SortedDictionary<string, string>(typed?.ToDictionary() ?? [], StringComparer.Ordinal), JsonForm.Options);
}

/// <summary>A kind of entry whose body is a <typeparamref name="TBody"/>.</summary>
public class EntryKind<TBody> : EntryKind where TBody : EntryBody
{
    private readonly Func<JobContext, Noted<TBody>, string> _words;

    /// <summary>Makes a kind.</summary>
    /// <param name="name">Its name in records.</param>
    /// <param name="title">Its name on pages.</param>
    /// <param name="words">What an entry says, in one line; null when its title says all.</param>
    public EntryKind(string name, string title, Func<JobContext, Noted<TBody>, string>? words = null) : base(name, title, typeof(TBody))
        => _words = words ?? ((_, _) => "");

    /// <summary>Why one may not be recorded just now, or null: the rules of its subject.</summary>
    public Func<JobContext, TBody, Refusal?> Refuse { get; init; } = (_, _) => null;

    /// <summary>Why a new one may not be recorded just now, or null: what a correction of an older one is not asked.</summary>
    public Func<JobContext, TBody, Refusal?> RefuseFirst { get; init; } = (_, _) => null;

    /// <summary>The hold point that guards a body; the kind's own when null.</summary>
    public Func<TBody, HoldPoint?>? Guard { get; init; }

    /// <summary>What becomes of a body when the job lies still; the kind's own when null.</summary>
    public Func<TBody, Ages>? AgesBy { get; init; }

    /// <inheritdoc/>
    public override Ages AgesOf(EntryBody body) => AgesBy is null ? Ages : AgesBy((TBody)body);

    /// <inheritdoc/>
    public override HoldPoint? NeedsFor(EntryBody body) => Guard is null ? Needs : Guard((TBody)body);

    /// <inheritdoc/>
    public override Refusal? RefusalOfFirst(JobContext job, EntryBody body) => RefuseFirst(job, (TBody)body);

    /// <summary>The entry that answers the same question just now, and the field it is answered in; for forms of many answers.</summary>
    public Func<JobRecord, TBody, (Entry? Stands, string Field)>? Question { get; init; }

    /// <inheritdoc/>
    public override (Entry? Stands, string Field)? SameQuestion(JobRecord record, EntryBody body) => Question?.Invoke(record, (TBody)body);

    /// <inheritdoc/>
    public override string Words(JobContext job, Entry entry) => _words(job, job.Record.Read<TBody>(entry));

    /// <inheritdoc/>
    public override EntryBody BodyOf(JobRecord record, Entry entry) => record.Read<TBody>(entry).Body;

    /// <inheritdoc/>
    public override Outcome? OutcomeOf(JobRecord record, Entry entry) => record.Read<TBody>(entry).Outcome;

    /// <inheritdoc/>
    public override Outcome? Judge(JobContext job, EntryBody body) => null;

    /// <inheritdoc/>
    public override Refusal? Refusal(JobContext job, EntryBody body) => Refuse(job, (TBody)body);
}

/// <summary>A kind of entry of which the application makes a <typeparamref name="TOutcome"/> when it is recorded.</summary>
public sealed class EntryKind<TBody, TOutcome> : EntryKind<TBody> where TBody : EntryBody where TOutcome : Outcome
{
    private readonly Func<JobContext, TBody, TOutcome?> _judge;

    /// <summary>Makes a kind.</summary>
    /// <param name="name">Its name in records.</param>
    /// <param name="title">Its name on pages.</param>
    /// <param name="judge">Computes and judges; called inside the transaction that records.</param>
    /// <param name="words">What an entry says, in one line.</param>
    public EntryKind(string name, string title, Func<JobContext, TBody, TOutcome?> judge, Func<JobContext, Noted<TBody>, string> words)
        : base(name, title, words)
    {
        _judge = judge;
        OutcomeType = typeof(TOutcome);
    }

    /// <inheritdoc/>
    public override Outcome? Judge(JobContext job, EntryBody body) => _judge(job, (TBody)body);
}

/// <summary>The kinds of entry known here, by name and by body.</summary>
public sealed class EntryKindList
{
    private readonly Dictionary<string, EntryKind> _byName;
    private readonly Dictionary<Type, EntryKind> _byBody;

    /// <summary>Makes the list.</summary>
    /// <exception cref="ArgumentException">Two kinds share a name or a body.</exception>
    public EntryKindList(IReadOnlyList<EntryKind> kinds)
    {
        All = kinds;
        _byName = kinds.ToDictionary(k => k.Name, StringComparer.Ordinal);
        _byBody = kinds.ToDictionary(k => k.BodyType);
    }

    /// <summary>Every kind, in order.</summary>
    public IReadOnlyList<EntryKind> All { get; }

    /// <summary>The kind of that name, or null.</summary>
    public EntryKind? Find(string name) => _byName.GetValueOrDefault(name);

    /// <summary>The kind of a body.</summary>
    /// <exception cref="KeyNotFoundException">No kind has such a body.</exception>
    public EntryKind Of(Type body) => _byBody[body];

    /// <summary>What an entry says, read as its kind's body.</summary>
    public Noted<T> Read<T>(Entry entry) where T : EntryBody => new(entry, JsonSerializer.Deserialize<T>(entry.Body, JsonForm.Options)!,
        entry.Outcome.Length == 0 || Of(typeof(T)).OutcomeType is not { } type ? null
            : (Outcome?)JsonSerializer.Deserialize(entry.Outcome, type, JsonForm.Options));
}
