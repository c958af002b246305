using System.Globalization;
using System.Text;

namespace Wattology.Core.Measures;

/// <summary>Typed text with every character in its plain form: any digit as 0 to 9, any minus as "-", any space as one space, primes and curly quotes as
/// straight ones, a fraction in one sign as two numbers.</summary>
internal static class PlainForm
{
    private const string Minus = "-\u2010\u2011\u2012\u2013\u2014\u2212\uFE63\uFF0D";
    private const string Single = "'\u2018\u2019\u201B\u2032\u02B9\u02BC";
    private const string Double = "\"\u201C\u201D\u201F\u2033\u02BA";

    // One sign for a fraction: its parts, by Unicode's own names.
    private static readonly Dictionary<int, string> Fractions = new()
    {
        ['\u00BC'] = "1/4", ['\u00BD'] = "1/2", ['\u00BE'] = "3/4", ['\u2150'] = "1/7", ['\u2151'] = "1/9", ['\u2152'] = "1/10", ['\u2153'] = "1/3",
        ['\u2154'] = "2/3", ['\u2155'] = "1/5", ['\u2156'] = "2/5", ['\u2157'] = "3/5", ['\u2158'] = "4/5", ['\u2159'] = "1/6", ['\u215A'] = "5/6",
        ['\u215B'] = "1/8", ['\u215C'] = "3/8", ['\u215D'] = "5/8", ['\u215E'] = "7/8",
    };

    // Raised and lowered digits, the degree's other signs, and marks that look like others.
    private static readonly Dictionary<int, string> Other = new()
    {
        ['\u00B9'] = "1", ['\u00B2'] = "2", ['\u00B3'] = "3", ['\u207B'] = "-", ['\u2082'] = "2", ['\u2084'] = "4", ['\u2103'] = "°c", ['\u2109'] = "°f",
        ['\u00BA'] = "°", ['\u02DA'] = "°", ['\u066B'] = ".", ['\u066C'] = ",", ['\u2126'] = "ω", ['\u00B5'] = "μ",
    };

    /// <summary>A text in its plain form; null when it holds half a character or one that cannot be shown.</summary>
    public static string? Of(string text)
    {
        var plain = new StringBuilder(text.Length);
        for (var i = 0; i < text.Length;)
        {
            if (!Rune.TryGetRuneAt(text, i, out var rune)) return null;
            i += rune.Utf16SequenceLength;
            if (Fractions.TryGetValue(rune.Value, out var fraction)) plain.Append(' ').Append(fraction);
            else if (Rune.GetUnicodeCategory(rune) is UnicodeCategory.DecimalDigitNumber) plain.Append((int)Rune.GetNumericValue(rune));
            else if (Rune.IsWhiteSpace(rune)) plain.Append(' ');
            else if (Rune.IsControl(rune) || Rune.GetUnicodeCategory(rune) is UnicodeCategory.Format) return null;
            else if (rune.IsBmp && Minus.Contains((char)rune.Value)) plain.Append('-');
            else if (rune.IsBmp && Single.Contains((char)rune.Value)) plain.Append('\'');
            else if (rune.IsBmp && Double.Contains((char)rune.Value)) plain.Append('"');
            else if (rune.Value is '\u2044' or '\u2215') plain.Append('/');
            else if (Other.TryGetValue(rune.Value, out var other)) plain.Append(other);
            else if (rune.Value is >= 0xFF01 and <= 0xFF5E) plain.Append((char)(rune.Value - 0xFEE0));
            else plain.Append(rune.ToString());
        }
        return string.Join(' ', plain.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries)).ToLowerInvariant();
    }
}
