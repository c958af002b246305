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
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Emulation.setEmulatedMedia",
            new() { ["features"] = new[] { new Dictionary<string, object> { ["name"] = "prefers-color-scheme", ["value"] = scheme }, new Dictionary<string,
                object> { ["name"] = "prefers-reduced-motion", ["value"] = "reduce" } } });
        var found = new List<string>();
        bay.Open("/sign-in");
        Check(bay, found);
        bay.SignInAs("maren");
        var busy = DemoJobs.Find(bay, "Lifeboat tractor");
        var twin = DemoJobs.Find(bay, "Pilot launch");
        var ready = DemoJobs.Find(bay, "Mail van");
        var running = DemoJobs.Find(bay, "School minibus", "After the run");
        var suspect = DemoJobs.Find(bay, "Brewery van");
        var cured = DemoJobs.Find(bay, "Hill-climb");
        foreach (var page in new[] { "/", "/?q=IS", "/?q=nothinglikeit", "/book-in", "/book-in?job="
            + busy.Split('/')[2], "/limits", "/instruments", "/tablet", "/judgement",
            "/people", "/security", "/keys", "/code", "/import", "/claims", "/policies", "/policies?of=orvane-strict", "/policies/bench",
            "/policies/bench?of=orvane-strict", "/check", "/over-time",
            "/over-time?by=supply&engine=TRESSICKT2115", "/jobs", "/jobs?outcome=came-back", "/machines/IS4821", suspect + "/claim", busy + "/claim",
                "/trouble?code=404", busy, busy + "/plate/1", suspect + "/findings", cured
            + "/findings", busy + "/oil-supply/1", busy + "/restrictor/1", busy + "/feed-pipe/1",
            busy + "/drain/1", cured + "/drain/1", cured + "/pour-through/1", twin + "/blow-by", twin + "/compression", cured + "/cure",
                cured + "/clocking-plan/1", cured + "/rings/1", cured + "/clocking/1", cured + "/control/1", ready + "/control/1", ready + "/sweep/1",
                busy + "/control/1", cured + "/references", cured + "/fuel", cured + "/mixture", cured + "/charge-air", cured + "/shaft-speed/1",
                cured + "/coolant", cured + "/heat", cured + "/heat?list=true", "/limits?set=drain-tilt", "/limits?set=rod-school", "/threads",
                "/limits/catch-ratio", suspect + "/suction", suspect + "/play/1", twin + "/crankcase", twin + "/clocking/2", busy + "/release",
                    twin + "/prime", twin + "/prime?step=crank", twin + "/prime?step=oil-2", busy + "/prime?step=unable", ready + "/start", running
                + "/start", running + "/hand-over", busy + "/record", busy + "/triage", busy + "/parts", busy + "/renew", busy + "/strip", busy
                    + "/strip?back=true", busy + "/beside/1", busy + "/old-parts", busy + "/snags",
                busy + "/photos", "/parts-table", busy + "/fit", busy + "/assembly/1", twin + "/assembly/2", busy + "/fluids", busy + "/driver-sheet",
                    running + "/traces",
                    busy + "/loose-ends", running + "/after-run",
            DemoJobs.Find(bay, "Wheel loader", "Fit for boost") + "/boost-fit", "/pin" })
        {
            bay.Open(page);
            // What stands round a sheet was looked at on the job's own page; in a long run it is on each of them.
            Check(bay, found, Effort.IsLong || !bay.IsThere("#sheet > *") || page.Count('/') < 3 ? "document" : "'#sheet'",
                Effort.IsLong || scheme == "light" ? Rules : RulesOfLook);
        }
        // A form with faults is a page of its own.
        bay.Open(twin + "/crankcase");
        bay.PressButton("Record the pressure");
        bay.Look(".fault-list");
        Check(bay, found);
        Assert.True(found.Count == 0, string.Join("\n", found));
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public async Task An_empty_shop_and_the_screens_that_running_things_own_have_none_either()
    {
        await using var shop = await RunningShop.EmptyAsync();
        using var bay = new Bay(shop.Address, 820, 1180);
        var found = new List<string>();
        bay.Open("/");
        bay.See("h1", "Set up this shop");
        bay.PressButton("Make the owner's account");
        bay.See(".fault", "Type the one-time code");
        Check(bay, found);
        foreach (var (name, text) in new[] { ("code", "WRONGONE"), ("shop", "North Jetty"), ("name", "Una Brae"), ("user", "una"),
            ("password", "a long enough one") }) bay.Type(name, text);
        bay.PressButton("Make the owner's account");
        bay.See(".fault", "This is not the code");
        Assert.Equal("North Jetty", bay.ValueOf("shop"));
        bay.Type("code", shop.Said.Split("one-time code ")[1][..8]);
        bay.Type("password", "a long enough one");
        bay.PressButton("Make the owner's account");
        bay.See(".empty", "No open job");
        Check(bay, found);

        bay.Open("/book-in");
        foreach (var (name, text) in new[] { ("customer", "Jetty"), ("complaint", "Smokes."), ("registration", "NONE"), ("machine", "Crane"),
            ("engine", "Ilmari 4"), ("run_hours", "900") }) bay.Type(name, text);
        bay.Choose("control", "none");
        bay.Choose("water_cooled", "false");
        bay.Choose("closed_breather", "false");
        bay.Choose("plate.not_readable", "true");
        bay.PressButton("Book in");
        bay.See(".job-head", "Crane");
        var job = bay.At;
        bay.Open(job + "/start");
        bay.See(".hold-point", "Seconds to pressure after firing set");
        Check(bay, found);
        bay.PrimeAt(job, "unable");
        bay.Choose("fuel", "Injection fuse");
        bay.PressButton("Record as disabled");
        bay.See(".said", "the engine cannot fire");
        bay.Answer("crank-purpose", "compression");
        bay.See("#prime-now", "All clear");
        bay.Answer("crank-clear", "nobody-near");
        bay.PressButton("Start burst 1");
        bay.See(".instrument", "Cranking, burst 1");
        Check(bay, found);
        bay.PressButton("Stop cranking");
        bay.See(".rest", "The starter rests");
        Check(bay, found);
        Assert.True(found.Count == 0, string.Join("\n", found));
    }

    private const string Rules = "{type: 'tag', values: ['wcag2a','wcag2aa','wcag21a','wcag21aa','wcag22aa','best-practice']}";

    // What the colours of the night and a narrow screen have a say in.
    private const string RulesOfLook = "{type: 'rule', values: ['color-contrast', 'target-size', 'scrollable-region-focusable', 'link-in-text-block']}";

    private static void Check(Bay bay, List<string> found, string part = "document", string rules = Rules)
    {
        bay.Look("h1");
        // What lies half under the main button at the screen's foot is scrolled out from under it: where the page happens to stand is no fault of a target.
        bay.Script("""
            const sheet = new CSSStyleSheet();
            sheet.replaceSync('.acts { position: static !important; }');
            document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
            """);
        bay.Script(Axe);
        var violations = (IReadOnlyCollection<object>)((ChromeDriver)bay.Driver).ExecuteAsyncScript(
            $"const done = arguments[arguments.length - 1]; axe.run({part}, {{runOnly: {rules}, resultTypes: ['violations']}}).then(r => "
                + "done(r.violations.map(v => v.id + ': ' + v.nodes.map(n => n.target.join(' ') + ' ' + n.failureSummary).slice(0, 3).join(' ; '))));")!;
        found.AddRange(violations.Select(v => $"{bay.At} {v}"));
    }
}
