using SkiaSharp;

namespace Wattology.Web.Jobs;

/// <summary>Sets text down A4 pages from top to bottom; points throughout.</summary>
internal sealed class PaperFlow : IDisposable
{
    private const float Width = 595, Height = 842, Margin = 46, Foot = 54;
    private readonly SKDocument _document;
    private readonly string _footer;
    private readonly SKPaint _ink = new() { Color = SKColor.Parse("#1d2624"), IsAntialias = true };
    private readonly SKPaint _quiet = new() { Color = SKColor.Parse("#565e5a"), IsAntialias = true };
    private readonly SKPaint _rule = new() { Color = SKColor.Parse("#9aa19d"), StrokeWidth = 0.6f, IsStroke = true, IsAntialias = true };
    private SKCanvas? _page;
    private float _y;
    private int _number;

    public PaperFlow(Stream stream, string title, string footer, DateTime made)
    {
        _footer = footer;
        _document = SKDocument.CreatePdf(stream, new SKDocumentPdfMetadata { Title = title, Creator = "Wattology", Producer = "Wattology", Creation = made,
            Modified = made, RasterDpi = 144 });
        NewPage();
    }

    // Hinted widths are for screens; on paper they pull letters apart.
    private static SKFont Font(SKTypeface face, float size) => new(face, size) { Subpixel = true, LinearMetrics = true, Hinting = SKFontHinting.None };

    private static float Inner => Width - 2 * Margin;

    private void NewPage()
    {
        if (_page is not null) _document.EndPage();
        _page = _document.BeginPage(Width, Height);
        _y = Margin;
        _number++;
        using var font = Font(PaperFonts.Text, 8);
        _page.DrawText(_footer, Margin, Height - 30, SKTextAlign.Left, font, _quiet);
        _page.DrawText($"page {_number}", Width - Margin, Height - 30, SKTextAlign.Right, font, _quiet);
    }

    private void Room(float height)
    {
        if (_y + height > Height - Foot) NewPage();
    }

    public void Heading(string text, float with = 44)
    {
        Room(30 + with);
        _y += 24;
        using var font = Font(PaperFonts.Narrow, 15);
        _page!.DrawText(text, Margin, _y, SKTextAlign.Left, font, _ink);
        _page.DrawLine(Margin, _y + 5, Width - Margin, _y + 5, _rule);
        _y += 14;
    }

    public void Title(string text)
    {
        using var font = Font(PaperFonts.Narrow, 24);
        _y += 20;
        _page!.DrawText(text, Margin, _y, SKTextAlign.Left, font, _ink);
        _y += 12;
    }

    public void Paragraph(string text, float size = 10, bool quiet = false, float indent = 0, bool strong = false)
    {
        using var font = Font(strong ? PaperFonts.Strong : PaperFonts.Text, size);
        foreach (var line in Wrap(text, font, Inner - indent))
        {
            Room(size * 1.35f);
            _y += size * 1.35f;
            _page!.DrawText(line, Margin + indent, _y, SKTextAlign.Left, font, quiet ? _quiet : _ink);
        }
    }

    /// <summary>A name at the left, what it is at the right.</summary>
    public void Fact(string name, string text)
    {
        const float size = 10, left = 130;
        using var bold = Font(PaperFonts.Strong, size);
        using var font = Font(PaperFonts.Text, size);
        var lines = Wrap(text, font, Inner - left).ToArray();
        Room(size * 1.4f * Math.Min(lines.Length, 3));
        for (var i = 0; i < lines.Length; i++)
        {
            Room(size * 1.4f);
            _y += size * 1.4f;
            if (i == 0) _page!.DrawText(name, Margin, _y, SKTextAlign.Left, bold, _ink);
            _page!.DrawText(lines[i], Margin + left, _y, SKTextAlign.Left, font, _ink);
        }
    }

    /// <summary>How tall a picture will stand.</summary>
    public static float HeightOf(SKPicture picture) => picture.CullRect.Height * Scale(picture);

    private static float Scale(SKPicture picture) => Math.Min(Inner / picture.CullRect.Width, (Height - Margin - Foot - 60) / picture.CullRect.Height);

    public void Picture(SKPicture picture)
    {
        var scale = Scale(picture);
        Room(picture.CullRect.Height * scale + 10);
        _page!.Save();
        _page.Translate(Margin, _y + 6);
        _page.Scale(scale);
        _page.DrawPicture(picture);
        _page.Restore();
        _y += picture.CullRect.Height * scale + 12;
    }

    private static IEnumerable<string> Wrap(string text, SKFont font, float width)
    {
        foreach (var paragraph in text.ReplaceLineEndings("\n").Split('\n'))
        {
            var line = "";
            foreach (var word in paragraph.Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(w => Pieces(w, font, width)))
            {
                var longer = line.Length == 0 ? word : $"{line} {word}";
                if (font.MeasureText(longer) > width && line.Length > 0)
                {
                    yield return line;
                    line = word;
                }
                else line = longer;
            }
            yield return line;
        }
    }

    // A word wider than the column is cut rather than set over the edge.
    private static IEnumerable<string> Pieces(string word, SKFont font, float width)
    {
        while (font.MeasureText(word) > width)
        {
            var fits = word.Length - 1;
            while (fits > 1 && font.MeasureText(word.AsSpan(0, fits)) > width) fits--;
            yield return word[..fits];
            word = word[fits..];
        }
        yield return word;
    }

    public void Close()
    {
        _document.EndPage();
        _document.Close();
    }

    public void Dispose()
    {
        _document.Dispose();
        _ink.Dispose();
        _quiet.Dispose();
        _rule.Dispose();
    }
}
