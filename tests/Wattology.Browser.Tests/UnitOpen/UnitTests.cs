using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.UnitOpen;

/// <summary>The drawn unit under the hand and under the keys.</summary>
public sealed class UnitTests(DemoShopFixture demo)
{
    private static string Part(string finding) => $"#finding-{finding}";

    [Fact]
    public void A_touch_on_a_part_shows_its_statements_and_one_more_records_with_undo_beside_it()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Fish lorry", "Triage");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job);
        bay.Touch("#spot-findings");
        bay.See("#sheet-title", "Findings");
        Assert.Equal(true, bay.Script("""
            const boxes = [...document.querySelectorAll('.unit-svg .hit')].map(h => h.getBoundingClientRect());
            return boxes.every(b => b.width >= 48 && b.height >= 48);
            """));
        bay.Touch(".unit-svg a[data-card='turbine-wheel'] .hit");
        bay.See("#card-turbine-wheel", "struck or broken");
        bay.Touch(Part("turbine-blades-hit") + " button[value='present']");
        bay.See(Part("turbine-blades-hit") + " .said", "saved");
        bay.See(".unit-svg a[data-card='turbine-wheel']", "blades struck");
        Assert.Contains("wrong", bay.Look(".unit-svg a[data-card='turbine-wheel']").GetDomAttribute("class"));
        bay.See("#ranking", "Object from the exhaust side");
        bay.Touch(Part("turbine-blades-hit") + " .said button");
        bay.See(Part("turbine-blades-hit") + " .said", "Taken back");
        Assert.True(bay.Look("#card-turbine-wheel").Displayed);
        bay.See(".unit-svg a[data-card='turbine-wheel']", "turbine wheel");
        Assert.DoesNotContain("struck", bay.Look(".unit-svg a[data-card='turbine-wheel']").Text);

        // What lies at either end is found from both; the card of the other part opens.
        bay.Touch("#card-turbine-wheel .also a");
        bay.See("#card-compressor-wheel", "Wheel burst");
        Assert.False(bay.Look("#card-turbine-wheel").Displayed);
        bay.Touch("#card-compressor-wheel [data-close]");
        Assert.False(bay.Look("#card-compressor-wheel").Displayed);

        bay.Touch(".unit-says [data-card]");
        bay.Touch(Part("black-smoke") + " button[value='present']");
        bay.See(Part("black-smoke") + " .said", "saved");
        bay.See("#unit-asked", "of 11 asked");
        Assert.Equal(before + 3, DemoJobs.Entries(bay, job));
        var said = bay.Complaints();
        Assert.True(said.Count == 0, string.Join(" | ", said));
    }

    [Fact]
    public void A_whole_inspection_goes_by_keyboard_alone()
    {
        using var bay = new Bay(demo.Shop.Address, 1280, 1000);
        bay.SignInAs("tam");
        var job = bay.BookIn("Keyed crane");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job + "/findings");
        bay.See("#ranking", "Look at next");
        void Key(string key) => bay.Driver.SwitchTo().ActiveElement().SendKeys(key);
        bay.Script("document.querySelector('.unit-says [data-card]').focus()");
        var parts = Convert.ToInt32(bay.Script("return document.querySelectorAll('.unit-svg a.part').length"));
        for (var i = 0; i < parts; i++)
        {
            Key(Keys.Tab);
            var card = (string)bay.Script("return document.activeElement.dataset.card ?? ''")!;
            Assert.NotEqual("", card);
            Key(Keys.Enter);
            bay.Look($"#card-{card}:not([hidden])");
            Assert.True((bool)bay.Script("return document.getElementById('card-' + arguments[0]).contains(document.activeElement)", card)!, card);
            // The second statement of the first finding: as it should be.
            Key(Keys.Tab);
            Key(Keys.Enter);
            bay.See($"#card-{card} .said", "saved");
            Key(Keys.Escape);
            Assert.Equal(card, bay.Script("return document.activeElement.dataset.card ?? ''"));
        }
        Assert.Equal(before + parts, DemoJobs.Entries(bay, job));
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void Two_people_at_one_unit_do_not_overwrite_each_other()
    {
        using var one = new Bay(demo.Shop.Address);
        using var two = new Bay(demo.Shop.Address);
        one.SignInAs("ines");
        two.SignInAs("jory");
        var job = DemoJobs.Find(one, "Brewery van", "Cause");
        one.Open(job + "/findings");
        two.Open(job + "/findings");
        one.Press(Part("compressor-blades-hit") + " button[value='absent']");
        one.See(Part("compressor-blades-hit") + " .said", "saved");
        two.Press(Part("compressor-blades-hit") + " button[value='present']");
        two.See(Part("compressor-blades-hit") + " .fault", "answered this after your page was opened");
        Assert.True(two.Look("#card-compressor-wheel").Displayed);
        two.Press(Part("wheel-burst-or-cracked") + " button[value='absent']");
        two.See(Part("wheel-burst-or-cracked") + " .said", "saved");
        one.Open(job + "/findings");
        one.See(".unit-svg a[data-card='compressor-wheel']", "2 of 3");
    }
}
