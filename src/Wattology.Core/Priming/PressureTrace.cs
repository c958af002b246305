using System.Globalization;
using MathNet.Numerics.Statistics;
using Wattology.Core.Inputs;

namespace Wattology.Core.Priming;

/// <summary>One sample: time in s, rising, and gauge pressure in kPa; null where a sample is missing.</summary>
public sealed record PressureSample([Bounds(-1e9, 1e9)] double TimeS, [Bounds(-200, 5_000)] double? Kpa = null);

/// <summary>How a trace is read.</summary>
/// <param name="FirstKpa">From here pressure counts as there.</param>
/// <param name="HoldS">And must stay for so long, over three samples at least.</param>
/// <param name="SteadyShare">Steady is within this share of the level it settles at.</param>
/// <param name="DropShare">Pressure is lost below this share of the lowest level that was held.</param>
/// <param name="GapS">A pause in the samples longer than this is a loss of the signal; three of the logger's own intervals where that is longer.</param>
/// <param name="HeldS">A level is held when it is steady for so long.</param>
/// <param name="HeldKpa">And is at least so high; the highest that is held where none is.</param>
public sealed record TraceSettings([Bounds(0.1, 1_000)] double FirstKpa = 10, [Bounds(0, 60)] double HoldS = 0.3, [Bounds(0.01, 1)] double SteadyShare = 0.15,
    [Bounds(0, 1)] double DropShare = 0.5, [Bounds(0.01, 600)] double GapS = 0.5, [Bounds(0.1, 600)] double HeldS = 1.5,
    [Bounds(0, 1_000)] double HeldKpa = 50);

/// <summary>A stretch of time, s from the first sample.</summary>
/// <param name="FromS">Beginning.</param>
/// <param name="ToS">End.</param>
public sealed record TraceSpan([Bounds(0, 1e9)] double FromS, [Bounds(0, 1e9)] double ToS);

/// <summary>A pressure trace.</summary>
/// <param name="Samples">Samples in time order, 5 to 200,000, at least 5 with a pressure.</param>
/// <param name="HotIdle">From when to when the engine idled hot; null when it did not.</param>
/// <param name="EngineStillUntilS">Until when the engine stood still, s from the first sample: what the gauge shows till then is its own offset. Found from
/// the trace's beginning when null.</param>
/// <param name="Settings">How it is read; as usual when null.</param>
public sealed record PressureTraceInput([Most(SampleTimes.Most)] IReadOnlyList<PressureSample> Samples, TraceSpan? HotIdle = null, [Bounds(0, 1e9)] double?
    EngineStillUntilS = null,
    TraceSettings? Settings = null) : IHasRules
{
    private const int FewestSamples = 5;

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        SampleTimes.Check([.. Samples.Select(s => s.TimeS)], faults, path);
        if (Samples.Count(s => s.Kpa is not null) < FewestSamples)
            faults.Add(Faults.Join(path, "samples"), $"At least {FewestSamples} samples with a pressure are needed.");
        if (HotIdle is { } idle && idle.ToS < idle.FromS) faults.Add(Faults.Join(path, "hot_idle.to_s"), "The idle ends before it begins.");
    }
}

/// <summary>A stretch without pressure, or without samples.</summary>
/// <param name="FromS">Beginning, s.</param>
/// <param name="ForS">How long, s.</param>
/// <param name="NoSignal">True where samples are missing rather than pressure.</param>
/// <param name="ToEnd">True where it lasts to the end of the trace.</param>
public sealed record DropOut(double FromS, double ForS, bool NoSignal, bool ToEnd);

/// <summary>What a trace shows; times count from its first sample.</summary>
/// <param name="OffsetKpa">What the gauge showed with the engine still, kPa; taken off everything else.</param>
/// <param name="FirstS">Time to the first pressure that stays; null when none does.</param>
/// <param name="PurgeUntilS">End of the purge, in which air lets pressure flicker; left out of what follows; null without one.</param>
/// <param name="SteadyS">Time from which pressure is steady; null when it never is.</param>
/// <param name="SteadyKpa">The level it settles at, kPa.</param>
/// <param name="LowestHotIdleKpa">Lowest at hot idle, kPa; null when no hot idle is marked.</param>
/// <param name="DropOuts">Losses after the first oil.</param>
/// <param name="Words">The same in sentences.</param>
public sealed record TraceResult(double OffsetKpa, double? FirstS, double? PurgeUntilS, double? SteadyS, double? SteadyKpa, double? LowestHotIdleKpa,
    IReadOnlyList<DropOut> DropOuts, string Words);

/// <summary>Reads a pressure trace taken while cranking and after.</summary>
public static class PressureTrace
{
    private const int FewestHeld = 3;
    private const double OffsetLeastS = 0.5;
    private const int OffsetLeastSamples = 5;
    private const double OffsetBandKpa = 3;
    private const double OffsetMostKpa = 30;
    private const double OffsetSeenKpa = 0.5;
    private const int OwnIntervals = 3;

    /// <summary>Reads a trace.</summary>
    /// <exception cref="InputRefusedException">Too few samples, or time does not rise.</exception>
    public static TraceResult Read(PressureTraceInput input)
    {
        var faults = new Faults();
        input.Check(faults, "");
        faults.ThrowIfAny();
        var settings = input.Settings ?? new TraceSettings();
        var start = input.Samples[0].TimeS;
        var raw = input.Samples.Where(s => s.Kpa is not null).Select(s => (Time: s.TimeS - start, Kpa: s.Kpa!.Value)).ToArray();
        var offset = Offset(raw, input.EngineStillUntilS, settings);
        var known = raw.Select(k => (k.Time, Kpa: k.Kpa - offset)).ToArray();
        var end = input.Samples[^1].TimeS - start;

        var idle = Lowest(known, input.HotIdle);
        if (First(known, settings) is not { } at)
        {
            double? flickered = known.Any(k => k.Kpa >= settings.FirstKpa) ? known[^1].Time : null;
            return Worded(new(offset, null, flickered, null, null, idle, [], ""));
        }
        var flickers = known[..at].Any(k => k.Kpa >= settings.FirstKpa);
        var level = known[at..].Where(k => k.Kpa >= settings.FirstKpa).Select(k => k.Kpa).TakeLast(Math.Max(3, (known.Length - at) / 2)).Median();
        bool Steady(double kpa) => Math.Abs(kpa - level) <= settings.SteadyShare * level;
        var steady = -1;
        for (var i = at; i < known.Length && steady < 0; i++)
            if (Steady(known[i].Kpa) && Holds(known, i, settings.HoldS, Steady)) steady = i;
        return Worded(new(offset, known[at].Time, flickers ? known[at].Time : null, steady < 0 ? null : known[steady].Time, level, idle,
            [.. DropOuts(known, at, end, LostBelow(known, at, settings), settings).OrderBy(d => d.FromS)], ""));
    }

    // The engine stands still at the beginning: what a gauge shows there, steadily and low, is no pressure.
    private static double Offset((double Time, double Kpa)[] raw, double? stillUntil, TraceSettings settings)
    {
        if (stillUntil is { } until)
        {
            var still = raw.Where(k => k.Time <= until).Select(k => k.Kpa).ToArray();
            return still.Length == 0 ? 0 : still.Median();
        }
        var first = raw[..Math.Min(raw.Length, OffsetLeastSamples)].Select(k => k.Kpa).Median();
        var length = raw.TakeWhile(k => Math.Abs(k.Kpa - first) <= OffsetBandKpa).Count();
        if (length < OffsetLeastSamples || length == raw.Length || raw[length - 1].Time < OffsetLeastS) return 0;
        var offset = raw[..length].Select(k => k.Kpa).Median();
        return Math.Abs(offset) is >= OffsetSeenKpa and <= OffsetMostKpa && raw.Any(k => k.Kpa - offset >= 2 * settings.FirstKpa) ? offset : 0;
    }

    // The first pressure that stays; what came and went before it was air.
    private static int? First((double Time, double Kpa)[] known, TraceSettings settings)
    {
        for (var i = 0; i < known.Length; i++)
            if (known[i].Kpa >= settings.FirstKpa && Holds(known, i, settings.HoldS, k => k >= settings.FirstKpa)) return i;
        return null;
    }

    private static bool Holds((double Time, double Kpa)[] known, int from, double seconds, Func<double, bool> good)
    {
        for (var i = from; i < known.Length; i++)
        {
            if (!good(known[i].Kpa)) return false;
            if (known[i].Time - known[from].Time >= seconds && i - from + 1 >= FewestHeld) return true;
        }
        return false;
    }

    // An idle after a rev is a level like the rev itself: what is lost lies below the lowest level that was held.
    private static double LostBelow((double Time, double Kpa)[] known, int first, TraceSettings settings)
    {
        var held = new List<double>();
        for (var i = first; i < known.Length;)
        {
            var from = i;
            double least = known[i].Kpa, most = known[i].Kpa;
            while (i < known.Length && Math.Max(most, known[i].Kpa) - Math.Min(least, known[i].Kpa) <= 2 * settings.SteadyShare * Math.Max(most, known[i].Kpa))
            {
                (least, most) = (Math.Min(least, known[i].Kpa), Math.Max(most, known[i].Kpa));
                i++;
            }
            if (i - from >= FewestHeld && known[i - 1].Time - known[from].Time >= settings.HeldS && least >= settings.FirstKpa) held.Add((least + most) / 2);
            i = Math.Max(i, from + 1);
        }
        var enough = held.Where(h => h >= settings.HeldKpa).ToArray();
        var lowest = enough.Length > 0 ? enough.Min() : held.Count > 0 ? held.Max() : settings.FirstKpa;
        return Math.Max(settings.FirstKpa, settings.DropShare * lowest);
    }

    private static double? Lowest((double Time, double Kpa)[] known, TraceSpan? hotIdle)
    {
        if (hotIdle is not { } idle) return null;
        var inside = known.Where(k => k.Time >= idle.FromS && k.Time <= idle.ToS).Select(k => k.Kpa).ToArray();
        // One wild sample is not the lowest pressure: the middle of three neighbours is.
        return inside.Length == 0 ? null : inside.Length < 3 ? inside.Min()
            : Enumerable.Range(1, inside.Length - 2).Min(i => new[] { inside[i - 1], inside[i], inside[i + 1] }.Median());
    }

    private static IEnumerable<DropOut> DropOuts((double Time, double Kpa)[] known, int first, double end, double lostBelow, TraceSettings settings)
    {
        var gap = Math.Max(settings.GapS, OwnIntervals * known.Zip(known.Skip(1), (a, b) => b.Time - a.Time).Median());
        int? lost = null;
        // While it first comes up nothing is lost yet.
        var risen = false;
        for (var i = first + 1; i < known.Length; i++)
        {
            risen |= known[i - 1].Kpa >= lostBelow;
            if (known[i].Time - known[i - 1].Time > gap) yield return new(known[i - 1].Time, known[i].Time - known[i - 1].Time, true, false);
            if (risen && known[i].Kpa < lostBelow) lost ??= i;
            else if (lost is { } from)
            {
                // One wild sample is no loss.
                if (i - from > 1) yield return new(known[from].Time, known[i].Time - known[from].Time, false, false);
                lost = null;
            }
        }
        if (lost is { } open && known.Length - open > 1) yield return new(known[open].Time, known[^1].Time - known[open].Time, false, true);
        if (end - known[^1].Time > gap) yield return new(known[^1].Time, end - known[^1].Time, true, true);
    }

    private static TraceResult Worded(TraceResult read)
    {
        static string S(double seconds) => seconds.ToString("0.0", CultureInfo.InvariantCulture) + " s";
        var words = new List<string>();
        if (read.OffsetKpa != 0) words.Add(string.Create(CultureInfo.InvariantCulture,
            $"With the engine still the gauge shows {read.OffsetKpa:0.#} kPa: taken off."));
        words.Add(read.FirstS is not { } first ? "No pressure that stayed." : $"First pressure after {S(first)}.");
        foreach (var drop in read.DropOuts)
            words.Add(drop.NoSignal ? $"No signal from {S(drop.FromS)} for {S(drop.ForS)}."
                : $"Pressure lost at {S(drop.FromS)} for {S(drop.ForS)}{(drop.ToEnd ? ", to the end" : "")}.");
        return read with { Words = string.Join(' ', words) };
    }
}
