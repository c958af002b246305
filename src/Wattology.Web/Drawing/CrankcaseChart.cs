using System.Xml.Linq;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Web.Drawing;

/// <summary>Draws crankcase pressure before and after, each way of running, against its limit.</summary>
public static class CrankcaseChart
{
    private const double Left = 84, Right = 430, FullWidth = 460, RowHeight = 46, LeastKpa = 2;

    /// <summary>The chart.</summary>
    /// <param name="cures">Each way of running, before and after.</param>
    /// <param name="limit">What they are judged by.</param>
    /// <param name="units">The shop's units.</param>
    public static string Render(IReadOnlyList<ReadingPair> cures, Limit limit, ShopUnits units)
    {
        var most = Math.Max(LeastKpa, 1.15 * cures.SelectMany(c => new[] { c.Before, c.After }).Max(r => r?.Value ?? 0));
        var height = 60 + RowHeight * cures.Count;
        string X(double kpa, double by = 0) => SvgNode.Number(Math.Round(Left + (Right - Left) * Math.Max(0, kpa) / most + by, 1));
        var svg = SvgNode.Element("svg", ("class", "chart-svg"), ("viewBox", $"0 0 {FullWidth} {SvgNode.Number(height)}"), ("role", "img"),
            ("aria-label", $"Crankcase pressure: {string.Join("; ", cures.Select(c => c.Words))}"));
        void Path(string style, string d) => SvgNode.Path(svg, style, d);
        void Write(string x, double y, string anchor, string text)
            => svg.Add(new XElement(SvgNode.Element("text", ("x", x), ("y", y), ("text-anchor", anchor))) { Value = text });
        if (limit.SoundTo is { } sound)
        {
            Path("c-clean", $"M{X(sound)},26V{SvgNode.Number(height - 24)}");
            Write(X(sound), 18, "middle", $"sound to {units.ShowPressure(sound)}");
        }
        if (limit.DoubtTo is { } doubt && doubt < most) Path("c-doubt", $"M{X(doubt)},26V{SvgNode.Number(height - 24)}");
        Path("c-axis", $"M{Left},{SvgNode.Number(height - 24)}H{Right}");
        for (var i = 0; i < cures.Count; i++)
        {
            var (cure, y) = (cures[i], 50 + RowHeight * i);
            Write("74", y + 6, "end", cure.Way);
            if (cure is { Before: { } from, After: { } to }) Path("c-axis", $"M{X(from.Value)},{y}L{X(to.Value)},{y}");
            if (cure.Before is { } before) Path("c-before", $"M{X(before.Value, -8)},{y}l8,-8l8,8l-8,8Z");
            if (cure.After is { } after) Path("c-after", $"M{X(after.Value, -8)},{y - 8}h16v16h-16Z");
        }
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
