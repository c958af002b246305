using Wattology.Core.Limits;
using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Drain;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.Drain;

public sealed class DrainSystemTests
{
    private static readonly DrainSystemInput Sound = new(OilGrades.Typical["10W-40"], new FeedLine(4.5, 600, 4), Bearing.UsualPlain, 19, [new(150, 120), new(180, 110)], 40,
        [new("cold start", 5, 450), new("hot idle", 100, 120), new("rated", 110, 400)], 1.2);

    private static Cure Best(DrainSystemInput input, CureKind kind) => DrainSystem.Cures(input).First(c => c.Kind == kind);

    [Fact]
    public void Each_state_carries_its_own_flow_into_the_drain_and_one_decides()
    {
        var result = DrainSystem.Compute(Sound);
        Assert.Equal(Verdict.Sound, result.Verdict);
        foreach (var (state, given) in result.States.Zip(Sound.States))
            Assert.Equal(OilFeed.Compute(new OilFeedInput(Sound.Oil, given.OilTempC, given.GalleryKpa, Sound.Line, 1.2, null, Sound.Bearing)).FlowLpm, state.FlowLpm);
        Assert.Equal(result.States.MinBy(s => s.Drain!.Margin)!.Name, result.Deciding);
        Assert.Equal(19 * 19 / 4.5 / 4.5, result.AreaRatio, 9);
        Assert.Empty(DrainSystem.Cures(Sound));
    }

    [Fact]
    public void A_crankcase_in_one_state_decides_and_is_brought_down_just_far_enough()
    {
        var pushed = Sound with { States = [Sound.States[0], Sound.States[1], Sound.States[2] with { CrankcaseKpa = 1.6 }] };
        Assert.Equal(("rated", Verdict.Doubtful), (DrainSystem.Compute(pushed).Deciding, DrainSystem.Compute(pushed).Verdict));
        var down = Best(pushed, CureKind.CrankcaseDown);
        Assert.Equal(Verdict.Sound, DrainSystem.Compute(pushed with { States = [Sound.States[0], Sound.States[1], Sound.States[2] with { CrankcaseKpa = down.Amount }] }).Verdict);
        Assert.NotEqual(Verdict.Sound, DrainSystem.Compute(pushed with { States = [Sound.States[0], Sound.States[1], Sound.States[2] with { CrankcaseKpa = down.Amount + 0.01 }] }).Verdict);
    }

    [Fact]
    public void Every_cure_alone_makes_it_sound_and_a_little_less_of_it_does_not()
    {
        var flat = Sound with { Segments = [new(150, 120), new(180, 0)] };
        var steeper = Best(flat, CureKind.SegmentSteepened);
        Assert.Equal(1, steeper.Segment);
        DrainSystemInput With(double fall) => flat with { Segments = [flat.Segments[0], new(180, fall)] };
        Assert.Equal(Verdict.Sound, DrainSystem.Compute(With(steeper.Amount)).Verdict);
        Assert.NotEqual(Verdict.Sound, DrainSystem.Compute(With(steeper.Amount * 0.99)).Verdict);

        var drowned = Sound with { ExitAboveOilMm = -12 };
        Assert.InRange(Best(drowned, CureKind.EntryRaised).Amount, 12, 12.01);
        Assert.DoesNotContain(DrainSystem.Cures(drowned), c => c.Kind == CureKind.NextBore);

        var tilted = Sound with { DrainTiltDeg = 24 };
        Assert.Equal([CureKind.CentreTurned], DrainSystem.Cures(tilted).Select(c => c.Kind));
        Assert.Equal(9, DrainSystem.Cures(tilted)[0].Amount, 3);

        var narrow = Sound with { DrainMm = 12 };
        Assert.NotEqual(Verdict.Sound, DrainSystem.Compute(narrow).Verdict);
        var cures = DrainSystem.Cures(narrow);
        Assert.Equal(cures.OrderBy(c => c.Size), cures);
        Assert.Empty(DrainSystem.Cures(tilted with { ExitAboveOilMm = -12 }));
        Assert.Contains("states", Assert.Throws<InputRefusedException>(() => DrainSystem.Compute(Sound with { States = [] })).Faults.ByPath.Keys);
        Assert.Contains("drain_mm", Assert.Throws<InputRefusedException>(() => DrainSystem.Cures(Sound with { DrainMm = 0 })).Faults.ByPath.Keys);
        Assert.Throws<InputRefusedException>(() => DrainSystem.Compute(Sound with { DrainTiltDeg = double.NaN }));
    }

    [Fact]
    public void Tilt_and_margin_are_judged_by_the_limits_in_force()
    {
        static Verdict Tilted(double degrees, params Limit[] limits) => DrainSystem.Compute(Sound with { DrainTiltDeg = degrees }, new LimitBook(limits)).Verdict;
        Assert.Equal([Verdict.Sound, Verdict.Doubtful, Verdict.Doubtful, Verdict.Stop], new[] { 15.0, 15.1, 30, 30.1 }.Select(d => Tilted(d)));
        Assert.Equal(Verdict.Stop, Tilted(15, new Limit("drain-tilt", LimitSource.Maker, "sheet", null, 5, null, 10)));
        Assert.Equal(Verdict.Stop, Tilted(0, new Limit("drain-margin", LimitSource.Shop, "test", 1000, null, 900)));
        Assert.Contains(DrainSystem.Cures(Sound with { DrainTiltDeg = 12 }, new LimitBook([new Limit("drain-tilt", LimitSource.Maker, "sheet", null, 5)])), c => c.Kind == CureKind.CentreTurned);
    }
}
