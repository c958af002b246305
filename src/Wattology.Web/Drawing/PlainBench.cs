using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.UnitOpen;

namespace Wattology.Web.Drawing;

/// <summary>A bench whose drawing stays as it is whatever is typed: the thing, a name on its parts, and a place for each box on what it measures.</summary>
/// <param name="Says">What it shows, for whoever does not see it.</param>
/// <param name="Height">How high it is, in drawing units; it is <see cref="Width"/> wide.</param>
/// <param name="Body">The thing's outline.</param>
/// <param name="Fine">What is drawn finer: fins, levels, arrows.</param>
/// <param name="Notes">The names of its parts, and where they stand.</param>
/// <param name="Boxes">Where each box stands, and what it measures.</param>
public sealed record PlainBench(string Says, double Height, string Body, string Fine, IReadOnlyList<(double X, double Y, string Text)> Notes,
    IReadOnlyList<BenchBox> Boxes)
{
    /// <summary>Its width in drawing units.</summary>
    public const double Width = 760;

    /// <summary>The box that holds the stopwatch.</summary>
    public const string Stopwatch = "stopwatch";

    /// <summary>Suction before the compressor.</summary>
    public static readonly PlainBench Suction = new("The filter, its pipe to the compressor, and the gauge tapped in before the compressor", 262,
        "M40,100H170V210H40Z M170,130H560M170,180H560M560,115V195M560,115L660,80V230L560,195M470,130V92M448,70a22,22 0 1 0 44,0a22,22 0 1 0 -44,0ZM470,70L483,60",
        "M62,100V210M84,100V210M106,100V210M128,100V210M150,100V210M210,155H420m-16,-8l16,8l-16,8",
        [(105, 236, "filter"), (310, 206, "intake pipe"), (610, 252, "compressor")], [Of("depression_kpa", 516, 4, new(492, 66))]);

    /// <summary>Boost in one state of the engine, from which shaft speed is estimated.</summary>
    public static readonly PlainBench ShaftSpeed = new("Air through the filter to the compressor wheel and on to the gauge", 270,
        "M24,96H74V166H24Z M74,116H262M74,146H262M250,106H290M250,156H290M372,96L342,96L302,120V142L342,166H372M402,116H720M402,146H720"
        + "M560,116V94M538,72a22,22 0 1 0 44,0a22,22 0 1 0 -44,0ZM560,72L573,62",
        "M36,96V166M49,96V166M62,96V166M312,131H422M382,86V176M376,86h12M376,176h12",
        [(112, 136, "filter")],
        [
            Of("altitude_m", 10, 6, new(49, 96)), Of("inlet_c", 10, 182, new(49, 166)), Of("intake_depression_kpa", 180, 6, new(200, 116)),
            Of("wheel_mm", 308, 188, new(382, 176)), Of("charge_loss_kpa", 470, 182, new(490, 146)), Of("boost_kpa", 604, 6, new(582, 66)),
        ]);

    /// <summary>Blow-by through an orifice.</summary>
    public static readonly PlainBench BlowBy = new("The breather's hose, closed by a plate with an orifice, the gauge tapped in before it", 284,
        "M30,104H200V262H30Z M200,130H520M200,180H520M520,112V147M520,163V198M420,130V92M398,70a22,22 0 1 0 44,0a22,22 0 1 0 -44,0ZM420,70L433,60",
        "M42,236H188M540,155H680m-16,-8l16,8l-16,8",
        [(115, 200, "crankcase"), (300, 160, "breather's hose")],
        [
            Of("engine_rpm", 10, 4, new(70, 104)), Of("displacement_litres", 180, 4, new(160, 104)), Of("dp_kpa", 466, 4, new(442, 66)),
            Of("gas_temp_c", 240, 196, new(280, 180)), Of("orifice_mm", 560, 190, new(524, 160)),
        ]);

    /// <summary>Oil poured through the drain, timed.</summary>
    public static readonly PlainBench PourThrough = new("Oil poured in at the turbo's end of the drain, timed until it has run through", 356,
        "M90,20H210L180,70H120Z M138,70V110C138,160 270,150 420,170S600,186 656,196M166,70V104C168,130 276,126 424,146S606,160 668,172M608,216V324H724V216",
        "M612,296H720M666,190V290",
        [(666, 346, "run through")],
        [
            Of("ml", 236, 4, new(190, 40)), Of("seconds", 240, 216, new(330, 160)), new(Stopwatch, new(24, 176, DrainBench.BoxWidth, 170), new(24, 176)),
        ]);

    /// <summary>Fuel under boost.</summary>
    public static readonly PlainBench Fuel = new("Fuel from the rail through the injectors into an intake under boost", 420,
        "M130,120H620V142H130Z M96,131H130 M620,131H660V150M196,250H560V292H196 M196,330H560V400H196Z",
        string.Concat(new[] { 222, 322, 422, 522 }.Select(x
            => $"M{x - 10},142V196L{x - 4},214H{x + 4}L{x + 10},196V142M{x},214V236M{x},240l-8,22M{x},240v24M{x},240l8,22M{x},292V330"))
            + "M640,150h40v40h-40ZM560,270H660V190M648,204l12,-14l12,14",
        [(378, 110, "rail"), (378, 276, "intake, under boost"), (378, 372, "engine"), (720, 174, "regulator")],
        [
            Of("rail_base_kpa", 40, 10, new(150, 130)), Of("rail_seen_kpa", 560, 10, new(600, 130)), Of("injectors", 300, 10, new(330, 150)),
            Of("injector_cc_min", 10, 190, new(222, 200)), Of("injector_rated_kpa", 10, 280, new(222, 220)), Of("boost_kpa", 590, 190, new(540, 270)),
            Of("power_kw", 590, 330, new(500, 350)),
        ]);

    /// <summary>Every one of them.</summary>
    public static IReadOnlyList<PlainBench> All => [Suction, ShaftSpeed, BlowBy, PourThrough, Fuel];

    /// <summary>The drawing, with a place for each box.</summary>
    public string Render()
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {SvgNode.Number(Width)} {SvgNode.Number(Height)}"), ("role", "img"),
            ("aria-label", Says));
        SvgNode.Path(svg, "b-body", Body);
        SvgNode.Path(svg, "b-fine", Fine);
        foreach (var (x, y, text) in Notes) SvgNode.Text(svg, "b-note", x, y, text);
        SvgNode.Places(svg, Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private static BenchBox Of(string field, double x, double y, Point at) => new(field, new(x, y, DrainBench.BoxWidth, DrainBench.BoxHeight), at);
}
