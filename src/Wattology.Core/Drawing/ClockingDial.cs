using Wattology.Core.Clocking;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>A port on a ring of the clocking dial.</summary>
/// <param name="Ring">The ring.</param>
/// <param name="Name">Its name: "turbine inlet", "oil inlet", "drain", "outlet".</param>
/// <param name="Deg">Where it stands, clockwise from twelve o'clock seen from the compressor end.</param>
/// <param name="Field">The box that holds its angle; null where it follows another port.</param>
public sealed record DialPort(TurnedRing Ring, string Name, double Deg, string? Field);

/// <summary>The clocking dial: three rings on one axis, seen from one named end.</summary>
/// <param name="FromTurbine">It is seen from the turbine end, and left is right.</param>
public sealed record ClockingDial(bool FromTurbine)
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 760, Height = 560;

    /// <summary>Its axis.</summary>
    public static readonly Point Axis = new(380, 286);

    /// <summary>Inner and outer radius of each ring, from the turbine housing in.</summary>
    public static readonly IReadOnlyDictionary<TurnedRing, (double Inner, double Outer)> Rings = new Dictionary<TurnedRing, (double, double)>
    {
        [TurnedRing.Turbine] = (142, 186), [TurnedRing.Centre] = (96, 138), [TurnedRing.Compressor] = (46, 92),
    };

    /// <summary>Where what is in the way is hatched.</summary>
    public const double ArcInner = 192, ArcOuter = 212;

    /// <summary>Where the words of arcs stand.</summary>
    public const double WordRadius = 226;

    /// <summary>The boxes of a plan: as received on the left, wanted on the right.</summary>
    public static readonly IReadOnlyList<BenchBox> PlanBoxes =
    [
        Of("plan.received.turbine_inlet_deg", 6, 40, TurnedRing.Turbine), Of("plan.received.oil_inlet_deg", 6, 206, TurnedRing.Centre),
        Of("plan.received.outlet_deg", 6, 400, TurnedRing.Compressor), Of("plan.turbine_wanted_deg", 606, 40, TurnedRing.Turbine),
        Of("plan.most_tilt_deg", 606, 206, TurnedRing.Centre), Of("plan.outlet_wanted_deg", 606, 400, TurnedRing.Compressor),
    ];

    /// <summary>The boxes of a reading of the centre section: where it stands on the left, how the shaft lies on the right.</summary>
    public static readonly IReadOnlyList<BenchBox> ReadingBoxes =
    [
        Of("input.oil_inlet_deg", 6, 40, TurnedRing.Centre), Of("input.drain_offset_deg", 6, 400, TurnedRing.Centre),
        Of("input.compressor_up_deg", 606, 40, TurnedRing.Compressor), Of("input.heading_deg", 606, 400, TurnedRing.Compressor),
    ];

    /// <summary>The boxes of rings as they were fitted.</summary>
    public static readonly IReadOnlyList<BenchBox> FitBoxes =
    [
        Of("rings.turbine_inlet_deg", 6, 40, TurnedRing.Turbine), Of("rings.oil_inlet_deg", 6, 206, TurnedRing.Centre),
        Of("rings.outlet_deg", 6, 400, TurnedRing.Compressor),
    ];

    private static BenchBox Of(string field, double x, double y, TurnedRing ring)
    {
        var box = new Box(x, y, DrainBench.BoxWidth, DrainBench.BoxHeight);
        var (left, radius) = (x < Axis.X, (Rings[ring].Inner + Rings[ring].Outer) / 2);
        // Led to its own ring, on its side of it.
        var rise = Math.Clamp(y + DrainBench.BoxHeight / 2 - Axis.Y, -radius * 0.8, radius * 0.8);
        return new(field, box, new(Axis.X + (left ? -1 : 1) * Math.Sqrt(radius * radius - rise * rise), Axis.Y + rise));
    }

    /// <summary>A point of the dial.</summary>
    /// <param name="degrees">Clockwise from twelve o'clock, seen from the compressor end.</param>
    /// <param name="radius">From the axis.</param>
    public Point At(double degrees, double radius)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        return new(Axis.X + (FromTurbine ? -1 : 1) * radius * sin, Axis.Y - radius * cos);
    }

    /// <summary>The ports of rings that stand so.</summary>
    /// <param name="rings">Their angles; a ring nobody gave an angle for has none.</param>
    /// <param name="drainOffset">Drain after the oil inlet, degrees.</param>
    /// <param name="fields">The boxes they are turned by; null where they are not.</param>
    public static IReadOnlyList<DialPort> Ports((double? Turbine, double? Oil, double? Outlet) rings, double drainOffset, DialFields? fields = null)
    {
        var ports = new List<DialPort>();
        void Add(TurnedRing ring, string name, double? degrees, string? field)
        {
            if (degrees is { } at) ports.Add(new(ring, name, at, field));
        }
        Add(TurnedRing.Turbine, "turbine inlet", rings.Turbine, fields?.Turbine);
        Add(TurnedRing.Centre, "oil inlet", rings.Oil, fields?.Oil);
        Add(TurnedRing.Centre, "drain", rings.Oil + drainOffset, null);
        Add(TurnedRing.Compressor, "outlet", rings.Outlet, fields?.Outlet);
        return ports;
    }

    /// <summary>Where the drain may stand so that it hangs no further off plumb than so much, in every way the machine stands.</summary>
    /// <param name="stands">How the shaft lies and the machine stands.</param>
    /// <param name="mostTilt">How far off plumb, degrees.</param>
    public static IReadOnlyList<AngleInterval> DrainWithin(ClockingInput stands, double mostTilt) => [.. FreeWindow.Compute(new(stands, Math.Min(mostTilt,
        MostSector), [])).Allowed.Select(a => new AngleInterval(a.FromDeg + stands.DrainOffsetDeg, a.ToDeg + stands.DrainOffsetDeg))];

    private const double MostSector = 90;
}

/// <summary>The boxes by which the rings of a dial are turned; null where one is not.</summary>
/// <param name="Turbine">Turbine inlet.</param>
/// <param name="Oil">Oil inlet.</param>
/// <param name="Outlet">Compressor outlet.</param>
public sealed record DialFields(string? Turbine, string? Oil, string? Outlet)
{
    /// <summary>The box of a ring.</summary>
    public string? Of(TurnedRing ring) => ring switch { TurnedRing.Turbine => Turbine, TurnedRing.Centre => Oil, _ => Outlet };
}
