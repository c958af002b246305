using System.Xml.Linq;
using Wattology.Core.UnitOpen;
using Wattology.Web.Drawing;

namespace Wattology.Web.UnitOpen;

/// <summary>A part of a drawing as it is touched: its name, what was seen there, and the whole of it as one target.</summary>
internal static class TouchPart
{
    private const double Line = 18;

    /// <summary>The link that opens the part's card.</summary>
    /// <param name="state">How the part stands.</param>
    /// <param name="turned">How the drawing is turned over, as a transform; null where it is not.</param>
    public static XElement Of(PartState state, string? turned = null)
    {
        var (part, at) = (state.Part, state.Part.Name);
        var link = SvgNode.Element("a", ("class", $"part {state.Style}"), ("href", $"#card-{part.Id}"), ("data-card", part.Id), ("aria-description",
            state.Aloud));
        if (at.Lead is { } lead) link.Add(SvgNode.Element("path", ("class", "lead"), ("d", lead), ("transform", turned)));
        string[] name = at.Broken ? part.Title.Split(' ', 2) : [part.Title];
        for (var i = 0; i < name.Length; i++) Write(link, "nm", at, i * Line, name[i]);
        var word = state.ToDo ? "◆ to put right" : state.Next is { } next && state.Looked == 0 ? next : state.Word.Length == 0 ? "" : (state.Wrong ? "▲ "
            : state.Done ? "✓ " : "") + state.Word;
        if (word.Length > 0) Write(link, "wd", at, at.Above ? 1 - Line : name.Length * Line, word);
        // Over its own name, so that the whole of it is one target; a name beside it is touched too.
        foreach (var t in part.Targets)
            link.Add(SvgNode.Element("rect", ("class", "hit"), ("x", t.X), ("y", t.Y), ("width", t.W), ("height", t.H)));
        return link;
    }

    /// <summary>Writes a word into a drawing.</summary>
    public static void Write(XElement into, string style, NameAt at, double down, string text)
    {
        var written = SvgNode.Element("text", ("class", style), ("x", at.X), ("y", at.Y + down),
            ("text-anchor", SvgNode.AnchorOf(at.Anchor)));
        written.Value = text;
        // The words of a name stand apart for whoever reads them aloud.
        into.Add(written, " ");
    }

    /// <summary>The line drawing of one part, as it stands.</summary>
    /// <param name="name">Its name among the line drawings.</param>
    /// <param name="lines">Its lines.</param>
    /// <param name="part">The part it belongs to.</param>
    /// <param name="state">How that stands; null where it cannot be touched.</param>
    public static XElement Art(string name, IEnumerable<XNode> lines, string part, PartState? state)
    {
        var art = SvgNode.Element("g", ("class", $"art {state?.Style ?? "plain"}"), ("data-name", name), ("data-art", state is null ? null : part));
        art.Add(lines);
        return art;
    }

    /// <summary>The ground of such a drawing's lines.</summary>
    /// <param name="height">Its height.</param>
    public static XElement Lines(double height = UnitParts.Height)
        => SvgNode.Element("svg", ("viewBox", Size(height)), ("class", "unit-svg"), ("aria-hidden", "true"));

    /// <summary>The ground over it, on which it is touched.</summary>
    /// <param name="label">What it is a drawing of.</param>
    /// <param name="shown">What of the lines is shown besides; null for nothing.</param>
    /// <param name="height">Its height.</param>
    public static XElement Sheet(string label, string? shown = null, double height = UnitParts.Height)
        => SvgNode.Element("svg", ("viewBox", Size(height)), ("id", "unit-touch"),
        ("class", shown is null ? "unit-svg touched" : $"unit-svg touched {shown}"), ("role", "group"), ("aria-label", label));

    private static string Size(double height) => $"0 0 {SvgNode.Number(UnitParts.Width)} {SvgNode.Number(height)}";
}
