using Wattology.Core.Inputs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Heat;

/// <summary>The drawing of hot metal and what lies round it.</summary>
public static class HeatParts
{
    /// <summary>The drawing.</summary>
    public static readonly TouchBoard Board = new("Hot metal, and what lies near it",
    [
        Near(Neighbour.Hose, "hoses", new(90, 40, 150, 80), new(60, 36)),
        Near(Neighbour.Wire, "wires", new(520, 40, 160, 70), new(600, 136, Anchor.Middle)),
        Near(Neighbour.Brake, "brake", new(40, 400, 120, 110), new(100, 536, Anchor.Middle)),
        Near(Neighbour.Fuel, "fuel", new(610, 170, 130, 80), new(676, 276, Anchor.Middle)),
        Near(Neighbour.Rubber, "rubber", new(600, 430, 140, 90), new(670, 546, Anchor.Middle)),
        Of("cover", "bare, blanket or wrap", new(250, 180, 180, 90), new(340, 166, Anchor.Middle, Above: true), "heat-cover"),
        Of("hangs", "what carries it", new(330, 470, 150, 100), new(404, 596, Anchor.Middle), "unit-hangs"),
    ]) { Height = 610 };

    private static UnitPart Near(Neighbour near, string title, Box target, NameAt name) => JsonForm.WordOf(near) is var id
        ? Of(id, title, target, name, $"heat-gap-{id}", $"heat-guard-{id}", $"heat-again-{id}") : null!;

    private static UnitPart Of(string id, string title, Box target, NameAt name, params string[] questions)
        => new(id, title, UnitEnd.Engine, target, name, questions);
}
