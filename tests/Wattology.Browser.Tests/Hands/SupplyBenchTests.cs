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
        bay.Look("#preview .chart-svg");
        Assert.Equal(3L, bay.Script("return document.querySelectorAll('#preview .c-run').length"));
        Assert.Equal("", bay.Script("""
            const svg = document.querySelector('#preview .chart-svg');
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
}
