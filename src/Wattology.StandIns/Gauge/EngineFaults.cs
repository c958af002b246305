namespace Wattology.StandIns.Gauge;

/// <summary>What may be wrong with the simulated engine, or with its box.</summary>
[Flags]
public enum EngineFaults
{
    /// <summary>Nothing.</summary>
    None = 0,
    /// <summary>The oil filter went on dry.</summary>
    EmptyFilter = 1 << 0,
    /// <summary>The feed pipe is nearly shut by carbon.</summary>
    ChokedFeed = 1 << 1,
    /// <summary>A valve in the feed stands shut.</summary>
    ShutValve = 1 << 2,
    /// <summary>Air in the gallery.</summary>
    AirInGallery = 1 << 3,
    /// <summary>A tired pump.</summary>
    TiredPump = 1 << 4,
    /// <summary>Much gas past the rings.</summary>
    HighBlowBy = 1 << 5,
    /// <summary>Vanes that stick.</summary>
    StuckVanes = 1 << 6,
    /// <summary>The pressure sensor at the turbo unplugged.</summary>
    UnpluggedSensor = 1 << 7,
    /// <summary>A noisy signal with wild samples.</summary>
    NoisySignal = 1 << 8,
    /// <summary>A box whose clock runs fast.</summary>
    DriftingClock = 1 << 9,
}

/// <summary>The scenarios a box can be started with: one for each fault, and one without.</summary>
public static class Scenarios
{
    /// <summary>By name.</summary>
    public static readonly IReadOnlyDictionary<string, EngineFaults> All = Enum.GetValues<EngineFaults>().ToDictionary(
        f => f == EngineFaults.None ? "healthy" : string.Concat(f.ToString().Select((c, i) => i > 0 && char.IsUpper(c) ? $"-{char.ToLowerInvariant(c)}"
            : $"{char.ToLowerInvariant(c)}")), f => f);
}
