using Wattology.Core.UnitOpen;

namespace Wattology.Core.Actuator;

/// <summary>The drawing of what controls boost: flap, rod and canister, or the gear that moves vanes.</summary>
public static class ControlParts
{
    /// <summary>The drawing of one that sits on the unit.</summary>
    public static readonly TouchBoard Board = new("What controls boost, the turbine housing cut open",
    [
        Of("travel", "travel", new(120, 100, 120, 140), new(180, 86, Anchor.Middle, Above: true), "travel", "travel-index"),
        Of("seat", "flap, seat", new(244, 242, 96, 84), new(290, 360, Anchor.Middle), "flap-seat"),
        Of("rod-end", "rod's end", new(330, 104, 64, 70), new(330, 94, Above: true), "flap-gravity"),
        Of("clip", "clip, lock nut", new(456, 106, 72, 66), new(492, 200, Anchor.Middle), "rod-clip"),
        Of("canister", "canister", new(590, 66, 150, 150), new(665, 56, Anchor.Middle, Above: true)),
        Of("gear", "motor, gear", new(580, 290, 160, 130), new(660, 444, Anchor.Middle), "gear-moved", "key-on"),
    ], "canister") { Height = 470 };

    /// <summary>The drawing of one that stands on the manifold by itself.</summary>
    public static readonly TouchBoard External = new("An external wastegate on its manifold, cut open",
    [
        Of("seat", "valve, seat", new(140, 100, 120, 90), new(274, 140), "flap-seat"),
        Of("travel", "travel", new(76, 92, 60, 66), new(70, 112, Anchor.End), "travel"),
    ]) { Height = 320, Variant = "external" };

    private static UnitPart Of(string id, string title, Box target, NameAt name, params string[] questions)
        => new(id, title, UnitEnd.Control, target, name, questions);
}
