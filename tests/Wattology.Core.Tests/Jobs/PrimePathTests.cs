using Wattology.Core.BookIn;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Plate;
using Wattology.Core.Priming;

namespace Wattology.Core.Tests.Jobs;

/// <summary>The way of priming: which step is next by which school, and what opens it again.</summary>
public sealed class PrimePathTests
{
    private static JobBuilder By(PrimeMethod method, JobBuilder? job = null)
        => method == PrimeMethod.Syringe ? job ?? Book.In() : (job ?? Book.In()).Tell(new PrimeChosen(method, "no port to reach"));

    private static JobBuilder Walk(JobBuilder job, string step) => step[..(step.Length > 2 && step[^2] == '-' ? ^2 : ^0)] switch
    {
        "drain-connected" => job.Answer(FitCheck.DrainConnected, "connected"),
        "feed-connected" => job.Answer(FitCheck.FeedConnected, "tight"),
        "oil" => job.Tell(new Oiled(step[^1] - '0', PrimeChosen.On(job.Job.Context).Method, 15, PrimeChosen.On(job.Job.Context).Why)),
        "wheel" => job.Answer(PrimeQuestions.Wheel, "free"),
        "oil-level" => job.Answer(FluidsCheck.OilLevel, "between-marks"),
        "unable" => job.Disable(),
        "crank-purpose" => job.Answer(Bursts.Purpose, "prime"),
        "clear" => job.Clear(),
        "clear-catch" => job.Clear("catch"),
        "feed" => job.Crank(1).Answer(SupplyChecks.FeedSeen, "steady"),
        "crank" => job.Crank(1).PressureSeen(),
        "pump-driven" => job.Answer(PrimeQuestions.PumpDriven, "hand-tool"),
        "drain-end" => job.Answer(DrainCheck.End, "freely"),
        "pressure" => job.PressureSeen(),
        "drive-back" => job.Answer(PrimeQuestions.DriveBack, "back"),
        "put-back" => job.PutBack(),
        _ => throw new InvalidOperationException(step),
    };

    private static List<string> Walked(JobBuilder job)
    {
        var walked = new List<string>();
        while (PrimePath.Of(job.Job).Next is { } next)
        {
            Assert.DoesNotContain(next.Id, walked);
            walked.Add(next.Id);
            Walk(job, next.Id);
        }
        return walked;
    }

    [Theory]
    [InlineData(PrimeMethod.Syringe, "crank-purpose drain-connected-1 oil-1 wheel-1 feed-connected-1 oil-level unable clear crank put-back")]
    [InlineData(PrimeMethod.PumpDriven, "crank-purpose oil-1 wheel-1 feed-connected-1 oil-level pump-driven drain-end-1 pressure drain-connected-1 drive-back")]
    [InlineData(PrimeMethod.BucketFirst,
        "crank-purpose unable clear-catch feed-1 drain-connected-1 oil-1 wheel-1 feed-connected-1 oil-level clear crank put-back")]
    public void Each_school_is_walked_from_its_first_step_to_its_last_and_proves_pressure(PrimeMethod method, string steps)
    {
        var job = By(method);
        Assert.Equal(method, PrimePath.Of(job.Job).Method);
        Assert.Equal(steps, string.Join(' ', Walked(job)));
        Assert.True(Cranking.Of(job.Job.Context).PressureProved);
        Assert.Empty(Firing.Open(job.Record));
    }

    [Fact]
    public void Of_twins_each_unit_has_its_steps_and_a_side_that_stays_has_none()
    {
        var twin = PrimePath.Of(By(PrimeMethod.Syringe, Book.In(2)).Job).Steps.Select(s => s.Id).ToArray();
        Assert.Equal(["crank-purpose", "drain-connected-1", "oil-1", "wheel-1", "feed-connected-1", "drain-connected-2", "oil-2", "wheel-2",
            "feed-connected-2", "oil-level",
            "unable", "clear", "crank"], twin);
        Assert.Equal("Oil in, turbo 2", PrimePath.Of(Book.In(2).Job).Steps.Single(s => s.Id == "oil-2").Title);
        var job = Book.In(2);
        job.Tell(new Oiled(1, PrimeMethod.Syringe, 15)).Answer(PrimeQuestions.Wheel, "free", "", 1);
        Assert.Equal(["oil-2", "wheel-2"], PrimePath.Of(job.Job).Steps.Where(s => !s.Done && s.Turbo == 2 && (s.Act == PrimeAct.Oil || s.Question
            == PrimeQuestions.Wheel)).Select(s => s.Id));
        Assert.DoesNotContain(PrimePath.Of(job.Answer(PlateCheck.UnitStays, "stays", "turns, dry", 2).Job).Steps, s => s.Turbo == 2);
    }

    [Fact]
    public void A_wheel_that_rubs_holds_the_way_and_what_unproves_pressure_opens_it_again()
    {
        var job = By(PrimeMethod.Syringe).Answer(FitCheck.DrainConnected, "connected").Tell(new Oiled(1, PrimeMethod.Syringe)).Answer(PrimeQuestions.Wheel,
            "rubs");
        Assert.Equal("wheel-1", PrimePath.Of(job.Answer(Bursts.Purpose, "prime").Job).Next!.Id);
        // What is passed under a name is not asked again on the way.
        var passed = Book.In().Disable().Tell(new Oiled(1, PrimeMethod.Syringe)).Answer(PrimeQuestions.Wheel, "free").Clear().Pass(HoldPoint.Crank,
            "on the bench");
        Assert.Equal("crank", PrimePath.Of(passed.Job).Next!.Id);
        var primed = By(PrimeMethod.Syringe);
        Walked(primed);
        primed.Tell(new OilService(Service.New, Service.New, "5W-30"));
        Assert.Equal(["oil-1", "oil-level"], PrimePath.Of(primed.Job).Steps.Where(s => !s.Done).Take(2).Select(s => s.Id));
    }

    [Fact]
    public void Oil_at_the_drain_counts_from_the_time_the_pump_was_driven()
    {
        var job = By(PrimeMethod.PumpDriven).Answer(Bursts.Purpose, "prime").Answer(DrainCheck.End, "freely");
        foreach (var step in new[] { "oil-1", "wheel-1", "feed-connected-1", "oil-level", "pump-driven" }) Walk(job, step);
        Assert.Equal("drain-end-1", PrimePath.Of(job.Job).Next!.Id);
        Assert.Equal("drain-end-1", PrimePath.Of(job.Branch().Answer(DrainCheck.End, "not-looked").Job).Next!.Id);
        // The drain stays open until oil came: proved pressure does not close it.
        Walk(job, "drain-end-1").PressureSeen();
        Assert.Equal("drain-connected-1", PrimePath.Of(job.Job).Next!.Id);
    }

    [Fact]
    public void Cranked_for_something_else_it_is_short_and_asks_for_no_oil()
    {
        var compression = Book.In().Answer(Bursts.Purpose, "compression");
        Assert.Equal((null, "unable clear crank"), (PrimePath.Of(compression.Job).Method, string.Join(' ', PrimePath.Of(compression.Job).Steps.Select(s => s
            .Id))));
        var caught = Book.In().Disable().Clear("catch");
        Assert.Equal(["unable", "clear", "feed-1"], PrimePath.Of(caught.Job).Steps.Select(s => s.Id));
        Assert.Equal("feed-1", PrimePath.Of(caught.Job).Next!.Id);
        // Once it is caught, and once it is measured, the way of priming stands there again; caught anew it is short again.
        caught.Crank(1).Answer(SupplyChecks.FeedSeen, "spits");
        Assert.Equal((PrimeMethod.Syringe, "drain-connected-1"), (PrimePath.Of(caught.Job).Method, PrimePath.Of(caught.Job).Next!.Id));
        Assert.False(PrimePath.Of(caught.Job).Steps.Single(s => s.Id == "clear").Done);
        Assert.Null(PrimePath.Of(caught.Answer(Bursts.Purpose, "catch").Job).Method);
        Assert.Equal(PrimeMethod.Syringe, PrimePath.Of(caught.Catch(1).Job).Method);
        Assert.Equal(PrimeMethod.Syringe, PrimePath.Of(compression.Tell(new CompressionReading([1400, 1400]), Known.Measured, "gauge").Job).Method);
    }

    [Fact]
    public void Another_way_than_the_shops_takes_a_reason_and_no_way_is_changed_while_it_cranks()
    {
        Assert.Equal("why", Book.In().Refusal(new PrimeChosen(PrimeMethod.PumpDriven))!.Field);
        Assert.Null(Book.In().Refusal(new PrimeChosen(PrimeMethod.Syringe)));
        var job = By(PrimeMethod.BucketFirst);
        Assert.Equal("bucket first: no port to reach", job.Job.Words(job.Entries[^1]));
        var cranking = Book.In().Disable().Clear("catch").Tell(new BurstStarted(), minutes: 0.1);
        Assert.Equal("method", cranking.Refusal(new PrimeChosen(PrimeMethod.Syringe))!.Field);
    }
}
