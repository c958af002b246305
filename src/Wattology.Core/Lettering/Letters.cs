using System.Globalization;

namespace Wattology.Core.Lettering;

/// <summary>How wide words come out in the condensed typeface of values and drawings, by that font's own table of widths.</summary>
public static class Letters
{
    // A character the font does not have is set in another one: as wide as it is high at most.
    private const double Unknown = 1;
    private static readonly Dictionary<int, double> Widths = Read();

    /// <summary>The width of a text.</summary>
    /// <param name="text">The text, on one line.</param>
    /// <param name="size">The size of the letters; the width is in the same unit. Figures are all as wide as the widest.</param>
    public static double Width(string text, double size) => size * text.EnumerateRunes().Sum(r => Widths.GetValueOrDefault(r.Value, Unknown));

    /// <summary>A text broken into lines no wider than a width, between words; a single word that is wider stands alone.</summary>
    public static IReadOnlyList<string> Break(string text, double size, double width)
    {
        var lines = new List<string>();
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            if (lines.Count > 0 && Width($"{lines[^1]} {word}", size) <= width) lines[^1] += $" {word}";
            else lines.Add(word);
        return lines;
    }

    /// <summary>A text cut to a width, with an ellipsis where something is missing.</summary>
    public static string Cut(string text, double size, double width)
    {
        if (Width(text, size) <= width) return text;
        var runes = text.EnumerateRunes().Select(r => r.ToString()).ToArray();
        for (var left = runes.Length - 1; left > 0; left--)
            if (string.Concat(runes.Take(left)).TrimEnd() + "…" is var cut && Width(cut, size) <= width) return cut;
        return "…";
    }

    private static Dictionary<int, double> Read()
    {
        using var stream = typeof(Letters).Assembly.GetManifestResourceStream("Wattology.Core.Lettering.barlow-condensed-600.txt")!;
        using var reader = new StreamReader(stream);
        var widths = new Dictionary<int, double>();
        while (reader.ReadLine() is { } line)
        {
            if (line.StartsWith('#')) continue;
            var parts = line.Split(' ');
            foreach (var point in parts.Skip(1)) widths[int.Parse(point, NumberStyles.HexNumber, CultureInfo.InvariantCulture)]
                = double.Parse(parts[0], CultureInfo.InvariantCulture) / 1000;
        }
        var widest = Enumerable.Range('0', 10).Max(d => widths[d]);
        foreach (var digit in Enumerable.Range('0', 10)) widths[digit] = widest;
        return widths;
    }
}
