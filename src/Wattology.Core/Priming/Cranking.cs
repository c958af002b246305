using Wattology.Core.Entries;

namespace Wattology.Core.Priming;

/// <summary>A job's cranking so far: bursts, rests, and whether pressure is proved.</summary>
/// <remarks>A burst counts under the limits it ran under; the next one runs under those in force.</remarks>
public sealed class Cranking
{
    private readonly CrankingUnder _next;
    private readonly List<double> _bursts = [];
    private CrankingUnder? _last;

    private Cranking(CrankingUnder next) => _next = next;

    /// <summary>Reads a job's cranking.</summary>
    public static Cranking Of(JobContext job)
    {
        var cranking = new Cranking(CrankingUnder.Now(job.Limits));
        foreach (var entry in job.Record.Entries.Where(job.Record.Stands)) cranking.Take(job.Record, entry);
        return cranking;
    }

    private void Take(JobRecord record, Entry entry)
    {
        if (entry.Kind == BurstStarted.Kind.Name)
        {
            RunningSince = entry.At;
            _last = (CrankingUnder)record.Read<BurstStarted>(entry).Outcome!;
        }
        else if (entry.Kind == BurstEnded.Kind.Name)
        {
            RunningSince = null;
            LastEnd = entry.At;
            _bursts.Add(((Lasted)record.Read<BurstEnded>(entry).Outcome!).Seconds);
            NoPressureStop |= !PressureProved && UsedUp(_last ?? _next);
        }
        else if (entry.Kind == PressureNoted.Kind.Name && record.Read<PressureNoted>(entry) is var noted
            && (!NoPressureStop || noted.Body is { Proves: true, By: PressureBy.DirectGauge }))
        {
            PressureProved = noted.Body.Proves;
            NoPressureStop = false;
            Proof = noted.Body.Proves ? entry : null;
        }
    }

    /// <summary>The limits the running burst counts under, or the next one will.</summary>
    public CrankingUnder Under => RunningSince is null ? _next : _last ?? _next;

    /// <summary>One burst at most, s.</summary>
    public double BurstMost => Under.Burst.SoundTo ?? CrankingLimits.Burst.Usual.SoundTo!.Value;

    /// <summary>Rest between bursts at least, s.</summary>
    public double RestLeast => Under.Rest.SoundFrom ?? CrankingLimits.Rest.Usual.SoundFrom!.Value;

    /// <summary>Bursts in all.</summary>
    public int BurstsMost => Most(Under);

    /// <summary>Bursts so far, s each.</summary>
    public IReadOnlyList<double> Bursts => _bursts;

    /// <summary>When the running burst began; null when none runs.</summary>
    public DateTimeOffset? RunningSince { get; private set; }

    /// <summary>When the last burst ended.</summary>
    public DateTimeOffset? LastEnd { get; private set; }

    /// <summary>Pressure was seen, by something that proves it.</summary>
    public bool PressureProved { get; private set; }

    /// <summary>The entry that proves pressure.</summary>
    public Entry? Proof { get; private set; }

    /// <summary>The allowed cranking is used up without pressure. Only a reading of a direct gauge clears this: no role and no reason.</summary>
    public bool NoPressureStop { get; private set; }

    /// <summary>Cranking so far, s.</summary>
    public double TotalSeconds => _bursts.Sum();

    /// <summary>Cranking allowed in all, s.</summary>
    public double AllowedSeconds => BurstMost * BurstsMost;

    /// <summary>No cranking is left.</summary>
    public bool Exhausted => UsedUp(Under);

    /// <summary>Rest still to go, s.</summary>
    public double RestLeft(DateTimeOffset now) => LastEnd is { } end ? Math.Max(0, RestLeast - (now - end).TotalSeconds) : 0;

    /// <summary>Why a burst may not begin now, or null.</summary>
    public string? Refusal(DateTimeOffset now)
    {
        if (RunningSince is not null) return "A burst is already running.";
        if (NoPressureStop || (Exhausted && !PressureProved)) return "The allowed cranking is used up without pressure. Only a new reading on a direct gauge "
            + "clears this.";
        if (Exhausted) return "The allowed cranking is used up.";
        return RestLeft(now) is var rest and > 0 ? $"The starter needs its rest: {Math.Ceiling(rest):0} s to go." : null;
    }

    private static int Most(CrankingUnder under) => (int)(under.Bursts.SoundTo ?? CrankingLimits.Bursts.Usual.SoundTo!.Value);

    private bool UsedUp(CrankingUnder under) => _bursts.Count >= Most(under) || TotalSeconds >= (under.Burst.SoundTo ?? 0) * Most(under);
}

/// <summary>What is disabled at present.</summary>
public static class Firing
{
    /// <summary>Disabled things that are not back yet, in the order they were disabled.</summary>
    public static IReadOnlyList<string> StillDisabled(JobRecord record)
    {
        var open = new List<string>();
        foreach (var entry in record.Entries.Where(record.Stands))
        {
            if (entry.Kind == FiringDisabled.Kind.Name) open.AddRange(record.Read<FiringDisabled>(entry).Body.Items.Where(i => !open.Contains(i)));
            else if (entry.Kind == FiringRestored.Kind.Name) open.Remove(record.Read<FiringRestored>(entry).Body.Item);
        }
        return open;
    }
}
