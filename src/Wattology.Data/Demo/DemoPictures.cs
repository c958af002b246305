using System.Collections.Concurrent;
using System.Security.Cryptography;
using SkiaSharp;
using Wattology.Core.Photos;

namespace Wattology.Data.Demo;

/// <summary>Sample pictures for the demo, drawn and not photographed: plates, wheels, pipes, and a drain beside a hanging string.</summary>
internal sealed class DemoPictures
{
    private const int Width = 1280, Height = 960;
    private static readonly float[] Rivets = [230, 1050], Rows = [270, 690], Bolts = [530, 870];
    private readonly ConcurrentDictionary<string, byte[]> _drawn = [];

    // Letters as they are pecked into a plate, dot by dot: five columns of seven, the lowest bit on top.
    private static readonly Dictionary<char, byte[]> Pecked = new()
    {
        ['0'] = [0x3E, 0x51, 0x49, 0x45, 0x3E], ['1'] = [0x00, 0x42, 0x7F, 0x40, 0x00], ['2'] = [0x42, 0x61, 0x51, 0x49, 0x46],
        ['3'] = [0x21, 0x41, 0x45, 0x4B, 0x31], ['4'] = [0x18, 0x14, 0x12, 0x7F, 0x10], ['5'] = [0x27, 0x45, 0x45, 0x45, 0x39],
        ['6'] = [0x3C, 0x4A, 0x49, 0x49, 0x30], ['7'] = [0x01, 0x71, 0x09, 0x05, 0x03], ['8'] = [0x36, 0x49, 0x49, 0x49, 0x36],
        ['9'] = [0x06, 0x49, 0x49, 0x29, 0x1E], ['A'] = [0x7E, 0x11, 0x11, 0x11, 0x7E], ['B'] = [0x7F, 0x49, 0x49, 0x49, 0x36],
        ['D'] = [0x7F, 0x41, 0x41, 0x22, 0x1C], ['E'] = [0x7F, 0x49, 0x49, 0x49, 0x41], ['H'] = [0x7F, 0x08, 0x08, 0x08, 0x7F],
        ['I'] = [0x00, 0x41, 0x7F, 0x41, 0x00], ['K'] = [0x7F, 0x08, 0x14, 0x22, 0x41], ['L'] = [0x7F, 0x40, 0x40, 0x40, 0x40],
        ['M'] = [0x7F, 0x02, 0x0C, 0x02, 0x7F], ['N'] = [0x7F, 0x04, 0x08, 0x10, 0x7F], ['O'] = [0x3E, 0x41, 0x41, 0x41, 0x3E],
        ['R'] = [0x7F, 0x09, 0x19, 0x29, 0x46], ['S'] = [0x46, 0x49, 0x49, 0x49, 0x31], ['T'] = [0x01, 0x01, 0x7F, 0x01, 0x01],
        ['V'] = [0x1F, 0x20, 0x40, 0x20, 0x1F], ['-'] = [0x08, 0x08, 0x08, 0x08, 0x08], ['.'] = [0x00, 0x60, 0x60, 0x00, 0x00],
    };

    /// <summary>Every file drawn so far, by its hash.</summary>
    public IReadOnlyDictionary<string, byte[]> Drawn => _drawn;

    /// <summary>A unit's plate with its numbers pecked into it.</summary>
    public PhotoKept Plate(string place, int turbo, string note, params string[] lines) => Keep(place, turbo, note, canvas =>
    {
        Fill(canvas, "#585c58", new SKRect(0, 0, Width, Height));
        Ribs(canvas);
        Fill(canvas, "#c9c8bd", new SKRect(190, 230, 1090, 730), 18);
        foreach (var x in Rivets) foreach (var y in Rows) Dot(canvas, "#6b6e66", x, y, 16);
        for (var i = 0; i < lines.Length; i++) Peck(canvas, lines[i], 290, 310 + i * 130, 10);
    });

    /// <summary>A compressor wheel seen from its inlet, with blades broken off.</summary>
    public PhotoKept Wheel(string place, int turbo, string note, params int[] broken) => Keep(place, turbo, note, canvas =>
    {
        Fill(canvas, "#8f918a", new SKRect(0, 0, Width, Height));
        Dot(canvas, "#4b4f4c", 640, 480, 430);
        Dot(canvas, "#2e3231", 640, 480, 370);
        for (var blade = 0; blade < 12; blade++)
        {
            canvas.Save();
            canvas.RotateDegrees(blade * 30, 640, 480);
            using var path = SKPath.ParseSvgPathData(broken.Contains(blade) ? "M640,430 C690,400 730,330 700,270 L672,300 L660,262 C660,330 640,380 620,420 Z"
                : "M640,430 C700,390 770,270 700,130 C690,240 660,350 620,420 Z");
            using var paint = Paint(broken.Contains(blade) ? "#9fa29b" : "#c4c6be");
            canvas.DrawPath(path, paint);
            canvas.Restore();
        }
        Dot(canvas, "#d7d6cc", 640, 480, 74);
        Dot(canvas, "#7c7f78", 640, 480, 34);
    });

    /// <summary>A feed pipe cut through: how much of its bore is left, 0 to 1.</summary>
    public PhotoKept PipeEnd(string place, int turbo, string note, float open) => Keep(place, turbo, note, canvas =>
    {
        Fill(canvas, "#a39c8c", new SKRect(0, 0, Width, Height));
        Dot(canvas, "#777a75", 640, 480, 330);
        Dot(canvas, "#1c1714", 640, 480, 230);
        Dot(canvas, "#060504", 655, 470, 230 * open);
        for (var i = 0; i < 40; i++) Dot(canvas, "#2e2620", 640 + 200 * MathF.Cos(i * 2.4f), 480 + 200 * MathF.Sin(i * 2.4f), 12 + i % 5 * 4);
    });

    /// <summary>A centre section seen along its shaft from the compressor end, its drain turned clockwise, with a string hung beside it.</summary>
    public PhotoKept Hanging(string place, int turbo, string note, float turnedDeg) => Keep(place, turbo, note, canvas =>
    {
        Fill(canvas, "#bdb9ab", new SKRect(0, 0, Width, Height));
        canvas.Save();
        canvas.RotateDegrees(turnedDeg, 700, 430);
        Fill(canvas, "#6b6e6a", new SKRect(500, 660, 900, 720), 6);
        Fill(canvas, "#7d807b", new SKRect(620, 560, 780, 670));
        Fill(canvas, "#7d807b", new SKRect(650, 180, 750, 300));
        Dot(canvas, "#8a8d87", 700, 430, 220);
        Dot(canvas, "#54584f", 700, 430, 110);
        foreach (var x in Bolts) Dot(canvas, "#3a3d3a", x, 690, 16);
        canvas.Restore();
        using var thread = Paint("#1d2624", 5);
        canvas.DrawLine(250, 40, 250, 820, thread);
        Dot(canvas, "#4a3b1d", 250, 850, 42);
    });

    /// <summary>A new unit in its box, caps in.</summary>
    public PhotoKept Boxed(string place, int turbo, string note, int caps) => Keep(place, turbo, note, canvas =>
    {
        Fill(canvas, "#b08f5f", new SKRect(0, 0, Width, Height));
        Fill(canvas, "#8f7147", new SKRect(80, 80, 1200, 880), 12);
        Dot(canvas, "#c8cac3", 480, 480, 270);
        Dot(canvas, "#6d6a63", 800, 480, 230);
        Fill(canvas, "#8a8d87", new SKRect(560, 400, 720, 560));
        for (var i = 0; i < caps; i++) Dot(canvas, "#a33324", 300 + i * 150, 300 + i % 2 * 330, 44);
    });

    private PhotoKept Keep(string place, int turbo, string note, Action<SKCanvas> draw)
    {
        using var surface = SKSurface.Create(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        draw(surface.Canvas);
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Jpeg, 82);
        var bytes = data.ToArray();
        var file = Convert.ToHexStringLower(SHA256.HashData(bytes));
        _drawn[file] = bytes;
        return new PhotoKept(place, turbo, file, "image/jpeg", bytes.Length, $"{place}.jpg", note);
    }

    private static SKPaint Paint(string colour, float stroke = 0) => new() { Color = SKColor.Parse(colour), IsAntialias = true, IsStroke = stroke > 0,
        StrokeWidth = stroke };

    private static void Fill(SKCanvas canvas, string colour, SKRect rect, float round = 0)
    {
        using var paint = Paint(colour);
        canvas.DrawRoundRect(rect, round, round, paint);
    }

    private static void Dot(SKCanvas canvas, string colour, float x, float y, float radius)
    {
        using var paint = Paint(colour);
        canvas.DrawCircle(x, y, radius, paint);
    }

    private static void Ribs(SKCanvas canvas)
    {
        using var paint = Paint("#4d514d", 14);
        for (var y = 40f; y < Height; y += 90) canvas.DrawLine(0, y, Width, y - 30, paint);
    }

    private static void Peck(SKCanvas canvas, string text, float x, float y, float step)
    {
        foreach (var c in text)
        {
            if (Pecked.TryGetValue(c, out var columns))
                for (var col = 0; col < columns.Length; col++)
                    for (var row = 0; row < 7; row++)
                        if ((columns[col] >> row & 1) == 1) Dot(canvas, "#3a3d38", x + col * step, y + row * step, step * 0.42f);
            x += 6.4f * step;
        }
    }
}
