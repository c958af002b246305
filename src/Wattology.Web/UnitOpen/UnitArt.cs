using System.Xml.Linq;

namespace Wattology.Web.UnitOpen;

/// <summary>The line drawings the unit is put together from, each written once.</summary>
public static class UnitArt
{
    private const string Resource = "Wattology.Web.UnitOpen.unit.svg";
    private static readonly XDocument Document = Read();
    private static readonly Dictionary<string, string> ById = Document.Root!.Elements().Where(e => e.Attribute("id") is not null)
        .ToDictionary(e => e.Attribute("id")!.Value, Inner);

    /// <summary>The hatchings they use.</summary>
    public static readonly string Hatchings = Document.Root!.Elements().Single(e => e.Name.LocalName == "defs").ToString(SaveOptions.DisableFormatting)
        .Replace(" xmlns=\"http://www.w3.org/2000/svg\"", "", StringComparison.Ordinal);

    /// <summary>One of them.</summary>
    /// <exception cref="KeyNotFoundException">There is no such drawing.</exception>
    public static string Of(string id) => ById[id];

    /// <summary>Whether there is such a drawing.</summary>
    public static bool Has(string id) => ById.ContainsKey(id);

    private static XDocument Read()
    {
        using var stream = typeof(UnitArt).Assembly.GetManifestResourceStream(Resource)!;
        return XDocument.Load(stream);
    }

    private static string Inner(XElement group) => string.Concat(group.Nodes().Select(n => n.ToString(SaveOptions.DisableFormatting)))
        .Replace(" xmlns=\"http://www.w3.org/2000/svg\"", "", StringComparison.Ordinal);
}
