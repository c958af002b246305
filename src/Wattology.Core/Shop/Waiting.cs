using Wattology.Core.Evidence;

namespace Wattology.Core.Shop;

/// <summary>What a job waits for.</summary>
public enum WaitsFor
{
    /// <summary>Somebody to work on it.</summary>
    Hands,
    /// <summary>Parts.</summary>
    Parts,
    /// <summary>A wait that runs by itself: draining, soaking, curing, cooling.</summary>
    Wait,
    /// <summary>An answer from the customer or a maker.</summary>
    Answer,
    /// <summary>A claim.</summary>
    Claim,
}

/// <summary>What a job waits for was set.</summary>
/// <param name="For">What.</param>
/// <param name="Note">In words.</param>
/// <param name="Promised">A new promised time; unchanged when null.</param>
public sealed record Waiting(WaitsFor For, string Note = "", DateTimeOffset? Promised = null) : EntryBody;
