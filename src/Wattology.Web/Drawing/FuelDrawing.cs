using System.Xml.Linq;
using Wattology.Core.Drawing;

namespace Wattology.Web.Drawing;

/// <summary>Draws the fuel bench: rail, injectors, manifold and engine.</summary>
public static class FuelDrawing
{
    /// <summary>The drawing, with a place for each box.</summary>
    public static string Bench()
    {
        var svg = SvgNode.Element("svg", ("class", "bench-svg"), ("viewBox", $"0 0 {FuelBench.Width} {FuelBench.Height}"), ("role", "img"),
            ("aria-label", "Fuel from the rail through the injectors into an intake under boost"));
        SvgNode.Path(svg, "b-body", "M130,120H620V142H130Z M96,131H130 M620,131H660V150");
        foreach (var x in new[] { 222, 322, 422, 522 })
            SvgNode.Path(svg, "b-fit", $"M{x - 10},142V196L{x - 4},214H{x + 4}L{x + 10},196V142M{x},214V236M{x},240l-8,22M{x},240v24M{x},240l8,22");
        SvgNode.Path(svg, "b-body", "M196,250H560V292H196 M196,330H560V400H196Z");
        SvgNode.Path(svg, "b-fit", "M222,292V330M322,292V330M422,292V330M522,292V330M640,150h40v40h-40ZM560,270H660V190M648,204l12,-14l12,14");
        SvgNode.Text(svg, "b-note", 378, 110, "rail");
        SvgNode.Text(svg, "b-note", 300, 276, "intake, under boost");
        SvgNode.Text(svg, "b-note", 378, 372, "engine");
        SvgNode.Text(svg, "b-note", 690, 168, "regulator", "start");
        SvgNode.Places(svg, FuelBench.Boxes);
        return svg.ToString(SaveOptions.DisableFormatting);
    }
}
