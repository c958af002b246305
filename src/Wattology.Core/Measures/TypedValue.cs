using System.Globalization;
using System.Text.RegularExpressions;
using UnitsNet;
using UnitsNet.Units;

namespace Wattology.Core.Measures;

/// <summary>One way a typed value may be meant, to be touched.</summary>
/// <param name="Typed">How it is typed so that it means only this.</param>
/// <param name="Value">The value in the quantity's own unit.</param>
public sealed record Offer(string Typed, double Value);

/// <summary>What a typed value was understood as.</summary>
/// <param name="Value">The value in the quantity's own unit; null when it could not surely be read.</param>
/// <param name="Note">What was taken for granted in reading it; null when nothing was.</param>
/// <param name="Fault">What is wrong and what would be right; null when it was read.</param>
/// <param name="Offers">The ways it may be meant, where there are several.</param>
public sealed record Understood(double? Value, string? Note, string? Fault, IReadOnlyList<Offer> Offers);

/// <summary>What a value usually is; outside of it is asked, not refused.</summary>
/// <param name="Least">The least usual value, in the quantity's own unit.</param>
/// <param name="Most">The greatest usual value.</param>
public sealed record UsualBand(double Least, double Most)
{
    /// <summary>Whether a value is usual.</summary>
    public bool Holds(double value) => value >= Least && value <= Most;
}

/// <summary>Values as people type them: <c>12 psi</c>, <c>0,8 bar</c>, <c>1-1/2"</c>, <c>2 ft 6 in</c>, <c>1:30 h</c>, <c>half past ten</c>.</summary>
/// <remarks>What can be read in two ways is asked, with both ways to touch: a guess could be wrong a thousandfold.</remarks>
public static partial class TypedValue
{
    /// <summary>The longest value, in characters.</summary>
    public const int Longest = 40;

    /// <summary>The atmosphere offered where an absolute pressure is typed, in kPa.</summary>
    public const double UsualAtmosphereKpa = 101.325;

    [GeneratedRegex(@"^(?<sign>[-+])? ?(?<number>" + TypedNumber.Pattern + @")(?![\d:/])\s*(?<unit>[^\d:][^:]*)?$")]
    private static partial Regex One();

    [GeneratedRegex(@"^(?<unit>[^\d\s.,:/'-][^\d:]*?) ?(?<rest>[-+]? ?" + TypedNumber.Pattern + ")$")]
    private static partial Regex UnitFirst();

    [GeneratedRegex(@"^(?<sign>[-+])? ?(?:(?<number>" + TypedNumber.Pattern + @") ?(?<unit>[^\d\s.,:/-]+) ?){2,4}$")]
    private static partial Regex Several();

    [GeneratedRegex(@"^(?<sign>[-+])? ?(?<a>\d+):(?<b>\d+)(?::(?<c>\d+))?(?<part>[.,]\d+)?(?<open>:)? ?(?<unit>[^\d:]*)$")]
    private static partial Regex Clock();

    [GeneratedRegex("^(?:about |~ ?)(?=.)")]
    private static partial Regex About();

    [GeneratedRegex(@"^(?<amount>.+?)(?: in | ?/ ?| per )(?<time>\d.*)$")]
    private static partial Regex Run();

    /// <summary>Reads a value.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="quantity">What the field measures.</param>
    /// <param name="assumed">The unit meant when none is typed; the quantity's own when null.</param>
    /// <param name="usual">What the value usually is, which decides between two readings; null when nobody knows.</param>
    public static Understood Read(string text, Quantity quantity, Enum? assumed = null, UsualBand? usual = null)
        // Drawn and converted before it is held to its field's range, it must not run over on the way.
        => ReadAny(text, quantity, assumed, usual) is var read && Math.Abs(read.Value ?? 0) <= Largest ? read
            : new(null, null, "This number is too large to mean anything.", []);

    private const double Largest = 1e15;

    private static Understood ReadAny(string text, Quantity quantity, Enum? assumed, UsualBand? usual)
    {
        var shown = text.Trim();
        Understood No(string fault, params Offer[] offers) => new(null, null, fault, offers);
        if (shown.Length > Longest) return No($"This is {shown.Length} characters long; a value has at most {Longest}.");
        var wrong = $"'{shown}' is not {Article(quantity)}. Type one like {quantity.Example}.";
        if (PlainForm.Of(shown) is not { Length: > 0 } plain) return No(wrong);
        // What is only about right is kept as it was said; what it leaves open is for whoever uses it.
        if (About().Match(plain) is { Success: true } about) plain = plain[about.Length..];
        if (quantity.Measure == Measure.Length && PipeWords.TryBore(plain, out var bore)) return new(bore, "usual", null, []);
        if (quantity.Measure == Measure.Loss && PipeWords.TryBends(plain, out var loss)) return Yes(loss);
        if (quantity.Measure == Measure.Angle && DialAngle.TryRead(plain, out var degrees)) return Yes(degrees);
        if (Clock().Match(plain) is { Success: true } clock) return ReadClock(shown, clock, quantity);
        if (quantity.Measure == Measure.Flow && Run().Match(plain) is { Success: true } run && ReadRun(run) is { } flow) return flow;
        if (Several().Match(plain) is { Success: true } several && ReadSeveral(several, quantity) is { } sum) return sum;

        var match = One().Match(plain);
        if (!match.Success && UnitFirst().Match(plain) is { Success: true } turned)
            match = One().Match($"{turned.Groups["rest"].Value} {turned.Groups["unit"].Value}");
        if (!match.Success) return No(wrong);
        if (!TypedNumber.TryRead(match.Groups["number"].Value, out var number, out var fault)) return No($"{fault}. Type one like {quantity.Example}.");
        var sign = match.Groups["sign"].Value == "-" ? -1 : 1;
        var written = match.Groups["unit"].Value.Trim();
        var found = quantity.FindUnit(written);
        if (found.Offers.Count > 0) return Choose(found.Offers.Select(o => (o.Spelled, sign * number.Value, o.Unit)), quantity, match, found.Fault!);
        if (found.Fault is not null) return No(found.Fault);

        // A fraction is an inch size, also where the shop thinks in millimetres.
        var inches = number.IsFraction && written.Length == 0 && quantity.Unit is LengthUnit.Millimeter && assumed is null or LengthUnit.Millimeter;
        var unit = inches ? LengthUnit.Inch : found.Unit ?? assumed ?? quantity.Unit;
        double Kept(double value) => Plain(unit is null || quantity.Unit is null ? value : UnitConverter.Convert(value * found.Times, unit, quantity.Unit));
        Offer Gauge(double absolute) => new($"{Written(Math.Round(Kept(sign * absolute) - UsualAtmosphereKpa, 4))} kPa", Math.Round(Kept(sign * absolute)
            - UsualAtmosphereKpa, 4));
        if (found.Absolute) return No($"'{shown}' is an absolute pressure. Take the barometer off it, and type the gauge pressure.",
            number.Thousands is { } many ? [Gauge(many), Gauge(number.Value)] : [Gauge(number.Value)]);
        if (number.Thousands is not { } grouped) return Finite(Kept(sign * number.Value), inches ? "a fraction without a unit is read as inches" : null);

        var (small, large) = (Kept(sign * number.Value), Kept(sign * grouped));
        string As(double value) => $"{Written(sign * value)}{(written.Length > 0 ? " " + written : "")}";
        if (usual is not null && usual.Holds(small) != usual.Holds(large))
        {
            var (value, way) = usual.Holds(small) ? (small, number.Value) : (large, grouped);
            return new(value, $"read as {Grouped(sign * way)}{(written.Length > 0 ? " " + written : "")}", null, []);
        }
        return No($"'{shown}' can be read two ways: {As(grouped)} or {Decimal(sign * number.Value)}{(written.Length > 0 ? " " + written : "")}.",
            new Offer(As(grouped), large), new Offer($"{Decimal(sign * number.Value)}{(written.Length > 0 ? " " + written : "")}", small));

        Understood Finite(double value, string? note) => double.IsFinite(value) ? new(value, note, null, []) : No("This number is too large to mean anything.");
        static Understood Yes(double value) => new(value, null, null, []);
    }

    /// <summary>Splits a catch said in one breath, <c>90 ml in 10 s</c> or <c>95 ml/10 s</c>, into its volume and its time.</summary>
    /// <returns>Whether it was one.</returns>
    public static bool TrySplitRun(string text, out string volume, out string time)
    {
        var match = Run().Match(PlainForm.Of(text) ?? "");
        (volume, time) = (match.Groups["amount"].Value, match.Groups["time"].Value);
        return match.Success;
    }

    private static string Article(Quantity quantity) => $"{("aeiou".Contains(quantity.Name[0]) ? "an" : "a")} {quantity.Name}";

    private static double Plain(double value) => value == 0 ? 0 : value;

    private static string Written(double value) => value.ToString("0.############", CultureInfo.InvariantCulture);

    // With a fourth digit behind the mark nobody reads thousands into it.
    private static string Decimal(double value) => value.ToString("0.0000", CultureInfo.InvariantCulture);

    private static string Grouped(double value) => value.ToString("#,0.############", CultureInfo.InvariantCulture).Replace(',', ' ');

    private static Understood Choose(IEnumerable<(string Spelled, double Value, Enum Unit)> ways, Quantity quantity, Match match, string fault)
        => new(null, null, fault, [.. ways.Select(w => new Offer($"{match.Groups["sign"].Value}{match.Groups["number"].Value} {w.Spelled}",
            UnitConverter.Convert(w.Value, w.Unit, quantity.Unit!)))]);

    // "2 ft 6 in", "1 min 30 s": from the greater unit to the smaller, each part after the first less than one of the unit before it.
    private static Understood? ReadSeveral(Match match, Quantity quantity)
    {
        if (quantity.Unit is not (LengthUnit or DurationUnit)) return null;
        double total = 0, before = double.MaxValue;
        for (var i = 0; i < match.Groups["unit"].Captures.Count; i++)
        {
            if (!TypedNumber.TryRead(match.Groups["number"].Captures[i].Value, out var number, out _) || number.Thousands is not null) return null;
            if (quantity.FindUnit(match.Groups["unit"].Captures[i].Value).Unit is not { } unit) return null;
            var one = UnitConverter.Convert(1.0, unit, quantity.Unit);
            if (one >= before || number.Value * one >= before - 1e-9 * before) return new(null, null,
                $"'{match.Value}' does not go from the greater unit to the smaller, each part less than one of the unit before. Type one like "
                + $"{quantity.Example}.", []);
            before = one;
            total += number.Value * one;
        }
        return new(Plain(match.Groups["sign"].Value == "-" ? -total : total), null, null, []);
    }

    private static Understood? ReadRun(Match match)
    {
        var (amount, time) = (Read(match.Groups["amount"].Value, Quantity.Of(Measure.Volume)), Read(match.Groups["time"].Value, Quantity.Of(Measure.Seconds)));
        return amount.Value is not { } ml || time.Value is not { } seconds ? null
            : seconds <= 0 ? new(null, null, "The time of a catch is above 0.", [])
            : new(UnitConverter.Convert(ml / seconds, VolumeFlowUnit.MilliliterPerSecond, VolumeFlowUnit.LiterPerMinute), null, null, []);
    }

    // m:ss in boxes of seconds or minutes, h:mm in boxes of hours, h:mm:ss anywhere; a unit after it decides.
    private static Understood ReadClock(string shown, Match match, Quantity quantity)
    {
        Understood No(string fault) => new(null, null, fault, []);
        if (quantity.Unit is not DurationUnit)
            return No($"'{shown}' reads as a time, not as {Article(quantity)}. Type one like {quantity.Example}.");
        var unit = match.Groups["unit"].Value.Trim() is { Length: > 0 } written ? quantity.FindUnit(written) : new UnitFound(null, null, false, []);
        if (unit.Fault is not null) return No(unit.Fault);
        var three = match.Groups["c"].Success;
        if (match.Groups["open"].Success || match.Groups["b"].Length != 2 || (three && match.Groups["c"].Length != 2))
            return No($"'{shown}' is no time: each part after the first has two digits, such as 1:05.");
        double Part(string name) => match.Groups[name].Success ? double.Parse(match.Groups[name].Value, CultureInfo.InvariantCulture) : 0;
        if (Part("b") >= 60 || Part("c") >= 60) return No($"'{shown}' is no time: each part after the first is under 60.");
        if (unit.Unit is DurationUnit.Second || (three && unit.Unit is DurationUnit.Minute))
            return No($"'{shown}' has more parts than its unit. Write 1:30 min, 1:30 h or 1:02:03.");
        var share = match.Groups["part"].Success ? double.Parse("0" + match.Groups["part"].Value.Replace(',', '.'), CultureInfo.InvariantCulture) : 0;
        var hours = three || (unit.Unit is DurationUnit.Hour || unit.Unit is null && quantity.Measure == Measure.Hours);
        var seconds = three ? Part("a") * 3600 + Part("b") * 60 + Part("c") + share
            : hours ? Part("a") * 3600 + (Part("b") + share) * 60 : Part("a") * 60 + Part("b") + share;
        return new(Plain(UnitConverter.Convert(match.Groups["sign"].Value == "-" ? -seconds : seconds, DurationUnit.Second, quantity.Unit)), null, null, []);
    }
}
