using System.Runtime.CompilerServices;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Priming;

namespace Wattology.Core.Commissioning;

/// <summary>Runs of the engine since the new unit was fitted.</summary>
/// <remarks>A run counts under the limits it ran under; the next one runs under those in force.</remarks>
public sealed class EngineRuns
{
    private readonly JobContext _job;
    private readonly RunUnder _next;
    private RunUnder? _last;
    private Entry? _lastFired;
    private bool _lastFailed;
    private double _lastSeconds;

    private EngineRuns(JobContext job) => (_job, _next) = (job, RunUnder.Now(job));

    // Checks, items and pages ask for it over and over; what one context says never changes.
    private static readonly ConditionalWeakTable<JobContext, EngineRuns> Known = [];

    /// <summary>A job's runs; whoever asks with the same context gets the same.</summary>
    public static EngineRuns Of(JobContext job) => Known.GetValue(job, Read);

    private static EngineRuns Read(JobContext job)
    {
        var runs = new EngineRuns(job);
        foreach (var entry in job.Record.Entries.Where(job.Record.Stands)) runs.Take(entry);
        return runs;
    }

    private void Take(Entry entry)
    {
        var record = _job.Record;
        if (entry.Kind == Fired.Kind.Name)
        {
            (Running, Pressure, _lastFired, _lastFailed, _lastSeconds) = (entry, null, entry, false, 0);
            _last = (RunUnder)record.Read<Fired>(entry).Outcome!;
            First ??= entry;
        }
        else if (entry.Kind == PressureShown.Kind.Name && (_job.Demo || record.Read<PressureShown>(entry).Body.Simulated != true)) Show(entry,
            ((Ran)record.Read<PressureShown>(entry).Outcome!).Seconds);
        else if (entry.Kind == PressureAfterFiring.Kind.Name) Show(entry, ((Crank.Lasted)record.Read<PressureAfterFiring>(entry).Outcome!).Seconds);
        else if (entry.Kind == RunEnded.Kind.Name && record.Read<RunEnded>(entry) is var ended) End(entry, ((Ran)ended.Outcome!).Seconds, ended.Body.How);
        else if (entry.Kind == EngineStopped.Kind.Name) End(entry, ((Crank.Lasted)record.Read<EngineStopped>(entry).Outcome!).Seconds, RunEnd.Stopped);
        else if (entry.Kind == TroubleSeen.Kind.Name) (TroubleNow, TroubleEntry) = (record.Read<TroubleSeen>(entry).Body.What, entry);
        else if (entry.Kind == PressureRead.Kind.Name && record.Read<PressureRead>(entry) is { Body.By: PressureBy.DirectGauge,
            Outcome: PressureOutcome { Proves: true } })
            NoPressureStop = false;
        else if (entry.Kind == StopWorked.KindName && record.Read<StopWorked>(entry).Body.Stop is var stop)
        {
            if (stop == StopKind.NoPressure) NoPressureStop = false;
            else (TroubleNow, TroubleEntry) = (null, null);
        }
    }

    private void Show(Entry entry, double seconds)
    {
        if (Running is null) return;
        Pressure = seconds;
        if (seconds > PressureWithinThen) Fail(entry);
    }

    private void End(Entry entry, double seconds, RunEnd how)
    {
        if (Running is null) return;
        (Running, _lastSeconds) = (null, seconds);
        if (how == RunEnd.DidNotFire) return;
        // A stall, or a run shorter than the seconds pressure may take, says nothing about the oil.
        if (Pressure is null && seconds > PressureWithinThen) Fail(entry);
        if (Pressure is null) return;
        LongestSeconds = Math.Max(LongestSeconds, seconds);
        IdledEnough |= seconds >= 60 * ((_last ?? _next).Idle.SoundFrom ?? 0);
        if (IdledEnough) LastIdle = entry;
    }

    private void Fail(Entry entry) => (NoPressureStop, Failed, _lastFailed) = (true, entry, true);

    private double? PressureWithinThen => (_last ?? _next).PressureWithin.SoundTo;

    /// <summary>Pressure must show within this many seconds of firing; null when the shop has not set it.</summary>
    public double? PressureWithin => Running is null && !NoPressureStop ? _next.PressureWithin.SoundTo : PressureWithinThen;

    /// <summary>First idle at least, minutes.</summary>
    public double IdleLeastMinutes => (Running is null ? _next : _last ?? _next).Idle.SoundFrom ?? 0;

    /// <summary>Where that comes from.</summary>
    public string IdleSource => (Running is null ? _next : _last ?? _next).Idle.SourceWords;

    /// <summary>The first firing that stands; null before.</summary>
    public Entry? First { get; private set; }

    /// <summary>The entry with which the running engine fired; null when it stands.</summary>
    public Entry? Running { get; private set; }

    /// <summary>Seconds to pressure in the latest run.</summary>
    public double? Pressure { get; private set; }

    /// <summary>Longest run with pressure, s.</summary>
    public double LongestSeconds { get; private set; }

    /// <summary>A run was as long as the first idle had to be then.</summary>
    public bool IdledEnough { get; private set; }

    /// <summary>The entry that ended the latest run, once the idle was long enough.</summary>
    public Entry? LastIdle { get; private set; }

    /// <summary>An engine ran without pressure showing in time. A direct gauge at its limit clears it, or work.</summary>
    public bool NoPressureStop { get; private set; }

    /// <summary>The entry with which it ran without pressure; pressure is proved again after it.</summary>
    public Entry? Failed { get; private set; }

    /// <summary>Trouble seen while running, and not worked on since.</summary>
    public Trouble? TroubleNow { get; private set; }

    /// <summary>The entry that says so.</summary>
    public Entry? TroubleEntry { get; private set; }

    /// <summary>The engine runs and pressure has not shown in time: stop it now.</summary>
    public bool PressureOverdue => Running is { } since && Pressure is null && _job.SecondsSince(since) > PressureWithin;

    /// <summary>Joints that leak oil or fuel while the engine runs: stop it now.</summary>
    public IReadOnlyList<(string Joint, Entry Entry)> LeaksNow => Running is null ? [] : JointWork.Leaking(_job.Record);

    /// <summary>The engine runs and must be stopped at once.</summary>
    public bool MustStop => Running is not null && (NoPressureStop || TroubleNow is not null || LeaksNow.Count > 0);

    /// <summary>Why a firing may not be taken back just now, or null: what ran without oil stays run.</summary>
    public string? RefuseTakingBack(Entry fired)
    {
        if (fired != _lastFired) return "The engine was fired again since: that run counts as it ran.";
        if (_lastFailed || PressureOverdue) return "It ran without oil pressure: that counts, whatever was touched.";
        return Running is null && _lastSeconds > (PressureWithinThen ?? 0) ? "That run was stopped: it counts as it ran." : null;
    }
}
