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
}
