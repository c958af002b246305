using System.Globalization;
using System.Text.RegularExpressions;
using UnitsNet;
using UnitsNet.Units;

namespace Wattology.Core.Measures;

/// <summary>Values as people type them: <c>12 psi</c>, <c>0,8 bar</c>, <c>5/16 in</c>, <c>1:30</c>, <c>90 ml in 10 s</c>.</summary>
/// <remarks>What can be read in two ways is refused and both ways are named: a guess could be wrong a thousandfold.</remarks>
public static partial class TypedValue
{
    private const string Fraction = @"(?:(?<whole>\d+)\s+)?(?<num>\d+)\s*/\s*(?<den>\d+)";
    private const string Clock = @"(?<minutes>\d+):(?<seconds>[0-5]?\d(?:[.,]\d+)?)";
    private const string Decimal = @"(?<digits>\d{1,3}(?: \d{3})+(?:[.,]\d+)?|\d*[.,]?\d+(?:[.,]\d+)*[.,]?)";

    [GeneratedRegex(@"^\s*(?<sign>[-+−])?\s*(?:" + Fraction + "|" + Clock + "|" + Decimal + @")\s*(?<unit>.*?)\s*$")]
    private static partial Regex Pattern();

    [GeneratedRegex(@"^\s*(?<ml>.+?)\s+in\s+(?<s>\d.*)$", RegexOptions.IgnoreCase)]
    private static partial Regex RunPattern();

    /// <summary>Reads a value into the quantity's own unit.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="quantity">What the field measures.</param>
    /// <param name="assumed">The unit meant when none is typed; the quantity's own when null.</param>
    /// <param name="value">The value in the quantity's unit; 0 when it could not be read.</param>
    /// <param name="fault">What is wrong and what would be right; null when nothing is.</param>
    /// <returns>Whether it could surely be read.</returns>
    public static bool TryRead(string text, Quantity quantity, Enum? assumed, out double value, out string? fault)
    {
        value = 0;
        fault = null;
        if (quantity.Measure == Measure.Angle && TryClockAngle(text, out value)) return true;
        var match = Pattern().Match(text);
        if (!match.Success) { fault = $"'{text.Trim()}' is not a {quantity.Name}. Type one like {quantity.Example}."; return false; }
        if (!TryNumber(text.Trim(), match, quantity, out var number, out var timed, out fault)) return false;
        if (match.Groups["sign"].Value is "-" or "−") number = -number;
        if (!TryUnit(match.Groups["unit"].Value, quantity, timed ? DurationUnit.Second : assumed ?? quantity.Unit, out var unit, out fault)) return false;
        value = unit is null || quantity.Unit is null ? number : UnitConverter.Convert(number, unit, quantity.Unit);
        if (double.IsFinite(value)) return true;
        value = 0;
        fault = "This number is too large to mean anything.";
        return false;
    }

    /// <summary>Splits a catch said in one breath, <c>90 ml in 10 s</c>, into its volume and its time.</summary>
    /// <returns>Whether it was one.</returns>
    public static bool TrySplitRun(string text, out string volume, out string time)
    {
        var match = RunPattern().Match(text);
        volume = match.Groups["ml"].Value;
        time = match.Groups["s"].Value;
        return match.Success;
    }

    private const string SaidHour = @"(?:(?<part>half|quarter)\s+(?<side>past|to)\s+)?(?<word>[a-z]+|\d{1,2})(?<oclock>\s+o['’]?\s?clock)?";

    [GeneratedRegex(@"^\s*(?:(?<h>\d{1,2}):(?<m>\d\d)|" + SaidHour + @")\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex ClockAngle();

    private static readonly string[] Hours = ["twelve", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven"];

    // On a dial an hour is 30° from twelve, clockwise: "11:00" is −30°, "half past ten" is 10:30.
    private static bool TryClockAngle(string text, out double degrees)
    {
        degrees = 0;
        var match = ClockAngle().Match(text);
        if (!match.Success) return false;
        double hour;
        if (match.Groups["h"].Success)
        {
            hour = Integer(match, "h") + Integer(match, "m") / 60;
            if (Integer(match, "h") > 12 || Integer(match, "m") > 59) return false;
        }
        else
        {
            var word = match.Groups["word"].Value.ToLowerInvariant();
            var said = Array.IndexOf(Hours, word);
            // A bare number is degrees.
            if (said < 0 && !(int.TryParse(word, CultureInfo.InvariantCulture, out said) && said is > 0 and <= 12)) return false;
            if (char.IsAsciiDigit(word[0]) && !match.Groups["part"].Success && !match.Groups["oclock"].Success) return false;
            var part = match.Groups["part"].Value.ToLowerInvariant() switch { "half" => 0.5, "quarter" => 0.25, _ => 0 };
            hour = match.Groups["side"].Value.Equals("to", StringComparison.OrdinalIgnoreCase) ? said - part : said + part;
        }
        degrees = Math.IEEERemainder(30 * hour, 360);
        return true;
    }

    private static bool TryNumber(string text, Match match, Quantity quantity, out double number, out bool timed, out string? fault)
    {
        (number, timed, fault) = (0, false, null);
        if (match.Groups["den"].Success)
        {
            var below = Integer(match, "den");
            if (below == 0) { fault = $"'{text}' divides by nothing. Type one like {quantity.Example}."; return false; }
            number = (match.Groups["whole"].Success ? Integer(match, "whole") : 0) + Integer(match, "num") / below;
            return true;
        }
        if (!match.Groups["minutes"].Success) return TryDecimal(match.Groups["digits"].Value, out number, out fault);

        if (quantity.Unit is not DurationUnit)
        {
            fault = $"'{text}' reads as minutes and seconds, not as a {quantity.Name}. Type one like {quantity.Example}.";
            return false;
        }
        // With a unit behind it, or in a field of hours, the colon may mean hours and minutes as well.
        if (match.Groups["unit"].Length > 0 || quantity.Measure == Measure.Hours)
        {
            fault = $"'{text}' can be read two ways, as minutes and seconds or as hours and minutes: write {quantity.Example}.";
            return false;
        }
        timed = true;
        number = Integer(match, "minutes") * 60 + double.Parse(match.Groups["seconds"].Value.Replace(',', '.'), CultureInfo.InvariantCulture);
        return true;
    }

    private static bool TryUnit(string written, Quantity quantity, Enum? assumed, out Enum? unit, out string? fault)
    {
        (unit, fault) = (assumed, null);
        var spelled = written.ToLowerInvariant().TrimEnd('.').Replace(" ", "");
        if (spelled.Length == 0) return true;
        if (spelled is "qt" or "quart" or "quarts" or "floz")
        {
            var (name, symbol) = spelled == "floz" ? ("fluid ounce", "fl oz") : ("quart", "qt");
            fault = $"A US and an imperial {name} differ: write 'US {symbol}' or 'imp {symbol}', or litres.";
        }
        else if (!quantity.Spellings.TryGetValue(spelled, out unit))
            fault = quantity.Unit is null ? $"A plain number is wanted, without '{written}'."
                : $"'{written}' is not a unit of {quantity.Name} known here. Type one like {quantity.Example}.";
        return fault is null;
    }

    private static double Integer(Match match, string group) => double.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    private static bool TryDecimal(string digits, out double number, out string? fault)
    {
        (number, fault) = (0, null);
        digits = digits.Replace(" ", "");
        var marks = digits.Where(c => c is '.' or ',').ToArray();
        var groups = digits.Split('.', ',');
        var grouped = groups[0].Length is > 0 and <= 3 && groups[0][0] != '0';
        if (marks.Length == 1 && grouped && groups[1].Length == 3)
            fault = $"'{digits}' can be read two ways: write {groups[0]}{groups[1]} for the thousands, or {groups[0]}.{groups[1]}0 for the decimal.";
        else if (marks.Length > 1)
        {
            // 1.234.567 and 1,234.5 are surely read; 1.2.3 and 1,23.4 are not.
            var last = marks.Distinct().Count() == 2 && marks[..^1].All(m => m != marks[^1]);
            var thousands = last ? groups[..^1] : groups;
            if (!grouped || thousands.Skip(1).Any(g => g.Length != 3) || (!last && marks.Distinct().Count() > 1))
                fault = $"'{digits}' is no number: a number has one decimal mark, and groups of three digits before it if any.";
            digits = string.Concat(thousands) + (last ? "." + groups[^1] : "");
        }
        // The pattern let only digits and these marks through.
        if (fault is null) number = double.Parse(digits.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture);
        return fault is null;
    }
}
