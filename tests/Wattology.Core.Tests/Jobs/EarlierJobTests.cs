using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Jobs;
using Wattology.Core.LooseEnds;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Jobs;

/// <summary>What an earlier job left behind, and what a comeback answers by itself.</summary>
public sealed class EarlierJobTests
{
    [Fact]
    public void It_says_what_was_confirmed_what_was_taken_for_now_and_what_the_driver_was_told()
    {
        var job = Book.Releasable();
        Assert.Equal(("", null, ""), (EarlierJob.Of(job.Job).EndWords, EarlierJob.Of(job.Job).Ended, EarlierJob.Of(job.Job).Told));
        job.Tell(new LooseEndOpened(LooseKind.AcceptedForNow, "tight gap at the heat shield")).Breathe(1.2).Accept("crankcase", "rings due next winter");
        job = Book.Fitted(job).Run().LookAtJoints().Checked().Breathe(1.2).Accept("crankcase", "rings due next winter").Driven().PutRight(HoldPoint.HandOver);
        var earlier = EarlierJob.Of(job.Job);
        Assert.StartsWith("Dirty oil: ", Assert.Single(earlier.Causes));
        Assert.Contains(earlier.ForNow, f => f.Contains("tight gap at the heat shield", StringComparison.Ordinal));
        Assert.Contains("Crankcase, 1.2 kPa: rings due next winter (Ada Quill)", earlier.ForNow);
        Assert.Equal("Idle a minute before stopping when hot.", earlier.Told);
    }

    [Fact]
    public void A_comeback_came_soon_after_work_unless_a_person_says_otherwise_with_a_reason()
    {
        var job = Book.In();
        Assert.DoesNotContain("soon-after-work", job.Job.Answers.Keys);
        string? Refused(string of) => Recording.Refuse(job.Job, Book.Desk, new EntryDraft(new ComebackOf(of, "T-0")))?.Message;
        Assert.Equal(("A job is no comeback of itself.", null), (Refused(Book.Id), Refused("fedcba9876543210fedcba9876543210")));
        job.Tell(new ComebackOf("fedcba9876543210fedcba9876543210", "T-0"), by: Book.Desk);
        Assert.Equal(Answer.Present, job.Job.Answers["soon-after-work"].Answer);
        Assert.Equal("T-0", job.Job.Answers["soon-after-work"].Reading!.Value);
        job.Tell(new FindingOtherwise(0, "soon-after-work", Answer.Absent, "that was the gearbox"), Known.Told);
        Assert.Equal(Answer.Absent, job.Job.Answers["soon-after-work"].Answer);
        job.Tell(new TakenBack(job.Record.Latest<FindingOtherwise>()!.Entry.Hash, "it was the engine"))
            .Tell(new TakenBack(job.Record.Latest<ComebackOf>()!.Entry.Hash, "another machine"), by: Book.Desk);
        Assert.DoesNotContain("soon-after-work", job.Job.Answers.Keys);
    }
}
