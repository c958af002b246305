using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>The crankcase bench: the crankcase with its gauge, its breather, and the drain it pushes against, drawn to its fall.</summary>
/// <param name="Route">The drain, ending at the crankcase's wall.</param>
/// <param name="Measured">The drain was measured, and is drawn to scale.</param>
/// <param name="FallMm">Its whole fall, mm; null where nobody measured it.</param>
/// <param name="HeldMm">The column of foam the pressure holds back, mm; null where no pressure is known.</param>
/// <param name="Column">That column, rising from the drain's end; null where it is not drawn to scale, or nothing is held.</param>
public sealed record CrankcaseBench(DrainRoute Route, bool Measured, double? FallMm, double? HeldMm, Box? Column)
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 760, Height = 370;

    /// <summary>The crankcase's wall, at which the drain ends, and the roof under which it may.</summary>
    public const double Wall = 330, Roof = 60;

    private const double Run = 230, Down = 170, PortY = 84, ColumnWidth = 26, HotC = 90, Foam = 0.5;

    /// <summary>The boxes.</summary>
    public static readonly IReadOnlyList<BenchBox> Boxes =
    [
        new("pressure_kpa", new(606, 96, DrainBench.BoxWidth, DrainBench.BoxHeight), new(576, 150)),
        new("engine_rpm", new(606, 222, DrainBench.BoxWidth, DrainBench.BoxHeight), new(520, 236)),
    ];

    /// <summary>The bench of a job.</summary>
    /// <param name="record">The job.</param>
    /// <param name="turbo">Which turbo's drain.</param>
    /// <param name="pressureKpa">Crankcase pressure as typed, or as read last, kPa; null where none is known.</param>
    /// <param name="margin">What a drain is judged by.</param>
    public static CrankcaseBench Of(JobRecord record, int turbo, double? pressureKpa, Limit margin)
    {
        var drain = record.Latest<DrainReading>(d => d.Turbo == turbo)?.Body.Input;
        var port = new Point(Wall - Run, PortY);
        var route = drain is null ? DrainRoute.Seen(port, "", Run, Down, left: false) : DrainRoute.Measured(port, drain.Segments, Run, Down, left: false);
        // However short it is drawn, it ends at the wall.
        var by = Wall - route.End.X;
        route = route with { Points = [.. route.Points.Select(p => p with { X = p.X + by })] };
        var held = pressureKpa is not { } kpa ? null : (double?)DrainFlow.Compute((drain ?? new DrainInput(OilGrades.Typical["5W-30"], HotC, 1, 16,
            [new(100, 50)], 10, Foam)) with { CrankcaseKpa = Math.Max(0, kpa) }, margin).HoldUpMm;
        var height = Math.Min((held ?? 0) * route.Scale, route.End.Y - 20);
        return new(route, drain is not null, drain?.Segments.Sum(s => s.FallMm), held, height > 0 ? new(Wall - 8 - ColumnWidth, route.End.Y - height,
            ColumnWidth, height) : null);
    }

    /// <summary>What it says of drain and pressure together.</summary>
    /// <param name="show">A length in the shop's unit.</param>
    public string Says(Func<double, string> show) => (HeldMm, FallMm) switch
    {
        (null, _) => "",
        ( <= 0, _) => "Nothing pushes against the drain.",
        ({ } held, { } fall) => held >= fall ? $"It could hold back {show(Math.Round(held))} of foam, and the drain falls only {show(fall)}: oil stands in it."
            : $"It could hold back {show(Math.Round(held))} of foam; the drain falls {show(fall)}.",
        ({ } held, null) => $"It could hold back {show(Math.Round(held))} of foam; how far this drain falls nobody measured.",
    };
}
