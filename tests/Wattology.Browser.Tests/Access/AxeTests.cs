using OpenQA.Selenium.Chrome;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Access;

/// <summary>Every page can be used by everyone: no axe-core violation, light and dark, desk and tablet; and a reading by keyboard alone.</summary>
public sealed class AxeTests(DemoShopFixture demo)
{
    private static readonly string Axe = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "axe.min.js"));

    [Theory]
    [InlineData("light", 1280, 800)]
    [InlineData("dark", 820, 1180)]
    public void No_page_has_a_violation(string scheme, int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["features"] = new[] { new Dictionary<string, object> { ["name"] = "prefers-color-scheme", ["value"] = scheme }, new Dictionary<string, object> { ["name"] = "prefers-reduced-motion", ["value"] = "reduce" } } });
        var found = new List<string>();
        bay.Open("/sign-in");
        Check(bay, found);
        bay.SignInAs("maren");
        var busy = DemoJobs.Find(bay, "Lifeboat tractor");
        var twin = DemoJobs.Find(bay, "Pilot launch");
        var ready = DemoJobs.Find(bay, "Mail van");
        var running = DemoJobs.Find(bay, "School minibus", "Start");
        var suspect = DemoJobs.Find(bay, "Brewery van");
        var cured = DemoJobs.Find(bay, "Hill-climb");
        foreach (var page in new[] { "/", "/?q=IS", "/?q=nothinglikeit", "/book-in", "/book-in?job=" + busy.Split('/')[2], "/limits", "/people", "/import", "/trouble?code=404", busy, busy + "/plate/1", suspect + "/findings", cured + "/findings", busy + "/feed/1", busy + "/restrictor/1",
            busy + "/drain/1", cured + "/drain/1", twin + "/crankcase", twin + "/clocking/2", busy + "/release", twin + "/prime", ready + "/start", running + "/start", running + "/hand-over", busy + "/record" })
        {
            bay.Open(page);
            Check(bay, found);
        }
        // A form with faults is a page of its own.
        bay.Open(twin + "/crankcase");
        bay.PressButton("Record the pressure");
        bay.Look(".fault-list");
        Check(bay, found);
        Assert.True(found.Count == 0, string.Join("\n", found));
        Assert.Empty(bay.Complaints());
    }

    private static void Check(Bay bay, List<string> found)
    {
        bay.Look("h1");
        bay.Script(Axe);
        var violations = (IReadOnlyCollection<object>)((ChromeDriver)bay.Driver).ExecuteAsyncScript(
            "const done = arguments[arguments.length - 1]; axe.run(document, {runOnly: ['wcag2a','wcag2aa','wcag21a','wcag21aa','wcag22aa','best-practice']}).then(r => done(r.violations.map(v => v.id + ': ' + v.nodes.map(n => n.target.join(' ') + ' ' + n.failureSummary).slice(0, 3).join(' ; '))));")!;
        found.AddRange(violations.Select(v => $"{bay.At} {v}"));
    }
}
