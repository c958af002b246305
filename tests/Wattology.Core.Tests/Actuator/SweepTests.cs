using Wattology.Core.Actuator;
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
        var late = Sweep.Read(new Gear("late by half a second", SweepVerdict.Stiff, DelayS: 0.5).Trace(), Limits);
        Assert.InRange(late.LagS!.Value, 0.44, 0.56);
        Assert.InRange(late.HysteresisPct!.Value, 15, 18);
        var stuck = Sweep.Read(new Gear("stick", SweepVerdict.Stiff, Stick: 20, Noise: 0).Trace(), Limits);
        Assert.InRange(stuck.StickSlips, 6, 10);
        var shortened = Sweep.Read(new Gear("short", SweepVerdict.ShortOfStop, Low: 12, High: 71, Gaps: true).Trace(), Limits);
        Assert.Equal((12, 71), (Math.Round(shortened.LeastPct), Math.Round(shortened.MostPct)));
        Assert.True(shortened.Missing > 10);
        var inverted = Sweep.Read(new Gear("falls as asked to rise", SweepVerdict.Free, Inverted: true).Trace(), Limits);
        Assert.InRange(inverted.LagS!.Value, 0, 0.1);
    }

    [Fact]
    public void A_clipped_sensor_is_said_and_a_free_one_never_is()
    {
        Assert.True(Sweep.Read(new Gear("clip", SweepVerdict.Free, Gain: 1.3).Trace(), Limits).Clipped);
        Assert.False(Sweep.Read(new Gear("no clip", SweepVerdict.Free).Trace(), Limits).Clipped);
    }

    [Fact]
    public void Without_limits_there_is_no_verdict_and_bad_traces_are_refused()
    {
        var trace = new Gear("stiff", SweepVerdict.Stiff, Play: 10).Trace();
        Assert.Equal(SweepVerdict.ReadingOnly, Sweep.Read(trace, LimitBook.Usual).Verdict);
        Assert.Throws<ArgumentException>(() => Sweep.Read([.. trace.Take(5)], Limits));
        Assert.Throws<ArgumentException>(() => Sweep.Read([.. trace.Reverse()], Limits));
    }
}
