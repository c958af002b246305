using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Drain;

/// <summary>The drain: seen or measured segment by segment, planned and as installed.</summary>
public static class DrainCheck
{
    private const string Id = "drain";

    /// <summary>The drain as installed, seen.</summary>
    public static readonly Question Installed = new("drain-installed", "Drain as installed, standing as it will",
    [
        .. Ways(),
        new("cannot-reach", "cannot be reached", Verdict.ReadingOnly, Known.Assumed, "Why it cannot be reached"),
    ]) { PerTurbo = true };

    /// <summary>The drain as planned, seen.</summary>
    public static readonly Question Planned = new("drain-planned", "Drain as planned on the bench", [.. Ways()]) { PerTurbo = true };

    /// <summary>Its bore.</summary>
    public static readonly Question Bore = new("drain-bore", "Bore of the drain", [new("clear", "seen clear, full bore") { Drawing = "drain-clear" },
        new("narrowed", "narrowed or kinked", Verdict.Stop) { Drawing = "drain-restricted" }]) { PerTurbo = true };

    /// <summary>What leaves its end; proves the path, not the amount.</summary>
    public static readonly Question End = new("drain-end", "Oil leaves the drain end",
    [
        new("freely", "seen, freely"),
        new("slowly", "seen, slowly", Verdict.Doubtful),
        new("not-seen", "not seen", Verdict.Doubtful),
        new("not-looked", "not looked", Verdict.NotLookedAt, Known.Assumed),
    ]) { PerTurbo = true, Hint = "Feed proof never stands for drain proof: oil here proves the path, not the amount." };

    /// <summary>The cut ends of its hose: what a cut leaves in them goes to the sump.</summary>
    public static readonly Question HoseEnds = new("drain-hose-ends", "Cut ends of the hose", [new("flushed", "flushed of cuttings"),
        new("not-cut", "not cut"), new("not-flushed", "not flushed yet", Verdict.Doubtful)]) { PerTurbo = true };

    /// <summary>Where its clamps sit.</summary>
    public static readonly Question Clamps = new("drain-clamps", "Clamps", [new("behind", "behind the bead"),
        new("no-bead", "no bead: held otherwise", Asks: "How"),
        new("on-bead", "on the bead, or loose", Verdict.Doubtful)]) { PerTurbo = true };

    /// <summary>Its gap to hot metal. No usual figure is known: it is judged.</summary>
    public static readonly Question HotGap = new("drain-hot-gap", "Gap to hot metal", [new("enough", "judged, enough"),
        new("close", "close", Verdict.Doubtful)])
        { PerTurbo = true };

    /// <summary>What shields it; never an excuse for the gap, nor the gap for a shield.</summary>
    public static readonly Question Shield = new("drain-shield", "Sleeve or shield", [new("fitted", "fitted"), new("none-needed", "none needed"),
        new("missing", "missing", Verdict.Doubtful)]) { PerTurbo = true };

    /// <summary>What is seen of how it is laid and held.</summary>
    public static readonly IReadOnlyList<Question> Laid = [HoseEnds, Clamps, HotGap, Shield];

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Drain", DrawnPart.Drain, Read)
    {
        PerTurbo = true,
        Kinds = [DrainReading.Kind, PourThrough.Kind],
        Questions = [Installed, Planned, Bore, End, .. Laid],
        Limits = [DrainLimits.Margin, PourThrough.Limit],
        Answers = [new("drain-restricted", r => r.Verdict switch { Verdict.Sound => false, Verdict.Stop => true, _ => null })],
        Items = [new(HoldPoint.Start, Id, "Drain as installed", (context, turbo) => IsInstalled(context.Job, turbo)
            ? ItemState.Of(context.Check(Id, turbo))
            : context.Check(Id, turbo) is { Verdict: Verdict.Stop } planned ? ItemState.Of(planned)
            : ItemState.NotLooked(context.Check(Id, turbo).Found.Since is null ? "Not looked at yet." : "Only planned: not looked at as installed.",
                context.Check(Id, turbo).Found.Since)) { PerTurbo = true }],
        ReopenedBy =
        [
            new(ClockingReading.KindName, "the centre section was turned", ClockingReading.Turned),
            new(CrankcaseReading.KindName, "the crankcase was read above its limit", (job, entry)
                => ((CrankcaseOutcome)job.Record.Read<CrankcaseReading>(entry).Outcome!).Judgement.Verdict is Verdict.Doubtful or Verdict.Stop),
            Reopening.ByLook(CrankcaseCheck.Breather, "the breather was re-routed", "re-routed"),
        ],
    };

    /// <summary>Whether anything says how the drain runs, planned or as installed.</summary>
    public static bool IsPlanned(JobContext job, int turbo) => Read(job, turbo).Since is not null;

    /// <summary>What was seen of the drain last, planned or as installed; null where nobody looked.</summary>
    public static LookState? SeenLast(JobContext job, int turbo) => new[] { Installed.Read(job, turbo), Planned.Read(job, turbo) }.Where(s
        => s.Noted is not null)
        .MaxBy(s => s.Noted!.Entry.Seq);

    // What was looked at last says how it stands; a later plan means that something is to change.
    private static bool IsInstalled(JobContext job, int turbo) => ReadInstalled(job, turbo).Since is { } installed && installed.Seq > (ReadPlanned(job, turbo)
        .Since?.Seq ?? 0);

    private static Found Read(JobContext job, int turbo)
    {
        var bore = Bore.Found(job, turbo);
        if (bore.Verdict == Verdict.Stop) return bore;
        if (IsInstalled(job, turbo)) return ReadInstalled(job, turbo);
        var planned = ReadPlanned(job, turbo);
        return planned.Since is null || planned.Verdict is Verdict.Stop ? planned
            : planned with { Verdict = Verdict.ReadingOnly, Word = "planned", Provisional = true, Why = $"{planned.Why} Planned, not as installed." };
    }

    private static Found ReadInstalled(JobContext job, int turbo) => Found.Newer(Measured(job, turbo, true), Installed.Found(job, turbo));

    private static Found ReadPlanned(JobContext job, int turbo) => Found.Newer(Measured(job, turbo, false), Planned.Found(job, turbo));

    private static Found Measured(JobContext job, int turbo, bool installed) => Found.Of<DrainReading, DrainOutcome>(
        job.Record.Latest<DrainReading>(d => d.Turbo == turbo && d.AsInstalled == installed), (_, o) => $"carries {o.Judgement.Digits(o.Result.Margin)} ×");

    private static IEnumerable<LookAnswer> Ways() =>
    [
        new("falls", "falls all the way, ends above the oil") { Drawing = "drain-falls" },
        new("flat-or-rising", "flat or rising somewhere", Verdict.Stop) { Drawing = "drain-flat" },
        new("dip", "a dip", Verdict.Stop) { Drawing = "drain-dipped" },
        new("under-oil", "ends under the oil", Verdict.Stop) { Drawing = "drain-under-oil" },
    ];
}
