using Wattology.Core.Drawing;
using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Drawing;

/// <summary>The supply bench: its boxes have their room however many runs there are, and the jug shows what is typed.</summary>
public sealed class SupplyBenchTests
{
    private static SupplyBench Bench(bool discard, params (double? Ml, double? Seconds)[] runs) => SupplyBench.Of(new(570, 4.5, 1.3, runs, discard));

    private static Box Around(Point a, Point b) => new(Math.Min(a.X, b.X), Math.Min(a.Y, b.Y), Math.Max(1, Math.Abs(a.X - b.X)), Math.Max(1,
        Math.Abs(a.Y - b.Y)));

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(7)]
    public void Every_box_has_its_room_however_many_runs_there_are(int runs)
    {
        var bench = Bench(false, [.. Enumerable.Repeat<(double?, double?)>((null, null), runs)]);
        Assert.Equal(runs, bench.Boxes.Count(b => b.Field.StartsWith(SupplyBench.Run + ".", StringComparison.Ordinal)));
        Assert.All(bench.Boxes, b =>
        {
            Assert.True(b.Box is { X: >= 0, Y: >= 0 } && b.Box.Right <= SupplyBench.Width && b.Box.Bottom <= bench.Height, b.Field);
            Assert.All(bench.Boxes.Where(o => o != b), o => Assert.True(b.Box.Shared(o.Box) == 0, $"{b.Field} lies over {o.Field}"));
            Assert.True(b.Box.Shared(SupplyBench.Jug) == 0, $"{b.Field} lies over the jug");
            // The pipe is seen along its whole length.
            Assert.All(SupplyBench.Line.Zip(SupplyBench.Line.Skip(1)), leg => Assert.True(b.Box.Shared(Around(leg.First, leg.Second)) == 0,
                $"{b.Field} lies over the pipe"));
        });
    }

    [Fact]
    public void Every_hidden_place_has_its_own_place_and_name_beside_the_boxes()
    {
        Assert.Equal(HiddenPlaces.All, SupplyBench.Hidden.Select(h => h.Asked));
        Assert.Equal(["banjo bolt", "valve", "gauze", "orifice"], SupplyBench.Hidden.Select(h => SupplyBench.ShortOf(h.Asked)));
        foreach (var (asked, at, name) in SupplyBench.Hidden)
        {
            Box[] own = [new(at.X - 18, at.Y - 18, 36, 36), asked == HiddenPlaces.Banjo ? new(name.X, name.Y - 15, 64, 18)
                : new(name.X - 26, name.Y - 15, 52, 18)];
            Assert.All(Bench(false, (null, null)).Boxes, b => Assert.All(own, o => Assert.True(o.Shared(b.Box) == 0, $"{asked.Id} lies under {b.Field}")));
        }
    }

    [Fact]
    public void The_jug_shows_each_run_beside_the_fullest_and_the_mean_is_the_tests_own()
    {
        var bench = Bench(false, (30, 15), (60, 20), (null, 10), (null, null));
        Assert.Equal([0.5 * bench.Caught[1], bench.Caught[1], 0, 0], bench.Caught);
        Assert.InRange(bench.Caught[1], 0.5, 1);
        var said = CatchTest.Compute(new(OilGrades.Typical["5W-30"], 35, new FeedLine(4.5, 570), [new(30, 15), new(60, 20)]));
        Assert.Equal((said.MeanLpm, said.SpreadPct), (bench.MeanLpm, bench.SpreadPct));
    }

    [Fact]
    public void A_run_half_typed_or_that_only_purged_air_has_no_say_in_the_mean()
    {
        Assert.Equal((0.12, 0), (Bench(true, (5, 15), (30, 15), (90, null)).MeanLpm!.Value, Bench(true, (5, 15), (30, 15), (90, null)).SpreadPct!.Value));
        Assert.Null(Bench(true, (30, 15)).MeanLpm);
        Assert.Null(Bench(false, (30, 0)).MeanLpm);
        // Nothing came: the jug stays empty, and the mean says so.
        var dry = Bench(false, (0, 15), (0, 10));
        Assert.Equal((0, 0), (dry.MeanLpm!.Value, dry.SpreadPct!.Value));
        Assert.Equal([0, 0], dry.Caught);
    }

    [Fact]
    public void Line_and_restrictor_are_drawn_firmly_once_they_are_typed()
    {
        static (bool, bool) Firm(double? length, double? bore, double? hole) => SupplyBench.Of(new(length, bore, hole, [(null, null)], false)) is var bench
            ? (bench.LineTyped, bench.RestrictorTyped) : default;
        Assert.Equal(((false, false), (false, true), (true, false)), (Firm(570, null, null), Firm(null, 4.5, 1.3), Firm(570, 4.5, 0)));
    }
}
