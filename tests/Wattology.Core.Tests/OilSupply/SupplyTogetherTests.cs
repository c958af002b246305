using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Limits;

namespace Wattology.Core.Tests.OilSupply;

public sealed class SupplyTogetherTests
{
    private static readonly Oil Oil = OilGrades.Typical["5W-30"];
    private static readonly FeedLine Line = new(4.5, 600, 4);

    private static SupplyJudgement Judge(double galleryKpa, double flowLpm, double? leastKpa = 120) => SupplyTogether.Judge(galleryKpa,
        new Limit("gallery", leastKpa is null ? LimitSource.NoneKnown : LimitSource.Shop, "test", leastKpa),
            new CatchTestInput(Oil, 20, Line, [new(flowLpm / 0.06 * 10, 10)]),
        SupplyLimits.Ratio.Usual, new ShopUnits());

    private static double Clean(double kpa) => OilFeed.Compute(new OilFeedInput(Oil, 20, kpa, Line)).FlowLpm;

    [Fact]
    public void Tells_a_tired_pump_from_a_choked_pipe_and_says_the_numbers()
    {
        Assert.Equal(SupplyFinding.Sound, Judge(160, Clean(160)).Finding);
        Assert.Equal(SupplyFinding.PipeOrRestrictor, Judge(160, 0.3 * Clean(160)).Finding);
        Assert.Equal(SupplyFinding.PumpOilOrFilter, Judge(60, Clean(60)).Finding);
        Assert.Equal(SupplyFinding.ReadAgain, Judge(60, Clean(130)).Finding);
        Assert.Equal(SupplyFinding.Open, Judge(160, Clean(160), null).Finding);
        Assert.Contains("60 kPa on the gallery (from 120 kPa)", Judge(60, Clean(60)).Words);
    }
}
