using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Drain;

/// <summary>What a hand puts on a drain, and what is poured through it.</summary>
public sealed class DrainShapeTests
{
    [FsCheck.Xunit.Property(MaxTest = 300)]
    public bool Length_and_fall_stay_and_what_was_put_is_there(FsCheck.PositiveInt length, int fall, int stretch, int kind)
    {
        var shape = (ShapeKind)(((kind % 3) + 3) % 3);
        // No steeper than two in three, so that the neighbours can take up what the shape costs.
        var whole = new DrainSegment(length.Item, Math.Clamp(fall, 0, length.Item * 0.6));
        var (before, after) = (new DrainSegment(70, 20), new DrainSegment(90, 30));
        DrainSegment[] all = (((stretch % 3) + 3) % 3) switch { 0 => [whole, before, after], 1 => [before, whole, after], _ => [before, after, whole] };
        var at = Array.IndexOf(all, whole);
        var put = DrainShape.Put(all, at, shape);
        var middle = put.Skip(at + 1).Take(put.Count - all.Length - 1).ToArray();
        return Math.Abs(put.Sum(s => s.LengthMm) - all.Sum(s => s.LengthMm)) < 1e-6 && Math.Abs(put.Sum(s => s.FallMm) - all.Sum(s => s.FallMm)) < 1e-6
            && put.All(s => Math.Abs(s.FallMm) <= s.LengthMm + 1e-9) && put.Take(at).SequenceEqual(all.Take(at))
            && put.Skip(at + middle.Length + 2).SequenceEqual(all.Skip(at + 1)) && put[at].FallMm > 0 == put[at + middle.Length + 1].FallMm > 0
            && shape switch
            {
                ShapeKind.Flat => middle is [{ FallMm: 0 }],
                ShapeKind.Rise => middle is [{ FallMm: < 0 }],
                _ => middle is [{ FallMm: > 0 }, { FallMm: < 0 }],
            };
    }

    [Fact]
    public void A_stretch_that_is_not_there_is_refused()
        => Assert.All(new[] { -1, 1 }, at => Assert.Throws<ArgumentOutOfRangeException>(() => DrainShape.Put([new(100, 40)], at, ShapeKind.Dip)));

    [Fact]
    public void A_pour_is_a_reading_until_the_shop_has_a_figure_and_never_the_drains_verdict()
    {
        var pour = new PourThrough(1, 500, 20);
        Assert.Equal(1.5, pour.FlowLpm, 1e-9);
        var job = Book.In().Answer(DrainCheck.Installed, "falls").Tell(pour, Known.Measured, "jug 2");
        Assert.Equal(Verdict.ReadingOnly, Outcome(job).Judgement.Verdict);
        Assert.Contains("500 ml ran through the drain in 20 s: 1.5 l/min.", job.Job.Words(job.Entries[^1]));
        Assert.Equal(Verdict.Sound, job.Job.Check("drain", 1).Verdict);
        var limit = new Limit("pour-through", LimitSource.Shop, "ours", 2, In: Measure.Flow);
        Assert.Equal(Verdict.Stop, Outcome(Book.In(limits: limit).Tell(pour, Known.Measured, "jug 2")).Judgement.Verdict);
        static PourOutcome Outcome(JobBuilder job) => (PourOutcome)job.Record.LatestOf<PourThrough>(1)!.Outcome!;
    }
}
