using Wattology.Core.Evidence;
using Wattology.Core.Shop;

namespace Wattology.Core.Priming;

/// <summary>Cranking so far: bursts, rests, and whether pressure is proved.</summary>
public sealed class CrankLog
{
    private CrankLog(double burstMost, double restLeast, int burstsMost) => (BurstMost, RestLeast, BurstsMost) = (burstMost, restLeast, burstsMost);

    /// <summary>Reads a job's cranking under the limits in force.</summary>
    public static CrankLog Of(JobState state, LimitBook limits)
    {
        var log = new CrankLog(limits.Strictest("crank-burst").SoundTo ?? 15, limits.Strictest("crank-rest").SoundFrom ?? 60, (int)(limits.Strictest("crank-bursts").SoundTo ?? 4));
        foreach (var entry in state.Entries.Where(state.Stands))
        {
            switch (entry.Content)
            {
                case BurstStarted:
                    log.RunningSince = entry.At;
                    break;
                case BurstEnded ended:
                    log.RunningSince = null;
                    log.LastEnd = entry.At;
                    log.Bursts.Add(ended.Seconds);
                    log.NoPressureStop |= !log.PressureProved && log.Exhausted;
                    break;
                case PressureNoted { By: var by } noted when !log.NoPressureStop || (noted.Proves && by == PressureBy.DirectGauge):
                    log.PressureProved = noted.Proves;
                    log.NoPressureStop = false;
                    break;
            }
        }
        return log;
    }

    /// <summary>One burst at most, s.</summary>
    public double BurstMost { get; }

    /// <summary>Rest between bursts at least, s.</summary>
    public double RestLeast { get; }

    /// <summary>Bursts in all.</summary>
    public int BurstsMost { get; }

    /// <summary>Bursts so far, s each.</summary>
    public List<double> Bursts { get; } = [];

    /// <summary>When the running burst began.</summary>
    public DateTimeOffset? RunningSince { get; private set; }

    /// <summary>When the last burst ended.</summary>
    public DateTimeOffset? LastEnd { get; private set; }

    /// <summary>Pressure was seen, by something that proves it.</summary>
    public bool PressureProved { get; private set; }

    /// <summary>The allowed cranking is used up without pressure. Only a reading of a direct gauge clears this: no role and no reason.</summary>
    public bool NoPressureStop { get; private set; }

    /// <summary>Cranking so far, s.</summary>
    public double TotalSeconds => Bursts.Sum();

    /// <summary>Cranking allowed in all, s.</summary>
    public double AllowedSeconds => BurstMost * BurstsMost;

    /// <summary>No cranking is left.</summary>
    public bool Exhausted => Bursts.Count >= BurstsMost || TotalSeconds >= AllowedSeconds;

    /// <summary>Rest still to go, s.</summary>
    public double RestLeft(DateTimeOffset now) => LastEnd is { } end ? Math.Max(0, RestLeast - (now - end).TotalSeconds) : 0;

    /// <summary>Why a burst may not begin now, or null.</summary>
    public string? Refusal(DateTimeOffset now)
    {
        if (RunningSince is not null) return "A burst is already running.";
        if (NoPressureStop || Exhausted && !PressureProved) return "The allowed cranking is used up without pressure. Only a new reading on a direct gauge clears this.";
        if (Exhausted) return "The allowed cranking is used up.";
        return RestLeft(now) is var rest and > 0 ? $"The starter needs its rest: {Math.Ceiling(rest):0} s to go." : null;
    }
}

/// <summary>What is disabled at present.</summary>
public static class Firing
{
    /// <summary>Disabled things that are not back yet.</summary>
    public static IReadOnlyList<string> StillDisabled(JobState state)
    {
        var open = new List<string>();
        foreach (var entry in state.Entries.Where(state.Stands))
        {
            if (entry.Content is FiringDisabled disabled) open.AddRange(disabled.Items.Where(i => !open.Contains(i)));
            if (entry.Content is FiringRestored restored) open.Remove(restored.Item);
        }
        return open;
    }
}
