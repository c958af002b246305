using System.Xml.Linq;
using Wattology.Core.Actuator;
using Wattology.Core.Drawing;
using Wattology.Core.Measures;

namespace Wattology.Web.Drawing;

/// <summary>Draws a sweep: command and feedback over time, and feedback over command.</summary>
public static class SweepDrawing
{
    private const double Left = 46, Right = 720, Top = 14, Bottom = 262, Width = 740, Height = 310, Loop = 460, LoopLeft = 60, LoopRight = 430;

    /// <summary>Command and feedback over time.</summary>
    public static string OverTime(SweepChart chart)
    {
        var ((from, to), (least, most)) = (chart.Time, chart.Percent);
        double X(double s) => Left + (Right - Left) * (s - from) / (to - from);
        double Y(double pct) => Bottom - (Bottom - Top) * (pct - least) / (most - least);
        var svg = Sheet("sweep-time", Width, "Command and feedback over time");
        Axes(svg, Left, Right, least, most, Y);
        foreach (var share in new[] { 0.25, 0.5, 0.75, 1 })
        {
            SvgNode.Path(svg, "c-axis", $"M{SvgNode.Tenths(Left + (Right - Left) * share)},{Bottom}v6");
            SvgNode.Text(svg, "c-text", Left + (Right - Left) * share, Bottom + 24, ShopUnits.Digits(from + (to - from) * share),
                share < 1 ? "middle" : "end");
        }
        SvgNode.Path(svg, "c-doubt", Line(chart.Points.Select(p => ((double, double)?)(X(p.TimeS), Y(p.CommandPct)))));
        SvgNode.Path(svg, "c-clean", Line(chart.Points.Select(p => p.FeedbackPct is { } f ? ((double, double)?)(X(p.TimeS), Y(f)) : null)));
        SvgNode.Text(svg, "c-text", (Left + Right) / 2, Height - 4, "seconds");
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    /// <summary>Feedback over command: the way up and the way down lie apart by what the gear loses.</summary>
    public static string OverCommand(SweepChart chart)
    {
        var (least, most) = chart.Percent;
        double X(double pct) => LoopLeft + (LoopRight - LoopLeft) * (pct - least) / (most - least);
        double Y(double pct) => Bottom - (Bottom - Top) * (pct - least) / (most - least);
        var svg = Sheet("sweep-loop", Loop, "Feedback over command");
        Axes(svg, LoopLeft, LoopRight, least, most, Y);
        SvgNode.Path(svg, "c-unsure", $"M{SvgNode.Tenths(X(least))},{SvgNode.Tenths(Y(least))}L{SvgNode.Tenths(X(most))},{SvgNode.Tenths(Y(most))}");
        SvgNode.Path(svg, "c-clean", Line(chart.Points.Select(p => p.FeedbackPct is { } f ? ((double, double)?)(X(p.CommandPct), Y(f)) : null)));
        SvgNode.Text(svg, "c-text", (LoopLeft + LoopRight) / 2, Bottom + 24, "command, %");
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private static XElement Sheet(string id, double width, string label) => SvgNode.Element("svg", ("class", "chart-svg"), ("id", id),
        ("viewBox", $"0 0 {width} {Height}"), ("role", "img"), ("aria-label", $"{label}; the table under it says what the verdict looked at"));

    private static void Axes(XElement svg, double left, double right, double least, double most, Func<double, double> y)
    {
        SvgNode.Path(svg, "c-axis", $"M{left},{Top}V{Bottom}H{right}");
        foreach (var pct in new[] { least, (least + most) / 2, most })
        {
            SvgNode.Path(svg, "c-axis", $"M{left},{SvgNode.Tenths(y(pct))}h-6");
            SvgNode.Text(svg, "c-text", left - 8, y(pct) + 6, ShopUnits.Digits(pct), "end");
        }
    }

    // A sample missing leaves a gap in the line.
    private static string Line(IEnumerable<(double X, double Y)?> points)
    {
        var (path, pen) = (new System.Text.StringBuilder(), 'M');
        foreach (var point in points)
        {
            if (point is not { } p) { pen = 'M'; continue; }
            path.Append(pen).Append(SvgNode.Tenths(p.X)).Append(',').Append(SvgNode.Tenths(p.Y));
            pen = 'L';
        }
        return path.ToString();
    }
}
