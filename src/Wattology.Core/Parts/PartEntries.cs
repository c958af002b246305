using System.Text.Json.Serialization;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Parts;

/// <summary>Something was ordered.</summary>
/// <param name="What">What.</param>
/// <param name="From">From whom.</param>
/// <param name="Due">When it is due; null when nobody knows.</param>
/// <param name="Part">Which part of the plan it is; null where it is none of them.</param>
public sealed record Ordered([Needed("Say what is ordered.")] string What, [Needed("Say from whom.")] string From, DateTimeOffset? Due = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Part = null) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Ordered>("ordered", "Ordered", (_, n) => $"{n.Body.What}, from {n.Body.From}")
    {
        Needs = HoldPoint.Order,
        Ages = Ages.Lasts,
        Refuse = (_, body) => string.IsNullOrEmpty(body.Part) || PartNeeds.Find(body.Part) is not null ? null : new("There is no such part in the plan.",
            "part"),
    };
}

/// <summary>An order will come at another time.</summary>
/// <param name="Order">Hash of the entry that ordered it.</param>
/// <param name="Due">When it is due now; null when nobody knows any more.</param>
/// <param name="Why">Why.</param>
public sealed record OrderMoved(string Order, DateTimeOffset? Due, [Needed("Say why it comes at another time.")] string Why) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<OrderMoved>("order-moved", "Order comes at another time",
        (job, n) => $"{Orders.WhatOf(job.Record, n.Body.Order)}: {n.Body.Why}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, body) => Orders.RefuseOpen(job, body.Order),
    };
}

/// <summary>An order came, or what came of it.</summary>
/// <param name="Order">Hash of the entry that ordered it.</param>
/// <param name="Missing">What of it is missing; empty where all is here.</param>
public sealed record OrderCame(string Order, string Missing = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<OrderCame>("order-came", "Order came",
        (job, n) => $"{Orders.WhatOf(job.Record, n.Body.Order)}{(n.Body.Missing.Length > 0 ? $", without {n.Body.Missing}" : ", whole")}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, body) => Orders.RefuseOpen(job, body.Order),
    };
}

/// <summary>How a part of the plan stands.</summary>
public enum PartState
{
    /// <summary>It is here.</summary>
    Here,
    /// <summary>The customer brought it.</summary>
    FromCustomer,
    /// <summary>It is not here: the box came without it, or it is the wrong one.</summary>
    Missing,
    /// <summary>A new one is on.</summary>
    Renewed,
    /// <summary>The old one stays, for a reason.</summary>
    Kept,
    /// <summary>The customer does not want it renewed, for a reason.</summary>
    Declined,
}

/// <summary>How a part stands was said by a touch.</summary>
/// <param name="Part">Which; see <see cref="PartNeeds"/>.</param>
/// <param name="State">How it stands.</param>
/// <param name="Because">Why it is kept, declined or missing; needed then.</param>
public sealed record PartNoted(string Part, PartState State, string Because = "") : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PartNoted>("part", "Part", (_, n) => n.Body.Words)
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Question = (record, body) => (record.Latest<PartNoted>(p => p.Part == body.Part)?.Entry, $"part.{body.Part}"),
        Refuse = (job, body) => PartNeeds.Find(body.Part) is not { } part || !part.Has(job.Record.Machine()) ? "This job needs no such part." : null,
    };

    /// <summary>A state in words.</summary>
    public static string Said(PartState state) => state switch
    {
        PartState.Here => "here",
        PartState.FromCustomer => "brought by the customer",
        PartState.Missing => "missing",
        PartState.Renewed => "renewed",
        PartState.Kept => "kept",
        _ => "declined by the customer",
    };

    /// <summary>All it says, in one line.</summary>
    public string Words => $"{PartNeeds.Find(Part)?.Title ?? Part.Replace('-', ' ')}: {Said(State)}{(Because.Length > 0 ? $", {Because}" : "")}";

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (string.IsNullOrWhiteSpace(Because) && (State is PartState.Kept or PartState.Declined or PartState.Missing))
            faults.Add(Faults.Join(path, "because"), State switch
            {
                PartState.Kept => "Say why the old one stays.",
                PartState.Declined => "Say what the customer said, and who asked.",
                _ => "Say what is missing or wrong.",
            });
    }
}
