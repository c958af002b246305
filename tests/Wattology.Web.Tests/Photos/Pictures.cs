using System.Buffers.Binary;
using SkiaSharp;

namespace Wattology.Web.Tests.Photos;

/// <summary>Pictures as cameras write them, made here.</summary>
internal static class Pictures
{
    /// <summary>A picture 80 by 40: its left half red, its right half blue.</summary>
    public static byte[] Of(SKEncodedImageFormat format = SKEncodedImageFormat.Jpeg, byte shade = 0)
    {
        using var surface = SKSurface.Create(new SKImageInfo(80, 40));
        surface.Canvas.Clear(new SKColor(0, shade, 255));
        using var red = new SKPaint { Color = SKColors.Red };
        surface.Canvas.DrawRect(0, 0, 40, 40, red);
        using var image = surface.Snapshot();
        using var data = image.Encode(format, 95);
        return data.ToArray();
    }

    /// <summary>The same JPEG from a camera that was held on its side, and says when and where.</summary>
    /// <param name="orientation">How it was held, 1 to 8.</param>
    public static byte[] FromCamera(ushort orientation)
    {
        var jpeg = Of();
        var exif = Exif(orientation);
        return [.. jpeg[..2], 0xFF, 0xE1, (byte)((exif.Length + 2) >> 8), (byte)(exif.Length + 2), .. exif, .. jpeg[2..]];
    }

    /// <summary>The beginning of a HEIC file, which is all that is looked at here.</summary>
    public static byte[] Heic => [0, 0, 0, 24, .. "ftypheic"u8, 0, 0, 0, 0, .. "mif1heic"u8, .. new byte[200]];

    // TIFF, little endian: orientation, a sub-directory with the time it was taken, and one with a latitude.
    private static byte[] Exif(ushort orientation)
    {
        var tiff = new byte[160];
        void Word(int at, ushort value) => BinaryPrimitives.WriteUInt16LittleEndian(tiff.AsSpan(at), value);
        void Long(int at, uint value) => BinaryPrimitives.WriteUInt32LittleEndian(tiff.AsSpan(at), value);
        void Field(int at, ushort tag, ushort type, uint count, uint value) { Word(at, tag); Word(at + 2, type); Long(at + 4, count); Long(at + 8, value); }
        "II"u8.CopyTo(tiff);
        Word(2, 42);
        Long(4, 8);
        Word(8, 3);
        Field(10, 0x0112, 3, 1, orientation);
        Field(22, 0x8769, 4, 1, 50);
        Field(34, 0x8825, 4, 1, 90);
        Word(50, 1);
        Field(52, 0x9003, 2, 20, 68);
        "2030:05:01 09:26:53\0"u8.CopyTo(tiff.AsSpan(68));
        Word(90, 2);
        Field(92, 1, 2, 2, 'N');
        Field(104, 2, 5, 3, 122);
        foreach (var (i, v) in new (int, uint)[] { (0, 51), (8, 30), (16, 12) }) { Long(122 + i, v); Long(126 + i, 1); }
        return [.. "Exif\0\0"u8, .. tiff];
    }

    /// <summary>The colour of a picture at a place, by shares of its width and height.</summary>
    public static (int Width, int Height, SKColor Colour) At(byte[] picture, double x, double y)
    {
        using var bitmap = SKBitmap.Decode(picture);
        return (bitmap.Width, bitmap.Height, bitmap.GetPixel((int)(x * (bitmap.Width - 1)), (int)(y * (bitmap.Height - 1))));
    }
}
