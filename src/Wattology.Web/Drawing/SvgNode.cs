using System.Globalization;
using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.UnitOpen;

namespace Wattology.Web.Drawing;

/// <summary>Elements of the drawings that are written as SVG.</summary>
internal static class SvgNode
{
    /// <summary>SVG's namespace.</summary>
    public static readonly XNamespace Names = "http://www.w3.org/2000/svg";

    /// <summary>An element with its attributes; one without a value is left out.</summary>
    public static XElement Element(string name, params (string Name, object? Value)[] attributes) => new(Names + name,
        attributes.Where(a => a.Value is not null).Select(a => new XAttribute(a.Name, a.Value!)));

    /// <summary>Adds a line.</summary>
    public static void Path(XElement into, string style, string path) => into.Add(Element("path", ("class", style), ("d", path)));

    /// <summary>Adds a word.</summary>
    public static void Text(XElement into, string? style, double x, double y, string text, string anchor = "middle")
        => into.Add(new XElement(Element("text", ("class", style), ("x", Math.Round(x, 1)), ("y", Math.Round(y, 1)),
            ("text-anchor", anchor))) { Value = text });

    /// <summary>Adds the places on which boxes stand, each led to what it measures.</summary>
    public static void Places(XElement into, IEnumerable<BenchBox> boxes)
    {
        foreach (var (field, box, at) in boxes)
        {
            Path(into, "b-lead", $"M{Tenths(Math.Clamp(at.X, box.X, box.Right))},{Tenths(Math.Clamp(at.Y, box.Y, box.Bottom))}L{Tenths(at.X)},{Tenths(at.Y)}");
            into.Add(Element("rect", ("class", "b-place"), ("data-box", field), ("x", box.X), ("y", box.Y), ("width", box.W), ("height", box.H)));
        }
    }

    /// <summary>On which side of its point a word is written, as SVG says it.</summary>
    public static string AnchorOf(Anchor anchor) => anchor switch { Anchor.Start => "start", Anchor.Middle => "middle", _ => "end" };

    /// <summary>A number to a tenth of a unit.</summary>
    public static string Tenths(double value) => Number(Math.Round(value, 1));

    /// <summary>A number as SVG reads it.</summary>
    public static string Number(double value) => value.ToString(CultureInfo.InvariantCulture);
}
