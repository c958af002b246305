using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Drawing;

/// <summary>What stands beside the supply bench: the drill list and the thread finder.</summary>
public sealed class SizingTests
{
    [Fact]
    public async Task The_drill_list_follows_from_the_feed_as_it_was_caught()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        Assert.Contains("Once the feed is caught", (await jory.GetAsync(job + "/restrictor/1")).Page.Body!.TextContent);
        await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "Injection fuse"));
        await jory.PostAsync(job + "/oil-supply/1", ("grade", "5W-30"), ("input.oil_temp_c", "35"), ("input.line.id_mm", "2.0"), ("input.line.length_mm",
            "620"),
            ("input.runs.0.ml", "33"), ("input.runs.0.seconds", "15"), ("input.gallery_kpa", "182"), ("known", "measured"), ("instrument", "jug"));
        var page = await jory.GetAsync(job + "/restrictor/1");
        Assert.Equal(13, page.Page.QuerySelectorAll(".drills tbody tr").Length);
        Assert.Contains("too little at the inlet", page.Said(".drills"));
        Assert.Contains("comes nearest, and hot idle decides", page.Page.Body!.TextContent);
    }

    [Theory]
    [InlineData("12", "1.5", "M12×1.5", "Near twins")]
    [InlineData("11.1", "20 tpi", "UNF 7/16-20", "No tape and no sealant")]
    public async Task A_thread_is_found_with_its_twins_and_what_must_not_go_on_it(string outside, string pitch, string name, string says)
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var page = await jory.GetAsync($"/threads?outside_mm={outside}&pitch_mm={Uri.EscapeDataString(pitch)}");
        Assert.StartsWith(name, page.Page.QuerySelector(".thread h3")!.TextContent.Trim());
        Assert.Contains(says, page.Said(".thread"));
        Assert.Equal(outside, page.Page.QuerySelector("[name=outside_mm]")!.GetAttribute("value"));
        var wrong = await jory.GetAsync("/threads?outside_mm=900&pitch_mm=x");
        Assert.Empty(wrong.Page.QuerySelectorAll(".thread"));
        Assert.NotEmpty(wrong.Page.QuerySelectorAll(".field.wrong"));
        Assert.Equal("x", wrong.Page.QuerySelector("[name=pitch_mm]")!.GetAttribute("value"));
    }
}
