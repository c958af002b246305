using Wattology.Core.Gauge;
using Wattology.StandIns.Gauge;

namespace Wattology.Web.Tests.StandIns;

public sealed class SimulatedEngineTests
{
    // Cranked in the usual bursts; the samples of each, by the engine's own time in seconds.
    private static List<GaugeSample> Run(EngineFaults faults, params (EngineAct Act, double Seconds)[] acts)
    {
        var engine = new SimulatedEngine(faults, 7);
        var samples = new List<GaugeSample>();
        foreach (var (act, seconds) in acts)
        {
            engine.Do(act);
            for (var i = 0; i < seconds * 20; i++)
            {
                engine.Pass(0.05);
                samples.Add(engine.Read());
            }
        }
        return samples;
    }

    private static PressureWatch Watch(IEnumerable<GaugeSample> samples, string channel = GaugeChannel.OilTurbo)
    {
        var watch = new PressureWatch(50);
        foreach (var sample in samples) watch.Take(sample.TimeMs, sample[channel]);
        return watch;
    }

    private static readonly (EngineAct, double)[] OneBurst = [(EngineAct.Crank, 12)], Bursts = [.. Enumerable.Repeat(OneBurst[0], 4)
        .SelectMany(b => new[] { b, (EngineAct.Stop, 60.0) })];

    [Fact]
    public void A_healthy_engine_shows_pressure_in_its_first_burst_and_none_before_it_turns()
    {
        var watch = Watch(Run(EngineFaults.None, [(EngineAct.Stop, 5), .. OneBurst]));
        Assert.InRange(watch.FirstMs!.Value, 6_500, 16_500);
        Assert.InRange(watch.HeldKpa, 60, 300);
        Assert.Equal(WatchState.Lost, Watch(Run(EngineFaults.None, [.. OneBurst, (EngineAct.Stop, 5)])).State);
    }

    [Theory]
    [InlineData(EngineFaults.EmptyFilter, GaugeChannel.OilTurbo)]
    [InlineData(EngineFaults.AirInGallery, GaugeChannel.OilTurbo)]
    public void What_must_fill_first_takes_longer_and_then_shows(EngineFaults fault, string channel)
    {
        var healthy = Watch(Run(EngineFaults.None, Bursts)).FirstMs!.Value;
        Assert.InRange(Watch(Run(fault, Bursts), channel).FirstMs!.Value, healthy + 5_000, 400_000);
    }

    [Theory]
    [InlineData(EngineFaults.ShutValve)]
    [InlineData(EngineFaults.TiredPump)]
    public void What_keeps_the_oil_away_never_shows(EngineFaults fault) => Assert.Null(Watch(Run(fault, Bursts)).FirstMs);

    [Fact]
    public void A_choked_feed_has_pressure_at_the_gallery_and_little_flow_at_the_turbo()
    {
        var choked = Run(EngineFaults.ChokedFeed, Bursts)[..1_000];
        Assert.NotNull(Watch(choked, GaugeChannel.OilGallery).FirstMs);
        Assert.True(choked.Max(s => s[GaugeChannel.OilFlow]!.Value) < 0.4 * Run(EngineFaults.None, Bursts)[..1_000].Max(s => s[GaugeChannel.OilFlow]!.Value));
    }

    [Fact]
    public void A_running_engine_warms_and_breathes_and_worn_rings_show_in_the_crankcase()
    {
        var idle = (EngineAct.Fire, 300.0);
        var healthy = Run(EngineFaults.None, [.. OneBurst, idle]);
        Assert.InRange(healthy[^1][GaugeChannel.OilTemperature]!.Value, 40, 92);
        Assert.InRange(healthy[^1][GaugeChannel.EngineSpeed]!.Value, 780, 860);
        Assert.InRange(healthy[^1][GaugeChannel.Crankcase]!.Value, 0, 0.3);
        Assert.True(Run(EngineFaults.HighBlowBy, idle)[^1][GaugeChannel.Crankcase] > 2 * healthy[^1][GaugeChannel.Crankcase] + 0.3);
        Assert.InRange(Run(EngineFaults.None, idle, (EngineAct.Load, 10))[^1][GaugeChannel.Boost]!.Value, 70, 100);
    }

    [Fact]
    public void Vanes_go_end_to_end_at_key_on_and_stuck_ones_do_not()
    {
        double Travel(EngineFaults faults) => Run(faults, (EngineAct.Fire, 3)) is var run ? run.Max(s => s[GaugeChannel.VaneFeedback]!.Value)
            - run.Min(s => s[GaugeChannel.VaneFeedback]!.Value) : 0;
        Assert.InRange(Travel(EngineFaults.None), 80, 101);
        Assert.InRange(Travel(EngineFaults.StuckVanes), 0, 45);
    }

    [Fact]
    public void The_boxs_own_faults_show_in_what_it_sends()
    {
        Assert.All(Run(EngineFaults.UnpluggedSensor, OneBurst), s => Assert.Null(s[GaugeChannel.OilTurbo]));
        double Spread(EngineFaults faults) => Run(faults, [.. OneBurst, (EngineAct.Fire, 60)])[^400..].Select(s => s[GaugeChannel.OilGallery]!.Value).ToArray()
            is var last ? last.Max() - last.Min() : 0;
        Assert.True(Spread(EngineFaults.NoisySignal) > 10 * Spread(EngineFaults.None));
        var drifting = Run(EngineFaults.DriftingClock, (EngineAct.Stop, 100));
        Assert.InRange(drifting[^1].TimeMs, 101_000, 103_000);
        // Noise or not, a watched run ends as it would without.
        Assert.NotNull(Watch(Run(EngineFaults.NoisySignal, Bursts)[..240]).FirstMs);
        Assert.Null(Watch(Run(EngineFaults.NoisySignal | EngineFaults.ShutValve, Bursts)).FirstMs);
    }

    [Fact]
    public void There_is_a_scenario_for_every_fault() => Assert.Equal(["air-in-gallery", "choked-feed", "drifting-clock", "empty-filter", "healthy",
        "high-blow-by",
        "noisy-signal", "shut-valve", "stuck-vanes", "tired-pump", "unplugged-sensor"], Scenarios.All.Keys.Order());
}
