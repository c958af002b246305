using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Findings;

/// <summary>The findings sheet on the upright tablet, with a finger: how far the work is, and what is offered next.</summary>
public sealed class StageTests(DemoShopFixture demo)
{
    [Fact]
    public void A_touch_says_that_the_unit_is_off_and_the_next_look_is_at_the_bench()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("jory");
        var job = DemoJobs.Find(bay, "School minibus", "Triage");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job + "/findings");
        bay.See("#ranking", "cannot be looked at again once the unit is off");
        bay.Touch("#unit-stage [value='bench']");
        bay.See("#unit-stage [aria-pressed='true']", "unit off");
        bay.See("#unit-stage", "saved");
        Assert.DoesNotContain("once the unit is off", bay.Look("#ranking").Text);

        // Measured is typed where it was touched; the page stays there and shows the grade.
        bay.OpenCard("radial-play-high");
        bay.Touch("#finding-radial-play-high summary");
        bay.Look("#finding-radial-play-high-figure").SendKeys("0,42 mm");
        bay.Touch("#finding-radial-play-high .known-as button[value='present']");
        bay.See("#finding-radial-play-high summary", "measured, 0,42 mm");
        Assert.Equal(before + 2, DemoJobs.Entries(bay, job));
    }
}
