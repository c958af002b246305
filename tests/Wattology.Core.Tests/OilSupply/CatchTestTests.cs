using Wattology.Core.OilSupply;
using Wattology.Core.Shop;

namespace Wattology.Core.Tests.OilSupply;

public sealed class CatchTestTests
{
    private static CatchTestResult Result(double mean, double spread, double? ratio) => new(mean, spread, ratio is null ? null : mean / ratio, ratio, null);

    [Theory]
    [InlineData(1.5, 4, 1.0, Verdict.Sound)]
    [InlineData(1.5, 4, 0.8, Verdict.Sound)]
    [InlineData(1.5, 4, 0.79, Verdict.Doubt)]
    [InlineData(1.5, 4, 1.3, Verdict.Doubt)]
    [InlineData(1.5, 4, 0.49, Verdict.Stop)]
    [InlineData(1.5, 11, 1.0, Verdict.ReadingOnly)]
    [InlineData(1.5, 4, null, Verdict.ReadingOnly)]
    [InlineData(0, 0, null, Verdict.Stop)]
    public void Is_judged_by_usual_practice(double mean, double spread, double? ratio, Verdict expected)
        => Assert.Equal(expected, CatchTested.Judge(Result(mean, spread, ratio), LimitBook.Usual).Verdict);

    [Fact]
    public void Without_a_gauge_the_shops_own_band_judges_and_says_so()
    {
        var band = new LimitBook([new Limit("catch-flow", LimitSource.Shop, "this engine, four good jobs", 1.2, 2.2)]);
        var judged = CatchTested.Judge(Result(1.0, 3, null), band);
        Assert.Equal(Verdict.Stop, judged.Verdict);
        Assert.Contains("without a gauge", judged.Why);
        Assert.Equal(LimitSource.Shop, judged.By!.Source);
    }

    [Fact]
    public void A_restrictor_is_judged_only_by_a_known_figure()
    {
        var maker = new LimitBook([new Limit("restrictor", LimitSource.Maker, "sheet 7", 1.2, 1.4)]);
        Assert.Equal(Verdict.ReadingOnly, RestrictorSeen.Judge(true, true, 1.3, LimitBook.Usual).Verdict);
        Assert.Equal(Verdict.Sound, RestrictorSeen.Judge(true, true, 1.3, maker).Verdict);
        Assert.Equal(Verdict.Stop, RestrictorSeen.Judge(true, true, 1.6, maker).Verdict);
        Assert.Equal(Verdict.Stop, RestrictorSeen.Judge(false, false, null, maker).Verdict);
        Assert.Equal(Verdict.Stop, RestrictorSeen.Judge(true, false, 1.3, maker).Verdict);
    }
}
