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
        Assert.Equal("sound up to 0.17 psi", Crankcase(LimitSource.Maker, 1.2).RangeWords(new ShopUnits("psi")));
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
            new Judgement(Verdict.Doubtful, "x", CrankcaseLimits.Open.Usual).Said(new ShopUnits()));
        Assert.Equal(" [stop]", new Judgement(Verdict.Stop, "x").Said(new ShopUnits()));
        Assert.Equal(["not looked at", "reading only", "sound", "doubtful", "stop"], Enum.GetValues<Verdict>().Select(v => v.Word()));
    }
}
