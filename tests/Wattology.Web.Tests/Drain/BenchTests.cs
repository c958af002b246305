using Wattology.Web.Tests.Forms;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Drain;

/// <summary>What a bench sends back while values are typed.</summary>
public sealed class BenchTests
{
    [Fact]
    public async Task The_drain_is_drawn_anew_with_every_value_also_while_boxes_are_blank()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var page = await jory.GetAsync(job + "/drain/1");
        Assert.Equal(page.Page.QuerySelectorAll("[data-on]").Select(e => e.GetAttribute("data-on")).Order(), page.Page.QuerySelectorAll("[data-box]").Select(e
            => e.GetAttribute("data-box")).Order());
        Assert.Equal(2, page.Page.QuerySelectorAll(".b-pipe.pale").Length);
        var half = await jory.PostAsync(job + "/drain/1?handler=Preview", ("input.segments.0.length_mm", "140"), ("input.segments.0.fall_mm", "-20"));
        Assert.Equal("innerHTML", half.Page.QuerySelector("#bench-drawn")!.GetAttribute("hx-swap-oob"));
        Assert.Contains("climbs", half.Said(".bench-svg"));
        Assert.Contains("stretch 1 climbs, stretch 2 not typed yet", half.Page.QuerySelector(".bench-svg")!.GetAttribute("aria-label"));
        Assert.Empty(half.Page.QuerySelectorAll(".cures"));
        // Without a catch the page says where the flow comes from.
        var whole = await jory.PostAsync(job + "/drain/1?handler=Preview", JobForms.Drain);
        Assert.Contains("Once the feed is caught", whole.Page.Body!.TextContent);
    }

    [Fact]
    public async Task A_catch_is_charted_as_it_is_typed_with_its_data_as_a_table()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/prime");
        await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "Injection fuse"));
        await jory.GetAsync(job + "/oil-supply/1");
        var preview = await jory.PostAsync(job + "/oil-supply/1?handler=Preview", ("grade", "5W-30"), ("input.oil_temp_c", "35"), ("input.line.id_mm", "5.2"),
            ("input.line.length_mm", "620"), ("input.runs.0.ml", "33 ml in 15.2"), ("input.runs.1.ml", "34 in 15"), ("input.gallery_kpa", "182"));
        var chart = preview.Page.QuerySelector(".chart-svg");
        if (chart is null) Assert.Fail(preview.Page.Body!.TextContent);
        Assert.Equal(2, preview.Page.QuerySelectorAll(".c-run").Length);
        Assert.Single(preview.Page.QuerySelectorAll(".c-band"));
        Assert.Equal(2, preview.Page.QuerySelectorAll("table tr.worst").Length);
        Assert.Contains("caught: 0.13 l/min", preview.Page.QuerySelector("table tr.worst")!.TextContent);
    }
}
