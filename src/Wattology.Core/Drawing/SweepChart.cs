using Wattology.Core.Actuator;

namespace Wattology.Core.Drawing;

/// <summary>A sweep as a chart shows it: no more points than an eye can part, and none of its extremes lost.</summary>
/// <param name="Points">Its samples, thinned.</param>
public sealed record SweepChart(IReadOnlyList<SweepSample> Points)
{
    /// <summary>The most points a chart shows.</summary>
    public const int MostPoints = 600;

    /// <summary>The chart of a sweep: of each stretch of samples the one with the least and the one with the most feedback are kept, in order of
    /// time.</summary>
    public static SweepChart Of(IReadOnlyList<SweepSample> samples)
    {
        if (samples.Count <= MostPoints) return new(samples);
        var stretch = (int)Math.Ceiling(samples.Count / (MostPoints / 2.0));
        return new([.. samples.Chunk(stretch).SelectMany(c => c.Where(s => s.FeedbackPct is not null).ToArray() is { Length: > 0 } known
            ? new[] { known.MinBy(s => s.FeedbackPct)!, known.MaxBy(s => s.FeedbackPct)! }.Distinct().OrderBy(s => s.TimeS) : c.Take(1))]);
    }

    /// <summary>First and last time, s.</summary>
    public (double From, double To) Time => (Points[0].TimeS, Points[^1].TimeS);

    /// <summary>Least and greatest command or feedback, percent, and at least 0 to 100.</summary>
    public (double Least, double Most) Percent
    {
        get
        {
            var all = Points.SelectMany(p => p.FeedbackPct is { } feedback ? new[] { p.CommandPct, feedback } : [p.CommandPct]).ToArray();
            return (Math.Min(0, all.Min()), Math.Max(100, all.Max()));
        }
    }
}
