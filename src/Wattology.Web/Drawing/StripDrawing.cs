using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.LooseEnds;

namespace Wattology.Web.Drawing;

/// <summary>Draws the unit as it sits, and round it everything that comes off: a touch says that it is off.</summary>
public static class StripDrawing
{
    /// <summary>The drawing.</summary>
    /// <param name="spots">What lies round the unit.</param>
    /// <param name="isOff">Whether something is off just now.</param>
    /// <param name="mayTouch">Whether it may be said.</param>
    public static string Render(IReadOnlyList<StripSpot> spots, Func<StripPlace, bool> isOff, bool mayTouch)
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg strip-board"), ("viewBox", $"0 0 {StripBoard.Width} {StripBoard.Height}"), ("role", "group"),
            ("aria-label", "The unit, and what comes off round it"));
        var (t, m, c) = (StripBoard.Turbine, StripBoard.Centre, StripBoard.Compressor);
        SvgNode.Path(svg, "b-body", $"M{t.X - 62},{t.Y}a62,62 0 1 0 124,0a62,62 0 1 0 -124,0M{m.X - 34},{m.Y - 42}h68v84h-68ZM{c.X - 64},{c.Y}"
            + "a64,64 0 1 0 128,0a64,64 0 1 0 -128,0M554,262H640V298H554M242,262H200V298H242M192,254V306M276,338V366H324V338M266,366H334V376H266Z");
        SvgNode.Path(svg, "b-fit", $"M{m.X},{m.Y - 42}V196H250V176M{m.X},{m.Y + 42}V446L360,490M250,322L236,350V380H262M530,230V206H560M520,340V372H560V344");
        SvgNode.Path(svg, "b-axis", "M210,280H660");
        foreach (var spot in spots) svg.Add(Spot(spot, isOff(spot.Place), mayTouch));
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private static XElement Spot(StripSpot spot, bool off, bool mayTouch)
    {
        var (place, box) = (spot.Place, spot.Box);
        var touch = mayTouch && !off;
        var group = SvgNode.Element("g", ("class", off ? "strip-spot off" : "strip-spot"), ("data-strip", place.Id), ("tabindex", touch ? "0" : null),
            ("role", touch ? "button" : null), ("aria-label", $"{place.Title}: {(off ? "off" : $"say it is {LooseWords.Done(place.Kind)}")}"));
        if (spot.At is { } at)
            SvgNode.Path(group, "b-lead", $"M{SvgNode.Tenths(Math.Clamp(at.X, box.X, box.Right))},{SvgNode.Tenths(Math.Clamp(at.Y, box.Y, box.Bottom))}L{
                SvgNode.Tenths(at.X)},{SvgNode.Tenths(at.Y)}");
        group.Add(SvgNode.Element("rect", ("class", "strip-box"), ("x", box.X), ("y", box.Y), ("width", box.W), ("height", box.H)));
        SvgNode.Text(group, "strip-name", box.X + 10, box.Y + 24, place.Title, "start");
        SvgNode.Text(group, "strip-word", box.X + 10, box.Y + 44, off ? $"✓ {LooseWords.Done(place.Kind)}" : LooseWords.Done(place.Kind), "start");
        return group;
    }
}
