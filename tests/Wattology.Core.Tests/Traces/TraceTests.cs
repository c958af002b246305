using FsCheck.Xunit;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Traces;

namespace Wattology.Core.Tests.Traces;

public sealed class TraceTests
{
    private static Trace Of(params (double At, double? Turbo, double? Rpm)[] rows) => new([GaugeChannel.OilTurbo, GaugeChannel.EngineSpeed],
        [.. rows.Select(r => new TraceRow(r.At, [r.Turbo, r.Rpm]))]);

    [Fact]
    public void A_trace_is_written_and_read_as_it_was_and_what_was_not_read_stays_empty()
    {
        var trace = Of((-1.5, null, 0), (0.05, 12.345, 211.4), (0.1, 180, null));
        var text = TraceCsv.Write(trace);
        Assert.Equal("t_s,oil_turbo_kpa,engine_rpm\n-1.5,,0\n0.05,12.35,211\n0.1,180,\n", text);
        var back = TraceCsv.Read(text);
        Assert.Equal(trace.Channels, back.Channels);
        Assert.Equal([(-1.5, null), (0.05, 12.35), (0.1, 180.0)], back.Pressure.Select(p => (p.TimeS, p.Value)));
        Assert.Equal(1.6, back.Seconds, 6);
        Assert.Equal([GaugeChannel.OilTurbo], Of((0, 1, null), (1, 2, null)).Read().Channels);
        Assert.Empty(trace.Of(GaugeChannel.Boost));
        Assert.Equal(7, new Trace([GaugeChannel.OilGallery], [new(0, [7])]).Pressure[0].Value);
    }

    [Theory]
    [InlineData("t_s,oil_turbo_kpa\n0,1\n0.05,", 2)]
    [InlineData("t_s,oil_turbo_kpa\n0,1\n0.05,1", 2)]
    [InlineData("t_s,oil_turbo_kpa\n0,1\n0.0", 1)]
    [InlineData("t_s,oil_turbo_kpa\r\n0,1\r\n0.1,2\r\n", 2)]
    public void A_last_line_that_was_cut_off_is_left_out(string text, int rows) => Assert.Equal(rows, TraceCsv.Read(text).Rows.Count);

    [Theory]
    [InlineData("")]
    [InlineData("time,oil\n0,1\n")]
    [InlineData("t_s\n0\n")]
    [InlineData("t_s,oil_turbo_kpa\n0,x\n1,2\n")]
    [InlineData("t_s,oil_turbo_kpa\n0,1,2\n1,2\n")]
    [InlineData("t_s,oil_turbo_kpa\nNaN,1\n1,2\n")]
    public void What_is_no_trace_is_refused(string text) => Assert.Throws<InputRefusedException>(() => TraceCsv.Read(text));

    [Property(MaxTest = 60)]
    public void Thinned_for_a_screen_no_peak_is_lost_and_no_point_is_made_up(int seed, byte columns)
    {
        var random = new Random(seed);
        var stretches = 1 + columns % 90;
        var points = Enumerable.Range(0, 3_000).Select(i => new TracePoint(i * 0.05, random.Next(40) == 0 ? null : 100 + 80 * random.NextDouble())).ToList();
        points[random.Next(points.Count)] = new(points[1].TimeS, 950);
        points = [.. points.OrderBy(p => p.TimeS)];
        var thinned = Thinning.Of(points, stretches);
        Assert.InRange(thinned.Points.Count, 2, 5 * stretches + 2);
        Assert.Equal(950, thinned.Points.Max(p => p.Value));
        Assert.Equal(points.Min(p => p.Value), thinned.Points.Min(p => p.Value));
        Assert.Equal((points[0], points[^1]), (thinned.Points[0], thinned.Points[^1]));
        Assert.Subset(points.ToHashSet(), thinned.Points.Where(p => p.Value is not null).ToHashSet());
        Assert.Equal(thinned.Points.Select(p => p.TimeS).Order(), thinned.Points.Select(p => p.TimeS));
        // Each stretch keeps its own lowest and highest.
        var drawn = thinned.Points.Select(p => p.Value ?? double.NaN).ToHashSet();
        var width = (points[^1].TimeS - points[0].TimeS) / stretches;
        foreach (var own in points.GroupBy(p => Math.Min(stretches - 1, (int)((p.TimeS - points[0].TimeS) / width))))
            if (own.Max(p => p.Value) is { } high) Assert.Contains(high, drawn);
    }

    [Fact]
    public void Few_samples_are_all_drawn_and_a_pause_is_a_gap()
    {
        var points = Enumerable.Range(0, 20).Select(i => new TracePoint(i * 0.05 + (i >= 10 ? 3 : 0), i)).ToArray();
        var thinned = Thinning.Of(points, 100);
        Assert.Equal((1, ""), (thinned.Each, thinned.Words));
        Assert.Equal(21, thinned.Points.Count);
        Assert.Null(thinned.Points[10].Value);
        var dense = Thinning.Of([.. Enumerable.Range(0, 4_000).Select(i => new TracePoint(i * 0.05 + (i >= 2_000 ? 20 : 0), 1))], 10);
        Assert.Single(dense.Points, p => p.Value is null);
        Assert.Contains("of up to", dense.Words);
        Assert.Throws<ArgumentOutOfRangeException>(() => Thinning.Of(points, 0));
        Assert.Empty(Thinning.Of([], 5).Points);
    }
}
