using System.Xml.Linq;
using Wattology.Core.History;

namespace Wattology.Web.Drawing;

/// <summary>Draws rates with their intervals, each on a line of its own; the number of jobs stands beside every one.</summary>
public static class RateChart
{
    private const double NameRight = 250, Left = 262, Right = 720, FullWidth = 840, RowHeight = 40;

    /// <summary>The chart.</summary>
    /// <param name="lines">The rates, each with its name in words.</param>
    /// <param name="what">What is counted, in words.</param>
    /// <param name="marks">What else stands on a line, by its name: a share it is held against; null for none.</param>
    public static string Render(IReadOnlyList<RateLine> lines, string what, IReadOnlyDictionary<string, double>? marks = null)
    {
        var highest = lines.Where(l => l.N > 0).Select(l => Math.Max(l.Interval.High, marks?.GetValueOrDefault(l.Name) ?? 0)).DefaultIfEmpty(1).Max();
        var most = highest <= 0.2 ? 0.2 : highest <= 0.4 ? 0.4 : highest <= 0.8 ? 0.8 : 1;
        var height = 54 + RowHeight * lines.Count;
        double X(double share) => Left + (Right - Left) * Math.Min(1, share / most);
        var svg = SvgNode.Element("svg", ("class", "chart-svg rate-svg"), ("viewBox", $"0 0 {FullWidth} {SvgNode.Number(height)}"), ("role", "img"),
            ("aria-label", $"{what}, with the interval each may lie in; the table under it says the same"));
        SvgNode.Path(svg, "c-axis", $"M{Left},{SvgNode.Tenths(height - 34)}H{Right}");
        foreach (var tick in Enumerable.Range(0, 5).Select(i => most * i / 4))
        {
            SvgNode.Path(svg, "c-axis", $"M{SvgNode.Tenths(X(tick))},{SvgNode.Tenths(height - 34)}v6");
            SvgNode.Text(svg, null, X(tick), height - 10, $"{100 * tick:0.#} %");
        }
        for (var i = 0; i < lines.Count; i++)
        {
            var (line, y) = (lines[i], 24 + RowHeight * i);
            SvgNode.Text(svg, null, NameRight, y + 6, line.Name.Length > 30 ? line.Name[..29] + "…" : line.Name, "end");
            SvgNode.Text(svg, null, Right + 14, y + 6, $"{line.Events} of {line.N}", "start");
            if (line.N == 0) continue;
            SvgNode.Path(svg, "c-window", $"M{SvgNode.Tenths(X(line.Interval.Low))},{y}H{SvgNode.Tenths(X(line.Interval.High))}");
            SvgNode.Path(svg, "c-after", $"M{SvgNode.Tenths(X(line.Share!.Value) - 7)},{y - 7}h14v14h-14Z");
            if (marks?.TryGetValue(line.Name, out var mark) == true) SvgNode.Path(svg, "c-before", $"M{SvgNode.Tenths(X(mark) - 8)},{y}l8,-8l8,8l-8,8Z");
        }
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
