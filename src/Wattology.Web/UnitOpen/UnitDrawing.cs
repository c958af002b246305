using System.Xml.Linq;
using Wattology.Core.UnitOpen;
using Wattology.Web.Drawing;

namespace Wattology.Web.UnitOpen;

/// <summary>Draws a unit opened along its axis, with every part to touch, as SVG.</summary>
/// <param name="kind">How the unit is built, and which way it lies.</param>
/// <param name="parts">Its parts, as they stand.</param>
/// <param name="drainDips">The drain was found dipped, and is shown so.</param>
public sealed class UnitDrawing(UnitKind kind, IReadOnlyList<PartState> parts, bool drainDips)
{
    private const double WaterX = 318, WaterY = 192;

    // From the back to the front; what stands for no part of its own is drawn with its neighbours.
    private static readonly string[] Order = ["exhaust", "turbine-housing", "vane-ring", "turbine-wheel", "heat-shield", "centre-body", "water", "shaft",
        "bearings", "oil-inlet", "drain-port", "back-plate", "compressor-wheel", "shaft-end", "compressor-housing", "intake", "filter", "rod", "actuator",
        "wiring", "feed", "joints", "plate", "engine", "manifold", "fuelling", "oil-filter", "gate", "drain-pipe", "sump", "dipstick", "breather",
        "charge-hose", "cooler", "axis"];

    /// <summary>The lines it is put together from.</summary>
    public static readonly LineArt Lines = new("UnitOpen.unit.svg");

    private static readonly string TurnedOver = $"translate({SvgNode.Number(UnitParts.Width)} 0) scale(-1 1)";

    /// <summary>The drawing: its lines, and over them what is touched.</summary>
    public string Render()
    {
        var of = parts.ToDictionary(p => p.Part.Id);
        var (svg, drawn) = (TouchPart.Lines(), SvgNode.Element("g", ("transform", Turned)));
        svg.Add(Lines.Hatchings, drawn);
        drawn.Add(SvgNode.Element("path", ("class", "hot-side"), ("d", "M0,140H208V480H0Z")), SvgNode.Element("path", ("class", "cold-side"),
            ("d", "M500,160H780V480H500Z")));
        foreach (var id in Order)
            foreach (var name in Drawn(id)) drawn.Add(TouchPart.Art(name, Lines.Of(name), id, of.GetValueOrDefault(id)));
        return svg.ToString(SaveOptions.DisableFormatting) + RenderTouched();
    }

    /// <summary>What is touched, with every part's name and state: all that a touch changes. The lines under it take their state from it.</summary>
    public string RenderTouched()
    {
        var svg = TouchPart.Sheet("The unit, drawn open", drainDips ? "dips" : null);
        if (kind.Water) TouchPart.Write(svg, "nm quiet", kind.CompressorLeft ? new(UnitParts.Width - WaterX, WaterY) : new(WaterX, WaterY, Anchor.End), 0,
            "water");
        foreach (var part in parts) svg.Add(TouchPart.Of(part, Turned));
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private string? Turned => kind.CompressorLeft ? TurnedOver : null;

    private string[] Drawn(string id) => id switch
    {
        "water" => kind.Water ? ["water"] : [],
        "vane-ring" => kind.HasVanes ? [id] : [],
        "gate" => kind.HasGate ? [id] : kind.GateApart ? ["gate--apart"] : [],
        "rod" => kind.HasGate ? ["rod--gate"] : kind.HasRod ? [id] : [],
        "actuator" => !kind.HasRod ? [] : kind.ByMotor ? ["actuator--motor"] : [id],
        "bearings" => kind.Bearings == Bearings.Rolling ? ["bearings--rolling"] : [id],
        "turbine-housing" => kind.TwoEntries ? [id, "turbine-housing--two"] : [id],
        // Both ways it may run: which is shown follows from what was found.
        "drain-pipe" => [id, "drain-pipe--dipped"],
        _ => [id],
    };
}
