using System.Globalization;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Warranty;

/// <summary>What is expected of a claim.</summary>
/// <param name="Amount">How much, in the shop's money.</param>
/// <param name="For">For what.</param>
public sealed record ClaimExpected([Bounds(0, 10_000_000)] double Amount, string For = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClaimExpected>("claim-expected", "Claim expected", (_, n)
        => $"{Claim.Money(n.Body.Amount)}{(n.Body.For.Length > 0 ? $", {n.Body.For}" : "")}")
        { Correction = Correction.ByTakingBack, Right = Right.BookIn, Ages = Ages.Lasts };
}

/// <summary>How a claim went out.</summary>
public enum ClaimWay
{
    /// <summary>Over the line to the giver's desk.</summary>
    Desk,
    /// <summary>Saved, and sent in any other way.</summary>
    ByHand,
}

/// <summary>A pack went out. It is frozen: its file stays as it was under its hash, and a later one names what was added.</summary>
/// <param name="Policy">Under which policy, with its version.</param>
/// <param name="Pack">SHA-256 of the pack.</param>
/// <param name="UpTo">The last entry in it.</param>
/// <param name="Way">How it went.</param>
/// <param name="To">To whom.</param>
/// <param name="Receipt">The receipt's number; blank until there is one.</param>
public sealed record ClaimSent(string Policy, string Pack, [Bounds(1, 1_000_000)] int UpTo, ClaimWay Way, [Needed("Say to whom.")] string To,
    string Receipt = "") : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "claim-sent";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClaimSent>(KindName, "Claim sent", (_, n)
        => $"to {n.Body.To}{(n.Body.Way == ClaimWay.ByHand ? ", by hand" : "")}, entries 1 to {n.Body.UpTo}, pack {n.Body.Pack[..16]}"
            + $"{(n.Body.Receipt.Length > 0 ? $", receipt {n.Body.Receipt}" : "")}")
    {
        Correction = Correction.Never,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, body) => Rehearsal.Of(job) is null ? "This job is under no policy: name one first."
            : job.Record.All<ClaimSent>().Any(s => s.Body.Pack == body.Pack) ? "This very pack went out already." : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Pack.Length != 64 || Pack.Any(c => !char.IsAsciiHexDigitLower(c))) faults.Add(Faults.Join(path, "pack"), "A SHA-256 has 64 small hex digits.");
    }
}

/// <summary>What a warranty giver answered.</summary>
public enum ClaimAnswer
{
    /// <summary>A question.</summary>
    Asked,
    /// <summary>Accepted.</summary>
    Accepted,
    /// <summary>Refused.</summary>
    Refused,
}

/// <summary>The warranty giver answered.</summary>
/// <param name="Answer">What.</param>
/// <param name="Words">In its words.</param>
/// <param name="Code">The reason's code, or the missing proof's name; blank where it gives none.</param>
/// <param name="Amount">How much is granted.</param>
public sealed record ClaimAnswered(ClaimAnswer Answer, string Words = "", string Code = "", [Bounds(0, 10_000_000)] double? Amount = null)
    : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClaimAnswered>("claim-answered", "Claim answered", (_, n) => n.Body.Said)
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, _) => job.Record.Latest<ClaimSent>() is null ? "Nothing was sent that could be answered." : null,
    };

    /// <summary>All it says.</summary>
    public string Said => $"{JsonForm.WordOf(Answer)}{(Code.Length > 0 ? $", {ReasonTitle(Code)}" : "")}{(Words.Length > 0 ? $": {Words}" : "")}"
        + $"{(Amount is { } amount ? $", {Claim.Money(amount)}" : "")}";

    /// <summary>A reason's code in words: a proof's title, or what takes cover away.</summary>
    public static string ReasonTitle(string code) => Proofs.Find(code)?.Title.ToLowerInvariant()
        ?? (JsonForm.ValueOf<CoverVoid>(code) is { } what ? Rehearsal.TitleOf(what).ToLowerInvariant() : code.Replace('-', ' '));

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Answer != ClaimAnswer.Accepted && string.IsNullOrWhiteSpace(Words) && string.IsNullOrWhiteSpace(Code))
            faults.Add(Faults.Join(path, "words"), Answer == ClaimAnswer.Asked ? "Say what is asked." : "Say why it is refused.");
    }
}

/// <summary>Money came in for a claim.</summary>
/// <param name="Amount">How much.</param>
/// <param name="Reference">Under which reference.</param>
public sealed record ClaimPaid([Bounds(0.01, 10_000_000)] double Amount, string Reference = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClaimPaid>("claim-paid", "Claim paid", (_, n)
        => $"{Claim.Money(n.Body.Amount)}{(n.Body.Reference.Length > 0 ? $", {n.Body.Reference}" : "")}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, _) => job.Record.Latest<ClaimAnswered>(a => a.Answer == ClaimAnswer.Accepted) is null ? "It is not accepted yet." : null,
    };
}

/// <summary>A letter of a claim: what was written, or what came.</summary>
/// <param name="Came">It came; otherwise it was written here.</param>
/// <param name="Words">What it says.</param>
public sealed record ClaimLetter(bool Came, [Needed("Write what it says.")] string Words) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClaimLetter>("claim-letter", "Letter", (_, n)
        => $"{(n.Body.Came ? "came" : "written")}: {n.Body.Words}")
        { Correction = Correction.ByTakingBack, Right = Right.BookIn, Ages = Ages.Lasts };
}

/// <summary>Where a claim stands.</summary>
public enum ClaimState
{
    /// <summary>Something is missing.</summary>
    ToComplete,
    /// <summary>Nothing is missing; it can go out.</summary>
    Ready,
    /// <summary>Out, not answered.</summary>
    Sent,
    /// <summary>Something is asked.</summary>
    Asked,
    /// <summary>Accepted, not paid.</summary>
    Accepted,
    /// <summary>Refused.</summary>
    Refused,
    /// <summary>Paid.</summary>
    Paid,
}

/// <summary>A job's claim as it stands.</summary>
/// <param name="Rehearsal">What would be said of it today.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Since">The entry from which it stands so.</param>
/// <param name="Expected">How much is expected; null where nobody said.</param>
/// <param name="Received">How much came in.</param>
/// <param name="Code">Why it was refused, or what is asked: the giver's code; empty otherwise.</param>
/// <param name="Contradiction">Two final answers that contradict one another, in words; empty otherwise.</param>
public sealed record Claim(Rehearsal Rehearsal, ClaimState State, Entry Since, double? Expected, double Received, string Code, string Contradiction)
{
    /// <summary>Packs that went out, in order.</summary>
    public required IReadOnlyList<Noted<ClaimSent>> Sent { get; init; }

    /// <summary>A job's claim; null where it is under no policy.</summary>
    public static Claim? Of(JobContext job)
    {
        if (Rehearsal.Of(job) is not { } rehearsal) return null;
        var record = job.Record;
        var sent = record.All<ClaimSent>().ToArray();
        var last = sent.LastOrDefault()?.Entry;
        // An answer answers what went out before it: a new pack opens the claim again.
        var answers = record.All<ClaimAnswered>().Where(a => last is not null && a.Entry.Seq > last.Seq).ToArray();
        var final = answers.Where(a => a.Body.Answer != ClaimAnswer.Asked).ToArray();
        // The first final answer stands until somebody says which of two holds.
        var stands = final.FirstOrDefault() ?? answers.LastOrDefault();
        var paid = record.All<ClaimPaid>().ToArray();
        var (state, since) = stands is null ? last is not null ? (ClaimState.Sent, last)
                : (rehearsal.Holds ? ClaimState.Ready : ClaimState.ToComplete, rehearsal.Named.Entry)
            : stands.Body.Answer switch
            {
                ClaimAnswer.Asked => (ClaimState.Asked, stands.Entry),
                ClaimAnswer.Refused => (ClaimState.Refused, stands.Entry),
                _ => paid.Length > 0 ? (ClaimState.Paid, paid[^1].Entry) : (ClaimState.Accepted, stands.Entry),
            };
        var other = final.FirstOrDefault(a => a.Body.Answer != final[0].Body.Answer);
        return new(rehearsal, state, since, record.Latest<ClaimExpected>()?.Body.Amount, paid.Sum(p => p.Body.Amount), stands?.Body.Code ?? "",
            other is null ? "" : $"Answered {final[0].Body.Said}, and then {other.Body.Said}. Ask which holds, and take the other back.") { Sent = sent };
    }

    /// <summary>A state in words.</summary>
    public static string Words(ClaimState state) => JsonForm.Plain(state);

    /// <summary>An amount in the shop's money.</summary>
    public static string Money(double amount) => amount.ToString("#,0.00", CultureInfo.InvariantCulture);
}
