using System.Globalization;
using MetadataExtractor;
using MetadataExtractor.Formats.Exif;

namespace Wattology.Data.Photos;

/// <summary>What a picture's file says of itself.</summary>
public static class PhotoFacts
{
    /// <summary>When it was taken, by the camera's own clock, "2026-03-14 09:26:53"; empty where it does not say.</summary>
    /// <param name="path">The file.</param>
    public static string TakenAt(string path)
    {
        try
        {
            foreach (var exif in ImageMetadataReader.ReadMetadata(path).OfType<ExifSubIfdDirectory>())
                if (exif.TryGetDateTime(ExifDirectoryBase.TagDateTimeOriginal, out var at))
                    return at.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);
        }
        // The picture is kept all the same.
        catch (Exception e) when (IsNonsense(e)) { }
        return "";
    }

    /// <summary>Whether a file says where it was taken.</summary>
    /// <param name="path">The file.</param>
    public static bool SaysWhere(string path)
    {
        try { return ImageMetadataReader.ReadMetadata(path).OfType<GpsDirectory>().Any(g => g.TagCount > 0); }
        catch (Exception e) when (IsNonsense(e)) { return false; }
    }

    // What a file says of itself may be anything.
    private static bool IsNonsense(Exception e)
        => e is ImageProcessingException or IOException or ArgumentException or OverflowException or IndexOutOfRangeException;
}
