using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;

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
    /// <summary>What is wrong with this on an engine with that fuel.</summary>
    public void CheckFor(Fuel fuel, Faults faults)
    {
        if (Items.Count == 0) faults.Add("items", "Name at least one thing that was disabled: a fuse, relay, connector or valve.");
        if (fuel == Fuel.Petrol && Taken != FiringMethod.FuelAndSpark) faults.Add("taken", "A petrol engine needs fuel and spark both disabled before it is cranked.");
        if (fuel == Fuel.Diesel && Taken == FiringMethod.Spark) faults.Add("taken", "A diesel has no spark to take away: disable the fuel.");
    }
}

/// <summary>One disabled thing is back.</summary>
public sealed record FiringRestored(string Item) : EntryBody;

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
/// <param name="Unit">Which turbo, from 1.</param>
/// <param name="Method">By which school.</param>
/// <param name="WheelFree">Whether the wheel turns freely by hand after oiling.</param>
/// <param name="OilMl">Oil put in by hand, in ml.</param>
/// <param name="Why">Why another method than the shop's default.</param>
public sealed record Primed([Bounds(1, 2)] int Unit, PrimeMethod Method, bool WheelFree, [Bounds(Span.Millilitres)] double? OilMl = null, string Why = "") : EntryBody, IHasRules
{
    /// <summary>The shop's default school.</summary>
    public const PrimeMethod Default = PrimeMethod.Syringe;

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Method == PrimeMethod.Syringe && OilMl is null or 0) faults.Add(Faults.Join(path, "oil_ml"), "How much oil went in by the inlet port, usually 10 to 25 ml, is needed.");
        if (Method != Default && string.IsNullOrWhiteSpace(Why)) faults.Add(Faults.Join(path, "why"), "Say why this job differs from the shop's usual syringe.");
    }
}

/// <summary>A crank burst began; its time runs from the entry's own time.</summary>
public sealed record BurstStarted : EntryBody;

/// <summary>A crank burst ended.</summary>
/// <param name="Seconds">How long it ran.</param>
public sealed record BurstEnded([Bounds(0, 864_000)] double Seconds) : EntryBody;

/// <summary>What pressure is read by.</summary>
public enum PressureBy
{
    /// <summary>A gauge screwed in for the purpose.</summary>
    DirectGauge,
    /// <summary>The machine's own gauge.</summary>
    DashGauge,
    /// <summary>The pressure lamp.</summary>
    Lamp,
}

/// <summary>Oil pressure was looked for.</summary>
/// <param name="Seen">Whether it was there.</param>
/// <param name="By">By what.</param>
/// <param name="PressureKpa">Gauge reading in kPa.</param>
/// <param name="LampSeenLit">Whether the lamp was seen lit at key-on.</param>
/// <param name="SwitchConnected">Whether its switch is connected.</param>
public sealed record PressureNoted(bool Seen, PressureBy By, [Bounds(Span.Pressure)] double? PressureKpa = null, bool LampSeenLit = false, bool SwitchConnected = false) : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Seen && By != PressureBy.Lamp && PressureKpa is null or 0) faults.Add(Faults.Join(path, "pressure_kpa"), "What the gauge showed, above 0, is needed; or say that no pressure was seen.");
        if (!Seen && PressureKpa > 0) faults.Add(Faults.Join(path, "seen"), "A pressure is typed but marked as not seen: change one of the two.");
    }

    /// <summary>Whether this proves pressure. A lamp going out does only if it was seen lit at key-on with its switch connected.</summary>
    public bool Proves => Seen && (By == PressureBy.Lamp ? LampSeenLit && SwitchConnected : PressureKpa > 0);
}
