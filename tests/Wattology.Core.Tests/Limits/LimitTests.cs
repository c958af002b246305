using Wattology.Core.Crankcase;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Crank;
using Wattology.Core.Priming;

namespace Wattology.Core.Tests.Limits;

public sealed class LimitTests
{
    private static Limit Crankcase(LimitSource source, double to, string reference = "sheet 1")
        => new("crankcase-open", source, reference, null, to, In: Measure.Pressure);

    [Fact]
    public void A_maker_beats_the_shop_which_beats_usual_practice_whatever_the_order()
    {
        Assert.Equal(1.0, LimitBook.Usual.Choose(CrankcaseLimits.Open).SoundTo);
        Assert.Equal(1.3, new LimitBook([Crankcase(LimitSource.Shop, 1.3)]).Choose(CrankcaseLimits.Open).SoundTo);
        Assert.Equal(1.2, new LimitBook([Crankcase(LimitSource.Maker, 1.2), Crankcase(LimitSource.Shop, 1.3)]).Choose(CrankcaseLimits.Open).SoundTo);
        Assert.Equal(LimitSource.Shop, new LimitBook([new Limit("restrictor", LimitSource.Shop, "ours", 1, 2)]).Choose(SupplyLimits.Restrictor).Source);
    }

    [Fact]
    public void Of_two_limits_from_one_source_the_later_counts()
    {
        var book = new LimitBook([Crankcase(LimitSource.Shop, 1.3, "spring"), Crankcase(LimitSource.Shop, 1.1, "autumn")]);
        Assert.Equal("autumn", book.Choose(CrankcaseLimits.Open).Reference);
    }

    [Fact]
    public void What_guards_a_part_is_judged_by_the_strictest_whoever_set_it()
    {
        Limit Burst(LimitSource source, double to) => new("crank-burst", source, "x", null, to);
        Limit Rest(LimitSource source, double from) => new("crank-rest", source, "x", from);
        Assert.Equal(15, LimitBook.Usual.Strictest(CrankingLimits.Burst).SoundTo);
        Assert.Equal(8, new LimitBook([Burst(LimitSource.Maker, 20), Burst(LimitSource.Shop, 8), Burst(LimitSource.Shop, 9)]).Strictest(
            CrankingLimits.Burst).SoundTo);
        Assert.Equal(20, new LimitBook([Burst(LimitSource.Maker, 20)]).Strictest(CrankingLimits.Burst).SoundTo);
        Assert.Equal(90, new LimitBook([Rest(LimitSource.Shop, 30), Rest(LimitSource.Maker, 90)]).Strictest(CrankingLimits.Rest).SoundFrom);
    }

    [Theory]
    [InlineData(1.0, Verdict.Sound)]
    [InlineData(1.0 + 1e-10, Verdict.Sound)]
    [InlineData(1.2, Verdict.Doubtful)]
    [InlineData(1.5, Verdict.Doubtful)]
    [InlineData(1.6, Verdict.Stop)]
    public void Judges_with_its_ends_included(double kpa, Verdict expected) => Assert.Equal(expected, LimitBook.Usual.Choose(CrankcaseLimits.Open).Judge(kpa));

    [Theory]
    [InlineData(0.49, Verdict.Stop)]
    [InlineData(0.5, Verdict.Doubtful)]
    [InlineData(0.8, Verdict.Sound)]
    [InlineData(1.25, Verdict.Sound)]
    [InlineData(99, Verdict.Doubtful)]
    public void A_doubtful_range_may_reach_further_on_either_side(double ratio, Verdict expected)
        => Assert.Equal(expected, LimitBook.Usual.Choose(SupplyLimits.Ratio).Judge(ratio));

    [Fact]
    public void No_limit_known_gives_a_reading_without_a_verdict_and_every_limit_says_where_it_comes_from()
    {
        Assert.Equal(Verdict.ReadingOnly, LimitBook.Usual.Choose(SupplyLimits.Restrictor).Judge(99));
        Assert.Equal("no limit known", SupplyLimits.Restrictor.Usual.RangeWords(new ShopUnits()));
        Assert.Equal(["maker: sheet 1", "this shop: sheet 1", "usual practice", "none known"],
            new[] { Crankcase(LimitSource.Maker, 1), Crankcase(LimitSource.Shop, 1), CrankcaseLimits.Open.Usual, SupplyLimits.Restrictor.Usual }
                .Select(l => l.SourceWords));
    }

    [Fact]
    public void Ranges_are_said_in_the_shops_units_even_when_their_key_is_long_forgotten()
    {
        Assert.Equal("sound up to 0.174 psi", Crankcase(LimitSource.Maker, 1.2).RangeWords(new ShopUnits("psi")));
        Assert.Equal("sound 0.8 to 1.25, doubtful from 0.5", SupplyLimits.Ratio.Usual.RangeWords(new ShopUnits()));
        Assert.Equal("sound from 60 s", CrankingLimits.Rest.Usual.RangeWords(new ShopUnits()));
        Assert.Equal("sound up to 1.5 bar", new Limit("of-old", LimitSource.Shop, "x", null, 150, In: Measure.Pressure).RangeWords(new ShopUnits("bar")));
        Assert.Equal("sound 1 mm to 2 mm, doubtful 0.5 mm to 3 mm", new Limit("x", LimitSource.Shop, "x", 1, 2, 0.5, 3,
            Measure.Length).RangeWords(new ShopUnits()));
    }

    [Fact]
    public void Every_limit_has_a_key_of_its_own_and_is_found_by_it()
    {
        Assert.Equal(CheckList.Limits.Count, CheckList.Limits.Select(l => l.Key).Distinct().Count());
        Assert.All(CheckList.Limits, l => Assert.Equal((l.Key, l.Measure), (l.Usual.Key, l.Usual.In)));
        Assert.All(CheckList.Limits, l => Assert.Same(l, CheckList.FindLimit(l.Key)));
        Assert.Null(CheckList.FindLimit("no-such"));
        Assert.Superset(new HashSet<string> { "drain-margin", "drain-tilt", "catch-ratio", "sweep-lag" }, CheckList.Limits.Select(l => l.Key).ToHashSet());
    }

    [Fact]
    public void A_verdict_is_said_with_the_limit_that_gave_it()
    {
        Assert.Equal(" [doubtful; sound up to 1 kPa, doubtful up to 1.5 kPa, usual practice]",
            new CrankcaseOutcome(new(Verdict.Doubtful, "x", CrankcaseLimits.Open.Usual)).Said(new CrankcaseReading(1.2, Running.Idle), new ShopUnits()));
        Assert.Equal(" [doubtful; sound up to 0.145 psi, doubtful up to 0.2176 psi, usual practice]",
            new CrankcaseOutcome(new(Verdict.Doubtful, "x", CrankcaseLimits.Open.Usual)).Said(new CrankcaseReading(1.2, Running.Idle), new ShopUnits("psi")));
        Assert.Equal(" [stop]", new CrankcaseOutcome(new(Verdict.Stop, "x")).Said(new CrankcaseReading(9, Running.Idle), new ShopUnits()));
        Assert.Equal(["not looked at", "reading only", "sound", "doubtful", "stop"], Enum.GetValues<Verdict>().Select(v => v.Word()));
    }
}

/// <summary>Whoever compares by eye the value and the limit shown comes to the verdict given.</summary>
public sealed class ShownAsJudgedTests
{
    private static readonly ShopUnits[] AllUnits = [.. from p in ShopUnits.Choices["pressure"] from l in ShopUnits.Choices["length"]
        from t in ShopUnits.Choices["temperature"] from d in ShopUnits.Choices["distance"] select new ShopUnits(p, l, t, d)];

    private static double Number(string shown) => double.Parse(System.Text.RegularExpressions.Regex.Match(shown, @"-?\d+(\.\d+)?").Value,
        System.Globalization.CultureInfo.InvariantCulture);

    // The verdict a reader comes to from the words alone.
    private static Verdict ByEye(string value, string range)
    {
        bool Within(string words)
        {
            var numbers = System.Text.RegularExpressions.Regex.Matches(words, @"-?\d+(\.\d+)?").Select(m => Number(m.Value)).ToArray();
            if (words == "beyond it") return true;
            var v = Number(value);
            return words.Contains("up to", StringComparison.Ordinal) ? v <= numbers[0] : words.Contains("from ", StringComparison.Ordinal) ? v >= numbers[0]
                : v >= numbers[0] && v <= numbers[1];
        }
        var parts = range.Split(", doubtful ");
        return Within(parts[0]) ? Verdict.Sound : parts.Length > 1 && Within(parts[1]) ? Verdict.Doubtful : Verdict.Stop;
    }

    [FsCheck.Xunit.Property(MaxTest = 2000)]
    public bool In_every_unit_and_by_every_limit(byte pick, byte kind, int share, byte near)
    {
        var limits = CheckList.Limits.Where(l => l.Usual.Source != LimitSource.NoneKnown).Select(l => l.Usual)
            .Concat([new("t", LimitSource.Shop, "", -5, 40, -10, 120, Measure.Temperature),
                new("d", LimitSource.Shop, "", 100, 250_000, null, null, Measure.Distance),
                new("k", LimitSource.Shop, "", 1.0342, 1.0343, 1.03, 1.04, Measure.Pressure),
                new("n", LimitSource.Shop, "", 1.2, 1.3, null, null, Measure.Length)])
            .ToArray();
        var limit = limits[kind % limits.Length];
        var units = AllUnits[pick % AllUnits.Length];
        double[] ends = [.. new[] { limit.SoundFrom, limit.SoundTo, limit.DoubtFrom, limit.DoubtTo }.OfType<double>().Where(e => e != Limit.Open)];
        var end = ends[near % ends.Length];
        // Near an end, at it, and far from it.
        var value = end + (near % 5) switch { 0 => 0, 1 => Math.Sign(share) * 1e-10, 2 => share * 1e-9 * Math.Max(1, Math.Abs(end)), 3 => share * 1e-6,
            _ => share / 1e5 * Math.Max(1, Math.Abs(end)) };
        var (shown, range) = limit.Beside(value, units);
        return ByEye(shown, range) == limit.Judge(value);
    }

    [Theory]
    [InlineData("0.15 psi", "0.15 psi", "sound up to 0.145 psi, doubtful up to 0.218 psi", Verdict.Doubtful)]
    [InlineData("0.145 psi", "0.145 psi", "sound up to 0.14504 psi, doubtful up to 0.21756 psi", Verdict.Sound)]
    [InlineData("1.0342 kPa", "0.149998 psi", "sound up to 0.145038 psi, doubtful up to 0.217557 psi", Verdict.Doubtful)]
    public void A_psi_shop_sees_why_its_reading_is_judged_so(string typed, string value, string range, Verdict verdict)
    {
        var units = new ShopUnits("psi");
        var limit = CrankcaseLimits.Open.Usual;
        var kpa = TypedValue.Read(typed, Quantity.Of(Measure.Pressure)).Value!.Value;
        Assert.Equal(verdict, limit.Judge(kpa));
        Assert.Equal(verdict, ByEye(limit.Beside(kpa, units).Value, limit.Beside(kpa, units).Range));
        Assert.Equal(Number(value), Number(limit.Beside(kpa, units).Value), 5);
        Assert.NotEmpty(range);
    }

    [Fact]
    public void A_small_pressure_is_never_shown_as_none() => Assert.Equal("0.0004 bar", new ShopUnits("bar").ShowPressure(0.04));
}
