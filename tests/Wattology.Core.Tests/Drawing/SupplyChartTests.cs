using Wattology.Core.Drawing;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.Drawing;

/// <summary>The chart of a feed: chart, table and calculation say the same.</summary>
public sealed class SupplyChartTests
{
    private static readonly CatchTestInput Test = new(OilGrades.Typical["5W-30"], 35, new FeedLine(5.2, 620), [new(20, 20), new(33, 15.2), new(34, 15)],
        182, 1.3,
        DiscardFirst: true);

    private static readonly LineDoubt Measured = LineDoubt.Of(new Dictionary<string, string> { ["input.line.minor_k"] = "3" });

    private static SupplyChart Chart(CatchTestInput test, bool rolling = false) => SupplyChart.Of(test, SupplyLimits.Ratio.Usual, Measured, rolling);

    [Fact]
    public void The_clean_curve_is_the_calculations_own_and_the_runs_stand_at_their_pressure()
    {
        var chart = Chart(Test);
        Assert.All(chart.Clean, c => Assert.Equal(OilFeed.Compute(new OilFeedInput(Test.Oil, 35, c.Kpa, Test.Line, 1.3)).FlowLpm, c.Lpm, 1e-9));
        Assert.Equal((0, 400, 0), (chart.Clean[0].Kpa, chart.MostKpa, chart.Clean[0].Lpm));
        // The run that only purged air does not count, and the others give the test's own mean.
        Assert.Equal([182, 182], chart.Caught.Select(c => c.Kpa));
        Assert.Equal(CatchTest.Compute(Test).MeanLpm, chart.Caught.Average(c => c.Lpm), 1e-9);
        var expected = CatchTest.Compute(Test).ExpectedLpm!.Value;
        var (below, over) = (chart.Clean.Last(c => c.Kpa <= 182), chart.Clean.First(c => c.Kpa > 182));
        Assert.InRange(expected, below.Lpm, over.Lpm);
    }

    [Fact]
    public void It_reaches_as_far_as_what_was_read_and_shows_no_run_without_a_pressure()
    {
        Assert.Equal(775, Chart(Test with { GalleryKpa = 620 }).MostKpa);
        Assert.Empty(Chart(Test with { GalleryKpa = null }).Caught);
        var chart = Chart(Test with { Runs = [new(900, 10)], DiscardFirst = false });
        Assert.True(chart.MostLpm > chart.Caught[0].Lpm, "what was caught stands on the chart");
        Assert.True(Chart(Test).MostLpm > 1.25 * chart.Clean[^1].Lpm, "and the whole of what is sound");
    }

    [Fact]
    public void What_is_not_surely_known_lies_round_the_curve_and_wider_the_less_was_said()
    {
        var chart = Chart(Test);
        Assert.All(chart.Clean.Skip(1), c => Assert.True(c.Least < c.Lpm && c.Lpm < c.Most));
        double Open(string bore, string length, string bends) => LineDoubt.Of(new Dictionary<string, string>
        {
            ["input.line.id_mm"] = bore, ["input.line.length_mm"] = length, ["input.line.minor_k"] = bends,
        }).Flow(Test, 200) is var (least, most) ? most - least : 0;
        var measured = Open("5.2", "620", "2 banjos");
        Assert.All(new[] { Open("dash 4", "620", "2 banjos"), Open("5.2", "about 0.5 m", "2 banjos"), Open("5.2", "620", "") }, o
            => Assert.True(o > measured));
        // A hole in the line is never wider than the line, however far off its bore may be.
        Assert.True(LineDoubt.Of(new Dictionary<string, string> { ["input.line.id_mm"] = "dash 3" }).Flow(Test with { Line = new(1.3, 620) }, 200).Least > 0);
        Assert.Contains("length within 25 %", LineDoubt.Of(new Dictionary<string, string> { ["input.line.length_mm"] = "About 1 m" }).Words(new()));
    }

    [Fact]
    public void With_the_unit_on_it_each_state_stands_on_its_curve_and_in_or_out_of_its_bearings_window()
    {
        var chart = Chart(Test).Fitted;
        Assert.Equal(["cold start", "hot idle", "rated"], chart.States.Select(s => s.State.Name));
        foreach (var (state, curve) in chart.States.Zip([chart.Cold, chart.Hot, chart.Hot]))
        {
            var feed = OilFeed.Compute(new OilFeedInput(Test.Oil, state.State.OilTempC, state.State.GalleryKpa, Test.Line, 1.3, Bearing: Bearing.UsualPlain));
            Assert.Equal((feed.InletKpa, feed.FlowLpm), (state.InletKpa, state.FlowLpm));
            Assert.InRange(state.InletKpa, curve.Last(p => p.Gallery <= state.State.GalleryKpa).Inlet, curve.First(p
                => p.Gallery >= state.State.GalleryKpa).Inlet);
        }
        Assert.Null(chart.States[0].Holds);
        bool? Rated(double? hole, bool rolling) => Chart(Test with { RestrictorMm = hole, Line = new(8, 300) }, rolling).Fitted.States[2].Holds;
        Assert.Equal((true, true, false), (Rated(null, false), Rated(1.6, true), Rated(0.8, false)));
        // What plain bearings take, rolling ones do not.
        Assert.False(Rated(null, true));
    }
}
