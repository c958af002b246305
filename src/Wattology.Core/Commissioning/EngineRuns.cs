using Wattology.Core.Entries;
using Wattology.Core.Priming;

namespace Wattology.Core.Commissioning;

/// <summary>Runs of the engine since the new unit was fitted.</summary>
/// <remarks>A run counts under the limits it ran under; the next one runs under those in force.</remarks>
public sealed class EngineRuns
{
    private readonly RunUnder _next;
    private RunUnder? _last;

    private EngineRuns(RunUnder next) => _next = next;

    /// <summary>Reads a job's runs.</summary>
    public static EngineRuns Of(JobContext job)
    {
        var runs = new EngineRuns(RunUnder.Now(job.Limits));
        foreach (var entry in job.Record.Entries.Where(job.Record.Stands)) runs.Take(job.Record, entry);
        return runs;
    }

    private void Take(JobRecord record, Entry entry)
    {
        if (entry.Kind == Fired.Kind.Name)
        {
            (RunningSince, Pressure) = (entry.At, null);
            _last = (RunUnder)record.Read<Fired>(entry).Outcome!;
        }
        else if (entry.Kind == PressureAfterFiring.Kind.Name)
        {
            Pressure = ((Lasted)record.Read<PressureAfterFiring>(entry).Outcome!).Seconds;
            NoPressureStop |= Pressure > (_last ?? _next).PressureWithin.SoundTo;
        }
        else if (entry.Kind == EngineStopped.Kind.Name)
        {
            var seconds = ((Lasted)record.Read<EngineStopped>(entry).Outcome!).Seconds;
            NoPressureStop |= Pressure is null;
            if (Pressure is not null)
            {
                LongestSeconds = Math.Max(LongestSeconds, seconds);
                IdledEnough |= seconds >= 60 * ((_last ?? _next).Idle.SoundFrom ?? 0);
            }
            RunningSince = null;
        }
        else if (entry.Kind == PressureNoted.Kind.Name && record.Read<PressureNoted>(entry).Body is { By: PressureBy.DirectGauge, Proves: true })
            NoPressureStop = false;
    }

    /// <summary>Pressure must show within this many seconds of firing; null when the shop has not set it.</summary>
    public double? PressureWithin => (RunningSince is null && !NoPressureStop ? _next : _last ?? _next).PressureWithin.SoundTo;

    /// <summary>First idle at least, minutes.</summary>
    public double IdleLeastMinutes => (RunningSince is null ? _next : _last ?? _next).Idle.SoundFrom ?? 0;

    /// <summary>When the running engine fired; null when it stands.</summary>
    public DateTimeOffset? RunningSince { get; private set; }

    /// <summary>Seconds to pressure in the latest run.</summary>
    public double? Pressure { get; private set; }

    /// <summary>Longest run with pressure, s.</summary>
    public double LongestSeconds { get; private set; }

    /// <summary>A run was as long as the first idle had to be then.</summary>
    public bool IdledEnough { get; private set; }

    /// <summary>An engine ran without pressure showing in time. Only a direct gauge clears this.</summary>
    public bool NoPressureStop { get; private set; }

    /// <summary>The engine runs and pressure has not shown in time: stop it now.</summary>
    public bool PressureOverdue(DateTimeOffset now) => RunningSince is { } since && Pressure is null && (now - since).TotalSeconds > PressureWithin;
}
