using MathNet.Numerics.Statistics;
using Wattology.Core.Limits;
using Wattology.Core.Numerics;

namespace Wattology.Core.Actuator;

/// <summary>One sample of a sweep.</summary>
/// <param name="TimeS">Time, s, rising.</param>
/// <param name="CommandPct">What was asked for, percent.</param>
/// <param name="FeedbackPct">What came back, percent; null where a sample is missing.</param>
public sealed record SweepSample(double TimeS, double CommandPct, double? FeedbackPct);

/// <summary>How a sweep is read.</summary>
/// <param name="StickPct">The command must have moved more than this with the feedback still.</param>
/// <param name="StillPct">The feedback counts as still within this.</param>
/// <param name="JumpPct">The jump that follows is at least this.</param>
/// <param name="ClipLowPct">At or under this the sensor may be clipped.</param>
/// <param name="ClipHighPct">At or over this the sensor may be clipped.</param>
public sealed record SweepSettings(double StickPct = 6, double StillPct = 1.5, double JumpPct = 4, double ClipLowPct = 0.5, double ClipHighPct = 99.5);

/// <summary>What moving parts came out as.</summary>
public enum SweepVerdict
{
    /// <summary>No limits are known: a reading without a verdict.</summary>
    ReadingOnly,
    /// <summary>Moves freely from stop to stop.</summary>
    Free,
    /// <summary>Moves, but sticks or drags.</summary>
    Stiff,
    /// <summary>Does not reach a stop.</summary>
    ShortOfStop,
    /// <summary>Does not move.</summary>
    Dead,
}

/// <summary>What a sweep shows.</summary>
/// <param name="LeastPct">Least feedback reached.</param>
/// <param name="MostPct">Most feedback reached.</param>
/// <param name="HysteresisPct">Mean gap between falling and rising branch at equal command; null where one branch is missing. A delay widens it too: on an
/// even ramp the two cannot be told apart, so sweep slowly.</param>
/// <param name="StickSlips">Times the feedback stood still under a moving command and then jumped.</param>
/// <param name="LagS">Delay of best correlation; null where the feedback does not move with the command.</param>
/// <param name="Missing">Samples missing.</param>
/// <param name="Clipped">Whether the sensor sat at its end while the command moved.</param>
/// <param name="Verdict">Against the limits known.</param>
/// <param name="Why">The reason in a sentence.</param>
public sealed record SweepResult(double LeastPct, double MostPct, double? HysteresisPct, int StickSlips, double? LagS, int Missing, bool Clipped,
    SweepVerdict Verdict, string Why);

/// <summary>Reads a vane or gate sweep. Never force a self-locking gear by hand or tool to make one.</summary>
public static class Sweep
{
    private const int FewestSamples = 8;
    private const double LongestLagShare = 0.25;
    private const double LongestLagS = 3;
    private const double LeastCorrelation = 0.5;
    private const int Bins = 20;

    /// <summary>Reads a sweep.</summary>
    /// <param name="samples">Samples in time order, at least 8 with a feedback.</param>
    /// <param name="limits">Limits in force; see <see cref="SweepLimits"/>.</param>
    /// <param name="settings">How it is read.</param>
    /// <exception cref="ArgumentException">Too few samples, or time does not rise.</exception>
    public static SweepResult Read(IReadOnlyList<SweepSample> samples, LimitBook limits, SweepSettings? settings = null)
    {
        settings ??= new SweepSettings();
        if (samples.Zip(samples.Skip(1)).Any(p => p.Second.TimeS <= p.First.TimeS)) throw new ArgumentException("Times must rise from sample to sample.",
            nameof(samples));
        var known = samples.Where(s => s.FeedbackPct is not null).ToArray();
        if (known.Length < FewestSamples) throw new ArgumentException($"At least {FewestSamples} samples with a feedback are needed.", nameof(samples));

        var time = known.Select(s => s.TimeS).ToArray();
        var command = known.Select(s => s.CommandPct).ToArray();
        var feedback = MedianOfThree([.. known.Select(s => s.FeedbackPct!.Value)]);
        var still = feedback.Max() - feedback.Min() <= settings.StillPct * 2;
        double? lag = still ? null : Lag(time, command, feedback);
        var hysteresis = still ? null : Hysteresis(time, command, feedback, settings);
        var slips = StickSlips(command, feedback, settings);
        var clipped = IsClipped(command, feedback, settings);
        var (verdict, why) = Judge(feedback.Min(), feedback.Max(), still, hysteresis, slips, lag, limits);
        return new(feedback.Min(), feedback.Max(), hysteresis, slips, lag, samples.Count - known.Length, clipped, verdict, why);
    }

    // One wild sample is the sensor's noise, not the gear's movement.
    private static double[] MedianOfThree(double[] x)
    {
        var y = (double[])x.Clone();
        for (var i = 1; i < x.Length - 1; i++) y[i] = Math.Max(Math.Min(x[i - 1], x[i]), Math.Min(Math.Max(x[i - 1], x[i]), x[i + 1]));
        return y;
    }

    private static double At(double[] time, double[] value, double t)
    {
        var i = Array.BinarySearch(time, t);
        if (i >= 0) return value[i];
        i = ~i;
        if (i == 0) return value[0];
        if (i == time.Length) return value[^1];
        var share = (t - time[i - 1]) / (time[i] - time[i - 1]);
        return value[i - 1] + share * (value[i] - value[i - 1]);
    }

    private static double? Lag(double[] time, double[] command, double[] feedback)
    {
        var span = time[^1] - time[0];
        var step = Math.Max(0.01, time.Zip(time.Skip(1), (a, b) => b - a).Median() / 2);
        var longest = Math.Min(LongestLagS, LongestLagShare * span);
        double best = LeastCorrelation;
        double? lag = null;
        for (var delay = 0.0; delay <= longest + 1e-12; delay += step)
        {
            var grid = Enumerable.Range(0, (int)((span - longest) / step) + 1).Select(k => time[0] + longest + k * step).ToArray();
            var correlation = Math.Abs(Correlation.Pearson(grid.Select(t => At(time, command, t - delay)), grid.Select(t => At(time, feedback, t))));
            if (!(correlation > best + Nearly.Same)) continue;
            (best, lag) = (correlation, delay);
        }
        return lag;
    }

    private static double? Hysteresis(double[] time, double[] command, double[] feedback, SweepSettings settings)
    {
        double low = command.Min(), width = (command.Max() - low) / Bins;
        if (width <= 0) return null;
        var rising = new List<double>[Bins];
        var falling = new List<double>[Bins];
        for (var i = 0; i < time.Length; i++)
        {
            double asked = command[i], before = At(time, command, time[i] - 0.05), after = At(time, command, time[i] + 0.05);
            // A clipped sensor says nothing of where the gear stands.
            if (Math.Abs(after - before) < 1e-6 || feedback[i] <= settings.ClipLowPct || feedback[i] >= settings.ClipHighPct) continue;
            var bin = Math.Clamp((int)((asked - low) / width), 0, Bins - 1);
            ((after > before ? rising : falling)[bin] ??= []).Add(feedback[i]);
        }
        var gaps = rising.Zip(falling).Where(b => b.First is not null && b.Second is not null)
            .Select(b => Math.Abs(b.First.Average() - b.Second.Average())).ToArray();
        return gaps.Length == 0 ? null : gaps.Average();
    }

    private static int StickSlips(double[] command, double[] feedback, SweepSettings settings)
    {
        var slips = 0;
        var held = 0;
        for (var i = 1; i < feedback.Length; i++)
        {
            if (Math.Abs(feedback[i] - feedback[held]) <= settings.StillPct) continue;
            var moved = command[held..i].Select(c => Math.Abs(c - command[held])).Max();
            var until = Math.Min(feedback.Length - 1, i + 1);
            if (moved > settings.StickPct && Math.Abs(feedback[until] - feedback[i - 1]) >= settings.JumpPct
                && Math.Abs(command[until] - command[i - 1]) < settings.JumpPct) slips++;
            held = i;
        }
        return slips;
    }

    private static bool IsClipped(double[] command, double[] feedback, SweepSettings settings)
    {
        bool At(Func<double, bool> end)
        {
            var asked = command.Where((_, i) => end(feedback[i])).ToArray();
            return asked.Length > 2 && asked.Max() - asked.Min() > settings.StickPct;
        }
        return At(f => f <= settings.ClipLowPct) || At(f => f >= settings.ClipHighPct);
    }

    private static (SweepVerdict, string) Judge(double least, double most, bool still, double? hysteresis, int slips, double? lag, LimitBook limits)
    {
        var judged = false;
        bool Outside(LimitKind kind, double? value)
        {
            var limit = limits.Choose(kind);
            if (limit.Source == LimitSource.NoneKnown || value is not { } v) return false;
            judged = true;
            return limit.Judge(v) != Verdict.Sound;
        }
        if (Outside(SweepLimits.Range, most - least) && still) return (SweepVerdict.Dead, "It does not move.");
        if (Outside(SweepLimits.Low, least)) return (SweepVerdict.ShortOfStop, $"It comes down to {least:0.#} % only.");
        if (Outside(SweepLimits.High, most)) return (SweepVerdict.ShortOfStop, $"It comes up to {most:0.#} % only.");
        if (Outside(SweepLimits.Stick, slips)) return (SweepVerdict.Stiff, $"It stuck and jumped {slips} times.");
        if (Outside(SweepLimits.Hysteresis, hysteresis)) return (SweepVerdict.Stiff, $"Up and down lie {hysteresis:0.#} % apart.");
        if (Outside(SweepLimits.Lag, lag)) return (SweepVerdict.Stiff, $"It follows {lag:0.00} s late.");
        return judged ? (SweepVerdict.Free, "It moves freely from stop to stop.")
            : (SweepVerdict.ReadingOnly, "No limits are known for this unit; the shop sets them.");
    }
}
