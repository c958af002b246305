using System.Globalization;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>The sheet is where the hand is: measured on the upright tablet, at the desk and on a phone.</summary>
public sealed class PlaceTests(DemoShopFixture demo)
{
    private static double Number(Bay bay, string script, params object[] args) => Convert.ToDouble(bay.Script(script, args), CultureInfo.InvariantCulture);

    private static double Top(Bay bay, string css) => Number(bay, "return document.querySelector(arguments[0]).getBoundingClientRect().top", css);

    [Fact]
    public void On_the_upright_tablet_the_drawing_folds_and_the_sheet_begins_in_the_top_third()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("ines");
        foreach (var machine in new[] { "Lifeboat tractor", "Pilot launch" })
        {
            var job = DemoJobs.Find(bay, machine);
            bay.Open(job);
            Assert.True(bay.Look("#drawing").Displayed, "at home the drawing stands whole");
            Assert.False(bay.Look("#strip").Displayed);
            foreach (var sheet in new[] { "drain/1", "oil-supply/1", "crankcase", "fit", "prime" })
            {
                bay.Open($"{job}/{sheet}");
                Assert.False(bay.Look("#drawing").Displayed);
                Assert.InRange(Top(bay, "#sheet"), 1, 1180 / 3.0);
                Assert.Equal(820, Number(bay, "return document.documentElement.scrollWidth"));
            }
            // The findings lie on the unit: its drawing is what the hand is on.
            bay.Open($"{job}/findings");
            Assert.InRange(Top(bay, "#unit-drawing"), 1, 1180 / 3.0);
            Assert.Equal(820, Number(bay, "return document.documentElement.scrollWidth"));
        }
        // Each mark leads to its sheet, says its verdict aloud, and the open one stands in view.
        bay.Touch("#mark-clocking-2");
        bay.See("#sheet-title", "Clocking, turbo 2");
        Assert.Equal("true", bay.Look("#mark-clocking-2").GetDomAttribute("aria-current"));
        Assert.Contains("sound", bay.Look("#mark-plate-1").GetDomProperty("textContent"));
        Assert.InRange(Number(bay, "const r = document.querySelector('#mark-clocking-2').getBoundingClientRect(); return r.right"), 60, 820);
        bay.Touch(".sheet-head a");
        bay.See("#sheet-title", "This job");
        Assert.True(bay.Look("#drawing").Displayed);
    }

    [Fact]
    public void The_main_button_stays_in_reach_and_an_action_leaves_the_hand_where_the_next_one_is()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Road sweeper", "Parts");
        bay.Open(job + "/drain/1");
        bay.Press("[name='input.segments.0.length_mm']");
        bay.Script("document.querySelector('#pad [data-key=done]').click()");
        foreach (var at in new[] { "input.segments.0.length_mm", "input.exit_above_oil_mm" })
        {
            bay.Script("document.querySelector(`[name='${arguments[0]}']`).scrollIntoView({block:'center'})", at);
            Assert.InRange(Number(bay, "return document.querySelector('.sheet-form .go').getBoundingClientRect().bottom"), 100, 1180);
        }

        // A finding far down the page: what was touched stands where it stood, says that it is saved, and has the focus.
        bay.Open(job + "/findings");
        bay.OpenCard("shaft-blued");
        bay.Script("document.querySelector('#finding-shaft-blued').scrollIntoView({block:'center'})");
        var before = Top(bay, "#finding-shaft-blued");
        bay.Look("#finding-shaft-blued button[value='absent']").Click();
        bay.See("#finding-shaft-blued .said", "saved");
        bay.Read();
        Assert.InRange(Top(bay, "#finding-shaft-blued"), before - 3, before + 3);
        Assert.True((bool)bay.Script("return document.querySelector('#finding-shaft-blued').contains(document.activeElement)")!);
        bay.Touch("#finding-shaft-blued .said button");
        bay.See("#finding-shaft-blued .said", "Taken back");
        Assert.False(bay.IsThere("#finding-shaft-blued [aria-pressed=true]"));

        // After a burst to catch, the question about the oil stands next; after one to prime, the pressure.
        bay.PrimeAt(job, "unable");
        bay.Choose("fuel", "Fuel shut-off connector");
        bay.PressButton("Record as disabled");
        bay.See(".said", "the engine cannot fire");
        bay.Answer("crank-purpose", "catch");
        bay.See("#prime-now", "All clear");
        bay.Answer("crank-clear", "nobody-near");
        bay.See("#prime-now", "Oil into the container");
        bay.PressButton("Start burst 1");
        bay.PressButton("Stop cranking");
        bay.See("[data-next]", "Oil from the feed");
        Assert.InRange(Top(bay, "[data-next]"), 0, 1000);
        Assert.True((bool)bay.Script("return document.querySelector('[data-next]').contains(document.activeElement)")!);
    }

    [Fact]
    public void What_answers_while_one_types_moves_nothing_under_the_finger()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("ines");
        bay.Open(DemoJobs.Find(bay, "Road sweeper", "Parts") + "/suction");
        bay.Script("document.querySelector('.sheet-form .go').scrollIntoView({block:'center'})");
        var go = Top(bay, ".sheet-form .go");
        double Apart() => Top(bay, "[name='engine_rpm']") - Top(bay, "[name='depression_kpa']");
        var apart = Apart();
        // Written without a touch, so that nothing else moves the page: what was understood stands beside the box, what it would mean above the button.
        bay.Script("""
            const box = document.querySelector("[name='depression_kpa']");
            box.value = '9 kPa';
            document.querySelector("[name='running'][value='loaded']").checked = true;
            box.dispatchEvent(new Event('input', { bubbles: true }));
            """);
        bay.Until("return document.querySelector('.field .echo').textContent.length > 0");
        bay.Until("return !!document.querySelector('#preview .verdict')");
        Assert.Equal(apart, Apart(), 1.0);
        Assert.Equal(go, Top(bay, ".sheet-form .go"), 1.0);
    }

    [Fact]
    public void At_the_desk_the_drawing_keeps_its_place_and_the_room_under_it_is_used()
    {
        using var bay = new Bay(demo.Shop.Address, 1280, 900);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Lifeboat tractor");
        bay.Open(job + "/compression");
        Assert.True(bay.Look("#drawing").Displayed && bay.Look("#beside").Displayed);
        bay.See("#beside", "Ilmari 6H 240, diesel");
        bay.See("#beside", "Loose ends");
        bay.See("#beside", "Cranking with open cylinders");
        var top = Top(bay, "#drawing");
        bay.Script("document.querySelector('#spot-restrictor-1').dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }))");
        bay.See("#sheet-title", "Restrictor");
        Assert.Equal(top, Top(bay, "#drawing"), 1.0);
        bay.Gone("#beside section:nth-child(3)");
        // A bench takes the page: the drawing folds to its strip meanwhile.
        bay.Script("document.querySelector('#spot-drain-1').dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }))");
        bay.See("#sheet-title", "Drain");
        Assert.False(bay.Look("#drawing").Displayed);
        Assert.True(bay.Look("#strip").Displayed);
    }

    [Fact]
    public void A_phone_needs_nothing_moved_sideways()
    {
        using var bay = new Bay(demo.Shop.Address, 360, 740, touch: true);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Forage harvester, green", "Parts");
        foreach (var path in new[] { "/", "/book-in", "/instruments", "/limits", "/tablet", job, job + "/drain/1", job + "/oil-supply/1", job + "/findings",
            job + "/fit", job + "/prime", job + "/start", job + "/after-run", job + "/hand-over", job + "/record", job + "/clocking/1", job + "/parts",
            job + "/release", job + "/triage", job + "/loose-ends", job + "/pour-through/1", job + "/blow-by", job + "/compression", job + "/cure",
            "/limits/crankcase-open", "/parts-table", job + "/plate/1", job + "/photos", job + "/strip", job + "/strip?back=true", job + "/renew",
            job + "/beside/1", job + "/driver-sheet", job + "/traces", job + "/fluids", job + "/old-parts", job + "/snags", job + "/control/1", job
                + "/sweep/1", job + "/charge-air", job + "/shaft-speed/1", job
                + "/heat",
            DemoJobs.Find(bay, "Hill-climb") + "/references", DemoJobs.Find(bay, "Hill-climb") + "/fuel", DemoJobs.Find(bay, "Hill-climb") + "/coolant" })
        {
            bay.Open(path);
            Assert.True(Number(bay, "return document.documentElement.scrollWidth") <= 360, $"{path} is wider than the phone");
            Assert.InRange(Number(bay, "return document.querySelector('.top').getBoundingClientRect().height"), 40, 56);
        }
        // The head is one line, and the bar one line that stands at what is next.
        bay.Open(job + "/drain/1");
        Assert.InRange(Number(bay, "return document.querySelector('.job-head').getBoundingClientRect().height"), 20, 48);
        Assert.InRange(Number(bay, "return document.querySelector('.work').getBoundingClientRect().height"), 40, 64);
        // At home stands the narrow drawing, with places of its own; the end of the line under the bar is reached by a finger.
        bay.Open(job);
        Assert.Equal(true, bay.Script("""
            const line = document.querySelector('.work-now'), last = line.lastElementChild;
            line.scrollLeft = line.scrollWidth;
            return ['auto', 'scroll'].includes(getComputedStyle(line).overflowX) && last.getBoundingClientRect().right <= innerWidth + 1;
            """));
        Assert.True(bay.Look(".job-drawing.narrow").Displayed);
        Assert.False(bay.Look(".job-drawing.wide").Displayed);
        bay.Touch("#narrow-spot-plate-1");
        bay.See("#sheet-title", "Plate");
        bay.Open(job);
        Assert.InRange(Number(bay, "const r = document.querySelector('.work .next').getBoundingClientRect(); return r.left"), 0, 300);
        bay.Open("/");
        Assert.False(bay.Look(".yard thead").Displayed);
        Assert.Equal("block", bay.Look(".yard td").GetCssValue("display"));
    }

    [Fact]
    public void At_the_desk_a_machine_with_two_units_moves_nothing_sideways_but_its_strip()
    {
        using var bay = new Bay(demo.Shop.Address, 1280, 800);
        bay.SignInAs("wyn");
        var job = DemoJobs.Find(bay, "Pilot launch");
        foreach (var sheet in new[] { "strip/2", "oil-supply/2", "control/2", "findings", "parts", "record" })
        {
            bay.Open($"{job}/{sheet}");
            Assert.True(Number(bay, "return document.documentElement.scrollWidth") <= 1280, $"{sheet} is wider than the desk");
        }
        bay.Open(job + "/strip/2");
        Assert.InRange(Number(bay, "const line = document.querySelector('#strip'); line.scrollLeft = line.scrollWidth; "
            + "return line.lastElementChild.getBoundingClientRect().right"), 1000, 1280);
    }

    [Fact]
    public void Whatever_is_touched_on_the_upright_tablet_is_as_high_as_a_gloved_finger()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("tam");
        var (job, last) = (DemoJobs.Find(bay, "Lifeboat tractor"), DemoJobs.Find(bay, "School minibus"));
        foreach (var path in new[] { "/", "/jobs", "/limits", "/book-in", "/claims", job, job + "/findings", job + "/findings?list=true", job + "/fluids",
            job + "/parts", job + "/drain/1", job + "/assembly/1", job + "/strip", job + "/loose-ends", last + "/after-run",
            last + "/claim", last + "/hand-over" })
        {
            bay.Open(path);
            // A link in running text is as high as its line, as text is.
            Assert.Equal("", bay.Script("""
                const folded = e => { for (let d = e.parentElement; d; d = d.parentElement)
                    if (d.tagName === 'DETAILS' && !d.open && e.closest('summary')?.parentElement !== d) return true; return false; };
                return [...document.querySelectorAll('main :is(a, button, summary, select, textarea, input:not([type=hidden]))')]
                    .filter(e => e.offsetWidth && !folded(e) && !e.closest('svg, .aloud') && !(e.tagName === 'A' && getComputedStyle(e).display === 'inline'))
                    .map(e => [e, (/radio|checkbox/.test(e.type) ? e.closest('label') : e).getBoundingClientRect()])
                    .filter(([, box]) => box.height < 44).map(([e, box]) => `${Math.round(box.height)} px: ${e.textContent.trim() || e.name}`).join('; ');
                """));
        }
    }

    [Fact]
    public async Task A_stop_that_owns_the_screen_lies_on_it_whole_and_nothing_of_it_over_another()
    {
        // In the shop all share, another test finds the way back.
        await using var shop = await RunningShop.DemoAsync();
        foreach (var (width, height) in new[] { (360, 740), (820, 1180), (1280, 800), (740, 360) })
        {
            using var bay = new Bay(shop.Address, width, height, touch: width < 1000);
            bay.SignInAs("tam");
            bay.Open(DemoJobs.Find(bay, "Wheel loader") + "/prime");
            var screen = bay.Look(".instrument.stopped");
            Assert.Equal("", bay.Script("""
                const screen = arguments[0], of = screen.getBoundingClientRect(), shown = [...screen.querySelectorAll('input, button, a, h3, h4, li')]
                    .filter(e => e.offsetWidth > 0), boxes = shown.map(e => [e.textContent.trim() || e.name, e.getBoundingClientRect()]);
                const wrong = boxes.filter(([, b]) => b.left < of.left || b.right > of.right || b.top < of.top).map(([name]) => `${name} runs off`);
                const over = (a, b) => a.left + 1 < b.right && b.left + 1 < a.right && a.top + 1 < b.bottom && b.top + 1 < a.bottom;
                boxes.forEach(([name, a], i) => boxes.slice(i + 1).forEach(([other, b]) => { if (over(a, b)) wrong.push(`${name} over ${other}`); }));
                return wrong.concat(screen.scrollWidth > screen.clientWidth ? ['moved sideways'] : []).join('; ');
                """, screen));
        }
    }

    [Fact]
    public void The_drawing_is_legible_and_nothing_in_it_overlaps_at_any_width()
    {
        foreach (var width in new[] { 360, 820, 1280, 1920 })
        {
            using var bay = new Bay(demo.Shop.Address, width, 1100, touch: width < 1000);
            bay.SignInAs("tam");
            foreach (var machine in new[] { "Hill-climb", "Pilot launch", "School minibus" })
            {
                bay.Open(DemoJobs.Find(bay, machine));
                Assert.Equal("", bay.Script("""
                    const svg = [...document.querySelectorAll('.job-drawing')].find(s => s.getBoundingClientRect().width > 0);
                    const boxes = [...svg.querySelectorAll('.d-label')].map(e => [e.closest('a').getAttribute('aria-label'), e.getBoundingClientRect()]);
                    const over = (a, b) => a.left + .5 < b.right && b.left + .5 < a.right && a.top + .5 < b.bottom && b.top + .5 < a.bottom;
                    const wrong = [];
                    boxes.forEach(([name, box], i) => {
                        boxes.slice(i + 1).forEach(([other, b]) => { if (over(box, b)) wrong.push(`${name} over ${other}`); });
                        svg.querySelectorAll('.d-note').forEach(n => { if (over(box, n.getBoundingClientRect()))
                            wrong.push(`${name} over ${n.textContent}`); });
                    });
                    svg.querySelectorAll('.d-label ~ text').forEach(t => { const r = t.getBoundingClientRect(),
                        b = t.parentElement.querySelector('.d-label').getBoundingClientRect();
                        if (r.right > b.right + 1) wrong.push(`${t.textContent} breaks out`); });
                    const scale = svg.getBoundingClientRect().width / svg.viewBox.baseVal.width;
                    svg.querySelectorAll('text').forEach(t => { if (t.getAttribute('font-size') * scale < 15) wrong.push(`${t.textContent} is small`); });
                    return wrong.join('; ');
                    """));
            }
            // So on the benches: each box on its place and none over another, every word legible; on a phone the boxes stand under the drawing.
            var climb = DemoJobs.Find(bay, "Hill-climb");
            foreach (var bench in new[] { "drain/1", "oil-supply/1", "crankcase", "clocking-plan/1", "clocking/1", "rings/1", "fuel",
                "suction", "shaft-speed/1", "blow-by", "pour-through/1", "play/1", "mixture" }.Select(sheet => $"{climb}/{sheet}").Append("/book-in"))
            {
                bay.Open(bench);
                Assert.Equal("", bay.Script("""
                    document.querySelectorAll('details.figures').forEach(d => { d.open = true; });
                    const wrong = [], svg = document.querySelector('.drawn .bench-svg'), phone = innerWidth < 700;
                    const boxes = [...document.querySelectorAll('.drawn [data-on]')].map(e => [e.dataset.on, e.getBoundingClientRect()]);
                    boxes.forEach(([name, a], i) => {
                        const at = svg.querySelector(`[data-box="${name}"]`).getBoundingClientRect();
                        if (!phone && (Math.abs(a.left - at.left) > 2 || Math.abs(a.top - at.top) > 2)) wrong.push(`${name} off its place`);
                        boxes.slice(i + 1).forEach(([other, b]) => { if (a.left + 1 < b.right && b.left + 1 < a.right && a.top + 1 < b.bottom
                            && b.top + 1 < a.bottom) wrong.push(`${name} over ${other}`); });
                        if (a.right > innerWidth) wrong.push(`${name} reaches out`);
                    });
                    const scale = svg.getBoundingClientRect().width / svg.viewBox.baseVal.width;
                    if (!phone) svg.querySelectorAll('text').forEach(t => { if (parseFloat(getComputedStyle(t).fontSize) * scale < 15)
                        wrong.push(`${t.textContent} is small`); });
                    return wrong.join('; ');
                    """));
                Assert.Equal(true, bay.Script("return document.documentElement.scrollWidth <= document.documentElement.clientWidth"));
            }
        }
    }
}
