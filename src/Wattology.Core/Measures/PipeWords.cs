using System.Globalization;
using System.Text.RegularExpressions;

namespace Wattology.Core.Measures;

/// <summary>Pipes as they are named in the bay: a hose by its dash size, its bends by kind and number.</summary>
public static partial class PipeWords
{
    /// <summary>Dash size of a flare fitting, sixteenths of an inch of tube, to the usual bore of its hose ends, mm. A usual bore, not this one's: a pin gauge
    /// says more.</summary>
    public static readonly IReadOnlyDictionary<int, double> DashBoresMm = new Dictionary<int, double>
    {
        [3] = 3.2, [4] = 4.4, [5] = 5.9, [6] = 7.5, [8] = 9.9, [10] = 12.3, [12] = 15.5,
    };

    /// <summary>Loss coefficient of a line without any bend: oil drawn in at one end and running out at the other.</summary>
    public const double EndsK = 1.5;

    /// <summary>What each kind of bend adds, usual figures: two banjos make a line of 4, an elbow and a bend one of 3.</summary>
    public static readonly IReadOnlyDictionary<string, double> BendsK = new Dictionary<string, double>
    {
        ["banjo"] = 1.25, ["elbow"] = 1, ["bend"] = 0.5,
    };

    [GeneratedRegex(@"^dash ?-?(?<size>\d{1,2})$")]
    private static partial Regex Dash();

    [GeneratedRegex(@"^(?<n>\d{1,2}) (?<kind>banjo|elbow|bend)s?$")]
    private static partial Regex Bend();

    /// <summary>Reads a dash size as a bore in mm: <c>dash 6</c>.</summary>
    internal static bool TryBore(string plain, out double mm)
    {
        mm = 0;
        return Dash().Match(plain) is { Success: true } dash && DashBoresMm.TryGetValue(int.Parse(dash.Groups["size"].Value, CultureInfo.InvariantCulture),
            out mm);
    }

    /// <summary>Reads bends by kind and number as a loss coefficient: <c>2 banjos, 1 elbow</c>; <c>straight</c> has none.</summary>
    internal static bool TryBends(string plain, out double k)
    {
        k = EndsK;
        if (plain == "straight") return true;
        foreach (var part in plain.Split([",", " and "], StringSplitOptions.TrimEntries))
        {
            if (Bend().Match(part) is not { Success: true } bend) return false;
            k += int.Parse(bend.Groups["n"].Value, CultureInfo.InvariantCulture) * BendsK[bend.Groups["kind"].Value];
        }
        return true;
    }
}
