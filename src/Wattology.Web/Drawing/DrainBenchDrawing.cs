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
            ("role", "img"), ("aria-label", Aloud()), ("data-scale", SvgNode.Number(Math.Round(route.Scale, 5))));
        SvgNode.Path(svg, "b-body", $"M{port.X - 46},34h24v-10h44v10h24v46h-18l-8,18h-40l-8,-18h-18Z M{port.X - 30},98h60v12h-60Z");
        SvgNode.Path(svg, "b-axis", $"M{port.X - 60},57h120");
        SvgNode.Text(svg, "b-note", port.X, 16, "centre section", "middle");
        // The sump: its wall where the pipe ends, the oil in it.
        var (x, end) = (route.End.X, route.End.Y);
        SvgNode.Path(svg, "b-body", $"M{SvgNode.Tenths(x)},{SvgNode.Tenths(end - 26)}V{SvgNode.Tenths(end - 12)}"
            + $" M{SvgNode.Tenths(x)},{SvgNode.Tenths(end + 12)}"
            + $"V{SvgNode.Tenths(bench.Height - 8)}H{DrainBench.Width - 10}V{SvgNode.Tenths(end - 26)}");
        SvgNode.Path(svg, "b-oil", $"M{SvgNode.Tenths(x + 2)},{SvgNode.Tenths(bench.Surface)}H{DrainBench.Width - 12}");
        SvgNode.Text(svg, "b-note", DrainBench.Width - 16, bench.Surface + 20, "oil level", "end");
        for (var i = 0; i + 1 < route.Points.Count; i++)
        {
            var (a, b) = (route.Points[i], route.Points[i + 1]);
            var style = !bench.Typed[i] ? "pale" : b.Y <= a.Y ? "wrong" : "";
            SvgNode.Path(svg, $"b-pipe {style}".TrimEnd(), $"M{SvgNode.Tenths(a.X)},{SvgNode.Tenths(a.Y)}L{SvgNode.Tenths(b.X)},{SvgNode.Tenths(b.Y)}");
            SvgNode.Path(svg, "b-inside", $"M{SvgNode.Tenths(a.X)},{SvgNode.Tenths(a.Y)}L{SvgNode.Tenths(b.X)},{SvgNode.Tenths(b.Y)}");
            if (i == route.Wrong && bench.Typed[i])
                SvgNode.Text(svg, "b-wrong", DrainBench.WrongAt(route, i).X, DrainBench.WrongAt(route, i).Y, b.Y < a.Y ? "climbs: oil stands here"
                    : "flat: oil stands here", "middle");
        }
        SvgNode.Path(svg, "b-axis", $"M{SvgNode.Tenths(port.X)},{SvgNode.Tenths(port.Y)}H{SvgNode.Tenths(Math.Max(x, port.X + 80))}"
            + $" M{SvgNode.Tenths(x - 40)},{SvgNode.Tenths(end)}H{SvgNode.Tenths(Math.Min(DrainBench.Width - 12, x + 90))}");
        if (bench.Tried is { } tried)
            SvgNode.Path(svg, "b-tried", string.Concat(tried.Points.Select((p, i) => $"{(i == 0 ? 'M' : 'L')}{SvgNode.Tenths(p.X)},{SvgNode.Tenths(p.Y)}")));
        foreach (var (held, column) in bench.Columns)
        {
            SvgNode.Path(svg, "b-column", $"M{SvgNode.Tenths(column.X)},{SvgNode.Tenths(column.Y)}h{SvgNode.Tenths(column.W)}"
                + $"v{SvgNode.Tenths(column.H)}h{SvgNode.Tenths(-column.W)}Z");
            SvgNode.Text(svg, "b-note", column.X + column.W / 2, 44, held.Name.Split(' ')[^1], "middle");
            SvgNode.Text(svg, held.Margin < 1 ? "b-figure wrong" : "b-figure", column.X + column.W / 2, 64, $"{ShopUnits.Digits(held.Margin)} ×", "middle");
            SvgNode.Text(svg, "b-figure", column.X + column.W / 2, column.Y - 6, units.ShowLength(Math.Round(held.HoldUpMm)), "middle");
        }
        if (bench.Columns.Count > 0) SvgNode.Text(svg, "b-note", DrainBench.Width - 14, 22, "carries, and is held back", "end");
        // Each joint can be taken and pulled: what that makes of its stretch goes into the boxes as about so much.
        for (var i = 0; i + 1 < route.Points.Count; i++)
        {
            var (a, b) = (route.Points[i], route.Points[i + 1]);
            SvgNode.Path(svg, "b-grip", $"M{SvgNode.Tenths(b.X - 9)},{SvgNode.Tenths(b.Y)}a9,9 0 1 0 18,0a9,9 0 1 0 -18,0Z");
            svg.Add(SvgNode.Element("circle", ("class", "b-joint"), ("cx", Math.Round(b.X, 1)), ("cy", Math.Round(b.Y, 1)), ("r", 26), ("data-joint", i),
                ("data-from", $"{SvgNode.Tenths(a.X)} {SvgNode.Tenths(a.Y)}")));
        }
        SvgNode.Places(svg, bench.Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private string Aloud() => $"The drain from the centre section to the sump, {string.Join(", ", Enumerable.Range(0, bench.Typed.Count).Select(Told))}";

    private string Told(int i)
    {
        var (a, b) = (bench.Route.Points[i], bench.Route.Points[i + 1]);
        return $"stretch {i + 1} {(!bench.Typed[i] ? "not typed yet" : b.Y > a.Y ? "falls" : b.Y < a.Y ? "climbs" : "lies flat")}";
    }
}
