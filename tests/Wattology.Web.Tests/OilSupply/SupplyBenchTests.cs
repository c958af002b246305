using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.OilSupply;

/// <summary>What the supply bench sends back while values are typed.</summary>
public sealed class SupplyBenchTests
{
    [Fact]
    public async Task A_catch_is_charted_as_it_is_typed_with_its_data_as_a_table()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/prime");
        await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "Injection fuse"));
        var page = await jory.GetAsync(job + "/oil-supply/1");
        Assert.Equal(page.Page.QuerySelectorAll("[data-on]").Select(e => e.GetAttribute("data-on")).Order(), page.Page.QuerySelectorAll("[data-box]").Select(e
            => e.GetAttribute("data-box")).Order());
        Assert.Contains("drawn here once a run, the oil and the line are typed", page.Said(".bench-empty"));
        var preview = await jory.PostAsync(job + "/oil-supply/1?handler=Preview", ("grade", "5W-30"), ("input.oil_temp_c", "35"), ("input.line.id_mm", "5.2"),
            ("input.line.length_mm", "620"), ("input.runs.0.ml", "33 ml in 15.2"), ("input.runs.1.ml", "34 in 15"), ("input.gallery_kpa", "182"));
        // It stands on the bench, not among the words beside it.
        Assert.Single(preview.Page.QuerySelectorAll(".chart-svg"), c => c.Closest(".fitted") is null);
        Assert.Single(preview.Page.QuerySelectorAll("#bench-drawn .chart-svg"));
        Assert.Equal(2, preview.Page.QuerySelectorAll(".c-run").Length);
        Assert.Single(preview.Page.QuerySelectorAll(".c-band"));
        Assert.Equal(2, preview.Page.QuerySelectorAll("details:not(.fitted) table tr.worst").Length);
        Assert.Equal(["cold start", "hot idle", "rated"], preview.Page.QuerySelectorAll(".fitted tbody tr td:first-child").Select(c => c.TextContent));
        Assert.Equal(2, preview.Page.QuerySelectorAll(".c-window").Length);
        // Pump or pipe, in a sentence.
        Assert.Contains("Pressure good and flow low: the pipe or the restrictor.", preview.Said(".source"));
        Assert.Contains("caught: 0.13 l/min", preview.Page.QuerySelector("table tr.worst")!.TextContent);
    }

    [Fact]
    public async Task The_jug_fills_by_what_is_typed_and_the_last_catchs_chart_stands_until_one_can_be_drawn()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/prime");
        await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "Injection fuse"));
        await jory.GetAsync(job + "/oil-supply/1");
        var half = await jory.PostAsync(job + "/oil-supply/1?handler=Preview", ("input.runs.0.ml", "33 ml in 15"), ("input.runs.1.ml", "11"),
            ("input.runs.1.seconds", "5 s"), ("input.line.id_mm", "5.2"));
        Assert.Contains("0.13 l/min caught", half.Page.QuerySelector(".bench-svg")!.GetAttribute("aria-label"));
        Assert.Equal(["0.13 l/min", "spread 0 %"], half.Page.QuerySelectorAll(".bench-svg text").Select(t => t.TextContent).Where(t => t.Contains("l/min")
            || t.Contains("spread")));
        Assert.Equal((1, 1), (half.Page.QuerySelectorAll(".b-pipe.pale").Length, half.Page.QuerySelectorAll(".b-column").Length));
        Assert.Empty(half.Page.QuerySelectorAll(".chart-svg"));
        await jory.PostAsync(job + "/oil-supply/1", ("grade", "5W-30"), ("input.oil_temp_c", "35"), ("input.line.id_mm", "5.2"),
            ("input.line.length_mm", "620"), ("input.runs.0.ml", "33 ml in 15.2"), ("input.runs.1.ml", "34 in 15"), ("input.gallery_kpa", "182"),
            ("known", "measured"), ("instrument", "jug"));
        var page = await jory.GetAsync(job + "/oil-supply/1");
        Assert.Contains("As caught last", page.Said("#bench-drawn"));
        Assert.Single(page.Page.QuerySelectorAll("#bench-drawn .chart-svg"));
        // The line stands as it was; what was caught is caught anew.
        Assert.Empty(page.Page.QuerySelectorAll(".b-pipe.pale, .b-column"));
        Assert.Contains("As caught last", (await jory.PostAsync(job + "/oil-supply/1?handler=Preview", ("input.runs.0.ml", "30"))).Said("#bench-drawn"));
    }

    [Fact]
    public async Task What_is_hidden_in_the_feed_is_answered_on_its_bench_and_drawn_there()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var page = await jory.GetAsync(job + "/oil-supply/1");
        // With the restrictor, of which nobody said anything either.
        Assert.Equal(5, page.Page.QuerySelectorAll(".b-fit.pale").Length);
        await jory.PostAsync(job + "/oil-supply/1?handler=Look", ("question", "feed-gauze"), ("answer", "blocked"), ("turbo", "1"));
        await jory.PostAsync(job + "/oil-supply/1?handler=Look", ("question", "feed-valve"), ("answer", "none-there"), ("turbo", "1"));
        await jory.PostAsync(job + "/oil-supply/1?handler=Pipe", ("state", "renewed"));
        page = await jory.GetAsync(job + "/oil-supply/1");
        Assert.Equal((1, 3), (page.Page.QuerySelectorAll(".b-fit.wrong").Length, page.Page.QuerySelectorAll(".b-fit.pale").Length));
        Assert.Contains("renewed, 2 of 4 places seen, one blocked", page.Said(".hidden-places > summary"));
        Assert.Contains("Gauze in the feed", (await jory.GetAsync(job + "/restrictor/1")).Said(".latest"));
        Assert.Contains("renewed", (await jory.GetAsync(job + "/feed-pipe/1")).Said(".latest"));
    }
}
