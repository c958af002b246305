using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Priming;

/// <summary>What was taken away so that the engine cannot fire.</summary>
public enum FiringMethod
{
    /// <summary>Fuel.</summary>
    Fuel,
    /// <summary>Ignition.</summary>
    Spark,
    /// <summary>Fuel and ignition both.</summary>
    FuelAndSpark,
}

/// <summary>The engine was made positively unable to fire.</summary>
/// <param name="Taken">What was taken away.</param>
/// <param name="Items">What was disabled, each by name.</param>
public sealed record FiringDisabled(FiringMethod Taken, IReadOnlyList<string> Items) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FiringDisabled>("disabled", "Made unable to fire",
        (_, n) => $"{JsonForm.Plain(n.Body.Taken)}: {string.Join(", ", n.Body.Items)}")
    {
        Correction = Correction.Never,
        Refuse = (job, body) => body.Items.Count == 0 ? new("Name at least one thing that was disabled: a fuse, relay, connector or valve.", "items")
            : (job.Record.Machine().Fuel, body.Taken) switch
            {
                (Fuel.Petrol, not FiringMethod.FuelAndSpark) => new("A petrol engine needs fuel and spark both disabled before it is cranked.", "taken"),
                (Fuel.Diesel, FiringMethod.Spark) => new("A diesel has no spark to take away: disable the fuel.", "taken"),
                _ => null,
            },
    };
}

/// <summary>One disabled thing is back.</summary>
/// <param name="Item">Which, by the name it was disabled under.</param>
public sealed record FiringRestored(string Item) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FiringRestored>("restored", "Put back", (_, n) => n.Body.Item)
    {
        Correction = Correction.Never,
        Refuse = (job, body) => !Firing.StillDisabled(job.Record).Contains(body.Item) ? $"{body.Item} is not recorded as disabled."
            : Cranking.Of(job).RunningSince is not null ? "The engine is being cranked." : null,
    };
}

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

/// <summary>One turbo was oiled and prepared.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Method">By which school.</param>
/// <param name="WheelFree">Whether the wheel turns freely by hand after oiling.</param>
/// <param name="OilMl">Oil put in by hand, in ml; needed with the syringe.</param>
/// <param name="Why">Why another method than the shop's default.</param>
public sealed record Primed([Bounds(1, 2)] int Turbo, PrimeMethod Method, bool WheelFree, [Bounds(Span.Millilitres)] double? OilMl = null, string Why = "")
    : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The shop's default school.</summary>
    public const PrimeMethod Default = PrimeMethod.Syringe;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Primed>("primed", "Oiled and prepared", (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Words}")
    {
        Correction = Correction.Never,
        Refuse = (job, body) => body.Turbo > job.Record.Machine().Turbos ? new("This job has one turbo.", "turbo") : null,
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Method == PrimeMethod.Syringe && OilMl is null or 0)
            faults.Add(Faults.Join(path, "oil_ml"), "How much oil went in by the inlet port, usually 10 to 25 ml, is needed.");
        if (Method != Default && string.IsNullOrWhiteSpace(Why)) faults.Add(Faults.Join(path, "why"),
            "Say why this job differs from the shop's usual syringe.");
    }

    /// <summary>All it says, in one line.</summary>
    public string Words => $"{JsonForm.Plain(Method)}{(OilMl is { } ml ? $", {ml:0.#} ml" : "")}, wheel {(WheelFree ? "turns freely" : "does not turn freely")}"
        + (Why.Length > 0 ? $" ({Why})" : "");
}

/// <summary>What cranking is limited by; of several the strictest counts.</summary>
public static class CrankingLimits
{
    /// <summary>One burst at most.</summary>
    public static readonly LimitKind Burst = LimitKind.UsualPractice("crank-burst", "Cranking, one burst at most", Measure.Seconds, null, 15);

    /// <summary>Rest between bursts at least.</summary>
    public static readonly LimitKind Rest = LimitKind.UsualPractice("crank-rest", "Cranking, rest at least", Measure.Seconds, 60, null);

    /// <summary>Bursts in all.</summary>
    public static readonly LimitKind Bursts = LimitKind.UsualPractice("crank-bursts", "Cranking, bursts in all", Measure.Number, null, 4);
}

/// <summary>The limits a burst ran under; they hold for it whatever is set later.</summary>
/// <param name="Burst">One burst at most, s.</param>
/// <param name="Rest">Rest after it at least, s.</param>
/// <param name="Bursts">Bursts in all.</param>
public sealed record CrankingUnder(Limit Burst, Limit Rest, Limit Bursts) : Outcome
{
    /// <summary>The strictest limits in force.</summary>
    public static CrankingUnder Now(LimitBook limits)
        => new(limits.Strictest(CrankingLimits.Burst), limits.Strictest(CrankingLimits.Rest), limits.Strictest(CrankingLimits.Bursts));
}

/// <summary>A crank burst began; its time runs from the entry's own time.</summary>
public sealed record BurstStarted : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<BurstStarted, CrankingUnder>("burst-started", "Cranking started",
        (job, _) => CrankingUnder.Now(job.Limits), (_, _) => "")
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => Cranking.Of(job).RunningSince == entry.At ? null : "That burst was stopped: it counts as it ran.",
        Needs = HoldPoint.Crank,
        Refuse = (job, _) => Cranking.Of(job).Refusal(job.Now),
    };
}

/// <summary>A crank burst ended.</summary>
public sealed record BurstEnded : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<BurstEnded, Lasted>("burst-ended", "Cranking ended",
        (job, _) => Cranking.Of(job).RunningSince is { } since ? Lasted.From(since, job.Now) : null,
        (_, n) => n.Outcome is Lasted lasted ? $"{lasted.Seconds:0.0} s" : "")
    {
        Correction = Correction.Never,
        Refuse = (job, _) => Cranking.Of(job).RunningSince is null ? "The burst was stopped already." : null,
    };
}

/// <summary>How long something lasted, counted by the server.</summary>
/// <param name="Seconds">In s, to a tenth; 0 or more.</param>
public sealed record Lasted(double Seconds) : Outcome
{
    /// <summary>From one time to another; never below 0, whatever a clock was set to meanwhile.</summary>
    public static Lasted From(DateTimeOffset since, DateTimeOffset now) => new(Math.Round(Math.Max(0, (now - since).TotalSeconds), 1));
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

/// <summary>Oil pressure was looked for.</summary>
/// <param name="Seen">Whether it was there.</param>
/// <param name="By">By what.</param>
/// <param name="PressureKpa">Gauge reading in kPa.</param>
/// <param name="LampSeenLit">Whether the lamp was seen lit at key-on.</param>
/// <param name="SwitchConnected">Whether its switch is connected.</param>
public sealed record PressureNoted(bool Seen, PressureBy By, [Bounds(Span.Pressure)] double? PressureKpa = null, bool LampSeenLit = false,
    bool SwitchConnected = false) : EntryBody, IHasRules
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PressureNoted>("oil-pressure", "Oil pressure", (job, n) =>
    {
        var value = n.Body.PressureKpa is { } kpa ? $" {job.Units.ShowPressure(kpa)}" : "";
        var doubt = n.Body is { By: PressureBy.Lamp, Proves: false } ? ", which proves nothing: lamp not seen lit, or switch off" : "";
        return $"{(n.Body.Seen ? "seen" : "not seen")}, {ByWords(n.Body.By)}{value}{doubt}";
    });

    private static string ByWords(PressureBy by) => by switch { PressureBy.DirectGauge => "direct gauge", PressureBy.OwnGauge => "machine's own gauge", _
        => "lamp" };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Seen && By != PressureBy.Lamp && PressureKpa is null or 0)
            faults.Add(Faults.Join(path, "pressure_kpa"), "What the gauge showed, above 0, is needed; or say that no pressure was seen.");
        if (!Seen && PressureKpa > 0) faults.Add(Faults.Join(path, "seen"), "A pressure is typed but marked as not seen: change one of the two.");
    }

    /// <summary>Whether this proves pressure. A lamp going out does only if it was seen lit at key-on with its switch connected.</summary>
    public bool Proves => Seen && (By == PressureBy.Lamp ? LampSeenLit && SwitchConnected : PressureKpa > 0);
}
