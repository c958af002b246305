using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;

namespace Wattology.Core.Tests.Jobs;

public sealed class WorkOrderTests
{
    private static WorkStage Next(JobBuilder job) => job.Job.Work.Next!.Stage;

    private static WorkStep Step(JobBuilder job, WorkStage stage) => job.Job.Work.Steps.Single(s => s.Stage == stage);

    [Fact]
    public void The_bar_follows_the_order_of_the_work_for_each_kind_of_job()
    {
        static string Bar(JobBuilder job) => string.Join(" · ", job.Job.Work.Steps.Select(s => s.Title));
        Assert.Equal("Identify · Triage · Strip and inspect · Cause · Parts · Supply · Release · Bench · Fit · As installed · Prime · Start · "
            + "After the run · Hand over",
            Bar(Book.In()));
        Assert.Equal("Identify · Fit for boost · Parts · Supply · Release · Bench · Fit · As installed · Prime · Start · After the run · Hand over",
            Bar(Book.In(kind: Core.BookIn.JobKind.FirstFitment)));
        Assert.Equal("Identify · Triage · Strip and inspect · Cause · Hand over", Bar(Book.Confirmed("elsewhere")));
        Assert.Equal("Identify · Triage · Strip and inspect · Cause · Fit · As installed · Prime · Start · After the run · Hand over",
            Bar(Book.Confirmed("elsewhere").Tell(new Core.Joints.JointOpened("feed-inlet-1"))));
        Assert.Contains("Parts", Bar(Book.Confirmed("elsewhere").Tell(new CauseAlso(0, "drain", "kinked"))));
    }

    [Fact]
    public void It_moves_on_as_steps_are_done()
    {
        Assert.Equal(WorkStage.Identify, Next(Book.In()));
        Assert.Equal(WorkStage.Identify, Next(Book.In(2).PlateNotReadable()));
        Assert.Equal(WorkStage.Triage, Next(Book.In().PlateNotReadable()));
        Assert.Equal("crankcase", Book.In().PlateNotReadable().Triaged().Job.Work.Next!.Sheet);
        Assert.Equal(WorkStage.Strip, Next(Book.In().PlateNotReadable().Triaged().Breathe(0.2)));
        Assert.Equal(WorkStage.Cause, Next(Book.In().PlateNotReadable().Triaged().CannotBreathe().Look("wheel-rubbed", true)));
        Assert.Equal(WorkStage.Parts, Next(Book.Confirmed("dirty")));
        Assert.Equal(WorkStage.Supply, Next(Book.Confirmed("dirty").NewPlate("Orvane", "R1", "OV-1").Received()));
        Assert.Equal(WorkStage.Release, Next(Book.Releasable()));
        var released = Book.Releasable().Pass(HoldPoint.Release);
        Assert.Equal(("clocking", WorkStage.Bench), (released.Job.Work.Next!.Sheet, Next(released)));
        Assert.Equal(("drain", WorkStage.Bench), (released.Clock(3, false).Job.Work.Next!.Sheet, Next(released)));
        Assert.Equal(WorkStage.Fit, Next(released.DrainLaid(false)));
        Assert.Equal(("drain", WorkStage.AsInstalled), (released.Fitted().Job.Work.Next!.Sheet, Next(released)));
        Assert.Equal("Only planned: not looked at as installed.", released.Job.Work.Next!.Words);
        Assert.Equal("clocking", released.DrainLaid().Job.Work.Next!.Sheet);
        Assert.Equal(WorkStage.Prime, Next(released.Clock(3)));
        Assert.Equal(WorkStage.Start, Next(Book.Startable()));
        Assert.Equal(WorkStage.AfterRun, Next(Book.Startable().Run().LookAtJoints()));
        Assert.Equal(WorkStage.HandOver, Next(Book.Driven().Tell(new Core.LooseEnds.LooseEndOpened(Core.LooseEnds.LooseKind.TieLater))));
        var over = Book.Driven().HandOver(Book.Desk);
        Assert.Null(over.Job.Work.Next);
        Assert.All(over.Job.Work.Steps, s => Assert.True(s.Done));
        Assert.Null(Book.In().Tell(new Core.HandOver.JobEnded(Core.HandOver.EndWay.Declined)).Job.Work.Next);
    }

    [Fact]
    public void A_wait_or_a_missing_part_hides_no_work_that_is_possible()
    {
        var job = Book.Confirmed("dirty").Tell(new Core.Parts.Ordered("Turbo", "the boat"));
        Assert.Equal("Turbo is on its way from the boat.", Step(job, WorkStage.Parts).Held);
        Assert.Equal(WorkStage.Supply, Next(job));
        Assert.Equal("It waits for the release.", Step(job, WorkStage.Fit).Held);
        Assert.Equal("It waits for its hold point.", Step(job, WorkStage.Start).Held);
        Assert.Equal("It waits for the first run.", Step(job, WorkStage.AfterRun).Held);
        Assert.Null(Step(job.NewPlate("Orvane", "R1", "OV-1").Received(), WorkStage.Parts).Held);
        Assert.True(Step(job, WorkStage.Parts).Done);
        Assert.Null(Step(Book.Releasable().Pass(HoldPoint.Release), WorkStage.Fit).Held);
        Assert.Equal(2, Step(Book.In(2).OldPlate("a", "b", "OV-1").Catch(1).Tell(new Core.Checks.Looked(2, "feed-seen", "nothing")), WorkStage.Supply).Turbo);
    }

    [Fact]
    public void What_a_step_waits_for_is_kept_as_a_key_and_said_in_words()
    {
        static string Words(WorkStep step) => WorkOrder.WaitsWords(i => HoldPoints.TitleOf(1, i), step.Waits, step.Open);
        var release = Step(Book.Confirmed("dirty").Disable().Catch(1), WorkStage.Release);
        Assert.Equal(("plate-1", 4, "4 items open: new unit's number matched."), (release.Waits, release.Open, release.Words));
        Assert.Equal(release.Words, Words(release));
        var ready = Step(Book.Releasable(), WorkStage.Release);
        Assert.Equal((WorkOrder.ToBePassed, "Everything is settled: it can be passed."), (ready.Waits, Words(ready)));
        Assert.Equal("Stands at a stop.", Words(Step(Book.In().Oil().Clear().Crank(4, 15), WorkStage.Prime)));
        Assert.Equal("Doubtful: measure again, or have it taken by name.", Words(Step(Book.In().Catch(0.6), WorkStage.Supply)));
        Assert.Equal("Begun, not settled yet.", Words(Step(Book.In().Answer(Core.Triage.TriageCheck.Systems[0], "nothing-found"), WorkStage.Triage)));
        Assert.Equal("Not looked at yet.", Words(Book.In().Job.Work.Next!));
        Assert.Equal("1 item open: cause confirmed.", WorkOrder.WaitsWords(i => HoldPoints.TitleOf(1, i), "cause", 1));
        Assert.Equal("", Words(Step(Book.Releasable(), WorkStage.Identify)));
        Assert.All(Enum.GetValues<WorkStage>(), s => Assert.NotEmpty(WorkOrder.TitleOf(s)));
    }

    [Fact]
    public void Readings_answer_findings_until_a_person_says_otherwise()
    {
        var job = Book.In().OldPlate("Orvane", "R1", "OV-1").Breathe(4);
        Assert.Equal(Answer.Present, job.Job.Answers["crankcase-pressure-high"].Answer);
        Assert.Equal("crankcase", job.Job.Answers["crankcase-pressure-high"].Reading!.Id);
        job.Look("crankcase-pressure-high", false);
        Assert.Null(job.Job.Answers["crankcase-pressure-high"].Reading);
        Assert.Equal(Answer.Absent, job.Job.Answers["crankcase-pressure-high"].Answer);
        job.Tell(new Core.Findings.FindingNoted(0, "crankcase-pressure-high"));
        Assert.False(job.Job.Answers.ContainsKey("crankcase-pressure-high"));

        var twin = Book.In(2).OldPlate("Orvane", "R1", "OV-1").Catch(1);
        Assert.Equal(Answer.Absent, twin.Job.Answers["feed-flow-low"].Answer);
        var low = twin.Record.LatestOf<Core.OilSupply.CatchTestReading>(1)!.Body;
        twin.Tell(low with { Input = low.Input with { Runs = [new(0, 10), new(0, 10)] } });
        Assert.Equal(Answer.Present, twin.Job.Answers["feed-flow-low"].Answer);
        Assert.Equal(Answer.Present, Book.In().OldPlate("a", "b", "OV-1").NewPlate("a", "b", "OV-9").Job.Answers["part-number-mismatch"].Answer);
        Assert.DoesNotContain("part-number-mismatch", Book.In().OldPlate("a", "b", "OV-1").Job.Answers.Keys);
        Assert.Equal(Answer.Present, Book.In().DrainLaid(flat: true).Job.Answers["drain-restricted"].Answer);
        Assert.Equal(["crankcase-pressure-high"], Book.In().Breathe(0.4).Job.Answers.Keys);
    }
}
