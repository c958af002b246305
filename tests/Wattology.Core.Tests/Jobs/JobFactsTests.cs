using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.Priming;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Jobs;

/// <summary>What one job adds to what the shop learns over time.</summary>
public sealed class JobFactsTests
{
    private static JobFacts Of(JobBuilder job) => JobFacts.Of(job.Job);

    [Fact]
    public void A_job_tells_whose_unit_by_which_school_how_proved_and_by_whose_hands()
    {
        var facts = Of(Book.In().Answer(PartsCheck.WhoBrings, "customer", "dealer").OilBy(PrimeMethod.BucketFirst, "long line").Disable().Clear("catch")
            .Crank(1, 10).Answer(SupplyChecks.FeedSeen, "steady"));
        Assert.Equal(("customer", "bucket-first", "seen", Book.Technician.Id), (facts.UnitSource, facts.School, facts.SupplyGrade, facts.Hand));
        Assert.Equal(("", "", "", null), (Of(Book.In()).UnitSource, Of(Book.In()).School, Of(Book.In()).SupplyGrade, Of(Book.In()).ModelFirst));
        Assert.Equal("measured", Of(Book.Releasable()).SupplyGrade);
        Assert.Equal("pump-driven", Of(Book.In().Answer(PrimeQuestions.PumpDriven, PrimeQuestions.PumpDriven.Answers[0].Id)).School);
    }

    [Fact]
    public void Of_two_turbos_the_lesser_proof_counts()
    {
        var job = Book.In(2).Disable().Clear("catch").Crank(1, 10).Catch(1);
        Assert.Equal("measured", Of(job).SupplyGrade);
        Assert.Equal("seen", Of(Book.In(2).Disable().Clear("catch").Crank(1, 10).Answer(SupplyChecks.FeedSeen, "steady")).SupplyGrade);
    }

    [Fact]
    public void Whether_the_ranking_had_the_cause_first_is_kept_from_the_moment_it_was_confirmed()
    {
        var right = Book.In().Look("compressor-blades-hit", true);
        var leader = right.Job.Ranking.Causes[0].Id;
        Assert.True(Of(right.Branch().Confirm(leader)).ModelFirst);
        var other = leader == "dirty" ? "drain" : "dirty";
        Assert.False(Of(right.Branch().Confirm(other)).ModelFirst);
        Assert.Null(Of(right.Branch().Confirm(leader)).ModelSettled);
    }

    [Fact]
    public void What_was_passed_stands_by_item_without_its_turbo_and_with_its_reason()
    {
        var job = Book.In().Pass(HoldPoint.Release, "boat leaves at noon");
        Assert.Contains(new PassedItem("old-plate", "boat leaves at noon"), Of(job).Passed);
        Assert.DoesNotContain(Of(job).Passed, p => p.Item.EndsWith("-1", StringComparison.Ordinal));
    }

    [Fact]
    public void Waiting_is_counted_from_booking_in_to_the_end_each_for_itself()
    {
        Assert.Empty(Of(Book.In().Waits(WaitsFor.Parts, "pipe")).Waited);
        var job = Book.In().After(TimeSpan.FromHours(2)).Waits(WaitsFor.Parts, "pipe").After(TimeSpan.FromHours(48)).Waits(WaitsFor.Hands, "")
            .After(TimeSpan.FromHours(3)).HandOver(Book.Desk);
        var waited = Of(job).Waited.ToDictionary(w => w.For, w => w.Hours);
        Assert.Equal(48.1, waited["parts"], 2);
        Assert.Equal(5.2, waited["hands"], 2);
        Assert.Equal(2, waited.Count);
    }
}
