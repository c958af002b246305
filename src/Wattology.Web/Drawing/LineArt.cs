using System.Xml.Linq;

namespace Wattology.Web.Drawing;

/// <summary>Line drawings a larger one is put together from, each drawn once, in an SVG file that ships with the program.</summary>
public sealed class LineArt
{
    private readonly XElement _root;
    private readonly Dictionary<string, XElement> _byId;

    /// <summary>Reads a file of them.</summary>
    /// <param name="file">Its name among the program's own resources.</param>
    public LineArt(string file)
    {
        using var stream = typeof(LineArt).Assembly.GetManifestResourceStream($"Wattology.Web.{file}")!;
        _root = XDocument.Load(stream).Root!;
        _byId = _root.Elements().Where(e => e.Attribute("id") is not null).ToDictionary(e => e.Attribute("id")!.Value);
    }

    /// <summary>The hatchings they use.</summary>
    public XElement Hatchings => _root.Elements().Single(e => e.Name.LocalName == "defs");

    /// <summary>Their names, in the order of the file: from the back to the front.</summary>
    public IEnumerable<string> Names => _byId.Keys;

    /// <summary>One of them.</summary>
    /// <exception cref="KeyNotFoundException">There is no such drawing.</exception>
    public IEnumerable<XNode> Of(string id) => _byId[id].Nodes();
}
