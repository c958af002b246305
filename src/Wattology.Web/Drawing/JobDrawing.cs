using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Jobs;
using Wattology.Web.Forms;
using Wattology.Web.Pages.Jobs;

namespace Wattology.Web.Drawing;

/// <summary>The job drawn as its own plumbing: air, exhaust, oil from gallery to bearing to sump, crankcase with its breather.
/// Each check shows its latest value and verdict where it belongs and leads to its sheet. The same drawing goes on screen and on paper.</summary>
/// <param name="job">The job.</param>
/// <param name="open">The sheet standing open beside it, as its check's id and turbo.</param>
/// <param name="paper">True for print, where colours are fixed and nothing leads anywhere.</param>
public sealed class JobDrawing(JudgedJob job, (string Sheet, int Turbo)? open = null, bool paper = false)
{
    private const int Width = 960;
    private const int RowHeight = 576;
    private const int Top = 46;
    private const int AxisY = 340;
    private const int LabelHeight = 82;
    private const int LabelStep = 90;
    private const string Ink = "#1d2624";
    private const string Quiet = "#6d7672";
    private const string Oil = "#6b4a12";
    private const string Ground = "#ffffff";

    private readonly XElement _svg = SvgNode.Element("svg");

    private BookedIn Machine => job.Machine;

    private int Height => Top + Machine.Turbos * RowHeight + 24;

    // Where the labels of a part stand, from the turbo's top and from its shaft, and the line that leads there. Labels of one part stand under each other.
    private static readonly Dictionary<DrawnPart, (int X, Func<int, int, int> Y, int Width, Func<int, int, string>? Leader)> Places = new()
    {
        [DrawnPart.Engine] = (52, (y, _) => y + 26, 206, null),
        [DrawnPart.Restrictor] = (284, (y, _) => y + 80, 176, (y, _) => $"M373 {y + 74}v6"),
        [DrawnPart.Feed] = (564, (y, _) => y + 44, 176, (y, _) => $"M548 {y + 84}h16"),
        [DrawnPart.CentreSection] = (584, (_, axis) => axis + 108, 168, (_, axis) => $"M600 {axis + 46}l20 62"),
        [DrawnPart.Plate] = (764, (_, axis) => axis + 108, 178, (_, axis) => $"M700 {axis + 62}l72 46"),
        [DrawnPart.Drain] = (424, (y, _) => y + RowHeight - 96, 150, (y, _) => $"M410 {y + RowHeight - 97}l14 14"),
    };

    /// <summary>The drawing as SVG.</summary>
    public string Render()
    {
        _svg.RemoveAll();
        Set(_svg, ("class", "job-drawing"), ("viewBox", $"0 0 {Width} {Height}"), ("role", "group"),
            ("aria-label", $"Drawing of job {Clip(Machine.Number, 40)}"), ("font-family", "Barlow Condensed"));
        if (paper) Set(_svg, ("width", Width), ("height", Height));
        Engine();
        foreach (var turbo in Machine.TurboNumbers) Turbo(turbo);
        foreach (var part in job.Checks.Where(c => c.Check.Part is not null).GroupBy(c => (Part: c.Check.Part!.Value, c.Turbo))) Labels(part.Key.Part,
            part.Key.Turbo, [.. part]);
        return _svg.ToString(SaveOptions.DisableFormatting);
    }

    private static XElement Set(XElement element, params (string Name, object? Value)[] attributes)
    {
        foreach (var (name, value) in attributes)
            if (value is not null) element.SetAttributeValue(name, value is IFormattable number ? number.ToString(null, CultureInfo.InvariantCulture) : value);
        return element;
    }

    private void Line(string path, string kind = "pipe", string colour = Ink, double width = 2, string? dash = null)
        => _svg.Add(SvgNode.Element("path", ("class", $"d-{kind}"),
        ("d", path), ("fill", "none"), ("stroke", colour), ("stroke-width", width), ("stroke-dasharray", dash), ("stroke-linejoin", "round")));

    private void Shape(string path, string colour = Ink)
        => _svg.Add(SvgNode.Element("path", ("class", "d-body"), ("d", path), ("fill", Ground), ("stroke", colour), ("stroke-width", 2)));

    private void Note(int x, int y, string text, string anchor = "start", int size = 15)
        => _svg.Add(new XElement(SvgNode.Element("text", ("class", "d-note"), ("x", x), ("y", y), ("font-size", size), ("fill", Quiet),
        ("text-anchor", anchor))) { Value = text });

    private void Engine()
    {
        var bottom = Top + Machine.Turbos * RowHeight;
        Shape($"M36 {Top + 14}h238v{bottom - Top - 90}l-22 26v46h-194v-46l-22 -26z");
        Line($"M58 {bottom - 38}h194", "oil", Oil, 1.5, "7 4");
        Note(155, bottom - 20, "sump", "middle");
        Note(272, Top + 6, Clip(Machine.Engine, 26), "end", 17);
        // Breather: from the crankcase back into the intake, or to the open.
        Line($"M60 {Top + 14}V{14}h{(Machine.ClosedBreather ? 838 : 60)}{(Machine.ClosedBreather ? $"V{Top + AxisY - 22}" : "")}", "air", Quiet, 1.5, "2 4");
        Note(Machine.ClosedBreather ? 600 : 128, Machine.ClosedBreather ? 32 : 18, Machine.ClosedBreather ? "breather to intake" : "breather, open");
    }

    private void Turbo(int turbo)
    {
        var y = Top + (turbo - 1) * RowHeight;
        var axis = y + AxisY;
        // Charge air back to the engine, through its cooler.
        Line($"M722 {axis - 34}H750V{y + 8}H274", "air", Ink);
        Shape($"M430 {y - 6}h110v28h-110zM447 {y - 6}v28M464 {y - 6}v28M481 {y - 6}v28M498 {y - 6}v28M515 {y - 6}v28");
        Note(485, y + 38, "charge cooler", "middle");
        // Intake and filter.
        Line($"M748 {axis - 16}h92M748 {axis + 16}h92", "air", Ink);
        Shape($"M840 {axis - 34}h84v68h-84z" + string.Concat(Enumerable.Range(1, 6).Select(i => $"M{840 + 12 * i} {axis - 34}v68")));
        Note(882, axis + 52, "air filter", "middle");
        // Exhaust in and out.
        Line($"M274 {axis - 15}h102M274 {axis + 15}h102", "gas", Ink);
        Note(286, axis - 22, "exhaust");
        Line($"M398 {axis + 50}l-24 42M430 {axis + 56}l-16 42", "gas", Ink);
        // Feed and drain.
        Line($"M274 {y + 66}H548V{axis - 46}", "oil", Oil, 3.5);
        Line($"M548 {axis + 46}v58L274 {y + RowHeight - 62}", "oil", Oil, 3.5);
        Shape($"M366 {y + 58}h14l5 5v6l-5 5h-14l-5 -5v-6z", Oil);
        Note(286, y + 58, "feed");
        Note(560, axis + 74, "drain");
        // Three bodies on one shaft: turbine, centre section, compressor.
        Shape($"M424 {axis - 58}a58 58 0 1 0 26 110h22v-104h-22a58 58 0 0 0 -26 -6z");
        Shape($"M472 {axis - 30}h18v-16h116v16h18v60h-18v16h-116v-16h-18z");
        Shape($"M624 {axis - 58}h40a66 66 0 1 1 0 116h-40z");
        Line($"M372 {axis}H752", "axis", Quiet, 1, "14 4 3 4");
        Line($"M396 {axis - 34}l48 14v40l-48 14zM712 {axis - 46}l-52 30v32l52 30z", "wheel", Quiet, 1.5);
        Note(482, axis + 76, "turbine", "middle");
        Note(694, axis + 92, "compressor", "middle");
        if (Machine.WaterCooled)
        {
            Line($"M490 {axis - 20}h-10v-66h-60M606 {axis + 20}h12v44h40", "water", Quiet, 2, "9 3");
            Note(416, axis - 82, "water", "end");
        }
        Control(axis);
        if (Machine.Turbos == 2) Note(924, y + 64, $"turbo {turbo}", "end", 20);
    }

    private void Control(int axis)
    {
        switch (Machine.Control)
        {
            case BoostControl.WastegateCanister or BoostControl.VanesCanister:
                Shape($"M600 {axis - 112}h44v30h-44z");
                Line($"M600 {axis - 97}H430v38M644 {axis - 97}h36v38", "control", Ink, 1.5);
                Note(622, axis - 64, Machine.Control == BoostControl.WastegateCanister ? "wastegate canister" : "vane canister", "middle");
                break;
            case BoostControl.VanesElectric or BoostControl.WastegateElectric:
                Shape($"M586 {axis - 112}h70v32h-70zM656 {axis - 104}h10v16h-10z");
                Line($"M586 {axis - 96}H430v37", "control", Ink, 1.5);
                Note(621, axis - 62, Machine.Control == BoostControl.VanesElectric ? "vane motor" : "wastegate motor", "middle");
                break;
            case BoostControl.ExternalWastegate:
                Shape($"M312 {axis - 66}h40v36h-40z");
                Line($"M332 {axis - 30}v15M352 {axis - 48}h20v-30", "control", Ink, 1.5);
                Note(332, axis - 72, "external wastegate", "middle");
                break;
            default: break;
        }
    }

    private void Labels(DrawnPart part, int turbo, IReadOnlyList<CheckReading> checks)
    {
        var top = Top + (Math.Max(1, turbo) - 1) * RowHeight;
        var place = Places[part];
        if (place.Leader?.Invoke(top, top + AxisY) is { } leader) Line(leader, "leader", Quiet, 1);
        for (var i = 0; i < checks.Count; i++) Label(checks[i], place.X, place.Y(top, top + AxisY) + i * LabelStep, place.Width);
    }

    private void Label(CheckReading check, int x, int y, int width)
    {
        var mark = VerdictMark.Of(check.Verdict);
        var isOpen = open is { } o && o.Sheet == check.Id && (check.Turbo == 0 || check.Turbo == o.Turbo);
        var word = (check.Word ?? mark.Word) + (check.AcceptedBy is null ? "" : ", taken");
        var (title, value) = (Clip(check.Title, width / 10), Clip(check.Value.Length > 0 ? check.Value : "–", width / 9));
        var label = SvgNode.Element("g", ("class", mark.Style));
        label.Add(SvgNode.Element("rect", ("class", "d-label"), ("x", x), ("y", y), ("width", width), ("height", LabelHeight), ("rx", 2), ("fill", Ground),
            ("stroke", Ink), ("stroke-width", 1.2)),
            SvgNode.Element("path", ("class", mark.Filled ? "d-mark d-mark-full" : "d-mark"), ("transform", $"translate({x + 9} {y + 10}) scale(1.6)"),
                ("d", mark.Path),
                ("fill", mark.Filled ? mark.Ink : "none"), ("fill-rule", "evenodd"), ("stroke", mark.Ink), ("stroke-width", mark.Filled ? 0 : 1.6)),
            Text(x + 44, y + 21, title, 21, "d-title", Ink), Text(x + 44, y + 40, word, 17, "d-word", mark.Ink),
                Text(x + 10, y + 70, value, 23, "d-value", Ink));
        _svg.Add(paper ? label : Link(check, isOpen, $"{title} {word} "
            + $"{value}{(check.Turbo > 0 && Machine.Turbos == 2 ? $", turbo {check.Turbo}" : "")}", label));
    }

    private XElement Link(CheckReading check, bool isOpen, string said, XElement label)
    {
        var url = SheetLinks.Url(job.Record.Id, check.Id, check.Turbo);
        var link = SvgNode.Element("a", ("class", isOpen ? "spot open" : "spot"), ("href", url),
            ("id", $"spot-{check.Id}{(check.Turbo > 0 ? $"-{check.Turbo}" : "")}"), ("aria-label", said),
            ("aria-current", isOpen ? "true" : null), ("hx-get", url), ("hx-target", "#sheet"), ("hx-push-url", "true"));
        link.Add(label);
        return link;
    }

    private static XElement Text(int x, int y, string text, int size, string style, string colour)
        => new(SvgNode.Element("text", ("class", style), ("x", x), ("y", y), ("font-size", size), ("font-weight", 600), ("fill", colour))) { Value = text + " " };

    // Whole characters only, and none that XML cannot carry.
    private static string Clip(string text, int most)
    {
        var characters = text.EnumerateRunes().Where(r => r.Value > char.MaxValue || XmlConvert.IsXmlChar((char)r.Value)).Select(r => r.ToString()).ToArray();
        return characters.Length <= Math.Max(1, most) ? string.Concat(characters) : string.Concat(characters.Take(Math.Max(1, most - 1))) + "…";
    }
}
