using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.UnitOpen;

namespace Wattology.Web.Drawing;

/// <summary>A bench whose drawing stays as it is whatever is typed into its boxes: the thing, a name on its parts, and a place for each box on what it
/// measures.</summary>
/// <param name="Says">What it shows, for whoever does not see it.</param>
/// <param name="Height">How high it is, in drawing units; it is <see cref="Width"/> wide.</param>
/// <param name="Body">The thing's outline.</param>
/// <param name="Fine">What is drawn finer: fins, levels, arrows.</param>
/// <param name="Notes">The names of its parts, and where they stand.</param>
/// <param name="Boxes">Where each box stands, and what it measures.</param>
/// <param name="Mirrored">The outline is drawn the other way round; words and boxes stand where they are said to.</param>
/// <param name="When">What shows only where a box says so, "field-value", or always where that is empty; its outline; and whether it hides what lies behind
/// it. The style sheet shows it as the touch is made.</param>
public sealed record PlainBench(string Says, double Height, string Body, string Fine, IReadOnlyList<(double X, double Y, string Text)> Notes,
    IReadOnlyList<BenchBox> Boxes, bool Mirrored = false, IReadOnlyList<(string Answer, string Outline, bool Solid)>? When = null)
{
    /// <summary>Its width in drawing units.</summary>
    public const double Width = 760;

    /// <summary>The box that holds the stopwatch.</summary>
    public const string Stopwatch = "stopwatch";

    /// <summary>Suction before the compressor.</summary>
    public static readonly PlainBench Suction = new("The filter, its pipe to the compressor, and the gauge tapped in before the compressor", 262,
        "M40,100H170V210H40Z M170,130H560M170,180H560M560,115V195M560,115L660,80V230L560,195M470,130V92"
        + "M448,70a22,22 0 1 0 44,0a22,22 0 1 0 -44,0ZM470,70L483,60",
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

    /// <summary>Lambda in the exhaust, beside boost.</summary>
    public static readonly PlainBench Mixture = new("Air under boost into the engine, and the probe in the exhaust behind the turbine", 250,
        "M30,130H250M30,180H250M250,96H420V214H250ZM420,130H720M420,180H720M150,130V96M128,74a22,22 0 1 0 44,0a22,22 0 1 0 -44,0ZM150,74L163,64"
        + "M560,130V104H584V130M566,130V158H578V130",
        "M60,155H220m-16,-8l16,8l-16,8M450,155H540M600,155H690m-16,-8l16,8l-16,8",
        [(335, 160, "engine"), (90, 206, "intake"), (660, 206, "exhaust")], [Of("boost_kpa", 196, 4, new(172, 66)), Of("lambda", 600, 30, new(584, 112))]);

    /// <summary>A wrench with a crow's foot on it: torque at the fixing, and what makes the wrench read something else.</summary>
    public static readonly PlainBench CrowsFoot = new("A wrench from its grip to its square, a crow's foot from there to the fixing", 246,
        "M16,118H116V152H16ZM116,128H428V142H116ZM428,135a22,22 0 1 0 44,0a22,22 0 1 0 -44,0ZM472,128H626V142H472M442,127H458V143H442Z"
        + "M626,135L638,114H662L674,135L662,156H638Z",
        "M450,135L528,76M506,135A56,56 0 0 0 495,101M34,118V152M50,118V152M66,118V152M82,118V152M98,118V152",
        [(66, 108, "grip"), (708, 140, "fixing")],
        [
            Of("wrench_mm", 190, 160, new(270, 142)), Of("adapter_mm", 480, 160, new(560, 142)), Of("adapter_deg", 380, 4, new(500, 100)),
            Of("torque_nm", 600, 4, new(650, 114)),
        ]);

    /// <summary>The engine with its turbo, as it is booked in: what is answered of it shows on it.</summary>
    public static readonly PlainBench BookIn = new("The engine with its turbo, breather and boost control, as answered", 536,
        "M24,132H232V430H24ZM24,430V470H232V430",
        "M232,330H348M232,350H348M400,392V424M580,284V246H232M300,232H356V260H300ZM311,232V260M322,232V260M333,232V260M344,232V260M690,330H636M690,350H636"
        + "M690,300H740V380H690ZM702,300V380M715,300V380M727,300V380M24,452H232M120,132V122",
        [(352, 420, "turbine"), (646, 414, "compressor"), (715, 402, "filter"), (328, 278, "charge cooler")],
        [
            new("closed_breather", new(8, 4, 372, 96), new(120, 124)), new("control", new(396, 4, 356, 212), new(418, 291)),
            new("engine", new(36, 146, 184, 96), new(120, 200)), new("fuel", new(36, 254, 184, 92), new(120, 300)),
            new("water_cooled", new(246, 440, 282, 92), new(470, 367)), new("turbos", new(544, 440, 208, 92), new(572, 396)),
        ], When:
        [
            ("turbos-2", Behind, true), ("", Unit(400, 340), true),
            ("closed_breather-true", "M120,122H388V230H664V328", false), ("closed_breather-false", "M120,122V112M120,106v1M132,104v1M108,104v1", false),
            ("water_cooled-true", "M465,363L446,382M434,387a7,7 0 1 0 14,0a7,7 0 1 0 -14,0ZM511,317L530,298M528,293a7,7 0 1 0 14,0a7,7 0 1 0 -14,0Z", false),
            ("fuel-petrol", "M262,246a12,12 0 1 0 24,0a12,12 0 1 0 -24,0ZM268,238L280,254", false),
            ("fuel-diesel", "M60,358h16v20l-8,12l-8,-12ZM68,390v14M60,394l-6,8M76,394l6,8", false),
            ("control-wastegate-canister", Canister + Gate, false), ("control-wastegate-electric", Motor + Gate, false),
            ("control-vanes-canister", Canister + Vanes(), false), ("control-vanes-electric", Motor + Vanes(), false),
            ("control-external-wastegate", "M276,350V384H304V350M276,366H304M270,384H310V404H270Z", false),
        ]);

    private const string Canister = "M430,262H474V286H430ZM452,286L440,300L422,308M452,262V246";
    private const string Motor = "M430,262H474V286H430ZM452,286L440,300L422,308M474,274h12l6,-8l8,16l6,-8h10";
    private const string Gate = "M412,304L432,312M372,372L352,356";
    // The second of two, as far as it shows behind the first.
    private const string Behind = "M366,322a52,52 0 1 0 104,0a52,52 0 1 0 -104,0ZM474,322a32,32 0 1 0 64,0a32,32 0 1 0 -64,0Z"
        + "M542,322a56,56 0 1 0 112,0a56,56 0 1 0 -112,0Z";

    // Blades standing about the turbine's wheel.
    private static string Vanes() => string.Concat(Enumerable.Range(0, 9).Select(i =>
    {
        var (from, to) = (i * 2 * Math.PI / 9, i * 2 * Math.PI / 9 + 0.4);
        return string.Create(System.Globalization.CultureInfo.InvariantCulture,
            $"M{400 + 47 * Math.Cos(from):0.#},{340 + 47 * Math.Sin(from):0.#}L{400 + 33 * Math.Cos(to):0.#},{340 + 33 * Math.Sin(to):0.#}");
    }));

    // Turbine, centre section and compressor about a turbine's axis, oil in at the top and out below.
    private static string Unit(double x, double y) => string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"M{x + 48},{y - 18}H{x + 60}V{y + 18}H{x + 48}M{x + 116},{y - 18}H{x + 128}V{y + 18}H{x + 116}M{x - 52},{y}a52,52 0 1 0 104,0a52,52 0 1 0 -104,0Z"
        + $"M{x + 56},{y}a32,32 0 1 0 64,0a32,32 0 1 0 -64,0ZM{x + 124},{y}a56,56 0 1 0 112,0a56,56 0 1 0 -112,0ZM{x + 88},{y - 32}v-18M{x + 88},{y + 32}v40"
        + $"M{x - 20},{y - 14}L{x + 20},{y - 26}V{y + 26}L{x - 20},{y + 14}ZM{x + 200},{y - 14}L{x + 160},{y - 26}V{y + 26}L{x + 200},{y + 14}Z");

    private const double TakeWidth = 144, TakePitch = 150, TakeTop = 262, TakeRow = 80;
    private const int TakesInRow = 5;

    /// <summary>The button for one more take.</summary>
    public const string Another = "another";

    /// <summary>The name of the box that says where the dial stands.</summary>
    public static string DialAt(string direction, string end) => $"dial {direction} {end}";

    /// <summary>Shaft play: the shaft between its wheels, the four places of a dial to be touched, and the takes.</summary>
    /// <param name="takes">How many takes are shown.</param>
    /// <param name="compressorLeft">The compressor end is drawn on the left, as the unit lies.</param>
    public static PlainBench Play(int takes, bool compressorLeft)
    {
        double Side(double x, double width) => compressorLeft ? Width - x - width : x;
        BenchBox Dial(string direction, string end, double x, double y, Point at) => new(DialAt(direction, end), new(Side(x, 104), y, 104, 52),
            new(Side(at.X, 0), at.Y));
        BenchBox Take(string name, int i) => new(name, new(10 + i % TakesInRow * TakePitch, TakeTop + i / TakesInRow * TakeRow, TakeWidth,
            DrainBench.BoxHeight), new(10 + i % TakesInRow * TakePitch, TakeTop + i / TakesInRow * TakeRow));
        BenchBox[] boxes =
        [
            Dial("radial", "turbine", 196, 14, new(240, 132)), Dial("radial", "compressor", 460, 14, new(520, 132)),
            Dial("axial", "turbine", 4, 119, new(128, 145)), Dial("axial", "compressor", 652, 119, new(632, 145)),
            .. Enumerable.Range(0, takes).Select(i => Take($"takes_mm.{i}", i)), Take(Another, takes),
        ];
        return new("The shaft between its wheels, with the places where a dial stands", boxes.Max(b => b.Box.Bottom) + 8,
            "M130,80L180,80L210,130V160L180,210H130Z M630,80L580,80L550,130V160L580,210H630Z M210,133H550V157H210Z"
            + "M290,115H330V175H290ZM430,115H470V175H430Z", "M110,145H650",
            [(Side(155, 0), 236, "turbine end"), (Side(605, 0), 236, "compressor end")], boxes, compressorLeft);
    }

    /// <summary>Every one of them.</summary>
    public static IReadOnlyList<PlainBench> All => [Suction, ShaftSpeed, BlowBy, PourThrough, Fuel, Mixture, CrowsFoot, BookIn, Play(3, false), Play(9, true)];

    /// <summary>The drawing, with a place for each box.</summary>
    public string Render()
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {SvgNode.Number(Width)} {SvgNode.Number(Height)}"), ("role", "img"),
            ("aria-label", Says));
        var outline = SvgNode.Element("g", ("transform", Mirrored ? $"translate({SvgNode.Number(Width)}) scale(-1 1)" : null));
        SvgNode.Path(outline, "b-body", Body);
        SvgNode.Path(outline, "b-fine", Fine);
        foreach (var (answer, path, solid) in When ?? [])
            SvgNode.Path(outline, $"{(solid ? "b-fit" : "b-body")}{(answer.Length > 0 ? $" when {answer}" : "")}", path);
        svg.Add(outline);
        foreach (var (x, y, text) in Notes) SvgNode.Text(svg, "b-note", x, y, text);
        SvgNode.Places(svg, Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private static BenchBox Of(string field, double x, double y, Point at) => new(field, new(x, y, DrainBench.BoxWidth, DrainBench.BoxHeight), at);
}
