using System.Globalization;
using System.Text.RegularExpressions;
using Wattology.Core.Clocking;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Clocking;

/// <summary>The plan by which a unit is clocked: whoever follows its sentences ends where it says, and there everything is satisfied.</summary>
public sealed partial class ClockingPlanTests
{
    private static readonly RingJoint Free = new(JointHeld.Bolts);

    private static ClockingPlanInput Of(RingAngles received, RingJoint? turbine = null, RingJoint? compressor = null)
        => new(received, 282, 90, turbine ?? Free, compressor ?? Free);

    [GeneratedRegex(@"(?<by>\d+)° (?<way>clockwise|anticlockwise)")]
    private static partial Regex Turned();

    [GeneratedRegex(@"at (?<to>\d+)°")]
    private static partial Regex Stands();

    private static double Apart(double a, double b) => Math.Abs(Math.IEEERemainder(a - b, 360));

    private static IEnumerable<ClockingPlanInput> Units()
    {
        var random = new Random(5);
        double[] steps = [10, 30, 45, 60, 72];
        RingJoint Joint() => random.Next(4) switch
        {
            0 => new(JointHeld.Band), 1 => new(JointHeld.Bolts, steps[random.Next(steps.Length)]), 2 => new(JointHeld.Tabs, Pinned: random.Next(4) == 0),
            _ => new(JointHeld.Ring),
        };
        for (var i = 0; i < 300; i++)
            yield return new(new(random.Next(360), random.Next(360), random.Next(360)), random.Next(360), random.Next(360), Joint(), Joint(),
                (ClockingSchool)random.Next(2), random.Next(2) == 0, random.Next(10, 40), random.Next(3) == 0 ? random.Next(150, 210) : 180,
                random.Next(-12, 12), random.Next(360), random.Next(3) == 0 ? [new("level", 0, 0), new("slope", random.Next(-8, 8), random.Next(-8, 8))] : null,
                random.Next(2) == 0 ? [new("manifold", 0, random.Next(20, 200), 60 + random.Next(140, 260))] : null);
    }

    [Fact]
    public void Following_its_sentences_leads_to_the_wanted_angles_and_there_everything_is_satisfied()
    {
        var (planned, without) = (0, 0);
        foreach (var unit in Units())
        {
            var result = ClockingPlan.Compute(unit);
            if (result.Wanted is not { } wanted) { without++; Assert.Empty(result.Steps); continue; }
            planned++;
            Assert.DoesNotContain(unit.Forbidden ?? [], a => a.IsHitAt(wanted.OilInletDeg));
            // A hand that knows nothing but the words.
            var (turbine, oil, outlet) = (unit.Received.TurbineInletDeg, unit.Received.OilInletDeg, unit.Received.OutletDeg);
            foreach (var step in result.Steps.Where(s => s.Ring is not null))
            {
                var to = double.Parse(Stands().Match(step.Text).Groups["to"].Value, CultureInfo.InvariantCulture);
                var turn = Turned().Match(step.Text) is { Success: true } by ? double.Parse(by.Groups["by"].Value, CultureInfo.InvariantCulture)
                    * (by.Groups["way"].Value == "clockwise" ? 1 : -1) : 0;
                switch (step.Ring)
                {
                    case TurnedRing.Turbine:
                        (oil, outlet, turbine) = (oil + to - turbine, outlet + to - turbine, to);
                        break;
                    case TurnedRing.Centre:
                        oil += turn;
                        Assert.True(Apart(oil, to) <= 1.01, $"{step.Text}: {oil}");
                        break;
                    default:
                        outlet += turn;
                        Assert.True(Apart(outlet, to) <= 1.01, $"{step.Text}: {outlet}");
                        break;
                }
            }
            Assert.True(Apart(turbine, unit.TurbineWantedDeg) <= 1 && Apart(oil, wanted.OilInletDeg) <= 1.01 && Apart(outlet, wanted.OutletDeg) <= 1.01);
            var tilt = ClockingGeometry.Compute(new(wanted.OilInletDeg, unit.HeadingDeg, unit.CompressorUpDeg, unit.DrainOffsetDeg, unit.Attitudes));
            Assert.True(tilt.WorstDrainTiltDeg <= unit.MostTiltDeg + 0.01);
            Assert.Equal(tilt.WorstDrainTiltDeg, result.WorstTiltDeg!.Value, 1e-6);
            foreach (var arc in unit.Forbidden ?? [])
                Assert.False(Inside(wanted.OilInletDeg + arc.PartOffsetDeg, arc), $"{wanted.OilInletDeg} in {arc}");
            // A stepped or pinned joint goes by its steps.
            var carried = unit.TurbineWantedDeg - unit.Received.TurbineInletDeg;
            Whole(wanted.OilInletDeg - unit.Received.OilInletDeg - carried, unit.Turbine);
            Whole(wanted.OutletDeg - wanted.OilInletDeg - (unit.Received.OutletDeg - unit.Received.OilInletDeg), unit.Compressor);
            if (unit.Compressor is { StepDeg: null, Pinned: false }) Assert.True(Apart(wanted.OutletDeg, unit.OutletWantedDeg) < 1e-6);
        }
        Assert.True(planned > 100 && without > 10, $"{planned} and {without}");
        static bool Inside(double angle, ForbiddenArc arc) => ((angle - arc.FromDeg) % 360 + 360) % 360 is var into && into > 0.01
            && into < ((arc.ToDeg - arc.FromDeg) % 360 + 360) % 360 - 0.01;
        static void Whole(double turn, RingJoint joint)
        {
            if (joint.Pinned) Assert.True(Apart(turn, 0) < 1e-6);
            else if (joint.StepDeg is { } step) Assert.True(Math.Abs(Math.IEEERemainder(turn, step)) < 1e-6, $"{turn} in steps of {step}");
        }
    }

    [Fact]
    public void It_is_in_order_and_opens_what_it_leaves_slack()
    {
        var plan = ClockingPlan.Compute(Of(new(282, 24, 106)) with { ActuatorTies = true });
        Assert.Equal(new RingAngles(282, 0, 90), plan.Wanted);
        var text = plan.Steps.Select(s => s.Text).ToList();
        int At(string part) => text.FindIndex(t => t.Contains(part, StringComparison.Ordinal)) is >= 0 and var at ? at
            : throw new InvalidOperationException(part);
        Assert.True(At("compressor end, and stay") < At("clip") && At("clip") < At("Loosen the compressor housing's bolts first")
            && At("compressor housing's bolts first") < At("Then loosen the turbine housing's bolts")
                && At("Then loosen") < At("Hold the turbine inlet at 282° (9:25)")
            && At("Hold the turbine inlet") < At("Turn the centre section 24° anticlockwise")
                && At("Turn the centre section") < At("Nip one turbine housing screw")
            && At("Nip one turbine") < At("outlet stands at 90° (3:00): 16° anticlockwise")
                && At("outlet stands") < At("never one that also holds the actuator's bracket")
            && At("never one") < At("on trial in the vehicle") && At("on trial") < At("in stages, across") && At("in stages") < At("Refit the actuator"));
        Assert.Equal(["actuator and its clip off", "the compressor housing's bolts", "the turbine housing's bolts"], plan.Steps.Select(s => s.Opens)
            .Where(o => o.Length > 0));
        // In the vehicle the turbine inlet is bolted, and there is no trial fit to come.
        var vehicle = ClockingPlan.Compute(Of(new(282, 24, 106)) with { School = ClockingSchool.Vehicle }).Steps.Select(s => s.Text).ToArray();
        Assert.Contains(vehicle, t => t.StartsWith("Bolt the turbine inlet", StringComparison.Ordinal));
        Assert.DoesNotContain(vehicle, t => t.Contains("on trial", StringComparison.Ordinal) || t.Contains("clip", StringComparison.Ordinal));
        // What stands right already is not loosened.
        var right = ClockingPlan.Compute(Of(new(282, 0, 90)) with { ActuatorTies = true });
        Assert.DoesNotContain(right.Steps, s => s.Opens.Length > 0 || s.Text.Contains("oosen", StringComparison.Ordinal));
        // A pinned compressor housing says what stays undone.
        Assert.Contains(ClockingPlan.Compute(Of(new(282, 24, 106), compressor: new(JointHeld.Bolts, Pinned: true))).Steps, s
            => s.Why.StartsWith("8° stay: its joint is pinned", StringComparison.Ordinal));
    }

    [Fact]
    public void Without_a_window_it_names_the_smallest_change_and_writes_nothing()
    {
        var none = ClockingPlan.Compute(Of(new(282, 24, 106), turbine: new(JointHeld.Bolts, Pinned: true)));
        Assert.Null(none.Wanted);
        Assert.Equal((ClockingPlan.PinDemand, 9.0), (none.Smallest!.What, Math.Round(none.Smallest.ByDeg, 4)));
        Assert.Throws<InputRefusedException>(() => ClockingPlan.Compute(Of(new(282, 24, 106), turbine: new(JointHeld.Bolts, 50))));
    }

    [Theory]
    [InlineData(0, "0° (12:00)")]
    [InlineData(82, "82° (2:45)")]
    [InlineData(359.8, "0° (12:00)")]
    [InlineData(-30, "330° (11:00)")]
    [InlineData(15, "15° (12:30)")]
    public void An_angle_is_said_as_degrees_and_as_a_time(double degrees, string said) => Assert.Equal(said, ClockingPlan.At(degrees));

    [Fact]
    public void A_sealed_unit_gets_no_plan_and_a_trial_fit_is_not_the_final_one()
    {
        var plan = new ClockingPlanned(1, Of(new(282, 24, 106)));
        Assert.Equal(ClockingPlanned.SealedWords, ClockingPlanned.Kind.RefusalOfFirst(Book.In().Job.Context, plan)!.Message);
        var job = Book.In(kind: Core.BookIn.JobKind.Custom).Tell(plan, Known.Measured, "angle gauge 1");
        Assert.Equal("turbine inlet at 282° (9:25), oil inlet at 0° (12:00), outlet at 90° (3:00), seen from the compressor end",
            job.Job.Words(job.Entries[^1]));
        job.Tell(new RingsFitted(1, RingsFit.Trial, new(282, 2, 88)), Known.Seen);
        Assert.StartsWith("on trial: ", job.Job.Words(job.Entries[^1]), StringComparison.Ordinal);
        job.Tell(new RingsFitted(1, RingsFit.Final, new(282, 1, 90)), Known.Seen);
        Assert.StartsWith("for good: ", job.Job.Words(job.Entries[^1]), StringComparison.Ordinal);
    }

    [FsCheck.Xunit.Property(MaxTest = 200)]
    public bool A_point_of_the_dial_is_its_angle_from_either_end(int degrees, bool fromTurbine)
    {
        var dial = new ClockingDial(fromTurbine);
        var (x, y) = (dial.At(degrees, 100).X - ClockingDial.Axis.X, ClockingDial.Axis.Y - dial.At(degrees, 100).Y);
        return Apart(Math.Atan2(fromTurbine ? -x : x, y) * 180 / Math.PI, degrees) < 1e-6 && Math.Abs(dial.At(degrees, 100).X - ClockingDial.Axis.X
            - (fromTurbine ? -1 : 1) * (new ClockingDial(false).At(degrees, 100).X - ClockingDial.Axis.X)) < 1e-9;
    }

    [Fact]
    public void The_boxes_of_the_dial_have_their_room_and_lie_over_no_ring()
        => Assert.All(new[] { ClockingDial.PlanBoxes, ClockingDial.ReadingBoxes, ClockingDial.FitBoxes }, boxes => Assert.All(boxes, b =>
        {
            Assert.True(b.Box is { X: >= 0, Y: >= 0 } && b.Box.Right <= ClockingDial.Width && b.Box.Bottom <= ClockingDial.Height);
            Assert.True(b.Box.Away(ClockingDial.Axis.X, ClockingDial.Axis.Y) > ClockingDial.ArcOuter, b.Field);
            Assert.All(boxes.Where(o => o != b), o => Assert.True(o.Box.Shared(b.Box) == 0));
        }));

    [Theory]
    [InlineData(30.0, 0, 60, ", its bracket 2 holes anticlockwise from where it was;")]
    [InlineData(30.0, 0, 330, ", its bracket 1 hole clockwise from where it was;")]
    [InlineData(45.0, 0, 60, ", its bracket 1 hole anticlockwise from where it was (15° stay, the rod's end takes them);")]
    [InlineData(90.0, 0, 30, ", its bracket on the holes it came from (30° stay, the rod's end takes them);")]
    [InlineData(null, 0, 60, "Refit the actuator with its clip; its rod's")]
    public void The_actuator_goes_back_on_the_holes_that_undo_its_housings_turn(double? apart, double received, double wanted, string words)
    {
        var plan = Of(new(282, 0, received)) with { OutletWantedDeg = wanted, ActuatorTies = true, BracketStepDeg = apart };
        Assert.Contains(words, ClockingPlan.Compute(plan).Steps[^1].Text);
    }

    [Theory]
    [InlineData(24, true)]
    [InlineData(15, false)]
    [InlineData(60, false)]
    [InlineData(15.1, true)]
    [InlineData(-300.5, true)]
    [InlineData(200, false)]
    public void What_a_fitting_hits_is_named(double oil, bool hits)
    {
        var arc = new ForbiddenArc("manifold", 0, 15, 60);
        Assert.Equal(hits, arc.IsHitAt(oil));
        Assert.Equal(hits, (arc with { PartOffsetDeg = 170 }).IsHitAt(oil - 170));
        Assert.True(new ForbiddenArc("tank", 0, 0, 360).IsHitAt(oil));
        Assert.Equal(["oil fitting", "drain flange", "water port", "water port", "part"], new[] { 0.0, 170, 270, -270, 45 }.Select(p
            => (arc with { PartOffsetDeg = p }).Part(170)));
    }

    [Theory]
    [InlineData(20, 0, 0, 110, 290, 20)]
    [InlineData(-20, 0, 0, 250, 70, 20)]
    [InlineData(90, 0, 0, 180, 0, 90)]
    public void Water_goes_in_low_and_out_high(double oil, double up, double heading, double low, double high, double rise)
    {
        var ports = WaterPorts.Of(new(oil, heading, up));
        Assert.Equal((low, high), (Math.Round(ports.LowDeg, 6), Math.Round(ports.HighDeg, 6)));
        Assert.Equal(rise, ports.RiseDeg, 6);
        Assert.StartsWith($"Water goes in at the low port, {ClockingPlan.At(low)}, and out at the high one, {ClockingPlan.At(high)}", ports.Words);
    }

    [Fact]
    public void Plumb_both_water_ports_stand_at_one_height_and_a_leaning_machine_lifts_one()
    {
        Assert.StartsWith("Both water ports stand at one height", WaterPorts.Of(new(0)).Words);
        Assert.Equal(10, WaterPorts.Of(new(0, 0, 0, 180, [new("rolled", 0, 10)])).RiseDeg, 6);
    }

    [Fact]
    public void The_shaded_sector_is_where_the_drain_is_judged_so()
    {
        var stands = new ClockingInput(0, 30, 12, 170);
        var (sound, doubt) = (ClockingDial.DrainWithin(stands, 15), ClockingDial.DrainWithin(stands, 30));
        for (var drain = 0.5; drain < 360; drain += 1)
        {
            var tilt = ClockingGeometry.Compute(stands with { OilInletDeg = drain - 170 }).WorstDrainTiltDeg;
            bool In(IReadOnlyList<AngleInterval> parts) => parts.Any(p => Turning.Wrap(drain - p.FromDeg) <= p.ToDeg - p.FromDeg);
            Assert.Equal((tilt <= 15, tilt <= 30), (In(sound), In(doubt)));
        }
    }

    [Fact]
    public void What_turning_undoes_is_known()
    {
        var undone = CheckList.UndoneBy(ClockingReading.KindName);
        Assert.Contains("Drain", undone);
        Assert.Contains("Wheel turned by hand", undone);
        Assert.DoesNotContain("Oil supply", undone);
    }
}
