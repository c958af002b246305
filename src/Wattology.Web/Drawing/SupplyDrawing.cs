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
    private const double Left = 56, Right = 424, Top = 14, Bottom = 262, FullWidth = 460, FullHeight = 310;

    /// <summary>The feed from the gallery to the jug, with a place for each box.</summary>
    /// <param name="hidden">Of each place out of sight, by its question's id, how it was seen; null where nobody looked.</param>
    public static string Bench(IReadOnlyDictionary<string, LookAnswer?> hidden)
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {SupplyBench.Width} {SupplyBench.Height}"), ("role", "img"),
            ("aria-label", "The feed from the gallery, through its restrictor, to its open end over the jug"));
        SvgNode.Path(svg, "b-body", "M16,60H96V220H16Z M40,84v112 M72,84v112");
        SvgNode.Path(svg, "b-pipe", "M96,190H130V130H555V206");
        SvgNode.Path(svg, "b-inside", "M96,190H130V130H555V206");
        SvgNode.Path(svg, "b-fit", "M312,114L330,124L348,114V146L330,136L312,146Z");
        SvgNode.Path(svg, "b-body", "M516,232V316H600V232 M510,228l6,4");
        SvgNode.Path(svg, "b-oil", "M518,286H598 M555,212v14M555,234v10");
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
        SvgNode.Text(svg, "b-note", 640, 300, "jug");
        SvgNode.Places(svg, SupplyBench.Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
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
        var svg = SvgNode.Element("svg", ("class", "chart-svg"), ("viewBox", $"0 0 {FullWidth} {FullHeight}"), ("role", "img"),
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
        SvgNode.Text(svg, "c-text", (Left + Right) / 2, FullHeight - 4, "gallery pressure while oil ran");
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
        var svg = SvgNode.Element("svg", ("class", "chart-svg"), ("viewBox", $"0 0 {FullWidth} {FullHeight}"), ("role", "img"),
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
        SvgNode.Text(svg, "c-text", (Left + Right) / 2, FullHeight - 4, "gallery pressure");
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
