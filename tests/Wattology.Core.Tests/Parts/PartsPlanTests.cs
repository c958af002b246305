using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.PartNumbers;
using Wattology.Core.Parts;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Parts;

public sealed class PartsPlanTests
{
    private static PartLine Line(JobBuilder job, string part) => PartsPlan.Of(job.Job.Context).Lines.Single(l => l.Need.Id == part);

    private static JobBuilder Order(JobBuilder job, string part, DateTimeOffset? due) => job.Tell(new Ordered(part, "the boat", due, part));

    [Fact]
    public void What_was_said_ordered_and_came_is_read_in_its_order()
    {
        var job = Book.Confirmed("dirty");
        Assert.Equal((PartStanding.NotSaid, false), (Line(job, "drain-gasket").Standing, Line(job, "drain-gasket").Stops));
        job.Tell(new PartNoted("drain-gasket", PartState.Missing, "not in the box"));
        Assert.Equal((PartStanding.Missing, true), (Line(job, "drain-gasket").Standing, Line(job, "drain-gasket").Stops));
        Order(job, "drain-gasket", job.Now.AddDays(1));
        var order = job.Entries[^1].Hash;
        Assert.Equal(PartStanding.Ordered, Line(job, "drain-gasket").Standing);
        job.After(TimeSpan.FromDays(2));
        Assert.Equal(PartStanding.Late, Line(job, "drain-gasket").Standing);
        job.Tell(new OrderMoved(order, job.Now.AddDays(3), "storm"));
        Assert.Equal(PartStanding.Ordered, Line(job, "drain-gasket").Standing);
        job.Tell(new OrderCame(order, "one of two"));
        Assert.Equal((PartStanding.Missing, "came without one of two"), (Line(job, "drain-gasket").Standing, Line(job, "drain-gasket").Words));
        Assert.Contains("took it in already", job.Refusal(new OrderCame(order))!.Message);
        job.Tell(new TakenBack(job.Entries[^1].Hash, "miscounted")).Tell(new OrderCame(order));
        Assert.Equal((PartStanding.Here, false), (Line(job, "drain-gasket").Standing, Line(job, "drain-gasket").Stops));
        job.Tell(new PartNoted("drain-gasket", PartState.Renewed));
        Assert.True(Line(job, "drain-gasket") is { Standing: PartStanding.Decided, Renewed: true });
        Assert.Equal("There is no such order.", job.Refusal(new OrderCame("x"))!.Message);
    }

    [Fact]
    public void Kept_declined_and_missing_want_their_reason_and_a_job_has_only_its_own_parts()
    {
        foreach (var (state, wanted) in new[] { (PartState.Kept, true), (PartState.Declined, true), (PartState.Missing, true), (PartState.Here, false),
            (PartState.Renewed, false), (PartState.FromCustomer, false) })
        {
            var faults = new Faults();
            new PartNoted("nuts", state, " ").Check(faults, "");
            Assert.Equal(wanted, !faults.None);
        }
        Assert.NotNull(Book.In().Refusal(new PartNoted("water-washers", PartState.Here)));
        Assert.Null(Book.In(water: true).Refusal(new PartNoted("water-washers", PartState.Here)));
        Assert.NotNull(Book.In().Refusal(new PartNoted("wings", PartState.Here)));
        Assert.NotNull(Book.Confirmed("dirty").Refusal(new Ordered("x", "y", null, "wings")));
        var declined = Book.In().Tell(new PartNoted("air-filter", PartState.Declined, "has one at home, says Wyn"));
        Assert.True(Line(declined, "air-filter") is { Standing: PartStanding.Decided, Renewed: false,
            Words: "declined by the customer: has one at home, says Wyn" });
    }

    [Fact]
    public void Oil_filter_and_feed_pipe_are_read_from_their_own_sheets()
    {
        var job = Book.In();
        Assert.Equal(PartStanding.NotSaid, Line(job, PartNeeds.Oil).Standing);
        job.Tell(new OilService(Service.New, Service.Kept, "5W-30", 5, "customer declined: changed last week"));
        Assert.True(Line(job, PartNeeds.Oil).Renewed);
        Assert.True(Line(job, PartNeeds.OilFilter) is { Renewed: false, Standing: PartStanding.Decided, Words: "kept: customer declined: changed last week" });
        job.Tell(new FeedPipeReading(1, FeedPipeState.Renewed));
        Assert.True(Line(job, PartNeeds.FeedPipe).Renewed);
        var twin = Book.In(turbos: 2).Tell(new FeedPipeReading(1, FeedPipeState.Renewed));
        Assert.Equal(PartStanding.NotSaid, Line(twin, PartNeeds.FeedPipe).Standing);
    }

    [Fact]
    public void A_kit_is_counted_when_the_unit_is_here()
    {
        PartsTable table = new([new(PartsRowKind.Kit, "OV-1", Part: "Drain gasket", Count: 1), new(PartsRowKind.Kit, "OV-1", Part: "feed-washers", Count: 2)]);
        JobBuilder job = new(Book.Id, Book.Machine(), Book.Morning, Book.Desk, Book.Technician, parts: table);
        job.OldPlate("Orvane", "R1", "OV-1");
        Assert.Equal((PartStanding.NotSaid, 2), (Line(job, "feed-washers").Standing, Line(job, "feed-washers").Count));
        job.Confirm("dirty").NewPlate("Orvane", "R1", "OV-1").Received();
        Assert.Equal((PartStanding.InTheBox, "1 in the unit's box: count them"), (Line(job, "drain-gasket").Standing, Line(job, "drain-gasket").Words));
        Assert.Equal(PartStanding.Here, Line(job, PartNeeds.Unit).Standing);
        Assert.Equal(PartStanding.Here, Line(job.Tell(new PartNoted("drain-gasket", PartState.Here)), "drain-gasket").Standing);
    }

    [Fact]
    public void A_unit_that_went_back_is_missing_until_another_is_ordered()
    {
        var job = Book.Confirmed("dirty");
        Order(job, PartNeeds.Unit, job.Now.AddDays(1));
        job.Tell(new OrderCame(job.Entries[^1].Hash));
        Assert.Equal(PartStanding.Here, Line(job, PartNeeds.Unit).Standing);
        job.NewPlate("Orvane", "R1", "OV-1").Tell(new Core.Plate.UnitSentBack(1, "flange chipped"));
        Assert.Equal((PartStanding.Missing, true), (Line(job, PartNeeds.Unit).Standing, Line(job, PartNeeds.Unit).Stops));
        Order(job, PartNeeds.Unit, job.Now.AddDays(3));
        Assert.Equal(PartStanding.Ordered, Line(job, PartNeeds.Unit).Standing);
        Assert.Equal(job.Entries[^1].Hash, Orders.OpenFor(job.Record, PartNeeds.Unit)!.Noted.Entry.Hash);
        job.Tell(new OrderCame(job.Entries[^1].Hash)).NewPlate("Orvane", "R1", "OV-1").Received();
        Assert.Equal(PartStanding.Here, Line(job, PartNeeds.Unit).Standing);
        Assert.Null(Orders.OpenFor(job.Record, PartNeeds.Unit));
    }

    [Fact]
    public void The_second_unit_of_a_twin_that_went_back_is_missing_as_the_first_would_be()
    {
        var job = Book.Confirmed("dirty", turbos: 2).NewPlate("Orvane", "R1", "OV-1").Tell(new Core.Plate.UnitSentBack(2, "flange chipped"));
        Assert.Equal(PartStanding.Missing, Line(job, PartNeeds.Unit).Standing);
        Assert.NotNull(Core.Plate.PlateCheck.New(job.Record, 1));
        Assert.Null(Core.Plate.PlateCheck.New(job.Record, 2));
    }

    [Fact]
    public void A_missing_part_stops_its_step_and_hides_none_that_is_possible()
    {
        var job = Book.Releasable().Pass(HoldPoint.Release).Clock(3).DrainLaid();
        Assert.Equal(WorkStage.Fit, job.Job.Work.Next!.Stage);
        Order(job, "inlet-gasket", job.Now.AddDays(1));
        var fit = job.Job.Work.Steps.Single(s => s.Stage == WorkStage.Fit);
        Assert.Equal("Turbine inlet gasket is not here: on its way from the boat.", fit.Held);
        Assert.NotEqual(WorkStage.Fit, job.Job.Work.Next!.Stage);
        job.Tell(new OrderCame(job.Record.Latest<Ordered>()!.Entry.Hash));
        Assert.Equal(WorkStage.Fit, job.Job.Work.Next!.Stage);
    }

    private static Outlook OutlookOf(JobBuilder job) => Outlook.Of(job.Job, job.Now.DateTime, at => at.DateTime);

    [Fact]
    public void A_late_boat_moves_what_can_be_promised()
    {
        var job = Book.Releasable().Pass(HoldPoint.Release).Clock(3).DrainLaid();
        var free = OutlookOf(job);
        Assert.Null(free.WaitsOn);
        Assert.Equal(WorkingHours.Add(job.Now.DateTime, free.LeftMinutes), free.Ready);
        // Friday 10:30, a day and a half from now.
        var friday = new DateTimeOffset(2030, 5, 3, 10, 30, 0, TimeSpan.Zero);
        Order(job, "inlet-gasket", friday);
        var owed = OutlookOf(job);
        Assert.Equal("Turbine inlet gasket", owed.WaitsOn);
        var after = job.Job.Work.Steps.Where(s => !s.Done && s.Stage >= WorkStage.Fit).Sum(s => Outlook.UsualMinutes(s.Stage));
        Assert.Equal(WorkingHours.Add(friday.DateTime, after), owed.Ready);
        job.Tell(new OrderMoved(job.Record.Latest<Ordered>()!.Entry.Hash, friday.AddDays(4), "no boat in the storm"));
        Assert.Equal(WorkingHours.Add(friday.DateTime.AddDays(4), after), OutlookOf(job).Ready);
        job.Tell(new OrderMoved(job.Record.Latest<Ordered>()!.Entry.Hash, null, "nobody answers"));
        Assert.Equal(["Turbine inlet gasket"], OutlookOf(job).NoDate);
        // What does not say for which part is taken for the fitting.
        var loose = Book.Releasable().Pass(HoldPoint.Release).Tell(new Ordered("Kit", "the boat", friday));
        Assert.Equal("Kit", OutlookOf(loose).WaitsOn);
    }

    [Theory]
    [InlineData("2030-05-01 08:00", 60, "2030-05-01 09:00")]
    [InlineData("2030-05-01 16:30", 60, "2030-05-02 08:30")]
    [InlineData("2030-05-01 06:00", 60, "2030-05-01 09:00")]
    [InlineData("2030-05-01 21:00", 0, "2030-05-02 08:00")]
    [InlineData("2030-05-04 16:00", 120, "2030-05-06 09:00")]
    [InlineData("2030-05-05 12:00", 30, "2030-05-06 08:30")]
    [InlineData("2030-05-01 08:00", 1080, "2030-05-02 17:00")]
    public void Work_is_done_in_working_hours(string begin, double minutes, string end)
        => Assert.Equal(DateTime.Parse(end, null), WorkingHours.Add(DateTime.Parse(begin, null), minutes));

    [Fact]
    public void A_curing_sealant_holds_the_start_and_other_waits_run_beside_the_work()
    {
        var job = Book.Releasable().Pass(HoldPoint.Release);
        var before = OutlookOf(job).Ready;
        job.Tell(new WaitBegun(WaitKind.Drain, 2000, "coolant"), minutes: 0);
        Assert.Equal(before, OutlookOf(job).Ready);
        job.Tell(new WaitBegun(WaitKind.Cure, 2880, "sump"), minutes: 0);
        var cured = OutlookOf(job);
        Assert.Equal("Curing: sump", cured.WaitsOn);
        Assert.True(cured.Ready > before);
        var cure = job.Entries[^1].Hash;
        Assert.Equal(2, Waits.Running(job.Record).Count);
        job.Tell(new WaitOver(cure));
        Assert.Null(OutlookOf(job).WaitsOn);
        Assert.Contains("over already", job.Refusal(new WaitOver(cure))!.Message);
        Assert.Equal("Draining: coolant", Assert.Single(Waits.Running(job.Record)).Body.Words);
    }

    [Theory]
    [InlineData("2030-05-01 09:00", "2030-05-03 10:30")]
    [InlineData("2030-05-03 10:29", "2030-05-03 10:30")]
    [InlineData("2030-05-03 10:30", "2030-05-10 10:30")]
    [InlineData("2030-05-04 09:00", "2030-05-10 10:30")]
    public void A_boat_comes_next_on_its_day(string now, string next)
        => Assert.Equal(DateTime.Parse(next, null), new Delivery("boat", DayOfWeek.Friday, new(10, 30)).Next(DateTime.Parse(now, null)));

    [Fact]
    public void Deliveries_are_kept_in_one_text()
    {
        Delivery[] boats = [new("the Tuesday boat", DayOfWeek.Tuesday, new(10, 30)), new("van", DayOfWeek.Monday, new(7, 0))];
        Assert.Equal(boats, Delivery.ReadAll(Delivery.Write(boats)));
        Assert.Equal([boats[1]], Delivery.ReadAll("x|y|z;van|Monday|07:00;a|9|10:00;;b|Monday|25:00"));
    }

    [Fact]
    public void An_order_before_the_cause_is_named_waits_for_its_hold_point()
    {
        var job = Book.In().OldPlate("Orvane", "R1", "OV-1");
        Assert.Contains("hold point", job.Refusal(new Ordered("Turbo", "the boat"))!.Message, StringComparison.OrdinalIgnoreCase);
        Assert.Null(Book.Confirmed("dirty").Job.HoldPoint(HoldPoint.Order).Free ? null : Book.Confirmed("dirty").Pass(HoldPoint.Order).Refusal(new Ordered(
            "Turbo", "the boat")));
    }
}
