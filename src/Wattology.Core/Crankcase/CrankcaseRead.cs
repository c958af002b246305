using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.Crankcase;

/// <summary>How the engine ran when the crankcase was read.</summary>
public enum Running
{
    /// <summary>Idle.</summary>
    Idle,
    /// <summary>Mid speed.</summary>
    Mid,
    /// <summary>Under load.</summary>
    Loaded,
}

/// <summary>Crankcase pressure was read.</summary>
/// <param name="PressureKpa">Gauge pressure in kPa; negative under suction.</param>
/// <param name="Running">How the engine ran.</param>
/// <param name="Judgement">How it was judged then.</param>
/// <param name="EngineRpm">Engine speed, if noted.</param>
public sealed record CrankcaseRead([Bounds(-30, 30)] double PressureKpa, Running Running, Judgement Judgement, [Bounds(Span.EngineSpeed)] double? EngineRpm = null) : EntryBody
{
    /// <summary>Judges a reading by the kind of breather: a closed system normally runs under suction and has no usual limit.</summary>
    public static Judgement Judge(double kpa, bool closedBreather, LimitBook limits, ShopUnits units)
    {
        var limit = limits.Choose(closedBreather ? "crankcase-closed" : "crankcase-open");
        var said = units.ShowPressure(kpa);
        return new(limit.Judge(kpa), limit.Judge(kpa) switch
        {
            Verdict.Sound => $"{said}: the crankcase does not push back against the drain.",
            Verdict.Doubt => $"{said}: high enough to hold oil back in the drain. Look at breather, level and blow-by.",
            Verdict.Stop => $"{said}: above normal. Stop and attend to it first: a new turbo would smoke like the old one.",
            _ => $"{said}: no limit is known for this engine; a closed system normally shows suction at idle.",
        }, limit);
    }
}

/// <summary>The crankcase cannot be read because the engine will not run; it is due after the first start.</summary>
/// <param name="Why">Why not.</param>
public sealed record CrankcaseDeferred([Needed("Say why it cannot be measured yet.")] string Why) : EntryBody;
