using System.Globalization;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Clocking;

/// <summary>How far the drain hangs off plumb, and how to turn it there.</summary>
public static class ClockingCheck
{
    private const double NoTurnDeg = 0.05;

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("clocking", "Clocking", DrawnPart.CentreSection,
        (job, turbo) => Found.Of<ClockingReading, ClockingOutcome>(job.Record.LatestOf<ClockingReading>(turbo),
            (_, o) => $"{ShopUnits.Digits(o.Result.WorstDrainTiltDeg)}° off plumb"))
    {
        PerTurbo = true,
        Stage = WorkStage.Bench,
        Kinds = [ClockingReading.Kind],
        Limits = [ClockingLimits.Tilt, ClockingLimits.TiltOnSlope, ClockingLimits.ShaftSlope],
        Items = [ItemDefinition.SettledBy("clocking", HoldPoint.Start, "Centre section plumb")],
    };

    /// <summary>Which way to turn the centre section so that the drain hangs plumb on the level.</summary>
    /// <param name="input">How it stands.</param>
    /// <param name="stepDeg">The joint's step in degrees; null when it turns freely.</param>
    /// <returns>A sentence; what is wrong with the step where it does not divide the circle.</returns>
    public static string TurnWords(ClockingInput input, double? stepDeg)
    {
        // On the level the drain is plumb where inlet and offset add up to half a turn.
        var turn = new TurnInput(input.OilInletDeg, 180 - input.DrainOffsetDeg, stepDeg);
        var faults = new Faults();
        turn.Check(faults, "");
        if (!faults.None) return faults.ByPath.Values.First();
        var result = Turning.Compute(turn);
        var left = ShopUnits.Digits(Math.Abs(result.LeftDeg));
        if (Math.Abs(result.TurnDeg) < NoTurnDeg) return stepDeg is null ? "The drain hangs plumb." : $"The nearest step: {left}° stay.";
        var way = result.TurnDeg > 0 ? "clockwise" : "anticlockwise";
        var steps = result.Steps is { } n ? string.Create(CultureInfo.InvariantCulture,
            $" ({Math.Abs(n)} step{(Math.Abs(n) == 1 ? "" : "s")}; {left}° stay).") : ".";
        return $"To plumb: turn the centre section {ShopUnits.Digits(Math.Abs(result.TurnDeg))}° {way}, seen from the compressor end{steps}";
    }
}
