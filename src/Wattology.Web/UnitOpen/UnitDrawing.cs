using System.Globalization;
using System.Net;
using System.Text;
using Wattology.Core.UnitOpen;

namespace Wattology.Web.UnitOpen;

/// <summary>Draws a unit opened along its axis, with every part to touch, as SVG.</summary>
/// <param name="kind">How the unit is built.</param>
/// <param name="parts">Its parts, as they stand.</param>
/// <param name="drainDips">The drain is drawn as it was found.</param>
public sealed class UnitDrawing(UnitKind kind, IReadOnlyList<PartState> parts, bool drainDips)
{
    private const double Line = 18;

    // From the back to the front; what stands for no part of its own is drawn with its neighbours.
    private static readonly string[] Order = ["exhaust", "turbine-housing", "vane-ring", "turbine-wheel", "heat-shield", "centre-body", "water", "shaft",
        "bearings", "oil-inlet", "drain-port", "back-plate", "compressor-wheel", "shaft-end", "compressor-housing", "intake", "filter", "rod", "actuator",
        "wiring", "feed", "joints", "plate", "engine", "manifold", "fuelling", "oil-filter", "gate", "drain-pipe", "sump", "dipstick", "breather",
        "charge-hose", "cooler", "axis"];

    private readonly StringBuilder _svg = new();

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var of = parts.ToDictionary(p => p.Part.Id);
        _svg.Append(CultureInfo.InvariantCulture, $"<svg viewBox=\"0 0 {UnitParts.Width} {UnitParts.Height}\" class=\"unit-svg\" role=\"group\" aria-label=\"")
            .Append("The unit, drawn open\">").Append(UnitArt.Hatchings);
        _svg.Append("<g aria-hidden=\"true\"><path class=\"hot-side\" d=\"M0,140H208V480H0Z\"/><path class=\"cold-side\" d=\"M500,160H780V480H500Z\"/></g>");
        foreach (var id in Order) Art(id, of.GetValueOrDefault(id));
        foreach (var part in parts) Touch(part);
        return _svg.Append("</svg>").ToString();
    }

    private void Art(string id, PartState? state)
    {
        string[] drawn = id switch
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
        foreach (var one in drawn) _svg.Append("<g aria-hidden=\"true\" class=\"art ").Append(state?.Style ?? "plain").Append("\">").Append(UnitArt.Of(one))
            .Append("</g>");
    }

    private void Touch(PartState state)
    {
        var part = state.Part;
        _svg.Append("<a class=\"part ").Append(state.Style).Append("\" href=\"#card-").Append(part.Id).Append("\" data-card=\"").Append(part.Id)
            .Append("\" aria-label=\"").Append(WebUtility.HtmlEncode(state.Aloud)).Append("\">");
        foreach (var t in part.Targets) _svg.Append(CultureInfo.InvariantCulture, $"<rect class=\"hit\" x=\"{t.X}\" y=\"{t.Y}\" width=\"{t.W}\" height=\"{t.H}\"/>");
        var at = part.Name;
        if (at.Lead is { } lead) _svg.Append("<path class=\"lead\" d=\"").Append(lead).Append("\"/>");
        string[] name = at.Broken ? part.Title.Split(' ', 2) : [part.Title];
        for (var i = 0; i < name.Length; i++) Text("nm", at, i * Line, name[i]);
        var (mark, word) = state.Next is { } next && state.Looked == 0 ? ("", next) : state.Word.Length > 0 ? (state.Wrong ? "▲ " : state.Done ? "✓ " : "",
            state.Word) : ("", "");
        if (word.Length > 0) Text("wd", at, at.Above ? -Line + 1 : name.Length * Line, mark + word);
        _svg.Append("</a>");
    }

    private void Text(string style, NameAt at, double down, string text)
        => _svg.Append(CultureInfo.InvariantCulture, $"<text class=\"{style}\" x=\"{at.X}\" y=\"{at.Y + down}\" text-anchor=\"")
            .Append(at.Anchor switch { Anchor.Start => "start", Anchor.Middle => "middle", _ => "end" }).Append("\">").Append(WebUtility.HtmlEncode(text))
            .Append("</text> ");
}
