using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>The clocking bench under the hand: the dial stands as it is typed, dragged or keyed, from either end, and writes its plan.</summary>
public sealed class ClockingBenchTests(DemoShopFixture demo)
{
    private const string OilField = "plan.received.oil_inlet_deg";

    // Where the oil inlet is drawn, as an angle seen on the screen.
    private static double Drawn(Bay bay) => Convert.ToDouble(bay.Script("""
        const svg = document.querySelector('.clocking-dial'), [x, y] = svg.dataset.axis.split(' ').map(Number);
        const dot = svg.querySelector(".dial-received[data-port='oil inlet'] circle");
        return (Math.atan2(dot.cx.baseVal.value - x, y - dot.cy.baseVal.value) * 180 / Math.PI + 360) % 360;
        """), CultureInfo.InvariantCulture);

    private static void Stands(Bay bay, double degrees) => bay.Until(
        "const p = document.querySelector(\".dial-received[data-port='oil inlet']\"); return !!p && Math.abs(Number(p.dataset.deg) - arguments[0]) < 0.06",
            degrees);

    [Theory]
    [InlineData(1280, 900)]
    [InlineData(820, 1180)]
    public void The_dial_is_turned_by_figure_finger_and_key_from_either_end_and_writes_its_plan(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("jory");
        var job = bay.BookIn($"Tuned trike {width}", kind: "custom");
        bay.Open(job + "/clocking/1");
        bay.PressLink("Three rings on one dial");
        bay.See("#sheet-title", "Clocking bench");
        Assert.False(bay.IsThere(".dial-port"));
        foreach (var degrees in new[] { 0, 24, 91, 180, 206, 330 })
        {
            bay.Type(OilField, $"{degrees}");
            Stands(bay, degrees);
            Assert.Equal(degrees, Drawn(bay), 0.2);
            bay.Choose("seen_from", "turbine");
            bay.See(".clocking-dial", "turbine");
            bay.Until("return document.querySelector('.clocking-dial').dataset.mirrored === 'true'");
            // Mirrored on the screen; the figure stays, as seen from the compressor end.
            Assert.Equal((360 - degrees) % 360, Drawn(bay), 0.2);
            Assert.Equal($"{degrees}", bay.ValueOf(OilField));
            bay.Choose("seen_from", "compressor");
            bay.Until("return !document.querySelector('.clocking-dial').dataset.mirrored");
        }
        bay.Type(OilField, "11:00");
        Stands(bay, -30);
        // By key: to the right is clockwise as it is seen.
        bay.Script("document.querySelector(\".dial-received[data-port='oil inlet']\").focus()");
        new Actions(bay.Driver).SendKeys(Keys.ArrowRight).SendKeys(Keys.ArrowRight).Perform();
        Stands(bay, 332);
        Assert.Equal("332°", bay.ValueOf(OilField));
        // By finger: dragged to three o'clock.
        var port = bay.Look(".dial-received[data-port='oil inlet']");
        bay.Script("arguments[0].ownerSVGElement.scrollIntoView({block:'center', behavior:'instant'})", port);
        var way = ((IReadOnlyCollection<object>)bay.Script("""
            const svg = document.querySelector('.clocking-dial'), [x, y] = svg.dataset.axis.split(' ').map(Number);
            const from = arguments[0].getBoundingClientRect(), to = new DOMPoint(x + 117, y).matrixTransform(svg.getScreenCTM());
            return [from.left + from.width / 2, from.top + from.height / 2, to.x, to.y];
            """, port)!).Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture)).ToArray();
        bay.Drag(way[0], way[1], way[2], way[3]);
        bay.Until("const box = document.querySelector(`[name='${arguments[0]}']`); return Math.abs(parseFloat(box.value) - 90) <= 2", OilField);

        foreach (var (field, text) in new[] { (OilField, "24"), ("plan.received.turbine_inlet_deg", "282"), ("plan.received.outlet_deg", "106"),
            ("plan.turbine_wanted_deg", "282"), ("plan.outlet_wanted_deg", "82") }) bay.Type(field, text);
        bay.Choose("plan.turbine.held", "bolts");
        bay.Choose("plan.compressor.held", "band");
        bay.See("#preview .plan", "Turn the centre section 24° anticlockwise, until the oil inlet stands at 0° (12:00).");
        bay.See("#preview .plan", "Nip the compressor housing's band.");
        Assert.True(bay.IsThere(".dial-wanted[data-port='oil inlet'][data-deg='0']"));
        Assert.True(bay.IsThere(".dial-window"));
        bay.Choose("plan.school", "vehicle");
        bay.See("#preview .plan", "Bolt the turbine inlet to its manifold");
        bay.Choose("known", "measured");
        bay.Type("instrument", "angle gauge 9", ".drawn-form");
        bay.PressButton("Record the plan");
        // On paper the dial stands with its plan.
        bay.See("#plan-recorded", "Turn the centre section");
        ((OpenQA.Selenium.Chrome.ChromeDriver)bay.Driver).ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "print" });
        Assert.Equal(true, bay.Script("""
            return document.querySelector('#plan-recorded').offsetHeight > 100 && document.querySelector('.clocking-dial').getBoundingClientRect().height > 100;
            """));
        ((OpenQA.Selenium.Chrome.ChromeDriver)bay.Driver).ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "" });
        bay.PressButton("Begin: open these loose ends");
        bay.See(".said", "2 loose ends recorded");
        bay.Open(job + "/loose-ends");
        bay.See("#sheet", "the turbine housing's bolts");
        Assert.Empty(bay.Complaints());
    }

    [Theory]
    [InlineData(1280, 900)]
    [InlineData(820, 1180)]
    public void How_it_stands_is_put_on_the_dial_by_touch_and_judged_as_the_core_does(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("jory");
        var job = bay.BookIn($"Leaning loader {width}", kind: "custom", water: "true");
        bay.Open(job + "/clocking/1");
        bay.Press("details.figures > summary");
        // Nothing is assumed before the first touch: no port, and a ring that takes one.
        Assert.False(bay.IsThere(".dial-port"));
        Assert.Equal("", bay.ValueOf("input.oil_inlet_deg"));
        bay.Script("document.querySelector('.clocking-dial').scrollIntoView({block:'center', behavior:'instant'})");
        var at = ((IReadOnlyCollection<object>)bay.Script("""
            const svg = document.querySelector('.clocking-dial'), [x, y] = svg.dataset.axis.split(' ').map(Number);
            const to = new DOMPoint(x + 117 * Math.sin(Math.PI / 9), y - 117 * Math.cos(Math.PI / 9)).matrixTransform(svg.getScreenCTM());
            return [to.x, to.y];
            """)!).Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture)).ToArray();
        bay.Drag(at[0], at[1], at[0], at[1]);
        bay.Until("return Math.abs(parseFloat(document.querySelector(\"[name='input.oil_inlet_deg']\").value) - 20) <= 1");
        foreach (var drawn in new[] { ".dial-installed", ".dial-sound", ".dial-doubt", ".dial-water" }) bay.Look(drawn);
        foreach (var (oil, lean, points, upDeg, headingDeg) in new[] { (0, "~10°", "0", 10.0, 0.0), (24, "~−25°", "180", -25, 180), (331, "~25°", "90",
            25, 90), (197, "0", "−90", 0, -90) })
        {
            bay.Type("input.oil_inlet_deg", $"{oil}");
            bay.Press($"[data-put='input.compressor_up_deg'][data-value='{lean}']");
            bay.Press($"[data-put='input.heading_deg'][data-value='{points}']");
            var tilt = Core.Clocking.ClockingGeometry.Compute(new(oil, headingDeg, upDeg)).WorstDrainTiltDeg;
            bay.Until("""
                const said = parseFloat(document.querySelector('#preview .value')?.textContent);
                return Math.abs(said - arguments[0]) <= 0.06;
                """, tilt);
        }
        // The yard's slope by one touch: level stays beside it.
        bay.Press("[data-puts*='pitch_deg=~4°']");
        Assert.Equal(("level", "on the slope"), (bay.ValueOf("input.attitudes.0.name"), bay.ValueOf("input.attitudes.1.name")));
        bay.See("#preview", "on the slope");
        bay.Choose("as_installed", "true");
        bay.Choose("known", "measured");
        bay.Type("instrument", "angle gauge 9", ".drawn-form");
        bay.PressButton("Record the clocking");
        bay.See(".latest", "stop");
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_trial_and_the_final_fit_are_put_on_their_own_dial()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("jory");
        var job = bay.BookIn("Trial trolley", kind: "custom");
        foreach (var (fit, said) in new[] { ("trial", "on trial:"), ("final", "for good:") })
        {
            bay.Open(job + "/rings/1");
            foreach (var (ring, text) in new[] { ("turbine_inlet", "282"), ("oil_inlet", "11:50"), ("outlet", "82") }) bay.Type($"rings.{ring}_deg", text);
            bay.Until("return document.querySelectorAll('.dial-installed').length === 4");
            bay.Choose("fit", fit);
            bay.Choose("known", "seen");
            bay.PressButton("Record the fit");
            bay.See("#sheet", $"{said} turbine inlet at 282°");
        }
    }

    [Fact]
    public void A_sealed_unit_is_not_turned()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("jory");
        var job = bay.BookIn("Sealed saw");
        bay.Open(job + "/clocking-plan/1");
        bay.See(".caution", "is not turned");
        Assert.False(bay.IsThere(".drawn-form"));
        bay.Answer("clocking-seen", "hangs-down", turbo: 1);
        bay.See("#ask-clocking-seen-1 .on", "hangs down · seen");
    }
}
