using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Clocking;

/// <summary>An arc in which something on the centre section must not stand.</summary>
/// <param name="What">What is in the way.</param>
/// <param name="PartOffsetDeg">The part meant, after the oil inlet: 0 the inlet itself, the drain's offset the drain.</param>
/// <param name="FromDeg">Where the arc begins, clockwise from twelve o'clock seen from the compressor end.</param>
/// <param name="ToDeg">Where it ends, clockwise from its beginning.</param>
public sealed record ForbiddenArc(string What, [Bounds(-1e6, 1e6)] double PartOffsetDeg, [Bounds(-1e6, 1e6)] double FromDeg, [Bounds(-1e6, 1e6)] double ToDeg)
{
    /// <summary>The whole circle: its end lies a full turn behind its beginning.</summary>
    public bool IsFull => Math.Abs(ToDeg - FromDeg) >= 360 - Nearly.Same;

    /// <summary>How wide it is, degrees, up to 360.</summary>
    public double WidthDeg => IsFull ? 360 : Turning.Wrap(ToDeg - FromDeg);

    /// <summary>Whether the part stands in it when the oil inlet stands so; just at its edge it is clear.</summary>
    /// <param name="oilInletDeg">The oil inlet, degrees.</param>
    public bool IsHitAt(double oilInletDeg) => IsFull || Turning.Wrap(oilInletDeg + PartOffsetDeg - FromDeg) is var into && into > Nearly.Same
        && into < WidthDeg - Nearly.Same;

    /// <summary>The part meant, in words.</summary>
    /// <param name="drainOffsetDeg">The drain after the oil inlet, degrees.</param>
    public string Part(double drainOffsetDeg)
    {
        bool At(double degrees) => Math.Abs(Math.IEEERemainder(PartOffsetDeg - degrees, 360)) < SamePartDeg;
        return At(0) ? "oil fitting" : At(drainOffsetDeg) ? "drain flange" : At(90) || At(270) ? "water port" : "part";
    }

    private const double SamePartDeg = 10;
}

/// <summary>Everything the centre section's angle must satisfy.</summary>
/// <param name="Fitted">Heading, slope, drain offset and attitudes; its inlet angle is where a stepped joint stands now.</param>
/// <param name="MostTiltDeg">Greatest drain tilt in every attitude, degrees, 0 to 90.</param>
/// <param name="Forbidden">Arcs to keep clear of.</param>
/// <param name="StepDeg">The joint's step, which divides 360; null when it turns freely.</param>
public sealed record FreeWindowInput(ClockingInput Fitted, [Bounds(0, 90)] double MostTiltDeg, IReadOnlyList<ForbiddenArc> Forbidden,
    [Bounds(0.1, 360)] double? StepDeg = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path) => new TurnInput(0, 0, StepDeg).Check(faults, path);
}

/// <summary>Oil inlet angles allowed, from and to, clockwise; equal ends are one stepped position.</summary>
public sealed record AngleInterval(double FromDeg, double ToDeg);

/// <summary>The smallest relaxation that opens a window.</summary>
/// <param name="What">Which demand gives way.</param>
/// <param name="ByDeg">By how much, degrees.</param>
public sealed record Relaxation(string What, double ByDeg);

/// <summary>Allowed angles, or what would open some.</summary>
public sealed record FreeWindowResult(IReadOnlyList<AngleInterval> Allowed, Relaxation? Smallest);

/// <summary>The angles at which the centre section satisfies everything at once.</summary>
public static class FreeWindow
{
    /// <summary>Names of the demands that are not arcs.</summary>
    public const string TiltDemand = "drain tilt", StepDemand = "the joint's step";
    private const double Finest = 1e-7;

    /// <summary>Intersects plumb as installed, forbidden arcs and steps; without an intersection, tries each demand alone.</summary>
    /// <remarks>In one attitude the cosine of the drain's tilt is a sine wave over the angle, so each demand is one arc with exact ends.</remarks>
    /// <exception cref="InputRefusedException">The tilt is out of range, or the step does not divide 360.</exception>
    public static FreeWindowResult Compute(FreeWindowInput input)
    {
        InputReader.Validate(input);

        var allowed = Allowed(input);
        if (allowed.Count > 0) return new(allowed, null);
        var tries = new List<Relaxation>();
        void Try(string what, Func<double, FreeWindowInput> relaxed)
        {
            if (Allowed(relaxed(180)).Count == 0) return;
            double shut = 0, open = 180;
            while (open - shut > Finest)
            {
                var middle = (shut + open) / 2;
                if (Allowed(relaxed(middle)).Count > 0) open = middle; else shut = middle;
            }
            tries.Add(new(what, open));
        }
        Try(TiltDemand, x => input with { MostTiltDeg = Math.Min(180, input.MostTiltDeg + x) });
        for (var i = 0; i < input.Forbidden.Count; i++)
        {
            var at = i;
            Try(input.Forbidden[i].What, x => input with { Forbidden = [.. input.Forbidden
                .Select((a, k) => k == at ? Shrunk(a, x) : a).OfType<ForbiddenArc>()] });
        }
        if (input.StepDeg is not null && Allowed(input with { StepDeg = null }) is { Count: > 0 } free)
            tries.Add(new(StepDemand, free.Min(w => Steps(input).Min(s => Distance(s, w)))));
        return new([], tries.Count == 0 ? null : tries.MinBy(t => t.ByDeg));
    }

    // Both ends of an arc give way alike until nothing of it is left.
    private static ForbiddenArc? Shrunk(ForbiddenArc arc, double by)
    {
        var width = arc.WidthDeg;
        return 2 * by >= width ? null : arc with { FromDeg = arc.FromDeg + by, ToDeg = arc.FromDeg + width - by };
    }

    private static IEnumerable<double> Steps(FreeWindowInput input)
        => Enumerable.Range(0, (int)Math.Round(360 / input.StepDeg!.Value)).Select(k => Turning.Wrap(input.Fitted.OilInletDeg + k * input.StepDeg.Value));

    private static double Distance(double angle, AngleInterval window) => Inside(angle, window) ? 0
        : Math.Min(Math.Abs(Math.IEEERemainder(angle - window.FromDeg, 360)), Math.Abs(Math.IEEERemainder(angle - window.ToDeg, 360)));

    private static bool Inside(double angle, AngleInterval window) => Turning.Wrap(angle - window.FromDeg) <= window.ToDeg - window.FromDeg + Nearly.Same;

    private static List<AngleInterval> Allowed(FreeWindowInput input)
    {
        // Demands as arcs in which the oil inlet may stand.
        var good = new List<AngleInterval>();
        foreach (var attitude in input.Fitted.Attitudes is { Count: > 0 } given ? given : [new Attitude("level", 0, 0)])
        {
            double Cosine(double inlet) => Math.Cos(ClockingGeometry.Compute(
                input.Fitted with { OilInletDeg = inlet, Attitudes = [attitude] }).Rows[0].DrainTiltDeg * Math.PI / 180);
            double a = Cosine(0), b = Cosine(90);
            var most = Math.Sqrt(a * a + b * b);
            var wanted = Math.Cos(Math.Min(180, input.MostTiltDeg) * Math.PI / 180);
            if (wanted > most + 1e-12) return [];
            var middle = Math.Atan2(b, a) * 180 / Math.PI;
            var half = wanted <= -most ? 180 : Math.Acos(Math.Clamp(wanted / most, -1, 1)) * 180 / Math.PI;
            if (half < 180) good.Add(new(Turning.Wrap(middle - half), Turning.Wrap(middle - half) + 2 * half));
        }
        if (input.Forbidden.Any(a => a.IsFull)) return [];
        foreach (var arc in input.Forbidden)
        {
            var width = arc.WidthDeg;
            good.Add(new(Turning.Wrap(arc.ToDeg - arc.PartOffsetDeg), Turning.Wrap(arc.ToDeg - arc.PartOffsetDeg) + 360 - width));
        }
        bool Good(double angle) => good.All(g => Inside(angle, g));
        if (input.StepDeg is not null) return [.. Steps(input).Where(Good).Order().Select(s => new AngleInterval(s, s))];
        var ends = good.SelectMany(g => new[] { Turning.Wrap(g.FromDeg), Turning.Wrap(g.ToDeg) }).Distinct().Order().ToArray();
        if (ends.Length == 0) return [new(0, 360)];
        var windows = new List<AngleInterval>();
        for (var i = 0; i < ends.Length; i++)
        {
            var to = i + 1 < ends.Length ? ends[i + 1] : ends[0] + 360;
            if (to - ends[i] > Nearly.Same && Good((ends[i] + to) / 2)) windows.Add(new(ends[i], to));
            else if (Good(ends[i])) windows.Add(new(ends[i], ends[i]));
        }
        return Merged(windows);
    }

    private static List<AngleInterval> Merged(List<AngleInterval> windows)
    {
        var merged = new List<AngleInterval>();
        foreach (var window in windows)
        {
            if (merged.Count > 0 && window.FromDeg <= merged[^1].ToDeg + Nearly.Same) merged[^1] = merged[^1] with { ToDeg = Math.Max(merged[^1].ToDeg,
                window.ToDeg) };
            else merged.Add(window);
        }
        // A window across twelve o'clock is one, not two.
        if (merged.Count > 1 && merged[^1].ToDeg - 360 >= merged[0].FromDeg - Nearly.Same)
        {
            merged[^1] = merged[^1] with { ToDeg = merged[0].ToDeg + 360 };
            merged.RemoveAt(0);
        }
        return merged;
    }
}
