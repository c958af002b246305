using System.Globalization;
using System.Xml.Linq;
using Wattology.Core.UnitOpen;

namespace Wattology.Web.UnitOpen;

/// <summary>Draws a unit opened along its axis, with every part to touch, as SVG.</summary>
/// <param name="kind">How the unit is built.</param>
/// <param name="parts">Its parts, as they stand.</param>
/// <param name="drainDips">The drain is drawn as it was found.</param>
public sealed class UnitDrawing(UnitKind kind, IReadOnlyList<PartState> parts, bool drainDips)
{
    private const double Line = 18, WaterX = 318, WaterY = 192;
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    // From the back to the front; what stands for no part of its own is drawn with its neighbours.
    private static readonly string[] Order = ["exhaust", "turbine-housing", "vane-ring", "turbine-wheel", "heat-shield", "centre-body", "water", "shaft",
        "bearings", "oil-inlet", "drain-port", "back-plate", "compressor-wheel", "shaft-end", "compressor-housing", "intake", "filter", "rod", "actuator",
        "wiring", "feed", "joints", "plate", "engine", "manifold", "fuelling", "oil-filter", "gate", "drain-pipe", "sump", "dipstick", "breather",
        "charge-hose", "cooler", "axis"];

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var of = parts.ToDictionary(p => p.Part.Id);
        var svg = Element("svg", ("viewBox", $"0 0 {Number(UnitParts.Width)} {Number(UnitParts.Height)}"), ("class", "unit-svg"), ("role", "group"),
            ("aria-label", "The unit, drawn open"));
        svg.Add(UnitArt.Hatchings);
        var drawn = kind.CompressorLeft ? Element("g", ("transform", TurnedOver)) : svg;
        if (drawn != svg) svg.Add(drawn);
        drawn.Add(Element("path", ("class", "hot-side"), ("d", "M0,140H208V480H0Z")), Element("path", ("class", "cold-side"), ("d", "M500,160H780V480H500Z")));
        foreach (var id in Order)
            foreach (var name in Drawn(id))
            {
                var art = Element("g", ("aria-hidden", "true"), ("class", $"art {of.GetValueOrDefault(id)?.Style ?? "plain"}"));
                art.Add(UnitArt.Of(name));
                drawn.Add(art);
            }
        if (kind.Water) Write(svg, "nm quiet", kind.CompressorLeft ? new(UnitParts.Width - WaterX, WaterY) : new(WaterX, WaterY, Anchor.End), 0, "water");
        foreach (var part in parts) svg.Add(Touch(part));
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private string[] Drawn(string id) => id switch
    {
        "water" => kind.Water ? ["water"] : [],
        "vane-ring" => kind.HasVanes ? [id] : [],
        "gate" => kind.HasGate ? [id] : kind.GateApart ? ["gate--apart"] : [],
        "rod" => kind.HasGate ? ["rod--gate"] : kind.HasRod ? [id] : [],
        "actuator" => !kind.HasRod ? [] : kind.ByMotor ? ["actuator--motor"] : [id],
        "bearings" => kind.Bearings == Bearings.Rolling ? ["bearings--rolling"] : [id],
        "turbine-housing" => kind.TwoEntries ? [id, "turbine-housing--two"] : [id],
        "drain-pipe" => drainDips ? ["drain-pipe--dipped"] : [id],
        _ => [id],
    };

    private static readonly string TurnedOver = $"translate({Number(UnitParts.Width)} 0) scale(-1 1)";

    private XElement Touch(PartState state)
    {
        var (part, at) = (state.Part, state.Part.Name);
        var link = Element("a", ("class", $"part {state.Style}"), ("href", $"#card-{part.Id}"), ("data-card", part.Id), ("aria-description", state.Aloud));
        if (at.Lead is { } lead) link.Add(kind.CompressorLeft
            ? Element("path", ("class", "lead"), ("d", lead), ("transform", TurnedOver)) : Element("path", ("class", "lead"), ("d", lead)));
        string[] name = at.Broken ? part.Title.Split(' ', 2) : [part.Title];
        for (var i = 0; i < name.Length; i++) Write(link, "nm", at, i * Line, name[i]);
        var word = state.Next is { } next && state.Looked == 0 ? next : state.Word.Length == 0 ? "" : (state.Wrong ? "▲ " : state.Done ? "✓ " : "") + state.Word;
        if (word.Length > 0) Write(link, "wd", at, at.Above ? 1 - Line : name.Length * Line, word);
        // Over its own name, so that the whole of it is one target; a name beside it is touched too.
        foreach (var t in part.Targets)
            link.Add(Element("rect", ("class", "hit"), ("x", Number(t.X)), ("y", Number(t.Y)), ("width", Number(t.W)), ("height", Number(t.H))));
        return link;
    }

    private static void Write(XElement link, string style, NameAt at, double down, string text)
    {
        var written = Element("text", ("class", style), ("x", Number(at.X)), ("y", Number(at.Y + down)),
            ("text-anchor", at.Anchor switch { Anchor.Start => "start", Anchor.Middle => "middle", _ => "end" }));
        written.Value = text;
        // The words of a name stand apart for whoever reads them aloud.
        link.Add(written, " ");
    }

    private static XElement Element(string name, params (string Name, string Value)[] attributes)
        => new(Svg + name, attributes.Select(a => new XAttribute(a.Name, a.Value)));

    private static string Number(double value) => value.ToString(CultureInfo.InvariantCulture);
}
