using System.Globalization;
using System.Text.Json.Serialization;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Clocking;

/// <summary>How two rings of a unit are held together.</summary>
public enum JointHeld
{
    /// <summary>Bolts in a circle.</summary>
    Bolts,
    /// <summary>Tabs under screws.</summary>
    Tabs,
    /// <summary>A ring.</summary>
    Ring,
    /// <summary>A band.</summary>
    Band,
}

/// <summary>A joint between two rings, as it is.</summary>
/// <param name="Held">How it is held.</param>
/// <param name="StepDeg">Its step in degrees, which divides 360; null when it turns freely.</param>
/// <param name="Pinned">A pin holds it: it does not turn.</param>
public sealed record RingJoint(JointHeld Held, [Bounds(0.1, 360), In(Measure.Angle)] double? StepDeg = null, bool Pinned = false) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path) => new TurnInput(0, 0, StepDeg).Check(faults, path);

    /// <summary>The step it can go in: a pinned one only the whole circle, which is none.</summary>
    internal double? Turns => Pinned ? 360 : StepDeg;
}

/// <summary>Where the three rings stand, in degrees clockwise from twelve o'clock, seen from the compressor end.</summary>
/// <param name="TurbineInletDeg">Turbine inlet.</param>
/// <param name="OilInletDeg">Oil inlet of the centre section.</param>
/// <param name="OutletDeg">Compressor outlet.</param>
public sealed record RingAngles([In(Measure.Angle)] double TurbineInletDeg, [In(Measure.Angle)] double OilInletDeg, [In(Measure.Angle)] double OutletDeg);

/// <summary>Where the last degrees are set.</summary>
public enum ClockingSchool
{
    /// <summary>On the bench, the turbine inlet held as it will sit; the last degrees in the vehicle.</summary>
    Bench,
    /// <summary>In the vehicle, the turbine inlet bolted to its manifold.</summary>
    Vehicle,
}

/// <summary>A unit as it was received, and how it is to stand.</summary>
/// <param name="Received">The rings as received.</param>
/// <param name="TurbineWantedDeg">Where the turbine inlet sits on its manifold.</param>
/// <param name="OutletWantedDeg">Where the compressor outlet meets its pipe.</param>
/// <param name="Turbine">The joint between turbine housing and centre section.</param>
/// <param name="Compressor">The joint between centre section and compressor housing.</param>
/// <param name="School">Where the last degrees are set.</param>
/// <param name="ActuatorTies">The actuator ties the housings, and comes off first.</param>
/// <param name="MostTiltDeg">Greatest tilt of the drain, degrees.</param>
/// <param name="DrainOffsetDeg">Drain after the oil inlet.</param>
/// <param name="CompressorUpDeg">Compressor end up, degrees.</param>
/// <param name="HeadingDeg">Where the compressor end points: 0 forward, positive to the left.</param>
/// <param name="Attitudes">How the machine may stand; level alone when none are given.</param>
/// <param name="Forbidden">Arcs to keep clear of.</param>
/// <param name="BracketStepDeg">How far apart the holes of the actuator's bracket lie, degrees; null where nobody said.</param>
public sealed record ClockingPlanInput(RingAngles Received, [In(Measure.Angle)] double TurbineWantedDeg, [In(Measure.Angle)] double OutletWantedDeg,
    RingJoint Turbine, RingJoint Compressor, ClockingSchool School = ClockingSchool.Bench, bool ActuatorTies = false,
    [Bounds(0, 90), In(Measure.Angle)] double MostTiltDeg = 15, [In(Measure.Angle)] double DrainOffsetDeg = 180,
    [Bounds(-80, 80), In(Measure.Angle)] double CompressorUpDeg = 0, [In(Measure.Angle)] double HeadingDeg = 0,
    IReadOnlyList<Attitude>? Attitudes = null, IReadOnlyList<ForbiddenArc>? Forbidden = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] [Bounds(1, 180), In(Measure.Angle)] double? BracketStepDeg = null);

/// <summary>Which ring a step moves.</summary>
public enum TurnedRing
{
    /// <summary>The turbine housing: the reference.</summary>
    Turbine,
    /// <summary>The centre section.</summary>
    Centre,
    /// <summary>The compressor housing.</summary>
    Compressor,
}

/// <summary>One step of a plan.</summary>
/// <param name="Text">What to do, in words a hand can follow.</param>
/// <param name="Why">Why; empty where that is plain.</param>
/// <param name="Ring">The ring it moves; null where it moves none.</param>
/// <param name="Opens">The loose end it leaves; empty where it leaves none.</param>
public sealed record PlanStep(string Text, string Why = "", TurnedRing? Ring = null, string Opens = "");

/// <summary>A plan, or why there is none.</summary>
/// <param name="Window">Oil inlet angles that satisfy everything at once.</param>
/// <param name="Smallest">The smallest change that opens a window where there is none.</param>
/// <param name="Wanted">The rings as they are to stand; null where no window is open.</param>
/// <param name="WorstTiltDeg">The drain's worst tilt then, degrees.</param>
/// <param name="Steps">The steps, in order; empty where no window is open.</param>
public sealed record ClockingPlanResult(IReadOnlyList<AngleInterval> Window, Relaxation? Smallest, RingAngles? Wanted, double? WorstTiltDeg,
    IReadOnlyList<PlanStep> Steps);

/// <summary>Writes the plan by which a unit that may be turned is clocked.</summary>
public static class ClockingPlan
{
    /// <summary>The pin of a joint, where it is what stands in the way.</summary>
    public const string PinDemand = "the turbine joint's pin";

    private const double Finest = 0.25, NoTurnDeg = 0.5;

    /// <summary>Finds the angle that satisfies everything with the least tilt, and the turns and words that lead there.</summary>
    /// <exception cref="InputRefusedException">An angle is out of range, or a step does not divide 360.</exception>
    public static ClockingPlanResult Compute(ClockingPlanInput input)
    {
        InputReader.Validate(input);
        // The turbine inlet held as it will sit carries the other two with it.
        var carried = input.TurbineWantedDeg - input.Received.TurbineInletDeg;
        var (oil, outlet) = (Turning.Wrap(input.Received.OilInletDeg + carried), Turning.Wrap(input.Received.OutletDeg + carried));
        var stands = new ClockingInput(oil, input.HeadingDeg, input.CompressorUpDeg, input.DrainOffsetDeg, input.Attitudes);
        var window = FreeWindow.Compute(new(stands, input.MostTiltDeg, input.Forbidden ?? [], input.Turbine.Turns));
        if (window.Allowed.Count == 0) return new(window.Allowed, window.Smallest is { What: FreeWindow.StepDemand } step && input.Turbine.Pinned
            ? step with { What = PinDemand } : window.Smallest, null, null, []);
        double Tilt(double angle) => ClockingGeometry.Compute(stands with { OilInletDeg = angle }).WorstDrainTiltDeg;
        var best = window.Allowed.SelectMany(Inside).MinBy(Tilt);
        var centre = Turning.Compute(new(oil, best));
        // A stepped compressor housing goes by its steps on the centre section as that stands then.
        var turn = Turning.Compute(new(outlet + centre.TurnDeg, input.OutletWantedDeg, input.Compressor.Turns));
        var wanted = new RingAngles(Turning.Wrap(input.TurbineWantedDeg), Turning.Wrap(best), Turning.Wrap(outlet + centre.TurnDeg + turn.TurnDeg));
        return new(window.Allowed, null, wanted, Tilt(best), Steps(input, oil, outlet, wanted, turn.LeftDeg));
    }

    private static IEnumerable<double> Inside(AngleInterval window)
    {
        for (var angle = window.FromDeg; angle < window.ToDeg; angle += Finest) yield return angle;
        yield return window.ToDeg;
        // Plumb itself, where it lies inside.
        for (var turn = -360; turn <= 720; turn += 180) if (turn >= window.FromDeg && turn <= window.ToDeg) yield return turn;
    }

    private static List<PlanStep> Steps(ClockingPlanInput input, double oil, double outlet, RingAngles wanted, double left)
    {
        var steps = new List<PlanStep> { new("Look at it from the compressor end, and stay there: every angle here runs clockwise from twelve o'clock.") };
        var (turnsCentre, turnsOutlet) = (Short(wanted.OilInletDeg - oil), Short(wanted.OutletDeg - outlet));
        var moves = (Centre: Math.Abs(turnsCentre) >= NoTurnDeg, Outlet: Math.Abs(turnsOutlet) >= NoTurnDeg
            || Math.Abs(Short(turnsOutlet - turnsCentre)) >= NoTurnDeg);
        if (input.ActuatorTies && (moves.Centre || moves.Outlet))
            steps.Add(new("Take the clip off the actuator's rod, then the actuator off its bracket. Guard the clip: it flies.",
                "It ties the housings together.", Opens: "actuator and its clip off"));
        if (moves.Outlet || moves.Centre)
            steps.Add(new($"Loosen {Held(input.Compressor, "compressor housing")} first; none comes out.",
                "Aluminium grips; with the hot housing loose too there is nothing to hold.", Opens: $"{Held(input.Compressor, "compressor housing")}"));
        if (moves.Centre) steps.Add(new($"Then loosen {Held(input.Turbine, "turbine housing")}; none comes out.", Opens: $"{Held(input.Turbine,
            "turbine housing")}"));
        steps.Add(new(input.School == ClockingSchool.Bench
            ? $"Hold the turbine inlet at {At(wanted.TurbineInletDeg)}, as it will sit on its manifold."
            : $"Bolt the turbine inlet to its manifold: it stands at {At(wanted.TurbineInletDeg)}.",
            "It is the reference and does not move again.", TurnedRing.Turbine));
        steps.Add(moves.Centre ? new($"Turn the centre section {Turn(turnsCentre)}, until the oil inlet stands at {At(wanted.OilInletDeg)}.",
            input.Turbine.StepDeg is null ? "" : "It goes by the steps of its joint.", TurnedRing.Centre)
            : new($"The centre section stays: the oil inlet stands at {At(wanted.OilInletDeg)}.", Ring: TurnedRing.Centre));
        if (moves.Centre) steps.Add(new(input.Turbine.Held == JointHeld.Band ? "Nip the turbine housing's band." : "Nip one turbine housing screw."));
        steps.Add(moves.Outlet ? new($"Turn the compressor housing until its outlet stands at {At(wanted.OutletDeg)}: {Turn(turnsOutlet)} from where it came.",
            Math.Abs(left) >= NoTurnDeg ? $"{Math.Abs(left).ToString("0", CultureInfo.InvariantCulture)}° stay: {
                (input.Compressor.Pinned ? "its joint is pinned" : "its joint goes by steps")}, so the pipe takes them." : "", TurnedRing.Compressor)
            : new($"The compressor housing stays: its outlet stands at {At(wanted.OutletDeg)}.", Ring: TurnedRing.Compressor));
        if (moves.Outlet || moves.Centre) steps.Add(new(input.Compressor.Held == JointHeld.Band ? "Nip the compressor housing's band."
            : "Nip one compressor housing screw: never one that also holds the actuator's bracket."));
        if (input.School == ClockingSchool.Bench) steps.Add(new("Fit it on trial in the vehicle, and correct the last degrees there."));
        steps.Add(new("Spin the wheel by hand and listen. Tighten everything in stages, across; spin and listen again.", "A housing drawn askew rubs."));
        if (input.ActuatorTies && (moves.Centre || moves.Outlet)) 
            steps.Add(new($"Refit the actuator with its clip{Holes(turnsOutlet, input.BracketStepDeg)}; its rod's setting is looked at again."));
        return steps;
    }

    // The bracket went round with the compressor housing; the lever stayed with the turbine housing.
    private static string Holes(double turned, double? step)
    {
        if (step is not { } apart) return "";
        var back = (int)Math.Round(-turned / apart, MidpointRounding.ToZero);
        var left = Math.Abs(Short(-turned - back * apart));
        return $", its bracket {(back == 0 ? "on the holes it came from" : $"{Math.Abs(back)} hole{(Math.Abs(back) == 1 ? "" : "s")} {(back > 0 ? "clockwise"
            : "anticlockwise")} from where it was")}{(left < NoTurnDeg ? ""
            : $" ({left.ToString("0", CultureInfo.InvariantCulture)}° stay, the rod's end takes them)")}";
    }

    private static string Held(RingJoint joint, string housing) => joint.Held switch
    {
        JointHeld.Bolts => $"the {housing}'s bolts",
        JointHeld.Tabs => $"the {housing}'s tab screws",
        JointHeld.Ring => $"the {housing}'s ring",
        _ => $"the {housing}'s band",
    };

    private static string Turn(double degrees) => $"{Math.Abs(degrees).ToString("0", CultureInfo.InvariantCulture)}° {(degrees > 0 ? "clockwise"
        : "anticlockwise")}";

    /// <summary>An angle as degrees and as a time on the dial: "82° (2:45)".</summary>
    public static string At(double degrees)
    {
        var minutes = (int)Math.Round(Turning.Wrap(degrees) * 2 / 5) * 5 % 720;
        return $"{Math.Round(Turning.Wrap(degrees)) % 360:0}° ({(minutes < 60 ? 12 : minutes / 60)}:{minutes % 60:00})";
    }

    private static double Short(double degrees) => Turning.Compute(new(0, degrees)).TurnDeg;
}
