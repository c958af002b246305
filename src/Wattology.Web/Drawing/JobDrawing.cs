using System.Xml;
using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.Jobs;
using Wattology.Core.Lettering;
using Wattology.Core.Limits;
using Wattology.Core.UnitOpen;
using Wattology.Web.Forms;
using Wattology.Web.Pages.Jobs;

namespace Wattology.Web.Drawing;

/// <summary>The job drawn as its own plumbing, as SVG: pipes to their true run, and every check with its latest value where it sits, leading to its sheet. The
/// places come from the core; the same drawing goes on screen and on paper.</summary>
/// <param name="job">The job.</param>
/// <param name="open">The sheet standing open beside it, as its check's id and turbo.</param>
/// <param name="paper">True for print, where colours are fixed and nothing leads anywhere.</param>
/// <param name="narrow">The drawing for screens under 700 pixels.</param>
public sealed class JobDrawing(JudgedJob job, (string Sheet, int Turbo)? open = null, bool paper = false, bool narrow = false)
{
    private const string Ink = "#1d2624", Quiet = "#6d7672", Oil = "#6b4a12", Ground = "#ffffff", Pale = "#9aa29e";

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var picture = JobLayout.Of(job, wide: !narrow);
        var svg = SvgNode.Element("svg", ("class", $"job-drawing {(narrow ? "narrow" : "wide")}"), ("viewBox",
            $"0 0 {SvgNode.Number(picture.Width)} {SvgNode.Number(picture.Height)}"), ("role", "group"), ("aria-label",
                $"Drawing of job {Plain(job.Machine.Number)}"),
            ("font-family", "Barlow Condensed"), ("width", paper ? picture.Width : null), ("height", paper ? picture.Height : null));
        foreach (var line in picture.Lines.Where(l => l.Kind != Stroke.Thin)) Draw(svg, line);
        foreach (var circle in picture.Circles)
            svg.Add(SvgNode.Element("circle", ("class", $"d-{Word(circle.Kind)}"), ("cx", circle.At.X), ("cy", circle.At.Y), ("r", circle.Radius), ("fill",
                Ground),
                ("stroke", circle.Kind == Stroke.Oil ? Oil : Ink), ("stroke-width", 2)));
        foreach (var line in picture.Lines.Where(l => l.Kind == Stroke.Thin)) Draw(svg, line);
        foreach (var note in picture.Notes) svg.Add(Text(note.At, note.Text, JobLayout.NoteSize, "d-note", Quiet, note.Anchor));
        foreach (var spot in picture.Spots.Where(s => s.From is not null))
            svg.Add(SvgNode.Element("path", ("class", "d-leader"), ("d", Path([spot.From!.Value, spot.At])), ("fill", "none"), ("stroke", Quiet),
                ("stroke-width", 1)));
        foreach (var spot in picture.Spots) svg.Add(Spot(spot));
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    // A pipe is drawn twice, its wall and what runs in it; how its check stands shows on the pipe itself.
    private static void Draw(XElement svg, DrawnLine line)
    {
        var path = Path(line.Points) + (line.Closed ? "Z" : "");
        var state = line.State is { } verdict ? $" s-{VerdictMark.Of(verdict).Style[2..]}" : "";
        var colour = line.State switch { Verdict.Stop or Verdict.Doubtful => VerdictMark.Of(line.State.Value).Ink, Verdict.NotLookedAt => Pale, _ => line.Kind
            switch { Stroke.Oil => Oil, Stroke.Level => Oil, Stroke.Body or Stroke.Air or Stroke.Gas or Stroke.Control => Ink, _ => Quiet } };
        XElement One(string style, string stroke, double width, string? dash = null) => SvgNode.Element("path", ("class", style), ("d", path),
            ("fill", line.Kind == Stroke.Body && line.Closed ? Ground : "none"), ("stroke", stroke), ("stroke-width", width), ("stroke-dasharray", dash),
            ("stroke-linejoin", "round"));
        var name = $"d-{Word(line.Kind)}{state}";
        if (line.Kind is Stroke.Oil)
        {
            svg.Add(One(name, colour, line.State is Verdict.Stop or Verdict.Doubtful ? 13 : 10), One("d-inside", Ground, 5));
            return;
        }
        svg.Add(One(name, colour, line.Kind switch { Stroke.Thin => 1, Stroke.Vapour => 2, Stroke.Air or Stroke.Gas => 2, Stroke.Water => 3, _ => 2 },
            line.Kind switch { Stroke.Vapour => "2 5", Stroke.Water => "9 3", _ => null }));
    }

    private XElement Spot(DrawnSpot spot)
    {
        var (check, box) = (spot.Reading, spot.Box);
        var mark = VerdictMark.Of(check.Verdict);
        var isOpen = open is { } o && o.Sheet == check.Id && (check.Turbo == 0 || check.Turbo == o.Turbo);
        var label = SvgNode.Element("g", ("class", mark.Style));
        label.Add(SvgNode.Element("rect", ("class", "d-label"), ("x", box.X), ("y", box.Y), ("width", box.W), ("height", box.H), ("fill", Ground),
            ("stroke", check.Verdict is Verdict.Stop or Verdict.Doubtful ? mark.Ink : Quiet), ("stroke-width", check.Verdict == Verdict.Stop ? 2.5 : 1.2)),
            SvgNode.Element("path", ("class", mark.Filled ? "d-mark d-mark-full" : "d-mark"),
                ("transform", $"translate({SvgNode.Number(box.X + 8)} {SvgNode.Number(box.Y + 7)}) scale(1.35)"), ("d", mark.Path),
                ("fill", mark.Filled ? mark.Ink : "none"), ("fill-rule", "evenodd"), ("stroke", mark.Ink), ("stroke-width", mark.Filled ? 0 : 1.6)),
            Text(new(box.X + 39, box.Y + 24), spot.Title, JobLayout.TextSize, "d-title", Ink));
        for (var i = 0; i < spot.Says.Count; i++)
            label.Add(Text(new(box.X + 9, box.Y + 47 + 22 * i), spot.Says[i], JobLayout.TextSize, "d-word", mark.Ink));
        return paper ? label : Link(spot, isOpen, label);
    }

    private XElement Link(DrawnSpot spot, bool isOpen, XElement label)
    {
        var check = spot.Reading;
        var url = SheetLinks.Url(job.Record.Id, check.Id, check.Turbo);
        var id = $"spot-{check.Id}{(check.Turbo > 0 ? $"-{check.Turbo}" : "")}";
        // What is seen is said first, word for word: whoever speaks to the tablet says what stands there.
        var said = $"{Plain(spot.Title)} {Plain(string.Join(' ', spot.Says))}{(check.Turbo > 0 && job.Machine.Turbos == 2 ? $", turbo {check.Turbo}" : "")}";
        var link = SvgNode.Element("a", ("class", isOpen ? "spot open" : "spot"), ("href", url), ("id", narrow ? $"narrow-{id}" : id), ("aria-label", said),
            ("aria-current", isOpen ? "true" : null), ("hx-get", url), ("hx-target", "#sheet"), ("hx-push-url", "true"));
        link.Add(label);
        return link;
    }

    private static XElement Text(Point at, string text, double size, string style, string colour, Anchor anchor = Anchor.Start)
        => new(SvgNode.Element("text", ("class", style), ("x", at.X), ("y", at.Y), ("font-size", size), ("font-weight", 600), ("fill", colour),
            ("text-anchor", anchor switch { Anchor.Start => null, Anchor.Middle => "middle", _ => "end" }))) { Value = Plain(text) + " " };

    private static string Path(IReadOnlyList<Point> points)
        => string.Concat(points.Select((p, i) => $"{(i == 0 ? 'M' : 'L')}{SvgNode.Tenths(p.X)},{SvgNode.Tenths(p.Y)}"));

    private static string Word(Stroke kind) => kind.ToString().ToLowerInvariant();

    // None that XML cannot carry.
    private static string Plain(string text) => string.Concat(text.EnumerateRunes().Where(r => r.Value > char.MaxValue || XmlConvert.IsXmlChar((char)r.Value)));
}
