using System.Globalization;
using System.Xml.Linq;
using Wattology.Core.Clocking;
using Wattology.Core.Drawing;

namespace Wattology.Web.Drawing;

/// <summary>Draws the clocking dial: the three rings, their ports as received, as wanted and as installed, what is in the way, and the free window.</summary>
/// <param name="dial">From which end it is seen.</param>
/// <param name="received">Ports as received.</param>
/// <param name="wanted">Ports as wanted; empty without a plan.</param>
/// <param name="installed">Ports as installed; empty where nobody looked.</param>
/// <param name="forbidden">What is in the way.</param>
/// <param name="window">Where the drain may stand; empty where nothing is known.</param>
public sealed class ClockingDrawing(ClockingDial dial, IReadOnlyList<DialPort> received, IReadOnlyList<DialPort> wanted, IReadOnlyList<DialPort> installed,
    IReadOnlyList<ForbiddenArc> forbidden, IReadOnlyList<AngleInterval> window)
{
    private const double HalfPort = 9, StepDeg = 4;

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var end = dial.FromTurbine ? "turbine end" : "compressor end";
        var svg = SvgNode.Element("svg", ("class", "bench-svg clocking-dial"),
            ("viewBox", $"0 0 {ClockingDial.Width} {ClockingDial.Height}"), ("role", "group"),
            ("aria-label", $"Three rings seen from the {end}. {Aloud()}"), ("data-mirrored", dial.FromTurbine ? "true" : null),
            ("data-axis", $"{SvgNode.Number(ClockingDial.Axis.X)} {SvgNode.Number(ClockingDial.Axis.Y)}"));
        var axis = ClockingDial.Axis;
        SvgNode.Path(svg, "b-axis", $"M{axis.X},{axis.Y - 240}V{axis.Y + 252}M{axis.X - 7},{axis.Y + 242}l7,12l7,-12");
        SvgNode.Text(svg, "b-note", axis.X + 10, axis.Y - 228, "12, plumb", "start");
        foreach (var (inner, outer) in ClockingDial.Rings.Values)
            foreach (var radius in new[] { inner, outer }) SvgNode.Path(svg, "b-body", Circle(radius));
        SvgNode.Text(svg, "b-note", axis.X, axis.Y + 6, dial.FromTurbine ? "turbine" : "compressor");
        SvgNode.Text(svg, "b-note", axis.X, axis.Y + 24, "end");
        foreach (var allowed in window)
            SvgNode.Path(svg, "dial-window", Band(allowed.FromDeg, allowed.ToDeg, 188, 191));
        foreach (var arc in forbidden)
        {
            SvgNode.Path(svg, "dial-arc", Band(arc.FromDeg, arc.FromDeg + arc.WidthDeg, ClockingDial.ArcInner, ClockingDial.ArcOuter));
            var at = dial.At(arc.FromDeg + arc.WidthDeg / 2, ClockingDial.WordRadius);
            SvgNode.Text(svg, "b-note", at.X, at.Y + 6, arc.What, at.X > axis.X + 30 ? "start" : at.X < axis.X - 30 ? "end" : "middle");
        }
        foreach (var port in installed) svg.Add(Port(port, "dial-installed"));
        foreach (var port in received) svg.Add(Port(port, "dial-received"));
        foreach (var port in wanted) svg.Add(Port(port, "dial-wanted"));
        SvgNode.Places(svg, ClockingDial.Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private XElement Port(DialPort port, string style)
    {
        var (inner, outer) = ClockingDial.Rings[port.Ring];
        var group = SvgNode.Element("g", ("class", $"dial-port {style}"), ("data-port", port.Name), ("data-deg", SvgNode.Tenths(port.Deg)),
            ("data-field", port.Field), ("tabindex", port.Field is null ? null : "0"), ("role", port.Field is null ? null : "slider"),
            ("aria-label", port.Field is null ? null : $"{port.Name}, as received"), ("aria-valuemin", port.Field is null ? null : "0"),
            ("aria-valuemax", port.Field is null ? null : "360"), ("aria-valuenow", port.Field is null ? null : SvgNode.Tenths(Turning.Wrap(port.Deg))),
            ("aria-valuetext", port.Field is null ? null : $"{ClockingPlan.At(port.Deg)} from the compressor end"));
        group.Add(SvgNode.Element("path", ("d", Band(port.Deg - HalfPort, port.Deg + HalfPort, inner + 3, outer - 3))));
        if (port.Name == "drain") group.Add(SvgNode.Element("path", ("class", "dial-way"), ("d", Line(port.Deg, inner + 10, outer - 10))));
        if (port.Name == "oil inlet")
        {
            var at = dial.At(port.Deg, (inner + outer) / 2);
            group.Add(SvgNode.Element("circle", ("cx", Math.Round(at.X, 1)), ("cy", Math.Round(at.Y, 1)), ("r", 5)));
        }
        return group;
    }

    private string Line(double degrees, double from, double to) => $"M{Say(dial.At(degrees, from))}L{Say(dial.At(degrees, to))}";

    // In short straight pieces, so that it is the same whichever way it is seen.
    private string Band(double from, double to, double inner, double outer)
    {
        var steps = Math.Max(1, (int)Math.Ceiling((to - from) / StepDeg));
        var angles = Enumerable.Range(0, steps + 1).Select(i => from + (to - from) * i / steps).ToArray();
        return "M" + string.Join('L', angles.Select(a => Say(dial.At(a, outer))).Concat(angles.Reverse().Select(a => Say(dial.At(a, inner))))) + "Z";
    }

    private static string Circle(double r) => string.Create(CultureInfo.InvariantCulture,
        $"M{ClockingDial.Axis.X - r},{ClockingDial.Axis.Y}a{r},{r} 0 1 0 {2 * r},0a{r},{r} 0 1 0 {-2 * r},0Z");

    private static string Say(Point at) => $"{SvgNode.Tenths(at.X)},{SvgNode.Tenths(at.Y)}";

    private string Aloud() => string.Join(" ", new[] { ("As received", received), ("Wanted", wanted), ("As installed", installed) }
        .Where(p => p.Item2.Count > 0)
        .Select(p => $"{p.Item1}: {string.Join(", ", p.Item2.Select(q => $"{q.Name} at {ClockingPlan.At(q.Deg)}"))}."));
}
