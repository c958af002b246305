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
    private const string Id = "clocking";

    /// <summary>The drain's lean as installed, seen.</summary>
    public static readonly Question Seen = new("clocking-seen", "Drain port as installed, standing as it will",
    [
        new("hangs-down", "hangs down") { Drawing = "drain-plumb" },
        new("leans-a-little", "leans a little, under about 30°", Verdict.Doubtful) { Drawing = "drain-leans" },
        new("leans-more", "leans more", Verdict.Stop) { Drawing = "drain-off-plumb" },
        new("cannot-reach", "cannot be seen", Verdict.ReadingOnly, Known.Assumed, "Why it cannot be seen"),
    ]) { PerTurbo = true };

    /// <summary>The pins that hold housings in one place.</summary>
    public static readonly Question Pins = new("housing-pins", "Locating pins of the housings",
    [
        new("none", "it has none"),
        new("present", "there, and whole"),
        new("missing", "missing or sheared", Verdict.Doubtful, Asks: "Which") { Optional = true },
    ]) { PerTurbo = true, Ages = Ages.Lasts, Hint = "A pinned joint is not turned. Where a pin is gone, a housing can stand where it was never meant to." };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Clocking", DrawnPart.CentreSection, Read)
    {
        PerTurbo = true,
        Questions = [Seen, Pins],
        Kinds = [ClockingReading.Kind, ClockingPlanned.Kind, RingsFitted.Kind],
        Schools = [ClockingLimits.Where],
        Limits = [ClockingLimits.Tilt, ClockingLimits.TiltOnSlope, ClockingLimits.ShaftSlope],
        Answers = [new("drain-off-plumb", r => r.Verdict switch { Verdict.Sound => false, Verdict.Stop => true, _ => null })],
        Items = [new(HoldPoint.Start, Id, "Clocking as installed", (context, turbo) => ReadInstalled(context.Job, turbo).Since is { } installed
            && installed.Seq > (Measured(context.Job, turbo, false).Since?.Seq ?? 0) ? ItemState.Of(context.Check(Id, turbo))
            : ItemState.NotLooked(context.Check(Id, turbo).Found.Since is null ? "Not looked at yet." : "Set on the bench: not looked at as installed.",
                context.Check(Id, turbo).Found.Since)) { PerTurbo = true }],
    };

    /// <summary>Whether anything says how the centre section stands, on the bench or as installed.</summary>
    public static bool IsSet(JobContext job, int turbo) => Read(job, turbo).Since is not null;

    private static Found Read(JobContext job, int turbo)
    {
        var (installed, bench) = (ReadInstalled(job, turbo), Measured(job, turbo, false));
        if (bench.Since is null || bench.Since.Seq < (installed.Since?.Seq ?? 0)) return installed;
        return bench.Verdict == Verdict.Stop ? bench
            : bench with { Verdict = Verdict.ReadingOnly, Word = "on the bench", Provisional = true, Why = $"{bench.Why} On the bench, not as installed." };
    }

    private static Found ReadInstalled(JobContext job, int turbo) => Found.Newer(Measured(job, turbo, true), Seen.Found(job, turbo));

    private static Found Measured(JobContext job, int turbo, bool installed) => Found.Of<ClockingReading, ClockingOutcome>(
        job.Record.Latest<ClockingReading>(c => c.Turbo == turbo && c.AsInstalled == installed), (_, o)
        => $"{o.Judgement.Digits(o.Result.WorstDrainTiltDeg)}° off plumb");

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
