using System.Globalization;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.People;

namespace Wattology.Core.Evidence;

/// <summary>Which old part.</summary>
public enum OldPart
{
    /// <summary>The unit that came off.</summary>
    Unit,
    /// <summary>Its feed pipe.</summary>
    FeedPipe,
    /// <summary>The oil filter.</summary>
    Filter,
    /// <summary>Another, said in words.</summary>
    Other,
}

/// <summary>An old part was tagged and put by: it is evidence until somebody releases it under a name.</summary>
/// <param name="Part">Which.</param>
/// <param name="Turbo">Of which turbo; 0 for the engine's.</param>
/// <param name="Where">Where it lies.</param>
/// <param name="What">What it is, in words; needed for another part.</param>
public sealed record PartTagged(OldPart Part, [Bounds(0, 2)] int Turbo, [Needed("Say where it lies, so that it is found.")] string Where, string What = "")
    : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "part-tagged";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PartTagged>(KindName, "Old part tagged",
        (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Title}, {n.Body.Where}, tag {OldParts.TagOf(job.Record, n.Entry)}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        RefuseTakingBack = (job, entry) => OldParts.Of(job.Record).Any(p => p.Tagged.Entry.Hash == entry.Hash && p.Released is not null)
            ? "It was released since: it was kept." : null,
    };

    /// <summary>A part in words.</summary>
    public static string TitleOf(OldPart part) => part switch
    {
        OldPart.Unit => "Old unit", OldPart.FeedPipe => "Old feed pipe", OldPart.Filter => "Old oil filter", _ => "Other old part",
    };

    /// <summary>The drawing of a part with its tag; null for another part.</summary>
    public static string? DrawingOf(OldPart part) => part switch
    {
        OldPart.Unit => "tag-unit", OldPart.FeedPipe => "tag-feed-pipe", OldPart.Filter => "tag-filter", _ => null,
    };

    /// <summary>What it is.</summary>
    public string Title => What.Length > 0 ? What : TitleOf(Part);

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Part == OldPart.Other && string.IsNullOrWhiteSpace(What)) faults.Add(Faults.Join(path, "what"), "Say what it is.");
    }
}

/// <summary>An old part is kept no longer.</summary>
/// <param name="Tagged">Hash of the entry that tagged it.</param>
/// <param name="To">To whom it went, or what became of it.</param>
/// <param name="Why">Why it may go: the claim is decided, the customer wants it.</param>
public sealed record PartReleased(string Tagged, [Needed("Say where it went.")] string To, [Needed("Say why it may go.")] string Why) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PartReleased>("part-released", "Old part released", (job, n)
        => $"{OldParts.NameOf(job.Record, n.Body.Tagged)}: {n.Body.To}. {n.Body.Why}")
    {
        Correction = Correction.Never,
        Right = Right.HandOver,
        Ages = Ages.Lasts,
        Refuse = (job, body) => OldParts.Of(job.Record).FirstOrDefault(p => p.Tagged.Entry.Hash == body.Tagged) is not { } part ? "There is no such tag."
            : part.Released is { } gone ? $"{gone.Entry.Signer} released it already." : null,
    };
}

/// <summary>An old part went before the day until which a warranty giver wants it kept: whoever let it go was warned.</summary>
/// <param name="Tagged">Hash of the entry that tagged it.</param>
/// <param name="To">To whom it went, or what became of it.</param>
/// <param name="Why">Why it may go.</param>
/// <param name="Until">Until when it was to be kept.</param>
public sealed record PartLetGoEarly(string Tagged, [Needed("Say where it went.")] string To, [Needed("Say why it may go before its day.")] string Why,
    DateTimeOffset Until) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PartLetGoEarly>("part-let-go-early", "Old part let go before its day", (job, n)
        => $"{OldParts.NameOf(job.Record, n.Body.Tagged)}: {n.Body.To}. {n.Body.Why}")
    {
        Correction = Correction.Never,
        Right = Right.HandOver,
        Ages = Ages.Lasts,
        Refuse = (job, body) => PartReleased.Kind.Refusal(job, new PartReleased(body.Tagged, body.To, body.Why)),
    };
}

/// <summary>How the core value of the old unit stands.</summary>
public enum CoreValue
{
    /// <summary>It is to be had back: the unit is owed.</summary>
    Owed,
    /// <summary>The unit went back, and its value is awaited.</summary>
    Returned,
    /// <summary>Its value was credited.</summary>
    Credited,
    /// <summary>Nothing is given for it.</summary>
    Refused,
}

/// <summary>The core value of an old unit was said.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="State">How it stands.</param>
/// <param name="By">Until when it is owed, to whom it went, how much was credited, or why nothing is given.</param>
public sealed record CoreNoted([Bounds(1, 2)] int Turbo, CoreValue State, string By = "") : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CoreNoted>("core-value", "Core value", (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Words}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
    };

    /// <summary>All it says.</summary>
    public string Words => $"{Said(State)}{(By.Length > 0 ? $": {By}" : "")}";

    /// <summary>A state in words.</summary>
    public static string Said(CoreValue state) => state switch
    {
        CoreValue.Owed => "old unit owed", CoreValue.Returned => "returned, credit awaited", CoreValue.Credited => "credited", _ => "nothing given",
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (State != CoreValue.Owed && string.IsNullOrWhiteSpace(By)) faults.Add(Faults.Join(path, "by"), State switch
        {
            CoreValue.Returned => "Say to whom it went.", CoreValue.Credited => "Say how much.", _ => "Say why.",
        });
    }
}

/// <summary>An old part as it is kept.</summary>
/// <param name="Tagged">The entry that tagged it.</param>
/// <param name="Released">The entry that released it; null while it is kept.</param>
/// <param name="Tag">What stands on its label.</param>
public sealed record KeptPart(Noted<PartTagged> Tagged, Noted<PartReleased>? Released, string Tag);

/// <summary>The old parts of a job, which are evidence.</summary>
public static class OldParts
{
    /// <summary>Every part that was tagged, in order.</summary>
    public static IReadOnlyList<KeptPart> Of(JobRecord record)
    {
        var released = record.All<PartReleased>().Concat(record.All<PartLetGoEarly>().Select(e => new Noted<PartReleased>(e.Entry,
            new PartReleased(e.Body.Tagged, e.Body.To, $"Before its day: {e.Body.Why}"), null))).ToLookup(r => r.Body.Tagged);
        return [.. record.All<PartTagged>().Select(t => new KeptPart(t, released[t.Entry.Hash].LastOrDefault(), TagOf(record, t.Entry)))];
    }

    internal static string NameOf(JobRecord record, string tagged)
        => record.Find(tagged) is { Kind: PartTagged.KindName } entry ? record.Read<PartTagged>(entry).Body.Title : "a part";

    /// <summary>What stands on a part's label: the job's number, and which of its tags it is.</summary>
    public static string TagOf(JobRecord record, Entry tagged) => string.Create(CultureInfo.InvariantCulture,
        $"{record.Machine().Number}/{record.Entries.Count(e => e.Kind == PartTagged.KindName && e.Seq <= tagged.Seq)}");

    /// <summary>The check: what is kept is said; at hand-over the tags themselves answer for the old parts.</summary>
    public static readonly CheckDefinition Check = new("old-parts", "Old parts", null, Read)
    {
        Kinds = [PartTagged.Kind, PartReleased.Kind, PartLetGoEarly.Kind, CoreNoted.Kind],
    };

    private static Found Read(JobContext job, int turbo)
    {
        var parts = Of(job.Record);
        var core = job.Record.Machine().TurboNumbers.Select(t => job.Record.LatestOf<CoreNoted>(t)).OfType<Noted<CoreNoted>>().ToArray();
        if (parts.Count == 0 && core.Length == 0) return Found.NotYet;
        var kept = parts.Where(p => p.Released is null).Select(p => $"{p.Tagged.Body.Title} ({p.Tag})").ToArray();
        var last = parts.Select(p => p.Released?.Entry ?? p.Tagged.Entry).Concat(core.Select(c => c.Entry)).MaxBy(e => e.Seq);
        return new(Verdict.ReadingOnly, $"{kept.Length} kept", string.Join(" ", new[]
        {
            kept.Length > 0 ? $"Kept: {string.Join(", ", kept)}." : "Nothing is kept any more.",
            string.Join(" ", core.Select(c => $"Core value: {c.Body.Words}.")),
        }.Where(t => t.Length > 0)), last);
    }
}
