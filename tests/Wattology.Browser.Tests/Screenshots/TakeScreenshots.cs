using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Screenshots;

/// <summary>Takes the pictures of docs/screenshots from the demo; run by docs/take-screenshots, never with the tests.</summary>
public sealed class TakeScreenshots(DemoShopFixture demo)
{
    [Fact(Explicit = true)]
    public void Of_every_main_view()
    {
        var folder = Environment.GetEnvironmentVariable("WATTOLOGY_SCREENSHOTS")
            ?? throw new InvalidOperationException("WATTOLOGY_SCREENSHOTS names the folder for the pictures.");
        using var desk = new Bay(demo.Shop.Address, 1280, 800);
        using var tablet = new Bay(demo.Shop.Address, 820, 1180);
        foreach (var (bay, width, height) in new[] { (desk, 1280, 800), (tablet, 820, 1180) })
        {
            ((OpenQA.Selenium.Chrome.ChromeDriver)bay.Driver).ExecuteCdpCommand("Emulation.setDeviceMetricsOverride",
                new() { ["width"] = width, ["height"] = height, ["deviceScaleFactor"] = 1, ["mobile"] = false });
            bay.SignInAs("jory");
        }
        void Take(string name, string path, Bay? bay = null, Action? first = null)
        {
            bay ??= desk;
            bay.Open(path);
            first?.Invoke();
            Thread.Sleep(700);
            ((ITakesScreenshot)bay.Driver).GetScreenshot().SaveAsFile(Path.Combine(folder, name + ".png"));
        }
        string Job(string machine, string reads = "") => DemoJobs.Find(desk, machine, reads);
        Take("yard", "/");
        Take("book-in", "/book-in");
        var tractor = Job("Lifeboat tractor");
        Take("drawing", tractor);
        Take("drawing-twin-tablet", Job("Pilot launch"), tablet);
        Take("findings", Job("Brewery van") + "/findings");
        Take("cause", Job("Hill-climb") + "/findings");
        Take("oil-supply", Job("Forage harvester, red") + "/oil-supply/1");
        Take("drain", Job("Hill-climb") + "/drain/1");
        Take("clocking-tablet", tractor + "/clocking/1", tablet, () => tablet.Script("document.querySelector('.dial-box').scrollIntoView({block:'center'})"));
        Take("release", Job("Road sweeper", "Parts") + "/release");
        Take("prime-stop", Job("Wheel loader", "Prime") + "/prime");
        Take("start", Job("Mail van") + "/start");
        Take("hand-over", Job("School minibus", "After the run") + "/hand-over");
        Take("fit-tablet", tractor + "/fit", tablet);
        Take("loose-ends", tractor + "/loose-ends");
        Take("after-run", Job("School minibus", "After the run") + "/after-run");
        Take("record", tractor + "/record");
        Take("limits", "/limits");
    }
}
