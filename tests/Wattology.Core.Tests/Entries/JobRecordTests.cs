using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Jobs;
using Wattology.Core.Plate;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Entries;

public sealed class JobRecordTests
{
    [Fact]
    public void A_correction_is_a_new_entry_and_the_old_one_no_longer_stands()
    {
        var job = Book.In().OldPlate("Orvane", "R1", "OV-1");
        var wrong = job.Entries[1];
        job.Tell(new PlateRead(1, PlateOf.Old, MakerNumber: "OV-2"), corrects: wrong);
        Assert.False(job.Record.Stands(wrong));
        Assert.True(job.Record.Stands(job.Entries[2]));
        Assert.Equal("OV-2", job.Record.Plate(1, PlateOf.Old)!.Body.MakerNumber);
        Assert.Single(job.Record.All<PlateRead>());
        Assert.Equal(3, job.Entries.Count);
    }

    [Fact]
    public void A_look_that_was_corrected_or_taken_back_stands_no_more_whoever_reads_it()
    {
        var job = Book.In();
        LookState Level() => Core.Fluids.FluidsCheck.OilLevel.Read(job.Job.Context, 0);
        job.Answer(Core.Fluids.FluidsCheck.OilLevel, "over");
        var wrong = job.Entries[^1];
        job.Tell(new Looked(0, Core.Fluids.FluidsCheck.OilLevel.Id, "between-marks"), Known.Seen, corrects: wrong);
        Assert.Equal(("between-marks", job.Entries[^1].Hash), (Level().Answer!.Id, Level().Noted!.Entry.Hash));
        job.Tell(new TakenBack(job.Entries[^1].Hash, "the wrong engine"));
        Assert.Null(Level().Noted);
    }

    [Fact]
    public void Growing_a_record_says_the_same_as_reading_it_anew()
    {
        var entries = Book.Startable().Entries;
        var grown = new JobRecord(CheckList.Kinds, [.. entries.Take(3)]).With([.. entries.Skip(3).Take(5)]).With([.. entries.Skip(8)]);
        var anew = new JobRecord(CheckList.Kinds, entries);
        Assert.Equal(anew.Entries, grown.Entries);
        Assert.Equal(anew.Findings().Keys, grown.Findings().Keys);
        Assert.Equal(anew.Latest<PlateRead>()!.Entry, grown.Latest<PlateRead>()!.Entry);
        Assert.Same(grown, grown.With([]));
        Assert.Same(grown.Latest<PlateRead>(), grown.Latest<PlateRead>());
    }

    [Fact]
    public void Every_kind_of_entry_has_one_name_reads_back_as_written_and_is_said_in_words()
    {
        var bodies = typeof(EntryBody).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(EntryBody))).ToArray();
        Assert.Equal(bodies.ToHashSet(), CheckList.Kinds.All.Select(k => k.BodyType).ToHashSet());
        Assert.All(CheckList.Kinds.All, k => Assert.Matches("^[a-z]+(-[a-z]+)*$", k.Name));
        foreach (var file in Golden.Files())
            foreach (var job in new[] { Golden.Read(file) })
                foreach (var entry in job.Record.Entries)
                {
                    var kind = CheckList.Kinds.Find(entry.Kind)!;
                    Assert.Equal(entry.Body, kind.Write(kind.BodyOf(job.Record, entry)));
                    Assert.Equal(entry.Outcome, kind.Write(kind.OutcomeOf(job.Record, entry)));
                    Assert.DoesNotContain("{", job.Words(entry));
                    Assert.NotEmpty(job.TitleOf(entry));
                }
    }

    [Fact]
    public void What_a_job_waits_for_is_hands_until_said_and_a_promise_lasts_until_another()
    {
        var job = Book.In();
        Assert.Equal(WaitsFor.Hands, job.Record.Waiting().For);
        Assert.Null(job.Record.Promised());
        job.Tell(new Waiting(WaitsFor.Parts, "pipe", Book.Morning.AddDays(2))).Tell(new Waiting(WaitsFor.Claim));
        Assert.Equal(WaitsFor.Claim, job.Record.Waiting().For);
        Assert.Equal(Book.Morning.AddDays(2), job.Record.Promised());
        Assert.Equal("parts: pipe", job.Job.Words(job.Entries[1]));
        Assert.Equal("claim", job.Job.Words(job.Entries[2]));
    }

    [Fact]
    public void A_record_without_a_booking_in_is_refused()
    {
        var entries = Book.In().OldPlate("Orvane", "R1", "OV-1").Entries;
        Assert.Throws<FormatException>(() => new JobRecord(CheckList.Kinds, [entries[1]]).Machine());
    }
}
