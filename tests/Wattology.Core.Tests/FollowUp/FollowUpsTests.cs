using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Fitting;
using Wattology.Core.FollowUp;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.FollowUp;

public sealed class FollowUpsTests
{
    private static JobBuilder Over(params Limit[] limits)
    {
        var job = Book.Supplied(Book.In(limits: limits).OldPlate("Orvane", "R1", "OV-1").Confirm("dirty"));
        return Book.Fitted(job).Run().LookAtJoints().Checked().Breathe(0.4).Driven().PutRight(HoldPoint.HandOver).Tell(new PartTagged(OldPart.Unit, 1,
            "shelf 3"))
            .HandOver(Book.Desk);
    }

    private static (FollowUpKind Kind, int Days)[] Due(JobBuilder job)
    {
        var over = job.Record.Latest<HandOver.HandedOver>()!.Entry.At;
        return [.. FollowUps.Of(job.Job.Context).Select(d => (d.Kind, (int)Math.Round((d.Due - over).TotalDays)))];
    }

    [Fact]
    public void Nothing_is_due_before_the_hand_over_and_then_each_in_its_time()
    {
        Assert.Empty(FollowUps.Of(Book.Driven().Job.Context));
        Assert.Empty(FollowUps.Of(Book.In().Tell(new HandOver.JobEnded(HandOver.EndWay.Declined)).Job.Context));
        Assert.Equal([(FollowUpKind.Retorque, 7), (FollowUpKind.Levels, 7), (FollowUpKind.OilChange, 60), (FollowUpKind.OldParts, 90)], Due(Over()));
        Assert.Equal("Kept: T-1/1.", FollowUps.Of(Over().Job.Context)[^1].Why);
        // The shop's own days count, and a warranty only once somebody said how long it runs.
        var own = Due(Over(new Limit("follow-levels", LimitSource.Shop, "own", null, 3), new Limit("follow-warranty", LimitSource.Maker, "card", null, 365)));
        Assert.Equal((FollowUpKind.Levels, 3), own[0]);
        Assert.Equal((FollowUpKind.WarrantyEnd, 365), own[^1]);
    }

    [Fact]
    public void What_was_seen_to_is_due_no_more_until_it_is_taken_back()
    {
        var job = Over().Tell(new FollowedUp(FollowUpKind.Levels, "0.2 l topped up"));
        Assert.DoesNotContain(Due(job), d => d.Kind == FollowUpKind.Levels);
        Assert.Equal("oil and coolant level: 0.2 l topped up", CheckList.Kinds.Find("followed-up")!.Words(job.Job.Context, job.Record.Last));
        Assert.Equal("Oil and coolant level: nothing of the kind is due.", job.Refusal(new FollowedUp(FollowUpKind.Levels))!.Message);
        Assert.Contains(Due(job.Tell(new TakenBack(job.Record.Last.Hash, "another machine"))), d => d.Kind == FollowUpKind.Levels);
        // Old parts end by being released.
        job.Tell(new PartReleased(OldParts.Of(job.Record)[0].Tagged.Entry.Hash, "scrap", "claim paid"));
        Assert.DoesNotContain(Due(job), d => d.Kind == FollowUpKind.OldParts);
    }

    [Fact]
    public void Joints_walked_home_are_due_again_until_two_rounds_move_none_and_others_once()
    {
        Assert.DoesNotContain(Due(Over().Tell(new FollowedUp(FollowUpKind.Retorque))), d => d.Kind == FollowUpKind.Retorque);
        var job = Book.Supplied(Book.In().OldPlate("Orvane", "R1", "OV-1").Confirm("dirty")).Pass(HoldPoint.Release)
            .Tell(new PutOn(1, "manifold", SealUsed.New), Known.Seen).Tell(new Tightened(1, "manifold", 2, 2, TightenedBy.Feel), Known.Felt);
        job = job.Clock(3).DrainLaid().CannotBreathe().Fitted().PutRight(HoldPoint.Start).Oil().Clear().Crank(2).PressureSeen().PutBack().Run().LookAtJoints()
            .Checked().Breathe(0.4).Driven().PutRight(HoldPoint.HandOver).HandOver(Book.Desk);
        Assert.Equal("Until two rounds move none: unit on the manifold.", FollowUps.Of(job.Job.Context)[0].Why);
        job.After(TimeSpan.FromDays(5)).Tell(new Retorqued(1, "manifold", 1, [3, 0]));
        Assert.Contains((FollowUpKind.Retorque, 12), Due(job));
        job.Tell(new Retorqued(1, "manifold", 3, [0, 0])).Tell(new Retorqued(1, "manifold", 5, [0, 0]));
        Assert.DoesNotContain(Due(job), d => d.Kind == FollowUpKind.Retorque);
    }
}
