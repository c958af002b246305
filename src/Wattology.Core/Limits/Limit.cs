using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Limits;

/// <summary>Where a limit comes from; a maker's figure beats the shop's, which beats usual practice.</summary>
public enum LimitSource
{
    /// <summary>Nobody knows one: a reading without a verdict.</summary>
    NoneKnown,
    /// <summary>Usual workshop practice.</summary>
    UsualPractice,
    /// <summary>Set by this shop.</summary>
    Shop,
    /// <summary>The maker's sheet.</summary>
    Maker,
}

/// <summary>What a value is judged by. Inside the sound range is sound, inside the doubtful range is doubtful, outside is a stop.</summary>
/// <param name="Key">Which limit; see <see cref="LimitKind"/>.</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Reference">Sheet and revision, or why the shop set it.</param>
/// <param name="SoundFrom">Least sound value in the unit of <paramref name="In"/>; open when null.</param>
/// <param name="SoundTo">Greatest sound value; open when null.</param>
/// <param name="DoubtFrom">Least doubtful value; the sound end when null.</param>
/// <param name="DoubtTo">Greatest doubtful value; the sound end when null.</param>
/// <param name="In">What it measures. Kept with the limit, so that an old verdict can be shown when its key is long forgotten.</param>
public sealed record Limit(string Key, LimitSource Source, string Reference, double? SoundFrom = null, double? SoundTo = null,
    double? DoubtFrom = null, double? DoubtTo = null, Measure In = Measure.Number)
{
    /// <summary>An upper end so high that there is none.</summary>
    public const double Open = 1e9;

    /// <summary>Judges a value.</summary>
    /// <param name="value">The value in the limit's unit; finite.</param>
    /// <returns>Reading only when the source is none known.</returns>
    public Verdict Judge(double value)
    {
        if (Source == LimitSource.NoneKnown) return Verdict.ReadingOnly;
        bool Within(double? from, double? to) => (from is null || value >= from - Nearly.Same) && (to is null || value <= to + Nearly.Same);
        return Within(SoundFrom, SoundTo) ? Verdict.Sound : Within(DoubtFrom ?? SoundFrom, DoubtTo ?? SoundTo) ? Verdict.Doubtful : Verdict.Stop;
    }

    /// <summary>Where it comes from, in words.</summary>
    public string SourceWords => Source switch
    {
        LimitSource.Maker => $"maker: {Reference}",
        LimitSource.Shop => $"this shop: {Reference}",
        LimitSource.UsualPractice => "usual practice",
        _ => "none known",
    };

    /// <summary>The range in words and in the shop's units.</summary>
    public string RangeWords(ShopUnits units) => RangeWords(units, EndDecimals(units));

    /// <summary>A value and the range in words, both with so many digits that comparing by eye what is shown gives the verdict.</summary>
    /// <param name="value">The value judged, in the limit's unit.</param>
    /// <param name="units">The shop's units.</param>
    public (string Value, string Range) Beside(double value, ShopUnits units)
    {
        (value, var decimals) = Apart(value, units);
        return (units.Show(value, In, decimals), RangeWords(units, decimals));
    }

    /// <summary>A value in the limit's own unit, without its symbol, with so many digits that comparing them with the limit's gives the verdict.</summary>
    public string Digits(double value)
    {
        (value, var decimals) = Apart(value, new());
        return ShopUnits.Digits(value, decimals);
    }

    private (double Value, int Decimals) Apart(double value, ShopUnits units)
    {
        // What counts as the same is shown as the same.
        if (Ends.FirstOrDefault(e => value >= e - Nearly.Same && value <= e + Nearly.Same, double.NaN) is var same && !double.IsNaN(same)) value = same;
        var decimals = EndDecimals(units);
        while (decimals < ShopUnits.MostDecimals && !Ends.All(e => Shown(value, units, decimals).CompareTo(Shown(e, units, decimals)) == value.CompareTo(e)))
            decimals++;
        return (value, decimals);
    }

    private IEnumerable<double> Ends => new[] { SoundFrom, SoundTo, DoubtFrom, DoubtTo }.OfType<double>().Where(e => e != Open);

    // Three digits of an end that does not fall on a round figure of the shop's unit: "0.145 psi", not "0.15 psi", which would be over it.
    private int EndDecimals(ShopUnits units)
    {
        var decimals = 0;
        while (decimals < ShopUnits.MostDecimals && Ends.Any(e => Math.Abs(Shown(e, units, decimals) - units.InUnit(e, In))
            > EndShare * Math.Abs(units.InUnit(e, In)))) decimals++;
        return decimals;
    }

    private const double EndShare = 0.0005;

    private double Shown(double value, ShopUnits units, int decimals)
        => double.Parse(ShopUnits.Digits(units.InUnit(value, In), decimals), System.Globalization.CultureInfo.InvariantCulture);

    private string RangeWords(ShopUnits units, int decimals)
    {
        if (Source == LimitSource.NoneKnown) return "no limit known";
        string Range(double? from, double? to) => (from, to is Open ? null : to) switch
        {
            (null, { } t) => $"up to {units.Show(t, In, decimals)}",
            ({ } f, null) => $"from {units.Show(f, In, decimals)}",
            ({ } f, { } t) => $"{units.Show(f, In, decimals)} to {units.Show(t, In, decimals)}",
            _ => "beyond it",
        };
        return DoubtFrom is null && DoubtTo is null ? $"sound {Range(SoundFrom, SoundTo)}"
            : $"sound {Range(SoundFrom, SoundTo)}, doubtful {Range(DoubtFrom ?? SoundFrom, DoubtTo ?? SoundTo)}";
    }
}

/// <summary>A thing that can have a limit, and usual practice for it.</summary>
/// <param name="Key">Its name in records; never used again for anything else.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Measure">What it measures.</param>
/// <param name="Usual">Usual practice, or none known.</param>
public sealed record LimitKind(string Key, string Title, Measure Measure, Limit Usual)
{
    /// <summary>A limit nobody knows a usual figure for.</summary>
    public static LimitKind NoneKnown(string key, string title, Measure measure)
        => new(key, title, measure, new Limit(key, LimitSource.NoneKnown, "", In: measure));

    /// <summary>A limit with a usual figure.</summary>
    /// <param name="key">Its name in records.</param>
    /// <param name="title">Its name on pages.</param>
    /// <param name="measure">What it measures.</param>
    /// <param name="from">Least sound value; open when null.</param>
    /// <param name="to">Greatest sound value; open when null.</param>
    /// <param name="doubtFrom">Least doubtful value; the sound end when null.</param>
    /// <param name="doubtTo">Greatest doubtful value; the sound end when null.</param>
    public static LimitKind UsualPractice(string key, string title, Measure measure, double? from, double? to, double? doubtFrom = null, double? doubtTo = null)
        => new(key, title, measure, new Limit(key, LimitSource.UsualPractice, "", from, to, doubtFrom, doubtTo, measure));
}

/// <summary>The limits in force for one job: the makers' and the shop's, over usual practice.</summary>
/// <param name="Set">All limits that apply, in any order; of two with one source the later one counts.</param>
public sealed record LimitBook(IReadOnlyList<Limit> Set)
{
    /// <summary>Usual practice alone.</summary>
    public static readonly LimitBook Usual = new([]);

    /// <summary>Chooses maker before shop before usual practice.</summary>
    /// <param name="kind">Which limit.</param>
    public Limit Choose(LimitKind kind)
        => Set.Where(l => l.Key == kind.Key).Append(kind.Usual).Aggregate((best, l) => l.Source >= best.Source ? l : best);

    /// <summary>The strictest of all that is set, whoever set it; usual practice where nothing is.</summary>
    /// <param name="kind">Which limit: one that guards a part, such as a starter, so that the least always counts.</param>
    public Limit Strictest(LimitKind kind)
        => Set.Where(l => l.Key == kind.Key).DefaultIfEmpty(kind.Usual).MinBy(l => l.SoundTo ?? -l.SoundFrom ?? double.MaxValue)!;
}
