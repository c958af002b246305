using Wattology.Core.Evidence;
using Wattology.Core.Priming;
using Wattology.Core.Shop;

namespace Wattology.Core.Commissioning;

/// <summary>Runs of the engine since the replacement was fitted.</summary>
public sealed class RunLog
{
    private RunLog() { }

    /// <summary>Reads a job's runs under the limits in force.</summary>
    public static RunLog Of(JobState state, LimitBook limits)
    {
        var log = new RunLog { PressureWithin = limits.Choose("pressure-after-firing").SoundTo, IdleLeastMinutes = limits.Choose("idle-time").SoundFrom ?? 0 };
        foreach (var entry in state.Entries.Where(state.Stands))
        {
            switch (entry.Content)
            {
                case Fired:
                    (log.RunningSince, log.Pressure) = (entry.At, null);
                    break;
                case PressureAfterFiring pressure:
                    log.Pressure = pressure.Seconds;
                    log.Stopped |= pressure.Seconds > log.PressureWithin;
                    break;
                case EngineStopped stopped:
                    log.Stopped |= log.Pressure is null;
                    if (log.Pressure is not null) log.LongestSeconds = Math.Max(log.LongestSeconds, stopped.Seconds);
                    log.RunningSince = null;
                    break;
                case PressureNoted { By: PressureBy.DirectGauge, Proves: true }:
                    log.Stopped = false;
                    break;
            }
        }
        return log;
    }

    /// <summary>Pressure must show within this many seconds of firing; null when the shop has not set it.</summary>
    public double? PressureWithin { get; private init; }

    /// <summary>First idle at least, minutes.</summary>
    public double IdleLeastMinutes { get; private init; }

    /// <summary>When the running engine fired.</summary>
    public DateTimeOffset? RunningSince { get; private set; }

    /// <summary>Seconds to pressure in the latest run.</summary>
    public double? Pressure { get; private set; }

    /// <summary>Longest run with pressure, s.</summary>
    public double LongestSeconds { get; private set; }

    /// <summary>An engine ran without pressure showing in time. Only a direct gauge clears this.</summary>
    public bool Stopped { get; private set; }

    /// <summary>The engine runs and pressure has not shown in time: stop it now.</summary>
    public bool PressureOverdue(DateTimeOffset now) => RunningSince is { } since && Pressure is null && (now - since).TotalSeconds > PressureWithin;

    /// <summary>The first idle was long enough.</summary>
    public bool IdledEnough => LongestSeconds >= 60 * IdleLeastMinutes;
}
