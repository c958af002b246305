using Wattology.Core.Gauge;

namespace Wattology.Core.Traces;

/// <summary>What was read at one moment.</summary>
/// <param name="TimeS">When, s from the beginning of what it is a trace of; below 0 before it.</param>
/// <param name="Values">The channels' values, in the trace's order; null where one was not read.</param>
public sealed record TraceRow(double TimeS, IReadOnlyList<double?> Values);

/// <summary>Several channels over time, as a box or a logger read them.</summary>
/// <param name="Channels">Names of the channels; see <see cref="GaugeChannel"/>.</param>
/// <param name="Rows">What was read, in time order.</param>
public sealed record Trace(IReadOnlyList<string> Channels, IReadOnlyList<TraceRow> Rows)
{
    /// <summary>Most rows of one trace: two hours and three quarters at 20 a second.</summary>
    public const int MostRows = 200_000;

    /// <summary>How long it lasts, s.</summary>
    public double Seconds => Rows.Count == 0 ? 0 : Rows[^1].TimeS - Rows[0].TimeS;

    /// <summary>One channel over time; empty where the trace has none of that name.</summary>
    public IReadOnlyList<TracePoint> Of(string channel)
    {
        var at = Channels.ToList().IndexOf(channel);
        return at < 0 ? [] : [.. Rows.Select(r => new TracePoint(r.TimeS, r.Values[at]))];
    }

    /// <summary>The oil pressure that counts: at the turbo, or at the gallery where only that was read; empty where neither was.</summary>
    public IReadOnlyList<TracePoint> Pressure => Channels.Contains(GaugeChannel.OilTurbo) ? Of(GaugeChannel.OilTurbo) : Of(GaugeChannel.OilGallery);

    /// <summary>The same without the channels nothing was read on.</summary>
    public Trace Read()
    {
        var kept = Enumerable.Range(0, Channels.Count).Where(c => Rows.Any(r => r.Values[c] is not null)).ToArray();
        return new([.. kept.Select(c => Channels[c])], [.. Rows.Select(r => new TraceRow(r.TimeS, [.. kept.Select(c => r.Values[c])]))]);
    }
}

/// <summary>One channel at one moment.</summary>
/// <param name="TimeS">When, s.</param>
/// <param name="Value">What was read; null where nothing was.</param>
public readonly record struct TracePoint(double TimeS, double? Value);

/// <summary>A trace made small enough to be drawn.</summary>
/// <param name="Points">In time order; a null value is a gap.</param>
/// <param name="Each">How many samples fell into one stretch at most; 1 where none was left out.</param>
public sealed record Thinned(IReadOnlyList<TracePoint> Points, int Each)
{
    /// <summary>How it was done, in words; empty where nothing was left out.</summary>
    public string Words => Each <= 1 ? ""
        : $"Drawn thinned: of up to {Each} samples together the first, the lowest, the highest and the last. No peak is lost.";
}

/// <summary>Thins a trace for display without losing a peak: the time is cut into stretches of equal length, and of each the first, lowest, highest and
/// last sample are kept.</summary>
public static class Thinning
{
    private const int KeptOfEach = 4;
    private const double OwnIntervals = 4;

    /// <summary>Thins a channel.</summary>
    /// <param name="points">In time order.</param>
    /// <param name="stretches">How many stretches, at least 1: a screen's columns.</param>
    public static Thinned Of(IReadOnlyList<TracePoint> points, int stretches)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(stretches, 1);
        if (points.Count <= KeptOfEach * stretches) return new(WithGaps(points, points), 1);
        var (from, width) = (points[0].TimeS, (points[^1].TimeS - points[0].TimeS) / stretches);
        var kept = new List<TracePoint>();
        var each = 0;
        for (var i = 0; i < points.Count;)
        {
            var stretch = Math.Min(stretches - 1, (int)((points[i].TimeS - from) / width));
            var end = i + 1;
            while (end < points.Count && (stretch == stretches - 1 || points[end].TimeS < from + (stretch + 1) * width)) end++;
            each = Math.Max(each, end - i);
            int low = -1, high = -1;
            for (var k = i; k < end; k++)
            {
                if (points[k].Value is not { } value) continue;
                if (low < 0 || value < points[low].Value) low = k;
                if (high < 0 || value > points[high].Value) high = k;
            }
            foreach (var k in new SortedSet<int> { i, low < 0 ? i : low, high < 0 ? i : high, end - 1 }) kept.Add(points[k]);
            i = end;
        }
        return new(WithGaps(kept, points), each);
    }

    // A pause much longer than the logger's own interval is a gap, and no line is drawn over it.
    private static List<TracePoint> WithGaps(IReadOnlyList<TracePoint> kept, IReadOnlyList<TracePoint> all)
    {
        var steps = all.Zip(all.Skip(1), (a, b) => b.TimeS - a.TimeS).Order().ToArray();
        var own = steps.Length == 0 ? 0 : steps[steps.Length / 2];
        var pauses = all.Zip(all.Skip(1)).Where(p => p.Second.TimeS - p.First.TimeS > Math.Max(OwnIntervals * own, 0.4)).Select(p =>
            p.Second.TimeS).ToHashSet();
        var drawn = new List<TracePoint>(kept.Count);
        foreach (var point in kept)
        {
            if (drawn.Count > 0 && pauses.Contains(point.TimeS)) drawn.Add(new(point.TimeS, null));
            drawn.Add(point);
        }
        return drawn;
    }
}
