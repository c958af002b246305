using System.Xml.Linq;
using Wattology.Core.Checks;
using Wattology.Core.Drawing;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;

namespace Wattology.Web.Drawing;

/// <summary>Draws the supply bench, and the chart of what the feed passes.</summary>
public static class SupplyDrawing
{
    private const double Left = 56, Right = 424, Top = 14, Bottom = 202;

    /// <summary>The feed from the gallery to the jug, with a place for each box; what is not typed yet stands pale.</summary>
    /// <param name="bench">The bench as far as it is typed.</param>
    /// <param name="hidden">Of each place out of sight, by its question's id, how it was seen; null where nobody looked.</param>
    public static string Bench(SupplyBench bench, IReadOnlyDictionary<string, LookAnswer?> hidden)
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {SvgNode.Number(SupplyBench.Width)} {SvgNode.Number(bench.Height)}"),
            ("role", "img"), ("aria-label", "The feed from the gallery, through its restrictor, to its open end over the jug"
                + (bench.MeanLpm is { } mean ? $": {ShopUnits.Digits(mean)} l/min caught" : "")));
        var line = string.Concat(SupplyBench.Line.Select((p, i) => $"{(i == 0 ? 'M' : 'L')}{SvgNode.Number(p.X)},{SvgNode.Number(p.Y)}"));
        SvgNode.Path(svg, "b-body", "M16,60H96V220H16Z M40,84v112 M72,84v112");
        SvgNode.Path(svg, "b-pipe" + (bench.LineTyped ? "" : " pale"), line);
        SvgNode.Path(svg, "b-inside", line);
        var (at0, neck) = (SupplyBench.Restrictor, "m-18,-16l18,10l18,-10v32l-18,-10l-18,10Z");
        SvgNode.Path(svg, "b-fit" + (bench.RestrictorTyped ? "" : " pale"), $"M{SvgNode.Number(at0.X)},{SvgNode.Number(at0.Y)}{neck}");
        Jug(svg, bench);
        foreach (var (asked, at, name) in SupplyBench.Hidden)
        {
            var seen = hidden[asked.Id];
            if (seen?.Id == "none-there") continue;
            var state = seen is null ? " pale" : seen.Verdict == Verdict.Stop ? " wrong" : "";
            var (x, y) = (SvgNode.Number(at.X), SvgNode.Number(at.Y));
            SvgNode.Path(svg, "b-fit" + state, asked == HiddenPlaces.Banjo
                ? $"M{x},{y}m-16,0a16,16 0 1 0 32,0a16,16 0 1 0 -32,0Zm10,0a6,6 0 1 0 12,0a6,6 0 1 0 -12,0Z"
                : asked == HiddenPlaces.Valve ? $"M{x},{y}m-14,-13l28,26v-26l-28,26ZM{x},{y}v-26m-10,0h20"
                : asked == HiddenPlaces.Gauze ? $"M{x},{y}m-7,-18h14v36h-14ZM{x},{y}m-7,-9l14,6m-14,6l14,6m-14,-18l14,-6"
                : $"M{x},{y}m-18,-8h12v16h-12Zm24,0h12v16h-12Z");
            SvgNode.Text(svg, "b-note" + state, name.X, name.Y, SupplyBench.ShortOf(asked), asked == HiddenPlaces.Banjo ? "start" : "middle");
        }
        SvgNode.Text(svg, "b-note", 56, 50, "gallery");
        SvgNode.Places(svg, bench.Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    // Every run's oil stands in the jug as a line, so that runs that differ are seen to differ; the stream runs while oil came.
    private static void Jug(XElement svg, SupplyBench bench)
    {
        var jug = SupplyBench.Jug;
        var (end, full) = (SupplyBench.Line[^1], bench.Caught.DefaultIfEmpty().Max());
        var (left, right, surface) = (SvgNode.Number(jug.X), SvgNode.Number(jug.Right), SvgNode.Tenths(jug.Bottom - full * jug.H));
        if (full > 0)
        {
            SvgNode.Path(svg, "b-column", $"M{left},{surface}H{right}V{SvgNode.Number(jug.Bottom)}H{left}Z");
            foreach (var run in bench.Caught.Where(c => c > 0 && c < full))
                SvgNode.Path(svg, "b-oil", $"M{left},{SvgNode.Tenths(jug.Bottom - run * jug.H)}h26");
            SvgNode.Path(svg, "b-oil", $"M{SvgNode.Number(end.X)},{SvgNode.Number(end.Y + 8)}V{surface}");
        }
        SvgNode.Path(svg, "b-body", $"M{left},{SvgNode.Number(jug.Y)}V{SvgNode.Number(jug.Bottom)}H{right}V{SvgNode.Number(jug.Y)}M{left},{
            SvgNode.Number(jug.Y)}l-7,-5");
        for (var mark = 1; mark < 5; mark++)
            SvgNode.Path(svg, "b-lead", $"M{right},{SvgNode.Tenths(jug.Bottom - mark * jug.H / 5)}h{(mark % 2 == 0 ? -16 : -10)}");
        var middle = jug.X + jug.W / 2;
        if (bench.MeanLpm is not { } mean) SvgNode.Text(svg, "b-note", middle, jug.Bottom + 20, "jug");
        else
        {
            SvgNode.Text(svg, "b-figure", middle, jug.Bottom + 22, $"{ShopUnits.Digits(mean)} l/min");
            if (bench.SpreadPct is { } spread && bench.Caught.Count(c => c > 0) > 1)
                SvgNode.Text(svg, "b-note", middle, jug.Bottom + 42, $"spread {spread:0} %");
        }
    }

    /// <summary>Flow over gallery pressure: the clean line, the band that is sound, the doubtful edge, and the runs.</summary>
    /// <param name="chart">The chart.</param>
    /// <param name="units">The shop's units.</param>
    public static string Chart(SupplyChart chart, ShopUnits units)
    {
        double X(double kpa) => Math.Round(Left + (Right - Left) * kpa / chart.MostKpa, 1);
        double Y(double lpm) => Math.Round(Bottom - (Bottom - Top) * lpm / chart.MostLpm, 1);
        string Line(Func<FeedPoint, double> of) => string.Concat(chart.Clean.Select((c, i)
            => $"{(i == 0 ? 'M' : 'L')}{SvgNode.Number(X(c.Kpa))},{SvgNode.Number(Y(of(c)))}"));
        var svg = SvgNode.Element("svg", ("class", "chart-svg"), ("viewBox", $"0 0 {SupplyChart.Width} {SupplyChart.Height}"), ("role", "img"),
            ("aria-label", "Flow of the feed over the gallery's pressure; the table under it says the same"));
        var (from, to) = (chart.Ratio.SoundFrom, chart.Ratio.SoundTo is { } end && end < Limit.Open ? end : (double?)null);
        if (from is { } low && to is { } high)
            SvgNode.Path(svg, "c-band", Line(c => c.Lpm * high) + string.Concat(chart.Clean.Reverse().Select(c
                => $"L{SvgNode.Number(X(c.Kpa))},{SvgNode.Number(Y(c.Lpm * low))}")) + "Z");
        if (chart.Ratio.DoubtFrom is { } doubt) SvgNode.Path(svg, "c-doubt", Line(c => c.Lpm * doubt));
        SvgNode.Path(svg, "c-unsure", Line(c => c.Least) + Line(c => c.Most));
        SvgNode.Path(svg, "c-clean", Line(c => c.Lpm));
        SvgNode.Path(svg, "c-axis", $"M{Left},{Top}V{Bottom}H{Right}");
        foreach (var kpa in new[] { 0.25, 0.5, 0.75, 1 }.Select(s => chart.MostKpa * s))
        {
            SvgNode.Path(svg, "c-axis", $"M{SvgNode.Number(X(kpa))},{Bottom}v6");
            SvgNode.Text(svg, "c-text", X(kpa), Bottom + 24, units.ShowPressure(kpa));
        }
        foreach (var lpm in new[] { 0.33, 0.66, 1 }.Select(s => chart.Clean[^1].Lpm * s))
        {
            SvgNode.Path(svg, "c-axis", $"M{Left},{SvgNode.Number(Y(lpm))}h-6");
            SvgNode.Text(svg, "c-text", Left - 10, Y(lpm) + 5, ShopUnits.Digits(lpm), "end");
        }
        SvgNode.Text(svg, "c-text", Left + 6, Top + 6, "l/min", "start");
        SvgNode.Text(svg, "c-text", (Left + Right) / 2, SupplyChart.Height - 4, "gallery pressure while oil ran");
        foreach (var (kpa, lpm) in chart.Caught)
            SvgNode.Path(svg, "c-run", $"M{SvgNode.Number(X(kpa) - 7)},{SvgNode.Number(Y(lpm))}h14M{SvgNode.Number(X(kpa))},{SvgNode.Number(Y(lpm) - 7)}v14");
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    /// <summary>Pressure at the turbo's inlet over the gallery's, with cold and hot oil, and the windows it should stay in.</summary>
    /// <param name="chart">The chart.</param>
    /// <param name="units">The shop's units.</param>
    public static string Fitted(FittedChart chart, ShopUnits units)
    {
        var most = 1.08 * chart.Cold.Concat(chart.Hot).Select(p => p.Inlet).Concat(chart.States.Select(s => s.State.MaxInletKpa ?? 0)).Max();
        double X(double kpa) => Math.Round(Left + (Right - Left) * kpa / FittedChart.MostKpa, 1);
        double Y(double kpa) => Math.Round(Bottom - (Bottom - Top) * kpa / most, 1);
        string Curve(IReadOnlyList<(double Gallery, double Inlet)> points) => string.Concat(points.Select((p, i)
            => $"{(i == 0 ? 'M' : 'L')}{SvgNode.Number(X(p.Gallery))},{SvgNode.Number(Y(p.Inlet))}"));
        var svg = SvgNode.Element("svg", ("class", "chart-svg"), ("viewBox", $"0 0 {SupplyChart.Width} {SupplyChart.Height}"), ("role", "img"),
            ("aria-label", "Pressure at the turbo's inlet over the gallery's; the table under it says the same"));
        SvgNode.Path(svg, "c-axis", $"M{Left},{Top}V{Bottom}H{Right}");
        SvgNode.Path(svg, "c-doubt", Curve(chart.Cold));
        SvgNode.Path(svg, "c-clean", Curve(chart.Hot));
        SvgNode.Text(svg, "c-text", X(chart.Cold[^1].Gallery), Y(chart.Cold[^1].Inlet) - 6, "cold oil", "end");
        SvgNode.Text(svg, "c-text", X(chart.Hot[^1].Gallery), Y(chart.Hot[^1].Inlet) + 30, "hot oil", "end");
        foreach (var kpa in new[] { 0.5, 1 }.Select(s => s * most / 1.08))
        {
            SvgNode.Path(svg, "c-axis", $"M{Left},{SvgNode.Number(Y(kpa))}h-6");
            SvgNode.Text(svg, "c-text", Left - 10, Y(kpa) + 5, units.ShowPressure(Math.Round(kpa)).Split(' ')[0], "end");
        }
        foreach (var state in chart.States)
        {
            var (x, y) = (SvgNode.Number(X(state.State.GalleryKpa)), Y(state.InletKpa));
            if (state.Holds is { } holds)
                SvgNode.Path(svg, "c-window", $"M{x},{SvgNode.Number(Y(state.State.MinInletKpa ?? 0))}m-9,0h18m-9,0V{
                    SvgNode.Number(Y(state.State.MaxInletKpa ?? most / 1.08))}{(state.State.MaxInletKpa is null ? "" : "m-9,0h18")}");
            SvgNode.Path(svg, state.Holds == false ? "c-miss" : "c-hold", $"M{x},{SvgNode.Number(y)}m-8,0l8,-8l8,8l-8,8Z");
            SvgNode.Path(svg, "c-axis", $"M{x},{Bottom}v6");
            SvgNode.Text(svg, "c-text", X(state.State.GalleryKpa), Bottom + 24, state.State.Name == FeedStates.Cold ? "cold" : state.State.Name, "middle");
        }
        SvgNode.Text(svg, "c-text", Left + 6, Top + 6, $"at the inlet, {units.Pressure}", "start");
        SvgNode.Text(svg, "c-text", (Left + Right) / 2, SupplyChart.Height - 4, "gallery pressure");
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
