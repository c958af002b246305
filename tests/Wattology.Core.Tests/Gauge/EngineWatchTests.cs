using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Gauge;

public sealed class EngineWatchTests
{
    private static GaugeSample Sample(double? crankcase = null, double? rpm = 820, double? told = null, double? stood = null) => new(0, new[]
    {
        (GaugeChannel.Crankcase, crankcase), (GaugeChannel.EngineSpeed, rpm), (GaugeChannel.VaneCommand, told), (GaugeChannel.VaneFeedback, stood),
    }.Where(v => v.Item2 is not null).ToDictionary(v => v.Item1, v => v.Item2!.Value));

    private static EngineWatch Ran(double seconds, Func<double, GaugeSample> read)
    {
        var watch = new EngineWatch();
        for (var at = -1.0; at <= seconds; at += 0.05) watch.Take(at, read(at));
        return watch;
    }

    [Fact]
    public void The_crankcase_is_the_middle_of_the_last_seconds_at_idle_once_it_has_settled()
    {
        Assert.Null(Ran(16, _ => Sample(0.4)).Breath);
        Assert.Equal((0.4, 820), Ran(20, _ => Sample(0.4)).Breath);
        // Wild samples count for nothing, and what was before the last twenty seconds is past.
        Assert.Equal(0.4, Ran(40, at => Sample(Math.Round(at * 20) % 9 == 0 ? 30 : 0.4)).Breath!.Value.Kpa);
        Assert.Equal(0.9, Ran(80, at => Sample(at < 40 ? 0.4 : 0.9)).Breath!.Value.Kpa);
        Assert.Null(Ran(60, _ => Sample(0.4, 2_600)).Breath);
        Assert.Null(Ran(60, _ => Sample(0.4, null)).Breath);
        Assert.Null(Ran(60, _ => Sample()).Breath);
    }

    [Theory]
    [InlineData(100, 97, 4, false)]
    [InlineData(100, 40, 4, true)]
    [InlineData(100, 40, 2, null)]
    [InlineData(30, 2, 4, null)]
    public void Vanes_that_were_told_to_move_and_did_not_follow_stick(double told, double stood, double seconds, bool? stick)
        => Assert.Equal(stick, Ran(seconds, at => Sample(told: at < 0 ? 0 : told * Math.Abs(Math.Sin(at)), stood: at < 0 ? 0 : stood * Math.Abs(Math.Sin(at))))
            .VanesStick);

    [Fact]
    public void A_machine_without_vanes_has_none_that_stick()
    {
        var watch = new EngineWatch(hasVanes: false);
        for (var at = 0.0; at < 5; at += 0.05) watch.Take(at, Sample(told: 100 * Math.Abs(Math.Sin(at)), stood: 3));
        Assert.Null(watch.VanesStick);
    }

    [Fact]
    public void Where_no_vanes_are_read_nothing_is_said_of_them() => Assert.Null(Ran(10, _ => Sample(0.4)).VanesStick);

    [Theory]
    [InlineData(true, Verdict.Stop)]
    [InlineData(false, Verdict.ReadingOnly)]
    public void A_crankcase_read_on_a_simulated_engine_is_judged_in_a_demo_and_proves_nothing_elsewhere(bool demo, Verdict verdict)
    {
        var job = Book.In().Job.Context with { Demo = demo };
        var read = new CrankcaseReading(1.9, Running.Idle, 820, true);
        var outcome = (CrankcaseOutcome)CrankcaseReading.Kind.Judge(job, read)!;
        Assert.Equal(verdict, outcome.Judgement.Verdict);
        if (!demo) Assert.Contains("simulated", outcome.Why);
        // In a real shop it would stand before what a real gauge read: it is not recorded at all.
        Assert.Equal(demo, Recording.Refuse(new JudgedJob(job), Book.Technician, new EntryDraft(read, Known.Measured, "box")) is null);
    }
}
