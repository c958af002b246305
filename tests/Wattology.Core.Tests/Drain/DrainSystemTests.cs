using Wattology.Core.Limits;
using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Drain;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.Drain;

public sealed class DrainSystemTests
{
    private static readonly DrainSystemInput Sound = new(OilGrades.Typical["10W-40"], new FeedLine(4.5, 600, 4), Bearing.UsualPlain, 19,
        [new(150, 120), new(180, 110)], 40,
        [new("cold start", 5, 450), new("hot idle", 100, 120), new("rated", 110, 400)], 1.2);

    private static Cure Best(DrainSystemInput input, CureKind kind) => DrainSystem.Cures(input).First(c => c.Kind == kind);

    [Fact]
    public void Each_state_carries_its_own_flow_into_the_drain_and_one_decides()
    {
        var result = DrainSystem.Compute(Sound);
        Assert.Equal(Verdict.Sound, result.Verdict);
        foreach (var (state, given) in result.States.Zip(Sound.States))
            Assert.Equal(OilFeed.Compute(new OilFeedInput(Sound.Oil, given.OilTempC, given.GalleryKpa, Sound.Line, 1.2, null, Sound.Bearing)).FlowLpm,
                state.FlowLpm);
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
        Assert.Equal(Verdict.Sound, DrainSystem.Compute(pushed with { States = [Sound.States[0], Sound.States[1],
            Sound.States[2] with { CrankcaseKpa = down.Amount }] }).Verdict);
        Assert.NotEqual(Verdict.Sound, DrainSystem.Compute(pushed with { States = [Sound.States[0], Sound.States[1],
            Sound.States[2] with { CrankcaseKpa = down.Amount + 0.01 }] }).Verdict);
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
        Assert.DoesNotContain(DrainSystem.Cures(drowned), c => c.Kind == CureKind.WiderBore);

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
        static Verdict Tilted(double degrees, params Limit[] limits) => DrainSystem.Compute(Sound with { DrainTiltDeg = degrees },
            new LimitBook(limits)).Verdict;
        Assert.Equal([Verdict.Sound, Verdict.Doubtful, Verdict.Doubtful, Verdict.Stop], new[] { 15.0, 15.1, 30, 30.1 }.Select(d => Tilted(d)));
        Assert.Equal(Verdict.Stop, Tilted(15, new Limit("drain-tilt", LimitSource.Maker, "sheet", null, 5, null, 10)));
        Assert.Equal(Verdict.Stop, Tilted(0, new Limit("drain-margin", LimitSource.Shop, "test", 1000, null, 900)));
        Assert.Contains(DrainSystem.Cures(Sound with { DrainTiltDeg = 12 }, new LimitBook([new Limit("drain-tilt", LimitSource.Maker, "sheet", null, 5)])), c
            => c.Kind == CureKind.CentreTurned);
    }

    private static DrainSystemInput Hot(params DrainSegment[] segments) => Sound with { Segments = segments, States = [new("hot", 90, 350)] };

    private static Cure? Of(DrainSystemInput input, CureKind kind, LimitBook? limits = null)
    {
        var cures = DrainSystem.Cures(input, limits);
        Assert.Equal(cures.OrderBy(c => c.Size).Select(c => c.Kind), cures.Select(c => c.Kind));
        return cures.FirstOrDefault(c => c.Kind == kind);
    }

    [Fact]
    public void Every_cure_is_the_least_that_is_enough_and_says_how_small_it_is()
    {
        var under = Hot(new(150, 120), new(180, 110)) with { ExitAboveOilMm = -20 };
        var raise = Of(under, CureKind.EntryRaised)!;
        Assert.Equal((20, raise.Amount / 230), (raise.Amount, raise.Size), (a, b) => Math.Abs(a.Item1 - b.Item1) < 0.1 && Math.Abs(a.Item2 - b.Item2) < 1e-9);

        DrainSystemInput Bored(double mm) => Hot(new(150, 6), new(180, 5)) with { DrainMm = mm };
        var at = DrainSystem.Bores.ToList().FindIndex(b => DrainSystem.Compute(Bored(b)).Verdict == Verdict.Sound);
        var (narrow, enough) = (DrainSystem.Bores[at - 1], DrainSystem.Bores[at]);
        var bore = Of(Bored(narrow), CureKind.WiderBore)!;
        Assert.Equal((enough, (enough - narrow) / narrow), (bore.Amount, bore.Size));
        // Every bore up to the port's is tried, not the next alone.
        Assert.Equal(enough, Of(Bored(DrainSystem.Bores[at - 2]), CureKind.WiderBore)!.Amount);
        Assert.Null(Of(Bored(DrainSystem.Bores[at - 2]) with { PortMm = narrow }, CureKind.WiderBore));

        var flat = Hot(new(150, 120), new(180, 0));
        var steeper = Of(flat, CureKind.SegmentSteepened)!;
        Assert.Equal((1, steeper.Amount / 180), (steeper.Segment, steeper.Size));
        DrainSystemInput Steepened(double by) => flat with { Segments = [flat.Segments[0], new(180, by)] };
        Assert.Equal(Verdict.Sound, DrainSystem.Compute(Steepened(steeper.Amount)).Verdict);
        Assert.NotEqual(Verdict.Sound, DrainSystem.Compute(Steepened(0.99 * steeper.Amount)).Verdict);

        var tilted = Hot(new(150, 120), new(180, 110)) with { DrainTiltDeg = 40 };
        var turn = Of(tilted, CureKind.CentreTurned)!;
        Assert.Equal((25, 25 / 90.0), (turn.Amount, turn.Size), (a, b) => Math.Abs(a.Item1 - b.Item1) < 1e-3 && Math.Abs(a.Item2 - b.Item2) < 1e-4);

        var pushed = Hot(new(150, 120), new(180, 110)) with { States = [new("hot", 90, 350, 5), new("idle", 90, 200, 1)] };
        var down = Of(pushed, CureKind.CrankcaseDown)!;
        Assert.Equal((5 - down.Amount) / 5, down.Size, 6);
        DrainSystemInput Capped(double kpa) => pushed with { States = [.. pushed.States.Select(s => s with { CrankcaseKpa = Math.Min(s.CrankcaseKpa, kpa) })] };
        Assert.Equal(Verdict.Sound, DrainSystem.Compute(Capped(down.Amount)).Verdict);
        Assert.NotEqual(Verdict.Sound, DrainSystem.Compute(Capped(1.01 * down.Amount)).Verdict);
    }

    [Fact]
    public void No_oil_is_not_judged_and_a_drain_that_climbs_or_drowns_stops_whatever_flows()
    {
        var dry = Sound with { States = [new("off", 90, 0), new("still", 20, 0)] };
        Assert.Equal(Verdict.ReadingOnly, DrainSystem.Compute(dry).Verdict);
        Assert.All(DrainSystem.Compute(dry).States, s => Assert.Equal((Verdict.ReadingOnly, 0), (s.Verdict, s.FlowLpm)));
        Assert.Equal(Verdict.ReadingOnly, DrainSystem.Compute(Sound with { States = [.. Sound.States, new("off", 90, 0)] }).Verdict);
        Assert.Equal(Verdict.Stop, DrainSystem.Compute(dry with { Segments = [new(150, 120), new(80, -5)] }).Verdict);
        Assert.Equal(Verdict.Stop, DrainSystem.Compute(dry with { Segments = [new(150, 120), new(80, 0)] }).Verdict);
        Assert.Equal(Verdict.Stop, DrainSystem.Compute(dry with { ExitAboveOilMm = 0 }).Verdict);
        Assert.Equal(Verdict.Doubtful, DrainSystem.Compute(dry with { DrainTiltDeg = 20 }).Verdict);
    }

    [Fact]
    public void A_cure_that_drowns_the_end_is_none_and_a_narrow_window_is_found()
    {
        var flat = Hot(new(150, 120), new(180, 0));
        var steeper = Of(flat, CureKind.SegmentSteepened)!.Amount;
        Assert.NotNull(Of(flat with { ExitAboveOilMm = steeper + 0.2 }, CureKind.SegmentSteepened));
        Assert.Null(Of(flat with { ExitAboveOilMm = steeper - 0.2 }, CureKind.SegmentSteepened));

        // Between out of the oil and too flat there is less than a millimetre.
        var least = Of(Hot(new(150, 120), new(180, 0)), CureKind.SegmentSteepened)!.Amount;
        var narrow = Hot(new(150, 120), new(180, least + 30.4)) with { ExitAboveOilMm = -30 };
        Assert.InRange(Of(narrow, CureKind.EntryRaised)!.Amount, 30, 30.01);
        Assert.Null(Of(Hot(new(150, 120), new(180, least + 29.9)) with { ExitAboveOilMm = -30 }, CureKind.EntryRaised));
    }

    [Theory]
    [InlineData("states")]
    [InlineData("segments")]
    [InlineData("restrictor_mm")]
    public void What_cannot_be_computed_is_refused_by_name(string field)
    {
        var bad = field switch { "states" => Sound with { States = [] }, "segments" => Sound with { Segments = [] }, _ => Sound with { RestrictorMm = 4.6 } };
        var fault = Assert.Single(Assert.Throws<Core.Inputs.InputRefusedException>(() => DrainSystem.Compute(bad)).Faults.ByPath);
        Assert.Equal(field, fault.Key);
        Assert.NotEmpty(fault.Value);
        Assert.Throws<Core.Inputs.InputRefusedException>(() => DrainSystem.Cures(bad));
    }
}
