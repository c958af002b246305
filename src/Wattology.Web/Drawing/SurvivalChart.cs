using System.Text;
using System.Xml.Linq;
using Wattology.Core.History;

namespace Wattology.Web.Drawing;

/// <summary>Draws how many units still run after so many months.</summary>
public static class SurvivalChart
{
    private const double Left = 80, Right = 800, Top = 20, Bottom = 260, FullWidth = 840, FullHeight = 310;
    private const int MostSteps = 400;

    /// <summary>The chart.</summary>
    /// <param name="rows">Every failure time, in order.</param>
    /// <param name="months">How far the axis goes.</param>
    public static string Render(IReadOnlyList<SurvivalRow> rows, double months)
    {
        double X(double at) => Left + (Right - Left) * Math.Min(1, at / months);
        var least = rows.Count == 0 ? 0.5 : Math.Min(0.9, Math.Floor(10 * rows[^1].Survival) / 10);
        double Y(double share) => Bottom - (Bottom - Top) * (share - least) / (1 - least);
        var svg = SvgNode.Element("svg", ("class", "chart-svg rate-svg"), ("viewBox", $"0 0 {FullWidth} {FullHeight}"), ("role", "img"),
            ("aria-label", "How many units still run after so many months; the table under it says the same"));
        SvgNode.Path(svg, "c-axis", $"M{Left},{Top}V{Bottom}H{Right}");
        foreach (var share in Enumerable.Range(0, 5).Select(i => least + (1 - least) * i / 4))
        {
            SvgNode.Path(svg, "c-axis", $"M{Left},{SvgNode.Tenths(Y(share))}h-6");
            SvgNode.Text(svg, null, Left - 12, Y(share) + 6, $"{100 * share:0.#} %", "end");
        }
        // Half a year apart; where that would crowd, so many whole years.
        var apart = months <= 48 ? 6 : 12 * Math.Ceiling(months / 96);
        for (var at = 0.0; at <= months; at += apart)
        {
            SvgNode.Path(svg, "c-axis", $"M{SvgNode.Tenths(X(at))},{Bottom}v6");
            SvgNode.Text(svg, null, X(at), Bottom + 26, $"{at:0.#}");
        }
        SvgNode.Text(svg, null, Right, Bottom + 46, "months in service", "end");
        var path = new StringBuilder($"M{Left},{SvgNode.Tenths(Y(1))}");
        // A curve of a hundred thousand steps shows no more than one of a few hundred.
        foreach (var row in rows.Where((_, i) => i % (1 + rows.Count / MostSteps) == 0 || i == rows.Count - 1))
            path.Append($"H{SvgNode.Tenths(X(row.Months))}V{SvgNode.Tenths(Y(row.Survival))}");
        SvgNode.Path(svg, "c-clean", path.Append($"H{Right}").ToString());
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
