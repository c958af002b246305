using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.FollowUp;
using Wattology.Core.Heat;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.FollowUp;

public sealed class DriverSheetTests
{
    private static string Said(JobBuilder job) => string.Join(" ", DriverSheet.Of(job.Job.Context).SelectMany(p => p.Lines.Prepend(p.Title)));

    private static string Fault(DriverSheetSigned signed)
    {
        var faults = new Faults();
        signed.Check(faults, "");
        return string.Join(' ', faults.ByPath.Keys);
    }

    [Fact]
    public void The_sheet_says_what_this_machine_needs()
    {
        var plain = Said(Book.In());
        Assert.Contains("Oil spilt while fitting", plain);
        Assert.Contains("after 7 days", plain);
        Assert.DoesNotContain("coolant at its mark", plain);
        Assert.DoesNotContain("both turbos", plain);
        Assert.Contains("coolant at its mark, cold", Said(Book.In(water: true)));
        Assert.Contains("both turbos spin on", Said(Book.In(2)));
        Assert.Contains("A new wrap or blanket smokes", Said(Book.In().Answer(HeatCheck.Cover, "blanket")));
        Assert.Contains("topped up with 5W-30", Said(Book.In().Tell(new OilService(Service.New, Service.New, "5W-30"))));
        Assert.Contains("after 3 days", Said(Book.In(limits: new Limit(FollowUps.RetorqueDays.Key, LimitSource.Shop, "ours", null, 3))));
    }

    [Fact]
    public void It_is_signed_with_a_finger_or_on_the_paper_and_never_by_nothing()
    {
        const string Path = "M10,20L30,40L50,20M60,10L70,90";
        Assert.Equal("", Fault(new(["Idle it."], "A. Miller", Path)));
        Assert.Equal("", Fault(new(["Idle it."], "A. Miller", OnPaper: true)));
        Assert.Equal("signature", Fault(new(["Idle it."], "A. Miller")));
        Assert.Equal("signature", Fault(new(["Idle it."], "A. Miller", Path, OnPaper: true)));
        Assert.Equal("lines", Fault(new([], "A. Miller", Path)));
        Assert.Equal("lines", Fault(new([" "], "A. Miller", Path)));
        Assert.Equal("by", Fault(new(["Idle it."], new string('x', 81), Path)));
        foreach (var odd in new[] { "M1,2", Path + " ", "M10,20L30,40Z<script>", "L10,20" + Path, "M10000,2" + Path, "M1,2L3" + Path })
            Assert.Equal("signature", Fault(new(["Idle it."], "A. Miller", odd)));
        Assert.False(DriverSheetSigned.IsPath(string.Concat(Enumerable.Repeat("M1,2", 8_000))));
        var job = Book.In().Tell(new DriverSheetSigned(["Idle it.", "Look under it."], "A. Miller", Path));
        Assert.Equal("by A. Miller, on the tablet: 2 lines", job.Job.Words(job.Entries[^1]));
    }
}
