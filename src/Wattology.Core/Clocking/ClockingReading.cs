using System.Text.Json.Serialization;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;
using Wattology.Core.Photos;

namespace Wattology.Core.Clocking;

/// <summary>What clocking is judged by.</summary>
public static class ClockingLimits
{
    /// <summary>The drain's tilt with the machine standing level.</summary>
    public static readonly LimitKind Tilt = LimitKind.UsualPractice("drain-tilt", "Drain tilt as installed, on the level", Measure.Angle, null, 15, null, 30);

    /// <summary>The drain's tilt with the machine on a slope; wider, and not known until somebody sets it.</summary>
    public static readonly LimitKind TiltOnSlope = LimitKind.NoneKnown("drain-tilt-slope", "Drain tilt as installed, on a slope", Measure.Angle);

    /// <summary>Where the last degrees are set.</summary>
    public static readonly School Where = new("clocking-school", "Where it is clocked",
    [
        new("bench", "on the bench, last degrees in the vehicle", "Both hands free and every screw in reach; the turbine inlet is held as it will sit, "
            + "so it is only as good as that is known."),
        new("vehicle", "in the vehicle", "The manifold itself is the reference and nothing is measured twice; screws on the far side may be out of reach."),
    ], "bench");

    /// <summary>How far the shaft may slope.</summary>
    public static readonly LimitKind ShaftSlope = LimitKind.NoneKnown("shaft-slope", "Shaft slope", Measure.Angle);
}

/// <summary>A centre section's clocking was measured.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="AsInstalled">True when measured on the machine.</param>
/// <param name="Input">Angles and attitudes.</param>
/// <param name="StepDeg">The joint's step in degrees, which divides 360; null when it turns freely.</param>
/// <param name="Photo">The picture the oil inlet's angle was read from; null where it was measured otherwise.</param>
public sealed record ClockingReading([Bounds(1, 2)] int Turbo, bool AsInstalled, ClockingInput Input,
    [Bounds(0.1, 360), In(Measure.Angle)] double? StepDeg = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] PhotoAngle? Photo = null) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The figure and the picture it was read from may differ by the rounding of what is shown, in degrees.</summary>
    private const double SameAngleDeg = 0.5;

    /// <summary>Two measurements that differ by less than this show the same position, in degrees.</summary>
    private const double SamePlaceDeg = 1;

    /// <summary>The kind's name in records.</summary>
    public const string KindName = "clocking";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ClockingReading, ClockingOutcome>(KindName, "Clocking",
        (job, reading) => ClockingOutcome.Of(reading.Input, job.Limits),
        (job, n) =>
        {
            var outcome = (ClockingOutcome)n.Outcome!;
            return $"{job.Which(n.Body.Turbo)}oil inlet at {ShopUnits.Digits(n.Body.Input.OilInletDeg)}° from the compressor end, "
                + $"drain {outcome.Judgement.Digits(outcome.Result.WorstDrainTiltDeg)}° off plumb, "
                + $"{(n.Body.AsInstalled ? "as installed" : "on the bench")}. {outcome.Why}{outcome.Said(n.Body, job.Units)}"
                + (n.Body.Photo is { } photo ? $" Read from a photo, within {ShopUnits.Digits(Math.Round(photo.UncertaintyDeg, 1))}°.{n.Body.MayBe(outcome)}"
                    : "");
        })
    {
        MeasuredWith = [InstrumentKind.AngleGauge],
        Refuse = (job, reading) => reading.Photo is { } photo && !photo.IsOf(job.Record) ? new("The picture is not one of this job.", "photo.photo") : null,
    };

    /// <summary>What it may be at most where it was read from a photo, in a sentence after a space; empty where that changes no verdict.</summary>
    /// <param name="outcome">What it came to.</param>
    public string MayBe(ClockingOutcome outcome)
    {
        if (Photo is null || outcome.Judgement.By is not { } limit) return "";
        var most = outcome.Result.Rows[outcome.Row].DrainTiltDeg + Photo.UncertaintyDeg;
        return limit.Judge(most) is var worst && worst > outcome.Judgement.Verdict
            ? $" It may be as much as {ShopUnits.Digits(Math.Round(most, 1))}°, and then it is {worst.Word()}." : "";
    }

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        new TurnInput(0, 0, StepDeg).Check(faults, path);
        if (Photo is { } photo && Math.Abs(Math.IEEERemainder(photo.OilInletDeg(Input.DrainOffsetDeg) - Input.OilInletDeg, 360)) > SameAngleDeg)
            faults.Add(Faults.Join(path, "input.oil_inlet_deg"), $"The picture shows {ShopUnits.Digits(photo.OilInletDeg(Input.DrainOffsetDeg))}°, and this "
                + "is another angle: put that one back, or leave the picture off.");
        for (var i = 0; i < (Input.Attitudes?.Count ?? 0); i++)
            if (Input.Attitudes![i].Name.Trim().Length == 0)
                faults.Add(Faults.Join(path, $"input.attitudes.{i}.name"), "Say where it stands so, such as ‘level’ or ‘on the slip’.");
    }

    /// <summary>Whether a clocking entry shows that the centre section was turned since the one before it for the same turbo.</summary>
    public static bool Turned(JobContext job, Entry entry)
    {
        var now = job.Record.Read<ClockingReading>(entry).Body;
        var before = job.Record.All<ClockingReading>().LastOrDefault(n => n.Body.Turbo == now.Turbo && n.Entry.Seq < entry.Seq);
        return before is not null && Math.Abs(Math.IEEERemainder(now.Input.OilInletDeg - before.Body.Input.OilInletDeg, 360)) >= SamePlaceDeg - Nearly.Same;
    }
}

/// <summary>What a clocking came to.</summary>
/// <param name="Result">Tilts.</param>
/// <param name="Judgement">How it was judged, and by what.</param>
/// <param name="Row">The attitude that decides, from 0.</param>
public sealed record ClockingOutcome(ClockingResult Result, Judgement Judgement, int Row) : Outcome, IJudged
{
    /// <summary>Judges the drain's tilt in every attitude: on the level by its limit, on a slope by its own, and the worst verdict stands.</summary>
    public static ClockingOutcome Of(ClockingInput input, LimitBook limits)
    {
        var result = ClockingGeometry.Compute(input);
        var attitudes = input.Attitudes is { Count: > 0 } given ? given : [new Attitude("level", 0, 0)];
        var (row, limit, verdict) = result.Rows.Select((row, i) =>
        {
            var limit = limits.Choose(IsLevel(attitudes[i]) ? ClockingLimits.Tilt : ClockingLimits.TiltOnSlope);
            return (Row: i, Limit: limit, Verdict: limit.Judge(row.DrainTiltDeg));
        }).MaxBy(r => (r.Verdict, result.Rows[r.Row].DrainTiltDeg));
        return new(result, new(verdict, "tilt", limit), row);
    }

    private static bool IsLevel(Attitude attitude)
        => Math.Abs(Math.IEEERemainder(attitude.PitchDeg, 360)) <= Nearly.Same && Math.Abs(Math.IEEERemainder(attitude.RollDeg, 360)) <= Nearly.Same;

    /// <inheritdoc/>
    public double? JudgedOf(object body) => Result.Rows[Row].DrainTiltDeg;

    /// <summary>The reason in a sentence.</summary>
    public string Why
    {
        get
        {
            var tilt = $"The drain stands {Judgement.Digits(Result.Rows[Row].DrainTiltDeg)}° off plumb ({Result.Rows[Row].Name})";
            return Judgement.Verdict switch
            {
                Verdict.Sound => $"{tilt}: oil leaves freely.",
                Verdict.Doubtful => $"{tilt}: oil stands at the drain's edge. Turn the centre section nearer to plumb.",
                Verdict.Stop => $"{tilt}: the housing would fill and oil pass the seals. Turn the centre section.",
                _ => $"{tilt}: no limit is known for a slope.",
            };
        }
    }
}
