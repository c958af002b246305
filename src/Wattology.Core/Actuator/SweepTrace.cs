using MathNet.Numerics.Statistics;

namespace Wattology.Core.Actuator;

/// <summary>A sweep's samples, with what is known of its noise.</summary>
internal sealed class SweepTrace
{
    private const double SmoothOverS = 0.25;
    private const int SmoothAtLeast = 5;

    /// <summary>Takes the samples that have a feedback.</summary>
    public SweepTrace(IReadOnlyList<SweepSample> samples)
    {
        var known = samples.Where(s => s.FeedbackPct is not null).ToArray();
        Missing = samples.Count - known.Length;
        Time = [.. known.Select(s => s.TimeS)];
        Command = [.. known.Select(s => s.CommandPct)];
        Feedback = MedianOfThree([.. known.Select(s => s.FeedbackPct!.Value)]);
        Least = Feedback.Min();
        Most = Feedback.Max();
        CommandTravel = Command.Max() - Command.Min();
        IntervalS = Time.Zip(Time.Skip(1), (a, b) => b - a).Median();

        // What is left when each sample is compared with the line through its neighbours: the sensor's own noise, whatever the gear does slowly.
        var raw = known.Select(s => s.FeedbackPct!.Value).ToArray();
        Noise = Enumerable.Range(1, raw.Length - 2).Select(i => Math.Abs(raw[i] - (raw[i - 1] + raw[i + 1]) / 2)).Median() / (0.6745 * Math.Sqrt(1.5));
        var window = Math.Max(SmoothAtLeast, (int)(SmoothOverS / IntervalS)) | 1;
        var smooth = Smoothed(window);
        SmoothLeast = smooth.Min();
        SmoothMost = smooth.Max();
        // The greatest of many means strays a few times as far as one.
        SmoothNoise = 2 * Noise / Math.Sqrt(window);

        var speeds = Enumerable.Range(1, Time.Length - 1).Select(i => Math.Abs(Command[i] - Command[i - 1]) / (Time[i] - Time[i - 1])).Where(v => v > 0.01)
            .ToArray();
        UsualSpeed = speeds.Length == 0 ? double.NaN : speeds.Median();
    }

    /// <summary>Times, s.</summary>
    public double[] Time { get; }

    /// <summary>What was asked for, percent.</summary>
    public double[] Command { get; }

    /// <summary>What came back, percent, freed of single wild samples.</summary>
    public double[] Feedback { get; }

    /// <summary>Least feedback.</summary>
    public double Least { get; }

    /// <summary>Most feedback.</summary>
    public double Most { get; }

    /// <summary>Least of the feedback's running mean.</summary>
    public double SmoothLeast { get; }

    /// <summary>Most of the feedback's running mean.</summary>
    public double SmoothMost { get; }

    /// <summary>Standard deviation of the sensor's noise, percent.</summary>
    public double Noise { get; }

    /// <summary>How far the running mean of a gear that stands still may stray, percent.</summary>
    public double SmoothNoise { get; }

    /// <summary>How far the command went, percent.</summary>
    public double CommandTravel { get; }

    /// <summary>How fast the command usually moved while it moved, percent per second; not a number where it never did.</summary>
    public double UsualSpeed { get; }

    /// <summary>Usual time between samples, s.</summary>
    public double IntervalS { get; }

    /// <summary>Samples without a feedback.</summary>
    public int Missing { get; }

    /// <summary>The trace as means over equal stretches of time, so that how often it was sampled no longer matters; a stretch without a sample lies on
    /// the line between its neighbours.</summary>
    public (double[] Time, double[] Command, double[] Feedback) Evenly(double stepS)
    {
        var count = (int)((Time[^1] - Time[0]) / stepS) + 1;
        var (sum, asked, when, n) = (new double[count], new double[count], new double[count], new int[count]);
        for (var i = 0; i < Time.Length; i++)
        {
            var bin = Math.Min(count - 1, (int)((Time[i] - Time[0]) / stepS + 1e-9));
            sum[bin] += Feedback[i];
            asked[bin] += Command[i];
            when[bin] += Time[i];
            n[bin]++;
        }
        // A mean belongs to the mean time of its samples, not to the middle of its stretch.
        var at = Enumerable.Range(0, count).Select(b => n[b] > 0 ? when[b] / n[b] : Time[0] + (b + 0.5) * stepS).ToArray();
        return (at, [.. at.Select((t, b) => n[b] > 0 ? asked[b] / n[b] : Between(Command, t))], [.. at.Select((t, b)
            => n[b] > 0 ? sum[b] / n[b] : Between(Feedback, t))]);
    }

    /// <summary>The value of a series at a time: on the line between its neighbours, level beyond its ends.</summary>
    public double Between(double[] series, double t)
    {
        var i = Array.BinarySearch(Time, t);
        if (i >= 0) return series[i];
        i = ~i;
        if (i == 0) return series[0];
        if (i == Time.Length) return series[^1];
        var share = (t - Time[i - 1]) / (Time[i] - Time[i - 1]);
        return series[i - 1] + share * (series[i] - series[i - 1]);
    }

    private double[] Smoothed(int window)
    {
        var sums = new double[Feedback.Length + 1];
        for (var i = 0; i < Feedback.Length; i++) sums[i + 1] = sums[i] + Feedback[i];
        var half = Math.Min(window, Feedback.Length) / 2;
        return [.. Enumerable.Range(0, Feedback.Length).Select(i => Math.Clamp(i, half, Math.Max(half, Feedback.Length - 1 - half)))
            .Select(c => (sums[Math.Min(Feedback.Length, c + half + 1)] - sums[c - half]) / (Math.Min(Feedback.Length, c + half + 1) - (c - half)))];
    }

    // One wild sample is the sensor's noise, not the gear's movement.
    private static double[] MedianOfThree(double[] x)
    {
        var y = (double[])x.Clone();
        for (var i = 1; i < x.Length - 1; i++) y[i] = Math.Max(Math.Min(x[i - 1], x[i]), Math.Min(Math.Max(x[i - 1], x[i]), x[i + 1]));
        return y;
    }
}
