using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Fluids;

public sealed class RefillPageTests
{
    [Fact]
    public async Task What_came_out_stands_against_what_went_in()
    {
        await using var shop = await ShopServer.StartAsync();
        var jory = await shop.VisitAsync("jory");
        var job = await jory.BookInAsync();
        Assert.Empty((await jory.GetAsync(job + "/fluids")).Said(".refill"));
        Assert.Contains("not a volume", (await jory.PostAsync(job + "/fluids?handler=Drained", ("ml", "much"), ("known", "seen"))).Said(".fault-list"));
        await jory.PostAsync(job + "/fluids?handler=Drained", ("ml", "5 l"), ("known", "seen"), ("once", "a"));
        Assert.Contains("Out 5000 ml, in not measured", (await jory.GetAsync(job + "/fluids")).Said(".refill"));
        await jory.PostAsync(job + "/fluids?handler=Oil", ("oil", "new"), ("filter", "new"), ("grade", "5W-30"), ("litres", "4"), ("once", "b"));
        var page = await jory.GetAsync(job + "/fluids");
        Assert.Contains("Out 5000 ml, in 4000 ml: 1000 ml less than came out.", page.Said(".refill .v-doubt"));
    }

    [Fact]
    public async Task New_oil_and_a_new_filter_are_one_touch_of_the_grade_and_the_next_such_engine_says_what_it_was()
    {
        await using var shop = await ShopServer.StartAsync();
        var jory = await shop.VisitAsync("jory");
        var first = await jory.BookInAsync();
        Assert.DoesNotContain("last got", (await jory.GetAsync(first + "/fluids")).Said("#oil-and-filter"));
        var refused = await jory.PostAsync(first + "/fluids?handler=BothNew", ("new_grade", "whatever"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("Touch which oil went in, or type it.", refused.Said(".fault-list"));
        Assert.NotNull(refused.Page.QuerySelector("#oil-and-filter details[open] [name=grade]"));
        await jory.PostAsync(first + "/fluids?handler=BothNew", ("new_grade", "10W-40"));
        var said = (await jory.GetAsync(first + "/fluids")).Page.QuerySelector("#oil-and-filter")!;
        Assert.Contains("oil new, 10W-40, litres not noted, filter new", said.TextContent);
        Assert.Equal("10W-40", said.QuerySelector("[aria-pressed=true]")!.TextContent);
        // A finger that slipped changes no oil.
        var undo = (await jory.GetAsync(first + "/fluids?x")).Page.QuerySelector("#oil-and-filter form[action$='handler=TakeBack']");
        Assert.Null(undo);
        await jory.PostAsync(first + "/fluids?handler=BothNew", ("new_grade", "0W-20"), ("once", "slip"));
        undo = (await jory.GetAsync(first + "/fluids")).Page.QuerySelector("#oil-and-filter form[action$='handler=TakeBack']")!;
        await jory.PostAsync(first + "/fluids?handler=TakeBack", ("entry", undo.QuerySelector("[name=entry]")!.GetAttribute("value")!),
            ("at", "oil-and-filter"), ("why", "touched by mistake"), ("once", "undo"));
        Assert.Equal("10W-40", (await jory.GetAsync(first + "/fluids")).Page.QuerySelector("#oil-and-filter [aria-pressed=true]")!.TextContent);
        var second = await jory.BookInAsync();
        Assert.Contains("Such an engine here last got 10W-40.", (await jory.GetAsync(second + "/fluids")).Said("#oil-and-filter"));
    }
}
