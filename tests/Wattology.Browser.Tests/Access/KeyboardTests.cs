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
        Send(bay, "0,6 kPa" + Keys.Tab + Keys.Space);
        Tab(bay, e => e.GetDomAttribute("name") == "known");
        Send(bay, Keys.Space);
        Tab(bay, e => e.GetDomAttribute("name") == "instrument");
        Send(bay, Keys.Enter);
        bay.See(".fault-list", "Name the instrument");
        Assert.Contains("fault-list", bay.Driver.SwitchTo().ActiveElement().GetDomAttribute("class"));
        Tab(bay, e => e.GetDomAttribute("name") == "instrument");
        Send(bay, "low-pressure gauge 1" + Keys.Enter);
        bay.See("#spot-crankcase", "0.6 kPa");
    }

    [Fact]
    public void A_lost_connection_is_said_and_nothing_typed_is_lost()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = DemoJobs.Find(bay, "Night ferry");
        bay.Open(job);
        bay.Press("#spot-crankcase");
        bay.Type("pressure_kpa", "0,5");
        bay.Choose("running", "idle");
        bay.Choose("known", "measured");
        bay.Type("instrument", "low-pressure gauge 1");
        Online(bay, false);
        bay.PressButton("Record the pressure");
        bay.See("#lost", "connection is lost");
        Assert.Equal("0,5", bay.ValueOf("pressure_kpa"));
        Online(bay, true);
        bay.PressButton("Record the pressure");
        bay.See(".latest", "0.5 kPa");
        Assert.True(bay.Look("#lost").GetDomProperty("hidden") == "True" || !bay.Look("#lost").Displayed);
    }

    private static void Online(Bay bay, bool online)
    {
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Network.enable", []);
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Network.emulateNetworkConditions",
            new() { ["offline"] = !online, ["latency"] = 0, ["downloadThroughput"] = -1, ["uploadThroughput"] = -1 });
    }

    private static void Send(Bay bay, string keys) => bay.Driver.SwitchTo().ActiveElement().SendKeys(keys);

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
