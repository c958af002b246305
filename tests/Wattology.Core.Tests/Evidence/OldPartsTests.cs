using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Snags;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Evidence;

public sealed class OldPartsTests
{
    [Fact]
    public void A_tag_names_its_job_and_keeps_its_number_whatever_comes_after()
    {
        var job = Book.In().Tell(new PartTagged(OldPart.Unit, 1, "shelf 3")).Tell(new PartTagged(OldPart.FeedPipe, 1, "shelf 3"));
        Assert.Equal(["T-1/1", "T-1/2"], OldParts.Of(job.Record).Select(p => p.Tag));
        job.Tell(new TakenBack(OldParts.Of(job.Record)[0].Tagged.Entry.Hash, "wrong shelf")).Tell(new PartTagged(OldPart.Unit, 1, "shelf 4"));
        Assert.Equal(["T-1/2", "T-1/3"], OldParts.Of(job.Record).Select(p => p.Tag));
        Assert.Contains("Old unit, shelf 4, tag T-1/3", job.Job.Words(job.Entries[^1]));
    }

    [Fact]
    public void A_part_is_kept_until_it_is_released_by_a_name_once_and_for_good()
    {
        var job = Book.In().Tell(new PartTagged(OldPart.Other, 0, "shelf 3", "Clip from the cooler"));
        var tag = job.Entries[^1].Hash;
        Assert.Equal("1 kept", job.Check("old-parts", 0).Value);
        Assert.Equal("There is no such tag.", job.Refusal(new PartReleased("x", "scrap", "decided"))!.Message);
        Assert.NotNull(job.Refusal(new TakenBack(job.Entries[0].Hash, "x")));
        Assert.Null(job.Refusal(new TakenBack(tag, "x")));
        job.Tell(new PartReleased(tag, "scrap", "claim decided"), by: Book.Desk);
        Assert.Contains("Clip from the cooler: scrap. claim decided", job.Job.Words(job.Entries[^1]));
        Assert.Equal("Wyn Hall released it already.", job.Refusal(new PartReleased(tag, "bin", "again"))!.Message);
        Assert.NotNull(job.Refusal(new TakenBack(tag, "x")));
        Assert.Contains("cannot be taken back", job.Refusal(new TakenBack(job.Entries[^1].Hash, "x"))!.Message);
        Assert.Contains("Nothing is kept any more.", job.Check("old-parts", 0).Why);
    }

    [Fact]
    public void Core_value_says_to_whom_how_much_or_why()
    {
        bool Refused(CoreNoted core)
        {
            var faults = new Faults();
            core.Check(faults, "");
            return !faults.None;
        }
        Assert.False(Refused(new CoreNoted(1, CoreValue.Owed)));
        foreach (var state in new[] { CoreValue.Returned, CoreValue.Credited, CoreValue.Refused })
        {
            Assert.True(Refused(new CoreNoted(1, state)));
            Assert.False(Refused(new CoreNoted(1, state, "slip 12")));
        }
        var job = Book.In().Tell(new CoreNoted(1, CoreValue.Returned, "slip 12"));
        Assert.Contains("Core value: returned, credit awaited: slip 12.", job.Check("old-parts", 0).Why);
    }

    [Fact]
    public void What_must_be_said_is_asked_for()
    {
        IReadOnlyList<string> Faults(IHasRules body)
        {
            var faults = new Faults();
            body.Check(faults, "");
            return [.. faults.ByPath.Keys];
        }
        Assert.Equal(["what"], Faults(new PartTagged(OldPart.Other, 0, "shelf")));
        Assert.Empty(Faults(new PartTagged(OldPart.Filter, 0, "shelf")));
        Assert.Equal(["words"], Faults(new SnagKept(SnagKind.Snag, WorkStage.Fit, new string('x', 401))));
        Assert.Empty(Faults(new SnagKept(SnagKind.Snag, WorkStage.Fit, "a fourth bolt hides under the bracket")));
    }
}
