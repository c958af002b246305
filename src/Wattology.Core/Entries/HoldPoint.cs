namespace Wattology.Core.Entries;

/// <summary>The guarded moments of a job, in the order of the work.</summary>
public enum HoldPoint
{
    /// <summary>Ordering a unit on suspicion, before its cause is named.</summary>
    Order,
    /// <summary>Releasing the new unit for fitting.</summary>
    Release,
    /// <summary>Cranking.</summary>
    Crank,
    /// <summary>The first start.</summary>
    Start,
    /// <summary>Hand-over.</summary>
    HandOver,
}
