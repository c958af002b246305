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
        using var tablet = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        ((OpenQA.Selenium.Chrome.ChromeDriver)desk.Driver).ExecuteCdpCommand("Emulation.setDeviceMetricsOverride",
            new() { ["width"] = 1280, ["height"] = 800, ["deviceScaleFactor"] = 1, ["mobile"] = false });
        foreach (var bay in new[] { desk, tablet }) bay.SignInAs("jory");
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
        Take("book-in", "/book-in", null, () =>
        {
            foreach (var (field, text) in new[] { ("registration", "GRITTER 7"), ("machine", "Gritter"), ("engine", "Brannock D4 150") })
                desk.Type(field, text);
            foreach (var (field, value) in new[] { ("control", "vanes-electric"), ("turbos", "2"), ("water_cooled", "true"), ("closed_breather", "true") })
                desk.Choose(field, value);
            desk.Script("document.activeElement.blur(); scrollTo(0, 0)");
        });
        var tractor = Job("Lifeboat tractor");
        Take("drawing", tractor);
        Take("findings", Job("Brewery van") + "/findings");
        Take("oil-supply", Job("Forage harvester, red") + "/oil-supply/1", null, () =>
        {
            desk.Press("details.figures > summary");
            foreach (var (run, text) in new[] { (0, "33 ml in 15.2"), (1, "34 ml in 15"), (2, "33 ml in 15.1") }) desk.Type($"input.runs.{run}.ml", text);
            desk.Type("input.gallery_kpa", "182 kPa");
            desk.Type("input.oil_temp_c", "35");
            desk.Look(".chart-svg .c-run");
            desk.Script("document.querySelector('.drawn-form').scrollIntoView({block:'start'})");
        });
        Take("drain-tablet", Job("Hill-climb") + "/drain/1", tablet, () =>
        {
            foreach (var (field, text) in new[] { ("0.length_mm", "140"), ("0.fall_mm", "96"), ("1.length_mm", "160"), ("1.fall_mm", "-12"), ("2.length_mm",
                "90"),
                ("2.fall_mm", "60") }) tablet.Type($"input.segments.{field}", text);
            tablet.See(".bench-svg", "oil stands here");
            tablet.Script("document.activeElement.blur(); document.querySelector('.quick').scrollIntoView({block:'start'})");
        });
        Take("pad-tablet", tractor + "/oil-supply/1", tablet, () => new Hand(tablet).Touch("details.figures > summary").Key("9", "5", "in", "1", "0")
            .Touch("[name='input.oil_temp_c']").Key("2", "0").Touch("[name='input.gallery_kpa']").Key("1", "point", "6", "bar"));
        Take("clocking", Job("Hill-climb") + "/clocking-plan/1", null, () =>
        {
            foreach (var (field, text) in new[] { ("received.turbine_inlet_deg", "282"), ("received.oil_inlet_deg", "24"), ("received.outlet_deg", "106"),
                ("turbine_wanted_deg", "282"), ("outlet_wanted_deg", "82"), ("forbidden.0.what", "manifold"), ("forbidden.0.part_offset_deg", "0"),
                ("forbidden.0.from_deg", "40"), ("forbidden.0.to_deg", "80") }) desk.Type($"plan.{field}", text);
            desk.Choose("plan.turbine.held", "bolts");
            desk.Choose("plan.compressor.held", "band");
            desk.See("#preview .plan", "Turn the centre section");
            desk.Script("document.activeElement.blur(); document.querySelector('.drawn-form').scrollIntoView({block:'start'})");
        });
        Take("plate", tractor + "/plate/1");
        Take("parts", Job("Forage harvester, green", "Breather") + "/parts");
        Take("strip-tablet", Job("Brewery van") + "/strip", tablet, () =>
        {
            foreach (var place in new[] { "battery", "intake-hose", "charge", "shield" })
            {
                tablet.Touch($"[data-strip='{place}'] rect");
                tablet.Look($"[data-strip='{place}'].off");
            }
        });
        Take("photo-angle", tractor + "/photos", null, () =>
        {
            desk.Press(".photo-groups section:last-child .photo-row a");
            desk.Press("[data-tool='angle']");
            desk.Choose("from_turbine_end", "false");
            desk.Script("""
                const area = document.querySelector('.photo-view'), screen = document.querySelector('.photo-drawn').getScreenCTM();
                area.setPointerCapture = () => {};
                const touch = (x, y) => { const at = new DOMPoint(x / 1.28, y / 1.28).matrixTransform(screen);
                    for (const type of ['pointerdown', 'pointerup']) area.dispatchEvent(new PointerEvent(type, { pointerId: 1, clientX: at.x, clientY: at.y,
                        bubbles: true })); };
                const turned = (x, y) => { const a = 24 * Math.PI / 180; return [700 + (x - 700) * Math.cos(a) - (y - 430) * Math.sin(a),
                    430 + (x - 700) * Math.sin(a) + (y - 430) * Math.cos(a)]; };
                touch(250, 60); touch(250, 800); touch(...turned(500, 720)); touch(...turned(900, 720));
                """);
            desk.See("#photo-angle", "off plumb");
        });
        // What another sheet last said is said once, and not here.
        tablet.Open("/");
        Take("claim-tablet", Job("Brewery van") + "/claim", tablet);
        Take("assembly-tablet", tractor + "/assembly/1", tablet, () =>
        {
            while (!tablet.IsThere(".assembly.homing"))
            {
                var on = tablet.Driver.FindElements(By.CssSelector(".walk .is-on")).Count;
                tablet.Touch(".walk-row.is-next .walk-acts form .touch");
                tablet.Until(() => tablet.Driver.FindElements(By.CssSelector(".walk .is-on")).Count > on || tablet.IsThere(".assembly.homing"), () => "not on");
                if (!tablet.IsThere("#home-drain-flange.is-next")) continue;
                tablet.Press("#home-drain-flange input[value='2']");
                tablet.Touch("#home-drain-flange [value=feel]");
                tablet.See("#home-drain-flange", "all 2 by feel");
            }
            tablet.Press("#home-manifold input[value='8']");
        });
        Take("prime-live", Job("Pilot launch") + "/prime", tablet, () =>
        {
            tablet.PressButton("Read this job with it");
            tablet.See(".said", "is on this job");
            tablet.PressButton("15 ml in");
            tablet.See("#prime-now", "Wheel by hand, turbo 2");
            tablet.Answer("wheel", "free", turbo: 2);
            tablet.See("#prime-now", "All clear");
            tablet.Answer("crank-clear", "nobody-near");
            tablet.PressButton("Start burst 2");
            tablet.See("[data-gauge-watch]", "Pressure after");
        });
        Take("prime-stop", Job("Wheel loader", "Prime") + "/prime");
        Take("start", Job("Mail van") + "/start");
        Take("over-time", "/over-time", null, () => desk.Script("document.querySelector('#comebacks .states').scrollIntoView({block:'start'})"));
        Take("limits", "/limits");
    }
}
