using Wattology.Core.Crank;
using Wattology.Core.Priming;

namespace Wattology.Core.Tests.Priming;

public sealed class PressureTraceTests
{
    private static List<PressureSample> Trace(Func<double, double?> kpa, double seconds = 20, double noise = 2)
    {
        var random = new Random(7);
        return [.. Enumerable.Range(0, (int)(seconds / 0.05)).Select(i => i * 0.05)
            .Select(t => new PressureSample(100 + t, kpa(t) is { } p ? Math.Max(0, p + noise * (random.NextDouble() - 0.5)) : null))];
    }

    private static double Rise(double t, double from, double level) => t < from ? 0 : level * (1 - Math.Exp(-(t - from) / 0.5));

    [Fact]
    public void Pressure_that_comes_and_stays_is_timed_from_the_first_sample()
    {
        var read = PressureTrace.Read(Trace(t => Rise(t, 4, 300)));
        Assert.InRange(read.FirstS!.Value, 4, 4.15);
        Assert.InRange(read.SteadyS!.Value, 4.8, 5.3);
        Assert.InRange(read.SteadyKpa!.Value, 290, 305);
        Assert.Null(read.PurgeUntilS);
        Assert.Empty(read.DropOuts);
    }

    [Fact]
    public void Flicker_while_air_is_purged_is_left_out()
    {
        var read = PressureTrace.Read(Trace(t => t is > 2 and < 2.15 or > 3.1 and < 3.3 ? 60 : Rise(t, 6, 250)));
        Assert.InRange(read.FirstS!.Value, 6, 6.15);
        Assert.Equal(read.FirstS, read.PurgeUntilS);
        Assert.Empty(read.DropOuts);
        var never = PressureTrace.Read(Trace(t => t is > 2 and < 2.15 ? 60 : 0));
        Assert.Null(never.FirstS);
        Assert.NotNull(never.PurgeUntilS);
        Assert.Null(PressureTrace.Read(Trace(_ => 0)).PurgeUntilS);
    }

    [Fact]
    public void Drop_outs_of_pressure_and_of_the_signal_are_told_apart()
    {
        var read = PressureTrace.Read(Trace(t => t is > 9 and < 9.6 ? 20 : t is > 14 and < 15.2 ? null : Rise(t, 2, 280)));
        Assert.Equal([false, true], read.DropOuts.Select(d => d.NoSignal));
        Assert.InRange(read.DropOuts[0].FromS, 8.95, 9.15);
        Assert.InRange(read.DropOuts[0].ToS, 9.55, 9.75);
        Assert.InRange(read.DropOuts[1].ToS - read.DropOuts[1].FromS, 1.1, 1.4);
    }

    [Fact]
    public void The_lowest_at_hot_idle_is_not_one_wild_sample()
    {
        var trace = Trace(t => t < 10 ? Rise(t, 1, 300) : 95);
        trace[250] = trace[250] with { Kpa = 3 };
        Assert.InRange(PressureTrace.Read(trace, (10.5, 19)).LowestHotIdleKpa!.Value, 93, 96);
        Assert.Null(PressureTrace.Read(trace).LowestHotIdleKpa);
        Assert.Throws<ArgumentException>(() => PressureTrace.Read([.. trace.Take(3)]));
    }

    [Fact]
    public void The_target_counts_what_stood_open_as_empty_and_names_who_allows_least()
    {
        OilVolume[] volumes = [new("line", 12, true), new("filter", 400, true), new("gallery", 120, false), new("housing", 40, true)];
        var target = PrimeTarget.Compute(volumes, 350, 1.2, [new("starter", 90), new("method", 45), new("shop", 60)]);
        Assert.Equal((102, "method", true), (target.ToFillMl, target.AllowedBy, target.Enough));
        Assert.Equal(5.1, target.CrankSeconds, 9);
        var stood = PrimeTarget.Compute([.. volumes.Select(v => v with { Empty = true })], 0, 0.6, [new("starter", null), new("shop", 45)]);
        Assert.Equal((572, "shop", false), (stood.ToFillMl, stood.AllowedBy, stood.Enough));
        Assert.Null(PrimeTarget.Compute(volumes, 0, 1, []).Enough);
        Assert.Throws<ArgumentOutOfRangeException>(() => PrimeTarget.Compute(volumes, 0, 0, []));
    }
}
