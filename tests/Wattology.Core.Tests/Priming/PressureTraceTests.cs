using Wattology.Core.Inputs;
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

    private static TraceResult Read(IReadOnlyList<PressureSample> samples, TraceSpan? idle = null) => PressureTrace.Read(new(samples, idle));

    private static double Rise(double t, double from, double level) => t < from ? 0 : level * (1 - Math.Exp(-(t - from) / 0.5));

    [Fact]
    public void Pressure_that_comes_and_stays_is_timed_from_the_first_sample()
    {
        var read = Read(Trace(t => Rise(t, 4, 300)));
        Assert.InRange(read.FirstS!.Value, 4, 4.15);
        Assert.InRange(read.SteadyS!.Value, 4.8, 5.3);
        Assert.InRange(read.SteadyKpa!.Value, 290, 305);
        Assert.Null(read.PurgeUntilS);
        Assert.Empty(read.DropOuts);
    }

    [Fact]
    public void Flicker_while_air_is_purged_is_left_out()
    {
        var read = Read(Trace(t => t is > 2 and < 2.15 or > 3.1 and < 3.3 ? 60 : Rise(t, 6, 250)));
        Assert.InRange(read.FirstS!.Value, 6, 6.15);
        Assert.Equal(read.FirstS, read.PurgeUntilS);
        Assert.Empty(read.DropOuts);
        var never = Read(Trace(t => t is > 2 and < 2.15 ? 60 : 0));
        Assert.Null(never.FirstS);
        Assert.NotNull(never.PurgeUntilS);
        Assert.Null(Read(Trace(_ => 0)).PurgeUntilS);
    }

    [Fact]
    public void Drop_outs_of_pressure_and_of_the_signal_are_told_apart()
    {
        var read = Read(Trace(t => t is > 9 and < 9.6 ? 20 : t is > 14 and < 15.2 ? null : Rise(t, 2, 280)));
        Assert.Equal([false, true], read.DropOuts.Select(d => d.NoSignal));
        Assert.InRange(read.DropOuts[0].FromS, 8.95, 9.15);
        Assert.InRange(read.DropOuts[0].ForS, 0.5, 0.7);
        Assert.InRange(read.DropOuts[1].ForS, 1.1, 1.4);
    }

    [Fact]
    public void A_loss_after_the_first_oil_is_reported_however_it_ends()
    {
        var toEnd = Assert.Single(Read(Trace(t => t > 15 ? 4 : Rise(t, 2, 280))).DropOuts);
        Assert.True(toEnd is { ToEnd: true, NoSignal: false });
        Assert.InRange(toEnd.FromS, 14.95, 15.15);
        Assert.InRange(toEnd.ForS, 4.8, 5);
        // Lost before it was ever steady, and never back.
        Assert.True(Read(Trace(t => t is > 2 and < 3.2 ? 60 : 2)).DropOuts is [{ ToEnd: true }]);
        Assert.Contains("Pressure lost at 15.1 s for 4.9 s, to the end.", Read(Trace(t => t > 15 ? 4 : Rise(t, 2, 280), noise: 0)).Words);
        Assert.True(Read([.. Trace(t => Rise(t, 2, 280))
            .Select(s => s.TimeS > 116 ? s with { Kpa = null } : s)]).DropOuts is [{ NoSignal: true, ToEnd: true }]);
    }

    [Fact]
    public void A_rev_and_back_to_idle_is_no_loss_and_one_wild_sample_is_nothing()
    {
        Assert.Empty(Read(Trace(t => t is > 8 and < 14 ? 420 : Rise(t, 1, 120))).DropOuts);
        Assert.Empty(Read(Trace(t => t < 14 ? Rise(t, 1, 420) : 120)).DropOuts);
        var wild = Trace(t => Rise(t, 10, 250));
        wild[100] = wild[100] with { Kpa = 300 };
        wild[300] = wild[300] with { Kpa = 0 };
        Assert.InRange(Read(wild).FirstS!.Value, 10, 10.15);
        Assert.Empty(Read(wild).DropOuts);
    }

    [Fact]
    public void A_slow_loggers_own_interval_is_no_gap()
    {
        List<PressureSample> slow = [.. Enumerable.Range(0, 30).Select(i => new PressureSample(i, Rise(i, 4, 300)))];
        Assert.Empty(Read(slow).DropOuts);
        Assert.InRange(Read(slow).FirstS!.Value, 5, 6);
        slow.RemoveRange(15, 5);
        Assert.True(Read(slow).DropOuts is [{ NoSignal: true, ForS: 6 }]);
        List<PressureSample> wild = [.. Enumerable.Range(0, 30).Select(i => new PressureSample(i, i == 7 ? 90 : i > 20 ? 200 : 0))];
        Assert.Equal(21, Read(wild).FirstS);
    }

    [Fact]
    public void A_gauges_offset_with_the_engine_still_is_taken_off_and_said()
    {
        var off = Read(Trace(t => 12 + Rise(t, 4, 300)));
        Assert.InRange(off.OffsetKpa, 11.5, 12.5);
        Assert.InRange(off.FirstS!.Value, 4, 4.15);
        Assert.InRange(off.SteadyKpa!.Value, 290, 305);
        Assert.Contains("With the engine still the gauge shows", off.Words);
        Assert.Equal(0, Read(Trace(t => Rise(t, 4, 300))).OffsetKpa, 0.5);
        // Pressure that is there from the first sample is no offset.
        Assert.Equal(0, Read(Trace(t => t < 10 ? 250 : 300)).OffsetKpa);
        Assert.InRange(PressureTrace.Read(new(Trace(t => t < 3 ? 60 : 60 + Rise(t, 3, 300)), null, 2.5)).OffsetKpa, 59, 61);
    }

    [Fact]
    public void The_lowest_at_hot_idle_is_not_one_wild_sample()
    {
        var trace = Trace(t => t < 10 ? Rise(t, 1, 300) : 95);
        trace[250] = trace[250] with { Kpa = 3 };
        Assert.InRange(Read(trace, new(10.5, 19)).LowestHotIdleKpa!.Value, 93, 96);
        Assert.Null(Read(trace).LowestHotIdleKpa);
        Assert.Throws<InputRefusedException>(() => Read([.. trace.Take(3)]));
    }

    [Fact]
    public void The_target_counts_what_stood_open_as_empty_and_names_who_allows_least()
    {
        OilVolume[] volumes = [new("line", 12, true), new("filter", 400, true), new("gallery", 120, false), new("housing", 40, true)];
        var target = PrimeTarget.Compute(new(volumes, 1.2, 350, null, [new("starter", 90), new("method", 45), new("shop", 60)]));
        Assert.Equal((102, "method", true), (target.ToFillMl, target.AllowedBy, target.Enough));
        Assert.Equal(5.1, target.CrankSeconds, 9);
        var stood = PrimeTarget.Compute(new([.. volumes.Select(v => v with { Empty = true })], 0.6, 0, null, [new("starter", null), new("shop", 45)]));
        Assert.Equal((572, "shop", false), (stood.ToFillMl, stood.AllowedBy, stood.Enough));
        Assert.Null(PrimeTarget.Compute(new(volumes, 1)).Enough);
        // What went into the filter fills no line.
        Assert.Equal(52, PrimeTarget.Compute(new(volumes, 1, 900, "filter")).ToFillMl);
        Assert.Equal(0, PrimeTarget.Compute(new(volumes, 1, 900)).ToFillMl);
        foreach (var bad in new[] { new PrimeTargetInput(volumes, 0), new(volumes, double.NaN), new([], 1), new(volumes, 1, 10, "sump"), new(volumes, 1, -1) })
            Assert.Throws<InputRefusedException>(() => PrimeTarget.Compute(bad));
    }
}
