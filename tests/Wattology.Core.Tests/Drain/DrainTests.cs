using FsCheck.Xunit;
using Wattology.Core.Drain;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.Drain;

public sealed class DrainTests
{
    private static readonly DrainInput Good = new(OilGrades.Typical["5W-30"], 90, 1.6, 19, [new(140, 110), new(180, 90)], 30);

    private static string Why(DrainInput input) => DrainMeasured.Judge(input, DrainFlow.Compute(input), new ShopUnits()).Why;

    [Fact]
    public void Names_the_strongest_reason_first()
    {
        Assert.Contains("Falls all the way", Why(Good));
        Assert.Contains("Segment 2 climbs", Why(Good with { Segments = [new(140, 110), new(100, -5), new(100, 0)], ExitAboveOilMm = -3 }));
        Assert.Contains("Segment 2 lies flat", Why(Good with { Segments = [new(140, 110), new(100, 0)] }));
        Assert.Contains("not above the oil", Why(Good with { ExitAboveOilMm = 0 }));
        Assert.Contains("runs full", Why(Good with { FlowLpm = 60 }));
        Assert.Contains("hold back", Why(Good with { CrankcaseKpa = 2 }));
    }

    [Property]
    public bool A_wider_bore_or_a_steeper_segment_never_lowers_the_margin(byte bore, byte fall)
    {
        var input = Good with { IdMm = 8 + bore / 10.0, Segments = [new(300, 1 + fall)] };
        var margin = DrainFlow.Compute(input).Margin;
        return DrainFlow.Compute(input with { IdMm = input.IdMm + 1 }).Margin > margin && DrainFlow.Compute(input with { Segments = [new(300, 2 + fall)] }).Margin > margin;
    }

    [Fact]
    public void Without_any_fall_there_is_no_ratio_and_the_first_of_equals_is_the_worst()
    {
        var result = DrainFlow.Compute(Good with { Segments = [new(100, 0), new(100, 0)], CrankcaseKpa = 1 });
        Assert.Null(result.HoldUpRatio);
        Assert.Equal(0, result.WorstSegment);
    }
}
