using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Priming;

/// <summary>What must fill before pressure shows: what counts as empty on this job, and how long it takes.</summary>
public sealed class PrimeVolumesTests
{
    // 500 mm of 6 mm bore hold 14.14 ml.
    private static readonly PrimeVolumes Small = new(6, 500, 0.6, 400, 300, 200, 25);

    private static PrimeNeed Need(JobBuilder job, PrimeVolumes? volumes = null) => PrimeNeed.Of(volumes ?? Small, job.Job.Context);

    private static JobBuilder Opened(int turbos = 1) => Book.In(turbos).Tell(new JointOpened("feed-inlet-1"));

    [Fact]
    public void A_pipe_is_empty_once_opened_a_filter_when_new_and_a_gallery_after_the_hours_the_shop_sets()
    {
        // Nothing opened: the bearing housing alone.
        var closed = Need(Book.In());
        Assert.Equal((25, 2.5, 1), (closed.ToFillMl, closed.CrankSeconds, closed.Bursts));
        Assert.Equal(["bearing housing (new unit)"], closed.Empty);
        var opened = Need(Opened());
        Assert.Equal(14.14 + 25, opened.ToFillMl, 2);
        Assert.Equal("feed pipe (it was open)", opened.Empty[0]);
        var filter = Need(Opened().Tell(new OilService(Service.New, Service.New, "5W-30")));
        Assert.Equal(14.14 + 25 + 100, filter.ToFillMl, 2);
        var overnight = Opened().Tell(new OilService(Service.New, Service.New, "5W-30")).After(TimeSpan.FromHours(11));
        Assert.Equal(14.14 + 125, Need(overnight).ToFillMl, 2);
        Assert.Equal(14.14 + 125 + 200, Need(overnight.After(TimeSpan.FromHours(1))).ToFillMl, 2);
        Assert.Contains("gallery (open for 12 h)", Need(overnight).Empty);
        Assert.Equal("To fill 339", $"To fill {Math.Floor(Need(overnight).ToFillMl)}");
    }

    [Fact]
    public void What_is_poured_into_the_filter_fills_the_filter_and_what_is_put_in_by_hand_the_housing()
    {
        var job = Opened().Tell(new OilService(Service.New, Service.New, "5W-30"));
        Assert.Equal(14.14 + 25, Need(job, Small with { FilledMl = 400 }).ToFillMl, 2);
        Assert.Equal(14.14 + 5 + 100, Need(job.Tell(new Oiled(1, PrimeMethod.Syringe, 20))).ToFillMl, 2);
        Assert.Equal(14.14 + 100, Need(job.Tell(new Oiled(1, PrimeMethod.Syringe, 40))).ToFillMl, 2);
    }

    [Fact]
    public void Of_twins_each_feed_that_was_open_counts_and_oil_put_into_one_housing_fills_no_other()
    {
        Assert.Equal(14.14 + 50, Need(Opened(2)).ToFillMl, 2);
        var both = Opened(2).Tell(new JointOpened("feed-inlet-2"));
        Assert.Equal(28.27 + 50, Need(both).ToFillMl, 2);
        Assert.Contains("feed pipe (both were open)", Need(both).Empty);
        Assert.Equal(28.27 + 25, Need(both.Tell(new Oiled(1, PrimeMethod.Syringe, 60))).ToFillMl, 2);
    }

    [Fact]
    public void More_than_the_allowed_cranking_fills_is_a_doubt_that_says_what_to_do()
    {
        var job = Opened().Tell(new OilService(Service.New, Service.New, "5W-30")).After(TimeSpan.FromHours(30));
        // 339 ml at 0.6 l/min are 34 s of the 60 allowed; at 0.3 they are 68.
        Assert.Equal((Verdict.Sound, 3), (Need(job).Judgement.Verdict, Need(job).Bursts));
        var slow = Need(job, Small with { FlowLpm = 0.3 });
        Assert.Equal(Verdict.Doubtful, slow.Judgement.Verdict);
        Assert.Contains("fill filter and gallery by hand first", slow.Words(new()));
        Assert.Equal(new JudgedJob(job.Tell(Small with { FlowLpm = 0.3 }, Known.Measured, "by volume").Job.Context).Words(job.Entries[^1]), slow.Words(new()));
    }

    [Fact]
    public void The_hours_are_those_of_the_longest_opening_and_end_when_the_feed_is_on_again()
    {
        Assert.Null(PrimeNeed.HoursOpen(Book.In().Job.Context));
        var job = Book.In(2).Disable().Clear("catch").Crank(1).Answer(SupplyChecks.FeedSeen, "steady", "", 1).After(TimeSpan.FromHours(3));
        Assert.Equal(3.0, PrimeNeed.HoursOpen(job.Job.Context)!.Value, 1);
        job.Answer(FitCheck.FeedConnected, "tight", "", 1).After(TimeSpan.FromHours(5));
        Assert.Equal(3.0, PrimeNeed.HoursOpen(job.Job.Context)!.Value, 1);
        job.Tell(new JointOpened("feed-take-off-2")).After(TimeSpan.FromHours(9));
        Assert.Equal(9.1, PrimeNeed.HoursOpen(job.Job.Context)!.Value, 1);
        job.Tell(new JointsClosed(["feed-take-off-2"]), Known.Seen).After(TimeSpan.FromHours(50));
        Assert.Equal(9.1, PrimeNeed.HoursOpen(job.Job.Context)!.Value, 1);
        // What was proved is full; opened again it is empty again.
        var primed = Book.Startable();
        Assert.Null(PrimeNeed.HoursOpen(primed.Job.Context));
        Assert.NotNull(PrimeNeed.HoursOpen(primed.Tell(new JointOpened("feed-inlet-1")).Job.Context));
        // One that is not tight yet is open still.
        var loose = Opened().Answer(FitCheck.FeedConnected, "not-tight").After(TimeSpan.FromHours(4));
        Assert.Equal(4.1, PrimeNeed.HoursOpen(loose.Job.Context)!.Value, 1);
    }

    [Fact]
    public void More_than_a_filter_holds_is_refused_and_so_is_a_filling_without_a_filter()
    {
        string Fault(PrimeVolumes volumes)
        {
            var faults = new Faults();
            volumes.Check(faults, "");
            return faults.ByPath.GetValueOrDefault("filled_ml") ?? "";
        }
        Assert.Equal("", Fault(Small));
        Assert.Contains("More than the filter holds (400 ml)", Fault(Small with { FilledMl = 401 }));
        Assert.Equal("Say what the filter holds.", Fault(Small with { FilterMl = null, FilledMl = 1 }));
    }

    [Fact]
    public void The_shop_sets_after_how_many_hours_a_gallery_is_empty()
    {
        var shop = Book.In(limits: new Limit(PrimeVolumes.StoodOpen.Key, LimitSource.Shop, "ours", null, 4)).Tell(new JointOpened("feed-inlet-1"));
        Assert.Equal(14.14 + 25, Need(shop.After(TimeSpan.FromHours(3.5))).ToFillMl, 2);
        Assert.Equal(14.14 + 225, Need(shop.After(TimeSpan.FromHours(0.5))).ToFillMl, 2);
        Assert.True(CrankingUnder.Now(shop.Job.Context.Limits).AllowedSeconds > 0);
    }
}
