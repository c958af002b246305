using System.Globalization;
using System.Text.RegularExpressions;

namespace Wattology.Core.Measures;

/// <summary>A number as people type it, in its plain form and without its sign.</summary>
/// <remarks>Groups of thousands have exactly three digits and one kind of separator: a space, an apostrophe, a comma or a point. A comma or a point followed
/// by another count of digits is the decimal mark. One followed by exactly three may be either.</remarks>
internal static partial class TypedNumber
{
    /// <summary>A number's own characters, for whoever looks for one in a longer text.</summary>
    public const string Pattern = @"(?:(?:\d+(?: |-))?\d+ ?/ ?\d+|\d+(?:[ ',.]\d+)*[.,]?(?:e[-+]?\d{1,3})?|[.,]\d+(?:e[-+]?\d{1,3})?)";

    [GeneratedRegex(@"^(?:(?<whole>\d+)(?: |-))?(?<num>\d+) ?/ ?(?<den>\d+)$")]
    private static partial Regex Fraction();

    /// <summary>What a number may mean.</summary>
    /// <param name="Value">Its value; with the decimal reading where it is ambiguous.</param>
    /// <param name="Thousands">The other reading, with groups of thousands; null when there is none.</param>
    /// <param name="IsFraction">Whether it is written as a fraction.</param>
    public readonly record struct Meaning(double Value, double? Thousands = null, bool IsFraction = false);

    /// <summary>Reads a number.</summary>
    /// <param name="text">Its characters.</param>
    /// <param name="meaning">What it means.</param>
    /// <param name="fault">What is wrong; null when nothing is.</param>
    public static bool TryRead(string text, out Meaning meaning, out string? fault)
    {
        (meaning, fault) = (default, null);
        if (Fraction().Match(text) is { Success: true } fraction)
        {
            double Part(string name) => double.Parse(fraction.Groups[name].Value, CultureInfo.InvariantCulture);
            if (Part("den") == 0) { fault = $"'{text}' divides by nothing"; return false; }
            meaning = new((fraction.Groups["whole"].Success ? Part("whole") : 0) + Part("num") / Part("den"), IsFraction: true);
            return true;
        }
        var power = text.IndexOf('e', StringComparison.Ordinal);
        var digits = power < 0 ? text : text[..power];
        var marks = digits.Where(c => !char.IsAsciiDigit(c)).ToArray();
        var groups = digits.Split(' ', '\'', '.', ',');
        if (!Arranged(groups, marks, power >= 0, out var whole, out var rest, out var ambiguous))
        {
            fault = $"'{text}' is no number: groups of thousands have three digits and one kind of mark, and there is one decimal mark";
            return false;
        }
        double Number(string written) => double.Parse(written + (power < 0 ? "" : text[power..]), NumberStyles.Float, CultureInfo.InvariantCulture);
        meaning = new(Number($"0{whole}.{rest}0"), ambiguous ? Number(whole + rest) : null);
        if (double.IsFinite(meaning.Value)) return true;
        fault = "This number is too large to mean anything";
        return false;
    }

    // Which digits stand before the decimal mark and which after it.
    private static bool Arranged(string[] groups, char[] marks, bool hasPower, out string whole, out string rest, out bool ambiguous)
    {
        (whole, rest, ambiguous) = (groups[0], "", false);
        if (marks.Length == 0) return true;
        var mayGroup = groups[0].Length is > 0 and <= 3 && groups[0][0] != '0';
        var decimalMark = marks[^1] is '.' or ',';
        if (marks.Length == 1 && decimalMark)
        {
            rest = groups[1];
            ambiguous = mayGroup && rest.Length == 3 && !hasPower;
            return true;
        }
        var hasDecimal = decimalMark && marks[^2] != marks[^1];
        var inner = hasDecimal ? marks[..^1] : marks;
        var thousands = hasDecimal ? groups[..^1] : groups;
        if (hasDecimal) rest = groups[^1];
        whole = string.Concat(thousands);
        return mayGroup && inner.Distinct().Count() == 1 && thousands.Skip(1).All(g => g.Length == 3);
    }
}
