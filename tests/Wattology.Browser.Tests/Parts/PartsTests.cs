using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Parts;

/// <summary>Parts from the table to the bench, and nothing lost between taking apart and putting back.</summary>
public sealed class PartsTests(DemoShopFixture demo)
{
    [Fact]
    public void A_table_with_bad_rows_is_refused_by_line_and_a_good_one_names_a_plate()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("wattology-table-").FullName, "table.csv");
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("wyn");
        bay.Open("/parts-table");
        var table = (string)bay.Script("return fetch('/parts-table?handler=File').then(r => r.text())")!;
        File.WriteAllText(file, table + "unit,ZZ-1,Orvane,,,,,,\nkit,ZZ-1,,,,,,Gasket,none\n");
        var lines = table.Split('\n').Length;
        bay.Driver.FindElement(By.Name("file")).SendKeys(file);
        bay.PressButton("Put it in the present one's place");
        bay.See(".fault-list", $"Line {lines}: A row of kind unit needs model.");
        bay.See(".fault-list", $"Line {lines + 1}: ‘none’ is no count; 1 up to 999 can be.");
        File.WriteAllText(file, table + "engine,OV-77-01,,,,Brannock D4 trawler,,,\nformat,QQ-##-##,Queller,,,,,,\n");
        bay.Driver.FindElement(By.Name("file")).SendKeys(file);
        bay.PressButton("Put it in the present one's place");
        bay.See(".said", "2 of them new, 0 gone");
        bay.Type("q", "d4 trawler");
        bay.PressButton("Look up");
        bay.See(".plain-rows", "Brannock D4 trawler has OV-77-01");
        bay.SignOut();
        bay.SignInAs("ines");
        var job = bay.BookIn("Trawler", engine: "Brannock D4 trawler");
        bay.Open(job + "/plate/1");
        bay.See(".match", "OV-77-01");
        bay.Choose("plate", "new");
        bay.Type("maker_number", "qq1234");
        bay.See("#preview", "QQ-12-34");
        bay.Choose("known", "seen");
        bay.PressButton("Record the plate");
        bay.See(".latest", "QQ-12-34 is not on this engine's list: Brannock D4 trawler has OV-77-01.");
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_late_boat_moves_what_was_promised_and_says_so_in_the_yard()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = DemoJobs.Find(bay, "Forage harvester, green", "Breather");
        bay.Open(job + "/parts");
        bay.See(".order-row", "Breather element with rings");
        var before = bay.Look("#outlook .big").Text;
        var order = bay.Driver.FindElements(By.CssSelector(".order-row")).First(o => o.Text.Contains("Breather",
            StringComparison.Ordinal)).GetDomAttribute("id");
        bay.PressIn($"#{order}", "Comes later …");
        bay.Script($"document.querySelector('#{order} [name=due]').value = '2099-03-06T10:30'");
        bay.Script($"document.querySelector('#{order} [name=why]').value = 'no boat in the storm'");
        bay.PressIn($"#{order}", "Record it");
        // Its own answer first: late by what was owed before, the outlook may say the rest already.
        bay.See($"#{order}", "moved by Petra Lundow: no boat in the storm");
        bay.See("#outlook", "later than promised");
        bay.See("#outlook", "Breather element with its rings decides it.");
        Assert.NotEqual(before, bay.Look("#outlook .big").Text);
        bay.Open("/");
        bay.See(".yard", "cannot be kept with what is owed");
        bay.Open(job + "/parts");
        bay.Press("#outlook form button");
        bay.Gone("#outlook .v-stop");
        bay.PressIn($"#{order}", "Came, whole");
        bay.See("#part-breather", "here");
        Assert.Empty(bay.Complaints());
    }

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(820, 1180)]
    public void What_comes_off_is_touched_and_turned_round_it_goes_on_again(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("petra");
        var job = bay.BookIn($"Windlass {width}");
        bay.Open(job + "/strip");
        bay.Touch("[data-strip='battery'] rect");
        bay.Look("[data-strip='battery'].off");
        bay.Press("input[name='count'][value='4']");
        bay.Touch("[data-strip='shield'] rect");
        bay.Look("[data-strip='shield'].off");
        bay.Script("document.querySelector(\"[data-strip='drain-flange']\").focus()");
        bay.Keys(Keys.Enter);
        bay.Look("[data-strip='drain-flange'].off");
        bay.Type("other", "Deck plate");
        bay.PressButton("It is off");
        bay.See(".ledger", "Deck plate");
        Assert.Equal(["Batteries, all of them, disconnected", "Heat shield, off (4)", "Drain flange, opened", "Deck plate, off"], What(bay));
        // The same entries hold the first start.
        bay.Open(job + "/start");
        bay.See("#sheet", "Drain flange");
        bay.Open(job + "/strip");
        bay.PressLink("Turn it round: refitting");
        bay.See("#sheet-title", "Refitting list");
        Assert.Equal(["Deck plate, off", "Drain flange, opened", "Heat shield, off (4)", "Batteries, all of them, disconnected"], What(bay));
        for (var left = 4; left > 0; left--)
        {
            bay.Press(".ledger .off button[name='line']");
            var now = left - 1;
            bay.Until(() => bay.Driver.FindElements(By.CssSelector(".ledger .off")).Count == now, () => $"still {left}");
        }
        bay.Open(job + "/loose-ends");
        bay.See("#sheet", "Nothing is left in a passing state.");
        Assert.Empty(bay.Complaints());
    }

    private static string[] What(Bay bay) => [.. bay.Driver.FindElements(By.CssSelector(".ledger b")).Select(b => b.Text)];

    [Fact]
    public void Old_parts_are_tagged_and_released_and_what_one_should_have_known_stands_before_its_step_on_the_next()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = bay.BookIn("Winch one", engine: "Tressick W9");
        bay.Open(job + "/old-parts");
        bay.Press("button[name='which'][value='unit 1']");
        bay.See(".fault-list", "Say where it lies");
        // The enter key does not choose the part.
        bay.Type("where", "shelf 3" + Keys.Enter);
        bay.Press("button[name='which'][value='unit 1']");
        bay.See(".loose", "shelf 3");
        // The next one lies there too: a touch for the place, a touch for the part.
        bay.Press("[data-put='where'][data-value='shelf 3']");
        bay.Press("button[name='which'][value='feed-pipe 1']");
        bay.See(".loose", "Old feed pipe");
        Assert.False(bay.IsThere("button[name='which'][value='unit 1']"));
        bay.PressLink("Label");
        bay.See(".label", "Evidence: keep until released by a name.");
        bay.Look(".label svg.code");
        bay.Open(job + "/old-parts");
        bay.PressIn(".loose", "Release …");
        bay.PressIn(".loose", "Release it under my name");
        bay.See(".fault-list", "Say where it went.");
        bay.Script("document.querySelector('.loose [name=to]').value = 'scrap'; document.querySelector('.loose [name=why]').value = 'claim decided'");
        bay.PressIn(".loose", "Release it under my name");
        bay.See(".loose", "Released by Petra Lundow");
        bay.Open(job + "/plate/1");
        bay.PressLink("I should have known");
        bay.Type("words", "A fourth bolt hides under the bracket.");
        bay.Press("button[name='kind'][value='hidden-fixing']");
        bay.See("#sheet", "Kept on this job");
        var next = bay.BookIn("Winch two", engine: "TRESSICK W9");
        bay.Open(next + "/plate/1");
        bay.See(".snag", "A fourth bolt hides under the bracket.");
        bay.Open(next + "/triage");
        bay.See("#sheet-title", "Triage");
        Assert.False(bay.IsThere(".snag"));
        bay.SignOut();
        bay.SignInAs("maren");
        bay.Open(next + "/snags");
        bay.PressIn(".loose", "Retire …");
        bay.PressIn(".loose", "Retire it");
        bay.See(".fault-list", "Say why it is not needed any more.");
        bay.PressIn(".loose", "Retire …");
        bay.Script("document.querySelector('.loose [name=why]').value = 'redesigned'");
        bay.PressIn(".loose", "Retire it");
        bay.See(".said", "Retired");
        bay.Open(next + "/plate/1");
        bay.See("#sheet-title", "Plate");
        Assert.False(bay.IsThere(".snag"));
        Assert.Empty(bay.Complaints());
    }
}
