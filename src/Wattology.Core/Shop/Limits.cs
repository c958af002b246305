using Wattology.Core.Calculations;
using Wattology.Core.Measures;

namespace Wattology.Core.Shop;

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

/// <summary>What a value is judged by. Inside the sound range is sound, inside the doubt range is doubt, outside is stop.</summary>
/// <param name="Key">Which limit.</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Reference">Sheet and revision, or why the shop set it.</param>
/// <param name="SoundFrom">Least sound value; open when null.</param>
/// <param name="SoundTo">Greatest sound value; open when null.</param>
/// <param name="DoubtFrom">Least doubtful value; the sound end when null.</param>
/// <param name="DoubtTo">Greatest doubtful value; the sound end when null.</param>
public sealed record Limit(string Key, LimitSource Source, string Reference, double? SoundFrom = null, double? SoundTo = null, double? DoubtFrom = null, double? DoubtTo = null)
{
    /// <summary>Judges a value; reading only when the source is none known.</summary>
    public Verdict Judge(double value)
    {
        if (Source == LimitSource.NoneKnown) return Verdict.ReadingOnly;
        bool Within(double? from, double? to) => (from is null || value >= from - Nearly.Same) && (to is null || value <= to + Nearly.Same);
        return Within(SoundFrom, SoundTo) ? Verdict.Sound : Within(DoubtFrom ?? SoundFrom, DoubtTo ?? SoundTo) ? Verdict.Doubt : Verdict.Stop;
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
    public string RangeWords(ShopUnits units)
    {
        if (Source == LimitSource.NoneKnown) return "no limit known";
        var quantity = LimitKinds.Find(Key)?.Quantity ?? Quantity.Number;
        string Range(double? from, double? to) => (from, to is LimitKinds.Open ? null : to) switch
        {
            (null, { } t) => $"up to {units.Show(t, quantity)}",
            ({ } f, null) => $"from {units.Show(f, quantity)}",
            ({ } f, { } t) => $"{units.Show(f, quantity)} to {units.Show(t, quantity)}",
            _ => "any",
        };
        return DoubtFrom is null && DoubtTo is null ? $"sound {Range(SoundFrom, SoundTo)}"
            : $"sound {Range(SoundFrom, SoundTo)}, doubt {Range(DoubtFrom ?? SoundFrom, DoubtTo ?? SoundTo)}";
    }
}

/// <summary>A thing that can have a limit, and usual practice for it.</summary>
/// <param name="Key">Its name in records.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Quantity">What it measures.</param>
/// <param name="Usual">Usual practice, or none known.</param>
public sealed record LimitKind(string Key, string Title, Quantity Quantity, Limit Usual);

/// <summary>All limits and what is usual.</summary>
public static class LimitKinds
{
    /// <summary>An upper end so high that there is none.</summary>
    public const double Open = 1e9;

    private static LimitKind None(string key, string title, Quantity quantity) => new(key, title, quantity, new Limit(key, LimitSource.NoneKnown, ""));

    private static LimitKind Usual(string key, string title, Quantity quantity, double? from, double? to, double? doubtFrom = null, double? doubtTo = null)
        => new(key, title, quantity, new Limit(key, LimitSource.UsualPractice, "", from, to, doubtFrom, doubtTo));

    /// <summary>Every kind, in the order of the work.</summary>
    public static readonly IReadOnlyList<LimitKind> All =
    [
        Usual("catch-ratio", "Catch test, measured over expected", Quantity.Number, 0.8, 1.25, 0.5, Open),
        Usual("catch-spread", "Catch test, spread of the runs in % (no verdict above)", Quantity.Number, null, 10),
        None("catch-flow", "Catch test without a gauge, flow", Quantity.Flow),
        None("restrictor", "Restrictor hole", Quantity.Length),
        Usual("crankcase-open", "Crankcase pressure, open-breather diesel", Quantity.Pressure, null, 1.0, null, 1.5),
        None("crankcase-closed", "Crankcase pressure, closed petrol system", Quantity.Pressure),
        Usual("drain-tilt", "Drain tilt as installed, on the level", Quantity.Angle, null, 15, null, 30),
        None("drain-tilt-slope", "Drain tilt as installed, on a slope", Quantity.Angle),
        None("shaft-slope", "Shaft slope", Quantity.Angle),
        None("sweep-range", "Vane or gate sweep, range moved in %", Quantity.Number),
        None("sweep-low", "Vane or gate sweep, lower stop in %", Quantity.Number),
        None("sweep-high", "Vane or gate sweep, upper stop in %", Quantity.Number),
        None("sweep-hysteresis", "Vane or gate sweep, up against down in %", Quantity.Number),
        None("sweep-stick", "Vane or gate sweep, times it stuck", Quantity.Number),
        None("sweep-lag", "Vane or gate sweep, delay", Quantity.Seconds),
        Usual("crank-burst", "Cranking, one burst at most", Quantity.Seconds, null, 15),
        Usual("crank-rest", "Cranking, rest at least", Quantity.Seconds, 60, null),
        Usual("crank-bursts", "Cranking, bursts in all", Quantity.Number, null, 4),
        None("pressure-after-firing", "Oil pressure after firing, within", Quantity.Seconds),
        Usual("idle-time", "First idle, at least", Quantity.Minutes, 5, null),
    ];

    /// <summary>The kind with that key, or null.</summary>
    public static LimitKind? Find(string key) => All.FirstOrDefault(k => k.Key == key);
}

/// <summary>The limits in force for one job: the makers' and the shop's, over usual practice.</summary>
/// <param name="Set">All limits that apply, in any order; of two with one source the later one counts.</param>
public sealed record LimitBook(IReadOnlyList<Limit> Set)
{
    /// <summary>Usual practice alone.</summary>
    public static readonly LimitBook Usual = new([]);

    /// <summary>Chooses maker before shop before usual practice.</summary>
    /// <exception cref="ArgumentException">There is no such limit.</exception>
    public Limit Choose(string key)
    {
        var usual = LimitKinds.Find(key)?.Usual ?? throw new ArgumentException($"There is no limit '{key}'.", nameof(key));
        return Set.Where(l => l.Key == key).Append(usual).Aggregate((best, l) => l.Source >= best.Source ? l : best);
    }

    /// <summary>The strictest of all that is set, whoever set it; usual practice where nothing is. For limits that guard a part, such as a starter, the least always counts.</summary>
    /// <exception cref="ArgumentException">There is no such limit.</exception>
    public Limit Strictest(string key) => Set.Where(l => l.Key == key).DefaultIfEmpty(Choose(key)).MinBy(l => l.SoundTo ?? -l.SoundFrom ?? double.MaxValue)!;
}

/// <summary>A verdict with the limit that gave it; an old verdict keeps the limit it was given by.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="By">The limit, where one judged.</param>
/// <param name="Why">The reason in a sentence.</param>
public sealed record Judgement(Verdict Verdict, string Why, Limit? By = null);
