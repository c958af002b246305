using SkiaSharp;
using Wattology.Core.Photos;

namespace Wattology.Web.Jobs;

/// <summary>A picture as it is set on paper.</summary>
/// <param name="Path">Where its copy lies; null where it cannot be shown.</param>
/// <param name="Marks">What is drawn on it.</param>
/// <param name="Title">What it is of.</param>
/// <param name="Who">Who kept it, and when.</param>
/// <param name="File">SHA-256 of the sealed file.</param>
internal sealed record PaperPicture(string? Path, IReadOnlyList<PhotoMark> Marks, string Title, string Who, string File);

/// <summary>Sets text down A4 pages from top to bottom; points throughout.</summary>
internal sealed class PaperFlow : IDisposable
{
    private const float Width = 595, Height = 842, Margin = 46, Foot = 54;
    private readonly SKDocument _document;
    private readonly IReadOnlyList<string> _footer;
    private readonly SKPaint _ink = new() { Color = SKColor.Parse("#1d2624"), IsAntialias = true };
    private readonly SKPaint _quiet = new() { Color = SKColor.Parse("#565e5a"), IsAntialias = true };
    private readonly SKPaint _rule = new() { Color = SKColor.Parse("#9aa19d"), StrokeWidth = 0.6f, IsStroke = true, IsAntialias = true };
    private readonly CancellationToken _cancel;
    private SKCanvas? _page;
    private float _y;
    private int _number;

    public PaperFlow(Stream stream, string title, IReadOnlyList<string> footer, DateTime made, CancellationToken cancel)
    {
        (_footer, _cancel) = (footer, cancel);
        _document = SKDocument.CreatePdf(stream, new SKDocumentPdfMetadata { Title = title, Creator = "Wattology", Producer = "Wattology", Creation = made,
            Modified = made, RasterDpi = 144 });
        NewPage();
    }

    // Hinted widths are for screens; on paper they pull letters apart.
    private static SKFont Font(SKTypeface face, float size) => new(face, size) { Subpixel = true, LinearMetrics = true, Hinting = SKFontHinting.None };

    private static float Inner => Width - 2 * Margin;

    private void NewPage()
    {
        // Whoever asked for it went away: nobody reads the rest.
        _cancel.ThrowIfCancellationRequested();
        if (_page is not null) _document.EndPage();
        _page = _document.BeginPage(Width, Height);
        _y = Margin;
        _number++;
        using var font = Font(PaperFonts.Text, 8);
        for (var i = 0; i < _footer.Count; i++) _page.DrawText(_footer[i], Margin, Height - 40 + 11 * i, SKTextAlign.Left, font, _quiet);
        _page.DrawText($"page {_number}", Width - Margin, Height - 40, SKTextAlign.Right, font, _quiet);
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

    /// <summary>Pictures two in a row, with what is drawn on them, each with its words under it.</summary>
    public void Pictures(IReadOnlyList<PaperPicture> pictures)
    {
        const float gap = 14, words = 52;
        var width = (Inner - gap) / 2;
        foreach (var pair in pictures.Chunk(2))
        {
            var opened = pair.Select(p => p.Path is null ? null : SKImage.FromEncodedData(p.Path)).ToArray();
            var height = opened.Max(i => i is null ? 30 : Math.Min(width, width * i.Height / i.Width));
            Room(height + words + 10);
            for (var i = 0; i < pair.Length; i++)
            {
                var left = Margin + i * (width + gap);
                if (opened[i] is { } image) Photo(image, pair[i].Marks, left, width, height);
                Under(pair[i], left, width, _y + 8 + height);
                opened[i]?.Dispose();
            }
            _y += height + words + 10;
        }
    }

    private void Photo(SKImage image, IReadOnlyList<PhotoMark> marks, float left, float width, float height)
    {
        // A tall picture is made narrower, not cut: what is at its edge is evidence too.
        var scale = Math.Min(width / image.Width, height / image.Height);
        var wide = image.Width * scale;
        _page!.Save();
        _page.Translate(left, _y + 8);
        // As large as print shows, not as the camera took it: a file of ten pictures is still sent by mail.
        using var copy = SKSurface.Create(new SKImageInfo((int)(wide * 2), Math.Max(1, (int)(image.Height * scale * 2))));
        copy.Canvas.DrawImage(image, new SKRect(0, 0, wide * 2, image.Height * scale * 2), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var small = copy.Snapshot();
        using var data = small.Encode(SKEncodedImageFormat.Jpeg, 85);
        using var shown = SKImage.FromEncodedData(data);
        _page.DrawImage(shown, new SKRect(0, 0, wide, image.Height * scale), new SKSamplingOptions(SKFilterMode.Linear));
        foreach (var mark in marks) Mark(mark, wide);
        _page.Restore();
    }

    private void Mark(PhotoMark mark, float wide)
    {
        using var font = Font(PaperFonts.Strong, 8);
        var (x1, y1, x2, y2) = ((float)mark.From.X * wide, (float)mark.From.Y * wide, (float)mark.To.X * wide, (float)mark.To.Y * wide);
        var reach = MathF.Sqrt((x2 - x1) * (x2 - x1) + (y2 - y1) * (y2 - y1));
        foreach (var (colour, stroke) in new[] { ("#fffefb", 3f), ("#1d2624", 1.3f) })
        {
            using var line = new SKPaint { Color = SKColor.Parse(colour), StrokeWidth = stroke, IsStroke = true, IsAntialias = true };
            if (mark.Shape == MarkShape.Ring) _page!.DrawCircle(x1, y1, Math.Max(3, reach), line);
            if (mark.Shape != MarkShape.Arrow) continue;
            _page!.DrawLine(x1, y1, x2, y2, line);
            var turn = MathF.Atan2(y2 - y1, x2 - x1);
            foreach (var by in new[] { 0.5f, -0.5f }) _page.DrawLine(x2, y2, x2 - 7 * MathF.Cos(turn + by), y2 - 7 * MathF.Sin(turn + by), line);
        }
        if (mark.Text.Length == 0) return;
        using var pale = new SKPaint { Color = SKColor.Parse("#fffefb"), StrokeWidth = 2.4f, IsStroke = true, IsAntialias = true };
        var (x, y) = (x1, mark.Shape == MarkShape.Ring ? y1 - reach - 4 : y1 - 4);
        var align = x > wide * 0.6f ? SKTextAlign.Right : SKTextAlign.Left;
        _page!.DrawText(mark.Text, x, Math.Max(8, y), align, font, pale);
        _page.DrawText(mark.Text, x, Math.Max(8, y), align, font, _ink);
    }

    private void Under(PaperPicture picture, float left, float width, float top)
    {
        using var strong = Font(PaperFonts.Strong, 8.5f);
        using var font = Font(PaperFonts.Text, 7.5f);
        using var small = Font(PaperFonts.Text, 5.6f);
        var y = top;
        foreach (var (text, face, paint) in new[] { (picture.Path is null ? $"{picture.Title} (its file cannot be shown)" : picture.Title, strong, _ink),
            (picture.Who, font, _quiet), (picture.File, small, _quiet) })
            foreach (var line in Wrap(text, face, width).Take(2)) _page!.DrawText(line, left, y += face.Size * 1.35f, SKTextAlign.Left, face, paint);
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

    // A word wider than the column is cut rather than set over the edge; never through a character of two halves.
    private static IEnumerable<string> Pieces(string word, SKFont font, float width)
    {
        while (word.Length > 1 && font.BreakText(word, width) is var fits && fits < word.Length)
        {
            fits = Math.Max(1, fits);
            if (char.IsHighSurrogate(word[fits - 1])) fits = fits > 1 ? fits - 1 : Math.Min(2, word.Length);
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
