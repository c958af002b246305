using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Warranty;

/// <summary>A claim that goes out by post, and what comes back by post.</summary>
public sealed class ClaimByHandTests
{
    private static Task<Claim> ClaimAsync(ShopServer server, string job) => server.WithAsync(async s
        => Claim.Of((await s.GetRequiredService<JobStore>().FindAsync(job.Split('/')[2]))!.Context)!);

    private static async Task<(Visitor Wyn, string Job)> SentAsync(ShopServer server)
    {
        await Policies.SetAsync(server);
        var wyn = await server.VisitAsync("wyn");
        var job = await wyn.BookInAsync();
        await wyn.GetAsync(job + "/claim");
        await wyn.PostAsync(job + "/claim?handler=Policy", ("policy", "mill"), ("complaint", "broken"), ("once", "p1"));
        await wyn.PostAsync(job + "/claim?handler=Expected", ("amount", "1200"), ("once", "e1"));
        Assert.Contains("Say to whom", (await wyn.PostAsync(job + "/claim?handler=Send", ("way", "by-hand"), ("once", "s1"))).Said(".fault-list"));
        await wyn.PostAsync(job + "/claim?handler=Send", ("way", "by-hand"), ("to", "Orvane, by post"), ("once", "s2"));
        return (wyn, job);
    }

    [Fact]
    public async Task A_refusal_is_a_touch_on_what_is_missing_and_those_stand_before_what_is_there()
    {
        await using var server = await ShopServer.StartAsync();
        var (wyn, job) = await SentAsync(server);
        var page = await wyn.GetAsync(job + "/claim");
        var offered = page.Page.QuerySelectorAll("input[name='answered.code']").Select(i => (i.GetAttribute("value"), i.Closest("details.because")
            is null)).ToArray();
        Assert.Equal([("", true), ("catch", true)], offered.Where(o => o.Item2).Select(o => (o.Item1!, o.Item2)));
        Assert.Contains(("sealant", false), offered);
        var refused = await wyn.PostAsync(job + "/claim?handler=Answer", ("answered.answer", "refused"), ("answered.code", ""), ("answered.words", ""),
            ("once", "a1"));
        Assert.Contains("Say why it is refused", refused.Said(".fault-list"));
        await wyn.PostAsync(job + "/claim?handler=Answer", ("answered.answer", "refused"), ("answered.code", "catch"), ("answered.words", ""),
            ("answered.amount", "1200"), ("once", "a2"));
        var claim = await ClaimAsync(server, job);
        // What stood ready to be granted is not granted by a refusal.
        Assert.Null(await server.WithAsync(async s => (await s.GetRequiredService<JobStore>().FindAsync(job.Split('/')[2]))!.Record
            .Latest<ClaimAnswered>()!.Body.Amount));
        Assert.Equal((ClaimState.Refused, "catch"), (claim.State, claim.Code));
    }

    [Fact]
    public async Task What_is_granted_stands_ready_and_what_came_in_is_one_touch()
    {
        await using var server = await ShopServer.StartAsync();
        var (wyn, job) = await SentAsync(server);
        Assert.Equal("1200", (await wyn.GetAsync(job + "/claim")).Page.QuerySelector("input[name='answered.amount']")!.GetAttribute("value"));
        await wyn.PostAsync(job + "/claim?handler=Answer", ("answered.answer", "accepted"), ("answered.amount", "1200"), ("once", "a1"));
        var touch = (await wyn.GetAsync(job + "/claim")).Page.QuerySelector("#money button[name=amount]")!;
        Assert.Contains("1,200.00", touch.TextContent);
        Assert.Equal(HttpStatusCode.Redirect, (await wyn.PostAsync(job + "/claim?handler=Paid", ("amount", touch.GetAttribute("value")!), ("once",
            "m1"))).Status);
        var claim = await ClaimAsync(server, job);
        Assert.Equal((ClaimState.Paid, 1200.0), (claim.State, claim.Received));
        // Nothing is open any more: the touch is gone.
        Assert.Null((await wyn.GetAsync(job + "/claim")).Page.QuerySelector("#money button[name=amount]"));
    }

    [Theory]
    [InlineData("2020-03-10", "95000 km", "from 10 Mar 2020 until 10 Mar 2022; 48000 km gone of 100000 km")]
    [InlineData("", "95000 km", "48000 km gone of 100000 km; 730 days, and nobody said from where")]
    [InlineData("", "", "730 days, 100000 km, and nobody said from where")]
    public async Task How_far_cover_goes_stands_on_the_claim(string since, string km, string words)
    {
        await using var server = await ShopServer.StartAsync();
        await server.WithAsync(s => s.GetRequiredService<PolicyStore>().SetAsync(Policies.Mill.Replace("{\"what\":\"the unit\"}",
            "{\"what\":\"the unit\",\"days\":730,\"distance_km\":100000}", StringComparison.Ordinal), "Maren T"));
        var wyn = await server.VisitAsync("wyn");
        await wyn.GetAsync("/book-in");
        var job = (await wyn.PostAsync("/book-in", [.. JobForms.Booking(("distance_km", "143000 km")), ("once", "b1")])).Location!.ToString();
        await wyn.GetAsync(job + "/claim");
        await wyn.PostAsync(job + "/claim?handler=Policy", ("policy", "mill"), ("complaint", "broken"), ("since", since), ("since_km", km), ("once", "p1"));
        Assert.Contains($"Cover: the unit; {words}.", (await wyn.GetAsync(job + "/claim")).Said("#rehearsal .hint"));
    }
}
