using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Access;

/// <summary>At the desk without a mouse, and in the bay without a connection.</summary>
public sealed class KeyboardTests(DemoShopFixture demo)
{
    [Fact]
    public void A_job_is_found_opened_and_a_reading_recorded_by_keyboard_alone()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.Open("/sign-in");
        Tab(bay, e => e.GetDomAttribute("id") == "as-tam");
        Send(bay, Keys.Enter);
        bay.See("h1", "Yard");
        Send(bay, "/");
        Assert.Equal("q", bay.Driver.SwitchTo().ActiveElement().GetDomAttribute("id"));
        Send(bay, "reefer" + Keys.Enter);
        bay.See("h1", "Search");
        Tab(bay, e => e.GetDomAttribute("class") == "num");
        Send(bay, Keys.Enter);
        bay.See(".job-head", "reefer");

        Tab(bay, e => e.GetDomAttribute("id") == "spot-crankcase");
        Send(bay, Keys.Enter);
        bay.See("#sheet-title", "Crankcase");
        Assert.Equal("sheet-title", bay.Driver.SwitchTo().ActiveElement().GetDomAttribute("id"));
        Tab(bay, e => e.GetDomAttribute("name") == "pressure_kpa");
        Send(bay, "0,6 kPa");
        Tab(bay, e => e.GetDomAttribute("name") == "running");
        Send(bay, Keys.Space);
        bay.See("#preview", "0.6 kPa");
        Tab(bay, e => e.GetDomAttribute("name") == "known");
        Send(bay, Keys.Space);
        Tab(bay, e => e.GetDomAttribute("name") == "instrument");
        Send(bay, Keys.Enter);
        bay.See(".fault-list", "Name the instrument");
        Assert.Contains("fault-list", bay.Driver.SwitchTo().ActiveElement().GetDomAttribute("class"));
        Tab(bay, e => e.GetDomAttribute("name") == "instrument");
        Send(bay, "low-pressure gauge 1" + Keys.Enter);
        bay.See("#mark-crankcase", "0.6 kPa");
    }

    [Fact]
    public void A_lost_connection_is_said_and_nothing_typed_is_lost()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = bay.BookIn("Lost lorry");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job);
        bay.Press("#spot-crankcase");
        bay.See("#sheet-title", "Crankcase");
        bay.Type("pressure_kpa", "0,5");
        bay.Choose("running", "idle");
        bay.Choose("known", "measured");
        bay.Type("instrument", "low-pressure gauge 1");
        Online(bay, false);
        bay.PressButton("Record the pressure");
        bay.See("#lost", "connection is lost");
        Assert.Equal("0,5", bay.ValueOf("pressure_kpa"));
        bay.See("#lost", "One answer waits to be sent");
        // A touch meanwhile waits as well; both are sent when the line is back, each once, however often the button was pressed.
        bay.Press("#ask-breather button[value='as-it-was']");
        bay.See("#lost", "2 answers wait to be sent");
        bay.PressButton("Record the pressure");
        bay.See("#lost", "2 answers wait to be sent");
        Online(bay, true);
        bay.See("#lost", "2 answers were sent");
        bay.See(".latest", "0.5 kPa");
        bay.See("#ask-breather .on", "as it was");
        bay.Open(job + "/record");
        bay.See(".record", "by the tablet's clock, while the line was gone");
        Assert.Equal(before + 2, DemoJobs.Entries(bay, job));
        Assert.Equal("[]", bay.Script("return localStorage.getItem('wattology-unsent')"));
    }

    [Fact]
    public void What_waited_and_is_refused_is_said_and_nothing_is_sent_late_or_under_another_name()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = DemoJobs.Find(bay, "Sound Ferries");
        // What holds for the moment only is not kept: all clear said now is no all clear later.
        bay.PrimeAt(job, "clear");
        Online(bay, false);
        bay.Press("#ask-crank-clear button[value='nobody-near']");
        bay.See("#lost", "connection is lost");
        Assert.Null(bay.Script("return localStorage.getItem('wattology-unsent')"));
        Online(bay, true);
        bay.Open(job + "/crankcase");
        Online(bay, false);
        bay.Type("pressure_kpa", "99");
        bay.Choose("running", "idle");
        bay.PressButton("Record the pressure");
        bay.See("#lost", "One answer waits");
        Online(bay, true);
        bay.See("#lost", "Sent again, and refused");
        bay.See("#lost", "cannot be");
        Thread.Sleep(3500);
        bay.See("#lost", "cannot be");
        bay.PressButton("Seen");
        Assert.False(bay.Look("#lost").Displayed);
        Assert.Equal("[]", bay.Script("return localStorage.getItem('wattology-unsent')"));
        // A page that is too old for its shop sends nothing and loses nothing: it is sent by the page as it is loaded anew.
        bay.Open(job + "/crankcase");
        Online(bay, false);
        bay.Press("#ask-breather button[value='as-it-was']");
        bay.See("#lost", "One answer waits");
        bay.Script("document.querySelectorAll('[name=__RequestVerificationToken]').forEach(t => t.value = 'old')");
        Online(bay, true);
        bay.See("#lost", "Reload it");
        // Nor does one that nobody is signed in at any more.
        bay.Driver.Manage().Cookies.DeleteCookieNamed("wattology");
        bay.See("#lost", "Sign in again");
        bay.SignInAs("petra");
        bay.See("#lost", "one answer was sent");
        bay.Open(job + "/crankcase");
        bay.See("#ask-breather .on", "as it was");
        // Under another name it is not sent: it waits for whoever gave it.
        bay.Script("localStorage.setItem('wattology-unsent', JSON.stringify([{at: 'x', who: 'somebody-else', url: arguments[0], fields: [['why', 'x']]}]))",
            job + "/crankcase?handler=Defer");
        bay.Open(job);
        Thread.Sleep(800);
        Assert.Contains("somebody-else", (string)bay.Script("return localStorage.getItem('wattology-unsent')")!);
        bay.Script("localStorage.clear()");
    }

    private static void Online(Bay bay, bool online)
    {
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Network.enable", []);
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Network.emulateNetworkConditions",
            new() { ["offline"] = !online, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
    }

    // As a keyboard sends them: to whatever has the focus, a box for files too.
    private static void Send(Bay bay, string keys) => bay.Keys(keys);

    private static void Tab(Bay bay, Func<IWebElement, bool> until)
    {
        for (var i = 0; i < 80; i++)
        {
            Send(bay, Keys.Tab);
            if (until(bay.Driver.SwitchTo().ActiveElement())) return;
        }
        throw new TimeoutException("The tab key never came there.");
    }
}
