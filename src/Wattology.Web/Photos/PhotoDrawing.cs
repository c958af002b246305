using System.Xml.Linq;
using Wattology.Core.Photos;
using Wattology.Web.Drawing;

namespace Wattology.Web.Photos;

/// <summary>A photo with what is drawn on its copy, as one drawing whose width is always the same, so that marks stand on it at any size.</summary>
public static class PhotoDrawing
{
    /// <summary>The drawing's width.</summary>
    public const double Width = 1000;

    private const double Tip = 26, Letter = 30;

    /// <summary>The drawing.</summary>
    /// <param name="url">Where the copy is.</param>
    /// <param name="says">What the photo is of, for whoever cannot see it.</param>
    /// <param name="width">The copy's width in points.</param>
    /// <param name="height">Its height.</param>
    /// <param name="marks">What is drawn on it.</param>
    public static string Render(string url, string says, int width, int height, IReadOnlyList<PhotoMark> marks)
    {
        var tall = Math.Round(Width * height / width, 1);
        var svg = SvgNode.Element("svg", ("class", "photo-drawn"), ("viewBox", $"0 0 {SvgNode.Number(Width)} {SvgNode.Number(tall)}"), ("role", "img"),
            ("aria-label", $"{says}.{string.Concat(marks.Where(m => m.Text.Length > 0).Select(m => $" Marked: {m.Text}."))}"));
        svg.Add(SvgNode.Element("image", ("href", url), ("width", Width), ("height", tall)));
        var layer = SvgNode.Element("g", ("class", "photo-marks"));
        foreach (var mark in marks) layer.Add(Mark(mark, Width));
        svg.Add(layer);
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    /// <summary>One mark, on a picture drawn so wide.</summary>
    public static XElement Mark(PhotoMark mark, double width)
    {
        var (x1, y1, x2, y2) = (mark.From.X * width, mark.From.Y * width, mark.To.X * width, mark.To.Y * width);
        var unit = width / Width;
        var group = SvgNode.Element("g", ("class", $"photo-mark {Core.Inputs.JsonForm.WordOf(mark.Shape)}"));
        if (mark.Shape == MarkShape.Arrow) Twice(group, "path", ("d", ArrowPath(x1, y1, x2, y2, Tip * unit)));
        if (mark.Shape == MarkShape.Ring)
            Twice(group, "circle", ("cx", Math.Round(x1, 1)), ("cy", Math.Round(y1, 1)), ("r", Math.Round(Math.Max(8 * unit, Math.Sqrt((x2 - x1) * (x2 - x1)
                + (y2 - y1) * (y2 - y1))), 1)));
        if (mark.Text.Length > 0)
        {
            // Words stand at an arrow's tail, and over a ring's edge, where they hide nothing of what is meant.
            var (x, y, anchor) = mark.Shape == MarkShape.Words ? (x1, y1, x1 > width * 0.6 ? "end" : "start")
                : (x1, mark.Shape == MarkShape.Arrow ? y1 + (y2 > y1 ? -10 : 34) * unit : y1 - Math.Sqrt((x2 - x1) * (x2 - x1) + (y2 - y1) * (y2 - y1))
                    - 12 * unit, x1 > width * 0.75 ? "end" : x1 < width * 0.25 ? "start" : "middle");
            group.Add(new XElement(SvgNode.Element("text", ("x", Math.Round(x, 1)), ("y", Math.Round(Math.Max(y, Letter * unit), 1)),
                ("text-anchor", anchor), ("font-size", Letter * unit))) { Value = mark.Text });
        }
        return group;
    }

    // A pale line under a dark one is seen on any picture.
    private static void Twice(XElement into, string name, params (string Name, object? Value)[] attributes)
    {
        into.Add(SvgNode.Element(name, [("class", "under"), .. attributes]));
        into.Add(SvgNode.Element(name, [("class", "over"), .. attributes]));
    }

    private static string ArrowPath(double x1, double y1, double x2, double y2, double tip)
    {
        var at = Math.Atan2(y2 - y1, x2 - x1);
        (double X, double Y) Barb(double by) => (x2 - tip * Math.Cos(at + by), y2 - tip * Math.Sin(at + by));
        var (a, b) = (Barb(0.5), Barb(-0.5));
        string P(double x, double y) => $"{SvgNode.Tenths(x)},{SvgNode.Tenths(y)}";
        return $"M{P(x1, y1)}L{P(x2, y2)}M{P(a.X, a.Y)}L{P(x2, y2)}L{P(b.X, b.Y)}";
    }
}
