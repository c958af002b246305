using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>How a claim goes on once it is out.</summary>
public sealed class ClaimTests
{
    private static readonly ClaimSent Pack = new("Mill cover, version 1", new string('b', 64), 3, ClaimWay.ByHand, "Orvane, by post");
    private static readonly ClaimAnswered Granted = new(ClaimAnswer.Accepted, "Granted.", Amount: 900), No = new(ClaimAnswer.Refused, "No.", "catch"),
        What = new(ClaimAnswer.Asked, "Which oil?");

    private static ClaimState State(JobBuilder job) => Claim.Of(job.Job.Context)!.State;

    [Fact]
    public void A_claim_goes_from_what_is_missing_to_what_was_paid()
    {
        Assert.Null(Claim.Of(Book.In().Job.Context));
        var job = Book.In().Under(Policies.Of(new WantedProof("old-plate", Known.Seen)));
        Assert.Equal(ClaimState.ToComplete, State(job));
        job.OldPlate("Orvane", "R1", "OV-1").Tell(new ClaimExpected(860));
        Assert.Equal(ClaimState.Ready, State(job));
        job.Tell(Pack);
        Assert.Equal(ClaimState.Sent, State(job));
        job.Tell(What);
        Assert.Equal(ClaimState.Asked, State(job));
        job.Tell(Pack with { Pack = new string('c', 64), UpTo = 7 });
        Assert.Equal(ClaimState.Sent, State(job));
        job.Tell(Granted);
        Assert.Equal(ClaimState.Accepted, State(job));
        job.Tell(new ClaimPaid(500)).Tell(new ClaimPaid(360));
        var claim = Claim.Of(job.Job.Context)!;
        Assert.Equal((ClaimState.Paid, 860.0, 860.0, 2), (claim.State, claim.Expected, claim.Received, claim.Sent.Count));
    }

    [Fact]
    public void A_refusal_says_its_reason_and_a_later_pack_opens_the_claim_again()
    {
        var job = Book.In().Under(Policies.Of()).Tell(Pack).Tell(No);
        Assert.Equal((ClaimState.Refused, "catch"), (State(job), Claim.Of(job.Job.Context)!.Code));
        Assert.Equal("refused, oil caught at the feed: No.", No.Said);
        job.Tell(Pack with { Pack = new string('c', 64), UpTo = 5 });
        Assert.Equal((ClaimState.Sent, ""), (State(job), Claim.Of(job.Job.Context)!.Code));
    }

    [Fact]
    public void Of_two_answers_that_contradict_one_another_the_first_stands_until_one_is_taken_back()
    {
        var job = Book.In().Under(Policies.Of()).Tell(Pack).Tell(Granted).Tell(No);
        Assert.Equal(ClaimState.Accepted, State(job));
        Assert.Contains("accepted: Granted., 900.00, and then refused", Claim.Of(job.Job.Context)!.Contradiction);
        job.Tell(new TakenBack(job.Record.Latest<ClaimAnswered>(a => a == Granted)!.Entry.Hash, "the second letter holds"));
        Assert.Equal((ClaimState.Refused, ""), (State(job), Claim.Of(job.Job.Context)!.Contradiction));
    }

    [Fact]
    public void Nothing_is_answered_that_was_not_sent_nor_paid_that_was_not_granted_and_no_pack_goes_out_twice()
    {
        var job = Book.In().Under(Policies.Of());
        Assert.Contains("Nothing was sent", job.Refusal(Granted, Book.Desk)!.Message);
        Assert.Contains("under no policy", Book.In().Refusal(Pack, Book.Desk)!.Message);
        job.Tell(Pack);
        Assert.Contains("went out already", job.Refusal(Pack, Book.Desk)!.Message);
        Assert.Contains("not accepted", job.Refusal(new ClaimPaid(1), Book.Desk)!.Message);
        Assert.Null(job.Tell(Granted).Refusal(new ClaimPaid(1), Book.Desk));
    }
}
