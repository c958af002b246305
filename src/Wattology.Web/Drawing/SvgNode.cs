using System.Globalization;
using System.Xml.Linq;

namespace Wattology.Web.Drawing;

/// <summary>Elements of the drawings that are written as SVG.</summary>
internal static class SvgNode
{
    /// <summary>SVG's namespace.</summary>
    public static readonly XNamespace Names = "http://www.w3.org/2000/svg";

    /// <summary>An element with its attributes; one without a value is left out.</summary>
    public static XElement Element(string name, params (string Name, object? Value)[] attributes) => new(Names + name,
        attributes.Where(a => a.Value is not null).Select(a => new XAttribute(a.Name, a.Value!)));

    /// <summary>A number as SVG reads it.</summary>
    public static string Number(double value) => value.ToString(CultureInfo.InvariantCulture);
}
