using SkiaSharp;

namespace Wattology.Web.Jobs;

/// <summary>The typefaces that ship with the application, for paper.</summary>
internal static class PaperFonts
{
    public static readonly SKTypeface Text = Load("SourceSans3_400Regular.ttf");
    public static readonly SKTypeface Strong = Load("SourceSans3_600SemiBold.ttf");
    public static readonly SKTypeface Narrow = Load("BarlowCondensed_600SemiBold.ttf");

    private static SKTypeface Load(string file) => SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "Fonts", file))
        ?? throw new FileNotFoundException($"The font {file} is missing from the application's folder.");
}
