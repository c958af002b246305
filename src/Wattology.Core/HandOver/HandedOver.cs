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
        Refuse = (job, _) => job.Record.HandedOver() is null ? null : "The job was handed over already.",
    };
}

/// <summary>The end of a job.</summary>
public static class HandOverRecord
{
    /// <summary>The hand-over, once it happened; null before.</summary>
    public static Noted<HandedOver>? HandedOver(this JobRecord record) => record.Latest<HandedOver>();
}
