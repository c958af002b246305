using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Forms;

/// <summary>The enter key at the desk: it records a form, or nothing where a touch says which answer is meant.</summary>
public sealed class EnterKeyTests(DemoShopFixture demo)
{
    [Fact]
    public void Enter_after_a_figure_or_a_note_answers_nothing_and_after_what_is_missing_says_that_it_is()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("petra");
        var job = bay.BookIn("Enter key");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job + "/findings");
        bay.OpenCard("wheel-rubbed");
        bay.Press("#finding-wheel-rubbed details.known-as > summary");
        bay.Type("figure", "0.4 mm" + Keys.Enter, "#finding-wheel-rubbed");
        bay.Open(job);
        bay.Type("hands_note", "half apart" + Keys.Enter);
        bay.Open(job + "/loose-ends");
        bay.Type("place", "drain hose" + Keys.Enter);
        bay.Open(job + "/parts");
        bay.Type("note", "coolant" + Keys.Enter, ".wait-form");
        bay.Read();
        Assert.Equal(before, DemoJobs.Entries(bay, job));

        bay.Open(job + "/parts");
        bay.Type("because", "wrong size" + Keys.Enter, "#part-air-filter");
        bay.See("#part-air-filter", "wrong size");
        Assert.Equal(before + 1, DemoJobs.Entries(bay, job));
        // Where rows are added by a button, the key records all the same: here it says what is missing.
        bay.Open(job + "/oil-supply/1");
        bay.Type("input.runs.0.ml", "33 ml" + Keys.Enter);
        bay.See(".fault-list", "Nothing is recorded yet");
        Assert.Empty(bay.Complaints());
    }
}
