using Wattology.Core.Air;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;

namespace Wattology.Core.Jobs;

/// <summary>One reading of a pair.</summary>
/// <param name="Entry">Its entry.</param>
/// <param name="Value">The figure compared.</param>
/// <param name="Shown">The figure in the shop's unit.</param>
/// <param name="Verdict">How it was judged when it was taken.</param>
public sealed record PairedReading(Entry Entry, double Value, string Shown, Verdict Verdict);

/// <summary>The same reading before and after something was put right: the proof that it was.</summary>
/// <param name="Kind">The kind of reading.</param>
/// <param name="Title">What was read, with its turbo where there are two.</param>
/// <param name="Way">How the engine ran; empty where that does not matter.</param>
/// <param name="Before">The last reading before the first change; null where none was taken.</param>
/// <param name="After">The last reading since; null where none was taken.</param>
/// <param name="Unequal">Why the two are not simply compared, in words; empty where they are.</param>
/// <param name="Changed">What was recorded as changed between them.</param>
public sealed record ReadingPair(string Kind, string Title, string Way, PairedReading? Before, PairedReading? After, string Unequal,
    IReadOnlyList<Entry> Changed)
{
    // What a reading hangs on besides what was put right: further apart than this the two say little of each other.
    private sealed record Condition(string Name, double? Value, double Apart, Func<double, string> Show);

    private const double SameSpeed = 0.1, SameWarmth = 10;

    /// <summary>Every pair of a job, in the order of the work; a reading taken once stands alone.</summary>
    public static IReadOnlyList<ReadingPair> Of(JudgedJob job)
    {
        var (units, changes) = (job.Units, Changes(job));
        Condition Speed(string name, double? rpm) => new(name, rpm, SameSpeed * (rpm ?? 0), r => $"{ShopUnits.Digits(r)} rpm");
        Condition Warm(double? celsius) => new("oil temperature", celsius, SameWarmth, units.ShowTemperature);
        string Flow(double lpm) => units.Show(lpm, Measure.Flow);
        return
        [
            .. Pairs<CatchTestReading, CatchTestOutcome>(job, changes, _ => null, (_, o) => (o.Result.Ratio ?? o.Result.MeanLpm,
                $"{Flow(o.Result.MeanLpm)}{(o.Result.Ratio is { } r ? $", {ShopUnits.Digits(r)} ×" : "")}"),
                c => [Speed("cranking speed", c.CrankRpm), Warm(c.Input.OilTempC)]),
            .. Pairs<DrainReading, DrainOutcome>(job, changes, _ => null, (_, o) => (o.Result.Margin, $"carries {ShopUnits.Digits(o.Result.Margin)} ×"),
                d => [Warm(d.Input.OilTempC)]),
            .. Pairs<PourThrough, PourOutcome>(job, changes, _ => null, (p, _) => (p.FlowLpm, Flow(p.FlowLpm)), _ => []),
            .. Pairs<CrankcaseReading, CrankcaseOutcome>(job, changes, c => c.Running, (c, _) => (c.PressureKpa, units.ShowPressure(c.PressureKpa)),
                c => [Speed("engine speed", c.EngineRpm)]),
            .. Pairs<BlowByReading, BlowByOutcome>(job, changes, b => b.Running, (_, o) => (o.Result.SharePct ?? o.Result.BlowbyLpm,
                $"{Flow(o.Result.BlowbyLpm)}{(o.Result.SharePct is { } s ? $", {ShopUnits.Digits(s)} %" : "")}"), b => [Speed("engine speed", b.EngineRpm)]),
            .. Pairs<CompressionReading, CompressionOutcome>(job, changes, _ => null, (_, o) => (o.Result.MinKpa,
                $"{units.ShowPressure(o.Result.MinKpa)} to {units.ShowPressure(o.Result.MaxKpa)}"), c => [Warm(c.OilTempC)]),
            .. Pairs<SuctionReading, SuctionOutcome>(job, changes, s => s.Running, (s, _) => (s.DepressionKpa, units.ShowPressure(s.DepressionKpa)),
                s => [Speed("engine speed", s.EngineRpm)]),
        ];
    }

    private static IEnumerable<ReadingPair> Pairs<T, TOutcome>(JudgedJob job, IReadOnlyList<Entry> changes, Func<T, Running?> way,
        Func<T, TOutcome, (double, string)> figure, Func<T, Condition[]> conditions) where T : EntryBody where TOutcome : Outcome, IJudged
    {
        var kind = job.Record.Kinds.Of(typeof(T));
        foreach (var group in job.Record.All<T>().GroupBy(n => (Turbo: (n.Body as IOfTurbo)?.Turbo ?? 0, Way: way(n.Body))).OrderBy(g => g.Key))
        {
            var first = group.First();
            // A reading that was itself taken with the new unit is no reading before.
            var started = changes.FirstOrDefault(e => e.Kind == Fired.Kind.Name)?.Seq ?? int.MaxValue;
            var change = first.Entry.Seq > started ? 0 : changes.FirstOrDefault(e => e.Seq > first.Entry.Seq)?.Seq ?? first.Entry.Seq + 1;
            var (before, after) = (group.LastOrDefault(n => n.Entry.Seq < change), group.LastOrDefault(n => n.Entry.Seq > Math.Max(change,
                first.Entry.Seq - 1)));
            PairedReading? Of(Noted<T>? noted) => noted?.Outcome is not TOutcome outcome ? null
                : figure(noted.Body, outcome) is var (value, shown) ? new(noted.Entry, value, shown, outcome.Judgement.Verdict) : null;
            yield return new(kind.Name, job.Machine.Named(kind.Title, group.Key.Turbo), group.Key.Way is { } running ? JsonForm.Plain(running) : "",
                Of(before), Of(after),
                before is null || after is null ? "" : Apart(conditions(before.Body), conditions(after.Body), before.Entry, after.Entry),
                before is null || after is null ? [] : [.. changes.Where(e => e.Seq > before.Entry.Seq && e.Seq < after.Entry.Seq)]);
        }
    }

    private static string Apart(Condition[] before, Condition[] after, Entry one, Entry other) => string.Join("; ", before.Zip(after, (b, a)
        => (b.Value, a.Value) switch
        {
            ({ } x, { } y) => Math.Abs(x - y) > Math.Max(b.Apart, a.Apart) ? $"unequal: {b.Show(x)} and {b.Show(y)}" : "",
            (null, null) => "",
            _ => $"{b.Name} noted only once",
        }).Append(one.Instrument != other.Instrument ? "another instrument" : "").Where(s => s.Length > 0));

    // What puts something right, in order: works, new parts, another way of the pipe; and the first run of the new unit.
    private static Entry[] Changes(JudgedJob job) => [.. job.Record.Entries.Where(e => Works.Contains(e.Kind) && job.Record.Stands(e)
        && (e.Kind != Looked.KindName || Parts.Any(p => p.Question.Id == job.Record.Read<Looked>(e).Body.Question
            && p.Answers.Contains(job.Record.Read<Looked>(e).Body.Answer))))];

    private static readonly HashSet<string> Works = [RemedyNoted.Kind.Name, FeedPipeReading.Kind.Name, OilService.Kind.Name, ClockingReading.KindName,
        StopWorked.KindName, Fired.Kind.Name, Looked.KindName];

    private static readonly (Question Question, string[] Answers)[] Parts = [(CrankcaseCheck.Breather, ["renewed", "cleaned", "re-routed"]),
        (FitCheck.Mounted, ["mounted"]), .. HiddenPlaces.All.Select(p => (p, new[] { "clear", "measured", "set" }))];

    /// <summary>What changed, in words: "0.9 kPa before, 0.4 kPa after".</summary>
    public string Words => $"{(Way.Length > 0 ? $"{Way}: " : "")}" + (Before, After) switch
    {
        ({ } before, { } after) => $"{before.Shown} before, {after.Shown} after{(Unequal.Length > 0 ? $" ({Unequal})" : "")}",
        ({ } before, null) => $"{before.Shown} before, not read since",
        (null, { } after) => $"{after.Shown} after, not read before",
        _ => "",
    };
}
