using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;

namespace Wattology.Core.Commissioning;

/// <summary>The engine fired; its time runs from the entry's own time.</summary>
public sealed record Fired : EntryBody;

/// <summary>Pressure showed after firing.</summary>
/// <param name="Seconds">How long after.</param>
public sealed record PressureAfterFiring([Bounds(0, 864_000)] double Seconds) : EntryBody;

/// <summary>The engine was stopped.</summary>
/// <param name="Seconds">How long it had run.</param>
public sealed record EngineStopped([Bounds(0, 864_000)] double Seconds) : EntryBody;

/// <summary>What a joint looks like.</summary>
public enum JointState
{
    /// <summary>Dry.</summary>
    Dry,
    /// <summary>Wet, not dripping.</summary>
    Weep,
    /// <summary>Leaks.</summary>
    Leak,
}

/// <summary>A joint was looked at with the engine running or just stopped.</summary>
public sealed record JointLooked(string Joint, JointState State) : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Joints.All.All(j => j.Id != Joint)) faults.Add(Faults.Join(path, "joint"), "There is no such joint.");
    }
}

/// <summary>A joint to look at.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Carries">oil, coolant, air or exhaust.</param>
public sealed record Joint(string Id, string Title, string Carries)
{
    /// <summary>Nobody passes an open one of these.</summary>
    public bool IsOil => Carries == "oil";
}

/// <summary>The joints of a job.</summary>
public static class Joints
{
    /// <summary>Every joint of one and two turbos.</summary>
    public static readonly IReadOnlyList<Joint> All = [.. For(2, true)];

    /// <summary>The joints of one job, turbo by turbo.</summary>
    public static IEnumerable<Joint> For(int turbos, bool waterCooled)
    {
        for (var unit = 1; unit <= turbos; unit++)
        {
            var which = turbos == 2 ? $", turbo {unit}" : "";
            yield return new($"feed-take-off-{unit}", "Feed at the take-off" + which, "oil");
            yield return new($"feed-inlet-{unit}", "Feed at the oil inlet" + which, "oil");
            yield return new($"drain-flange-{unit}", "Drain flange" + which, "oil");
            yield return new($"drain-sump-{unit}", "Drain at the sump" + which, "oil");
            if (waterCooled) yield return new($"water-{unit}", "Water joints" + which, "coolant");
            yield return new($"charge-{unit}", "Charge pipe" + which, "air");
            yield return new($"manifold-{unit}", "Manifold and outlet" + which, "exhaust");
        }
    }

    /// <summary>The joints of a booked-in job.</summary>
    public static IEnumerable<Joint> For(BookedIn job) => For(job.Turbos, job.WaterCooled);
}

/// <summary>Smoke at the tailpipe.</summary>
public enum Smoke
{
    /// <summary>None.</summary>
    None,
    /// <summary>At first, sweetish, gone when warm: wraps and spilt oil.</summary>
    ClearsWhenWarm,
    /// <summary>Blue smoke that stays.</summary>
    BlueStays,
    /// <summary>Black.</summary>
    Black,
}

/// <summary>Oil level after stopping.</summary>
public enum OilLevel
{
    /// <summary>Between both marks.</summary>
    BetweenMarks,
    /// <summary>Under the lower mark.</summary>
    UnderMark,
    /// <summary>Over the upper mark.</summary>
    OverMark,
}

/// <summary>What the first run showed.</summary>
/// <param name="Smoke">Smoke.</param>
/// <param name="OilLevel">Oil level after stopping.</param>
/// <param name="CodesClear">Whether no fault codes are stored.</param>
/// <param name="Codes">The codes, when there are any.</param>
public sealed record RunChecked(Smoke Smoke, OilLevel OilLevel, bool CodesClear, string Codes = "") : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!CodesClear && string.IsNullOrWhiteSpace(Codes)) faults.Add(Faults.Join(path, "codes"), "Type the codes that are stored, or say that there are none.");
        if (CodesClear && !string.IsNullOrWhiteSpace(Codes)) faults.Add(Faults.Join(path, "codes"), "Codes are typed but said to be none: change one of the two.");
    }
}
