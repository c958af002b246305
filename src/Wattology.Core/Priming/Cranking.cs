using System.Runtime.CompilerServices;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Plate;

namespace Wattology.Core.Priming;

/// <summary>A job's cranking so far: seconds used, rests owed, and whether pressure is proved.</summary>
/// <remarks>A burst counts under the limits it ran under; the next one runs under those in force. Only cranking to prime uses the allowance,
/// and only until pressure is proved; every burst owes its rest.</remarks>
public sealed class Cranking
{
    private readonly JobContext _job;
    private readonly CrankingUnder _next;
    private readonly List<double> _bursts = [];
    private readonly HashSet<int> _oiled = [];
    private CrankingUnder? _last;
    private string? _purpose;
    private Entry? _running;
    private Entry? _cooling;
    private double _used;

    private Cranking(JobContext job) => (_job, _next) = (job, CrankingUnder.Now(job.Limits));

    // Checks, items and pages ask for it over and over; what one context says never changes.
    private static readonly ConditionalWeakTable<JobContext, Cranking> Known = [];

    /// <summary>A job's cranking; whoever asks with the same context gets the same.</summary>
    public static Cranking Of(JobContext job) => Known.GetValue(job, Read);

    private static Cranking Read(JobContext job)
    {
        var cranking = new Cranking(job);
        var told = EarlierPass.LastBreak(job);
        foreach (var entry in job.Record.Entries)
        {
            if (job.Record.Stands(entry)) cranking.Take(entry);
            // What is told never proves pressure, and a unit that stood is oiled again.
            if (entry == told?.By) cranking.Unprove(told with { Again = "Prime again." });
        }
        cranking.Stand();
        return cranking;
    }

    private void Take(Entry entry)
    {
        var record = _job.Record;
        if (entry.Kind == Looked.KindName) Take(entry, record.Read<Looked>(entry).Body);
        else if (entry.Kind == BurstStarted.KindName) (_running, _last) = (entry, (CrankingUnder)record.Read<BurstStarted>(entry).Outcome!);
        else if (Bursts.SecondsOf(record, entry) is { } seconds && _running is not null) End(entry, seconds);
        else if (entry.Kind == Oiled.Kind.Name) _oiled.Add(record.Read<Oiled>(entry).Body.Turbo);
        else if (entry.Kind == Primed.Kind.Name) _oiled.Add(record.Read<Primed>(entry).Body.Turbo);
        else if (entry.Kind == PressureRead.Kind.Name && record.Read<PressureRead>(entry) is var read)
            Pressure(entry, read.Body.By, ((PressureOutcome)read.Outcome!).Judgement.Verdict);
        else if (entry.Kind == PressureNoted.Kind.Name) Pressure(entry, record.Read<PressureNoted>(entry).Body.By, Earlier(record.Read<PressureNoted>(entry)
            .Body));
        else if (entry.Kind == StopWorked.KindName && record.Read<StopWorked>(entry).Body.Stop == StopKind.NoPressure)
            (NoPressureStop, _used, _cooling) = (false, 0, NoPressureStop ? LastEnd : _cooling);
        else if (Unproves(entry) is { } because) Unprove(entry, because);
    }

    private void Take(Entry entry, Looked looked)
    {
        if (looked.Question == Bursts.Purpose.Id) _purpose = looked.Answer;
        else if (looked.Question == PrimeQuestions.PumpDriven.Id) Cranked = NotOiled.Count == 0;
        else if (looked.Question == SupplyChecks.FeedSeen.Id) Unprove(entry, "the feed was opened to catch oil");
    }

    private void End(Entry entry, double seconds)
    {
        (_running, LastEnd, _cooling) = (null, entry, null);
        _bursts.Add(seconds);
        if (!Bursts.IsToPrime(_purpose)) return;
        Cranked |= NotOiled.Count == 0;
        if (PressureProved) return;
        _used += seconds;
        NoPressureStop |= UsedUp(_last ?? _next);
    }

    private void Pressure(Entry entry, PressureBy by, Verdict verdict)
    {
        if (NoPressureStop && (verdict != Verdict.Sound || by != PressureBy.DirectGauge)) return;
        // What went before it may have been taken back since: then it proves nothing after all.
        if (verdict == Verdict.ReadingOnly || (verdict == Verdict.Sound && (NotOiled.Count > 0 || !Cranked))) return;
        (NoPressureStop, PressureProved, Proof) = (false, verdict == Verdict.Sound, verdict == Verdict.Sound ? entry : null);
        if (PressureProved) (_used, Unproved) = (0, null);
    }

    // What older entries call seen is believed as far as the same figures would be today.
    private Verdict Earlier(PressureNoted noted)
    {
        var read = noted.As;
        if (read.Nothing) return Verdict.Stop;
        if (!Cranked || NotOiled.Count > 0) return Verdict.ReadingOnly;
        if (read.By == PressureBy.Lamp) return read is { LampSeenLit: true, SwitchConnected: true } ? Verdict.Sound : Verdict.ReadingOnly;
        return PressureLimits.Cranking.Usual.Judge(read.PressureKpa!.Value) == Verdict.Sound ? Verdict.Sound : Verdict.Stop;
    }

    private string? Unproves(Entry entry)
    {
        if (entry.Kind == CatchTestReading.KindName) return "the feed was opened for a catch test";
        if (entry.Kind == ClockingReading.KindName) return ClockingReading.Turned(_job, entry) ? "the centre section was turned" : null;
        if (entry.Kind == OilService.KindName) return _job.Record.Read<OilService>(entry).Body is { Oil: Service.New } or { Filter: Service.New }
            ? "oil or filter were changed" : null;
        if (entry.Kind is not (JointOpened.KindName or JointRemade.KindName)) return null;
        return JointWork.Opens(_job.Record, entry, JointList.Feed) ? "the feed was opened" : JointWork.Opens(_job.Record, entry, JointList.Drain)
            ? "the drain was opened" : null;
    }

    private void Unprove(Entry entry, string because) => Unprove(new(entry, because));

    private void Unprove(Reopened again)
    {
        if (PressureProved || _oiled.Count > 0) Unproved = again;
        (PressureProved, Proof, Cranked, _used) = (false, null, false, NoPressureStop ? _used : 0);
        _oiled.Clear();
    }

    // Oil runs out of bearings and lines that stand; how long is the shop's to say.
    private void Stand()
    {
        if (Proof is { } proof && _job.Limits.Choose(PressureLimits.Standing).SoundTo is { } hours && _job.SecondsSince(proof) > hours * 3600)
            Unprove(proof, $"it stood for more than {hours:0.#} hours");
    }

    /// <summary>The limits the running burst counts under, or the next one will.</summary>
    public CrankingUnder Under => _running is null ? _next : _last ?? _next;

    /// <summary>Bursts so far, s each.</summary>
    public IReadOnlyList<double> Lasted => _bursts;

    /// <summary>The entry that began the running burst; null when none runs.</summary>
    public Entry? Running => _running;

    /// <summary>The entry that ended the last burst.</summary>
    public Entry? LastEnd { get; private set; }

    /// <summary>Something turned the pump since the turbos were oiled.</summary>
    public bool Cranked { get; private set; }

    /// <summary>Turbos that are not oiled; a side that stays needs none.</summary>
    public IReadOnlyList<int> NotOiled => [.. _job.Record.Machine().TurboNumbers.Where(t => !_oiled.Contains(t) && !PlateCheck.Stays(_job, t))];

    /// <summary>Pressure was seen, by something that proves it.</summary>
    public bool PressureProved { get; private set; }

    /// <summary>The entry that proves pressure.</summary>
    public Entry? Proof { get; private set; }

    /// <summary>What made it unproved again; null when nothing did.</summary>
    public Reopened? Unproved { get; private set; }

    /// <summary>The allowed cranking is used up without pressure. A direct gauge at its limit clears it at once, work after the starter cooled.</summary>
    public bool NoPressureStop { get; private set; }

    /// <summary>Cranking so far, s.</summary>
    public double TotalSeconds => _bursts.Sum();

    /// <summary>Cranking to prime that counts against the allowance, s.</summary>
    public double UsedSeconds => _used;

    /// <summary>Cranking allowed in all, s.</summary>
    public double AllowedSeconds => Under.AllowedSeconds;

    /// <summary>The longest the next burst may last, s: the burst's own limit, or what is left of the allowance where it counts.</summary>
    public double BurstMost => Counts ? Math.Min(Under.BurstMost, Math.Max(0, AllowedSeconds - _used)) : Under.BurstMost;

    private bool Counts => !PressureProved && Bursts.IsToPrime(_purpose);

    /// <summary>Rest still to go, s: after a burst the starter's rest, after work on a stop its cooling.</summary>
    public double RestLeft => LastEnd is { } end ? Math.Max(0, RestOwed - _job.SecondsSince(end)) : 0;

    /// <summary>Rest owed in all after the last burst, s.</summary>
    public double RestOwed => _cooling is null ? Under.RestLeast : Math.Max(Under.RestLeast, 60 * (_job.Limits.Strictest(CrankingLimits.Cooling)
        .SoundFrom ?? 0));

    /// <summary>The starter cools after a stop that was worked on.</summary>
    public bool Cooling => _cooling is not null;

    /// <summary>Why a burst may not begin now, or null.</summary>
    public string? Refusal()
    {
        if (_running is not null) return "A burst is already running.";
        if (NoPressureStop) return "The allowed cranking is used up without pressure. Look, say what was found and done, and let the starter cool; or read a "
            + "direct gauge.";
        if (Counts && UsedUp(Under)) return "The allowed cranking is used up. Look first, then record what was found and done.";
        return RestLeft is var rest and > 0 ? $"The starter {(Cooling ? "cools" : "needs its rest")}: {Math.Ceiling(rest):0} s to go." : null;
    }

    private bool UsedUp(CrankingUnder under) => _used >= under.AllowedSeconds - Numerics.Nearly.Same;
}
