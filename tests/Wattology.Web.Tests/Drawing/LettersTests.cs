using System.Text;
using SkiaSharp;
using Wattology.Core.Lettering;

namespace Wattology.Web.Tests.Drawing;

/// <summary>The core's table of widths is that of the typeface that ships.</summary>
public sealed class LettersTests
{
    [Theory]
    [InlineData("Oil supply")]
    [InlineData("as it should be, kept; ‘no’ — ÄÖÜ ñ ø × ° ½")]
    [InlineData("WAVY Tj fi //")]
    public void Words_are_as_wide_as_the_typeface_sets_them(string text)
    {
        using var face = SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "Fonts", "BarlowCondensed_600SemiBold.ttf"));
        using var font = new SKFont(face, 1000);
        // Letter by letter: pairs that are drawn together only make it narrower.
        foreach (var rune in text.EnumerateRunes().Where(r => font.ContainsGlyphs(r.ToString()) && !Rune.IsDigit(r)))
            Assert.Equal(font.MeasureText(rune.ToString()), Letters.Width(rune.ToString(), 1000), 1.0);
        Assert.True(Letters.Width(text, 20) >= font.MeasureText(text) / 50 - 0.1);
    }

    [Fact]
    public void Figures_stand_in_columns_and_text_breaks_and_is_cut_by_its_width()
    {
        Assert.Equal(Letters.Width("1111", 20), Letters.Width("4089", 20));
        Assert.Equal(["feed pipe", "kept"], Letters.Break("feed pipe kept", 20, Letters.Width("feed pipe k", 20)));
        Assert.Equal(["carriage"], Letters.Break("carriage", 20, 10));
        Assert.Equal("feed pi…", Letters.Cut("feed pipe", 20, Letters.Width("feed pi…", 20)));
        Assert.Equal(("feed", "…"), (Letters.Cut("feed", 20, 200), Letters.Cut("feed", 20, 1)));
    }
}
