namespace Wattology.Core.Drawing;

/// <summary>The fuel bench: rail, injectors and engine, with a box on what each figure measures.</summary>
public static class FuelBench
{
    /// <summary>Its size in drawing units.</summary>
    public const double Width = 760, Height = 420;

    /// <summary>The boxes.</summary>
    public static readonly IReadOnlyList<BenchBox> Boxes =
    [
        Of("rail_base_kpa", 40, 10, new(150, 130)), Of("rail_seen_kpa", 560, 10, new(600, 130)), Of("injectors", 300, 10, new(330, 150)),
        Of("injector_cc_min", 10, 190, new(222, 200)), Of("injector_rated_kpa", 10, 280, new(222, 220)), Of("boost_kpa", 590, 190, new(540, 270)),
        Of("power_kw", 590, 330, new(500, 350)),
    ];

    private static BenchBox Of(string field, double x, double y, Point at) => new(field, new(x, y, DrainBench.BoxWidth, DrainBench.BoxHeight), at);
}
