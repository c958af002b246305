using System.Globalization;
using System.Net;
using System.Text;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Web.Forms;
using Wattology.Web.Pages.Jobs;

namespace Wattology.Web.Drawing;

/// <summary>The job drawn as its own plumbing: air, exhaust, oil from gallery to bearing to sump, crankcase with its breather.
/// Each spot shows its latest value and verdict and leads to its sheet. The same drawing goes on screen and on paper.</summary>
/// <param name="view">The job.</param>
/// <param name="open">The sheet standing open beside it, as its spot's id and unit.</param>
/// <param name="paper">True for print, where colours are fixed and nothing leads anywhere.</param>
public sealed class JobDrawing(JobView view, (string Sheet, int Unit)? open = null, bool paper = false)
{
    private const int Width = 960;
    private const int RowHeight = 500;
    private const int Top = 46;
    private const int AxisY = 264;
    private const int LabelHeight = 82;
    private const string Ink = "#1d2624";
    private const string Quiet = "#6d7672";
    private const string Oil = "#6b4a12";
    private const string Ground = "#ffffff";

    private readonly StringBuilder _svg = new();
    private BookedIn Job => view.Job;
    private int Height => Top + Job.Turbos * RowHeight + 24;

    /// <summary>The drawing as SVG.</summary>
    public string Render()
    {
        var size = paper ? $" width=\"{Width}\" height=\"{Height}\"" : "";
        _svg.Append(CultureInfo.InvariantCulture, $"<svg xmlns=\"http://www.w3.org/2000/svg\" class=\"job-drawing\" viewBox=\"0 0 {Width} {Height}\"{size} role=\"group\" aria-label=\"Drawing of job {Encode(Job.Number)}\" font-family=\"Barlow Condensed\">");
        Engine();
        foreach (var unit in Job.Units) Turbo(unit);
        EngineSpots();
        foreach (var unit in Job.Units) TurboSpots(unit);
        return _svg.Append("</svg>").ToString();
    }

    private static string Encode(string text) => WebUtility.HtmlEncode(text);

    private void Line(string path, string kind = "pipe", string colour = Ink, double width = 2, string dash = "")
        => _svg.Append(CultureInfo.InvariantCulture, $"<path class=\"d-{kind}\" d=\"{path}\" fill=\"none\" stroke=\"{colour}\" stroke-width=\"{width}\"{(dash.Length > 0 ? $" stroke-dasharray=\"{dash}\"" : "")} stroke-linejoin=\"round\"/>");

    private void Shape(string path, string colour = Ink) => _svg.Append(CultureInfo.InvariantCulture, $"<path class=\"d-body\" d=\"{path}\" fill=\"{Ground}\" stroke=\"{colour}\" stroke-width=\"2\"/>");

    private void Note(int x, int y, string text, string anchor = "start", int size = 15)
        => _svg.Append(CultureInfo.InvariantCulture, $"<text class=\"d-note\" x=\"{x}\" y=\"{y}\" font-size=\"{size}\" fill=\"{Quiet}\" text-anchor=\"{anchor}\">{Encode(text)}</text>");

    private void Engine()
    {
        var bottom = Top + Job.Turbos * RowHeight;
        Shape($"M36 {Top + 14}h238v{bottom - Top - 90}l-22 26v46h-194v-46l-22 -26z");
        Line($"M58 {bottom - 38}h194", "oil", Oil, 1.5, "7 4");
        Note(155, bottom - 20, "sump", "middle");
        Note(272, Top + 6, Clip(Job.Engine, 26), "end", 17);
        // Breather: from the crankcase back into the intake, or to the open.
        Line($"M60 {Top + 14}V{14}h{(Job.ClosedBreather ? 838 : 60)}{(Job.ClosedBreather ? $"V{Top + AxisY - 22}" : "")}", "air", Quiet, 1.5, "2 4");
        Note(Job.ClosedBreather ? 600 : 128, Job.ClosedBreather ? 32 : 18, Job.ClosedBreather ? "breather to intake" : "breather, open");
    }

    private void Turbo(int unit)
    {
        var y = Top + (unit - 1) * RowHeight;
        var axis = y + AxisY;
        // Charge air back to the engine, through its cooler.
        Line($"M722 {axis - 34}H750V{y + 8}H274", "air", Ink);
        Shape($"M430 {y - 6}h110v28h-110zM447 {y - 6}v28M464 {y - 6}v28M481 {y - 6}v28M498 {y - 6}v28M515 {y - 6}v28");
        Note(485, y + 38, "charge cooler", "middle");
        // Intake and filter.
        Line($"M748 {axis - 16}h92M748 {axis + 16}h92", "air", Ink);
        Shape($"M840 {axis - 34}h84v68h-84zM852 {axis - 34}v68M864 {axis - 34}v68M876 {axis - 34}v68M888 {axis - 34}v68M900 {axis - 34}v68M912 {axis - 34}v68");
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
        if (Job.WaterCooled)
        {
            Line($"M490 {axis - 20}h-10v-66h-60M606 {axis + 20}h12v44h40", "water", Quiet, 2, "9 3");
            Note(416, axis - 82, "water", "end");
        }
        Control(axis);
        if (Job.Turbos == 2) Note(924, y + 64, $"turbo {unit}", "end", 20);
    }

    private void Control(int axis)
    {
        switch (Job.Control)
        {
            case BoostControl.PneumaticGate or BoostControl.PneumaticVanes:
                Shape($"M600 {axis - 112}h44v30h-44z");
                Line($"M600 {axis - 97}H430v38M644 {axis - 97}h36v38", "control", Ink, 1.5);
                Note(622, axis - 118, Job.Control == BoostControl.PneumaticGate ? "gate canister" : "vane canister", "middle");
                break;
            case BoostControl.ElectronicVanes:
                Shape($"M586 {axis - 112}h70v32h-70zM656 {axis - 104}h10v16h-10z");
                Line($"M586 {axis - 96}H430v37", "control", Ink, 1.5);
                Note(621, axis - 118, "vane motor", "middle");
                break;
            case BoostControl.ExternalGate:
                Shape($"M312 {axis - 66}h40v36h-40z");
                Line($"M332 {axis - 30}v15M352 {axis - 48}h20v-30", "control", Ink, 1.5);
                Note(332, axis - 72, "external gate", "middle");
                break;
            default: break;
        }
    }

    private void EngineSpots()
    {
        var y = Top + 26;
        foreach (var id in new[] { "findings", "start", "prime", "crankcase" })
        {
            Label(view.Spots.First(s => s.Id == id), 52, y, 206);
            y += 92;
        }
    }

    private void TurboSpots(int unit)
    {
        var y = Top + (unit - 1) * RowHeight;
        var axis = y + AxisY;
        Spot Of(string id) => view.Spots.First(s => s.Id == id && s.Unit == unit);
        Leader($"M373 {y + 74}v6");
        Label(Of("restrictor"), 284, y + 80, 176);
        Leader($"M548 {y + 84}h16");
        Label(Of("feed"), 564, y + 46, 176);
        Leader($"M600 {axis + 46}l20 62");
        Label(Of("clocking"), 584, axis + 108, 168);
        Leader($"M700 {axis + 62}l72 46");
        Label(Of("plate"), 764, axis + 108, 178);
        Leader($"M410 {y + RowHeight - 97}l14 14");
        Label(Of("drain"), 424, y + RowHeight - 96, 150);
    }

    private void Leader(string path) => Line(path, "leader", Quiet, 1);

    private void Label(Spot spot, int x, int y, int width)
    {
        var mark = VerdictMark.Of(spot.Verdict);
        var isOpen = open is { } o && o.Sheet == spot.Id && (spot.Unit == 0 || spot.Unit == o.Unit);
        var url = SheetLinks.Url(view.State.Id, spot.Id, spot.Unit);
        var word = (spot.Word ?? mark.Word) + (spot.AcceptedBy is null ? "" : ", taken");
        var (title, value) = (Clip(spot.Title, width / 10), Clip(spot.Value.Length > 0 ? spot.Value : "–", width / 9));
        var said = $"{title} {word} {value}{(spot.Unit > 0 && Job.Turbos == 2 ? $", turbo {spot.Unit}" : "")}";
        if (!paper) _svg.Append(CultureInfo.InvariantCulture, $"<a class=\"spot{(isOpen ? " open" : "")}\" href=\"{url}\" id=\"spot-{spot.Id}{(spot.Unit > 0 ? $"-{spot.Unit}" : "")}\" aria-label=\"{Encode(said)}\"{(isOpen ? " aria-current=\"true\"" : "")} hx-get=\"{url}\" hx-target=\"#sheet\" hx-push-url=\"true\">");
        _svg.Append(CultureInfo.InvariantCulture, $"<g class=\"{mark.Style}\"><rect class=\"d-label\" x=\"{x}\" y=\"{y}\" width=\"{width}\" height=\"{LabelHeight}\" rx=\"2\" fill=\"{Ground}\" stroke=\"{Ink}\" stroke-width=\"1.2\"/>");
        _svg.Append(CultureInfo.InvariantCulture, $"<path class=\"d-mark{(mark.Filled ? " d-mark-full" : "")}\" transform=\"translate({x + 9} {y + 10}) scale(1.6)\" d=\"{mark.Path}\" fill=\"{(mark.Filled ? mark.Ink : "none")}\" fill-rule=\"evenodd\" stroke=\"{mark.Ink}\" stroke-width=\"{(mark.Filled ? 0 : 1.6)}\"/>");
        Text(x + 44, y + 21, title, 21, "d-title", Ink);
        Text(x + 44, y + 40, word, 17, "d-word", mark.Ink);
        Text(x + 10, y + 70, value, 23, "d-value", Ink);
        _svg.Append("</g>");
        if (!paper) _svg.Append("</a>");
    }

    private void Text(int x, int y, string text, int size, string style, string colour)
        => _svg.Append(CultureInfo.InvariantCulture, $"<text class=\"{style}\" x=\"{x}\" y=\"{y}\" font-size=\"{size}\" font-weight=\"600\" fill=\"{colour}\">{Encode(text)}</text> ");

    private static string Clip(string text, int most) => text.Length <= Math.Max(1, most) ? text : text[..Math.Max(1, most - 1)] + "…";
}
