using MathNet.Numerics.Statistics;

namespace Wattology.Core.Priming;

/// <summary>One sample: time in s, rising, and gauge pressure in kPa; null where a sample is missing.</summary>
public sealed record PressureSample(double TimeS, double? Kpa);

/// <summary>How a trace is read.</summary>
/// <param name="FirstKpa">From here pressure counts as there.</param>
/// <param name="HoldS">And must stay for so long.</param>
/// <param name="SteadyShare">Steady is within this share of the level it settles at.</param>
/// <param name="DropShare">A drop-out falls below this share of that level.</param>
/// <param name="GapS">A pause in the samples longer than this is a drop-out of the gauge.</param>
public sealed record TraceSettings(double FirstKpa = 10, double HoldS = 0.3, double SteadyShare = 0.15, double DropShare = 0.5, double GapS = 0.5);

/// <summary>A stretch without pressure, or without samples.</summary>
/// <param name="FromS">Beginning, s.</param>
/// <param name="ToS">End, s.</param>
/// <param name="NoSignal">True where samples are missing rather than pressure.</param>
public sealed record DropOut(double FromS, double ToS, bool NoSignal);

/// <summary>What a trace shows; times count from its first sample.</summary>
/// <param name="FirstS">Time to the first pressure that stays; null when none does.</param>
/// <param name="PurgeUntilS">End of the purge, in which air lets pressure flicker; left out of what follows; null without one.</param>
/// <param name="SteadyS">Time from which pressure is steady; null when it never is.</param>
/// <param name="SteadyKpa">The level it settles at, kPa.</param>
/// <param name="LowestHotIdleKpa">Lowest at hot idle, kPa; null when no hot idle is marked.</param>
/// <param name="DropOuts">Drop-outs after it was steady.</param>
public sealed record TraceResult(double? FirstS, double? PurgeUntilS, double? SteadyS, double? SteadyKpa, double? LowestHotIdleKpa,
    IReadOnlyList<DropOut> DropOuts);

/// <summary>Reads a pressure trace taken while cranking and after.</summary>
public static class PressureTrace
{
    private const int FewestSamples = 5;

    /// <summary>Reads a trace.</summary>
    /// <param name="samples">Samples in time order, at least 5 with a pressure.</param>
    /// <param name="hotIdle">From when to when the engine idled hot, s from the first sample; null when it did not.</param>
    /// <param name="settings">How it is read.</param>
    /// <exception cref="ArgumentException">Too few samples, or time does not rise.</exception>
    public static TraceResult Read(IReadOnlyList<PressureSample> samples, (double FromS, double ToS)? hotIdle = null, TraceSettings? settings = null)
    {
        settings ??= new TraceSettings();
        if (samples.Zip(samples.Skip(1)).Any(p => p.Second.TimeS <= p.First.TimeS)) throw new ArgumentException("Times must rise from sample to sample.",
            nameof(samples));
        var known = samples.Where(s => s.Kpa is not null).Select(s => (Time: s.TimeS - samples[0].TimeS, Kpa: s.Kpa!.Value)).ToArray();
        if (known.Length < FewestSamples) throw new ArgumentException($"At least {FewestSamples} samples with a pressure are needed.", nameof(samples));

        var first = First(known, settings);
        if (first is not { } at) return new(null, known.Any(k => k.Kpa >= settings.FirstKpa) ? known[^1].Time : null, null, null, Lowest(known, hotIdle), []);
        var flickers = known[..at].Any(k => k.Kpa >= settings.FirstKpa);
        var level = known[at..].Where(k => k.Kpa >= settings.FirstKpa).Select(k => k.Kpa).TakeLast(Math.Max(3, (known.Length - at) / 2)).Median();
        var steady = Array.FindIndex(known, at, k => Math.Abs(k.Kpa - level) <= settings.SteadyShare * level);
        while (steady >= 0 && !Holds(known, steady, settings.HoldS, k => Math.Abs(k - level) <= settings.SteadyShare * level))
            steady = steady + 1 < known.Length ? Array.FindIndex(known, steady + 1, k => Math.Abs(k.Kpa - level) <= settings.SteadyShare * level) : -1;
        return new(known[at].Time, flickers ? known[at].Time : null, steady < 0 ? null : known[steady].Time, level, Lowest(known, hotIdle), steady < 0 ? []
            : [.. DropOuts(known, steady, level, settings)]);
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
            if (known[i].Time - known[from].Time >= seconds) return true;
        }
        return false;
    }

    private static double? Lowest((double Time, double Kpa)[] known, (double FromS, double ToS)? hotIdle)
    {
        if (hotIdle is not { } idle) return null;
        var inside = known.Where(k => k.Time >= idle.FromS && k.Time <= idle.ToS).Select(k => k.Kpa).ToArray();
        // One wild sample is not the lowest pressure: the middle of three neighbours is.
        return inside.Length == 0 ? null : inside.Length < 3 ? inside.Min()
            : Enumerable.Range(1, inside.Length - 2).Min(i => new[] { inside[i - 1], inside[i], inside[i + 1] }.Median());
    }

    private static IEnumerable<DropOut> DropOuts((double Time, double Kpa)[] known, int steady, double level, TraceSettings settings)
    {
        double? lost = null;
        for (var i = steady + 1; i < known.Length; i++)
        {
            if (known[i].Time - known[i - 1].Time > settings.GapS) yield return new(known[i - 1].Time, known[i].Time, true);
            if (known[i].Kpa < settings.DropShare * level) lost ??= known[i].Time;
            else if (lost is { } from)
            {
                yield return new(from, known[i].Time, false);
                lost = null;
            }
        }
        if (lost is { } open) yield return new(open, known[^1].Time, false);
    }
}
