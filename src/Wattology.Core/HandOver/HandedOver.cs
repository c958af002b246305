using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.HandOver;

/// <summary>The job leaves the shop.</summary>
/// <param name="To">Who took it.</param>
/// <param name="ToldDriver">What they were told.</param>
public sealed record HandedOver([Needed("Say who takes it.")] string To,
    [Needed("Say what they were told; it keeps the next one alive.")] string ToldDriver) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<HandedOver>("handed-over", "Handed over", (_, n) => $"to {n.Body.To}. {n.Body.ToldDriver}")
    {
        Correction = Correction.Never,
        Right = Right.HandOver,
        Needs = HoldPoint.HandOver,
        Refuse = (job, _) => job.Record.IsEnded() ? "The job has ended already." : null,
    };
}

/// <summary>The end of a job.</summary>
public static class HandOverRecord
{
    /// <summary>The hand-over, once it happened; null before.</summary>
    public static Noted<HandedOver>? HandedOver(this JobRecord record) => record.Latest<HandedOver>();

    /// <summary>The ending in another way, once it happened; null before.</summary>
    public static Noted<JobEnded>? Ended(this JobRecord record) => record.Latest<JobEnded>();

    /// <summary>Whether the job has ended, in whichever way.</summary>
    public static bool IsEnded(this JobRecord record) => record.EndEntry() is not null;

    /// <summary>The entry with which it ended; null while it is open.</summary>
    public static Entry? EndEntry(this JobRecord record) => record.HandedOver()?.Entry ?? record.Ended()?.Entry;

    /// <summary>How it ended, in words; empty while it is open.</summary>
    public static string EndWords(this JobRecord record) => record.HandedOver() is not null ? "Handed over" : record.Ended() is { } ended
        ? JobEnded.Title(ended.Body.Way) : "";
}
