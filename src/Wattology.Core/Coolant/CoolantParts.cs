using Wattology.Core.UnitOpen;

namespace Wattology.Core.Coolant;

/// <summary>The drawing of the water's way through the centre section.</summary>
public static class CoolantParts
{
    /// <summary>The part on which volumes are typed.</summary>
    public const string Container = "container";

    /// <summary>The drawing.</summary>
    public static readonly TouchBoard Board = new("The water's way through the centre section",
    [
        Of("passages", "passages", new(330, 224, 120, 96), new(390, 350, Anchor.Middle), "water-passages"),
        Of("ports", "ports, low and high", new(434, 150, 60, 72), new(510, 216), "water-ports"),
        Of("hoses", "both hoses", new(196, 300, 120, 60), new(256, 384, Anchor.Middle), "water-hoses"),
        Of("bleed", "bleed, highest point", new(520, 10, 66, 66), new(596, 24), "water-bled"),
        Of("level", "level", new(640, 50, 110, 130), new(694, 206, Anchor.Middle), "coolant", "coolant-cold"),
        Of(Container, "out, against in", new(560, 320, 170, 116), new(645, 460, Anchor.Middle)),
    ], Container) { Height = 500 };

    private static UnitPart Of(string id, string title, Box target, NameAt name, params string[] questions)
        => new(id, title, UnitEnd.Centre, target, name, questions);
}
