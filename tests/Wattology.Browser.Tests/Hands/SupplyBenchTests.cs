using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>The supply bench under the hand: the catch on its chart, the drill list and the thread finder beside it.</summary>
public sealed class SupplyBenchTests(DemoShopFixture demo)
{
    [Fact]
    public void A_catch_stands_on_its_chart_before_it_is_recorded_and_sizing_lies_beside()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Forage harvester, red");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job + "/oil-supply/1");
        bay.Press("details.figures > summary");
        foreach (var (run, text) in new[] { (0, "33 ml in 15.2"), (1, "34 ml in 15"), (2, "33 ml in 15.1") }) bay.Type($"input.runs.{run}.ml", text);
        bay.Type("input.gallery_kpa", "182 kPa");
        bay.Type("input.oil_temp_c", "35");
        bay.See("#preview", "stop");
        bay.Look("#bench-drawn .chart-svg");
        Assert.Equal(3L, bay.Script("return document.querySelectorAll('#bench-drawn .c-run').length"));
        Assert.Equal("", bay.Script("""
            const svg = document.querySelector('#bench-drawn .chart-svg');
            const scale = svg.getBoundingClientRect().width / svg.viewBox.baseVal.width;
            return [...svg.querySelectorAll('text')].filter(t => parseFloat(getComputedStyle(t).fontSize) * scale < 15).map(t => t.textContent).join(' ');
            """));
        bay.Press("#preview details summary");
        bay.See("#preview table", "caught: 0.13 l/min");
        Assert.Equal(before, DemoJobs.Entries(bay, job));

        bay.Open(job + "/restrictor/1");
        bay.Press("details:has(.drills) > summary");
        bay.See(".drills", "mm");
        bay.Press("a[href='/threads']");
        bay.See("h1", "Threads and ports");
        bay.Type("outside_mm", "12");
        bay.Type("pitch_mm", "1.5");
        bay.PressButton("Find it");
        bay.See(".thread h3", "M12×1.5");
        bay.See(".thread", "Near twins");
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void The_line_is_said_by_touch_and_after_lack_of_oil_a_stream_that_was_seen_is_not_enough()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("ines");
        var job = bay.BookIn("Starved stacker");
        bay.PrimeAt(job, "unable");
        bay.Choose("fuel", "Injection fuse");
        bay.PressButton("Record as disabled");
        bay.See(".said", "the engine cannot fire");
        bay.Open(job + "/oil-supply/1");
        bay.Touch("#ask-feed-seen-1 button[value='steady']");
        bay.See("#mark-oil-supply-1", "sound, seen");
        bay.Press("details.hidden-places > summary");
        bay.Touch("#ask-feed-gauze-1 button[value='clear']");
        bay.See(".hidden-places > summary", "1 of 4 places seen");
        bay.Touch("#pipe-seen button[value='renewed']");
        bay.See(".hidden-places > summary", "renewed");
        bay.Press("details.figures > summary");
        bay.Touch("[data-value='dash 4']");
        bay.Touch("[data-value='about 0.5 m']");
        bay.Touch("[data-count][data-value='banjo']");
        bay.Touch("[data-count][data-value='banjo']");
        bay.Touch("[data-count][data-value='elbow']");
        Assert.Equal("2 banjos, 1 elbow", bay.Look("[name='input.line.minor_k']").GetAttribute("value"));
        bay.See("#f-input-line-minor-k-echo", "5");
        bay.Type("input.runs.0.ml", "60 ml in 10 s");
        bay.Type("input.runs.1.ml", "61 ml in 10 s");
        bay.Type("input.oil_temp_c", "20");
        bay.Type("input.gallery_kpa", "180");
        bay.See("#preview", "Pressure good and flow low");
        bay.Touch("#pad [data-key='done']");
        bay.Press("#preview .fitted > summary");
        bay.See("#preview .fitted table", "hot idle");
        bay.Open(job + "/findings");
        bay.Confirm("starved", "Its filter was the wrong one.");
        bay.Open(job + "/oil-supply/1");
        bay.See(".latest", "after lack of oil the catch is measured");
        Assert.Empty(bay.Complaints());
    }
}
