using System.Xml.Linq;
using Wattology.Web.Drawing;
using Wattology.Web.UnitOpen;

namespace Wattology.Web.FirstFitment;

/// <summary>Draws an engine about to get its first turbo, with every part of it and of the plan to touch, as SVG.</summary>
/// <param name="parts">Its parts, as they stand.</param>
public sealed class FitDrawing(IReadOnlyList<PartState> parts)
{
    private static readonly LineArt Lines = new("FirstFitment.boost-fit.svg");

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var of = parts.ToDictionary(p => p.Part.Id);
        var (lines, touched) = (TouchPart.Lines(), TouchPart.Sheet("The engine and the fitment planned for it"));
        foreach (var id in Lines.Names) lines.Add(TouchPart.Art(id, Lines.Of(id), id, of.GetValueOrDefault(id)));
        foreach (var part in parts) touched.Add(TouchPart.Of(part));
        return lines.ToString(SaveOptions.DisableFormatting) + touched.ToString(SaveOptions.DisableFormatting);
    }
}
