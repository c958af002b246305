using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Jobs;

/// <summary>A reading with both verdicts: by the limit it was judged by, and by the one in force now. The old verdict stays.</summary>
/// <param name="Entry">The reading.</param>
/// <param name="Value">The value judged, in the limit's unit.</param>
/// <param name="Then">The limit then.</param>
/// <param name="VerdictThen">The verdict then.</param>
/// <param name="Now">The limit in force.</param>
/// <param name="VerdictNow">What the same value comes to by it.</param>
public sealed record JudgedReading(Entry Entry, double Value, Limit Then, Verdict VerdictThen, Limit Now, Verdict VerdictNow)
{
    /// <summary>The limit is another one now.</summary>
    public bool Changed => Then != Now;

    /// <summary>A reading as it stands to a limit; null where no limit judged it, or none that is known any more.</summary>
    /// <param name="record">The record the entry stands in.</param>
    /// <param name="entry">The entry.</param>
    /// <param name="limits">The limits in force for its job.</param>
    public static JudgedReading? Of(JobRecord record, Entry entry, LimitBook limits)
        => record.Kinds.Find(entry.Kind) is { } kind && kind.OutcomeOf(record, entry) is IJudged { Judgement: { By: { } then } judgement } outcome
            && CheckList.FindLimit(then.Key) is { } limit && outcome.JudgedOf(kind.BodyOf(record, entry)) is { } value && limits.Choose(limit) is var now
            ? new(entry, value, then, judgement.Verdict, now, now.Judge(value)) : null;
}
