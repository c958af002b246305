using Wattology.Core.Calculations;
using Wattology.Core.Commissioning;
using Wattology.Core.Identity;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Evidence;

namespace Wattology.Core.Tests.Priming;

public sealed class CrankLogTests
{
    private static Story Cranked(int bursts, double seconds = 12)
    {
        var story = new Story();
        for (var i = 0; i < bursts; i++) story.Tell(new BurstStarted()).After(seconds).Tell(new BurstEnded(seconds));
        return story;
    }

    private static CrankLog Log(Story story) => CrankLog.Of(story.View.State, story.Limits);

    [Fact]
    public void The_allowed_cranking_without_pressure_stops_everything_and_only_a_direct_gauge_clears_it()
    {
        Assert.False(Log(Cranked(3)).NoPressureStop);
        var story = Cranked(4);
        Assert.True(Log(story).NoPressureStop);
        Assert.Contains("direct gauge", Log(story).Refusal(story.Now.AddHours(1)));
        foreach (var noted in new PressureNoted[] { new(true, PressureBy.Lamp, null, true, true), new(true, PressureBy.DashGauge, 200), new(false, PressureBy.DirectGauge) })
            Assert.True(Log(story.Tell(noted)).NoPressureStop);
        Assert.True(Log(story.Tell(new PressureNoted(true, PressureBy.DirectGauge, 150))) is { NoPressureStop: false, PressureProved: true });
    }

    [Fact]
    public void Long_bursts_use_the_allowance_up_too_and_pressure_seen_in_time_prevents_the_stop()
    {
        Assert.True(Log(Cranked(2, 30)).NoPressureStop);
        var seen = Cranked(3).Tell(new PressureNoted(true, PressureBy.DirectGauge, 150)).Tell(new BurstStarted()).After(12).Tell(new BurstEnded(12));
        Assert.False(Log(seen).NoPressureStop);
    }

    [Fact]
    public void The_starter_rests_between_bursts()
    {
        var story = Cranked(1);
        Assert.Contains("rest", Log(story).Refusal(story.Now));
        Assert.Null(Log(story).Refusal(story.Now.AddSeconds(60)));
        Assert.Contains("already running", Log(story.After(60).Tell(new BurstStarted())).Refusal(story.Now));
    }

    [Theory]
    [InlineData(PressureBy.Lamp, null, true, true, true)]
    [InlineData(PressureBy.Lamp, null, true, false, false)]
    [InlineData(PressureBy.Lamp, null, false, true, false)]
    [InlineData(PressureBy.DashGauge, 120.0, false, false, true)]
    public void A_lamp_proves_pressure_only_if_seen_lit_with_its_switch_connected(PressureBy by, double? kpa, bool lit, bool connected, bool proves)
        => Assert.Equal(proves, new PressureNoted(true, by, kpa, lit, connected).Proves);

    [Fact]
    public void A_petrol_engine_needs_fuel_and_spark_both_disabled()
    {
        static bool Refused(Fuel fuel, FiringMethod taken)
        {
            var faults = new Faults();
            new FiringDisabled(taken, ["relay"]).CheckFor(fuel, faults);
            return !faults.None;
        }
        Assert.True(Refused(Fuel.Petrol, FiringMethod.Fuel) && Refused(Fuel.Petrol, FiringMethod.Spark) && Refused(Fuel.Diesel, FiringMethod.Spark));
        Assert.False(Refused(Fuel.Petrol, FiringMethod.FuelAndSpark) || Refused(Fuel.Diesel, FiringMethod.Fuel));
    }

    [Fact]
    public void Pressure_that_comes_late_after_firing_stops_the_job_until_a_direct_gauge_is_read()
    {
        RunLog Run(Story s) => RunLog.Of(s.View.State, s.Limits);
        var intime = new Story().Tell(new Fired()).Tell(new PressureAfterFiring(3)).After(320).Tell(new EngineStopped(320));
        Assert.True(Run(intime) is { Stopped: false, IdledEnough: true });
        var firing = new Story().Tell(new Fired());
        Assert.False(Run(firing).PressureOverdue(firing.Now.AddSeconds(2)));
        Assert.True(Run(firing).PressureOverdue(firing.Now.AddSeconds(9)));
        Assert.True(Run(firing.Tell(new EngineStopped(9))) is { Stopped: true, LongestSeconds: 0 });
        Assert.True(Run(new Story().Tell(new Fired()).Tell(new PressureAfterFiring(8.5))).Stopped);
        Assert.False(Run(firing.Tell(new PressureNoted(true, PressureBy.DirectGauge, 90))).Stopped);
    }
}
