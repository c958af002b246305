using Wattology.Core.Entries;

namespace Wattology.Core.Parts;

/// <summary>An order as it stands.</summary>
/// <param name="Noted">The entry that ordered it.</param>
/// <param name="Due">When it is due now; null when nobody knows.</param>
/// <param name="Moved">The latest entry that moved it; null when none did.</param>
/// <param name="Came">The entry with which it came; null while it is owed.</param>
public sealed record Order(Noted<Ordered> Noted, DateTimeOffset? Due, Noted<OrderMoved>? Moved, Noted<OrderCame>? Came)
{
    /// <summary>What was ordered.</summary>
    public string What => Noted.Body.What;

    /// <summary>Whether it should have been here.</summary>
    public bool IsLate(DateTimeOffset now) => Came is null && Due < now;
}

/// <summary>The orders of a job.</summary>
public static class Orders
{
    /// <summary>Every order, in the order in which they were given.</summary>
    public static IReadOnlyList<Order> Of(JobRecord record)
    {
        var moved = record.All<OrderMoved>().ToLookup(m => m.Body.Order);
        var came = record.All<OrderCame>().ToLookup(c => c.Body.Order);
        return [.. record.All<Ordered>().Select(o => new Order(o, moved[o.Entry.Hash].LastOrDefault() is { } last ? last.Body.Due : o.Body.Due,
            moved[o.Entry.Hash].LastOrDefault(), came[o.Entry.Hash].LastOrDefault()))];
    }

    /// <summary>The open order of a part of the plan; null where none is owed.</summary>
    public static Order? OpenFor(JobRecord record, string part) => Of(record).LastOrDefault(o => o.Came is null && o.Noted.Body.Part == part);

    /// <summary>What an order is for, in words.</summary>
    public static string WhatOf(JobRecord record, string order) => record.All<Ordered>().FirstOrDefault(o => o.Entry.Hash == order)?.Body.What ?? "an order";

    internal static Refusal? RefuseOpen(JobContext job, string order) => Of(job.Record).FirstOrDefault(o => o.Noted.Entry.Hash == order) is not { } open
        ? "There is no such order." : open.Came is { } came ? $"{came.Entry.Signer} took it in already." : null;
}
