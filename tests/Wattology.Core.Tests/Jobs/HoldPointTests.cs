using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.People;
using Wattology.Core.Plate;

namespace Wattology.Core.Tests.Jobs;

public sealed class HoldPointTests
{
    private static string? Refusal(JobBuilder job, HoldPoint point, Author? by = null, Author? second = null)
        => job.Job.HoldPoint(point).Refusal(by ?? Book.Technician, second);

    [Fact]
    public void A_doubt_or_a_bare_reading_is_settled_by_name_until_the_next_reading_and_a_stop_never_is()
    {
        foreach (var (ratio, gallery, verdict) in new[] { (0.6, 160.0, Verdict.Doubtful), (1.0, (double?)null, Verdict.ReadingOnly),
            (0.2, 160.0, Verdict.Stop) })
        {
            var job = Book.Confirmed(Remedies.NotEstablished).Catch(ratio, galleryKpa: gallery);
            Assert.Equal(verdict, job.Check("oil-supply").Verdict);
            Assert.Contains("oil-supply-1", job.Open(HoldPoint.Release));
            job.Tell(new Accepted(job.Check("oil-supply").Found.Since!.Hash, "will do"));
            Assert.Equal(verdict != Verdict.Stop, !job.Open(HoldPoint.Release).Contains("oil-supply-1"));
            Assert.Contains("oil-supply-1", job.Catch(ratio, galleryKpa: gallery).Open(HoldPoint.Release));
        }
    }

    [Fact]
    public void A_passing_takes_on_what_was_open_then_and_nothing_later()
    {
        var job = Book.Confirmed("dirty").Disable().Catch(1).NewPlate("Orvane", "R1", "OV-1").Received().Pass(HoldPoint.Release, "boat leaves");
        Assert.Equal(["dirty-flush", "dirty-source"], job.Record.Latest<HoldPointPassed>()!.Body.Open);
        Assert.True(job.Job.HoldPoint(HoldPoint.Release) is { Passed: true, Free: true });
        Assert.Contains("Release, with open: Galleries or sump flushed as needed, Source of the debris named. boat leaves",
            job.Job.Words(job.Record.Latest<HoldPointPassed>()!.Entry));
        job.Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-9"));
        Assert.True(job.Job.HoldPoint(HoldPoint.Release) is { Passed: false, Free: false });
        Assert.Equal("plate-1", Assert.Single(job.Job.HoldPoint(HoldPoint.Release).NotCovered).Id);
    }

    [Fact]
    public void What_was_taken_on_is_how_it_stood_then_and_a_newer_reading_of_the_same_item_shuts_it_again()
    {
        var job = Book.Confirmed("dirty").PutRight(HoldPoint.Release).Disable().Catch(0.6).NewPlate("Orvane", "R1", "OV-1").Received().Pass(HoldPoint.Release);
        Assert.True(job.Job.HoldPoint(HoldPoint.Release).Passed);
        Assert.False(job.Catch(0.7).Job.HoldPoint(HoldPoint.Release).Passed);
        Assert.True(job.Pass(HoldPoint.Release).Job.HoldPoint(HoldPoint.Release).Passed);
        Assert.False(job.Catch(0.2).Job.HoldPoint(HoldPoint.Release).Free);
    }

    [Fact]
    public void A_stop_takes_two_names_and_the_second_is_no_desk_nor_the_same_person()
    {
        JobBuilder Job() => Book.Confirmed("dirty").PutRight(HoldPoint.Release).Disable().Catch(0.2).NewPlate("Orvane", "R1", "OV-1").Received();
        Assert.Contains("Passing this takes two names", Refusal(Job(), HoldPoint.Release));
        Assert.Contains("Passing this takes two names", Refusal(Job(), HoldPoint.Release, Book.Owner));
        Assert.Contains("somebody else's", Refusal(Job(), HoldPoint.Release, second: Book.Technician));
        Assert.Contains("owner or technician", Refusal(Job(), HoldPoint.Release, second: Book.Desk));
        Assert.Contains("passing takes owner or technician", Refusal(Job(), HoldPoint.Release, Book.Desk, Book.Owner));
        Assert.Null(Refusal(Job(), HoldPoint.Release, second: Book.Owner));
        Assert.Null(Refusal(Job(), HoldPoint.Release, second: Book.Second));
        Assert.False(Job().Pass(HoldPoint.Release).Job.HoldPoint(HoldPoint.Release).Passed);
        var two = Job().Pass(HoldPoint.Release, "boat leaves", Book.Second);
        Assert.True(two.Job.HoldPoint(HoldPoint.Release).Passed);
        Assert.Equal(("Eli Wren", "p-eli"), (two.Entries[^1].Second, two.Entries[^1].SecondId));
        Assert.Contains("boat leaves Second name: Eli Wren.", two.Job.Words(two.Entries[^1]));
        Assert.True(two.Job.HoldPoint(HoldPoint.Release).TakesTwo);
        // One stop among items that one name passes takes two names all the same.
        Assert.Contains("Passing this takes two names", Refusal(Book.Confirmed("dirty").Disable().Catch(0.2), HoldPoint.Release));
        Assert.Equal("release", two.Job.HoldPoint(HoldPoint.Start).Items.Single(i => i.Id == "release").Sheet);
        Assert.Equal("parts", two.Job.HoldPoint(HoldPoint.Release).Items.Single(i => i.Id == "as-received-1").Sheet);
    }

    [Fact]
    public void What_nobody_passes_is_passed_by_no_two_names_either()
    {
        var job = Book.Startable().Disable();
        Assert.Contains("No name and no reason passes this", Refusal(job, HoldPoint.Start, Book.Owner, Book.Second));
        Assert.Null(Refusal(Book.Startable(), HoldPoint.Start, Book.Desk));
        // Taken on while it was a doubt, it falls shut when it becomes what nobody passes.
        var shut = Book.Releasable().Answer(Core.Parts.PartsCheck.AsReceived, "cap-missing", "drain").Pass(HoldPoint.Release);
        Assert.True(shut.Job.HoldPoint(HoldPoint.Release).Passed);
        Assert.False(shut.Answer(Core.Parts.PartsCheck.AsReceived, "not-free").Job.HoldPoint(HoldPoint.Release).Passed);
    }

    [Fact]
    public void A_hold_point_that_fell_shut_says_what_opened_it_by_whom()
    {
        var job = Book.Startable();
        Assert.Empty(job.Open(HoldPoint.Start));
        job.Clock(20);
        var drain = job.Job.HoldPoint(HoldPoint.Start).Open.Single(i => i.Id == "drain-1");
        Assert.Equal($"Reopened by entry {job.Entries.Count} of Ada Quill: the centre section was turned. Look again.", drain.Because);
        Assert.Equal(job.Entries[^1], drain.State.By);
        Assert.True(job.Check("drain") is { Verdict: Verdict.NotLookedAt, Word: "reopened", Settled: false });
    }

    [Fact]
    public void Only_the_turned_side_of_two_is_reopened()
    {
        var twin = Book.Confirmed(Remedies.NotEstablished, 2).Clock(3).DrainLaid();
        twin.Tell(new ClockingReading(2, true, new ClockingInput(12)));
        Assert.Null(twin.Check("drain", 1).Reopened);
        Assert.NotNull(twin.Check("drain", 2).Reopened);
    }

    [Fact]
    public void Every_remedy_and_every_item_has_a_name_people_can_read()
    {
        foreach (var remedy in Remedies.All) Assert.Equal(remedy.Text, HoldPoints.TitleOf(1, remedy.Id));
        Assert.Equal("Oil supply judged, turbo 2", HoldPoints.TitleOf(2, "oil-supply-2"));
        Assert.Equal("Oil supply judged", HoldPoints.TitleOf(1, "oil-supply-1"));
        Assert.Equal("of old 7", HoldPoints.TitleOf(2, "of-old-7"));
        Assert.Equal("forgotten", HoldPoints.TitleOf(2, "forgotten"));
        Assert.All(Remedies.All, r => Assert.True(r.Check is null || CheckList.Find(r.Check) is not null));
        Assert.All(Remedies.All, r => Assert.Contains(r.Cause, CauseModel.Usual.Causes));
    }

    [Fact]
    public void A_driven_job_has_nothing_open_on_any_machine()
    {
        Assert.Empty(Book.Driven().Open(HoldPoint.HandOver));
        Assert.Empty(Book.Startable().Open(HoldPoint.Start));
        Assert.Empty(Book.Releasable().Open(HoldPoint.Release));
        Assert.Empty(Book.Releasable().Pass(HoldPoint.Release).Fitted().Oil().Clear().Open(HoldPoint.Crank));
    }

    [Fact]
    public void Loose_ends_say_what_where_how_many_since_when_and_by_whom()
    {
        var job = Book.In().Received().Tell(new LooseEndOpened(LooseKind.FixingsSlack, "drain flange", 3, 5)).Disable().Tell(new JointOpened("charge-1",
            "2 of 4 out"));
        Assert.Equal(["Caps on the new unit (4 caps)", "Fixings slack or out (3 of 5), drain flange", "Fuel shut-off connector",
            "Charge pipe open: 2 of 4 out"],
            LooseEndRegister.Open(job.Job.Context).Select(l => l.Words));
        Assert.Equal([Blocks.Priming, Blocks.Start, Blocks.Start, Blocks.Start], LooseEndRegister.Open(job.Job.Context).Select(l => l.Blocks));
        Assert.Equal([true, false, true, true], LooseEndRegister.Open(job.Job.Context).Select(l => l.Implied));
        job.CloseLooseEnds();
        Assert.Equal(["Fuel shut-off connector", "Charge pipe open: 2 of 4 out"], LooseEndRegister.Open(job.Job.Context).Select(l => l.Words));
        Assert.Equal("Ada Quill", LooseEndRegister.All(job.Job.Context)[0].ClosedBy!.By);
        Assert.Equal("Fixings slack or out (3 of 5), drain flange", job.Job.Words(job.Record.Latest<LooseEndClosed>()!.Entry));
        Assert.Equal(2, LooseEndRegister.Open(job.PutBack().Tell(new JointsClosed(["charge-1"])).Answer(FluidsCheck.OilLevel, "under").Disable().Received().Job
            .Context).Count);
    }

    [Theory]
    [InlineData(LooseKind.RagOrTool, Blocks.Cranking)]
    [InlineData(LooseKind.SpacerIn, Blocks.Cranking)]
    [InlineData(LooseKind.PortPlugged, Blocks.Priming)]
    [InlineData(LooseKind.CapOnUnit, Blocks.Priming)]
    [InlineData(LooseKind.HousingNipped, Blocks.Start)]
    [InlineData(LooseKind.ClampParked, Blocks.Start)]
    [InlineData(LooseKind.BatteryOff, Blocks.Start)]
    [InlineData(LooseKind.TrialFitted, Blocks.Start)]
    [InlineData(LooseKind.AcceptedForNow, Blocks.HandOver)]
    [InlineData(LooseKind.TieLater, Blocks.HandOver)]
    [InlineData(LooseKind.Reminder, Blocks.Nothing)]
    public void Each_kind_of_loose_end_holds_up_what_it_must(LooseKind kind, Blocks blocks)
    {
        Assert.Equal(blocks, LooseWords.Blocks(kind));
        Assert.NotEmpty(LooseWords.Title(kind));
    }
}
