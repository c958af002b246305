using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.OilSupply;

public sealed class SupplyTogetherTests
{
    private static readonly Oil Oil = OilGrades.Typical["5W-30"];
    private static readonly FeedLine Line = new(4.5, 600, 4);

    private static SupplyJudgement Judge(double galleryKpa, double flowLpm, double? leastKpa = 120, double? mostKpa = null) => SupplyTogether.Compute(
        new(new CatchTestInput(Oil, 20, Line, [new(flowLpm / 0.06 * 10, 10)], galleryKpa), leastKpa, mostKpa));

    private static double Clean(double kpa) => OilFeed.Compute(new OilFeedInput(Oil, 20, kpa, Line)).FlowLpm;

    [Fact]
    public void Tells_a_tired_pump_from_a_choked_pipe_and_says_the_numbers()
    {
        Assert.Equal(SupplyFinding.Sound, Judge(160, Clean(160)).Finding);
        Assert.Equal(SupplyFinding.PipeOrRestrictor, Judge(160, 0.3 * Clean(160)).Finding);
        Assert.Equal(SupplyFinding.PumpOilOrFilter, Judge(60, Clean(60)).Finding);
        Assert.Equal(SupplyFinding.PumpOilOrFilter, Judge(118, Clean(118)).Finding);
        Assert.Equal(SupplyFinding.PumpAndPipe, Judge(60, 0.5 * Clean(60)).Finding);
        Assert.Equal(SupplyFinding.RestrictorMissing, Judge(160, 1.6 * Clean(160)).Finding);
        Assert.Equal(SupplyFinding.RestrictorMissing, Judge(60, 1.6 * Clean(60), null).Finding);
        Assert.Equal(SupplyFinding.PressureOver, Judge(720, Clean(720), 120, 700).Finding);
        Assert.Equal(SupplyFinding.PipeOrRestrictor, Judge(720, 0.3 * Clean(720), 120, 700).Finding);
        Assert.Equal(SupplyFinding.Open, Judge(160, Clean(160), null).Finding);
        Assert.Contains("60 kPa on the gallery (sound from 120 kPa)", Judge(60, Clean(60)).Words);
        Assert.Contains("same cause", Judge(60, Clean(60)).Words);
        Assert.Contains("that this pressure drives", Judge(60, Clean(60)).Words);
    }
}
