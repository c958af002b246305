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
        // What that destroys is asked for first: one of it is kept, and the rest is not.
        bay.Touch("#unit-stage [value='bench']");
        bay.See("#last-looks-1", "gone for good");
        bay.Touch("#ask-keep-oil-sample button[value='kept']");
        bay.See("#ask-keep-oil-sample .said", "saved");
        bay.Touch("#unit-stage [value='bench']");
        bay.See("#last-looks-1", "1 not kept yet");
        bay.Touch("#last-looks-1 [name='sure'] ~ button");
        bay.See("#unit-stage [aria-pressed='true']", "unit off");
        bay.See("#unit-stage", "saved");
        Assert.DoesNotContain("once the unit is off", bay.Look("#ranking").Text);

        // How far the vanes or the gate go is asked on their card, and answers the finding.
        bay.Touch(".unit-svg a[data-card='vane-ring'] .hit");
        bay.Answer("travel", "stiff", "", turbo: 1);
        bay.See(".unit-svg a[data-card='vane-ring']", "stiff");
        Assert.Equal(before + 3, DemoJobs.Entries(bay, job));
    }

    [Fact]
    public void Play_is_measured_in_several_takes_and_answers_its_finding_where_a_limit_is_known()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("maren");
        bay.Open("/limits");
        var job = bay.BookIn("Played press");
        bay.Open(job + "/findings");
        bay.OpenCard("radial-play-high");
        bay.Touch("#finding-radial-play-high .measure");
        bay.See("#sheet-title", "Shaft play");
        // One touch on the drawing says where the dial stands and which way the shaft is moved.
        bay.Touch("[data-on='dial radial turbine'] button");
        Assert.Equal(["radial", "turbine"], new[] { "direction", "end" }.Select(f => bay.Look($"[name='{f}']:checked").GetAttribute("value")));
        foreach (var (take, text) in new[] { (0, "0,42 mm"), (1, "0.45"), (2, "0.43") }) bay.Type($"takes_mm.{take}", text);
        bay.See("#preview", "mean of 3, spread 0.03 mm");
        bay.Choose("known", "measured");
        bay.Type("instrument", "dial 2");
        bay.PressButton("Record the play");
        bay.See(".facts", "mean of 3, spread 0.03 mm");
        bay.See(".facts", "reading only");
        bay.Open(job + "/findings");
        Assert.DoesNotContain("of 3", bay.Look(".unit-svg a[data-card='shaft-end']").Text);
        bay.OpenCard("radial-play-high");
        bay.Press("#finding-radial-play-high button[value='present']");
        bay.See(".unit-svg a[data-card='shaft-end']", "play across");
    }
}
