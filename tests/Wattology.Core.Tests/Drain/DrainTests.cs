using FsCheck.Xunit;
using Wattology.Core.Drain;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Drain;

public sealed class DrainTests
{
    private static readonly DrainInput Good = new(OilGrades.Typical["5W-30"], 90, 1.6, 19, [new(140, 110), new(180, 90)], 30);

    private static DrainOutcome Of(DrainInput input, params Limit[] limits) => DrainOutcome.Of(input, new LimitBook(limits));

    [Fact]
    public void Names_the_strongest_reason_first()
    {
        Assert.Contains("Falls all the way", Of(Good).Why);
        Assert.Contains("Segment 2 climbs", Of(Good with { Segments = [new(140, 110), new(100, -5), new(100, 0)], ExitAboveOilMm = -3 }).Why);
        Assert.Contains("Segment 2 lies flat", Of(Good with { Segments = [new(140, 110), new(100, 0)] }).Why);
        Assert.Contains("not above the oil", Of(Good with { ExitAboveOilMm = 0, FlowLpm = 60 }).Why);
        Assert.Contains("runs full", Of(Good with { FlowLpm = 60, CrankcaseKpa = 5 }).Why);
        Assert.Contains("hold back", Of(Good with { CrankcaseKpa = 2 }).Why);
        Assert.Contains("nothing in hand", Of(WithMargin(1.0) with { CrankcaseKpa = 5 }).Why);
    }

    // The margin falls as the flow rises, in proportion.
    private static DrainInput WithMargin(double margin) => Good with { FlowLpm = Good.FlowLpm * DrainFlow.Compute(Good).Margin / margin };

    [Theory]
    [InlineData(0.699, Verdict.Stop, DrainVerdict.Stop)]
    [InlineData(0.7, Verdict.Doubtful, DrainVerdict.Doubt)]
    [InlineData(1.199, Verdict.Doubtful, DrainVerdict.Doubt)]
    [InlineData(1.2, Verdict.Sound, DrainVerdict.Sound)]
    public void The_margins_are_limits_with_their_ends_included(double margin, Verdict verdict, DrainVerdict calculated)
    {
        var outcome = Of(WithMargin(margin));
        Assert.Equal((verdict, calculated), (outcome.Judgement.Verdict, outcome.Result.Verdict));
        Assert.Equal("drain-margin", outcome.Judgement.By!.Key);
        Assert.Equal(calculated, DrainFlow.Compute(WithMargin(margin)).Verdict);
    }

    [Fact]
    public void The_shop_may_set_other_margins_and_they_are_said()
    {
        var stricter = new Limit("drain-margin", LimitSource.Shop, "soft hoses", 2, null, 1);
        Assert.Equal(Verdict.Doubtful, Of(WithMargin(1.5), stricter).Judgement.Verdict);
        Assert.Equal(Verdict.Stop, Of(WithMargin(0.9), stricter).Judgement.Verdict);
        Assert.Contains("this shop: soft hoses", Book.In(limits: stricter).DrainLaid().Job.Words(Book.In(limits: stricter).DrainLaid().Entries[^1]));
        Assert.Null(Of(Good with { ExitAboveOilMm = 0 }).Judgement.By);
    }

    [Fact]
    public void The_crankcase_holds_back_from_a_column_as_high_as_the_fall()
    {
        var column = DrainFlow.Compute(Good with { CrankcaseKpa = 1 });
        var kpa = 1 / column.HoldUpRatio!.Value;
        Assert.Equal(Verdict.Doubtful, Of(Good with { CrankcaseKpa = kpa }).Judgement.Verdict);
        Assert.Equal(Verdict.Sound, Of(Good with { CrankcaseKpa = 0.99 * kpa }).Judgement.Verdict);
    }

    [Property]
    public bool A_wider_bore_or_a_steeper_segment_never_lowers_the_margin(byte bore, byte fall)
    {
        var input = Good with { IdMm = 8 + bore / 10.0, Segments = [new(300, 1 + fall)] };
        var margin = DrainFlow.Compute(input).Margin;
        return DrainFlow.Compute(input with { IdMm = input.IdMm + 1 }).Margin > margin
            && DrainFlow.Compute(input with { Segments = [new(300, 2 + fall)] }).Margin > margin;
    }

    [Fact]
    public void Without_any_fall_there_is_no_ratio_and_the_first_of_equals_is_the_worst()
    {
        var result = DrainFlow.Compute(Good with { Segments = [new(100, 0), new(100, 0)], CrankcaseKpa = 1 });
        Assert.Null(result.HoldUpRatio);
        Assert.Equal(0, result.WorstSegment);
    }

    [Fact]
    public void A_reading_says_what_it_carries_and_whether_it_was_planned()
    {
        var planned = Book.In().DrainLaid(installed: false);
        Assert.Matches(@"^carries [\d.]+ ×$", planned.Check("drain").Value);
        Assert.Contains("× what it must, as planned. Falls all the way", planned.Job.Words(planned.Entries[^1]));
        var installed = Book.In(2).DrainLaid(flat: true);
        Assert.Contains("turbo 2: carries 0 × what it must, as installed. Segment 2 lies flat", installed.Job.Words(installed.Entries[^1]));
        Assert.Equal(Verdict.Stop, installed.Check("drain", 2).Verdict);
    }
}
