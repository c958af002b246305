using System.Globalization;

namespace Wattology.Core.Entries;

/// <summary>Which clock a duration was counted by.</summary>
public enum TimedBy
{
    /// <summary>A steady clock that nobody can set: beginning and end fell into one run of the program.</summary>
    SteadyClock,
    /// <summary>The clock on the wall: the program was started anew in between.</summary>
    WallClock,
}

/// <summary>How long something ran, counted by the server.</summary>
/// <param name="Seconds">In s, to a tenth; 0 or more.</param>
/// <param name="By">By which clock.</param>
/// <param name="StepSeconds">By how much the clock on the wall was set meanwhile, in s; 0 when it was not.</param>
public record Ran(double Seconds, TimedBy By = TimedBy.SteadyClock, double StepSeconds = 0) : Outcome
{
    // Two clocks read one after the other differ by a moment without anybody having set one.
    private const double Unnoticed = 2;

    /// <summary>From an entry until now.</summary>
    public static Ran Since(JobContext job, Entry since)
    {
        var wall = (job.Now - since.At).TotalSeconds;
        if (job.Steady(since) is not { } steady) return new(Math.Round(Math.Max(0, wall), 1), TimedBy.WallClock);
        var step = wall - steady;
        return new(Math.Round(Math.Max(0, steady), 1), TimedBy.SteadyClock, Math.Abs(step) > Unnoticed ? Math.Round(step, 1) : 0);
    }

    /// <summary>What is to be said about the clock, as it follows the duration; empty where all was as usual.</summary>
    public string ClockWords => By == TimedBy.WallClock ? ", by the clock on the wall across a restart"
        : StepSeconds == 0 ? "" : string.Create(CultureInfo.InvariantCulture, $", the clock was set by {StepSeconds:+0.#;−0.#} s meanwhile");
}
