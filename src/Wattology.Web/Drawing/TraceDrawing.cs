using System.Globalization;
using System.Text;
using System.Xml.Linq;
using Wattology.Core.Priming;
using Wattology.Core.Jobs;
using Wattology.Core.Gauge;
using Wattology.Core.Measures;
using Wattology.Core.Traces;

namespace Wattology.Web.Drawing;

/// <summary>What a trace's chart shows.</summary>
/// <param name="Trace">The trace.</param>
/// <param name="FromS">From when, s.</param>
/// <param name="ToS">To when, s.</param>
/// <param name="EnoughKpa">From here pressure counts as there, kPa; null where none is known.</param>
/// <param name="Markers">What happened meanwhile.</param>
/// <param name="Other">Another trace beside it; null where there is none.</param>
public sealed record TraceView(Trace Trace, double FromS, double ToS, double? EnoughKpa, IReadOnlyList<TraceMarker> Markers, Trace? Other)
{
    /// <summary>A kept trace from its beginning to its end, with what happened on it.</summary>
    public static TraceView Whole(JudgedJob job, TraceKept kept, Trace trace) => new(trace, trace.Rows[0].TimeS, trace.Rows[^1].TimeS,
        job.Context.Limits.Choose(PressureLimits.Cranking).SoundFrom, Turnings.Find(job.Record, kept.Turning) is { } turning
            ? Turnings.MarkersOf(job.Context, turning) : [], null);
}

/// <summary>Draws a trace: oil pressure with what happened on it, and under it every other channel in a strip of its own.</summary>
public static class TraceDrawing
{
    private const double Left = 70, Right = 946, Width = 960, Tall = 270, Strip = 64, Top = 26, Gap = 8, Foot = 34;
    private const int Columns = 876;

    /// <summary>The chart, and how it was thinned.</summary>
    /// <param name="view">What it shows.</param>
    /// <param name="units">The shop's units.</param>
    /// <param name="paper">For print, where lines and words bear their own look.</param>
    public static (string Svg, string Thinned) Draw(TraceView view, ShopUnits units, bool paper = false)
    {
        var pressure = view.Trace.Channels.Contains(GaugeChannel.OilTurbo) ? GaugeChannel.OilTurbo : GaugeChannel.OilGallery;
        var rest = view.Trace.Channels.Where(c => c != pressure && GaugeChannel.Find(c) is not null).ToArray();
        var height = Top + Tall + rest.Length * (Strip + Gap) + Foot;
        var svg = SvgNode.Element("svg", ("class", "chart-svg trace-svg"), ("viewBox", string.Create(CultureInfo.InvariantCulture, $"0 0 {Width} {height}")),
            ("role", "img"), ("aria-label", "Oil pressure over time, with what happened; the list under it says the same in words"));
        double X(double s) => Left + (Right - Left) * (s - view.FromS) / (view.ToS - view.FromS);
        var bottom = Top + Tall;
        var own = Window(view, view.Trace.Pressure);
        var beside = view.Other is null ? null : Window(view, view.Other.Pressure);
        var most = new[] { own, beside ?? [] }.SelectMany(p => p).Select(p => p.Value ?? 0).Append(1.3 * (view.EnoughKpa ?? 0)).Append(10).Max() * 1.08;
        double Y(double kpa) => bottom - Tall * Math.Max(0, kpa) / most;
        SvgNode.Path(svg, "c-axis", $"M{Left},{Top}V{bottom}H{Right}");
        var shown = units.InUnit(most, Measure.Pressure);
        for (var (tick, step) = (0.0, Step(shown)); tick <= shown; tick += step)
        {
            SvgNode.Path(svg, "c-axis", $"M{Left},{SvgNode.Tenths(Y(most * tick / shown))}h-6");
            SvgNode.Text(svg, "c-text", Left - 10, Y(most * tick / shown) + 6, ShopUnits.Digits(Math.Round(tick, 6)), "end");
        }
        SvgNode.Text(svg, "c-text", Left + 6, Top + 14, $"{GaugeChannel.Find(pressure)!.Title}, {units.Pressure}", "start");
        if (view.EnoughKpa is { } enough)
        {
            SvgNode.Path(svg, "c-doubt", $"M{Left},{SvgNode.Tenths(Y(enough))}H{Right}");
            SvgNode.Text(svg, "c-text", Right, Y(enough) - 5, $"enough: {units.ShowPressure(enough)}", "end");
        }
        foreach (var (marker, number) in view.Markers.Select((m, i) => (m, i + 1)).Where(m => m.m.TimeS >= view.FromS && m.m.TimeS <= view.ToS))
        {
            SvgNode.Path(svg, "c-unsure", $"M{SvgNode.Tenths(X(marker.TimeS))},{Top}V{SvgNode.Tenths(height - Foot)}");
            SvgNode.Text(svg, "c-text", X(marker.TimeS), Top - 6, number.ToString(CultureInfo.InvariantCulture));
        }
        var each = 1;
        if (beside is not null) SvgNode.Path(svg, "c-other", Line(beside, X, Y, ref each));
        SvgNode.Path(svg, "c-clean", Line(own, X, Y, ref each));
        var at = bottom + Gap;
        foreach (var name in rest)
        {
            Channel(svg, view, name, at, X, units, ref each);
            at += Strip + Gap;
        }
        var apart = Step(view.ToS - view.FromS);
        for (var tick = Math.Ceiling(view.FromS / apart) * apart; tick <= view.ToS; tick += apart)
        {
            SvgNode.Path(svg, "c-axis", $"M{SvgNode.Tenths(X(tick))},{SvgNode.Tenths(height - Foot)}v6");
            SvgNode.Text(svg, "c-text", X(tick), height - 8, ShopUnits.Digits(Math.Round(tick, 6)));
        }
        SvgNode.Text(svg, "c-text", Right, height - 8, "s", "end");
        if (paper) OnPaper(svg, height);
        return (svg.ToString(SaveOptions.DisableFormatting), new Thinned([], each).Words);
    }

    // What a style sheet gives on screen, in black and white.
    private static void OnPaper(XElement svg, double height)
    {
        svg.Add(new XAttribute("width", Width), new XAttribute("height", height), new XAttribute("font-family", "Barlow Condensed"),
            new XAttribute("font-size", 16));
        foreach (var path in svg.Elements(SvgNode.Names + "path"))
        {
            var (width, dashes) = path.Attribute("class")!.Value switch
            {
                "c-clean" => (2.0, ""), "c-doubt" => (1.2, "7 5"), "c-unsure" => (1.0, "2 5"), _ => (1.2, ""),
            };
            path.Add(new XAttribute("fill", "none"), new XAttribute("stroke", "#1d2624"), new XAttribute("stroke-width", width));
            if (dashes.Length > 0) path.Add(new XAttribute("stroke-dasharray", dashes));
        }
        foreach (var text in svg.Elements(SvgNode.Names + "text")) text.Add(new XAttribute("fill", "#1d2624"));
    }

    private static void Channel(XElement svg, TraceView view, string name, double top, Func<double, double> x, ShopUnits units, ref int each)
    {
        var channel = GaugeChannel.Find(name)!;
        var points = Window(view, view.Trace.Of(name));
        var read = points.Select(p => p.Value).OfType<double>().ToArray();
        var (least, most) = read.Length == 0 ? (0, 1) : (read.Min(), read.Max());
        var room = Math.Max(most - least, Math.Max(1e-3, Math.Abs(most) * 0.05));
        double Y(double value) => top + Strip - 8 - (Strip - 26) * (value - least) / room;
        SvgNode.Path(svg, "c-axis", $"M{Left},{SvgNode.Tenths(top)}v{Strip}H{Right}");
        SvgNode.Text(svg, "c-text c-small", Left + 6, top + 14, read.Length == 0 ? channel.Title : $"{channel.Title}, {(least == most ? ""
            : $"{units.Show(least, channel.Measure)} to ")}{units.Show(most, channel.Measure)}{(channel.Measure == Measure.Number ? " %" : "")}", "start");
        SvgNode.Path(svg, "c-clean", Line(points, x, Y, ref each));
    }

    private static List<TracePoint> Window(TraceView view, IReadOnlyList<TracePoint> points)
        => [.. points.Where(p => p.TimeS >= view.FromS && p.TimeS <= view.ToS)];

    private static string Line(List<TracePoint> points, Func<double, double> x, Func<double, double> y, ref int each)
    {
        if (points.Count == 0) return "";
        var thinned = Thinning.Of(points, Columns);
        each = Math.Max(each, thinned.Each);
        var (path, pen) = (new StringBuilder(), 'M');
        foreach (var point in thinned.Points)
        {
            if (point.Value is not { } value) { pen = 'M'; continue; }
            path.Append(pen).Append(SvgNode.Tenths(x(point.TimeS))).Append(',').Append(SvgNode.Tenths(y(value)));
            pen = 'L';
        }
        return path.ToString();
    }

    // Four to seven ticks at round figures.
    private static double Step(double range)
    {
        var tenth = Math.Pow(10, Math.Floor(Math.Log10(range)));
        return range / tenth >= 7 ? tenth * 2 : range / tenth >= 3.5 ? tenth : range / tenth >= 1.5 ? tenth / 2 : tenth / 5;
    }
}
