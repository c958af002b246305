using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Fitting;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Plate;

namespace Wattology.Core.FollowUp;

/// <summary>What is seen to after the machine has left.</summary>
public enum FollowUpKind
{
    /// <summary>Joints tightened again after heat.</summary>
    Retorque,
    /// <summary>Oil and coolant level looked at again.</summary>
    Levels,
    /// <summary>The first oil change.</summary>
    OilChange,
    /// <summary>Old parts released, or the claim asked after.</summary>
    OldParts,
    /// <summary>The warranty ends.</summary>
    WarrantyEnd,
}

/// <summary>Something that is due after the hand-over.</summary>
/// <param name="Kind">What.</param>
/// <param name="Due">When.</param>
/// <param name="Why">Why, in a sentence.</param>
public sealed record DueLine(FollowUpKind Kind, DateTimeOffset Due, string Why);

/// <summary>It was seen to.</summary>
/// <param name="Kind">What.</param>
/// <param name="Note">What was found; may be blank.</param>
public sealed record FollowedUp(FollowUpKind Kind, string Note = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind EntryKind = new EntryKind<FollowedUp>("followed-up", "Followed up",
        (_, n) => $"{FollowUps.TitleOf(n.Body.Kind).ToLowerInvariant()}{(n.Body.Note.Length > 0 ? $": {n.Body.Note}" : "")}")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => FollowUps.Of(job).Any(d => d.Kind == body.Kind) ? null : $"{FollowUps.TitleOf(body.Kind)}: nothing of the kind is due.",
    };
}

/// <summary>What is due on a job that was handed over, and when.</summary>
public static class FollowUps
{
    private static LimitKind Days(string key, string title, double days) => LimitKind.UsualPractice(key, $"{title}, days after hand-over", Measure.Number, null,
        days);

    /// <summary>Joints are tightened again after so many days; new joints settle.</summary>
    public static readonly LimitKind RetorqueDays = Days("follow-retorque", "Joints tightened again", 7);

    /// <summary>Levels are looked at again after so many days.</summary>
    public static readonly LimitKind LevelDays = Days("follow-levels", "Levels looked at again", 7);

    /// <summary>The first oil change after so many days: what was flushed loose is caught by the first filter.</summary>
    public static readonly LimitKind OilDays = Days("follow-oil", "First oil change", 60);

    /// <summary>Old parts are asked after so many days.</summary>
    public static readonly LimitKind OldPartsDays = Days("follow-old-parts", "Old parts released or claim asked after", 90);

    /// <summary>The warranty of the unit runs so many days; none known until shop or maker says it.</summary>
    public static readonly LimitKind WarrantyDays = LimitKind.NoneKnown("follow-warranty", "Warranty of the unit, days after hand-over", Measure.Number);

    /// <summary>Every limit.</summary>
    public static readonly IReadOnlyList<LimitKind> Limits = [RetorqueDays, LevelDays, OilDays, OldPartsDays, WarrantyDays];

    /// <summary>A kind in words.</summary>
    public static string TitleOf(FollowUpKind kind) => kind switch
    {
        FollowUpKind.Retorque => "Joints tightened again after heat",
        FollowUpKind.Levels => "Oil and coolant level",
        FollowUpKind.OilChange => "First oil change",
        FollowUpKind.OldParts => "Old parts",
        _ => "Warranty ends",
    };

    /// <summary>What is due, the earliest first; nothing before the hand-over, and nothing on a job that ended in another way.</summary>
    public static IReadOnlyList<DueLine> Of(JobContext job)
    {
        var record = job.Record;
        if (record.HandedOver() is not { Entry: var over }) return [];
        bool Done(FollowUpKind kind) => record.Latest<FollowedUp>(f => f.Kind == kind) is not null;
        DateTimeOffset? After(LimitKind limit, DateTimeOffset from) => job.Limits.Choose(limit).SoundTo is { } days ? from.AddDays(Math.Min(days, 36_500))
            : null;
        var due = new List<DueLine>();
        void Add(FollowUpKind kind, DateTimeOffset? when, string why)
        {
            if (when is { } at) due.Add(new(kind, at, why));
        }

        if (Loose(job) is { } again) Add(FollowUpKind.Retorque, After(RetorqueDays, again.Since ?? over.At), again.Why);
        if (!Done(FollowUpKind.Levels)) Add(FollowUpKind.Levels, After(LevelDays, over.At), "What settles or seeps shows in the first week.");
        if (!Done(FollowUpKind.OilChange)) Add(FollowUpKind.OilChange, After(OilDays, over.At), "The first filter catches what was flushed loose.");
        if (!Done(FollowUpKind.OldParts) && OldParts.Of(record).Where(t => t.Released is null).ToArray() is { Length: > 0 } kept)
            Add(FollowUpKind.OldParts, Warranty.Rehearsal.KeepUntil(record) ?? After(OldPartsDays, over.At),
                $"Kept: {string.Join(", ", kept.Select(k => k.Tag))}.");
        if (!Done(FollowUpKind.WarrantyEnd)) Add(FollowUpKind.WarrantyEnd, After(WarrantyDays, over.At), "Claims after this day are refused.");
        return [.. due.OrderBy(d => d.Due).ThenBy(d => d.Kind)];
    }

    // Where joints were tightened by the list, until two rounds running moved none; otherwise once.
    private static (DateTimeOffset? Since, string Why)? Loose(JobContext job)
    {
        var record = job.Record;
        var lines = record.Machine().TurboNumbers.Where(t => !PlateCheck.Stays(job, t)).SelectMany(t => Assembly.Of(job, t)).Where(l => l.Done).ToArray();
        var last = record.Latest<FollowedUp>(f => f.Kind == FollowUpKind.Retorque)?.Entry;
        if (lines.Length == 0) return last is null ? (null, "New joints settle.") : null;
        var open = lines.Where(l => Assembly.Retorque(job, l).Next is not null).ToArray();
        if (open.Length == 0) return null;
        var round = record.Latest<Retorqued>()?.Entry;
        var since = new[] { last, round }.OfType<Entry>().MaxBy(e => e.Seq)?.At;
        return (since, $"Until two rounds move none: {string.Join(", ", open.Select(l => l.Step.Title.ToLowerInvariant()).Distinct())}.");
    }
}
