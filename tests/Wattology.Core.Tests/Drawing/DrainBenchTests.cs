using Wattology.Core.Clocking;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Drawing;

/// <summary>The drain bench: drawn as it is typed, boxes on what they measure, and cures that do what they say.</summary>
public sealed class DrainBenchTests
{
    private static TypedStretch[] Stretches(params (double? Length, double? Fall)[] typed) => [.. typed.Select(t => new TypedStretch(t.Length, t.Fall))];

    [Fact]
    public void Every_figure_has_its_box_and_no_box_lies_over_another()
    {
        var random = new Random(3);
        double? Maybe(double value) => random.Next(4) == 0 ? null : value;
        for (var i = 0; i < 60; i++)
        {
            var stretches = Enumerable.Range(0, random.Next(1, 7)).Select(_ => (Length: random.Next(20, 500), Share: random.NextDouble() * 1.6 - 0.6))
                .Select(s => new TypedStretch(Maybe(s.Length), Maybe(s.Length * s.Share))).ToArray();
            var bench = DrainBench.Of(new(stretches, Maybe(random.Next(-80, 200))), held: [new("cold start", random.Next(0, 200), 1.4), new("rated",
                random.Next(0, 400), 0.8)]);
            Assert.Equal(stretches.Length * 2 + 2, bench.Boxes.Count);
            Assert.Equal(bench.Boxes.Count, bench.Boxes.Select(b => b.Field).Distinct().Count());
            foreach (var box in bench.Boxes)
            {
                Assert.True(box.Box is { X: >= 0, Y: >= 0 } && box.Box.Right <= DrainBench.Width && box.Box.Bottom <= bench.Height, $"{box}");
                Assert.All(bench.Boxes.Where(o => o != box), o => Assert.True(box.Box.Shared(o.Box) == 0, $"{box.Field} lies over {o.Field}"));
                Assert.All(bench.Columns, c => Assert.True(box.Box.Shared(c.Column) == 0, $"{box.Field} lies over {c.Held.Name}"));
            }
            Assert.All(bench.Columns, c => Assert.Equal(bench.Route.End.Y, c.Column.Bottom, 1e-6));
        }
    }

    [Fact]
    public void What_is_not_typed_is_drawn_as_is_usual_and_known_to_be_open()
    {
        var bench = DrainBench.Of(new(Stretches((140, 96), (null, null), (90, 200)), null));
        Assert.Equal([true, false, false], bench.Typed);
        Assert.Equal(4, bench.Route.Points.Count);
        Assert.All(Enumerable.Range(0, 3), i => Assert.True(bench.Route.Points[i + 1].Y > bench.Route.Points[i].Y));
        // Growing as it is typed: the same stretch, now climbing.
        var dips = DrainBench.Of(new(Stretches((140, 96), (160, -12), (90, 60)), 40));
        Assert.Equal(1, dips.Route.Wrong);
        Assert.True(dips.Route.Points[2].Y < dips.Route.Points[1].Y);
        Assert.Equal(40 * dips.Route.Scale, dips.Surface - dips.Route.End.Y, 1e-6);
        var drowned = DrainBench.Of(new(Stretches((140, 96)), -20));
        Assert.True(drowned.Surface < drowned.Route.End.Y);
    }

    [Fact]
    public void A_cure_that_is_tried_lies_at_the_same_scale_and_makes_it_sound()
    {
        var job = Book.In().Disable().Clear("catch").Crank(1, 10).Catch(1).Breathe(0.4);
        var drain = new DrainInput(OilGrades.Typical["5W-30"], 100, 1.5, 19, [new(140, 96), new(160, -12), new(90, 60)], 120);
        var system = DrainStates.System(job.Record, 1, drain, 0)!;
        Assert.Equal(["cold start", "hot idle", "rated"], DrainSystem.Compute(system).States.Select(s => s.Name));
        Assert.Equal([0, 0, 0.4], system.States.Select(s => s.CrankcaseKpa));
        var cure = Assert.Single(DrainSystem.Cures(system));
        Assert.Equal(("let stretch 2 fall 63 mm more", CureKind.SegmentSteepened), (DrainStates.Words(cure, drain, new ShopUnits()), cure.Kind));
        var (segments, exit) = DrainStates.With(drain, cure);
        Assert.Equal(Core.Limits.Verdict.Sound, DrainSystem.Compute(system with { Segments = segments, ExitAboveOilMm = exit }).Verdict);
        Assert.True(exit < drain.ExitAboveOilMm);
        var bench = DrainBench.Of(new([.. drain.Segments.Select(s => new TypedStretch(s.LengthMm, s.FallMm))], 120), segments);
        Assert.Equal((bench.Route.Scale, bench.Route.Points[1]), (bench.Tried!.Scale, bench.Tried.Points[1]));
        Assert.True(bench.Tried.Points[2].Y > bench.Route.Points[2].Y);
        // Without a catch nothing is carried over.
        Assert.Null(DrainStates.System(Book.In().Record, 1, drain, 0));
    }

    [Fact]
    public void Gap_and_shield_are_judged_apart_and_neither_moves_the_drains_own_verdict()
    {
        var job = Book.In(2).Answer(DrainCheck.Installed, "falls").Answer(DrainCheck.HotGap, "close", "", 2).Answer(DrainCheck.Shield, "fitted", "", 2);
        Assert.Equal(Core.Limits.Verdict.Sound, job.Job.Check("drain", 2).Verdict);
        Assert.Equal((Core.Checks.Standing.Doubtful, Core.Checks.Standing.Settled), (DrainCheck.HotGap.Read(job.Job.Context, 2).Item.Standing,
            DrainCheck.Shield.Read(job.Job.Context, 2).Item.Standing));
        Assert.False(DrainCheck.HotGap.Read(job.Job.Context, 1).Answered);
        Assert.Equal(4, DrainCheck.Laid.Count(q => q.PerTurbo));
    }

    [Fact]
    public void Every_cure_has_its_words_and_the_crankcase_is_taken_as_it_was_read()
    {
        var drain = new DrainInput(OilGrades.Typical["5W-30"], 100, 1.5, 19, [new(140, 96)], -20);
        string Words(CureKind kind, double amount) => DrainStates.Words(new(kind, amount, 0, 0.1), drain, new ShopUnits());
        Assert.Equal(["raise the entry 31 mm", "a wider bore, 22 mm instead of 19 mm", "turn the centre section 7° nearer to plumb",
            "bring the crankcase down to 0.4 kPa"], new[] { Words(CureKind.EntryRaised, 30.2), Words(CureKind.WiderBore, 22), Words(CureKind.CentreTurned, 6.1),
            Words(CureKind.CrankcaseDown, 0.4) });
        var (raised, exit) = DrainStates.With(drain, new(CureKind.EntryRaised, 21, null, 0.2));
        Assert.Equal((75, 1), (raised[0].FallMm, exit));
        var job = Book.In().Tell(new CrankcaseReading(-0.3, Running.Idle), Known.Measured).Tell(new CrankcaseReading(0.9, Running.Loaded), Known.Measured);
        Assert.Equal([0, 0, 0.9], DrainStates.Of(job.Record).Select(s => s.CrankcaseKpa));
        Assert.Equal([0, 0, 0], DrainStates.Of(Book.In().Record).Select(s => s.CrankcaseKpa));
    }
}
