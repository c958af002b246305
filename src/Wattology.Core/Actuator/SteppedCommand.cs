using MathNet.Numerics.Statistics;

namespace Wattology.Core.Actuator;

/// <summary>A level of a stepped command, and where the gear had settled at its end.</summary>
/// <param name="FromS">When the command stepped there, s.</param>
/// <param name="CommandPct">The level.</param>
/// <param name="FeedbackPct">The feedback in the last part of the level.</param>
/// <param name="Up">Whether the command came from below.</param>
/// <param name="DelayS">Time to half of the movement, s; null where nothing moved.</param>
internal sealed record SettledStep(double FromS, double CommandPct, double FeedbackPct, bool Up, double? DelayS);

/// <summary>A command that goes in steps and rests between them.</summary>
internal static class SteppedCommand
{
    private const double LeastStepPct = 1;
    private const double LeastShare = 0.8;
    private const double SettledPart = 0.34;
    private const int FewestSamples = 4;

    /// <summary>The levels of a stepped command; null where the command moves evenly.</summary>
    public static IReadOnlyList<SettledStep>? Of(SweepTrace trace)
    {
        var (time, command, feedback) = (trace.Time, trace.Command, trace.Feedback);
        var starts = new List<int> { 0 };
        double jumped = 0, all = 0;
        for (var i = 1; i < command.Length; i++)
        {
            var change = Math.Abs(command[i] - command[i - 1]);
            all += change;
            if (change < LeastStepPct) continue;
            jumped += change;
            starts.Add(i);
        }
        if (all == 0 || jumped < LeastShare * all || starts.Count < 3) return null;
        var lengths = starts.Zip(starts.Skip(1).Append(command.Length), (a, b) => b - a).ToArray();
        if (((IEnumerable<double>)[.. lengths.Select(l => (double)l)]).Median() < FewestSamples) return null;
        var steps = new List<SettledStep>();
        for (var k = 0; k < starts.Count; k++)
        {
            var (from, length) = (starts[k], lengths[k]);
            if (length < FewestSamples) continue;
            var settled = feedback[(from + (int)((1 - SettledPart) * length))..(from + length)].Median();
            var before = steps.Count == 0 ? settled : steps[^1].FeedbackPct;
            var half = (before + settled) / 2;
            var crossed = Enumerable.Range(from, length).FirstOrDefault(i => before < settled ? feedback[i] >= half : feedback[i] <= half, -1);
            steps.Add(new(time[from], command[from], settled, k > 0 && command[from] > command[from - 1],
                Math.Abs(settled - before) < LeastStepPct || crossed < 0 ? null : time[crossed] - time[from]));
        }
        return steps.Count < 3 ? null : steps;
    }
}
