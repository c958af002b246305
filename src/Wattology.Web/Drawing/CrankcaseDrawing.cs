using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.Measures;

namespace Wattology.Web.Drawing;

/// <summary>Draws the crankcase bench: crankcase, cylinder and rings, breather, gauge, and the drain with what is held back in it.</summary>
/// <param name="bench">The bench as it is laid out.</param>
/// <param name="closed">It breathes into the intake.</param>
/// <param name="units">The shop's units.</param>
public sealed class CrankcaseDrawing(CrankcaseBench bench, bool closed, ShopUnits units)
{
    /// <summary>The drawing.</summary>
    public string Render()
    {
        var (route, wall, roof) = (bench.Route, CrankcaseBench.Wall, CrankcaseBench.Roof);
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {CrankcaseBench.Width} {CrankcaseBench.Height}"), ("role", "img"),
            ("aria-label", $"The crankcase with its breather and gauge, and the drain it pushes against. {bench.Says(mm => units.ShowLength(mm))}".TrimEnd()));
        var (port, end) = (route.Points[0], route.End);
        // Turbo, drain, crankcase.
        SvgNode.Path(svg, "b-body", $"M{SvgNode.Tenths(port.X - 40)},24h22v-8h36v8h22v38h-16l-6,14h-36l-6,-14h-16Z");
        SvgNode.Text(svg, "b-note", port.X, 12, "turbo");
        var line = string.Concat(route.Points.Select((p, i) => $"{(i == 0 ? 'M' : 'L')}{SvgNode.Tenths(p.X)},{SvgNode.Tenths(p.Y)}"));
        SvgNode.Path(svg, $"b-pipe {(bench.Measured ? "" : "pale")}".TrimEnd(), line);
        SvgNode.Path(svg, "b-inside", line);
        SvgNode.Path(svg, "b-body", $"M{wall},{SvgNode.Tenths(end.Y - 13)}V{roof}H400V30H500V{roof}H576V340H{wall}V{SvgNode.Tenths(end.Y + 13)}");
        SvgNode.Path(svg, "b-axis", "M408,84H492M408,94H492M450,94V206M430,206H500");
        SvgNode.Path(svg, "b-body", "M406,72H494V118H406Z M450,206m-14,0a14,14 0 1 0 28,0a14,14 0 1 0 -28,0Z");
        SvgNode.Path(svg, "b-oil", $"M{wall + 3},312H573");
        SvgNode.Text(svg, "b-note", 486, 332, "oil level");
        // Gas past the rings.
        SvgNode.Path(svg, "b-gas", "M400,70V150M396,142L400,150L404,142M500,70V150M496,142L500,150L504,142");
        SvgNode.Text(svg, "b-note", 452, 22, "blow-by passes the rings");
        // Breather and gauge.
        SvgNode.Path(svg, "b-body", "M552,60V36H640M640,22H690V50H640ZM690,36H746");
        SvgNode.Path(svg, "b-axis", "M652,22V50M664,22V50M676,22V50");
        SvgNode.Text(svg, "b-note", 665, 16, closed ? "breather, to the intake" : "breather, open");
        SvgNode.Path(svg, "b-axis", "M576,150H592");
        if (bench.Column is { } column)
        {
            SvgNode.Path(svg, "b-column", $"M{SvgNode.Tenths(column.X)},{SvgNode.Tenths(column.Y)}h{SvgNode.Tenths(column.W)}v{SvgNode.Tenths(column.H)}h{
                SvgNode.Tenths(-column.W)}Z");
            SvgNode.Text(svg, bench.HeldMm >= bench.FallMm ? "b-figure wrong" : "b-figure", column.X + column.W, Math.Max(56, column.Y - 6),
                $"holds back {units.ShowLength(Math.Round(bench.HeldMm!.Value))}", "end");
        }
        SvgNode.Text(svg, "b-note", Math.Min(port.X, 150), Math.Max(end.Y, 250) + 40, bench.FallMm is { } fall ? $"the drain falls {units.ShowLength(fall)}"
            : "the drain: not measured");
        SvgNode.Places(svg, CrankcaseBench.Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
