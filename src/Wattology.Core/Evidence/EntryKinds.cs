using Wattology.Core.Calculations;

namespace Wattology.Core.Evidence;

/// <summary>The kinds of entry and their names in records.</summary>
public static class EntryKinds
{
    private static readonly Dictionary<string, (Type Type, string Title)> ByName = new()
    {
        ["booked-in"] = (typeof(Identity.BookedIn), "Booked in"),
        ["waiting"] = (typeof(Shop.Waiting), "Waits for"),
        ["plate"] = (typeof(Identity.PlateRead), "Plate"),
        ["finding"] = (typeof(Findings.FindingNoted), "Finding"),
        ["cause"] = (typeof(Causes.CauseConfirmed), "Cause confirmed"),
        ["remedy"] = (typeof(Causes.RemedyNoted), "Put right"),
        ["catch-test"] = (typeof(OilSupply.CatchTested), "Catch test"),
        ["restrictor"] = (typeof(OilSupply.RestrictorSeen), "Restrictor"),
        ["drain"] = (typeof(Drain.DrainMeasured), "Drain"),
        ["crankcase"] = (typeof(Crankcase.CrankcaseRead), "Crankcase pressure"),
        ["crankcase-deferred"] = (typeof(Crankcase.CrankcaseDeferred), "Crankcase due after the first start"),
        ["clocking"] = (typeof(Clocking.ClockingSet), "Clocking"),
        ["accepted"] = (typeof(Accepted), "Judged by name"),
        ["gate"] = (typeof(Gates.GatePassed), "Gate passed"),
        ["disabled"] = (typeof(Priming.FiringDisabled), "Made unable to fire"),
        ["restored"] = (typeof(Priming.FiringRestored), "Put back"),
        ["primed"] = (typeof(Priming.Primed), "Oiled and prepared"),
        ["burst-started"] = (typeof(Priming.BurstStarted), "Cranking started"),
        ["burst-ended"] = (typeof(Priming.BurstEnded), "Cranking ended"),
        ["pressure"] = (typeof(Priming.PressureNoted), "Oil pressure"),
        ["fired"] = (typeof(Commissioning.Fired), "Engine fired"),
        ["fired-pressure"] = (typeof(Commissioning.PressureAfterFiring), "Pressure after firing"),
        ["stopped"] = (typeof(Commissioning.EngineStopped), "Engine stopped"),
        ["joint"] = (typeof(Commissioning.JointLooked), "Joint looked at"),
        ["run-check"] = (typeof(Commissioning.RunChecked), "After the first run"),
        ["handed-over"] = (typeof(HandedOver), "Handed over"),
    };

    private static readonly Dictionary<Type, string> ByType = ByName.ToDictionary(k => k.Value.Type, k => k.Key);

    /// <summary>All names.</summary>
    public static IReadOnlyCollection<string> Names => ByName.Keys;

    /// <summary>The record of a kind.</summary>
    /// <exception cref="FormatException">There is no such kind.</exception>
    public static Type TypeOf(string name) => ByName.TryGetValue(name, out var kind) ? kind.Type : throw new FormatException($"There is no kind of entry '{name}'.");

    /// <summary>The kind of a record.</summary>
    public static string NameOf(Type type) => ByType[type];

    /// <summary>A kind in words.</summary>
    public static string TitleOf(string name) => ByName.TryGetValue(name, out var kind) ? kind.Title : name;
}

/// <summary>A named person takes a doubt, or judges a reading that has no limit.</summary>
/// <param name="Entry">Hash of the reading.</param>
/// <param name="Reason">Why it will do.</param>
public sealed record Accepted(string Entry, string Reason) : EntryBody;

/// <summary>The job leaves the shop.</summary>
/// <param name="To">Who took it.</param>
/// <param name="ToldDriver">What they were told.</param>
public sealed record HandedOver([Needed("Say who takes it.")] string To, [Needed("Say what they were told; it keeps the next one alive.")] string ToldDriver) : EntryBody;
