using FsCheck.Xunit;
using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Clocking;

namespace Wattology.Core.Tests.Clocking;

public sealed class FreeWindowTests
{
    private static FreeWindowInput Level(double tilt, params ForbiddenArc[] forbidden) => new(new ClockingInput(0), tilt, forbidden);

    private static void Single(FreeWindowResult result, double from, double to)
    {
        var window = Assert.Single(result.Allowed);
        Assert.Equal(0, Math.IEEERemainder(window.FromDeg - from, 360), 5);
        Assert.Equal(to - from, window.ToDeg - window.FromDeg, 5);
        Assert.Null(result.Smallest);
    }

    [Fact]
    public void On_the_level_the_window_is_the_tilt_both_ways_and_follows_the_drains_own_offset()
    {
        Single(FreeWindow.Compute(Level(15)), -15, 15);
        Single(FreeWindow.Compute(Level(15) with { Fitted = new(0, DrainOffsetDeg: 190) }), -25, 5);
    }

    [Fact]
    public void Forbidden_arcs_cut_into_it_and_can_split_it()
    {
        Single(FreeWindow.Compute(Level(15, new ForbiddenArc("hot housing", 0, 5, 90))), -15, 5);
        Assert.Equal([(-15.0, -4.0), (3.0, 15.0)], FreeWindow.Compute(Level(15, new ForbiddenArc("bracket", 180, 176, 183))).Allowed
            .Select(w => (Math.Round(w.FromDeg > 180 ? w.FromDeg - 360 : w.FromDeg, 4), Math.Round(w.ToDeg > 180 ? w.ToDeg - 360 : w.ToDeg, 4))).Order());
    }

    [Fact]
    public void A_stepped_joint_leaves_its_own_positions_only()
    {
        var stepped = FreeWindow.Compute(Level(15) with { Fitted = new(50), StepDeg = 60 });
        Assert.Equal(350, Assert.Single(stepped.Allowed).FromDeg, 6);
        var none = FreeWindow.Compute(Level(15) with { Fitted = new(30), StepDeg = 60 });
        Assert.Empty(none.Allowed);
        Assert.Equal(15, none.Smallest!.ByDeg, 4);
    }

    [Fact]
    public void Without_a_window_the_smallest_thing_that_gives_way_is_named()
    {
        var shut = FreeWindow.Compute(Level(15, new ForbiddenArc("manifold", 0, 340, 18)));
        Assert.Equal("drain tilt", shut.Smallest!.What);
        Assert.Equal(3, shut.Smallest.ByDeg, 4);
        var two = FreeWindow.Compute(Level(15, new ForbiddenArc("left", 0, 200, 1), new ForbiddenArc("right", 0, 0.5, 150)));
        Assert.Equal(0.5, two.Smallest!.ByDeg, 4);
        Assert.Throws<InputRefusedException>(() => FreeWindow.Compute(Level(95)));
        Assert.Throws<InputRefusedException>(() => FreeWindow.Compute(Level(double.NaN)));
        Assert.Throws<InputRefusedException>(() => FreeWindow.Compute(Level(15, new ForbiddenArc("hose", 0, double.NaN, 10))));
        Assert.Throws<InputRefusedException>(() => FreeWindow.Compute(Level(15) with { StepDeg = 1e-9 }));
        var full = FreeWindow.Compute(Level(15, new ForbiddenArc("frame", 0, -180, 180)));
        Assert.Empty(full.Allowed);
        Assert.Equal("frame", full.Smallest!.What);
        Assert.True(full.Smallest.ByDeg > 90);
        Assert.Throws<InputRefusedException>(() => FreeWindow.Compute(Level(15) with { StepDeg = 50 }));
    }

    [Property(MaxTest = 60)]
    public bool Every_angle_is_inside_exactly_when_it_satisfies_everything(sbyte roll, sbyte up, byte probe)
    {
        var fitted = new ClockingInput(0, 40, up / 4.0, 175, [new("level", 0, 0), new("rolled", 5, roll / 8.0)]);
        var input = new FreeWindowInput(fitted, 35, [new("pipe", 0, 20, 45)]);
        var angle = probe * 360 / 256.0 + 0.013;
        var good = ClockingGeometry.Compute(fitted with { OilInletDeg = angle }).WorstDrainTiltDeg <= 35 && angle is not (> 20 and < 45);
        var inside = FreeWindow.Compute(input).Allowed.Any(w => angle >= w.FromDeg && angle <= w.ToDeg || angle + 360 >= w.FromDeg && angle + 360 <= w.ToDeg);
        return good == inside;
    }
}
