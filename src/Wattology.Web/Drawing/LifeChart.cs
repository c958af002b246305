using System.Xml.Linq;
using Wattology.Data.Jobs;
using Wattology.Web.Hosting;

namespace Wattology.Web.Drawing;

/// <summary>Draws a machine's life on one line: when it was here, what came back, and how long it ran between.</summary>
public static class LifeChart
{
    private const double Left = 20, Right = 980, Line = 74, FullWidth = 1000, FullHeight = 130;

    /// <summary>The chart.</summary>
    /// <param name="jobs">Its jobs, the first one first; at least one.</param>
    /// <param name="times">The shop's clock and zone.</param>
    public static string Render(IReadOnlyList<JobRow> jobs, ShopTimes times)
    {
        var (from, to) = ((double)jobs[0].BookedMs, Math.Max(times.Now.ToUnixTimeMilliseconds(), jobs[0].BookedMs + 86_400_000.0));
        double X(double ms) => Left + (Right - Left) * (ms - from) / (to - from);
        var svg = SvgNode.Element("svg", ("class", "chart-svg life-svg"), ("viewBox", $"0 0 {FullWidth} {FullHeight}"), ("role", "img"),
            ("aria-label", "This machine's jobs along time; the table under it says the same"));
        SvgNode.Path(svg, "c-axis", $"M{Left},{Line}H{Right}");
        var (spoken, above) = (double.NegativeInfinity, true);
        foreach (var job in jobs)
        {
            var (begin, end) = (X(job.BookedMs), X(Math.Max(job.HandedOverMs ?? to, job.BookedMs)));
            SvgNode.Path(svg, job.ComebackOf.Length > 0 ? "c-miss" : "c-after",
                $"M{SvgNode.Tenths(begin)},{Line - 11}H{SvgNode.Tenths(Math.Max(end, begin + 8))}V{Line
                + 11}H{SvgNode.Tenths(begin)}Z");
            // Names of jobs close together stand above and below the line in turn.
            above = begin - spoken > 90 || !above;
            SvgNode.Text(svg, null, Math.Clamp(begin, Left + 40, Right - 40), above ? Line - 24 : Line + 36, job.Number);
            spoken = begin;
        }
        SvgNode.Text(svg, null, Left, FullHeight - 4, times.Day(jobs[0].BookedMs is var ms ? DateTimeOffset.FromUnixTimeMilliseconds(ms) : default), "start");
        SvgNode.Text(svg, null, Right, FullHeight - 4, "today", "end");
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
