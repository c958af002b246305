using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Gauge;

public sealed class SimulatedTests
{
    private static PressureOutcome Read(JobBuilder job, bool? simulated, bool demo)
        => (PressureOutcome)PressureRead.Kind.Judge(job.Job.Context with { Demo = demo }, new PressureRead(PressureBy.DirectGauge, 180, Simulated: simulated))!;

    [Fact]
    public void A_simulated_engine_proves_nothing_outside_a_demo_and_is_said_to_be_one()
    {
        var job = Book.Startable();
        Assert.True(Read(job, null, false).Proves);
        Assert.True(Read(job, true, true).Proves);
        var nothing = Read(job, true, false);
        Assert.Equal((Verdict.ReadingOnly, "It proves nothing: the engine was a simulated one."), (nothing.Judgement.Verdict, nothing.Why));
        job.Tell(new PressureRead(PressureBy.DirectGauge, 180, Simulated: true), Known.Measured, "bench box 1 (simulated)");
        Assert.StartsWith("simulated: direct gauge, 180 kPa.", CheckList.Kinds.Find("oil-pressure-read")!.Words(job.Job.Context, job.Record.Last),
            StringComparison.Ordinal);
    }

    [Fact]
    public void Pressure_after_firing_on_a_simulated_engine_counts_for_nothing_outside_a_demo()
    {
        JobBuilder Run(bool? simulated) => Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.05)
            .Tell(new PressureShown(simulated), minutes: 6).Tell(new RunEnded(RunEnd.Stopped));
        Assert.True(EngineRuns.Of(Run(null).Job.Context).IdledEnough);
        Assert.False(EngineRuns.Of(Run(true).Job.Context).IdledEnough);
        Assert.True(EngineRuns.Of(Run(true).Job.Context with { Demo = true }).IdledEnough);
    }

    [Fact]
    public void A_box_is_on_a_job_until_it_is_taken_off()
    {
        var job = Book.In();
        Assert.Equal("No gauge box is on this job.", job.Refusal(new GaugeOff())!.Message);
        job.Tell(new GaugeOn("bench box 1", true));
        Assert.Equal("bench box 1", GaugeOfJob.On(job.Record)!.Body.Box);
        Assert.Equal("bench box 1 (simulated)", CheckList.Kinds.Find("gauge-on")!.Words(job.Job.Context, job.Record.Last));
        Assert.Null(job.Refusal(new GaugeOff()));
        job.Tell(new GaugeOff());
        Assert.Null(GaugeOfJob.On(job.Record));
        Assert.NotNull(GaugeOfJob.On(job.Tell(new GaugeOn("bench box 2", false)).Record));
        Assert.NotNull(job.Refusal(new GaugeOn("  ", false)));
    }

    [Fact]
    public void Pressure_lost_while_it_runs_is_a_trouble_with_its_first_words()
    {
        Assert.Equal("Oil pressure lost", TroubleSeen.Title(Trouble.PressureLost));
        Assert.Equal("Stop the engine at once.", TroubleSeen.First(Trouble.PressureLost)[0]);
    }
}
