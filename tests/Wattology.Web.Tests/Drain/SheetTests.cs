using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Drain;

/// <summary>A sheet beside the drawing and as its own page; and a reading had in every way.</summary>
public sealed class SheetTests
{
    [Fact]
    public async Task A_sheet_is_a_page_of_its_own_and_a_part_that_brings_the_drawing_with_it()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var page = await jory.GetAsync(job + "/drain/1");
        var part = await jory.GetAsync(job + "/drain/1", part: true);
        Assert.NotNull(page.Page.QuerySelector("html > head > title"));
        Assert.NotNull(page.Page.QuerySelector("#drawing svg a#spot-drain-1.open"));
        Assert.Contains("hx-swap-oob", part.Text);
        Assert.DoesNotContain("<html", part.Text);
        Assert.Equal(page.Page.QuerySelector("#sheet-title")!.TextContent, part.Page.QuerySelector("#sheet-title")!.TextContent);
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync(job + "/drain/2")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync("/jobs/no-such-job")).Status);
    }

    [Fact]
    public async Task Blank_rows_close_up_and_a_fault_names_the_row_as_it_is_shown()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        (string, string)[] drain = [("grade", "5W-30"), ("input.oil_temp_c", "90"), ("input.flow_lpm", "1.6"), ("input.id_mm", "19"),
            ("input.exit_above_oil_mm", "30"), ("known", "seen"), ("as_installed", "true"),
            ("input.segments.0.length_mm", "140"), ("input.segments.0.fall_mm", "100"), ("input.segments.1.length_mm", ""), ("input.segments.1.fall_mm", ""),
                ("input.segments.4.length_mm", "90"), ("input.segments.4.fall_mm", "95")];
        var refused = await jory.PostAsync(job + "/drain/1", drain);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Equal("95", refused.Page.QuerySelector("#f-input-segments-1-fall-mm")!.GetAttribute("value"));
        Assert.Contains("cannot fall", refused.Said("#f-input-segments-1-fall-mm-fault"));
        drain[^1] = ("input.segments.4.fall_mm", "60");
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/drain/1", drain)).Status);
        Assert.Equal(2, (await jory.GetAsync(job + "/drain/1")).Page.QuerySelectorAll("#sheet table tbody tr").Length);
    }

    [Fact]
    public async Task What_was_typed_is_kept_beside_what_it_meant_with_how_it_was_had()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0,1 psi"), ("running", "idle"), ("known", "told"), ("instrument", ""));
        var file = (await jory.GetAsync(job + "/file.json")).Text;
        Assert.Contains("\"pressure_kpa\":\"0,1 psi\"", file);
        Assert.Contains("\"known\": \"told\"", file);
        Assert.Contains("told", (await jory.GetAsync(job + "/crankcase")).Said(".latest"));
    }

    [Fact]
    public async Task Two_turbos_are_drawn_read_and_gated_each_on_their_own()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/book-in");
        var job = (await jory.PostAsync("/book-in", JobForms.Booking(("turbos", "2"), ("once", "twin")))).Location!.ToString();
        await jory.GetAsync(job);
        await jory.DisableAsync(job);
        await jory.PostAsync(job + "/oil-supply/2", JobForms.CatchTest);
        var page = await jory.GetAsync(job + "/oil-supply/2");
        Assert.Contains("turbo 2", page.Page.QuerySelector("#spot-oil-supply-2")!.GetAttribute("aria-label"));
        Assert.Contains("not looked at", page.Page.QuerySelector("#spot-oil-supply-1")!.TextContent);
        Assert.DoesNotContain("not looked at", page.Page.QuerySelector("#spot-oil-supply-2")!.TextContent);
        Assert.Contains("Oil supply judged, turbo 1open", (await jory.GetAsync(job + "/release")).Said(".hold-items"));
    }
}
