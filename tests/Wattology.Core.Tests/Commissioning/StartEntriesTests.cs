using Wattology.Core.Checks;
using Wattology.Core.Commissioning;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Commissioning;

/// <summary>What the start and what follows it say in the record, what they refuse, and how they stand on the drawing.</summary>
public sealed class StartEntriesTests
{
    private static string Words(JobBuilder job) => job.Job.Words(job.Entries[^1]);

    private static JobBuilder Fired() => Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0);

    [Fact]
    public void A_caution_where_a_life_is_at_stake_is_read_by_name_of_its_act()
    {
        Assert.Equal("engine fired", Words(Book.Startable().Tell(new CautionRead("fired"))));
        Assert.Equal("", Words(Book.Startable().Tell(new CautionRead("no-such-act"))));
        Assert.True(Fired().Job.Record.Kinds.Find("fired")!.Caution!.Acknowledged);
        Assert.Equal("fired", Assert.Single(CheckList.Kinds.All, k => k.Caution is { Acknowledged: true }).Name);
    }

    [Fact]
    public void A_run_under_a_minute_is_said_in_seconds_and_from_there_in_minutes()
    {
        Assert.StartsWith("stopped after 59.9 s", Words(Fired().Seconds(59.9).Tell(new RunEnded(RunEnd.Stopped))), StringComparison.Ordinal);
        Assert.StartsWith("stopped after 1.0 min", Words(Fired().Seconds(60).Tell(new RunEnded(RunEnd.Stopped))), StringComparison.Ordinal);
        Assert.StartsWith("stalled after 5.5 min", Words(Fired().Seconds(330).Tell(new RunEnded(RunEnd.Stalled))), StringComparison.Ordinal);
    }

    [Fact]
    public void Trouble_is_seen_only_while_the_engine_runs_and_says_what()
    {
        Assert.Equal("The engine is not running.", Book.Startable().Refusal(new TroubleSeen(Trouble.Rubbing))!.Message);
        Assert.Null(Fired().Refusal(new TroubleSeen(Trouble.Rubbing)));
        Assert.Equal("rubbing or scraping", Words(Fired().Tell(new TroubleSeen(Trouble.Rubbing))));
        Assert.Equal("the engine runs away", Words(Fired().Tell(new TroubleSeen(Trouble.Runaway))));
    }

    [Fact]
    public void Entries_of_the_older_form_say_what_they_said_and_are_recorded_no_more()
    {
        Entry Sealed(EntryBody body, Outcome? outcome)
        {
            var job = Book.In();
            var kind = CheckList.Kinds.Of(body.GetType());
            return Chain.Seal(job.Record.Id, job.Record.Last, job.Now, Book.Technician, kind, new EntryDraft(body), outcome, WorkStage.Start, null);
        }
        string Said(EntryBody body, Outcome? outcome)
        {
            var job = Book.In();
            var entry = Sealed(body, outcome);
            return new JudgedJob(job.Job.Context with { Record = job.Record.With([entry]) }).Words(entry);
        }
        Assert.Equal("4.5 s after firing", Said(new PressureAfterFiring(), new Lasted(4.5)));
        Assert.Equal("after 3.0 min", Said(new EngineStopped(), new Lasted(180)));
        Assert.Equal("smoke none, oil between marks, no codes", Said(new RunChecked(Smoke.None, OilLevel.BetweenMarks, true), null));
        Assert.Equal("smoke black, oil under mark, codes P1", Said(new RunChecked(Smoke.Black, OilLevel.UnderMark, false, "P1"), null));
        foreach (var body in new EntryBody[] { new PressureAfterFiring(), new EngineStopped(), new RunChecked(Smoke.None, OilLevel.BetweenMarks, true) })
            Assert.Contains("recorded no more", Recording.Refuse(Book.In().Job, Book.Technician, new EntryDraft(body))!.Message);
    }

    [Fact]
    public void After_the_run_stands_as_not_looked_at_then_begun_then_done()
    {
        var job = Book.Startable().Run();
        Assert.Equal(Verdict.NotLookedAt, job.Check("after-run").Verdict);
        job.Answer(AfterRunCheck.Smoke, "none");
        Assert.Equal((Verdict.ReadingOnly, "Fault codes cleared: not answered yet."), (job.Check("after-run").Verdict, job.Check("after-run").Why));
        Assert.Equal((Verdict.Sound, "done"), (Book.Driven().Check("after-run").Verdict, Book.Driven().Check("after-run").Value));
    }

    [Fact]
    public void The_worst_reading_with_the_new_unit_counts()
    {
        var item = Book.Startable().Run().Tell(new CrankcaseReading(1.2, Running.Idle), Known.Measured, "box")
            .Tell(new CrankcaseReading(0.4, Running.Loaded), Known.Measured, "box").Job
            .HoldPoint(HoldPoint.HandOver).Items.Single(i => i.Id == "crankcase");
        Assert.False(item.Settled);
        Assert.Contains("High enough to hold oil back", item.Because);
    }
}
