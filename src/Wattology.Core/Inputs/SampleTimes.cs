using System.Globalization;

namespace Wattology.Core.Inputs;

/// <summary>The samples of a trace, as every trace is asked for them.</summary>
internal static class SampleTimes
{
    /// <summary>How many samples a trace has at most.</summary>
    public const int Most = 200_000;

    /// <summary>Adds a fault where time does not rise from one to the next.</summary>
    /// <param name="times">Their times, s.</param>
    /// <param name="faults">Where faults are added.</param>
    /// <param name="path">Where the trace stands.</param>
    public static void Check(IReadOnlyList<double> times, Faults faults, string path)
    {
        for (var i = 1; i < times.Count; i++)
        {
            if (times[i] > times[i - 1]) continue;
            faults.Add(Faults.Join(path, string.Create(CultureInfo.InvariantCulture, $"samples.{i}.time_s")), "Times must rise from sample to sample.");
            return;
        }
    }
}
