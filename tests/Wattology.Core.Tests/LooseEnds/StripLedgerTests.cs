using Wattology.Core.OilSupply;
using Wattology.Core.Fitting;
using Wattology.Core.BookIn;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Jobs;
using Wattology.Core.LooseEnds;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.LooseEnds;

public sealed class StripLedgerTests
{
    private static StripPlace Place(string id) => StripLedger.Places.Single(p => p.Id == id);

    private static JobBuilder TakeOff(JobBuilder job, string id, int turbo = 1, int? count = null)
        => job.Tell(StripLedger.Off(Place(id), job.Job.Machine, turbo, count));

    [Fact]
    public void What_came_off_last_goes_on_first_and_every_line_closes_by_its_own_entry()
    {
        var job = TakeOff(TakeOff(TakeOff(Book.In(), "battery"), "drain-flange", count: 2), "shield", count: 4);
        Assert.Equal(["Batteries, all of them, disconnected", "Drain flange, opened (2 fixings)", "Heat shield, off (4)"],
            StripLedger.Of(job.Job.Context).Select(l
            => l.What));
        Assert.Equal(["Heat shield", "Drain flange", "Batteries, all of them"], StripLedger.TurnedRound(job.Job.Context).Select(l => l.Place));
        // The same entries hold the start: loose ends and joints know them.
        Assert.Contains(JointWork.StillOpen(job.Record), o => o.Body.Joint == "drain-flange-1");
        Assert.Equal(3, LooseEndRegister.Open(job.Job.Context).Count(l => l.Blocks == Blocks.Start));
        while (StripLedger.TurnedRound(job.Job.Context).FirstOrDefault(l => l.Back is null) is { } line)
        {
            Assert.Null(job.Refusal(StripLedger.On(line)));
            job.Tell(StripLedger.On(line), Known.Seen);
            Assert.NotNull(StripLedger.Of(job.Job.Context).Single(l => l.Off.Hash == line.Off.Hash).Back);
        }
        Assert.Empty(LooseEndRegister.Open(job.Job.Context));
        Assert.Empty(JointWork.StillOpen(job.Record));
    }

    [Fact]
    public void A_touch_by_mistake_is_taken_back_until_it_was_closed()
    {
        var job = TakeOff(Book.In(), "shield");
        var off = job.Entries[^1].Hash;
        Assert.Null(job.Refusal(new TakenBack(off, "touched by mistake")));
        Assert.Empty(StripLedger.Of(job.Branch().Tell(new TakenBack(off, "touched by mistake")).Job.Context));
        job.Tell(new LooseEndClosed(off), Known.Seen);
        Assert.Equal("It was closed since: it was open.", job.Refusal(new TakenBack(off, "touched by mistake"))!.Message);
    }

    [Fact]
    public void A_place_is_off_until_it_is_on_again_and_each_turbo_has_its_own()
    {
        var job = TakeOff(TakeOff(Book.In(turbos: 2), "shield", 2), "feed-inlet", 1);
        bool Off(string id, int turbo) => StripLedger.OffAt(StripLedger.Of(job.Job.Context), Place(id), job.Job.Machine, turbo) is not null;
        Assert.Equal([false, true, true, false], [Off("shield", 1), Off("shield", 2), Off("feed-inlet", 1), Off("feed-inlet", 2)]);
        TakeOff(job, "battery", 2);
        Assert.True(Off("battery", 1) && Off("battery", 2));
        job.Tell(new JointsClosed(["feed-inlet-1"]), Known.Seen);
        Assert.False(Off("feed-inlet", 1));
        TakeOff(job, "feed-inlet", 1);
        Assert.True(Off("feed-inlet", 1));
        Assert.Equal(3, StripLedger.Of(job.Job.Context).Count);
    }

    [Fact]
    public void What_a_machine_has_not_does_not_come_off_it()
    {
        string[] Of(BookedIn machine) => [.. StripLedger.PlacesOf(machine).Select(p => p.Id)];
        Assert.DoesNotContain("water", Of(Book.Machine()));
        Assert.Contains("water", Of(Book.Machine(water: true)));
        Assert.Contains("boost-hose", Of(Book.Machine()));
        Assert.DoesNotContain("actuator-plug", Of(Book.Machine()));
        Assert.Contains("actuator-plug", Of(Book.Machine(control: BoostControl.VanesElectric)));
        Assert.DoesNotContain("boost-hose", Of(Book.Machine(control: BoostControl.None)));
        Assert.All(StripLedger.Places.Where(p => p.Joint is not null), p => Assert.Contains(JointList.Places, j => j.Id == p.Joint));
    }

    [Theory]
    [InlineData(BoostControl.WastegateCanister, true)]
    [InlineData(BoostControl.VanesElectric, true)]
    [InlineData(BoostControl.ExternalWastegate, true)]
    [InlineData(BoostControl.None, false)]
    public void On_the_drawing_each_has_a_place_a_finger_finds_alone(BoostControl control, bool water)
    {
        var spots = StripBoard.Of(Book.Machine(water: water, control: control));
        Assert.Equal(StripLedger.PlacesOf(Book.Machine(water: water, control: control)).Select(p => p.Id), spots.Select(s => s.Place.Id));
        foreach (var spot in spots)
        {
            Assert.True(spot.Box.H >= UnitParts.LeastTarget && spot.Box is { X: >= 0, Y: >= 0 } && spot.Box.Right <= StripBoard.Width && spot.Box.Bottom
                <= StripBoard.Height, spot.Place.Id);
            Assert.True(Lettering.Letters.Width(spot.Place.Title, 19) <= spot.Box.W - 14, spot.Place.Title);
            Assert.All(spots.Where(s => s != spot), s => Assert.True(spot.Box.Shared(s.Box) == 0, $"{spot.Place.Id} lies over {s.Place.Id}"));
        }
    }

    [Fact]
    public void A_feed_opened_to_catch_is_closed_by_the_answer_that_it_is_on_again_and_by_no_earlier_one()
    {
        JobBuilder Caught() => Book.In(2).Answer(FitCheck.FeedConnected, "tight").Disable().Clear("catch").Crank(1).Answer(SupplyChecks.FeedSeen, "steady",
            "", 1);
        int Open(JobBuilder job) => LooseEndRegister.Open(job.Job.Context).Count(l => l.Kind == LooseKind.FeedOpen);
        Assert.Equal(1, Open(Caught()));
        Assert.Equal(1, Open(Caught().Answer(FitCheck.FeedConnected, "not-tight", "", 1)));
        Assert.Equal(1, Open(Caught().Answer(FitCheck.FeedConnected, "tight", "", 2)));
        Assert.Equal(0, Open(Caught().Answer(FitCheck.FeedConnected, "tight", "", 1)));
    }
}
