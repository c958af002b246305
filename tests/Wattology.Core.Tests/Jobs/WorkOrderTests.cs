using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;

namespace Wattology.Core.Tests.Jobs;

public sealed class WorkOrderTests
{
    [Fact]
    public void The_bar_follows_the_order_of_the_work()
        => Assert.Equal(["plate", "crankcase", "findings", "oil-supply", "release", "drain", "clocking", "prime", "start", "hand-over"],
        Book.In().Job.Work.Steps.Select(s => s.Sheet));

    [Fact]
    public void It_moves_on_as_steps_are_done()
    {
        static string Next(JobBuilder job) => job.Job.Work.Next!.Sheet;
        Assert.Equal("plate", Next(Book.In()));
        Assert.Equal("plate", Next(Book.In(2).PlateNotReadable()));
        Assert.Equal("crankcase", Next(Book.In().PlateNotReadable()));
        Assert.Equal("findings", Next(Book.In().PlateNotReadable().Breathe(0.2)));
        Assert.Equal("findings", Next(Book.In().PlateNotReadable().CannotBreathe()));
        Assert.Equal("oil-supply", Next(Book.Confirmed("dirty").Breathe(0.2)));
        Assert.Equal("release", Next(Book.Releasable().Breathe(0.2)));
        Assert.Equal("start", Next(Book.Startable().CannotBreathe()));
        Assert.Equal("hand-over", Next(Book.Startable().Breathe(0.2).Run().LookAtJoints().Checked()));
    }

    [Fact]
    public void A_deferred_crankcase_counts_as_done_until_the_job_is_handed_over()
    {
        var job = Book.Startable().CannotBreathe();
        var step = job.Job.Work.Steps.Single(s => s.Sheet == "crankcase");
        Assert.Equal((true, "due after the first start"), (step.Done, step.Words));
        Assert.False(job.Breathe(4).Job.Work.Steps.Single(s => s.Sheet == "crankcase").Done);
        Assert.Null(Book.Startable().Breathe(0.2).Run().LookAtJoints().Checked().Pass(HoldPoint.HandOver).HandOver(Book.Desk).Job.Work.Next);
    }

    [Fact]
    public void What_a_step_waits_for_is_kept_as_a_key_and_said_in_words()
    {
        static string Words(WorkStep step) => WorkOrder.WaitsWords(i => HoldPoints.TitleOf(1, i), step.Waits, step.Open);
        var release = Book.Confirmed("dirty").Catch(1).Job.Work.Steps.Single(s => s.Sheet == "release");
        Assert.Equal(("plate-1", 3, "3 items open: replacement's number matched."), (release.Waits, release.Open, release.Words));
        Assert.Equal(release.Words, Words(release));
        var ready = Book.Releasable().Job.Work.Steps.Single(s => s.Sheet == "release");
        Assert.Equal((WorkOrder.ToBePassed, "Everything is settled: it can be passed."), (ready.Waits, Words(ready)));
        Assert.Equal("Stands at a stop.", Words(Book.In().Breathe(4).Job.Work.Steps.Single(s => s.Sheet == "crankcase")));
        Assert.Equal("Doubtful: measure again, or have it taken by name.", Words(Book.In().Breathe(1.2).Job.Work.Steps.Single(s => s.Sheet == "crankcase")));
        Assert.Equal("A reading without a verdict yet.", Words(Book.In(closed: true).Breathe(1.2).Job.Work.Steps.Single(s => s.Sheet == "crankcase")));
        Assert.Equal("Not looked at yet.", Words(Book.In().Job.Work.Next!));
        Assert.Equal("1 item open: cause confirmed.", WorkOrder.WaitsWords(i => HoldPoints.TitleOf(1, i), "cause", 1));
        Assert.Equal("", Words(Book.Releasable().Job.Work.Steps.Single(s => s.Sheet == "plate")));
        Assert.Equal(["Identify", "Findings and cause", "Release", "Hand over", "Oil supply", "of old"],
            new[] { "plate", "findings", "release", "hand-over", "oil-supply", "of-old" }.Select(WorkOrder.TitleOf));
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
