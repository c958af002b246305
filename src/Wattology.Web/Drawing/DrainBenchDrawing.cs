using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.Measures;

namespace Wattology.Web.Drawing;

/// <summary>Draws the drain bench: the pipe to its fall, oil standing where it dips, the sump with its level, and where each box stands.</summary>
/// <param name="bench">The bench as it is laid out.</param>
/// <param name="units">The shop's units.</param>
public sealed class DrainBenchDrawing(DrainBench bench, ShopUnits units)
{
    /// <summary>The drawing.</summary>
    public string Render()
    {
        var (port, route) = (DrainBench.Port, bench.Route);
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {SvgNode.Number(DrainBench.Width)} {SvgNode.Number(bench.Height)}"),
            ("role", "img"), ("aria-label", Aloud()));
        Add(svg, "b-body", $"M{port.X - 46},34h24v-10h44v10h24v46h-18l-8,18h-40l-8,-18h-18Z M{port.X - 30},98h60v12h-60Z");
        Add(svg, "b-axis", $"M{port.X - 60},57h120");
        Write(svg, "b-note", port.X, 16, "centre section", "middle");
        // The sump: its wall where the pipe ends, the oil in it.
        var (x, end) = (route.End.X, route.End.Y);
        Add(svg, "b-body", $"M{N(x)},{N(end - 26)}V{N(end - 12)} M{N(x)},{N(end + 12)}V{N(bench.Height - 8)}H{DrainBench.Width - 10}"
            + $"V{N(end - 26)}");
        Add(svg, "b-oil", $"M{N(x + 2)},{N(bench.Surface)}H{DrainBench.Width - 12}");
        Write(svg, "b-note", DrainBench.Width - 16, bench.Surface + 20, "oil level", "end");
        for (var i = 0; i + 1 < route.Points.Count; i++)
        {
            var (a, b) = (route.Points[i], route.Points[i + 1]);
            var style = !bench.Typed[i] ? "pale" : b.Y <= a.Y ? "wrong" : "";
            Add(svg, $"b-pipe {style}", $"M{N(a.X)},{N(a.Y)}L{N(b.X)},{N(b.Y)}");
            Add(svg, "b-inside", $"M{N(a.X)},{N(a.Y)}L{N(b.X)},{N(b.Y)}");
            if (i == route.Wrong && bench.Typed[i])
                Write(svg, "b-wrong", DrainBench.WrongAt(route, i).X, DrainBench.WrongAt(route, i).Y, b.Y < a.Y ? "climbs: oil stands here"
                    : "flat: oil stands here", "middle");
        }
        Add(svg, "b-axis", $"M{N(port.X)},{N(port.Y)}H{N(Math.Max(x, port.X + 80))} M{N(x - 40)},{N(end)}H{N(Math.Min(DrainBench.Width - 12, x + 90))}");
        if (bench.Tried is { } tried)
            Add(svg, "b-tried", string.Concat(tried.Points.Select((p, i) => $"{(i == 0 ? 'M' : 'L')}{N(p.X)},{N(p.Y)}")));
        foreach (var (held, column) in bench.Columns)
        {
            Add(svg, "b-column", $"M{N(column.X)},{N(column.Y)}h{N(column.W)}v{N(column.H)}h{N(-column.W)}Z");
            Write(svg, "b-note", column.X + column.W / 2, 44, held.Name.Split(' ')[^1], "middle");
            Write(svg, "b-figure", column.X + column.W / 2, column.Y - 6, units.ShowLength(Math.Round(held.HoldUpMm)), "middle");
        }
        if (bench.Columns.Count > 0) Write(svg, "b-note", DrainBench.Width - 14, 22, "crankcase holds back", "end");
        foreach (var box in bench.Boxes)
        {
            var (px, py) = (Math.Clamp(box.At.X, box.Box.X, box.Box.Right), Math.Clamp(box.At.Y, box.Box.Y, box.Box.Bottom));
            Add(svg, "b-lead", $"M{N(px)},{N(py)}L{N(box.At.X)},{N(box.At.Y)}");
            svg.Add(SvgNode.Element("rect", ("class", "b-place"), ("data-box", box.Field), ("x", box.Box.X), ("y", box.Box.Y), ("width", box.Box.W),
                ("height", box.Box.H)));
        }
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private string Aloud() => $"The drain from the centre section to the sump, {string.Join(", ", Enumerable.Range(0, bench.Typed.Count).Select(Told))}";

    private string Told(int i)
    {
        var (a, b) = (bench.Route.Points[i], bench.Route.Points[i + 1]);
        return $"stretch {i + 1} {(!bench.Typed[i] ? "not typed yet" : b.Y > a.Y ? "falls" : b.Y < a.Y ? "climbs" : "lies flat")}";
    }

    private static void Add(XElement svg, string style, string path) => svg.Add(SvgNode.Element("path", ("class", style.TrimEnd()), ("d", path)));

    private static void Write(XElement svg, string style, double x, double y, string text, string anchor)
        => svg.Add(new XElement(SvgNode.Element("text", ("class", style), ("x", Math.Round(x, 1)), ("y", Math.Round(y, 1)),
            ("text-anchor", anchor))) { Value = text });

    private static string N(double value) => SvgNode.Number(Math.Round(value, 1));
}
