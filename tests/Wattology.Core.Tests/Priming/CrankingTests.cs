using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Priming;

public sealed class CrankingTests
{
    private static Cranking Of(JobBuilder job) => Cranking.Of(job.Job.Context);

    [Fact]
    public void The_allowed_cranking_without_pressure_stops_everything_and_only_a_direct_gauge_clears_it()
    {
        Assert.False(Of(Book.In().Crank(3)).NoPressureStop);
        var job = Book.In().Crank(4);
        Assert.True(Of(job) is { NoPressureStop: true, Exhausted: true });
        Assert.Contains("direct gauge", Of(job).Refusal(job.Now.AddHours(1)));
        Assert.Equal(Verdict.Stop, job.Check("prime").Verdict);
        foreach (var noted in new PressureNoted[] { new(true, PressureBy.Lamp, null, true, true), new(true, PressureBy.OwnGauge, 200),
            new(false, PressureBy.DirectGauge) })
            Assert.True(Of(job.Tell(noted)).NoPressureStop);
        Assert.True(Of(job.PressureSeen()) is { NoPressureStop: false, PressureProved: true });
        Assert.Equal("The allowed cranking is used up.", Of(job).Refusal(job.Now.AddHours(1)));
    }

    [Fact]
    public void Long_bursts_use_the_allowance_up_too_and_pressure_seen_in_time_prevents_the_stop()
    {
        Assert.True(Of(Book.In().Crank(2, 30)).NoPressureStop);
        Assert.False(Of(Book.In().Crank(2, 29.9)).NoPressureStop);
        Assert.False(Of(Book.In().Crank(3).PressureSeen().Crank(1)).NoPressureStop);
        Assert.True(Of(Book.In().Crank(1).PressureSeen().NoPressure().Crank(3)).NoPressureStop);
    }

    [Fact]
    public void Bursts_are_counted_by_the_server_and_listed()
    {
        var cranking = Of(Book.In().Crank(2, 12));
        Assert.Equal([12.0, 12.0], cranking.Bursts);
        Assert.Equal((24, 60, 15, 4, 60), (cranking.TotalSeconds, cranking.AllowedSeconds, cranking.BurstMost, cranking.BurstsMost, cranking.RestLeast));
        var job = Book.In().Crank(1, 12.34);
        Assert.Equal("12.3 s", job.Job.Words(job.Entries[^1]));
        Assert.Equal(0, Lasted.From(job.Now, job.Now.AddHours(-1)).Seconds);
    }

    [Fact]
    public void The_starter_rests_between_bursts()
    {
        var job = Book.In().Crank(1);
        var end = Of(job).LastEnd!.Value;
        Assert.Equal("The starter needs its rest: 60 s to go.", Of(job).Refusal(end));
        Assert.Equal("The starter needs its rest: 1 s to go.", Of(job).Refusal(end.AddSeconds(59.5)));
        Assert.Null(Of(job).Refusal(end.AddSeconds(60)));
        Assert.Equal((60, 0), (Of(job).RestLeft(end), Of(job).RestLeft(end.AddMinutes(5))));
        Assert.Contains("already running", Of(job.Tell(new BurstStarted(), minutes: 0)).Refusal(job.Now));
        Assert.Null(Of(Book.In()).Refusal(job.Now));
    }

    [Fact]
    public void A_burst_counts_under_the_limits_it_ran_under_and_the_next_under_those_in_force()
    {
        var job = Book.In().Crank(3);
        var later = new Limit("crank-bursts", LimitSource.Shop, "old starters", null, 2);
        var context = job.Job.Context with { Limits = new LimitBook([later, new("crank-burst", LimitSource.Maker, "sheet 4", null, 8, In: Measure.Seconds)]) };
        Assert.True(Cranking.Of(context) is { NoPressureStop: false, BurstsMost: 2, BurstMost: 8, Exhausted: true });
        Assert.Contains("used up without pressure", Cranking.Of(context).Refusal(job.Now));
        var running = job.Tell(new BurstStarted(), minutes: 0.2).Job.Context with { Limits = context.Limits };
        Assert.True(Cranking.Of(running) is { BurstsMost: 4, BurstMost: 15 });
    }

    [Theory]
    [InlineData(PressureBy.Lamp, null, true, true, true)]
    [InlineData(PressureBy.Lamp, null, true, false, false)]
    [InlineData(PressureBy.Lamp, null, false, true, false)]
    [InlineData(PressureBy.OwnGauge, 120.0, false, false, true)]
    [InlineData(PressureBy.DirectGauge, 0.0, true, true, false)]
    public void A_lamp_proves_pressure_only_if_seen_lit_with_its_switch_connected(PressureBy by, double? kpa, bool lit, bool connected, bool proves)
    {
        Assert.Equal(proves, new PressureNoted(true, by, kpa, lit, connected).Proves);
        Assert.False(new PressureNoted(false, by, kpa, lit, connected).Proves);
    }

    [Theory]
    [InlineData(Fuel.Petrol, FiringMethod.Fuel, "taken")]
    [InlineData(Fuel.Petrol, FiringMethod.Spark, "taken")]
    [InlineData(Fuel.Petrol, FiringMethod.FuelAndSpark, null)]
    [InlineData(Fuel.Diesel, FiringMethod.Spark, "taken")]
    [InlineData(Fuel.Diesel, FiringMethod.Fuel, null)]
    public void A_petrol_engine_needs_fuel_and_spark_both_disabled(Fuel fuel, FiringMethod taken, string? field)
    {
        Assert.Equal(field, Book.In(fuel: fuel).Refusal(new FiringDisabled(taken, ["relay"]))?.Field);
        Assert.Equal("items", Book.In(fuel: fuel).Refusal(new FiringDisabled(taken, []))?.Field);
    }

    [Fact]
    public void What_is_disabled_is_put_back_once_and_not_while_cranking()
    {
        var job = Book.In().Tell(new FiringDisabled(FiringMethod.Fuel, ["fuse", "relay"])).Tell(new FiringDisabled(FiringMethod.Fuel, ["relay"]));
        Assert.Equal(["fuse", "relay"], Firing.StillDisabled(job.Record));
        Assert.Contains("not recorded as disabled", job.Refusal(new FiringRestored("coil"))!.Message);
        Assert.Null(job.Refusal(new FiringRestored("relay")));
        Assert.Equal(["fuse"], Firing.StillDisabled(job.Tell(new FiringRestored("relay")).Record));
        Assert.Contains("being cranked", job.Tell(new BurstStarted(), minutes: 0.1).Refusal(new FiringRestored("fuse"))!.Message);
    }

    [Fact]
    public void Priming_one_of_two_turbos_is_doubtful_until_the_other_is_oiled_too()
    {
        var twin = Book.In(2).Oil(2);
        Assert.Equal(("one side only", Verdict.Doubtful, "Turbo 1 is not oiled and turned by hand yet."),
            (twin.Check("prime").Value, twin.Check("prime").Verdict, twin.Check("prime").Why));
        Assert.Equal(Verdict.Sound, twin.Oil(1).PressureSeen(120).Check("prime").Verdict);
    }

    [Fact]
    public void Prime_tells_how_far_it_is()
    {
        static (Verdict, string, string) Said(CheckReading check) => (check.Verdict, check.Value, check.Why);
        Assert.Equal((Verdict.NotLookedAt, "", "Not begun."), Said(Book.In().Check("prime")));
        Assert.Equal((Verdict.ReadingOnly, "", "Oil pressure is not proved yet."), Said(Book.In().Oil().Check("prime")));
        Assert.Equal((Verdict.ReadingOnly, "1 burst, 12 s", "Oil pressure is not proved yet."), Said(Book.In().Crank(1).Check("prime")));
        Assert.Equal("Pressure is proved, but not every turbo was oiled.", Book.In().Crank(1).PressureSeen().Check("prime").Why);
        Assert.Equal((Verdict.Sound, "pressure, 2 bursts", "Oiled, and oil pressure proved before the first start."),
            Said(Book.In().Oil().Crank(2).PressureSeen().Check("prime")));
        Assert.Equal("pressure seen", Book.In().Oil().PressureSeen().Check("prime").Value);
    }

    [Fact]
    public void The_record_says_pressure_and_priming_in_the_shops_units()
    {
        var job = Book.In(units: new ShopUnits("psi")).PressureSeen(200).Tell(new PressureNoted(true, PressureBy.Lamp))
            .Tell(new PressureNoted(false, PressureBy.OwnGauge))
            .Tell(new Primed(1, PrimeMethod.PumpDriven, false, null, "no syringe fits")).Tell(new Primed(1, PrimeMethod.Syringe, true, 12));
        Assert.Equal(["seen, direct gauge 29 psi", "seen, lamp, which proves nothing: lamp not seen lit, or switch off", "not seen, machine's own gauge",
            "pump driven, wheel does not turn freely (no syringe fits)", "syringe, 12 ml, wheel turns freely"], job.Entries.Skip(1).Select(job.Job.Words));
    }
}
