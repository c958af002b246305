using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Warranty;

/// <summary>Many claims at the desk.</summary>
public sealed class ClaimListTests
{
    private static readonly Author Desk = new("p-wyn", "Wyn H", Role.Desk), Hand = new("p-jory", "Jory A", Role.Technician);

    private static Task KeepAsync(ShopServer server, int number, Action<JobBuilder> then) => server.WithAsync(async s =>
    {
        var job = new JobBuilder(JobId.New(), new BookedIn($"J-{2000 + number}", "A very long name of a customer, with a yard at the far end of the island",
            "No power.", $"REG {number}", "Saw mill engine", "Brannock D3", JobKind.MakersSpec, BoostControl.None, Fuel.Diesel, false, false, 1, RunHours: 100),
            new DateTimeOffset(2026, 1, 1, 8, 0, 0, TimeSpan.Zero).AddDays(number), Desk, Hand);
        then(job.Tell(new PolicyNamed(WarrantyPolicy.Read(Policies.Mill), ComplaintKind.LowPower), by: Desk));
        await s.GetRequiredService<JobStore>().BringAsync(job.Job);
    });

    [Fact]
    public async Task Sixty_claims_stand_by_state_with_what_is_missing_and_their_money()
    {
        await using var server = await ShopServer.StartAsync();
        for (var i = 0; i < 60; i++)
        {
            var pack = new string((char)('a' + i % 6), 64);
            await KeepAsync(server, i, (i % 4) switch
            {
                0 => job => job.Tell(new ClaimExpected(100)),
                1 => job => job.Tell(new ClaimExpected(200)).Tell(new ClaimSent("Mill", pack, 2, ClaimWay.ByHand, "Orvane")),
                2 => job => job.Tell(new ClaimSent("Mill", pack, 2, ClaimWay.ByHand, "Orvane")).Tell(new ClaimAnswered(ClaimAnswer.Refused, "No.", "catch")),
                _ => job => job.Tell(new ClaimExpected(300)).Tell(new ClaimSent("Mill", pack, 2, ClaimWay.ByHand, "Orvane")).Tell(new ClaimAnswered(
                    ClaimAnswer.Accepted, "Yes.", "", 300)).Tell(new ClaimPaid(250)),
            });
        }
        var wyn = await server.VisitAsync("wyn");
        var page = await wyn.GetAsync("/claims");
        Assert.Equal(60, page.Page.QuerySelectorAll("main tbody tr").Length);
        Assert.Equal("all 60 | to complete 15 | sent 15 | refused 15 | paid 15", page.Said(".states a"));
        // 15 times 100 and 200 are open, and 300 were to come of which 250 came.
        Assert.Contains("Expected 9,000.00, received 3,750.00, open 4,500.00.", page.Said(".hint"));
        var refused = await wyn.GetAsync("/claims?state=refused");
        Assert.Equal(15, refused.Page.QuerySelectorAll("main tbody tr").Length);
        Assert.All(refused.Page.QuerySelectorAll("main tbody tr"), r => Assert.Contains("oil caught at the feed", r.TextContent));
        // What waits comes before what is closed: there the one that stands longest first, here the latest.
        var states = page.Page.QuerySelectorAll("main tbody tr td:nth-child(4) b").Select(b => b.TextContent).ToArray();
        Assert.DoesNotContain(states.Take(30), s => s is "refused" or "paid");
        Assert.Equal("J-2059", page.Page.QuerySelectorAll("td .num")[30].TextContent);
        Assert.Equal("J-2000", page.Page.QuerySelector("td .num")!.TextContent);
        Assert.Empty(await server.VerifyAsync());
    }
}
