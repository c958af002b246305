using Wattology.Core.BookIn;
using Wattology.Core.LooseEnds;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>Where a thing that comes off is touched on the strip drawing.</summary>
/// <param name="Place">The thing.</param>
/// <param name="Box">Where a finger touches it.</param>
/// <param name="At">The place on the unit it is led to; null where it lies away from it.</param>
public sealed record StripSpot(StripPlace Place, Box Box, Point? At);

/// <summary>The strip drawing: the unit as it sits, and round it everything that comes off.</summary>
public static class StripBoard
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 780, Height = 560;

    /// <summary>The axis of the drawn unit: turbine, centre section, compressor.</summary>
    public static readonly Point Turbine = new(300, 280), Centre = new(392, 280), Compressor = new(490, 280);

    private const double W = 176, H = 56;

    private static readonly Dictionary<string, (double X, double Y, Point? At)> Spots = new()
    {
        ["battery"] = (8, 8, null), ["loom"] = (202, 8, null), ["reservoir"] = (396, 8, null), ["filter-housing"] = (596, 8, null),
        ["feed-take-off"] = (202, 84, new(250, 176)), ["feed-inlet"] = (396, 84, new(392, 232)),
        ["shield"] = (8, 110, new(262, 226)), ["manifold"] = (8, 196, new(200, 270)), ["oxygen-sensor"] = (8, 282, new(206, 298)),
        ["bracket"] = (8, 368, new(240, 376)),
        ["boost-hose"] = (596, 110, new(548, 206)), ["actuator-plug"] = (596, 110, new(548, 206)), ["intake-hose"] = (596, 196, new(640, 262)),
        ["charge"] = (596, 316, new(560, 344)),
        ["drain-flange"] = (202, 416, new(380, 330)), ["water"] = (420, 416, new(418, 310)), ["drain-sump"] = (202, 496, new(360, 490)),
    };

    /// <summary>The things of a machine, each where it is touched.</summary>
    public static IReadOnlyList<StripSpot> Of(BookedIn machine) => [.. StripLedger.PlacesOf(machine).Select(p => Spots[p.Id] is var (x, y, at)
        ? new StripSpot(p, new(x, y, W, H), at) : null!)];
}
