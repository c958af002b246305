using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Wattology.Core.PartNumbers;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Hosting;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

public sealed class RowKeeperTests
{
    private static readonly (string, string)[] OilAfterThreeDays =
        [("key", "follow-oil"), ("source", "shop"), ("reference", "agreed in spring"), ("scope", ""), ("sound_to", "3")];

    // Nobody looks by himself: the test says when. A watch that is stopped before it began would end the whole host.
    private static Task<ShopServer> QuietAsync() => ShopServer.StartAsync(demo: true, with: s => s.Remove(s.Single(d => d.ServiceType == typeof(IHostedService)
        && d.ImplementationFactory?.Method.ReturnType == typeof(RowWatch))));

    private static Task LookAsync(ShopServer server) => server.WithAsync(s => s.GetRequiredService<RowWatch>().LookAsync());

    private static Task<Verifier.Report> ReportAsync(ShopServer server) => server.WithAsync(s => s.GetRequiredService<Verifier>().VerifyAsync());

    private static Task<JobRow[]> RowsAsync(ShopServer server) => server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.AsNoTracking().OrderBy(j => j.Row)
        .ToArrayAsync());

    private static Task SetAsync(ShopServer server, string number, Action<JobRow> change) => server.WithAsync(async s =>
    {
        var db = s.GetRequiredService<ShopDb>();
        change(await db.Jobs.SingleAsync(j => j.Number == number));
        await db.SaveChangesAsync();
    });

    [Fact]
    public async Task Time_alone_makes_no_row_disagree()
    {
        // An engine idles in the demo, and jobs wait there: minutes and weeks change what comes next on their pages.
        var clock = new SetClock(DateTimeOffset.UtcNow);
        await using var server = await ShopServer.StartAsync(demo: true, clock: clock);
        foreach (var wait in new[] { TimeSpan.FromMinutes(20), TimeSpan.FromDays(20) })
        {
            clock.Now += wait;
            Assert.Empty(await server.VerifyAsync());
        }
    }

    [Fact]
    public async Task A_limit_changes_what_rows_say_of_jobs_nobody_touched_and_until_then_nothing_is_called_a_fault()
    {
        await using var server = await QuietAsync();
        var owner = await server.VisitDemoAsync("maren");
        var before = await RowsAsync(server);
        Assert.Equal(0, (await ReportAsync(server)).Earlier);
        await owner.GetAsync("/limits");
        Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync("/limits?handler=Set", OilAfterThreeDays)).Status);
        var meanwhile = await ReportAsync(server);
        Assert.Empty(meanwhile.Faults);
        Assert.Equal(before.Length, meanwhile.Earlier);

        await LookAsync(server);
        var after = await RowsAsync(server);
        var due = before.Zip(after).Where(r => r.First.FollowUpMs != r.Second.FollowUpMs).ToArray();
        Assert.NotEmpty(due);
        Assert.All(due, r => Assert.NotNull(r.Second.HandedOverMs));
        Assert.Single(after.Select(r => r.Under).Distinct());
        var report = await ReportAsync(server);
        Assert.Empty(report.Faults);
        Assert.Equal(0, report.Earlier);
    }

    [Fact]
    public async Task What_no_limit_has_a_say_in_is_a_fault_by_whatever_it_is_said_to_be_judged()
    {
        await using var server = await QuietAsync();
        var first = (await RowsAsync(server))[0];
        await SetAsync(server, first.Number, r => (r.Customer, r.Under) = ("Somebody else", "0"));
        Assert.Contains("does not agree with its entries", Assert.Single(await server.VerifyAsync()));
        await LookAsync(server);
        Assert.Empty(await server.VerifyAsync());
        Assert.Equal(first.Customer, (await RowsAsync(server))[0].Customer);
        // By what the shop judges now, what is judged is held to as well.
        await SetAsync(server, first.Number, r => r.AtStop = !r.AtStop);
        Assert.Contains("does not agree with its entries", Assert.Single(await server.VerifyAsync()));
    }

    [Fact]
    public async Task A_row_that_does_not_count_its_entries_is_left_as_it_is_and_named()
    {
        await using var server = await QuietAsync();
        var (cut, other) = ((await RowsAsync(server))[0], (await RowsAsync(server))[1]);
        await SetAsync(server, cut.Number, r => (r.EntryCount, r.Under) = (r.EntryCount - 1, "0"));
        await SetAsync(server, other.Number, r => r.Under = "0");
        await LookAsync(server);
        var rows = await RowsAsync(server);
        Assert.Equal(("0", cut.EntryCount - 1), (rows[0].Under, rows[0].EntryCount));
        Assert.Equal(other.Under, rows[1].Under);
        Assert.Contains(await server.VerifyAsync(), f => f.StartsWith($"Job {cut.Number}, entry", StringComparison.Ordinal));
    }

    [Fact]
    public async Task The_page_that_changes_a_limit_a_method_or_the_parts_table_has_them_judged_at_once()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var owner = await server.VisitDemoAsync("maren");
        await owner.GetAsync("/limits");
        async Task SettledAsync(string was)
        {
            for (var tries = 0; ; tries++)
            {
                var rows = await RowsAsync(server);
                if (rows.All(r => r.Under == rows[0].Under && r.Under != was)) return;
                // Sooner than it would look by itself.
                Assert.True(tries < 400, "Rows are still judged by what holds no more.");
                await Task.Delay(100, TestContext.Current.CancellationToken);
            }
        }
        var under = (await RowsAsync(server))[0].Under;
        await owner.PostAsync("/limits?handler=Set", OilAfterThreeDays);
        await SettledAsync(under);
        under = (await RowsAsync(server))[0].Under;
        await owner.PostAsync("/limits?handler=School", ("key", "idle-school"), ("choice", "fast"), ("source", "shop"), ("reference", "as we do"));
        await SettledAsync(under);
        under = (await RowsAsync(server))[0].Under;
        await owner.GetAsync("/parts-table");
        await owner.UploadAsync("/parts-table", [("file", "t.csv", Encoding.UTF8.GetBytes(PartsFile.Write([new PartsRow(PartsRowKind.Engine, "OV-77-01",
            Engine: "Brannock D3")])))], null);
        await SettledAsync(under);
        Assert.Empty(await server.VerifyAsync());
    }
}
