using Wattology.Core.Causes;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Findings;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Core.Shop;

namespace Wattology.Core.Evidence;

/// <summary>A place on the job where something is checked, with its latest value and verdict.</summary>
/// <param name="Id">Which check; also the name of its sheet.</param>
/// <param name="Unit">Which turbo; 0 for the engine.</param>
/// <param name="Title">Its name.</param>
/// <param name="Verdict">Its latest verdict.</param>
/// <param name="Value">Its latest value, short.</param>
/// <param name="Why">The reason in a sentence.</param>
/// <param name="AcceptedBy">Who took a doubt or judged a reading, if anyone.</param>
/// <param name="Word">A word that says it better than the verdict's own, where nothing is measured.</param>
public sealed record Spot(string Id, int Unit, string Title, Verdict Verdict, string Value, string Why, string? AcceptedBy = null, string? Word = null)
{
    /// <summary>Sound, or taken by name: a doubt or a bare reading can be, a stop or a check not looked at cannot.</summary>
    public bool Closed => Verdict == Verdict.Sound || (AcceptedBy is not null && Verdict is (Verdict.Doubt or Verdict.ReadingOnly));
}

/// <summary>The spots of a job.</summary>
public static class Spots
{
    /// <summary>Every spot, in the order of the work.</summary>
    /// <param name="state">The job.</param>
    /// <param name="limits">Limits in force.</param>
    /// <param name="units">The shop's units.</param>
    /// <param name="supersessions">Known successors of part numbers.</param>
    public static IReadOnlyList<Spot> Of(JobState state, LimitBook limits, ShopUnits units, IReadOnlyList<Supersession> supersessions)
    {
        var spots = new List<Spot>();
        foreach (var unit in state.Job.Units) spots.Add(Plate(state, unit, supersessions));
        spots.Add(FindingsSpot(state));
        foreach (var unit in state.Job.Units)
        {
            spots.Add(Read<CatchTested>(state, "feed", "Feed", unit, b => b.Unit == unit, b => b.Judgement, b => b.Result.Ratio is { } r ? $"{ShopUnits.Digits(b.Result.MeanLpm)} l/min, {100 * r:0} %" : $"{ShopUnits.Digits(b.Result.MeanLpm)} l/min"));
            spots.Add(Read<RestrictorSeen>(state, "restrictor", "Restrictor", unit, b => b.Unit == unit, b => b.Judgement, b => b.HoleMm is { } mm ? units.ShowLength(mm) : "none fitted"));
            spots.Add(Read<DrainMeasured>(state, "drain", "Drain", unit, b => b.Unit == unit, b => b.Judgement, b => $"margin {ShopUnits.Digits(b.Result.Margin)}"));
            spots.Add(Read<ClockingSet>(state, "clocking", "Clocking", unit, b => b.Unit == unit, b => b.Judgement, b => $"{ShopUnits.Digits(b.Result.WorstDrainTiltDeg)}° off plumb"));
        }
        spots.Add(CrankcaseSpot(state, units));
        spots.Add(PrimeSpot(state, limits));
        spots.Add(StartSpot(state, limits));
        return spots;
    }

    private static Spot Read<T>(JobState state, string id, string title, int unit, Func<T, bool> own, Func<T, Judgement> judged, Func<T, string> value) where T : EntryBody
        => state.Latest(own) is not { } latest ? new Spot(id, unit, title, Verdict.NotLooked, "", "Not looked at yet.")
            : new Spot(id, unit, title, judged(latest.Body).Verdict, value(latest.Body), judged(latest.Body).Why, state.AcceptanceOf(latest.Entry)?.Entry.By);

    private static Spot Plate(JobState state, int unit, IReadOnlyList<Supersession> supersessions)
    {
        var old = state.Plate(unit, PlateOf.Old);
        if (state.Plate(unit, PlateOf.New) is not { } fitted)
            return old is null or { Body.NotReadable: true }
                ? new("plate", unit, "Plate", Verdict.NotLooked, old is null ? "" : "not readable yet", old is null ? "The failed unit's plate is not recorded." : "The failed unit's plate could not be read yet.")
                : new("plate", unit, "Plate", Verdict.ReadingOnly, old.Body.Headline, "The replacement's plate is not recorded yet.");
        var match = PlateMatch.Compare(old?.Body, fitted.Body, supersessions);
        return new("plate", unit, "Plate", match.Verdict, fitted.Body.Headline, match.Why, state.AcceptanceOf(fitted.Entry)?.Entry.By);
    }

    private static Spot FindingsSpot(JobState state)
    {
        var looked = state.Looks.Values.Count(l => l.Body.Look != Look.NotLooked);
        if (state.Cause is { } cause) return new("findings", 0, "Cause", Verdict.Sound, Remedies.Title(cause.Body.Cause), $"Confirmed by {cause.Entry.By}: {cause.Body.SecondWhy}", Word: "confirmed");
        return looked == 0 ? new("findings", 0, "Findings", Verdict.NotLooked, "", "Nothing looked at yet.")
            : new("findings", 0, "Findings", Verdict.ReadingOnly, $"{looked} looked at", "No cause is confirmed yet.", Word: "no cause yet");
    }

    private static Spot CrankcaseSpot(JobState state, ShopUnits units)
    {
        var latest = state.All<CrankcaseRead>().GroupBy(r => r.Body.Running).Select(g => g.Last()).ToArray();
        if (latest.Length == 0)
            return state.Latest<CrankcaseDeferred>() is { } later ? new("crankcase", 0, "Crankcase", Verdict.NotLooked, "due after start", $"Due after the first start: {later.Body.Why}")
                : new("crankcase", 0, "Crankcase", Verdict.NotLooked, "", "Not read yet.");
        var worst = latest.MaxBy(r => r.Body.Judgement.Verdict)!;
        return new("crankcase", 0, "Crankcase", worst.Body.Judgement.Verdict, units.ShowPressure(worst.Body.PressureKpa), worst.Body.Judgement.Why, state.AcceptanceOf(worst.Entry)?.Entry.By);
    }

    private static Spot PrimeSpot(JobState state, LimitBook limits)
    {
        var log = CrankLog.Of(state, limits);
        var missing = state.Job.Units.Where(u => state.Latest<Primed>(p => p.Unit == u)?.Body.WheelFree != true).ToArray();
        var value = log.Bursts.Count == 0 ? "" : $"{log.Bursts.Count} burst{(log.Bursts.Count == 1 ? "" : "s")}, {log.TotalSeconds:0} s";
        if (log.NoPressureStop) return new("prime", 0, "Prime", Verdict.Stop, value, "The allowed cranking brought no oil pressure. Stop and look.");
        if (log.PressureProved && missing.Length == 0) return new("prime", 0, "Prime", Verdict.Sound, log.Bursts.Count == 0 ? "pressure seen" : $"pressure, {log.Bursts.Count} burst{(log.Bursts.Count == 1 ? "" : "s")}", "Oiled, and oil pressure proved before the first start.");
        if (state.Job.Turbos == 2 && missing.Length == 1) return new("prime", 0, "Prime", Verdict.Doubt, "one side only", $"Turbo {missing[0]} is not oiled and turned by hand yet.");
        return log.Bursts.Count == 0 && missing.Length == state.Job.Turbos ? new("prime", 0, "Prime", Verdict.NotLooked, "", "Not begun.")
            : new("prime", 0, "Prime", Verdict.ReadingOnly, value, log.PressureProved ? "Pressure is proved, but not every turbo was oiled." : "Oil pressure is not proved yet.");
    }

    private static Spot StartSpot(JobState state, LimitBook limits)
    {
        var run = RunLog.Of(state, limits);
        if (run.Stopped) return new("start", 0, "Start", Verdict.Stop, "no pressure", "The engine ran without oil pressure in time. Only a direct gauge clears this.");
        var joints = Joints.For(state.Job).Select(j => state.Latest<JointLooked>(l => l.Joint == j.Id)?.Body.State).ToArray();
        var check = state.Latest<RunChecked>()?.Body;
        if (run.LongestSeconds <= 0 && run.RunningSince is null) return new("start", 0, "Start", Verdict.NotLooked, "", "Not started yet.");
        var value = run.RunningSince is not null ? "running" : $"idled {run.LongestSeconds / 60:0.#} min";
        if (joints.Contains(JointState.Leak)) return new("start", 0, "Start", Verdict.Stop, value, "A joint leaks.");
        if (check?.Smoke == Smoke.BlueStays) return new("start", 0, "Start", Verdict.Stop, value, "Blue smoke stays.");
        if (check is not null && check.OilLevel != OilLevel.BetweenMarks) return new("start", 0, "Start", Verdict.Stop, value, "The oil level is not between the marks.");
        if (joints.Contains(JointState.Weep) || check is { CodesClear: false } or { Smoke: Smoke.Black }) return new("start", 0, "Start", Verdict.Doubt, value, "Something weeps, smokes black or stores codes.");
        return !run.IdledEnough || check is null || joints.Contains(null) ? new("start", 0, "Start", Verdict.ReadingOnly, value, "Idle, joints and checks are not complete yet.")
            : new("start", 0, "Start", Verdict.Sound, value, "Idled, dry at every joint, no smoke, codes clear, level between the marks.");
    }
}
