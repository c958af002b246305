using Wattology.Core.Actuator;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.Tests.Actuator;

/// <summary>Sweeps of made-up gears, each labelled with what is wrong with it.</summary>
public sealed class SweepTests
{
    /// <summary>A gear: play between up and down, a force it sticks under, a delay, its stops; and a sensor with noise, gain and gaps.</summary>
    public sealed record Gear(string Label, SweepVerdict Expected, double Play = 0, double Stick = 0, double DelayS = 0, double Low = 2, double High = 98,
        double Noise = 0.2, double Gain = 1, bool Gaps = false, bool Inverted = false, bool Seized = false)
    {
        public override string ToString() => Label;

        public IReadOnlyList<SweepSample> Trace()
        {
            var random = new Random(Label.Length * 31 + (int)(Play * 10));
            static double Command(double t) => t < 0 ? 0 : t < 6 ? 100 * t / 6 : t < 7 ? 100 : t < 13 ? 100 - 100 * (t - 7) / 6 : 0;
            double at = 0, held = 0;
            var trace = new List<SweepSample>();
            for (var t = 0.0; t <= 14; t += 0.05)
            {
                var asked = Command(t - DelayS);
                // Play: the gear stays while the command turns within it. Stick: it stays until pulled far enough, then jumps.
                at = Math.Max(asked - Play / 2, Math.Min(asked + Play / 2, at));
                if (Stick <= 0 || Math.Abs(at - held) > Stick) held = at;
                var real = Seized ? 37 : Math.Clamp(held, Low, High);
                var read = Math.Clamp((Inverted ? 100 - real : real) * Gain + Noise * (random.NextDouble() - 0.5) * 2, 0, 100);
                trace.Add(new(t, Command(t), Gaps && (t % 3 is > 1.0 and < 1.25 || random.Next(25) == 0) ? null : read));
            }
            return trace;
        }
    }

    public static readonly LimitBook Limits = new([Set("sweep-range", 40, null), Set("sweep-low", null, 6), Set("sweep-high", 92, null),
        Set("sweep-hysteresis", null, 4), Set("sweep-stick", null, 0), Set("sweep-lag", null, 0.25)]);

    private static Limit Set(string key, double? from, double? to) => new(key, LimitSource.Shop, "test", from, to);

    public static TheoryData<Gear> Gears() =>
    [
        new Gear("free, quiet sensor", SweepVerdict.Free, Noise: 0),
        new Gear("free, noisy sensor", SweepVerdict.Free, Noise: 0.6),
        new Gear("free, samples missing", SweepVerdict.Free, Gaps: true),
        new Gear("free, a little play", SweepVerdict.Free, Play: 2),
        new Gear("free, a usual delay", SweepVerdict.Free, DelayS: 0.06),
        new Gear("free, sensor clipped at its top", SweepVerdict.Free, Gain: 1.15, Noise: 0.3),
        new Gear("stiff, wide between up and down", SweepVerdict.Stiff, Play: 10),
        new Gear("stiff, wide, noisy, with gaps", SweepVerdict.Stiff, Play: 9, Noise: 0.6, Gaps: true),
        new Gear("stiff, sticks and jumps", SweepVerdict.Stiff, Stick: 7),
        new Gear("stiff, sticks and jumps, noisy", SweepVerdict.Stiff, Stick: 12, Noise: 0.6),
        new Gear("stiff, follows late", SweepVerdict.Stiff, DelayS: 0.6),
        new Gear("short of its upper stop", SweepVerdict.ShortOfStop, High: 71),
        new Gear("short of its lower stop, with gaps", SweepVerdict.ShortOfStop, Low: 22, Gaps: true),
        new Gear("short of both, noisy", SweepVerdict.ShortOfStop, Low: 30, High: 60, Noise: 0.6),
        new Gear("dead, noisy sensor", SweepVerdict.Dead, Seized: true, Noise: 0.6),
        new Gear("dead, sensor at its end", SweepVerdict.Dead, Seized: true, Gain: 3),
    ];

    [Theory, MemberData(nameof(Gears))]
    public void A_labelled_gear_is_known_again(Gear gear) => Assert.Equal(gear.Expected, Sweep.Read(gear.Trace(), Limits).Verdict);

    [Fact]
    public void Measures_what_was_put_in()
    {
        var loose = Sweep.Read(new Gear("play of ten", SweepVerdict.Stiff, Play: 10, Low: 0, High: 100).Trace(), Limits);
        Assert.InRange(loose.HysteresisPct!.Value, 8.5, 10.5);
        var late = Sweep.Read(new Gear("late by half a second", SweepVerdict.Stiff, DelayS: 0.5, Low: 0, High: 100).Trace(), Limits);
        Assert.InRange(late.LagS!.Value, 0.48, 0.52);
        Assert.InRange(late.HysteresisPct!.Value, 0, 0.5);
        Assert.InRange(late.GapPct!.Value, 15, 18);
        // With its stops short of the command, hysteresis and delay look alike; late it is all the same.
        var stopped = Sweep.Read(new Gear("late, with stops", SweepVerdict.Stiff, DelayS: 0.5).Trace(), Limits);
        Assert.True(stopped is { Apart: false, LagS: null, Verdict: SweepVerdict.Stiff });
        Assert.Contains("at least", stopped.Why);
        var stuck = Sweep.Read(new Gear("stick", SweepVerdict.Stiff, Stick: 20, Noise: 0).Trace(), Limits);
        Assert.InRange(stuck.StickSlips, 6, 10);
        var shortened = Sweep.Read(new Gear("short", SweepVerdict.ShortOfStop, Low: 12, High: 71, Gaps: true).Trace(), Limits);
        Assert.Equal((12, 71), (Math.Round(shortened.LeastPct), Math.Round(shortened.MostPct)));
        Assert.True(shortened.Missing > 10);
        var inverted = Sweep.Read(new Gear("falls as asked to rise", SweepVerdict.Free, Inverted: true, Low: 0, High: 100).Trace(), Limits);
        Assert.InRange(inverted.LagS!.Value, 0, 0.1);
    }

    [Fact]
    public void A_clipped_sensor_is_said_and_a_free_one_never_is()
    {
        Assert.True(Sweep.Read(new Gear("clip", SweepVerdict.Free, Gain: 1.3).Trace(), Limits).Clipped);
        Assert.False(Sweep.Read(new Gear("no clip", SweepVerdict.Free).Trace(), Limits).Clipped);
    }

    /// <summary>A gear with hysteresis and delay, swept there and back.</summary>
    private static List<SweepSample> Swept(double speed, double hz, double hysteresis, double delay, double noise, int seed, int turns = 2,
        bool there = false)
    {
        var random = new Random(seed);
        var half = 100 / speed;
        double Command(double t) => t <= 0 ? 0 : there ? Math.Min(100, t * speed) : 100 - Math.Abs(t % (2 * half) - half) * speed;
        var trace = new List<SweepSample>();
        var at = 0.0;
        for (var t = 0.0; t <= (there ? half : turns * half * 2); t += 0.001)
        {
            var asked = Command(t - delay);
            at = Math.Max(asked - hysteresis / 2, Math.Min(asked + hysteresis / 2, at));
            if (trace.Count == 0 || t >= trace.Count / hz - 1e-9) trace.Add(new(t, Command(t), at + noise * (2 * random.NextDouble() - 1)));
        }
        return trace;
    }

    [Theory]
    [InlineData(2.5, 20, 0.0)]
    [InlineData(2.5, 20, 0.2)]
    [InlineData(2.5, 100, 0.2)]
    [InlineData(10, 20, 0.2)]
    [InlineData(10, 50, 0.1)]
    [InlineData(10, 200, 0.2)]
    public void Hysteresis_and_delay_are_told_apart_at_either_speed(double speed, double hz, double noise)
    {
        for (var seed = 1; seed <= 4; seed++)
        {
            var read = Sweep.Read(Swept(speed, hz, 4, 0.12, noise, seed), LimitBook.Usual);
            Assert.True(read.Apart, $"seed {seed}");
            Assert.InRange(read.HysteresisPct!.Value, 3.5, 4.5);
            Assert.InRange(read.LagS!.Value, 0.10, 0.14);
        }
    }

    [Fact]
    public void Where_they_cannot_be_told_apart_it_says_so()
    {
        var oneWay = Sweep.Read(Swept(10, 50, 4, 0.12, 0.2, 1, there: true), Limits);
        Assert.True(oneWay is { Apart: false, HysteresisPct: null, LagS: null, GapPct: null });
        var slowLogger = Sweep.Read(Swept(10, 5, 6, 0.12, 0.2, 1), Limits);
        Assert.True(slowLogger is { Apart: false, HysteresisPct: null, LagS: null, GapPct: > 7 });
        Assert.Equal(SweepVerdict.ReadingOnly, slowLogger.Verdict);
        Assert.Contains("cannot be told apart", slowLogger.Why);
        // What both together stay under, each stays under.
        Assert.Equal(SweepVerdict.Free, Sweep.Read(Swept(10, 5, 0.5, 0.02, 0.1, 1), Limits).Verdict);
    }

    [Theory]
    [InlineData(20)]
    [InlineData(50)]
    [InlineData(100)]
    [InlineData(200)]
    public void Slips_count_the_same_however_often_it_is_sampled(double hz)
    {
        var random = new Random(3);
        var trace = new List<SweepSample>();
        var (held, slips) = (0.0, 0);
        for (var i = 0; i <= 27 * hz; i++)
        {
            var t = i / hz;
            var asked = t < 13 ? 100 * t / 13 : Math.Max(0, 100 - 100 * (t - 13) / 13);
            if (Math.Abs(asked - held) >= 7.7) (held, slips) = (asked, slips + 1);
            trace.Add(new(t, asked, held + 0.3 * (2 * random.NextDouble() - 1)));
        }
        Assert.Equal(24, slips);
        Assert.Equal(24, Sweep.Read(trace, Limits).StickSlips);
    }

    [Fact]
    public void A_stepped_command_is_judged_where_it_has_settled()
    {
        static IReadOnlyList<SweepSample> Steps(double hysteresis, bool stuckAtFifty)
        {
            var random = new Random(5);
            int[] levels = [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 90, 80, 70, 60, 50, 40, 30, 20, 10, 0];
            var trace = new List<SweepSample>();
            double at = 0, play = 0;
            for (var i = 0; i < levels.Length * 50; i++)
            {
                double asked = levels[i / 50];
                play = Math.Max(asked - hysteresis / 2, Math.Min(asked + hysteresis / 2, play));
                // The motor takes its time to each step.
                at += (play - at) * (i % 50 < 4 ? 0 : 0.3);
                trace.Add(new(i * 0.02, asked, (stuckAtFifty && i is > 250 and < 350 ? 50 : at) + 0.2 * (2 * random.NextDouble() - 1)));
            }
            return trace;
        }
        var healthy = Sweep.Read(Steps(0, false), Limits);
        Assert.True(healthy is { Stepped: true, StickSlips: 0, Verdict: SweepVerdict.Free });
        Assert.InRange(healthy.HysteresisPct!.Value, 0, 0.3);
        Assert.InRange(healthy.LagS!.Value, 0.08, 0.18);
        Assert.InRange(Sweep.Read(Steps(6, false), Limits).HysteresisPct!.Value, 5.5, 6.5);
        Assert.True(Sweep.Read(Steps(0, true), Limits) is { StickSlips: > 0, Verdict: SweepVerdict.Stiff });
    }

    [Fact]
    public void Free_is_said_only_where_the_whole_range_was_seen_and_every_limit_set_holds()
    {
        static LimitBook Only(string key, double? from, double? to) => new([Set(key, from, to)]);
        var part = new Gear("part", SweepVerdict.Free, Low: 20, High: 70).Trace();
        Assert.Equal(SweepVerdict.ShortOfStop, Sweep.Read(part, Only("sweep-range", 80, null)).Verdict);
        Assert.Equal(SweepVerdict.ReadingOnly, Sweep.Read(part, Only("sweep-hysteresis", null, 30)).Verdict);
        Assert.Equal(SweepVerdict.Free, Sweep.Read(part, Only("sweep-range", 45, null)).Verdict);
        Assert.Equal(SweepVerdict.Free, Sweep.Read(new Gear("whole", SweepVerdict.Free).Trace(), Only("sweep-hysteresis", null, 5)).Verdict);
    }

    [Theory]
    [InlineData(0.0)]
    [InlineData(1.0)]
    [InlineData(3.0)]
    public void A_dead_gear_is_dead_whatever_its_noise_and_whatever_limits_are_set(double noise)
    {
        var dead = new Gear("dead", SweepVerdict.Dead, Seized: true, Noise: noise).Trace();
        Assert.Equal(SweepVerdict.Dead, Sweep.Read(dead, LimitBook.Usual).Verdict);
        Assert.Equal(SweepVerdict.Dead, Sweep.Read(dead, Limits).Verdict);
        Assert.True(Sweep.Read(dead, Limits) is { StickSlips: 0, HysteresisPct: null, LagS: null });
        Assert.Equal(SweepVerdict.Dead, Sweep.Read(new Gear("hardly", SweepVerdict.Dead, Low: 50, High: 51.5, Noise: 0).Trace(), Limits).Verdict);
    }

    [Fact]
    public void Without_limits_there_is_no_verdict_and_bad_traces_are_refused()
    {
        var trace = new Gear("stiff", SweepVerdict.Stiff, Play: 10).Trace();
        Assert.Equal(SweepVerdict.ReadingOnly, Sweep.Read(trace, LimitBook.Usual).Verdict);
        Assert.Throws<InputRefusedException>(() => Sweep.Read([.. trace.Take(5)], Limits));
        Assert.Throws<InputRefusedException>(() => Sweep.Read([.. trace.Reverse()], Limits));
    }
}
