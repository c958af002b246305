using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Wattology.Core.Calculations;
using Wattology.Core.Shop;

namespace Wattology.Core.Evidence;

/// <summary>How something was had.</summary>
public enum How
{
    /// <summary>By an instrument, named beside it.</summary>
    ByInstrument,
    /// <summary>Seen.</summary>
    ByEye,
    /// <summary>Felt.</summary>
    ByFeel,
    /// <summary>Told by someone.</summary>
    Told,
    /// <summary>Assumed.</summary>
    Assumed,
}

/// <summary>What an entry says. Each derived record is one kind of entry.</summary>
public abstract record EntryBody;

/// <summary>Who writes an entry.</summary>
public sealed record Author(string Name, Role Role);

/// <summary>What is about to be recorded.</summary>
/// <param name="Body">What it says.</param>
/// <param name="How">How it was had; null for an act rather than a reading.</param>
/// <param name="Instrument">Which instrument, when by instrument.</param>
/// <param name="Corrects">Hash of the entry this one corrects.</param>
/// <param name="Reason">Why it corrects it.</param>
/// <param name="Typed">What was typed, by field, beside what it meant.</param>
/// <param name="Once">A token of the form that sent it, so that sending twice records once.</param>
public sealed record EntryDraft(EntryBody Body, How? How = null, string? Instrument = null, string? Corrects = null, string? Reason = null,
    IReadOnlyDictionary<string, string>? Typed = null, string? Once = null);

/// <summary>One append-only record of a job, sealed in its chain.</summary>
/// <param name="Job">The job's id.</param>
/// <param name="Seq">Position in the job, from 1.</param>
/// <param name="At">When, to the millisecond, UTC.</param>
/// <param name="By">Who.</param>
/// <param name="Role">What they are in the shop.</param>
/// <param name="Kind">Which kind of entry; see <see cref="EntryKinds"/>.</param>
/// <param name="How">How it was had; empty for an act.</param>
/// <param name="Instrument">Which instrument.</param>
/// <param name="Corrects">Hash of the entry it corrects; empty when none.</param>
/// <param name="Reason">Why it corrects it.</param>
/// <param name="Body">What it says, as compact JSON.</param>
/// <param name="Typed">What was typed, as compact JSON.</param>
/// <param name="Once">Token of the form that sent it.</param>
/// <param name="Prev">Hash of the entry before; empty for the first.</param>
/// <param name="Hash">SHA-256 over all of the above, in hex.</param>
public sealed record Entry(string Job, int Seq, DateTimeOffset At, string By, string Role, string Kind, string How, string Instrument,
    string Corrects, string Reason, string Body, string Typed, string Once, string Prev, string Hash)
{
    private const string Scheme = "wattology-entry-1";
    private EntryBody? _content;

    /// <summary>The body, read.</summary>
    public EntryBody Content => _content ??= (EntryBody)JsonSerializer.Deserialize(Body, EntryKinds.TypeOf(Kind), InputReader.Json)!;

    /// <summary>What was typed, by field.</summary>
    public IReadOnlyDictionary<string, string> TypedFields => JsonSerializer.Deserialize<Dictionary<string, string>>(Typed)!;

    /// <summary>Seals a draft as the next entry of a job.</summary>
    public static Entry Seal(string job, Entry? last, DateTimeOffset at, Author author, EntryDraft draft)
    {
        var entry = new Entry(job, (last?.Seq ?? 0) + 1, DateTimeOffset.FromUnixTimeMilliseconds(at.ToUnixTimeMilliseconds()), author.Name,
            InputReader.WordOf(author.Role), EntryKinds.NameOf(draft.Body.GetType()), draft.How is { } how ? InputReader.WordOf(how) : "", draft.Instrument ?? "",
            draft.Corrects ?? "", draft.Reason ?? "", JsonSerializer.Serialize(draft.Body, draft.Body.GetType(), InputReader.Json),
            JsonSerializer.Serialize(draft.Typed ?? new Dictionary<string, string>(), InputReader.Json), draft.Once ?? "", last?.Hash ?? "", "");
        return entry with { Hash = entry.ComputeHash() };
    }

    /// <summary>The hash the entry should have: SHA-256 over a JSON array of its fields, in order.</summary>
    public string ComputeHash()
    {
        var fields = JsonSerializer.Serialize(new object[] { Scheme, Job, Seq, At.ToUnixTimeMilliseconds(), By, Role, Kind, How, Instrument, Corrects, Reason, Body, Typed, Once, Prev }, InputReader.Json);
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(fields)));
    }
}

/// <summary>A break in a chain.</summary>
/// <param name="Job">The job.</param>
/// <param name="Seq">The entry it hit.</param>
/// <param name="What">What is wrong with it.</param>
public sealed record ChainFault(string Job, int Seq, string What);

/// <summary>Checks chains of entries.</summary>
public static class Chain
{
    /// <summary>Every break in one job's chain, in order.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="entries">Its entries by position.</param>
    public static IEnumerable<ChainFault> Verify(string job, IEnumerable<Entry> entries)
    {
        var expected = 1;
        var prev = "";
        foreach (var entry in entries)
        {
            if (entry.Seq != expected) yield return new ChainFault(job, entry.Seq, $"entry {expected} is missing before it");
            else if (entry.Prev != prev) yield return new ChainFault(job, entry.Seq, "does not name the entry before it");
            if (entry.Hash != entry.ComputeHash()) yield return new ChainFault(job, entry.Seq, "was changed after it was recorded");
            expected = entry.Seq + 1;
            prev = entry.Hash;
        }
    }
}
