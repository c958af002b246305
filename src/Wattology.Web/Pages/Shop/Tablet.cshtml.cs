using System.Globalization;
using System.Text;
using System.Xml.Linq;
using Microsoft.AspNetCore.Mvc.RazorPages;
using QRCoder;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Shop;

/// <summary>How a tablet comes in: the address, and the fingerprint of the certificate it is shown.</summary>
public sealed class TabletModel(ServedAt at) : PageModel
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <summary>Where the shop is served.</summary>
    public ServedAt At => at;

    /// <summary>A text as a code to be scanned.</summary>
    public static string Code(string text)
    {
        using var made = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        var rows = made.ModuleMatrix;
        var path = new StringBuilder();
        for (var y = 0; y < rows.Count; y++)
            for (var x = 0; x < rows[y].Count; x++)
                if (rows[y][x]) path.Append(CultureInfo.InvariantCulture, $"M{x} {y}h1v1h-1z");
        return new XElement(Svg + "svg", new XAttribute("viewBox", $"0 0 {rows.Count} {rows.Count}"), new XAttribute("role", "img"), new XAttribute("class",
            "code"),
            new XAttribute("aria-label", $"Code to scan: {text}"), new XElement(Svg + "rect", new XAttribute("width", rows.Count), new XAttribute("height",
            rows.Count), new XAttribute("fill", "#fff")), new XElement(Svg + "path", new XAttribute("d", path.ToString()), new XAttribute("fill", "#000")))
            .ToString(SaveOptions.DisableFormatting);
    }
}
