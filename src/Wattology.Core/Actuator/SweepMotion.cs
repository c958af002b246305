using MathNet.Numerics.Statistics;
using Wattology.Core.Numerics;

namespace Wattology.Core.Actuator;

/// <summary>How a gear follows: the gap between its ways, and how much of that is delay.</summary>
/// <param name="GapPct">Gap between the ways at equal command, delay and all.</param>
/// <param name="HysteresisPct">The same with the delay removed.</param>
/// <param name="LagS">The delay, s.</param>
/// <param name="Apart">Whether the two were told apart.</param>
/// <param name="Stepped">Whether the command went in steps.</param>
/// <param name="LagLeastS">The delay is at least so much, s, where it is not known better.</param>
internal sealed record SweepMotion(double? GapPct, double? HysteresisPct, double? LagS, bool Apart, bool Stepped, double? LagLeastS = null)
{
    /// <summary>Nothing moved.</summary>
    public static readonly SweepMotion None = new(null, null, null, false, false);

    private const int Bins = 20;
    private const double SlopeOverS = 0.05;
    private const double FinestStepS = 0.02;
    private const double SlowestSampleS = 0.0501;

    // A long sweep is fitted in coarser steps, so that none takes long.
    private const int MostSteps = 6000;
    private const double LongestLagS = 3;
    private const double LongestLagShare = 0.25;
    private const double LagDoubtS = 0.04;
    private const double LeastFitPct = 0.6;
    private const double Noises = 3;

    /// <summary>Reads a trace in which something moves.</summary>
    public static SweepMotion Of(SweepTrace trace, SweepSettings settings) => SteppedCommand.Of(trace) is { } steps ? OfSteps(steps)
        : OfRamps(trace, settings);

    // Settled, a gear has forgotten its delay: what is left between up and down is hysteresis.
    private static SweepMotion OfSteps(IReadOnlyList<SettledStep> steps)
    {
        var levels = steps.Skip(1).GroupBy(s => Math.Round(s.CommandPct)).Where(g => g.Any(s => s.Up) && g.Any(s => !s.Up)).ToArray();
        double? gap = levels.Length == 0 ? null : levels.Average(g => Math.Abs(g.Where(s => s.Up).Average(s => s.FeedbackPct)
            - g.Where(s => !s.Up).Average(s => s.FeedbackPct)));
        var delays = steps.Select(s => s.DelayS).OfType<double>().ToArray();
        return new(gap, gap, delays.Length == 0 ? null : delays.Median(), gap is not null && delays.Length > 0, true);
    }

    private static SweepMotion OfRamps(SweepTrace trace, SweepSettings settings)
    {
        var gap = Gap(trace, settings, 0);
        if (gap is null) return None;
        if (trace.IntervalS > SlowestSampleS) return new(gap, null, null, false, false);
        var fit = new PlayFit(trace, Math.Max(Math.Max(FinestStepS, trace.IntervalS), (trace.Time[^1] - trace.Time[0]) / MostSteps));
        var longest = Math.Min(LongestLagS, LongestLagShare * (trace.Time[^1] - trace.Time[0]));
        var lag = fit.BestLag(longest);
        var best = fit.At(lag);
        // The delay is known when a little more of it, or a little less, fits clearly worse, whatever hysteresis is taken beside it.
        var doubt = 4 * best.Variance;
        var apart = best.Deviation <= Math.Max(LeastFitPct, Noises * trace.Noise) && fit.At(lag + LagDoubtS).Squares - best.Squares > doubt
            && (lag < LagDoubtS || fit.At(lag - LagDoubtS).Squares - best.Squares > doubt);
        // With stops in play, a gear without hysteresis that follows later may look the same.
        apart &= !fit.WithStops || fit.WithoutPlay(longest) - best.Squares > doubt * 10;
        return apart ? new(gap, Gap(trace, settings, lag), lag, true, false) : new(gap, null, null, false, false,
            best.Deviation <= Math.Max(LeastFitPct, Noises * trace.Noise) ? Math.Max(0, lag - LagDoubtS) : null);
    }

    // Mean distance of the two ways at equal command, the feedback read so much later.
    private static double? Gap(SweepTrace trace, SweepSettings settings, double lag)
    {
        double low = trace.Command.Min(), width = trace.CommandTravel / Bins;
        if (width <= 0) return null;
        var (up, down) = (new (double Sum, int Count)[Bins], new (double Sum, int Count)[Bins]);
        for (var i = 0; i < trace.Time.Length; i++)
        {
            var t = trace.Time[i];
            if (t + lag > trace.Time[^1]) break;
            var (asked, feedback) = (trace.Command[i], lag == 0 ? trace.Feedback[i] : trace.Between(trace.Feedback, t + lag));
            var slope = trace.Between(trace.Command, t + SlopeOverS) - trace.Between(trace.Command, t - SlopeOverS);
            // A clipped sensor says nothing of where the gear stands; and close behind a turn the gear is still taking up its play.
            if (Math.Abs(slope) < 1e-6 || feedback <= settings.ClipLowPct || feedback >= settings.ClipHighPct) continue;
            var bin = Math.Clamp((int)((asked - low) / width), 0, Bins - 1);
            // Within a bin the ways are compared at its middle.
            feedback -= asked - (low + (bin + 0.5) * width);
            var ways = slope > 0 ? up : down;
            ways[bin] = (ways[bin].Sum + feedback, ways[bin].Count + 1);
        }
        var gaps = Enumerable.Range(0, Bins).Where(b => up[b].Count > 0 && down[b].Count > 0)
            .Select(b => Math.Abs(up[b].Sum / up[b].Count - down[b].Sum / down[b].Count)).ToArray();
        return gaps.Length == 0 ? null : gaps.Median();
    }
}

/// <summary>Fits a gear that follows late and with play to a trace: the feedback is a straight line of where such a gear would stand, as far as its stops
/// let it.</summary>
internal sealed class PlayFit
{
    private readonly SweepTrace _trace;
    private readonly double[] _time;
    private readonly double[] _feedback;
    private readonly (double Asked, int Sample)[] _way;
    private readonly int[] _corners;
    private int _length;
    private readonly double[] _stands;
    private readonly double _mostPlay;
    private readonly double _edge;
    private readonly Dictionary<double, Fit> _known = [];
    private bool _stops;

    /// <summary>How well a delay fits, with the play that fits best beside it.</summary>
    /// <param name="Squares">Sum of squares left.</param>
    /// <param name="Count">Samples compared.</param>
    public sealed record Fit(double Squares, int Count)
    {
        /// <summary>Variance of what is left.</summary>
        public double Variance => Squares / Math.Max(1, Count - 4);

        /// <summary>Standard deviation of what is left.</summary>
        public double Deviation => Math.Sqrt(Variance);
    }

    /// <summary>Prepares a trace.</summary>
    public PlayFit(SweepTrace trace, double stepS)
    {
        _trace = trace;
        (_time, _, _feedback) = trace.Evenly(stepS);
        _corners = [.. Enumerable.Range(0, trace.Time.Length).Where(IsCorner)];
        _way = new (double, int)[_time.Length + _corners.Length];
        _stands = new double[_time.Length];
        _mostPlay = 0.6 * trace.CommandTravel;
        _edge = Math.Max(1, 3 * trace.Noise);
    }

    /// <summary>The delay that fits best. A gear that reaches its stops is fitted with them where that fits clearly better.</summary>
    public double BestLag(double longest)
    {
        var free = Best(longest);
        var fit = At(free);
        _known.Clear();
        _stops = true;
        var stopped = Best(longest);
        if (At(stopped).Squares < fit.Squares - ClearlyBetter * fit.Variance) return stopped;
        _known.Clear();
        _stops = false;
        return free;
    }

    // In variances of what is left: so much no chance brings.
    private const double ClearlyBetter = 9;

    /// <summary>Whether the gear reaches its stops.</summary>
    public bool WithStops => _stops;

    /// <summary>The least sum of squares of a gear without any play.</summary>
    public double WithoutPlay(double longest)
    {
        double Of(double lag)
        {
            Delay(lag);
            return Squares(0).Squares;
        }
        return Of(Least(Of, longest));
    }

    private double Best(double longest) => Least(lag => At(lag).Squares, longest);

    // The delay at which something is least: stepped through, the finer the shorter, then narrowed down.
    private static double Least(Func<double, double> of, double longest)
    {
        const int steps = 24;
        var coarse = Enumerable.Range(0, steps + 1).Select(k => longest * k / steps * k / steps).ToArray();
        var at = Nearly.IndexOfLeast([.. coarse.Select(of)]);
        return Golden(of, coarse[Math.Max(0, at - 1)], coarse[Math.Min(steps, at + 1)], 0.002);
    }

    /// <summary>How well a delay fits.</summary>
    public Fit At(double lag)
    {
        if (_known.TryGetValue(lag, out var known)) return known;
        Delay(lag);
        var play = Golden(p => Squares(p).Squares, 0, _mostPlay, 0.02);
        return _known[lag] = Squares(play);
    }

    // A sample at which the command changes its speed.
    private bool IsCorner(int i)
    {
        var (time, command) = (_trace.Time, _trace.Command);
        return i == 0 || i == time.Length - 1 || Math.Abs((command[i + 1] - command[i]) / (time[i + 1] - time[i])
            - (command[i] - command[i - 1]) / (time[i] - time[i - 1])) > SameSpeed;
    }

    private const double SameSpeed = 1e-6;

    // What the command asks at each sample and at each of its own corners between them: a turn between two samples moves the gear as well.
    private void Delay(double lag)
    {
        var (j, k) = (0, 0);
        for (var i = 0; i < _time.Length; i++)
        {
            for (; j < _corners.Length && _trace.Time[_corners[j]] + lag < _time[i]; j++) _way[k++] = (_trace.Command[_corners[j]], -1);
            _way[k++] = (_trace.Between(_trace.Command, _time[i] - lag), i);
        }
        _length = k;
    }

    private Fit Squares(double play)
    {
        double n = 0, sx = 0, sy = 0, sxx = 0, sxy = 0;
        double low = _trace.SmoothLeast, high = _trace.SmoothMost;
        var at = _way[0].Asked;
        for (var k = 0; k < _length; k++)
        {
            var (asked, i) = _way[k];
            at = Math.Max(asked - play / 2, Math.Min(asked + play / 2, at));
            if (i < 0) continue;
            _stands[i] = at;
            // At a stop the gear stands wherever the command is.
            if (_stops && (_feedback[i] < low + _edge || _feedback[i] > high - _edge)) continue;
            n++;
            sx += at;
            sy += _feedback[i];
            sxx += at * at;
            sxy += at * _feedback[i];
        }
        var across = n > 2 ? sxx - sx * sx / n : 0;
        var slope = across > 1e-9 ? (sxy - sx * sy / n) / across : 0;
        var level = n > 0 ? (sy - slope * sx) / n : 0;
        var squares = 0.0;
        for (var i = 0; i < _stands.Length; i++)
        {
            var expected = level + slope * _stands[i];
            if (_stops) expected = Math.Clamp(expected, low, high);
            squares += (_feedback[i] - expected) * (_feedback[i] - expected);
        }
        return new(squares, _stands.Length);
    }

    private static double Golden(Func<double, double> of, double from, double to, double finest)
    {
        const double share = 0.6180339887498949;
        double a = to - share * (to - from), b = from + share * (to - from);
        double fa = of(a), fb = of(b);
        while (to - from > finest)
        {
            if (fa <= fb) { (to, b, fb) = (b, a, fa); a = to - share * (to - from); fa = of(a); }
            else { (from, a, fa) = (a, b, fb); b = from + share * (to - from); fb = of(b); }
        }
        return (from + to) / 2;
    }
}
