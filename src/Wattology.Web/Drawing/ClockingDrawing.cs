using System.Globalization;
using System.Xml.Linq;
using Wattology.Core.Clocking;
using Wattology.Core.Drawing;

namespace Wattology.Web.Drawing;

/// <summary>How the rings of a dial stand: as received, as wanted, as installed.</summary>
/// <param name="Said">The same in words.</param>
/// <param name="Style">How the ports are drawn.</param>
/// <param name="Ports">The ports; empty where nobody looked.</param>
public sealed record DialStand(string Said, string Style, IReadOnlyList<DialPort> Ports)
{
    /// <summary>As received: dashed.</summary>
    public static DialStand Received(IReadOnlyList<DialPort> ports) => new("As received", "dial-received", ports);

    /// <summary>As wanted: outlined.</summary>
    public static DialStand Wanted(IReadOnlyList<DialPort> ports) => new("Wanted", "dial-wanted", ports);

    /// <summary>As installed, or as it stands on the bench: filled.</summary>
    public static DialStand Installed(IReadOnlyList<DialPort> ports) => new("As installed", "dial-installed", ports);
}

/// <summary>Draws the clocking dial: the three rings, their ports as they stand and should, what is in the way, and where the drain may hang.</summary>
/// <param name="dial">From which end it is seen.</param>
public sealed class ClockingDrawing(ClockingDial dial)
{
    private const double HalfPort = 9, HalfWater = 5, StepDeg = 4, HitsAt = 26;

    /// <summary>How the rings stand, from the back to the front.</summary>
    public IReadOnlyList<DialStand> Stands { get; init; } = [];

    /// <summary>The boxes that stand on it.</summary>
    public IReadOnlyList<BenchBox> Boxes { get; init; } = [];

    /// <summary>The boxes its rings are turned by; a ring without a port takes one where it is touched.</summary>
    public DialFields? Fields { get; init; }

    /// <summary>What is in the way.</summary>
    public IReadOnlyList<ForbiddenArc> Forbidden { get; init; } = [];

    /// <summary>Where the drain may stand, all demands together; empty where nothing is known.</summary>
    public IReadOnlyList<AngleInterval> Window { get; init; } = [];

    /// <summary>Where the drain is sound, and where it is doubtful besides.</summary>
    public (IReadOnlyList<AngleInterval> Sound, IReadOnlyList<AngleInterval> Doubt) Sectors { get; init; } = ([], []);

    /// <summary>The oil inlet as it stands, degrees, by which it is told what it hits; null where nobody looked.</summary>
    public double? OilDeg { get; init; }

    /// <summary>The drain after the oil inlet, degrees.</summary>
    public double DrainOffsetDeg { get; init; } = 180;

    /// <summary>The centre section has water.</summary>
    public bool Water { get; init; }

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var end = dial.FromTurbine ? "turbine end" : "compressor end";
        var svg = SvgNode.Element("svg", ("class", "bench-svg clocking-dial"),
            ("viewBox", $"0 0 {ClockingDial.Width} {ClockingDial.Height}"), ("role", "group"),
            ("aria-label", $"Three rings seen from the {end}. {Aloud()}"), ("data-mirrored", dial.FromTurbine ? "true" : null),
            ("data-axis", $"{SvgNode.Number(ClockingDial.Axis.X)} {SvgNode.Number(ClockingDial.Axis.Y)}"));
        var axis = ClockingDial.Axis;
        var (inner, outer) = ClockingDial.Rings[TurnedRing.Centre];
        foreach (var part in Sectors.Doubt) SvgNode.Path(svg, "dial-doubt", Band(part.FromDeg, part.ToDeg, inner, outer));
        foreach (var part in Sectors.Sound) SvgNode.Path(svg, "dial-sound", Band(part.FromDeg, part.ToDeg, inner, outer));
        SvgNode.Path(svg, "b-axis", $"M{axis.X},{axis.Y - 240}V{axis.Y + 252}M{axis.X - 7},{axis.Y + 242}l7,12l7,-12");
        SvgNode.Text(svg, "b-note", axis.X + 10, axis.Y - 228, "12, plumb", "start");
        foreach (var (ring, (from, to)) in ClockingDial.Rings)
        {
            foreach (var radius in new[] { from, to }) SvgNode.Path(svg, "b-body", Circle(radius));
            // A ring nobody gave an angle for takes one where it is touched.
            if (Fields?.Of(ring) is { } field && Stands.All(s => s.Ports.All(p => p.Field != field)))
                svg.Add(SvgNode.Element("path", ("class", "dial-ring"), ("data-field", field), ("d", $"{Circle(to)}{Circle(from)}"), ("fill-rule", "evenodd")));
        }
        SvgNode.Text(svg, "b-note", axis.X, axis.Y + 6, dial.FromTurbine ? "turbine" : "compressor");
        SvgNode.Text(svg, "b-note", axis.X, axis.Y + 24, "end");
        foreach (var allowed in Window)
            SvgNode.Path(svg, "dial-window", Band(allowed.FromDeg, allowed.ToDeg, 188, 191));
        foreach (var arc in Forbidden) Arc(svg, arc);
        // Said above the dial, where no box stands.
        var hits = Forbidden.Where(a => OilDeg is { } stands && a.IsHitAt(stands)).Select(a => $"{a.Part(DrainOffsetDeg)} hits {a.What}").ToArray();
        if (hits.Length > 0) SvgNode.Text(svg, "b-wrong dial-hits", axis.X, HitsAt, string.Join(", ", hits));
        if (Water && OilDeg is { } oil)
            foreach (var side in new[] { 90, -90 })
                SvgNode.Path(svg, "dial-water", Band(oil + side - HalfWater, oil + side + HalfWater, inner + 10, outer - 10));
        foreach (var stand in Stands)
            foreach (var port in stand.Ports) svg.Add(Port(port, stand));
        SvgNode.Places(svg, Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private void Arc(XElement svg, ForbiddenArc arc)
    {
        var hit = OilDeg is { } oil && arc.IsHitAt(oil);
        SvgNode.Path(svg, hit ? "dial-arc hit" : "dial-arc", Band(arc.FromDeg, arc.FromDeg + arc.WidthDeg, ClockingDial.ArcInner, ClockingDial.ArcOuter));
        var at = dial.At(arc.FromDeg + arc.WidthDeg / 2, ClockingDial.WordRadius);
        SvgNode.Text(svg, "b-note", at.X, at.Y + 6, arc.What,
            at.X > ClockingDial.Axis.X + 30 ? "start" : at.X < ClockingDial.Axis.X - 30 ? "end" : "middle");
    }

    private XElement Port(DialPort port, DialStand stand)
    {
        var (inner, outer) = ClockingDial.Rings[port.Ring];
        var turns = port.Field is not null;
        string? If(string text) => turns ? text : null;
        var group = SvgNode.Element("g", ("class", $"dial-port {stand.Style}"), ("data-port", port.Name), ("data-deg", SvgNode.Tenths(port.Deg)),
            ("data-field", port.Field), ("tabindex", If("0")), ("role", If("slider")), ("aria-label", If($"{port.Name}, {stand.Said.ToLowerInvariant()}")),
            ("aria-valuemin", If("0")), ("aria-valuemax", If("360")), ("aria-valuenow", If(SvgNode.Tenths(Turning.Wrap(port.Deg)))),
            ("aria-valuetext", If($"{ClockingPlan.At(port.Deg)} from the compressor end")));
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

    private string Aloud() => string.Join(" ", Stands.Where(s => s.Ports.Count > 0)
        .Select(s => $"{s.Said}: {string.Join(", ", s.Ports.Select(q => $"{q.Name} at {ClockingPlan.At(q.Deg)}"))}."));
}
