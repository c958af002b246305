using Wattology.Core.Drain;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>A stretch of a drain as far as it is typed.</summary>
/// <param name="LengthMm">Its length; null while nobody typed it.</param>
/// <param name="FallMm">Its fall; null while nobody typed it.</param>
public sealed record TypedStretch(double? LengthMm, double? FallMm)
{
    private const double UsualLength = 120, UsualSlope = 0.35;

    /// <summary>Both are typed, and it can be.</summary>
    public bool IsTyped => LengthMm is > 0 && FallMm is { } fall && Math.Abs(fall) <= LengthMm;

    /// <summary>The stretch as it is drawn: what is not typed yet is drawn as is usual, and pale.</summary>
    public DrainSegment Drawn => IsTyped ? new(LengthMm!.Value, FallMm!.Value)
        : LengthMm is > 0 and var length ? new(length, length * UsualSlope)
        : FallMm is { } fall ? new(Math.Max(UsualLength, Math.Abs(fall) * 2), fall) : new(UsualLength, UsualLength * UsualSlope);
}

/// <summary>A drain as far as it is typed.</summary>
/// <param name="Stretches">From turbo to sump.</param>
/// <param name="ExitAboveOilMm">Its lower end above the oil; null while nobody typed it.</param>
public sealed record TypedDrain(IReadOnlyList<TypedStretch> Stretches, double? ExitAboveOilMm);

/// <summary>Where the crankcase would hold oil back in the drain in one state.</summary>
/// <param name="Name">The state.</param>
/// <param name="HoldUpMm">The column of foam, mm.</param>
/// <param name="Margin">What the drain carries of what it must, in that state.</param>
public sealed record HoldUp(string Name, double HoldUpMm, double Margin);

/// <summary>A box for a figure, standing on what it measures.</summary>
/// <param name="Field">The field's name.</param>
/// <param name="Box">Where it stands.</param>
/// <param name="At">What it measures.</param>
public sealed record BenchBox(string Field, Box Box, Point At);

/// <summary>The drain bench: the drain drawn to its fall, growing as it is typed, with a box on every length and every fall.</summary>
/// <param name="Height">How high it is; it is <see cref="Width"/> wide.</param>
/// <param name="Route">The pipe.</param>
/// <param name="Typed">Of each stretch, whether it is typed.</param>
/// <param name="Tried">The pipe with a cure that is tried; null where none is.</param>
/// <param name="Surface">The oil's surface.</param>
/// <param name="Boxes">The boxes.</param>
/// <param name="Columns">What the crankcase holds back, state by state, as columns rising from the pipe's end.</param>
public sealed record DrainBench(double Height, DrainRoute Route, IReadOnlyList<bool> Typed, DrainRoute? Tried, double Surface, IReadOnlyList<BenchBox> Boxes,
    IReadOnlyList<(HoldUp Held, Box Column)> Columns)
{
    /// <summary>Its width in drawing units, about a pixel each.</summary>
    public const double Width = 760;

    /// <summary>The size of a box.</summary>
    public const double BoxWidth = 148, BoxHeight = 76;

    /// <summary>Where the pipe begins: under the centre section.</summary>
    public static readonly Point Port = new(96, 118);

    private const double Run = 400, Down = 250, Gap = 6, Step = 10, ColumnWidth = 30, PipeHalf = 13;

    /// <summary>Lays the bench out.</summary>
    /// <param name="drain">The drain as far as it is typed.</param>
    /// <param name="tried">The stretches with a cure that is tried; null where none is.</param>
    /// <param name="held">What the crankcase holds back, state by state; empty where nobody knows.</param>
    public static DrainBench Of(TypedDrain drain, IReadOnlyList<DrainSegment>? tried = null, IReadOnlyList<HoldUp>? held = null)
    {
        var route = DrainRoute.Measured(Port, [.. drain.Stretches.Select(s => s.Drawn)], Run, Down, left: false);
        var above = Math.Clamp((drain.ExitAboveOilMm ?? 40) * route.Scale, -50, 70);
        var surface = route.End.Y + above;
        var taken = new List<Box> { new(Port.X - 62, 0, 124, Port.Y + 8) };
        var columns = ColumnsOf(route, held ?? []);
        if (columns.Count > 0) taken.Add(new(columns[0].Column.X - 8, 30, Width - columns[0].Column.X + 8, route.End.Y - 20));
        // The word under a stretch that does not fall keeps its room.
        if (route.Wrong is { } wrong && drain.Stretches[wrong].IsTyped && WrongAt(route, wrong) is var at) taken.Add(new(at.X - 84, at.Y - 17, 168, 22));
        // A pipe is as wide as it is drawn.
        var ink = new Ink([.. new[] { -PipeHalf, 0, PipeHalf }.Select(d => new DrawnLine(Stroke.Oil, [.. route.Points.Select(p => new Point(p.X,
            p.Y + d))])), new DrawnLine(Stroke.Level, [new(route.End.X - 8, surface), new(Width - 12, surface)])], Width, 2000);
        var boxes = new List<BenchBox>();
        for (var i = 0; i < drain.Stretches.Count; i++)
        {
            var (a, b) = (route.Points[i], route.Points[i + 1]);
            Add($"input.segments.{i}.length_mm", new((a.X + b.X) / 2 + 14, (a.Y + b.Y) / 2 - 14));
            Add($"input.segments.{i}.fall_mm", new(a.X - 8, (a.Y + b.Y) / 2 + 10));
        }
        Add("input.exit_above_oil_mm", new(route.End.X + 60, (route.End.Y + surface) / 2));
        Add("input.id_mm", new((route.Points[0].X + route.Points[1].X) / 2, (route.Points[0].Y + route.Points[1].Y) / 2));
        var height = Math.Max(boxes.Max(b => b.Box.Bottom) + Gap, Math.Max(route.End.Y, surface) + 90);
        return new(Math.Ceiling(height), route, [.. drain.Stretches.Select(s => s.IsTyped)],
            // A cure is drawn over the pipe as it is, at the same scale.
            tried is null ? null : DrainRoute.ToScale(Port, tried, route.Scale, left: false), surface, boxes, columns);

        // As near as there is room, over no other box and as little of the pipe as can be.
        void Add(string field, Point at)
        {
            Box best = default;
            var least = double.MaxValue;
            for (var y = Gap; y < 1200; y += Step)
            {
                if (Math.Abs(y - at.Y) - BoxHeight > least) continue;
                for (var x = Gap; x + BoxWidth <= Width - Gap; x += Step)
                {
                    var box = new Box(x, y, BoxWidth, BoxHeight);
                    var cost = box.Away(at.X, at.Y);
                    if (cost >= least || taken.Any(t => t.Near(box, Gap))) continue;
                    cost += ink.Under(box);
                    if (cost < least) (best, least) = (box, cost);
                }
            }
            taken.Add(best);
            boxes.Add(new(field, best, at));
        }
    }

    /// <summary>Where the word stands under a stretch that does not fall.</summary>
    public static Point WrongAt(DrainRoute route, int stretch)
        => new((route.Points[stretch].X + route.Points[stretch + 1].X) / 2, Math.Max(route.Points[stretch].Y, route.Points[stretch + 1].Y) + 34);

    private static IReadOnlyList<(HoldUp Held, Box Column)> ColumnsOf(DrainRoute route, IReadOnlyList<HoldUp> held)
        => [.. held.Select((h, i) => (Held: h, Height: Math.Min(h.HoldUpMm * route.Scale, route.End.Y - 88), At: Width - 14 - (held.Count - i)
            * (ColumnWidth + 34))).Select(c => (c.Held, new Box(c.At, route.End.Y - c.Height, ColumnWidth, c.Height)))];
}
