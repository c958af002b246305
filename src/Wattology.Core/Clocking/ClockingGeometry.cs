using System.Globalization;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Clocking;

/// <summary>How the machine stands.</summary>
/// <param name="Name">What people call it ("level", "on the slip").</param>
/// <param name="PitchDeg">Nose up, degrees.</param>
/// <param name="RollDeg">Right side down, degrees.</param>
public sealed record Attitude(string Name, [In(Measure.Angle)] double PitchDeg, [In(Measure.Angle)] double RollDeg);

/// <summary>How the centre section is clocked in the machine. Angles run clockwise seen from the compressor end.</summary>
/// <param name="OilInletDeg">Oil inlet from twelve o'clock, degrees.</param>
/// <param name="HeadingDeg">Shaft from turbine to compressor: 0 forward, positive to the left.</param>
/// <param name="CompressorUpDeg">Compressor end up, degrees, ±80.</param>
/// <param name="DrainOffsetDeg">Drain after the oil inlet, same sense; usually 180.</param>
/// <param name="Attitudes">How the machine may stand; level alone when none are given.</param>
public sealed record ClockingInput([In(Measure.Angle)] double OilInletDeg, [In(Measure.Angle)] double HeadingDeg = 0,
    [Bounds(-80, 80), In(Measure.Angle)] double CompressorUpDeg = 0, [In(Measure.Angle)] double DrainOffsetDeg = 180,
    IReadOnlyList<Attitude>? Attitudes = null);

/// <summary>One attitude's tilts.</summary>
/// <param name="Name">The attitude.</param>
/// <param name="InletTiltDeg">Oil inlet from straight up, true angle in space.</param>
/// <param name="DrainTiltDeg">Drain from straight down, true angle in space.</param>
/// <param name="ShaftSlopeDeg">Shaft from level, positive with the compressor end up.</param>
public sealed record ClockingRow(string Name, double InletTiltDeg, double DrainTiltDeg, double ShaftSlopeDeg);

/// <summary>All attitudes, and the worst drain tilt in degrees.</summary>
public sealed record ClockingResult(IReadOnlyList<ClockingRow> Rows, double WorstDrainTiltDeg);

/// <summary>Directions in space of what is bolted to the centre section.</summary>
/// <remarks>Axes x forward, y left, z up, fixed to the machine standing level. Shaft axis a points from turbine to compressor;
/// u is z made perpendicular to a; direction(φ) = cos φ·u + sin φ·w with w = (−a) × u.</remarks>
public static class ClockingGeometry
{
    private readonly record struct Vector(double X, double Y, double Z)
    {
        public static Vector operator *(double k, Vector v) => new(k * v.X, k * v.Y, k * v.Z);
        public static Vector operator +(Vector a, Vector b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);
        public static Vector operator -(Vector v) => new(-v.X, -v.Y, -v.Z);
        public double Dot(Vector o) => X * o.X + Y * o.Y + Z * o.Z;
        public Vector Cross(Vector o) => new(Y * o.Z - Z * o.Y, Z * o.X - X * o.Z, X * o.Y - Y * o.X);
        public double Length => Math.Sqrt(Dot(this));

        /// <summary>Degrees between two directions; exact near 0 and 180, where an arc cosine is not.</summary>
        public double AngleTo(Vector o) => Math.Atan2(Cross(o).Length, Dot(o)) * 180 / Math.PI;
    }

    /// <summary>Tilts for every attitude.</summary>
    public static ClockingResult Compute(ClockingInput input)
    {
        var (sinUp, cosUp) = SinCos(input.CompressorUpDeg);
        var (sinHeading, cosHeading) = SinCos(input.HeadingDeg);
        var shaft = new Vector(cosUp * cosHeading, cosUp * sinHeading, sinUp);
        var up = new Vector(0, 0, 1) + -sinUp * shaft;
        var twelve = 1 / up.Length * up;
        var three = (-shaft).Cross(twelve);
        Vector Direction(double degrees) { var (s, c) = SinCos(degrees); return c * twelve + s * three; }

        var inlet = Direction(input.OilInletDeg);
        var drain = Direction(Math.IEEERemainder(input.OilInletDeg, 360) + Math.IEEERemainder(input.DrainOffsetDeg, 360));
        IReadOnlyList<Attitude> attitudes = input.Attitudes is { Count: > 0 } given ? given : [new Attitude("level", 0, 0)];
        var rows = attitudes.Select(a =>
        {
            var (sinPitch, cosPitch) = SinCos(a.PitchDeg);
            var (sinRoll, cosRoll) = SinCos(a.RollDeg);
            var worldUp = new Vector(sinPitch, cosPitch * sinRoll, cosPitch * cosRoll);
            return new ClockingRow(a.Name, inlet.AngleTo(worldUp), drain.AngleTo(-worldUp), 90 - shaft.AngleTo(worldUp));
        }).ToArray();
        return new ClockingResult(rows, rows.Max(r => r.DrainTiltDeg));
    }

    private static (double Sin, double Cos) SinCos(double degrees) => Math.SinCos(Math.IEEERemainder(degrees, 360) * Math.PI / 180);
}

/// <summary>Where a joint stands and where it should, in degrees clockwise from the compressor end.</summary>
/// <param name="NowDeg">Present angle.</param>
/// <param name="WantDeg">Wanted angle.</param>
/// <param name="StepDeg">The joint's step, which divides 360; null when it turns freely.</param>
public sealed record TurnInput([In(Measure.Angle)] double NowDeg, [In(Measure.Angle)] double WantDeg,
    [Bounds(0.1, 360), In(Measure.Angle)] double? StepDeg = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (StepDeg is { } step && Math.Abs(360 / step - Math.Round(360 / step)) > Nearly.Same)
            faults.Add(Faults.Join(path, "step_deg"), string.Create(CultureInfo.InvariantCulture,
                $"A joint's step divides 360, as 60 or 45 do; {step} does not."));
    }
}

/// <summary>A turn.</summary>
/// <param name="TurnDeg">Turn, clockwise positive.</param>
/// <param name="LeftDeg">What a stepped joint leaves undone.</param>
/// <param name="Steps">Whole steps; null for a free joint.</param>
public sealed record TurnResult(double TurnDeg, double LeftDeg, int? Steps);

/// <summary>The short way round.</summary>
public static class Turning
{
    /// <summary>An angle from 0 up to 360.</summary>
    public static double Wrap(double degrees) => degrees % 360 is var wrapped && wrapped < 0 ? wrapped + 360 : wrapped;

    /// <summary>Want less now, reduced to (−180, 180]; on a stepped joint the nearest step, half-ties toward none.</summary>
    public static TurnResult Compute(TurnInput input)
    {
        var turn = Math.IEEERemainder(Math.IEEERemainder(input.WantDeg, 360) - Math.IEEERemainder(input.NowDeg, 360), 360);
        if (turn <= -180) turn = 180;
        if (input.StepDeg is not { } step) return new TurnResult(turn, 0, null);
        var exact = Math.Abs(turn) / step;
        var whole = Math.Floor(exact);
        if (exact - whole > 0.5 + Nearly.Same) whole++;
        var steps = (int)whole * Math.Sign(turn);
        return new TurnResult(steps * step, turn - steps * step, steps);
    }
}
