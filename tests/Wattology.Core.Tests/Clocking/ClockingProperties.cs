using FsCheck.Xunit;
using Wattology.Core.Clocking;
using Wattology.Core.Limits;

namespace Wattology.Core.Tests.Clocking;

public sealed class ClockingProperties
{
    private static ClockingRow Row(ClockingInput input) => ClockingGeometry.Compute(input).Rows[0];

    [Property]
    public bool A_tilt_never_depends_on_the_heading_when_level_and_upright(short inlet, short heading)
        => Math.Abs(Row(new(inlet, heading)).DrainTiltDeg - Row(new(inlet, 0)).DrainTiltDeg) < 1e-9;

    [Property]
    public bool On_the_level_with_the_drain_opposite_the_tilt_is_the_inlets_angle(short tenths)
    {
        var degrees = tenths % 1800 / 10.0;
        return Math.Abs(Row(new(degrees)).DrainTiltDeg - Math.Abs(degrees)) < 1e-9;
    }

    [Property]
    public bool Rolling_to_the_right_takes_from_an_angle_that_leans_left(sbyte inlet, sbyte roll)
    {
        // Looking back at the compressor end of a forward-pointing unit, clockwise is toward the machine's left; right side down turns straight up that way
        // too.
        var tilt = Row(new(inlet / 4.0, 0, 0, 180, [new("rolled", 0, roll / 4.0)])).InletTiltDeg;
        return Math.Abs(tilt - Math.Abs(inlet / 4.0 - roll / 4.0)) < 1e-9;
    }

    [Property]
    public bool A_turn_goes_the_short_way_and_leaves_at_most_half_a_step(short now, short want)
    {
        var free = Turning.Compute(new(now, want));
        var stepped = Turning.Compute(new(now, want, 45));
        return free.TurnDeg is > -180 and <= 180 && Math.Abs(Math.IEEERemainder(now + free.TurnDeg - want, 360)) < 1e-6
            && Math.Abs(stepped.LeftDeg) <= 22.5 + 1e-9 && Math.Abs(stepped.TurnDeg + stepped.LeftDeg - free.TurnDeg) < 1e-6;
    }
}
