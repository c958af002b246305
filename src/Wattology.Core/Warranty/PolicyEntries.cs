using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;

namespace Wattology.Core.Warranty;

/// <summary>The policy a job is under was named, with what is complained of and since when cover runs. The file is kept in it whole: a later version
/// changes nothing on this job.</summary>
/// <param name="Policy">The policy; null says that there is none.</param>
/// <param name="Complaint">What is complained of.</param>
/// <param name="On">What cover is on: which unit, fitted by whom.</param>
/// <param name="Since">Since when cover runs; null where nobody knows.</param>
/// <param name="SinceKm">At which distance it began, km.</param>
/// <param name="SinceHours">At how many hours it began.</param>
public sealed record PolicyNamed(WarrantyPolicy? Policy = null, ComplaintKind? Complaint = null, string On = "", DateTimeOffset? Since = null,
    [Bounds(0, 10_000_000), In(Measure.Distance)] double? SinceKm = null, [Bounds(0, 1_000_000), In(Measure.Hours)] double? SinceHours = null)
    : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "policy-named";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PolicyNamed>(KindName, "Warranty",
        (_, n) => n.Body.Policy is { } policy ? $"{policy.Words}; {(n.Body.Complaint is { } of ? JsonForm.Plain(of) : "")}"
            + $"{(n.Body.On.Length > 0 ? $"; on {n.Body.On}" : "")}" : "none")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, _) => job.Record.Latest<ClaimSent>() is { } sent
            ? $"The claim went out under {sent.Body.Policy}: what it is held against stands." : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Policy is not null && Complaint is null) faults.Add(Faults.Join(path, "complaint"), "Say what is complained of: what is wanted follows from it.");
    }
}

/// <summary>Which paper.</summary>
public enum PaperKind
{
    /// <summary>Receipt of the new feed pipe.</summary>
    FeedPipeReceipt,
    /// <summary>What says which oil went in, and when.</summary>
    OilReference,
    /// <summary>What says which filter went in, and when.</summary>
    FilterReference,
    /// <summary>Invoice of the new unit.</summary>
    UnitInvoice,
}

/// <summary>A paper that a warranty giver wants is kept, and where.</summary>
/// <param name="Paper">Which.</param>
/// <param name="Reference">Its number, and who wrote it.</param>
/// <param name="Of">Its day; null for today.</param>
/// <param name="AtKm">The distance it names, km.</param>
public sealed record PaperKept(PaperKind Paper, [Needed("Write its number, and who wrote it.")] string Reference, DateTimeOffset? Of = null,
    [Bounds(0, 10_000_000), In(Measure.Distance)] double? AtKm = null) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PaperKept>("paper-kept", "Paper", (_, n) => $"{TitleOf(n.Body.Paper)}: {n.Body.Reference}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
    };

    /// <summary>A paper in words.</summary>
    public static string TitleOf(PaperKind paper) => paper switch
    {
        PaperKind.FeedPipeReceipt => "Receipt of the new feed pipe",
        PaperKind.OilReference => "Oil reference",
        PaperKind.FilterReference => "Filter reference",
        _ => "Invoice of the new unit",
    };
}

/// <summary>Something was found that takes cover away, or it was looked for and is not there.</summary>
/// <param name="Void">What.</param>
/// <param name="Found">Whether it was found.</param>
/// <param name="Words">What was found.</param>
public sealed record VoidSeen(CoverVoid Void, bool Found, string Words = "") : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<VoidSeen>("cover-void", "What takes cover away",
        (_, n) => $"{Rehearsal.TitleOf(n.Body.Void)}: {(n.Body.Found ? $"found, {n.Body.Words}" : "looked for, not found")}")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Found && string.IsNullOrWhiteSpace(Words)) faults.Add(Faults.Join(path, "words"), "Say what was found.");
    }
}

/// <summary>A lesser proof is offered in place of the one wanted, which the policy takes where a reason is given.</summary>
/// <param name="Proof">Which proof.</param>
/// <param name="Turbo">Which turbo; 0 for the engine.</param>
/// <param name="Reason">Why the better one is not there.</param>
public sealed record SecondBestOffered(string Proof, [Bounds(0, 2)] int Turbo, [Needed("Say why the better proof is not there.")] string Reason) : EntryBody,
    IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<SecondBestOffered>("second-best", "Second best offered",
        (job, n) => $"{job.Which(n.Body.Turbo)}{(Proofs.Find(n.Body.Proof)?.Title ?? n.Body.Proof).ToLowerInvariant()}: {n.Body.Reason}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, body) => Rehearsal.Of(job)?.Lines.FirstOrDefault(l => l.Kind.Id == body.Proof && l.Turbo == body.Turbo) is not { } line
            ? "This policy does not want that proof." : line.MayOffer ? null : "Nothing the policy would take as second best is recorded yet.",
    };
}
