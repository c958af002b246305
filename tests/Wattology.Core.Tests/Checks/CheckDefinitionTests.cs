using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Checks;

public sealed class CheckDefinitionTests
{
    [Fact]
    public void Paper_says_value_and_reason_and_no_bare_full_stop_where_there_is_no_value()
    {
        var check = new CheckDefinition("hose", "Hose", DrawnPart.Feed, (_, _) => new(Verdict.Sound, "", ""));
        Assert.Equal("8 mm. Wide enough.", check.Paper!(new(check, 1, new Found(Verdict.Sound, "8 mm", "Wide enough."))));
        Assert.Equal("Not looked at yet.", check.Paper!(new(check, 1, new Found(Verdict.NotLookedAt, "", "Not looked at yet."))));
    }

    [Fact]
    public void A_check_goes_by_its_own_name_until_the_reading_has_a_better_one()
    {
        var check = new CheckDefinition("hose", "Hose", DrawnPart.Feed, (_, _) => new(Verdict.Sound, "", ""));
        Assert.Equal("Hose", new CheckReading(check, 1, new Found(Verdict.Sound, "", "")).Title);
        Assert.Equal("Hose, old plate", new CheckReading(check, 1, new Found(Verdict.Sound, "", "", Title: "Hose, old plate")).Title);
    }

    [Fact]
    public void A_passing_with_nothing_open_says_only_why_and_is_not_corrected()
    {
        var job = Book.Releasable().Pass(HoldPoint.Release, "all seen");
        var entry = job.Record.Latest<HoldPointPassed>()!.Entry;
        Assert.Equal("Release. all seen", job.Job.Words(entry));
        Assert.Equal(Correction.Never, job.Record.Kinds.Find(entry.Kind)!.Correction);
    }
}
