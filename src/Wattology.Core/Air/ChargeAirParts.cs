using Wattology.Core.UnitOpen;

namespace Wattology.Core.Air;

/// <summary>The drawing of the charge air's way, from the compressor to the engine.</summary>
public static class ChargeAirParts
{
    /// <summary>The part on which the leak test is typed.</summary>
    public const string Test = "test";

    /// <summary>The drawing.</summary>
    public static readonly TouchBoard Board = new("The charge air's way, closed at the compressor for the test",
    [
        Of(Test, "closed, filled, timed", new(20, 4, 180, 110), new(206, 60)),
        Of("hoses", "hoses, clamps", new(196, 194, 70, 150), new(180, 274, Anchor.End, Broken: true), "charge-hoses"),
        Of("cooler", "charge cooler", new(250, 414, 280, 130), new(390, 574, Anchor.Middle), "charge-cooler"),
        Of("bypass", "by-pass valve", new(420, 234, 80, 90), new(460, 220, Anchor.Middle, Above: true), "charge-bypass"),
        Of("manifold", "intake manifold", new(560, 84, 200, 90), new(660, 42, Anchor.Middle, Above: true), "charge-manifold"),
        Of("small", "small hoses", new(640, 184, 110, 100), new(696, 310, Anchor.Middle), "charge-small"),
    ], Test) { Height = 600 };

    private static UnitPart Of(string id, string title, Box target, NameAt name, params string[] questions)
        => new(id, title, UnitEnd.Engine, target, name, questions);
}
