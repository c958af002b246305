using System.Globalization;
using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.Fitting;

namespace Wattology.Web.Drawing;

/// <summary>Draws the fixings of a joint with the order in which they are tightened.</summary>
public static class FixingDrawing
{
    private const double Most = 15;

    /// <summary>The drawing.</summary>
    /// <param name="fixings">How many.</param>
    /// <param name="order">In which order.</param>
    /// <param name="done">How many are at their end: the first in that order.</param>
    public static string Render(int fixings, TighteningOrder order, int done)
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg fixings"), ("viewBox", $"0 0 {FixingPattern.Size} {FixingPattern.Size}"), ("role", "img"),
            ("aria-label", $"Tightened in the order {string.Join(", ", Tightening.Order(fixings, order))}; {done} of {fixings} done"));
        var places = FixingPattern.Of(fixings, order);
        // From turn to turn, so that the way across is seen and not read.
        if (fixings > 2) SvgNode.Path(svg, "b-axis", "M" + string.Join("L", places.OrderBy(p => p.Turn).Select(p
            => $"{SvgNode.Tenths(p.At.X)},{SvgNode.Tenths(p.At.Y)}")));
        var radius = Math.Min(Most, 150.0 / fixings);
        foreach (var place in places)
        {
            svg.Add(SvgNode.Element("circle", ("class", place.Turn <= done ? "fixing done" : "fixing"), ("cx", Math.Round(place.At.X, 1)),
                ("cy", Math.Round(place.At.Y, 1)), ("r", SvgNode.Tenths(radius))));
            if (fixings <= 12) SvgNode.Text(svg, place.Turn <= done ? "fixing-turn done" : "fixing-turn", place.At.X, place.At.Y + 5,
                place.Turn.ToString(CultureInfo.InvariantCulture));
        }
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
