using System.Globalization;
using System.Text;
using System.Xml.Linq;
using QRCoder;

namespace Wattology.Web.Forms;

/// <summary>Codes to be scanned, drawn.</summary>
public static class ScanCode
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <summary>A text as a code to be scanned.</summary>
    public static string Of(string text)
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
