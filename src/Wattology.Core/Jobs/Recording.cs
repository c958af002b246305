using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.People;

namespace Wattology.Core.Jobs;

/// <summary>The rules under which an entry joins a job, whoever asks: page, command line or file.</summary>
public static class Recording
{
    /// <summary>Why a draft may not be recorded on a job as it stands, or null.</summary>
    /// <param name="job">The job, before the entry.</param>
    /// <param name="by">Who records.</param>
    /// <param name="draft">What.</param>
    /// <param name="second">Who signs with them; null when nobody does.</param>
    public static Refusal? Refuse(JudgedJob job, Author by, EntryDraft draft, Author? second = null)
    {
        var kind = CheckList.Kinds.Of(draft.Body.GetType());
        if (!by.Role.Allows(kind.Right)) return $"Your place in the shop does not allow this; it takes {Permissions.Holders(kind.Right)}.";
        if (kind.Retired) return "Entries of this kind are read, and recorded no more.";
        if (kind.KnownBy.Count > 0 && (draft.Known is not { } known || !kind.KnownBy.Contains(known)))
            return new($"Only what was {string.Join(" or ", kind.KnownBy.Select(k => JsonForm.Plain(k)))} counts here: what is told or assumed proves nothing.",
                "known");
        return RefuseClash(job, kind, draft)
            ?? RefuseCorrection(job.Record, kind, draft)
            ?? kind.Refusal(job.Context, draft.Body)
            ?? (draft.Corrects is { Length: > 0 } ? null : kind.RefusalOfFirst(job.Context, draft.Body))
            ?? RefuseByWhole(job, by, draft.Body, draft.Known, second)
            ?? (kind.NeedsFor(draft.Body) is { } point && job.HoldPoint(point) is var held && !(point == HoldPoint.Release ? held.Passed : held.Free)
                ? $"{HoldPointPassed.NameOf(point)} hold point: {Shut(held)}" : null);
    }

    /// <summary>Judges a draft on a job as it stands and seals it as the next entry.</summary>
    /// <param name="job">The job, before the entry.</param>
    /// <param name="by">Who records.</param>
    /// <param name="draft">What.</param>
    /// <param name="second">A second signer.</param>
    public static Entry Seal(JudgedJob job, Author by, EntryDraft draft, Author? second = null)
    {
        var kind = CheckList.Kinds.Of(draft.Body.GetType());
        return Chain.Seal(job.Record.Id, job.Record.Last, job.Context.Now, by, kind, draft, kind.Judge(job.Context, draft.Body),
            job.Next?.Stage ?? WorkStage.HandOver, second);
    }

    /// <summary>Seals the booking-in, the first entry of a job.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="at">When.</param>
    /// <param name="by">Who books it in.</param>
    /// <param name="draft">The booking-in.</param>
    public static Entry SealFirst(string job, DateTimeOffset at, Author by, EntryDraft draft)
        => Chain.Seal(job, null, at, by, BookIn.BookedIn.EntryKind, draft);

    // Somebody answered the same question after this person's page was opened: neither answer may overwrite the other unseen.
    private static Refusal? RefuseClash(JudgedJob job, EntryKind kind, EntryDraft draft)
        => draft.Answers is { } saw && kind.SameQuestion(job.Record, draft.Body) is { Stands: { } stands, Field: var field } && stands.Hash != saw
            && stands.Body != kind.Write(draft.Body)
            ? new($"{stands.By} answered this after your page was opened: {kind.Words(job.Context, stands)}. Nothing is recorded yet; send it again if yours "
            + $"still holds.", field) : null;

    private static Refusal? RefuseCorrection(JobRecord record, EntryKind kind, EntryDraft draft)
    {
        if (draft.Corrects is not { Length: > 0 } hash) return null;
        if (record.Find(hash) is not { } target) return "The entry to be corrected is not in this job.";
        if (!record.Stands(target)) return $"Entry {target.Seq} was corrected already, perhaps by somebody else just now. Correct the newer one.";
        if (target.Kind != kind.Name) return $"Entry {target.Seq} is of another kind and cannot be corrected by this one.";
        if (kind.Correction != Correction.ByNewEntry) return $"Entry {target.Seq} cannot be corrected: it happened. What happens next is recorded as such.";
        return string.IsNullOrWhiteSpace(draft.Reason) ? new("A correction needs its reason.", "reason") : null;
    }

    // What only the job as a whole can tell.
    // Releasing is a decision of its own: a named person makes it even when nothing is open.
    private static string Shut(HoldPointState held)
    {
        if (held.NotCovered.Count == 0) return "everything is settled, and somebody has to pass it.";
        var first = held.Barred.Count > 0 ? held.Barred[0] : held.NotCovered.Count > 0 ? held.NotCovered[0] : held.Open[0];
        return $"{first.Title.ToLowerInvariant()}. {first.Because}";
    }

    private static Refusal? RefuseByWhole(JudgedJob job, Author by, EntryBody body, Known? known, Author? second) => body switch
    {
        Accepted accepted when job.Checks.FirstOrDefault(c
            => c.Found.Since?.Hash == accepted.Entry) is not { MayBeTaken: true }
            => job.Checks.Any(c => c.Found.Since?.Hash == accepted.Entry && c.Verdict == Verdict.Stop)
            ? "A stop cannot be taken by name; only a new reading clears it."
                : "Only a doubtful reading, or one without a verdict, is taken by name; what is planned is looked at again as installed.",
        FindingNoted { Answer: not null } bare when known == Known.Measured => new(FindingMeasured.FigureNeeded, FindingNoted.FieldOf(bare.Finding)),
        FindingNoted { Answer: { } answer } noted when AgainstReading(job, noted.Turbo, noted.Finding, answer) is { } against => against,
        FindingMeasured measured when AgainstReading(job, measured.Turbo, measured.Finding, measured.Answer) is { } against => against,
        Evidence.PartReleased when Warranty.Rehearsal.KeepUntil(job.Record) is { } until && until > job.Context.Now
            => $"The warranty giver wants it kept until {until:d MMMM yyyy}: without it the claim has no proof. Letting it go before is said as such.",
        HoldPointPassed passed => RefusePassing(job.HoldPoint(passed.Point), by, passed, second),
        _ => null,
    };

    private static Refusal? AgainstReading(JudgedJob job, int turbo, string finding, Causes.Answer answer)
        => job.ReadingsOf(turbo).TryGetValue(finding, out var read) && read.Answer != answer
            ? new($"The {read.Reading!.Title.ToLowerInvariant()} reading says otherwise. Say why this holds against it.", FindingNoted.FieldOf(finding)) : null;

    private static Refusal? RefusePassing(HoldPointState state, Author by, HoldPointPassed passed, Author? second)
        => state.Refusal(by, second) ?? (state.Open.Select(i => i.Id).SequenceEqual(passed.Open) ? null
            : "The open items changed meanwhile; look again before you pass.");
}
