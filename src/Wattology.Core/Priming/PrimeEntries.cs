using System.Text.Json.Serialization;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Priming;

/// <summary>The schools of priming.</summary>
public enum PrimeMethod
{
    /// <summary>Oil by the inlet port, wheel turned by hand, then cranking in bursts.</summary>
    Syringe,
    /// <summary>The oil pump driven from outside until oil comes from the drain.</summary>
    PumpDriven,
    /// <summary>Feed proven into a container, connected, cranked briefly.</summary>
    BucketFirst,
}

/// <summary>How this job is primed.</summary>
/// <param name="Method">By which school.</param>
/// <param name="Why">Why another than the shop's; blank where it is the shop's own.</param>
public sealed record PrimeChosen(PrimeMethod Method, string Why = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PrimeChosen>("prime-chosen", "Priming chosen for this job",
        (_, n) => $"{JsonForm.Plain(n.Body.Method)}{(n.Body.Why.Length > 0 ? $": {n.Body.Why}" : "")}")
    {
        Ages = Ages.Lasts,
        Refuse = (job, body) => Crank.Bursts.Running(job.Record) is not null ? new("A burst is running: choose after it.", "method")
            : Oiled.RefuseWithout(job, body.Method, body.Why),
    };

    /// <summary>How a job is primed, and why so where that is said: as chosen for it, or as the shop does.</summary>
    public static (PrimeMethod Method, string Why) On(JobContext job) => job.Record.Latest<PrimeChosen>() is { Body: var chosen }
        ? (chosen.Method, chosen.Why) : (JsonForm.ValueOf<PrimeMethod>(job.Schools.Choose(Oiled.By).Choice.Id) ?? PrimeMethod.Syringe, "");
}

/// <summary>One turbo was oiled.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Method">By which school.</param>
/// <param name="OilMl">Oil put in by hand, in ml, where it was measured.</param>
/// <param name="Why">Why another method than the shop's default.</param>
public sealed record Oiled([Bounds(1, 2)] int Turbo, PrimeMethod Method, [Bounds(Span.Millilitres)] double? OilMl = null, string Why = "")
    : EntryBody, IOfTurbo
{
    /// <summary>How a new unit is primed.</summary>
    public static readonly School By = new("prime-school", "Primed by",
    [
        new("syringe", "syringe", "Needs nothing but the inlet port, and oils the bearings before anything turns."),
        new("pump-driven", "pump-driven", "Where the oil pump can be driven from outside: until oil comes from the drain."),
        new("bucket-first", "bucket first", "The feed proven into a container, then connected, then cranked briefly."),
    ], "syringe");

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Oiled>("oiled", "Oiled", (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Words}")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => body.Turbo > job.Record.Machine().Turbos ? new("This job has one turbo.", "turbo")
            : RefuseWithout(job, body.Method, body.Why),
    };

    // Another school than the shop's takes a reason, whoever says it and wherever.
    internal static Refusal? RefuseWithout(JobContext job, PrimeMethod method, string why)
        => job.Schools.Choose(By).Choice is var usual && usual.Id != JsonForm.WordOf(method) && string.IsNullOrWhiteSpace(why)
            ? new($"Say why this job differs from the usual {usual.Words}.", "why") : null;

    /// <summary>All it says, in one line.</summary>
    public string Words => $"{JsonForm.Plain(Method)}{(OilMl is { } ml ? $", {ml:0.#} ml" : "")}{(Why.Length > 0 ? $" ({Why})" : "")}";

}

/// <summary>One turbo was oiled and prepared; recorded now as <see cref="Oiled"/>, and the wheel as an answer of its own.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Method">By which school.</param>
/// <param name="WheelFree">Whether it was ticked that the wheel turns freely; a tick not given was no answer.</param>
/// <param name="OilMl">Oil put in by hand, in ml.</param>
/// <param name="Why">Why another method than the shop's default.</param>
public sealed record Primed([Bounds(1, 2)] int Turbo, PrimeMethod Method, bool WheelFree, [Bounds(Span.Millilitres)] double? OilMl = null, string Why = "")
    : EntryBody, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Primed>("primed", "Oiled and prepared", (job, n) => $"{job.Which(n.Body.Turbo)}"
        + $"{new Oiled(n.Body.Turbo, n.Body.Method, n.Body.OilMl, n.Body.Why).Words}, wheel {(n.Body.WheelFree ? "turns freely" : "not answered")}")
        { Correction = Correction.Never, Retired = true };
}

/// <summary>What pressure is read by.</summary>
public enum PressureBy
{
    /// <summary>A gauge screwed in for the purpose.</summary>
    DirectGauge,
    /// <summary>The machine's own gauge.</summary>
    OwnGauge,
    /// <summary>The pressure lamp.</summary>
    Lamp,
}

/// <summary>What proves oil pressure.</summary>
public static class PressureLimits
{
    /// <summary>Oil pressure while cranking: a lamp's switch opens at about 20 to 50 kPa.</summary>
    public static readonly LimitKind Cranking = LimitKind.UsualPractice("oil-pressure-cranking", "Oil pressure while cranking", Measure.Pressure, 50, null);

    /// <summary>After so many hours at a stand a primed unit counts as empty again; none known until the shop sets it.</summary>
    public static readonly LimitKind Standing = LimitKind.NoneKnown("prime-standing", "Prime stands good for", Measure.Hours);
}

/// <summary>Oil pressure was looked for, while or after cranking or driving the pump.</summary>
/// <param name="By">By what.</param>
/// <param name="PressureKpa">What the gauge showed, in kPa; null for a lamp, and where no pressure was seen.</param>
/// <param name="LampSeenLit">Whether the lamp was seen lit at key-on; null when nobody said.</param>
/// <param name="SwitchConnected">Whether its switch is connected; null when nobody said.</param>
/// <param name="LampWentOut">Whether it went out; null when nobody said.</param>
/// <param name="Simulated">It was read on a simulated engine: outside a demo shop it proves nothing. Null where it was not.</param>
public sealed record PressureRead(PressureBy By, [Bounds(Span.Pressure)] double? PressureKpa = null, bool? LampSeenLit = null, bool? SwitchConnected = null,
    bool? LampWentOut = null, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Simulated = null) : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PressureRead, PressureOutcome>("oil-pressure-read", "Oil pressure",
        (job, body) => PressureOutcome.Of(body, job),
        (job, n) =>
        {
            var outcome = (PressureOutcome)n.Outcome!;
            var simulated = n.Body.Simulated == true ? "simulated: " : "";
            return $"{simulated}{n.Body.Words(job.Units, outcome.Judgement)}. {outcome.Why}{outcome.Said(n.Body, job.Units)}";
        })
    {
        KnownBy = [Known.Measured, Known.Seen],
        MeasuredWith = [InstrumentKind.PressureGauge],
        Ages = Ages.MeasureAgain,
    };

    /// <summary>What showed, in words.</summary>
    /// <param name="units">The shop's units.</param>
    /// <param name="judged">How it was judged, so that the figure has the digits to be compared with its limit; null where it was not.</param>
    public string Words(ShopUnits units, Judgement? judged = null)
    {
        var figure = PressureKpa is not { } kpa ? "no pressure" : judged?.Show(kpa, Measure.Pressure, units) ?? units.ShowPressure(kpa);
        return By switch
        {
            PressureBy.Lamp => $"lamp {(LampWentOut == true ? "went out" : "stayed lit")}",
            PressureBy.DirectGauge => $"direct gauge, {figure}",
            _ => $"machine's own gauge, {figure}",
        };
    }

    /// <summary>Nothing showed at all.</summary>
    public bool Nothing => By == PressureBy.Lamp ? LampWentOut == false : PressureKpa is null or 0;

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (By == PressureBy.Lamp && LampWentOut is null) faults.Add(Faults.Join(path, "lamp_went_out"), "Say whether the lamp went out.");
        if (By == PressureBy.Lamp && PressureKpa is not null) faults.Add(Faults.Join(path, "pressure_kpa"),
            "A lamp shows no figure: clear it, or say which gauge.");
    }
}

/// <summary>What a look for oil pressure came to.</summary>
/// <param name="Judgement">Sound where it proves pressure.</param>
public sealed record PressureOutcome(Judgement Judgement) : Outcome, IJudged
{
    private const string Proved = "proved", NotPressure = "not-pressure", Nothing = "nothing", LampUnproved = "lamp-unproved", NotCranked = "not-cranked",
        NotOiled = "not-oiled", OnlySimulated = "simulated";

    /// <summary>Whether it proves pressure.</summary>
    public bool Proves => Judgement.Verdict == Verdict.Sound;

    /// <summary>Judges under the limit in force, and by what went before it on the job.</summary>
    public static PressureOutcome Of(PressureRead read, JobContext job)
    {
        if (read.Simulated == true && !job.Demo) return new(new Judgement(Verdict.ReadingOnly, OnlySimulated));
        var cranking = Priming.Cranking.Of(job);
        var limit = job.Limits.Choose(PressureLimits.Cranking);
        if (read.Nothing) return new(new Judgement(Verdict.Stop, Nothing, limit));
        if (read.By != PressureBy.Lamp && limit.Judge(read.PressureKpa!.Value) != Verdict.Sound) return new(new Judgement(Verdict.Stop, NotPressure, limit));
        if (read is { By: PressureBy.Lamp } and not { LampSeenLit: true, SwitchConnected: true }) return new(new Judgement(Verdict.ReadingOnly, LampUnproved));
        if (cranking.NotOiled.Count > 0) return new(new Judgement(Verdict.ReadingOnly, NotOiled));
        return cranking.Cranked ? new(new Judgement(Verdict.Sound, Proved, read.By == PressureBy.Lamp ? null : limit))
            : new(new Judgement(Verdict.ReadingOnly, NotCranked));
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as PressureRead)?.PressureKpa;

    /// <inheritdoc/>
    public string Why => Judgement.Why switch
    {
        Proved => "Oil pressure is proved.",
        NotPressure => "The needle moved, but it is not pressure.",
        LampUnproved => "It proves nothing: the lamp must have been seen lit at key-on, with its switch connected.",
        OnlySimulated => "It proves nothing: the engine was a simulated one.",
        NotOiled => "It proves nothing yet: the turbo is oiled first, then cranked.",
        NotCranked => "It proves nothing yet: nothing turned the pump since the turbo was oiled.",
        _ => "No pressure.",
    };
}

/// <summary>Oil pressure was looked for; recorded now as <see cref="PressureRead"/>.</summary>
/// <param name="Seen">Whether it was there.</param>
/// <param name="By">By what.</param>
/// <param name="PressureKpa">Gauge reading in kPa.</param>
/// <param name="LampSeenLit">Whether the lamp was seen lit at key-on.</param>
/// <param name="SwitchConnected">Whether its switch is connected.</param>
public sealed record PressureNoted(bool Seen, PressureBy By, [Bounds(Span.Pressure)] double? PressureKpa = null, bool LampSeenLit = false,
    bool SwitchConnected = false) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PressureNoted>("oil-pressure", "Oil pressure", (job, n)
        => $"{(n.Body.Seen ? "seen" : "not seen")}, {n.Body.As.Words(job.Units)}") { Retired = true };

    /// <summary>The same as it is recorded now.</summary>
    internal PressureRead As => new(By, Seen ? PressureKpa : null, LampSeenLit, SwitchConnected, By == PressureBy.Lamp ? Seen : null);
}

/// <summary>Which stop work cleared.</summary>
public enum StopKind
{
    /// <summary>No oil pressure within the allowed cranking, or in time after firing.</summary>
    NoPressure,
    /// <summary>Blue smoke, rubbing or a runaway, seen while the engine ran.</summary>
    Trouble,
}

/// <summary>The way back from a stop: what was found, and what was done about it.</summary>
/// <param name="Stop">Which stop.</param>
/// <param name="Found">What was found.</param>
/// <param name="Done">What was done.</param>
public sealed record StopWorked(StopKind Stop, [Needed("Say what was found.")] string Found, [Needed("Say what was done about it.")] string Done) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "stop-worked";

    /// <summary>The kind of entry.</summary>
    /// <param name="stands">Whether such a stop stands.</param>
    public static EntryKind KindOf(Func<JobContext, StopKind, bool> stands) => new EntryKind<StopWorked>(KindName, "Worked on after a stop",
        (_, n) => $"{(n.Body.Stop == StopKind.NoPressure ? "No oil pressure" : "Trouble while running")}. Found: {n.Body.Found}. Done: {n.Body.Done}.")
    {
        Correction = Correction.Never,
        Refuse = (job, body) => stands(job, body.Stop) ? null : "There is no such stop just now.",
    };
}

/// <summary>What is asked before a turbo is cranked to prime.</summary>
public static class PrimeQuestions
{
    /// <summary>The wheel, by hand.</summary>
    public static readonly Question Wheel = new("wheel", "Wheel turned by hand",
    [
        new("free", "turns free", Known: Known.Felt) { Drawing = "spins-free" },
        new("rubs", "rubs or catches", Verdict.Stop, Known.Felt) { Barred = true, Drawing = "wheel-rub" },
        new("stuck", "does not turn", Verdict.Stop, Known.Felt) { Barred = true, Drawing = "spins-stopped" },
    ])
    {
        PerTurbo = true,
        ReopenedBy = [new(ClockingReading.KindName, "the centre section was turned", ClockingReading.Turned)],
        Caution = new("Fingers only with the engine unable to fire: a spinning wheel takes them."),
    };

    /// <summary>The oil pump driven from outside.</summary>
    public static readonly Question PumpDriven = new("pump-driven", "Oil pump driven from outside",
    [
        new("hand-tool", "by hand tool"),
        new("drill", "by a drill"),
    ])
    {
        Hint = "Counts as cranking: the gauge or lamp is read meanwhile or after, and oil is looked for at the drain end.",
        Caution = new("A drill on an oil pump can wrench a wrist: the right way round, low speed, both hands. A container under the drain."),
    };

    /// <summary>What was taken out to drive the pump.</summary>
    public static readonly Question DriveBack = new("drive-back", "Distributor or pump drive",
    [
        new("back", "back, its timing mark as it was"),
        new("nothing-out", "nothing was taken out for it"),
        new("still-out", "still out", Verdict.Stop) { Barred = true },
    ])
    {
        Applies = (job, _) => PumpDriven.Read(job, 0).Noted is not null,
        ReopenedBy = [Reopening.ByLook(PumpDriven, "the pump was driven again")],
        Hint = "A distributor or drive that sits a tooth off fires at the wrong time, or leaves the pump standing.",
    };
}
