using System.Collections.Concurrent;

namespace Wattology.Core.UnitOpen;

/// <summary>The drawing of the unit, opened along its axis, with the engine's places round it: which parts there are on which kind of unit, where they are
/// touched, which findings lie on which, and where a card opens beside one.</summary>
public static class UnitParts
{
    /// <summary>The drawing's width.</summary>
    public const double Width = 780;

    /// <summary>The drawing's height.</summary>
    public const double Height = 728;

    /// <summary>What a gloved finger needs, in each direction.</summary>
    public const double LeastTarget = 48;

    /// <summary>The width of a card of statements.</summary>
    public const double CardWidth = 356;

    private const double Gap = 10, Step = 26;

    /// <summary>The parts of one kind of unit, in the order in which the keyboard goes through them: along the air, along the oil, then what controls
    /// boost.</summary>
    public static IReadOnlyList<UnitPart> Of(UnitKind kind) => [.. All(kind).Select(p => p with { Findings = [.. p.Findings.Where(kind.Has)] })
        .Where(p => p.Findings.Count > 0).Select(p => kind.CompressorLeft ? Mirrored(p) : p)];

    // The drawing turned over, left for right: what is written stays as it reads.
    private static UnitPart Mirrored(UnitPart part) => part with
    {
        Target = Mirrored(part.Target),
        Other = part.Other is { } other ? Mirrored(other) : null,
        Name = part.Name with { X = Width - part.Name.X, Anchor = part.Name.Anchor switch { Anchor.Start => Anchor.End, Anchor.End => Anchor.Start, var a
            => a } },
    };

    private static Box Mirrored(Box box) => box with { X = Width - box.Right };

    /// <summary>Where the card of each part opens, by the part's id; worked out once for a kind of unit, since nothing else changes it.</summary>
    public static IReadOnlyDictionary<string, Box> CardsOf(UnitKind kind) => Cards.GetOrAdd(kind, k => Of(k) is var parts
        ? parts.ToDictionary(p => p.Id, p => CardBeside(p, parts, CardHead + p.Findings.Count * CardRow)) : []);

    private static readonly ConcurrentDictionary<UnitKind, Dictionary<string, Box>> Cards = [];

    // About as high as a card's head and each of its findings come out.
    private const double CardHead = 60, CardRow = 132;

    private static IEnumerable<UnitPart> All(UnitKind kind)
    {
        yield return new("filter", "air filter", UnitEnd.Engine, new(686, 56, 92, 92), new(778, 30, Anchor.End), ["filter-blocked"]);
        yield return new("intake", "intake", UnitEnd.Engine, new(708, 170, 70, 190), new(736, 272, Anchor.Middle), ["filter-open", "intake-suction-high"]);
        yield return new("compressor-housing", "compressor housing", UnitEnd.Compressor, new(608, 160, 62, 318), new(684, 386, Broken: true), ["wheel-rubbed"]);
        yield return new("shaft-end", "shaft end", UnitEnd.Compressor, new(554, 274, 52, 52), new(561, 250),
            ["spins-free-and-clean", "radial-play-high", "axial-play-high"]);
        yield return new("compressor-wheel", "compressor wheel", UnitEnd.Compressor, new(500, 234, 54, 132), new(484, 386),
            ["compressor-blades-hit", "compressor-blades-thinned", "wheel-burst-or-cracked"]);
        yield return new("back-plate", "back plate", UnitEnd.Compressor, new(452, 194, 48, 80), new(480, 196), ["oil-on-compressor-side"]);
        yield return new("charge-hose", "charge hose", UnitEnd.Engine, new(612, 480, 52, 48), new(674, 504), ["charge-hose-off-or-split"]);
        yield return new("cooler", "charge cooler", UnitEnd.Engine, new(600, 556, 170, 86), new(684, 660, Anchor.Middle), ["charge-air-leak"]);
        yield return new("manifold", "manifold", UnitEnd.Engine, new(60, 494, 90, 66), new(4, 486), ["manifold-breaking-up"]);
        yield return new("turbine-housing", "turbine housing", UnitEnd.Turbine, new(62, 158, 96, 322), kind.HasGate ? new(160, 440)
            : new(110, 152, Anchor.Middle, Above: true), ["soot-in-turbine", "turbine-housing-cracked"]) { Also = ["wheel-rubbed"] };
        yield return new("turbine-wheel", "turbine wheel", UnitEnd.Turbine, new(208, 236, 54, 128), new(204, 382), ["turbine-blades-hit"])
            { Also = ["wheel-burst-or-cracked"] };
        yield return new("heat-shield", "heat shield", UnitEnd.Turbine, new(262, 198, 48, 76), new(284, 220, Anchor.End, "M276,224L283,242", Above: true),
            ["oil-on-turbine-side"]);
        yield return new("exhaust", "exhaust", UnitEnd.Engine, new(2, 240, 56, 120), new(2, 400), ["exhaust-restricted"]);
        yield return new("fuelling", "fuelling", UnitEnd.Engine, new(68, 586, 52, 100), new(124, 672), ["over-fuelling"]);
        yield return new("feed", "feed pipe", UnitEnd.Engine, new(352, 30, 76, 140), new(366, 62, Anchor.End), ["feed-flow-low", "feed-pipe-choked"]);
        yield return new("oil-inlet", "oil inlet", UnitEnd.Centre, new(352, 174, 56, 58), new(408, 192, Anchor.Start, "M405,188L391,210", Above: true),
            ["bearing-scored-at-inlet", "sealant-or-gasket-in-port"]);
        yield return new("bearings", "bearings", UnitEnd.Centre, new(308, 276, 48, 48), new(330, 168, Anchor.Middle, "M340,172V287", Above: true),
            ["bearings-scored", "bearings-polished"]) { Other = new(404, 276, 48, 48) };
        yield return new("shaft", "shaft", UnitEnd.Centre, new(356, 276, 48, 48), new(374, 323, Anchor.Middle), ["shaft-broken", "shaft-blued"]);
        yield return new("centre", "inside", UnitEnd.Centre, new(348, 326, 54, 48), new(375, 362, Anchor.Middle), ["carbon-in-housing"]);
        yield return new("drain-port", "drain port", UnitEnd.Centre, new(340, 380, 70, 50), new(416, 408),
            ["shaft-blue-through-drain", "crust-in-drain-port"]) { Also = ["sealant-or-gasket-in-port"] };
        yield return new("drain-pipe", "drain pipe", UnitEnd.Engine, new(342, 436, 96, 92), new(412, 452), ["drain-restricted", "drain-off-plumb"]);
        yield return new("crankcase", "crankcase", UnitEnd.Engine, new(336, 576, 110, 48), new(345, 598), ["crankcase-pressure-high"]);
        yield return new("breather", "breather", UnitEnd.Engine, new(470, 470, 60, 52), new(536, 486, Above: true), ["breather-blocked"]);
        yield return new("dipstick", "dip stick", UnitEnd.Engine, new(534, 498, 48, 126), new(558, 512, Broken: true), ["oil-low", "oil-over-full"]);
        yield return new("sump", "oil", UnitEnd.Engine, new(336, 626, 196, 56), new(352, 662), ["oil-gritty", "thin-on-paper", "oil-diluted"]);
        yield return new("oil-filter", "oil filter", UnitEnd.Engine, new(188, 594, 66, 92), new(260, 640), ["debris-in-filter", "oil-overdue"]);
        yield return new("joints", "screws, joints", UnitEnd.Engine, new(24, 46, 80, 56), new(112, 70), kind.HasRod || kind.GateApart
            ? ["marks-of-rough-fitting"] : ["marks-of-rough-fitting", "setting-disturbed"]);
        yield return new("plate", "type plate", UnitEnd.Centre, new(604, 22, 70, 52), new(598, 40, Anchor.End), ["part-number-mismatch"]);
        if (kind.HasVanes) yield return new("vane-ring", "vane ring", UnitEnd.Turbine, new(160, 202, 48, 212), new(166, 430), ["vanes-stiff"]);
        if (kind.HasGate) yield return new("gate", "wastegate", UnitEnd.Turbine, new(4, 146, 56, 76), new(4, 124, Above: true), ["vanes-stiff"]);
        if (kind.GateApart) yield return new("gate", "wastegate", UnitEnd.Control, new(160, 462, 72, 88), new(166, 454, Above: true),
            ["vanes-stiff", "actuator-dead", "setting-disturbed"]);
        if (kind.HasRod) yield return new("rod", "rod", UnitEnd.Control, new(214, 110, 136, 48), new(230, 124, Above: true), ["setting-disturbed"]);
        if (kind.HasRod) yield return new("actuator", kind.ByMotor ? "motor" : "canister", UnitEnd.Control, new(452, 98, 60, 72),
            new(482, 92, Anchor.Middle, Above: true), ["actuator-dead"]);
        yield return new("wiring", "wiring, hoses", UnitEnd.Control, new(536, 108, 62, 52), new(540, 104, Above: true),
            ["actuator-codes", "wiring-or-hose-damage"]);
    }

    /// <summary>Where a card of statements opens beside a part: never over it, and over as little of the others as can be.</summary>
    /// <param name="part">The part touched.</param>
    /// <param name="parts">All parts of the drawing.</param>
    /// <param name="height">How high the card is.</param>
    /// <returns>The card's place; it may reach below the drawing where it is higher than that.</returns>
    public static Box CardBeside(UnitPart part, IReadOnlyList<UnitPart> parts, double height)
    {
        var (best, least) = (new Box(), double.MaxValue);
        var own = part.Target;
        foreach (var left in new[] { own.X - Gap - CardWidth, own.Right + Gap }.Concat(Steps(0, Width - CardWidth)))
        {
            if (left < 0 || left + CardWidth > Width) continue;
            foreach (var top in Steps(0, Math.Max(0, Height - height)))
            {
                var card = new Box(left, top, CardWidth, height);
                if (own.Shared(card) > 0) continue;
                // The finger has the shorter way to a card close by; a part half hidden costs as much as its own size.
                var away = Math.Max(0, Math.Max(own.X - card.Right, card.X - own.Right)) + Math.Max(0, Math.Max(own.Y - card.Bottom, card.Y - own.Bottom));
                var cost = parts.Sum(p => p.Targets.Sum(t => t.Shared(card))) + away * LeastTarget;
                if (cost < least) (best, least) = (card, cost);
            }
        }
        return best;
    }

    private static IEnumerable<double> Steps(double from, double to)
    {
        for (var at = from; at < to; at += Step) yield return at;
        yield return to;
    }
}
