using System.Globalization;
using System.Text.RegularExpressions;
using UnitsNet;

namespace Wattology.Core.Measures;

/// <summary>Values as people say them: <c>12 psi</c>, <c>0,8 bar</c>, <c>5/16 in</c>, <c>1:30</c>, <c>90 ml in 10 s</c>.</summary>
public static partial class SpokenValue
{
    [GeneratedRegex(@"^\s*(?<sign>[-+−])?\s*(?:(?:(?<whole>\d+)\s+)?(?<num>\d+)\s*/\s*(?<den>\d+)|(?<minutes>\d+):(?<seconds>[0-5]?\d(?:[.,]\d+)?)|(?<digits>\d{1,3}(?: \d{3})+(?:[.,]\d+)?|\d*[.,]?\d+(?:[.,]\d+)*[.,]?))\s*(?<unit>.*?)\s*$")]
    private static partial Regex Pattern();

    [GeneratedRegex(@"^\s*(?<ml>.+?)\s+in\s+(?<s>\d.*)$", RegexOptions.IgnoreCase)]
    private static partial Regex RunPattern();

    /// <summary>Reads a value into the quantity's own unit.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="quantity">What the field measures.</param>
    /// <param name="assumed">The unit meant when none is typed.</param>
    /// <param name="value">The value in the quantity's unit.</param>
    /// <param name="fault">What is wrong and what would be right; null when nothing is.</param>
    public static bool TryRead(string text, Quantity quantity, Enum? assumed, out double value, out string? fault)
    {
        value = 0;
        fault = null;
        var match = Pattern().Match(text);
        if (!match.Success) { fault = $"'{text.Trim()}' is not a {quantity.Name}. Type one like {quantity.Example}."; return false; }

        double number;
        if (match.Groups["den"].Success)
        {
            var below = Integer(match, "den");
            if (below == 0) { fault = $"'{text.Trim()}' divides by nothing. Type one like {quantity.Example}."; return false; }
            number = (match.Groups["whole"].Success ? Integer(match, "whole") : 0) + Integer(match, "num") / below;
        }
        else if (match.Groups["minutes"].Success)
        {
            if (quantity.Unit is not UnitsNet.Units.DurationUnit) { fault = $"'{text.Trim()}' reads as minutes and seconds, not as a {quantity.Name}. Type one like {quantity.Example}."; return false; }
            value = UnitConverter.Convert(Integer(match, "minutes") * 60 + double.Parse(match.Groups["seconds"].Value.Replace(',', '.'), CultureInfo.InvariantCulture), UnitsNet.Units.DurationUnit.Second, quantity.Unit);
            return true;
        }
        else if (!TryDecimal(match.Groups["digits"].Value, out number, out fault)) return false;
        if (match.Groups["sign"].Value is "-" or "−") number = -number;

        var spelled = match.Groups["unit"].Value.ToLowerInvariant().TrimEnd('.').Replace(" ", "");
        var unit = assumed ?? quantity.Unit;
        if (spelled.Length > 0)
        {
            if (spelled is "qt" or "quart" or "quarts" or "floz") { fault = $"A US and an imperial {(spelled == "floz" ? "fluid ounce" : "quart")} differ: write 'US {(spelled == "floz" ? "fl oz" : "qt")}' or 'imp {(spelled == "floz" ? "fl oz" : "qt")}', or litres."; return false; }
            if (!quantity.Spellings.TryGetValue(spelled, out unit))
            {
                fault = quantity.Unit is null ? $"A plain number is wanted, without '{match.Groups["unit"].Value}'." : $"'{match.Groups["unit"].Value}' is not a unit of {quantity.Name} known here. Type one like {quantity.Example}.";
                return false;
            }
        }
        value = unit is null || quantity.Unit is null ? number : UnitConverter.Convert(number, unit, quantity.Unit);
        if (double.IsFinite(value)) return true;
        fault = "This number is too large to mean anything.";
        return false;
    }

    /// <summary>Splits a catch said in one breath, <c>90 ml in 10 s</c>, into its volume and its time.</summary>
    public static bool TrySplitRun(string text, out string volume, out string time)
    {
        var match = RunPattern().Match(text);
        volume = match.Groups["ml"].Value;
        time = match.Groups["s"].Value;
        return match.Success;
    }

    private static double Integer(Match match, string group) => double.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    private static bool TryDecimal(string digits, out double number, out string? fault)
    {
        fault = null;
        digits = digits.Replace(" ", "");
        var marks = digits.Count(c => c is '.' or ',');
        // 1,200 may mean twelve hundred or one and a fifth; guessing would be a thousandfold mistake.
        if (marks == 1 && digits.IndexOf(',') is var comma and > 0 && digits.Length - comma == 4 && comma <= 3 && digits[0] != '0')
        {
            number = 0;
            fault = $"'{digits}' can be read two ways: write {digits.Replace(",", "")} for the thousands, or {digits.Replace(',', '.')} for the decimal.";
            return false;
        }
        if (marks > 1)
        {
            var last = digits.LastIndexOfAny(['.', ',']);
            var different = digits.Contains('.') && digits.Contains(',');
            digits = different ? digits[..last].Replace(".", "").Replace(",", "") + "." + digits[(last + 1)..] : digits.Replace(".", "").Replace(",", "");
        }
        // The pattern let only digits and these marks through.
        number = double.Parse(digits.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture);
        return true;
    }
}
