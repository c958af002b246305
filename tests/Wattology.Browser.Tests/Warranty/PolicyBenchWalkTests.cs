using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Warranty;

/// <summary>The owner makes a policy on the upright tablet and by the keys alone, and a job is put under it.</summary>
public sealed class PolicyBenchWalkTests(DemoShopFixture demo)
{
    [Fact]
    public void A_policy_is_touched_together_left_found_again_and_named_by_a_job()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("maren");
        bay.Open("/policies");
        bay.PressLink("A new one");
        foreach (var (field, text) in new[] { ("name", "Quarry goodwill"), ("giver", "Hellis"), ("id", "quarry"), ("cover.what", "the unit"),
            ("old_parts_days", "45") })
            bay.Type(field, text);
        string Row(string proof) => bay.Look($".wanted-row input[type=hidden][value='{proof}']").GetAttribute("name")!.Replace(".proof", "",
            StringComparison.Ordinal);
        var (pressure, found) = (Row("crankcase-before"), Row("catch"));
        bay.Choose(pressure + ".grade", "measured");
        bay.Choose(found + ".grade", "measured");
        // What is not wanted has nothing to be told apart.
        var open = $".wanted-row:has([name='{found}.grade'][value=measured]) details";
        bay.Press(open + " summary");
        bay.Choose(found + ".second_best", "seen");
        bay.Choose(found + ".for", "broken");

        // Called away: what was touched is there when somebody comes back.
        bay.Open("/");
        bay.Open("/policies/bench");
        bay.See(".policy-bench .note", "What you typed here before is back");
        Assert.Equal("Quarry goodwill", bay.ValueOf("name"));
        bay.Until("return document.querySelector(arguments[0]).checked", $"[name='{found}.for'][value=broken]");

        // The rest by the keys alone: the last box, and on to the button.
        bay.Look("[name=note]").SendKeys("Ask first.");
        bay.Keys(Keys.Tab, Keys.Enter);
        bay.See("h2", "Quarry goodwill, version 1");
        bay.See("main table", "measured");
        bay.See("main table", "seen, with a reason");
        Assert.Empty(bay.Complaints());

        var job = DemoJobs.Find(bay, "Hill-climb");
        bay.Open(job + "/claim");
        bay.Choose("policy", "quarry");
        bay.Choose("complaint", "broken");
        bay.PressButton("Put the job under it");
        bay.See("#rehearsal", "Quarry goodwill, version 1, Hellis");
        bay.See("#proof-catch-1", "Oil caught at the feed");
    }
}
