using Wattology.Core.Drawing;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Drawing;

/// <summary>The supply bench and its chart: chart, table and calculation say the same.</summary>
public sealed class SupplyChartTests
{
    private static readonly CatchTestInput Test = new(OilGrades.Typical["5W-30"], 35, new FeedLine(5.2, 620), [new(20, 20), new(33, 15.2), new(34, 15)],
        182, 1.3,
        DiscardFirst: true);

    [Fact]
    public void The_clean_curve_is_the_calculations_own_and_the_runs_stand_at_their_pressure()
    {
        var chart = SupplyChart.Of(Test, SupplyLimits.Ratio.Usual);
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
        Assert.Equal(775, SupplyChart.Of(Test with { GalleryKpa = 620 }, SupplyLimits.Ratio.Usual).MostKpa);
        Assert.Empty(SupplyChart.Of(Test with { GalleryKpa = null }, SupplyLimits.Ratio.Usual).Caught);
        var chart = SupplyChart.Of(Test with { Runs = [new(900, 10)], DiscardFirst = false }, SupplyLimits.Ratio.Usual);
        Assert.True(chart.MostLpm > chart.Caught[0].Lpm, "what was caught stands on the chart");
        Assert.True(SupplyChart.Of(Test, SupplyLimits.Ratio.Usual).MostLpm > 1.25 * chart.Clean[^1].Lpm, "and the whole of what is sound");
    }

    [Fact]
    public void Every_box_of_the_bench_has_its_room()
        => Assert.All(SupplyBench.Boxes, b =>
        {
            Assert.True(b.Box is { X: >= 0, Y: >= 0 } && b.Box.Right <= SupplyBench.Width && b.Box.Bottom <= SupplyBench.Height, b.Field);
            Assert.All(SupplyBench.Boxes.Where(o => o != b), o => Assert.True(b.Box.Shared(o.Box) == 0, $"{b.Field} lies over {o.Field}"));
        });
}
