using System.Net;
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
    public async Task A_flat_is_put_on_a_stretch_that_is_typed_and_what_else_was_typed_stays()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var before = await jory.EntriesAsync(job);
        await jory.GetAsync(job + "/drain/1");
        var blank = await jory.PostAsync(job + "/drain/1?handler=Shape", ("shape", "flat"), ("stretch", "0"), ("input.id_mm", "19"));
        Assert.Contains("then put on it what lies flat", blank.Said(".fault-list"));
        var put = await jory.PostAsync(job + "/drain/1?handler=Shape", ("shape", "flat"), ("stretch", "1"), ("input.id_mm", "19"),
            ("input.segments.0.length_mm", "5 in"), ("input.segments.0.fall_mm", "50"), ("input.segments.1.length_mm", "400"),
            ("input.segments.1.fall_mm", "160"));
        string? Box(string name) => put.Page.QuerySelector($"input[name='input.{name}']")?.GetAttribute("value");
        Assert.Equal(["5 in", "50", "19"], new[] { Box("segments.0.length_mm"), Box("segments.0.fall_mm"), Box("id_mm") });
        Assert.Equal(["~80 mm", "~0 mm", "~80 mm"], Enumerable.Range(1, 3).Select(i => Box($"segments.{i}.fall_mm")));
        Assert.Contains("flat: oil stands here", put.Said(".bench-svg"));
        Assert.Equal("yes", put.Page.QuerySelector(".drawn-form")!.GetAttribute("data-fresh"));
        Assert.Equal(before, await jory.EntriesAsync(job));
    }

    [Fact]
    public async Task A_reading_stands_beside_the_same_one_on_other_jobs_with_the_engine()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        async Task<string> PourAsync(string engine, params string[] millilitres)
        {
            await jory.GetAsync("/book-in");
            var job = (await jory.PostAsync("/book-in", [.. JobForms.Booking(("engine", engine)), ("once",
                Guid.NewGuid().ToString("n"))])).Location!.ToString();
            await jory.GetAsync(job + "/pour-through/1");
            foreach (var ml in millilitres)
                Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/pour-through/1", ("ml", ml), ("seconds", "20"), ("known", "measured"),
                    ("instrument", "jug"))).Status);
            return job;
        }
        await PourAsync("Brannock D3", "500");
        await PourAsync("Ilmari 8", "900");
        var own = await PourAsync("Brannock D3");
        Assert.DoesNotContain("On other jobs", (await jory.GetAsync(own + "/pour-through/1")).Said("#sheet"));
        var second = await PourAsync("brannock d-3", "600");
        // A reading that was corrected does not count.
        var hash = (await jory.GetAsync(second + "/pour-through/1")).Page.QuerySelector("a[href*='corrects=']")!.GetAttribute("href")!.Split("corrects=")[1];
        await jory.GetAsync(second + "/pour-through/1?corrects=" + hash);
        await jory.PostAsync(second + "/pour-through/1", ("ml", "700"), ("seconds", "20"), ("known", "measured"), ("instrument", "jug"), ("corrects", hash),
            ("reason", "misread"));
        Assert.Contains("2 pours: 1.5 l/min to 2.1 l/min", (await jory.GetAsync(own + "/pour-through/1")).Said(".source"));
        await jory.PostAsync(own + "/pour-through/1", ("ml", "300"), ("seconds", "20"), ("known", "measured"), ("instrument", "jug"));
        Assert.Contains("This one is under all of them.", (await jory.GetAsync(own + "/pour-through/1")).Said(".source"));
    }
}
