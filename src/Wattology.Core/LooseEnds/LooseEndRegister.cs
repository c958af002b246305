using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;

namespace Wattology.Core.LooseEnds;

/// <summary>One loose end of a job.</summary>
/// <param name="Key">Its name in records: the hash of the entry that opened it, and a word where the application opened it.</param>
/// <param name="Kind">What kind.</param>
/// <param name="Words">What and where.</param>
/// <param name="Opened">The entry that opened it.</param>
/// <param name="ClosedBy">The entry that closed it; null while it is open.</param>
/// <param name="Implied">The application opened it, because a step implies it; it is closed by whoever says so.</param>
/// <param name="ClosedElsewhere">Where it is closed, when not here.</param>
/// <param name="Sheet">The sheet on which it is closed.</param>
public sealed record LooseEnd(string Key, LooseKind Kind, string Words, Entry Opened, Entry? ClosedBy, bool Implied = false, string? ClosedElsewhere = null,
    string Sheet = "loose-ends")
{
    /// <summary>What it holds up.</summary>
    public Blocks Blocks => LooseWords.Blocks(Kind);
}

/// <summary>The register of a job's loose ends: what hands were called away from. It is also the hand-over at the end of a shift.</summary>
public static class LooseEndRegister
{
    private const string Caps = ":caps", Feed = ":feed";

    /// <summary>Every loose end, in the order they were opened.</summary>
    public static IReadOnlyList<LooseEnd> All(JobContext job)
    {
        var record = job.Record;
        var closed = record.All<LooseEndClosed>().GroupBy(c => c.Body.Loose).ToDictionary(g => g.Key, g => g.First().Entry);
        var all = record.All<LooseEndOpened>().Select(o => new LooseEnd(o.Entry.Hash, o.Body.Kind, o.Body.Words, o.Entry,
            closed.GetValueOrDefault(o.Entry.Hash)))
            .ToList();
        // What a step implies is opened without anybody having to think of it.
        foreach (var look in record.All<Looked>().Where(l => l.Body.Question == PartsCheck.AsReceived.Id && l.Body.Answer is "good" or "cap-missing"))
            all.Add(new(look.Entry.Hash + Caps, LooseKind.CapOnUnit, $"{job.Which(look.Body.Turbo)}{LooseWords.Title(LooseKind.CapOnUnit)}"
                + $"{(look.Body is { Answer: "good", Because.Length: > 0 } ? $" ({look.Body.Because})" : "")}", look.Entry,
                closed.GetValueOrDefault(look.Entry.Hash + Caps), Implied: true));
        foreach (var (entry, turbo) in FeedOpened(record))
            all.Add(new(entry.Hash + Feed, LooseKind.FeedOpen, $"{job.Which(turbo)}{LooseWords.Title(LooseKind.FeedOpen)}: on again, new washers, tight", entry,
                closed.GetValueOrDefault(entry.Hash + Feed) ?? FeedOnSince(record, entry, turbo), Implied: true));
        foreach (var disabled in Firing.Open(record))
            all.Add(new($"off:{disabled.Item}", LooseKind.Unplugged, disabled.Item, Disabling(record, disabled.Item), null, Implied: true,
                ClosedElsewhere: "on the prime sheet, ‘it is back’", Sheet: "prime"));
        foreach (var open in JointWork.StillOpen(record))
            all.Add(new(open.Entry.Hash, LooseKind.JointOpen, $"{JointList.TitleOf(open.Body.Joint, record.Machine().Turbos)} open"
                + $"{(open.Body.Note.Length > 0 ? $": {open.Body.Note}" : "")}", open.Entry, null, Implied: true,
                ClosedElsewhere: "on the fit sheet, ‘closed again’", Sheet: "fit"));
        return [.. all.OrderBy(l => l.Opened.Seq)];
    }

    // Whoever answers that the feed is on again, with new washers and tight, says the very words of the loose end.
    private static Entry? FeedOnSince(JobRecord record, Entry opened, int turbo)
        => record.Latest<Looked>(l => l is { Question: JointList.FeedOn, Answer: "tight" } && l.Turbo == turbo)?.Entry is { } on && on.Seq > opened.Seq ? on
            : null;

    /// <summary>Those that are open.</summary>
    public static IReadOnlyList<LooseEnd> Open(JobContext job) => [.. All(job).Where(l => l.ClosedBy is null)];

    // Only the latest catch of each turbo leaves the feed open.
    /// <summary>The entry with which a turbo's feed was last opened to catch oil, turbo by turbo.</summary>
    public static IEnumerable<(Entry Entry, int Turbo)> FeedOpened(JobRecord record)
        => record.All<CatchTestReading>().Select(c => (c.Entry, c.Body.Turbo))
            .Concat(record.All<Looked>().Where(l => l.Body.Question == SupplyChecks.FeedSeen.Id).Select(l => (l.Entry, l.Body.Turbo)))
            .GroupBy(c => c.Turbo).Select(g => g.MaxBy(c => c.Entry.Seq));

    private static Entry Disabling(JobRecord record, string item) => record.All<FiringTaken>().Where(f => f.Body.Fuel.Contains(item)
        || f.Body.Spark.Contains(item)).Select(f => f.Entry).Concat(record.All<FiringDisabled>().Where(f => f.Body.Items.Contains(item)).Select(f => f.Entry))
        .MaxBy(e => e.Seq)!;
}

/// <summary>Loose ends as items of hold points.</summary>
public static class LooseEndsCheck
{
    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("loose-ends", "Loose ends", null, Read)
    {
        Kinds = [LooseEndOpened.EntryKind, LooseEndClosed.Kind],
        Items =
        [
            Holding(HoldPoint.Crank, context => Bursts.IsToPrime(context.Job) ? Blocks.Priming : Blocks.Cranking),
            Holding(HoldPoint.Start, _ => Blocks.Start),
            Holding(HoldPoint.HandOver, _ => Blocks.HandOver),
            new(HoldPoint.Start, "restored", "Everything disabled or unplugged is back", (context, _) => LooseEndRegister.Open(context.Job)
                .Where(l => l.Kind == LooseKind.Unplugged).ToArray() is { Length: > 0 } off
                ? ItemState.Barred($"Still off: {string.Join(", ", off.Select(l => l.Words))}.", off[^1].Opened) : ItemState.Done("Nothing is disabled.")),
        ],
        Paper = null,
    };

    private static ItemDefinition Holding(HoldPoint point, Func<ItemContext, Blocks> from) => new(point, "loose-ends", "Loose ends closed", (context, _) =>
    {
        // Joints that stand open have an item of their own, and so has what is unplugged before the first start.
        var open = LooseEndRegister.Open(context.Job).Where(l => l.Blocks >= from(context) && l.Kind != LooseKind.JointOpen
            && (l.Kind != LooseKind.Unplugged || point == HoldPoint.HandOver)).ToArray();
        return open.Length == 0 ? ItemState.Done("Nothing open that matters here.")
            : ItemState.NotLooked($"{string.Join("; ", open.Select(l => l.Words))}.", open.MaxBy(l => l.Opened.Seq)!.Opened);
    });

    private static Found Read(JobContext job, int turbo) => LooseEndRegister.Open(job) is { Count: > 0 } open
        ? new(Verdict.ReadingOnly, $"{open.Count} open", $"{string.Join("; ", open.Select(l => l.Words))}.", open[^1].Opened)
        : new(Verdict.Sound, "none open", "No loose end is open.", job.Record.Last);
}
