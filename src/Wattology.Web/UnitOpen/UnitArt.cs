using System.Xml.Linq;

namespace Wattology.Web.UnitOpen;

/// <summary>The line drawings the unit is put together from, each drawn once, in unit.svg.</summary>
public static class UnitArt
{
    private static readonly XElement Root = Read();
    private static readonly Dictionary<string, XElement> ById = Root.Elements().Where(e => e.Attribute("id") is not null)
        .ToDictionary(e => e.Attribute("id")!.Value);

    /// <summary>The hatchings they use.</summary>
    public static readonly XElement Hatchings = Root.Elements().Single(e => e.Name.LocalName == "defs");

    /// <summary>One of them.</summary>
    /// <exception cref="KeyNotFoundException">There is no such drawing.</exception>
    public static IEnumerable<XNode> Of(string id) => ById[id].Nodes();

    private static XElement Read()
    {
        using var stream = typeof(UnitArt).Assembly.GetManifestResourceStream("Wattology.Web.UnitOpen.unit.svg")!;
        return XDocument.Load(stream).Root!;
    }
}
