using System.Globalization;
using System.Text.RegularExpressions;

namespace Wattology.Core.Measures;

/// <summary>An angle said as a time on the dial: an hour is 30° from twelve, clockwise from the named end; <c>11:00</c> is −30°, <c>half past ten</c> is
/// 10:30. Seen from the other end the sign turns, which is for whoever knows the end.</summary>
internal static partial class DialAngle
{
    private const string Said = @"(?:(?<part>half|quarter) (?<side>past|to) )?(?<word>[a-z]+|\d{1,2})(?<oclock> ?o'? ?clock)?";

    [GeneratedRegex(@"^(?:(?<h>\d{1,2}):(?<m>\d\d)(?: ?o'? ?clock)?|" + Said + ")$")]
    private static partial Regex Pattern();

    private static readonly string[] Hours = ["twelve", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven"];

    /// <summary>Reads one.</summary>
    /// <param name="plain">What was typed, in its plain form.</param>
    /// <param name="degrees">The angle, above −180 and up to 180.</param>
    public static bool TryRead(string plain, out double degrees)
    {
        degrees = 0;
        var match = Pattern().Match(plain);
        if (!match.Success) return false;
        double Number(string group) => double.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);
        double hour;
        if (match.Groups["h"].Success)
        {
            if (Number("h") > 12 || Number("m") > 59) return false;
            hour = Number("h") + Number("m") / 60;
        }
        else
        {
            var word = match.Groups["word"].Value;
            var said = Array.IndexOf(Hours, word);
            // A bare number is degrees.
            if (said < 0 && !(int.TryParse(word, CultureInfo.InvariantCulture, out said) && said is > 0 and <= 12)) return false;
            if (char.IsAsciiDigit(word[0]) && !match.Groups["part"].Success && !match.Groups["oclock"].Success) return false;
            var share = match.Groups["part"].Value switch { "half" => 0.5, "quarter" => 0.25, _ => 0 };
            hour = said + (match.Groups["side"].Value == "to" ? -share : share);
        }
        degrees = (hour % 12 + 12) % 12 * 30;
        if (degrees > 180) degrees -= 360;
        return true;
    }
}
