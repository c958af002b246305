using Wattology.Core.Hoses;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>A port on the hose bench.</summary>
/// <param name="Port">The port.</param>
/// <param name="At">Where a finger touches it.</param>
/// <param name="Name">Where its name is written.</param>
public sealed record PortPlace(HosePort Port, Point At, NameAt Name);

/// <summary>The hose bench: the intake with its throttle above, what takes a reference below, and the hoses between.</summary>
public static class HoseBench
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 780, Height = 560;

    /// <summary>How far round a port a finger finds it.</summary>
    public const double Reach = 32;

    /// <summary>Where the throttle stands.</summary>
    public const double Throttle = 428;

    // Givers stand on the pipe above, takers in a row below, the fuel rail at the right between them.
    private static readonly Dictionary<string, (double X, double Y)> Places = new()
    {
        ["compressor"] = (150, 180), ["charge-pipe"] = (314, 180), ["manifold-1"] = (542, 180), ["manifold-2"] = (690, 180), ["fuel-rail"] = (716, 300),
        ["canister-1"] = (84, 452), ["canister-2"] = (84, 320), ["bypass"] = (244, 452), ["gauge"] = (398, 452), ["regulator"] = (552, 452),
        ["ignition"] = (700, 452),
    };

    /// <summary>The ports of an engine, each with its place.</summary>
    public static IReadOnlyList<PortPlace> Of(IEnumerable<HosePort> ports) => [.. ports.Select(p => Places[p.Id] is var (x, y) ? new PortPlace(p, new(x, y),
        p.Id switch
        {
            "fuel-rail" => new(x - 40, y + 6, Anchor.End),
            "manifold-2" => new(x, y - 108, Anchor.Middle),
            _ when p.Gives => new(x, y - 92, Anchor.Middle),
            _ => new(x, y + 92, Anchor.Middle),
        }) : null!)];
}
