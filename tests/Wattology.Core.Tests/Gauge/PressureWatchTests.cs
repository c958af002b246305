using Wattology.Core.Gauge;

namespace Wattology.Core.Tests.Gauge;

public sealed class PressureWatchTests
{
    private static PressureWatch Watched(params (double Seconds, double? Kpa)[] stretches)
    {
        var watch = new PressureWatch(50);
        var ms = 0.0;
        foreach (var (seconds, kpa) in stretches)
            for (var end = ms + 1_000 * seconds; ms < end; ms += 50) watch.Take(ms, kpa);
        return watch;
    }

    [Fact]
    public void Pressure_is_there_once_it_stays_and_its_first_moment_counts()
    {
        Assert.Equal(WatchState.Waiting, Watched((2, 0), (0.2, 80), (2, 20)).State);
        var shown = Watched((2, 0), (1, 180));
        Assert.Equal((WatchState.Shown, 2_000.0, 180.0), (shown.State, shown.FirstMs!.Value, shown.HighestKpa));
        Assert.Equal(WatchState.Waiting, Watched((10, 49)).State);
        Assert.Equal(WatchState.Shown, Watched((10, 50)).State);
    }

    [Fact]
    public void One_wild_sample_is_neither_first_pressure_nor_loss()
    {
        Assert.Equal(WatchState.Waiting, Watched((1, 0), (0.05, 600), (1, 0)).State);
        Assert.Equal(WatchState.Shown, Watched((1, 180), (0.05, 0), (1, 180)).State);
    }

    [Fact]
    public void What_falls_off_is_lost_after_a_second_from_where_it_fell_and_an_idle_after_a_rev_is_not()
    {
        Assert.Equal(WatchState.Shown, Watched((3, 180), (0.9, 5)).State);
        var lost = Watched((3, 180), (1.5, 5));
        Assert.Equal((WatchState.Lost, 3_000.0), (lost.State, lost.LostSinceMs!.Value));
        Assert.Equal(WatchState.Shown, Watched((3, 400), (5, 90)).State);
        Assert.Equal(WatchState.Shown, Watched((3, 400), (5, 49.9), (1, 120)).State);
        // It comes back: the first moment stays the first.
        var back = Watched((1, 0), (3, 180), (2, 5), (1, 180));
        Assert.Equal((WatchState.Shown, 1_000.0, (double?)null), (back.State, back.FirstMs!.Value, back.LostSinceMs));
    }

    [Fact]
    public void What_is_not_read_says_nothing()
    {
        Assert.Equal(WatchState.Waiting, Watched((5, null)).State);
        Assert.Equal(WatchState.Shown, Watched((3, 180), (5, null)).State);
    }
}
