using Wattology.Core.UnitOpen;

namespace Wattology.Core.FirstFitment;

/// <summary>The drawing of an engine about to get its first turbo: where each question of engine and plan is touched, and where its card opens.</summary>
public static class FitParts
{
    /// <summary>The drawing: the engine, then what is planned.</summary>
    public static readonly TouchBoard Board = new("The engine and the fitment planned for it",
    [
        Of("compression", "cylinders", new(76, 284, 340, 156), new(246, 468, Anchor.Middle)),
        Of("oil-pressure", "oil pressure", new(4, 350, 54, 54), new(4, 424, Broken: true)),
        Of("fuelling", "fuelling", new(76, 160, 340, 58), new(76, 152, Above: true)),
        Of("calibration", "calibration", new(60, 30, 124, 76), new(192, 60)),
        Of("blow-by", "oil filler", new(4, 214, 54, 66), new(4, 204, Above: true)),
        Of("unit", "the unit", new(634, 270, 126, 120), new(697, 412, Anchor.Middle)),
        Of("feed", "feed", new(470, 150, 110, 50), new(474, 140, Above: true)),
        Of("restrictor", "restrictor", new(588, 206, 50, 50), new(646, 226)),
        Of("drain", "drain", new(566, 430, 70, 84), new(642, 500)),
        Of("water", "water", new(440, 398, 66, 54), new(440, 476)),
        Of("references", "boost hose", new(724, 420, 54, 54), new(778, 492, Anchor.End)),
        Of("control", "control", new(652, 520, 84, 64), new(652, 604)),
        Of("heat", "heat", new(436, 222, 62, 60), new(442, 216, Above: true)),
        Of("support", "bracket", new(512, 406, 50, 74), new(514, 500)),
        Of("space", "space, ports", new(650, 150, 126, 48), new(776, 142, Anchor.End, Above: true)),
        Of("kit", "the kit", new(470, 610, 150, 92), new(630, 640)),
    ], "compression");

    private static UnitPart Of(string id, string title, Box target, NameAt name) => new(id, title, UnitEnd.Engine, target, name, [$"boost-{id}"]);
}
