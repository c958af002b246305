using Wattology.Core.Drain;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.OilSupply;
using Wattology.Core.Jobs;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Drawing;

/// <summary>The crankcase on the drain's picture.</summary>
public sealed class CrankcaseBenchTests
{
    private static readonly DrainInput Drain = new(OilGrades.Typical["5W-30"], 90, 1.2, 18, [new(140, 96), new(160, 40)], 40);

    private static CrankcaseBench Bench(double? kpa, DrainInput? drain)
        => CrankcaseBench.Of((drain is null ? Book.In() : Book.In().Tell(new DrainReading(1, "5W-30", true, drain), Known.Measured)).Record, 1, kpa,
            DrainLimits.Margin.Usual);

    [Fact]
    public void The_drain_ends_at_the_wall_and_the_column_is_what_the_calculation_holds_back()
    {
        foreach (var kpa in new[] { 0.2, 1.0, 4.0 })
        {
            var bench = Bench(kpa, Drain);
            Assert.Equal(CrankcaseBench.Wall, bench.Route.End.X, 1e-9);
            var held = DrainFlow.Compute(Drain with { CrankcaseKpa = kpa }, DrainLimits.Margin.Usual).HoldUpMm;
            Assert.Equal((136, held), (bench.FallMm, bench.HeldMm));
            Assert.Equal(Math.Min(held * bench.Route.Scale, bench.Route.End.Y - 20), bench.Column!.Value.H, 1e-6);
            Assert.Equal(bench.Route.End.Y, bench.Column.Value.Bottom, 1e-6);
        }
    }

    [Fact]
    public void It_says_what_is_held_back_beside_what_the_drain_falls()
    {
        string Says(double? kpa, DrainInput? drain) => Bench(kpa, drain).Says(mm => $"{mm:0} mm");
        Assert.Equal("", Says(null, Drain));
        Assert.Equal("Nothing pushes against the drain.", Says(-2, Drain));
        Assert.Contains("the drain falls 136 mm.", Says(0.2, Drain));
        Assert.Contains("falls only 136 mm: oil stands in it", Says(4, Drain));
        Assert.Contains("nobody measured", Says(1, null));
        Assert.Null(Bench(1, null).Column);
        Assert.Null(Bench(-2, Drain).Column);
    }

    [Fact]
    public void Its_boxes_have_their_room_beside_the_crankcase()
        => Assert.All(CrankcaseBench.Boxes, b => Assert.True(b.Box.X > 576 && b.Box.Right <= CrankcaseBench.Width && b.Box.Bottom <= CrankcaseBench.Height
            && CrankcaseBench.Boxes.All(o => o == b || o.Box.Shared(b.Box) == 0), b.Field));
}
