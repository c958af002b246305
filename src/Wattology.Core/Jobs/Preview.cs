using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.People;

namespace Wattology.Core.Jobs;

/// <summary>What an entry would come to, before it is recorded: judged and sealed as it would be, on a job that keeps nothing of it.</summary>
/// <param name="Refused">Why it may not be recorded; then there is nothing else.</param>
/// <param name="Body">What would be recorded.</param>
/// <param name="Outcome">What the application would make of it; null where it makes nothing.</param>
/// <param name="Words">What it would say in the record.</param>
/// <param name="Own">The check that would stand from this entry; null where none would.</param>
/// <param name="Changed">The other checks that would show another value or verdict, as they would then stand.</param>
/// <param name="HoldPoints">The hold points at which items would open or be settled.</param>
public sealed record Preview(Refusal? Refused, EntryBody Body, Outcome? Outcome, string Words, CheckReading? Own, IReadOnlyList<CheckReading> Changed,
    IReadOnlyList<HoldPointChange> HoldPoints)
{
    /// <summary>Judges a draft on a job without recording it, by the rules by which it is recorded.</summary>
    /// <param name="job">The job as it stands.</param>
    /// <param name="by">Who would record.</param>
    /// <param name="draft">What.</param>
    public static Preview Of(JudgedJob job, Author by, EntryDraft draft)
    {
        if (Recording.Refuse(job, by, draft) is { } refused) return new(refused, draft.Body, null, "", null, [], []);
        var entry = Recording.Seal(job, by, draft);
        var after = JudgedJob.Of(job.Context with { Record = job.Record.With([entry]) });
        var own = after.Checks.FirstOrDefault(c => c.Found.Since?.Hash == entry.Hash && c.Check.Kinds.Any(k => k.Name == entry.Kind));
        return new(null, draft.Body, after.OutcomeOf(entry), after.Words(entry), own, [.. after.Checks.Where(now => now != own && !Same(job, now))],
            [.. Enum.GetValues<HoldPoint>().Select(p => HoldPointChange.Between(job.HoldPoint(p), after.HoldPoint(p))).Where(c => c.Any)]);
    }

    private static bool Same(JudgedJob job, CheckReading now) => job.Checks.FirstOrDefault(c => c.Id == now.Id && c.Turbo == now.Turbo) is { } before
        && (before.Verdict, before.Value, before.Word) == (now.Verdict, now.Value, now.Word);
}

/// <summary>What would change at a hold point.</summary>
/// <param name="Point">Which.</param>
/// <param name="Opened">Items that would be open and are not now.</param>
/// <param name="Settled">Items that would be settled and are not now.</param>
public sealed record HoldPointChange(HoldPoint Point, IReadOnlyList<Item> Opened, IReadOnlyList<Item> Settled)
{
    /// <summary>Whether anything would.</summary>
    public bool Any => Opened.Count + Settled.Count > 0;

    /// <summary>What would open and what would be settled, in words.</summary>
    public string Words => string.Join("; ", new[] { Named("opens", Opened), Named("settles", Settled) }.Where(w => w.Length > 0));

    private static string Named(string what, IReadOnlyList<Item> items)
        => items.Count == 0 ? "" : $"{what} {string.Join(", ", items.Select(i => i.Title.ToLowerInvariant()))}";

    /// <summary>Compares a hold point before and after.</summary>
    public static HoldPointChange Between(HoldPointState before, HoldPointState after)
    {
        var open = before.Open.Select(i => i.Id).ToHashSet();
        return new(after.Point, [.. after.Open.Where(i => !open.Contains(i.Id))], [.. after.Items.Where(i => i.Settled && open.Contains(i.Id))]);
    }
}
