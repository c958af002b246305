using Wattology.Core.Drain;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>A point of a drawing, in its own units; y counts downwards.</summary>
/// <param name="X">To the right.</param>
/// <param name="Y">Down.</param>
public readonly record struct Point(double X, double Y);

/// <summary>A drain as it is drawn: true to its falls, so that what climbs is seen to climb.</summary>
/// <param name="Points">From the centre section's port to the lower end, a point more than there are stretches.</param>
/// <param name="Scale">Drawing units for a mm, the same both ways; 0 where nothing was measured.</param>
/// <param name="Wrong">The stretch that does not fall, from 0; null where all fall, or nobody knows.</param>
public sealed record DrainRoute(IReadOnlyList<Point> Points, double Scale, int? Wrong)
{
    /// <summary>The lower end.</summary>
    public Point End => Points[^1];

    /// <summary>Draws measured stretches to scale: as large as fits beside and below the port.</summary>
    /// <param name="port">Where the pipe begins.</param>
    /// <param name="segments">Its stretches; at least one.</param>
    /// <param name="width">How far it may run, in drawing units.</param>
    /// <param name="height">How far it may reach down, in drawing units.</param>
    /// <param name="left">It runs to the left; to the right else.</param>
    public static DrainRoute Measured(Point port, IReadOnlyList<DrainSegment> segments, double width, double height, bool left)
    {
        var run = segments.Sum(Run);
        double down = 0, most = 0, least = 0;
        foreach (var segment in segments) (down, most, least) = (down + segment.FallMm, Math.Max(most, down + segment.FallMm), Math.Min(least,
            down + segment.FallMm));
        var scale = Math.Min(run > 0 ? width / run : double.MaxValue, most - least > 0 ? height / (most - least) : double.MaxValue);
        if (scale == double.MaxValue) scale = 1;
        return ToScale(port, segments, scale, left);
    }

    /// <summary>Draws measured stretches at a scale.</summary>
    /// <param name="port">Where the pipe begins.</param>
    /// <param name="segments">Its stretches; at least one.</param>
    /// <param name="scale">Drawing units for a mm.</param>
    /// <param name="left">It runs to the left; to the right else.</param>
    public static DrainRoute ToScale(Point port, IReadOnlyList<DrainSegment> segments, double scale, bool left)
    {
        var points = new List<Point> { port };
        foreach (var segment in segments)
            points.Add(new(points[^1].X + (left ? -1 : 1) * Run(segment) * scale, points[^1].Y + segment.FallMm * scale));
        var wrong = segments.ToList().FindIndex(s => s.FallMm <= 0);
        return new(points, scale, wrong < 0 ? null : wrong);
    }

    /// <summary>Draws what was only seen: falling, flat in the middle, with a dip, or not known at all.</summary>
    /// <param name="port">Where the pipe begins.</param>
    /// <param name="seen">The answer's id; empty where nobody looked.</param>
    /// <param name="width">How far it runs.</param>
    /// <param name="height">How far it reaches down.</param>
    /// <param name="left">It runs to the left; to the right else.</param>
    public static DrainRoute Seen(Point port, string seen, double width, double height, bool left)
    {
        (double Along, double Down)[] way = seen switch
        {
            "flat-or-rising" => [(0.25, 0.45), (0.75, 0.45), (1, 0.75)],
            "dip" => [(0.35, 0.75), (0.75, 0.45), (1, 0.7)],
            _ => [(1, 0.75)],
        };
        var sign = left ? -1 : 1;
        return new([port, .. way.Select(w => new Point(port.X + sign * w.Along * width, port.Y + w.Down * height))], 0,
            seen is "flat-or-rising" or "dip" ? 1 : null);
    }

    private static double Run(DrainSegment segment) => Math.Sqrt(Math.Max(0, segment.LengthMm * segment.LengthMm - segment.FallMm * segment.FallMm));
}
