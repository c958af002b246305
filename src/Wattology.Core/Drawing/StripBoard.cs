using Wattology.Core.BookIn;
using Wattology.Core.LooseEnds;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>Where a thing that comes off is touched on the strip drawing.</summary>
/// <param name="Place">The thing.</param>
/// <param name="Box">Where a finger touches it.</param>
/// <param name="At">The place on the unit it is led to.</param>
public sealed record StripSpot(StripPlace Place, Box Box, Point At);

/// <summary>The strip drawing: the unit as it sits, and round it everything that comes off.</summary>
public static class StripBoard
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 780, Height = 560;

    /// <summary>The axis of the drawn unit: turbine, centre section, compressor.</summary>
    public static readonly Point Turbine = new(300, 280), Centre = new(392, 280), Compressor = new(490, 280);

    private const double W = 176, H = 56;

    private static readonly Dictionary<string, (double X, double Y, double AtX, double AtY)> At = new()
    {
        ["battery"] = (8, 8, 60, 96), ["loom"] = (202, 8, 320, 120), ["reservoir"] = (396, 8, 520, 110), ["filter-housing"] = (596, 8, 690, 130),
        ["feed-take-off"] = (202, 84, 250, 176), ["feed-inlet"] = (396, 84, 392, 232),
        ["shield"] = (8, 110, 262, 226), ["manifold"] = (8, 196, 226, 300), ["oxygen-sensor"] = (8, 282, 200, 340), ["bracket"] = (8, 368, 300, 356),
        ["intake-hose"] = (596, 110, 610, 260), ["charge"] = (596, 196, 560, 330), ["boost-hose"] = (596, 282, 540, 220), ["actuator-plug"] = (596, 282, 540, 220),
        ["drain-flange"] = (202, 416, 392, 334), ["water"] = (396, 416, 424, 300), ["drain-sump"] = (202, 496, 330, 474),
    };

    /// <summary>The things of a machine, each where it is touched.</summary>
    public static IReadOnlyList<StripSpot> Of(BookedIn machine) => [.. StripLedger.PlacesOf(machine).Select(p => At[p.Id] is var (x, y, atX, atY)
        ? new StripSpot(p, new(x, y, W, H), new(atX, atY)) : null!)];
}
