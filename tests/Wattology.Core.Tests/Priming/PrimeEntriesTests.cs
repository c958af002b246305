using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Priming;

public sealed class PrimeEntriesTests
{
    [Fact]
    public void Another_school_than_the_shops_says_why_and_the_turbo_must_be_there()
    {
        Assert.Equal("why", Book.In().Refusal(new Oiled(1, PrimeMethod.BucketFirst))!.Field);
        Assert.Null(Book.In().Refusal(new Oiled(1, PrimeMethod.BucketFirst, Why: "no port")));
        // Where the shop works by another school, the syringe is what differs.
        var pumped = new JudgedJob(Book.In().Job.Context with { Schools = new([new("prime-school", "pump-driven", LimitSource.Shop,
            "our pumps can be driven")]) });
        Assert.Null(Recording.Refuse(pumped, Book.Technician, new EntryDraft(new Oiled(1, PrimeMethod.PumpDriven))));
        Assert.Equal("Say why this job differs from the usual pump-driven.", Recording.Refuse(pumped, Book.Technician, new EntryDraft(new Oiled(1,
            PrimeMethod.Syringe)))!.Message);
        Assert.Null(Book.In(2).Refusal(new Oiled(2, PrimeMethod.Syringe)));
        Assert.Null(Book.In().Refusal(new Oiled(1, PrimeMethod.Syringe)));
        Assert.Equal("turbo", Book.In().Refusal(new Oiled(2, PrimeMethod.Syringe))!.Field);
    }

    [Fact]
    public void What_showed_is_said_by_lamp_and_by_gauge()
    {
        string Said(PressureRead read) => read.Words(new ShopUnits());
        Assert.Equal("lamp went out", Said(new(PressureBy.Lamp, LampWentOut: true)));
        Assert.Equal("lamp stayed lit", Said(new(PressureBy.Lamp, LampWentOut: false)));
        Assert.Equal("direct gauge, 85 kPa", Said(new(PressureBy.DirectGauge, 85)));
        Assert.Equal("machine's own gauge, no pressure", Said(new(PressureBy.OwnGauge)));
    }

    [Fact]
    public void A_look_of_the_older_form_is_read_as_what_it_was()
    {
        string Said(PressureNoted noted)
        {
            var job = Book.In();
            var entry = Chain.Seal(job.Record.Id, job.Record.Last, job.Now, Book.Technician, CheckList.Kinds.Of(typeof(PressureNoted)), new EntryDraft(noted),
                null, WorkStage.Prime, null);
            return new JudgedJob(job.Job.Context with { Record = job.Record.With([entry]) }).Words(entry);
        }
        Assert.Equal("seen, direct gauge, 85 kPa", Said(new(true, PressureBy.DirectGauge, 85)));
        Assert.Equal("not seen, direct gauge, no pressure", Said(new(false, PressureBy.DirectGauge, 85)));
        Assert.Equal("seen, lamp went out", Said(new(true, PressureBy.Lamp)));
        Assert.Equal("not seen, lamp stayed lit", Said(new(false, PressureBy.Lamp)));
    }

    [Fact]
    public void The_way_back_names_the_stop_it_came_from()
    {
        Entry Sealed(JobBuilder job, StopKind stop) => Chain.Seal(job.Record.Id, job.Record.Last, job.Now, Book.Technician,
            CheckList.Kinds.Of(typeof(StopWorked)), new EntryDraft(new StopWorked(stop, "dry filter", "filled it")), null, WorkStage.Prime, null);
        string Said(StopKind stop)
        {
            var job = Book.In();
            var entry = Sealed(job, stop);
            return new JudgedJob(job.Job.Context with { Record = job.Record.With([entry]) }).Words(entry);
        }
        Assert.StartsWith("No oil pressure. Found: dry filter", Said(StopKind.NoPressure), StringComparison.Ordinal);
        Assert.StartsWith("Trouble while running. Found: dry filter", Said(StopKind.Trouble), StringComparison.Ordinal);
    }

    [Fact]
    public void A_wheel_that_rubs_is_passed_by_nobody_and_is_asked_of_each_turbo()
    {
        var wheel = CheckList.Questions.Single(q => q.Answers.Any(a => a.Id == "rubs"));
        Assert.True(wheel.PerTurbo);
        Assert.True(wheel.Find("rubs")!.Barred);
        Assert.False(wheel.Find("free")?.Barred ?? false);
    }
}
