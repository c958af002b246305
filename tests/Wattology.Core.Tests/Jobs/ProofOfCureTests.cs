using Wattology.Core.Air;
using Wattology.Core.Causes;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.Jobs;

/// <summary>The same reading before and after, and what it proves.</summary>
public sealed class ProofOfCureTests
{
    private static JobBuilder Read(JobBuilder job, double kpa, Running running, double? rpm = null, string gauge = "gauge 1")
        => job.Tell(new CrankcaseReading(kpa, running, rpm), Known.Measured, gauge);

    private static ReadingPair[] Crankcase(JobBuilder job) => [.. ReadingPair.Of(job.Job).Where(p => p.Kind == CrankcaseReading.KindName)];

    [Fact]
    public void Before_and_after_stand_side_by_side_way_by_way()
    {
        var job = Read(Read(Book.Startable(), 0.9, Running.Idle, 800), 1.4, Running.Loaded, 2000);
        Assert.Equal(["idle: 0.9 kPa before, not read since", "loaded: 1.4 kPa before, not read since"], Crankcase(job).Select(p => p.Words));
        job = Read(Read(job.Run(), 0.4, Running.Idle, 820), 0.3, Running.Mid);
        Assert.Equal(["idle: 0.9 kPa before, 0.4 kPa after", "mid: 0.3 kPa after, not read before", "loaded: 1.4 kPa before, not read since"],
            Crankcase(job).Select(p => p.Words));
        Assert.Equal((Verdict.Sound, Verdict.Sound), (Crankcase(job)[0].Before!.Verdict, Crankcase(job)[0].After!.Verdict));
        Assert.Contains(Crankcase(job)[0].Changed, e => e.Kind == "fired");
    }

    [Theory]
    [InlineData(800, 1000, "gauge 1", "unequal: 800 rpm and 1000 rpm")]
    [InlineData(900, 1000, "gauge 1", "")]
    [InlineData(800, null, "gauge 1", "engine speed noted only once")]
    [InlineData(null, null, "gauge 1", "")]
    [InlineData(800, 800, "gauge 2", "another instrument")]
    public void What_is_unequal_is_named(int? before, int? after, string gauge, string unequal)
    {
        var job = Read(Read(Book.Startable(), 0.9, Running.Idle, before).Run(), 0.4, Running.Idle, after, gauge);
        Assert.Equal(unequal, Assert.Single(Crankcase(job)).Unequal);
    }

    [Fact]
    public void A_reading_counts_as_before_until_something_was_put_right_and_what_was_stands_between()
    {
        var job = Book.In().Disable().Clear("catch").Crank(1, 10).Catch(0.3).Catch(0.35);
        ReadingPair Feed() => Assert.Single(ReadingPair.Of(job.Job), p => p.Kind == CatchTestReading.KindName);
        // Twice without a change between: the first and the last, and nothing claimed.
        Assert.Empty(Feed().Changed);
        job.Tell(new FeedPipeReading(1, FeedPipeState.Renewed), Known.Seen);
        Assert.Null(Feed().After);
        Assert.Contains("0.35 ×", Feed().Before!.Shown);
        job.Catch(1.02, oilTempC: 45);
        Assert.Contains("1.02 ×", Feed().After!.Shown);
        Assert.Equal(["feed-pipe"], Feed().Changed.Select(e => e.Kind));
        Assert.Equal("unequal: 20 °C and 45 °C", Feed().Unequal);
    }

    [Fact]
    public void Each_cause_has_its_own_readings_and_items_and_the_rest_stands_apart()
    {
        var job = Book.In().Disable().Clear("catch").Crank(1, 10).Catch(0.3).Tell(new CauseConfirmed(0, "starved", "blind bolt", "only one fits"))
            .Tell(new SuctionReading(9, Running.Loaded), Known.Measured, "gauge 1");
        Assert.False(Assert.Single(ProofOfCure.Of(job.Job)).Measured);
        job.Tell(new FeedPipeReading(1, FeedPipeState.Renewed), Known.Seen).Catch(1.02).Tell(new SuctionReading(3, Running.Loaded), Known.Measured, "gauge 1");
        var proof = Assert.Single(ProofOfCure.Of(job.Job));
        Assert.True(proof.Measured);
        Assert.Equal([CatchTestReading.KindName], proof.Pairs.Select(p => p.Kind));
        Assert.Equal(Remedies.All.Where(r => r.Cause == "starved").Select(r => r.Id), proof.Items.Select(i => i.Id));
        Assert.Equal([SuctionReading.KindName], ProofOfCure.Rest(job.Job).Select(p => p.Kind));
        job.Tell(new CauseAlso(0, "overspeed", "filter blocked"));
        Assert.Empty(ProofOfCure.Rest(job.Job));
    }

    [Fact]
    public void A_changed_limit_gives_both_verdicts_and_the_old_one_stays()
    {
        var job = Read(Book.In(), 0.8, Running.Idle);
        JudgedReading? Both(params Limit[] limits) => JudgedReading.Of(job.Record, job.Entries[^1], new LimitBook(limits));
        Assert.Equal((0.8, Verdict.Sound, Verdict.Sound, false), Both() is { } same ? (same.Value, same.VerdictThen, same.VerdictNow, same.Changed) : default);
        var stricter = Both(new Limit("crankcase-open", LimitSource.Shop, "ours", null, 0.5, null, 0.9, Measure.Pressure))!;
        Assert.Equal((Verdict.Sound, Verdict.Doubtful, true), (stricter.VerdictThen, stricter.VerdictNow, stricter.Changed));
        job.Answer(CrankcaseCheck.Felt, "nothing");
        Assert.Null(Both());
    }
}
