using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

/// <summary>A job whose record is damaged is named, and spoils no other's page.</summary>
public sealed class DamagedJobTests
{
    private static async Task<string> BookAsync(Visitor visitor, string registration, string engine)
    {
        var job = await visitor.BookInAsync("", ("registration", registration), ("engine", engine));
        await visitor.GetAsync(job);
        foreach (var (sheet, fields) in new[]
        {
            ("/crankcase", new[] { ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge") }),
            ("/fluids?handler=BothNew", new[] { ("new_grade", "10W-40") }),
            ("/old-parts?handler=Tag", new[] { ("which", "feed-pipe 1"), ("where", "shelf 3") }),
        })
        {
            var recorded = await visitor.PostAsync(job + sheet, [.. fields, ("once", Guid.NewGuid().ToString("n"))]);
            Assert.True(recorded.Status == HttpStatusCode.Redirect, recorded.Said(".fault-list"));
        }
        return job;
    }

    [Fact]
    public async Task The_pages_of_the_others_and_the_lists_are_served_and_verify_names_the_one()
    {
        await using var server = await ShopServer.StartAsync();
        var maren = await server.VisitAsync("maren");
        await BookAsync(maren, "SAW 4", "Sorrel 3");
        var damaged = await BookAsync(maren, "SAW 5", "Ilmari V8");
        var sound = await BookAsync(maren, "SAW 5", "Ilmari V8");
        await server.DamageAsync(damaged);
        // Nothing read before is remembered.
        await using var again = await ShopServer.OverAsync(server);
        var visitor = await again.VisitAsync("maren");
        Assert.Equal(HttpStatusCode.InternalServerError, (await visitor.GetAsync(damaged)).Status);
        foreach (var page in new[] { "/", "/jobs", "/over-time?period=all", "/book-in", "/book-in?handler=Engines&engine=ilm",
            "/book-in?handler=Known&registration=saw", "/machines/SAW5", "/limits", "/limits/crankcase-open", "/claims" }
            .Concat(new[] { "", "/oil-supply", "/crankcase", "/parts", "/findings", "/fluids", "/old-parts", "/restrictor", "/record" }.Select(s => sound + s)))
        {
            var answer = await visitor.GetAsync(page);
            Assert.True(answer.Status is HttpStatusCode.OK or HttpStatusCode.Redirect, $"{page}: {answer.Status}");
        }
        Assert.Contains(await again.VerifyAsync(), f => f.Contains("J-1002", StringComparison.Ordinal));
        // Where the last with an engine is the damaged one, nothing is offered of it.
        await server.DamageAsync(sound);
        Assert.Equal(["Sorrel 3"], (await visitor.GetAsync("/book-in")).Page.QuerySelectorAll(".known-engines b").Select(b => b.TextContent));
    }
}
