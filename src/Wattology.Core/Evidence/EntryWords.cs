using Wattology.Core.Calculations;
using Wattology.Core.Causes;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Findings;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Core.Shop;

namespace Wattology.Core.Evidence;

/// <summary>What an entry says, in one line for people.</summary>
public static class EntryWords
{
    /// <summary>The line, in the shop's units.</summary>
    public static string Of(Entry entry, JobState state, ShopUnits units)
    {
        string Which(int unit) => state.Job.Turbos == 2 ? $"turbo {unit}: " : "";
        string Word(Enum value) => InputReader.WordOf(value).Replace('-', ' ');
        return entry.Content switch
        {
            BookedIn b => $"{b.Machine}, {b.Registration}, for {b.Customer}: {b.Complaint}",
            Waiting w => $"{Word(w.For)}{(w.Note.Length > 0 ? ": " + w.Note : "")}",
            PlateRead p => $"{Which(p.Unit)}{(p.Plate == PlateOf.Old ? "failed unit" : "replacement")}: {p.Words}",
            FindingNoted f => $"{FindingWords.ById[f.Finding].Title}: {f.Look switch { Look.Seen => "seen, " + FindingWords.ById[f.Finding].Seen, Look.NotThere => "not there, " + FindingWords.ById[f.Finding].NotThere, _ => "taken back" }}",
            CauseConfirmed c => $"{Remedies.Title(c.Cause)}. {c.SecondWhy}{(c.Disagreement.Length > 0 ? $" (ranking had {Remedies.Title(c.Leader).ToLowerInvariant()} first: {c.Disagreement})" : "")}",
            RemedyNoted r => $"{Remedies.All.First(x => x.Id == r.Line).Text}: {(r.Closed ? "closed" : "opened again")}, {r.Note}",
            CatchTested t => $"{Which(t.Unit)}{ShopUnits.Digits(t.Result.MeanLpm)} l/min with {t.Grade} at {units.ShowTemperature(t.Input.OilTempC)}. {Judged(t.Judgement, units)}",
            RestrictorSeen r => $"{Which(r.Unit)}{(r.HoleMm is { } mm ? units.ShowLength(mm) : "none fitted")}. {Judged(r.Judgement, units)}",
            DrainMeasured d => $"{Which(d.Unit)}margin {ShopUnits.Digits(d.Result.Margin)}, {(d.AsInstalled ? "as installed" : "as planned")}. {Judged(d.Judgement, units)}",
            CrankcaseRead c => $"{units.ShowPressure(c.PressureKpa)}, {Word(c.Running)}. {Judged(c.Judgement, units)}",
            CrankcaseDeferred c => c.Why,
            ClockingSet c => $"{Which(c.Unit)}oil inlet at {ShopUnits.Digits(c.Input.OilInletDeg)}° from the compressor end, drain {ShopUnits.Digits(c.Result.WorstDrainTiltDeg)}° off plumb. {Judged(c.Judgement, units)}",
            Accepted a => $"Entry {state.Entries.FirstOrDefault(e => e.Hash == a.Entry)?.Seq}: {a.Reason}",
            GatePassed g => $"{Word(g.Gate)}{(g.Open.Count > 0 ? $", with open: {string.Join(", ", g.Open)}" : "")}. {g.Reason}",
            FiringDisabled d => $"{Word(d.Taken)}: {string.Join(", ", d.Items)}",
            FiringRestored r => r.Item,
            Primed p => $"{Which(p.Unit)}{Word(p.Method)}{(p.OilMl is { } ml ? $", {ml:0.#} ml" : "")}, wheel {(p.WheelFree ? "turns freely" : "does not turn freely")}{(p.Why.Length > 0 ? $" ({p.Why})" : "")}",
            BurstEnded b => $"{b.Seconds:0.0} s",
            PressureNoted p => $"{(p.Seen ? "seen" : "not seen")}, {Word(p.By)}{(p.PressureKpa is { } kpa ? $" {units.ShowPressure(kpa)}" : "")}{(p.By == PressureBy.Lamp && !p.Proves ? ", which proves nothing: lamp not seen lit, or switch off" : "")}",
            PressureAfterFiring p => $"{p.Seconds:0.0} s after firing",
            EngineStopped s => $"after {s.Seconds / 60:0.0} min",
            JointLooked j => $"{Joints.For(state.Job).First(x => x.Id == j.Joint).Title}: {Word(j.State)}",
            RunChecked r => $"smoke {Word(r.Smoke)}, oil {Word(r.OilLevel)}, {(r.CodesClear ? "no codes" : "codes " + r.Codes)}",
            HandedOver h => $"to {h.To}. {h.ToldDriver}",
            _ => "",
        };
    }

    private static string Judged(Judgement judgement, ShopUnits units) => judgement.Why
        + (judgement.By is { } limit ? $" [{Word(judgement.Verdict)}; {limit.RangeWords(units)}, {limit.SourceWords}]" : $" [{Word(judgement.Verdict)}]");

    private static string Word(Verdict verdict) => InputReader.WordOf(verdict).Replace('-', ' ');
}
