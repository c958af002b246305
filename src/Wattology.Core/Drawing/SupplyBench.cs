using Wattology.Core.Checks;
using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>A catch as far as it is typed.</summary>
/// <param name="LengthMm">The line's length, mm; null while nobody typed it.</param>
/// <param name="IdMm">Its bore, mm.</param>
/// <param name="RestrictorMm">The hole of the restrictor left in, mm; null where none is said.</param>
/// <param name="Runs">Of every run the oil caught, ml, and the time, s; null while nobody typed them.</param>
/// <param name="DiscardFirst">The first run only purged air.</param>
public sealed record TypedCatch(double? LengthMm, double? IdMm, double? RestrictorMm, IReadOnlyList<(double? Ml, double? Seconds)> Runs, bool DiscardFirst)
{
    /// <summary>The runs that are typed whole, in order; the first is left out where it only purged air.</summary>
    public IReadOnlyList<CatchRun> Counted => [.. Runs.Skip(DiscardFirst ? 1 : 0).Where(r => r is { Ml: >= 0, Seconds: > 0 })
        .Select(r => new CatchRun(r.Ml!.Value, r.Seconds!.Value))];
}

/// <summary>The supply bench: the feed from the gallery to its open end over the jug, with a box on what each figure measures, the runs beside the jug
/// and the chart of what the line passes under it.</summary>
/// <param name="Height">How high it is; it is <see cref="Width"/> wide.</param>
/// <param name="Boxes">The boxes.</param>
/// <param name="LineTyped">Length and bore are typed; what is not stands pale.</param>
/// <param name="RestrictorTyped">A restrictor left in is typed.</param>
/// <param name="Caught">Of every run the oil in the jug, as a share of the jug; the fullest stands near its brim.</param>
/// <param name="MeanLpm">Mean flow of the runs that count, l/min; null while none is typed whole.</param>
/// <param name="SpreadPct">How far they differ, percent of the mean.</param>
public sealed record SupplyBench(double Height, IReadOnlyList<BenchBox> Boxes, bool LineTyped, bool RestrictorTyped, IReadOnlyList<double> Caught,
    double? MeanLpm, double? SpreadPct)
{
    /// <summary>Its width in drawing units.</summary>
    public const double Width = 760;

    /// <summary>Where the jug stands, and the open end of the feed over it.</summary>
    public static readonly Box Jug = new(400, 236, 84, 96);

    /// <summary>The line's corners, from the gallery to its open end.</summary>
    public static readonly IReadOnlyList<Point> Line = [new(96, 190), new(130, 190), new(130, 130), new(442, 130), new(442, 206)];

    /// <summary>Where a restrictor is drawn.</summary>
    public static readonly Point Restrictor = new(290, 130);

    /// <summary>Names of boxes that hold more than one field: the stopwatch, one run, the button for another, the first run's tick, and the chart.</summary>
    public const string Stopwatch = "stopwatch", Run = "run", Another = "another", Purged = "purged", Chart = "chart";

    private const double Gap = 8, RunLeft = 498, RunTop = 186, RunPitch = 74, Half = 123, ButtonHeight = 56, ChartTop = 400, ChartWidth = 480,
        CaptionHeight = 24, WideBox = 186, Brim = 0.9, WatchLeft = 618;

    private static readonly IReadOnlyList<BenchBox> OnTheLine =
    [
        Of("input.line.length_mm", 140, 8, new(240, 130)),
        Of("input.line.id_mm", 296, 8, new(360, 130)),
        Of("input.line.minor_k", 452, 8, new(442, 130)),
        Of("input.restrictor_mm", 208, 178, new(Restrictor.X, 144)),
        Of("input.line.rise_mm", 462, 98, new(449, 160)),
        Of("input.gallery_kpa", 10, 236, new(56, 220), WideBox),
        Of("grade", 10, 320, null, WideBox),
        Of("input.oil_temp_c", 208, 320, null),
    ];

    /// <summary>The places out of sight, in the order the oil comes to them, and where their names stand.</summary>
    public static readonly IReadOnlyList<(Question Asked, Point At, Point Name)> Hidden =
    [
        (HiddenPlaces.Banjo, new(130, 130), new(150, 164)), (HiddenPlaces.Valve, new(212, 130), new(212, 108)),
        (HiddenPlaces.Gauze, new(390, 130), new(390, 166)), (HiddenPlaces.Orifice, new(442, 180), new(392, 196)),
    ];

    /// <summary>Lays the bench out.</summary>
    /// <param name="typed">The catch as far as it is typed.</param>
    public static SupplyBench Of(TypedCatch typed)
    {
        var boxes = OnTheLine.ToList();
        void Beside(string name, double x, double y, double width, double height) => boxes.Add(new(name, new(x, y, width, height), new(x, y)));
        Beside(Stopwatch, WatchLeft, Gap, Width - WatchLeft - Gap, RunTop - 2 * Gap);
        var y = RunTop;
        for (var i = 0; i < typed.Runs.Count; i++, y += RunPitch) Beside($"{Run}.{i}", RunLeft, y, Width - RunLeft - Gap, RunPitch - 2);
        Beside(Another, RunLeft, y, Half, ButtonHeight);
        Beside(Purged, RunLeft + Half + Gap, y, Half, ButtonHeight);
        y += ButtonHeight + Gap;
        Beside("crank_rpm", RunLeft, y, Half, DrainBench.BoxHeight);
        Beside("battery_v", RunLeft + Half + Gap, y, Half, DrainBench.BoxHeight);
        Beside(Chart, 10, ChartTop, ChartWidth, SupplyChart.HeightFor(ChartWidth) + CaptionHeight);
        var most = typed.Runs.Max(r => r.Ml) ?? 0;
        var counted = typed.Counted;
        var (mean, spread) = counted.Count == 0 ? ((double?)null, (double?)null) : CatchTest.MeanAndSpread(counted);
        return new(boxes.Max(b => b.Box.Bottom) + Gap, boxes, typed is { LengthMm: > 0, IdMm: > 0 }, typed.RestrictorMm > 0,
            [.. typed.Runs.Select(r => most > 0 ? Math.Max(0, r.Ml ?? 0) / most * Brim : 0)], mean, spread);
    }

    /// <summary>The name of a place out of sight, as it stands on the drawing.</summary>
    public static string ShortOf(Question place) => place.Title.Split(' ') is var words && place == HiddenPlaces.Valve ? "valve"
        : place == HiddenPlaces.Banjo ? "banjo bolt" : words[0].ToLowerInvariant();

    // A box that measures nothing on the line has no lead: it leads to its own corner.
    private static BenchBox Of(string field, double x, double y, Point? at, double width = DrainBench.BoxWidth)
        => new(field, new(x, y, width, DrainBench.BoxHeight), at ?? new(x, y));
}
