using Wattology.Core.Checks;
using Wattology.Core.Drain;
using Wattology.Core.Evidence;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Checks;

/// <summary>How long a job lay still, as the yard says it.</summary>
public sealed class EarlierPassTests
{
    private static readonly DateTimeOffset Worked = new(2031, 3, 4, 9, 30, 0, TimeSpan.Zero);

    [Theory]
    [InlineData(14 * 24, null, null)]
    [InlineData(14 * 24 + 1, null, "no work for 14 days: what was passed counts as told")]
    [InlineData(72, 48.0, "no work for 3 days: what was passed counts as told")]
    [InlineData(20 * 24, 30 * 24.0, null)]
    public void It_is_said_once_work_paused_for_longer_than_the_shop_allows(double hours, double? allowed, string? said)
        => Assert.Equal(said, EarlierPass.StillWords(Worked, Worked.AddHours(hours), new LimitBook(allowed is { } most
            ? [new(EarlierPass.Pause.Key, LimitSource.Shop, "house rule", null, most)] : [])));

    [Fact]
    public void The_desk_does_no_work_and_whoever_measures_or_passes_does()
    {
        Assert.True(EarlierPass.IsWork(CheckList.Kinds.Of(typeof(DrainReading))));
        Assert.True(EarlierPass.IsWork(CheckList.Kinds.Of(typeof(HoldPointPassed))));
        Assert.False(EarlierPass.IsWork(CheckList.Kinds.Of(typeof(Waiting))));
        Assert.False(EarlierPass.IsWork(CheckList.Kinds.Of(typeof(PartTagged))));
    }
}
