using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Commissioning;

/// <summary>The crankcase before and after the cure.</summary>
public sealed class CrankcaseCureTests
{
    private static JobBuilder Read(JobBuilder job, double kpa, Running running, double? rpm = null, string gauge = "gauge 1")
        => job.Tell(new CrankcaseReading(kpa, running, rpm), Known.Measured, gauge);

    private static string[] Words(JobBuilder job) => [.. CrankcaseCure.Of(job.Record).Select(c => c.Words(new ShopUnits()))];

    [Fact]
    public void Before_and_after_stand_side_by_side_way_by_way()
    {
        var job = Read(Read(Book.Startable(), 0.9, Running.Idle, 800), 1.4, Running.Loaded, 2000);
        Assert.Equal(["idle: 0.9 kPa before, not read since", "loaded: 1.4 kPa before, not read since"], Words(job));
        job = Read(Read(job.Run(), 0.4, Running.Idle, 820), 0.3, Running.Mid);
        Assert.Equal(["idle: 0.9 kPa before, 0.4 kPa after", "mid: 0.3 kPa after, not read before", "loaded: 1.4 kPa before, not read since"], Words(job));
    }

    [Theory]
    [InlineData(800, 1000, "gauge 1", "unequal: 800 and 1000 rpm")]
    [InlineData(900, 1000, "gauge 1", "")]
    [InlineData(800, null, "gauge 1", "engine speed noted only once")]
    [InlineData(null, null, "gauge 1", "")]
    [InlineData(800, 800, "gauge 2", "another gauge")]
    public void What_is_unequal_is_named(int? before, int? after, string gauge, string unequal)
    {
        var job = Read(Read(Book.Startable(), 0.9, Running.Idle, before).Run(), 0.4, Running.Idle, after, gauge);
        Assert.Equal(unequal, Assert.Single(CrankcaseCure.Of(job.Record)).Unequal);
    }
}
