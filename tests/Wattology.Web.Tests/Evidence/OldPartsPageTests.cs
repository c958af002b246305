using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Evidence;

/// <summary>Old parts on their sheet: where they lie is touched where the shop has such a place.</summary>
public sealed class OldPartsPageTests
{
    [Fact]
    public async Task Places_used_before_are_offered_the_jobs_own_first_and_then_the_most_used()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        async Task<string[]> OfferedAsync(string on) => [.. (await jory.GetAsync(on + "/old-parts")).Page.QuerySelectorAll("[data-put='where']").Select(b
            => b.GetAttribute("data-value")!)];
        async Task TagAsync(string on, string which, string where)
        {
            await jory.GetAsync(on + "/old-parts");
            await jory.PostAsync(on + "/old-parts?handler=Tag", ("which", which), ("where", where), ("what", which.StartsWith("other", StringComparison.Ordinal)
                ? "clip" : ""));
        }
        Assert.Empty(await OfferedAsync(job));
        await TagAsync(job, "unit 1", "crate by the door");
        await TagAsync(job, "feed-pipe 1", "on shelf 3");
        await TagAsync(job, "filter 0", "On shelf 3 ");
        var next = await jory.BookInAsync();
        Assert.Equal(2, (await OfferedAsync(next)).Length);
        Assert.Equal("on shelf 3", (await OfferedAsync(next))[0], ignoreCase: true);
        await TagAsync(next, "unit 1", "loft");
        Assert.Equal("loft", (await OfferedAsync(next))[0]);
        for (var i = 0; i < 6; i++) await TagAsync(next, "other 0", $"box {i}");
        Assert.Equal(["box 5", "box 4", "box 3", "box 2", "box 1"], await OfferedAsync(next));
    }
}
