using Wattology.Core.Inputs;

namespace Wattology.Core.Entries;

/// <summary>A break in a chain.</summary>
/// <param name="Job">The job.</param>
/// <param name="Seq">The entry it hit.</param>
/// <param name="What">What is wrong with it.</param>
public sealed record ChainFault(string Job, int Seq, string What);

/// <summary>Checks the chain of one job's entries as they stream past, holding none of them.</summary>
/// <param name="job">The job's id.</param>
public sealed class Chain(string job)
{
    /// <summary>How many entries went past.</summary>
    public int Count { get; private set; }

    /// <summary>Hash of the last entry that went past; empty before the first.</summary>
    public string Head { get; private set; } = "";

    private int _expected = 1;

    /// <summary>Takes the next entry by position and says what is wrong with it.</summary>
    /// <returns>Nothing when it is whole.</returns>
    public IEnumerable<ChainFault> Next(Entry entry)
    {
        var faults = new List<ChainFault>();
        if (entry.Seq != _expected) faults.Add(new(job, entry.Seq, $"entry {_expected} is missing before it"));
        else if (entry.Prev != Head) faults.Add(new(job, entry.Seq, "does not name the entry before it"));
        if (entry.Hash != entry.ComputeHash()) faults.Add(new(job, entry.Seq, "was changed after it was recorded"));
        Count++;
        _expected = entry.Seq + 1;
        Head = entry.Hash;
        return faults;
    }

    /// <summary>Every break in one job's chain, in order.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="entries">Its entries by position.</param>
    public static IEnumerable<ChainFault> Verify(string job, IEnumerable<Entry> entries)
    {
        var chain = new Chain(job);
        return entries.SelectMany(chain.Next);
    }

    /// <summary>Seals a draft as the next entry of a job.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="last">The entry before; null for the first.</param>
    /// <param name="at">When; kept to the millisecond.</param>
    /// <param name="by">Who signs.</param>
    /// <param name="kind">The kind of the draft's body.</param>
    /// <param name="draft">What is said.</param>
    /// <param name="outcome">What the application made of it.</param>
    /// <param name="stage">Where the job stands in the order of work.</param>
    /// <param name="second">A second signer.</param>
    public static Entry Seal(string job, Entry? last, DateTimeOffset at, People.Author by, EntryKind kind, EntryDraft draft, Outcome? outcome = null,
        WorkStage stage = WorkStage.Identify, People.Author? second = null)
    {
        var entry = new Entry(job, (last?.Seq ?? 0) + 1, DateTimeOffset.FromUnixTimeMilliseconds(at.ToUnixTimeMilliseconds()), by.Name, by.Id,
            JsonForm.WordOf(by.Role), second?.Name ?? "", second?.Id ?? "", JsonForm.WordOf(stage), kind.Name,
            draft.Known is { } known ? JsonForm.WordOf(known) : "", draft.Instrument ?? "", draft.Corrects ?? "", draft.Reason ?? "",
            kind.Write(draft.Body), kind.Write(outcome), EntryKind.WriteTyped(draft.Typed), draft.Once ?? "", last?.Hash ?? "", "");
        return entry with { Hash = entry.ComputeHash() };
    }
}
