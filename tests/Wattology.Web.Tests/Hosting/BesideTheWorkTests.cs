using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Wattology.Web.Gauge;

namespace Wattology.Web.Tests.Hosting;

/// <summary>What watches beside the work never ends it.</summary>
public sealed class BesideTheWorkTests
{
    private sealed class Failing : BackgroundService
    {
        protected override Task ExecuteAsync(CancellationToken stoppingToken) => throw new InvalidOperationException("It fails at once.");
    }

    [Fact]
    public async Task A_watch_that_fails_leaves_the_shop_serving()
    {
        var watch = new Failing();
        await using var server = await ShopServer.StartAsync(with: s => s.AddSingleton<IHostedService>(watch));
        await Assert.ThrowsAsync<InvalidOperationException>(() => watch.ExecuteTask!);
        // The host ends what it ends by itself, in a moment.
        var ends = server.Services.GetRequiredService<IHostApplicationLifetime>().ApplicationStopping;
        await Task.Delay(200, TestContext.Current.CancellationToken);
        Assert.False(ends.IsCancellationRequested);
        Assert.Equal(HttpStatusCode.OK, (await (await server.VisitAsync()).GetAsync("/sign-in")).Status);
    }

    [Fact]
    public async Task The_line_to_the_gauge_box_comes_up_where_the_job_it_is_on_cannot_be_read()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = (await jory.BookInAsync()).Split('/')[2];
        var link = server.Services.GetRequiredService<GaugeLink>();
        await link.DialAsync("127.0.0.1:5999");
        await link.PutOnAsync(job);
        await using (var file = new SqliteConnection($"Data Source={server.DatabaseFile}"))
        {
            await file.OpenAsync(TestContext.Current.CancellationToken);
            await using var damage = file.CreateCommand();
            damage.CommandText = "DROP TRIGGER EntriesStayUPDATE; UPDATE Entries SET Body = 'no entry any more'";
            Assert.NotEqual(0, await damage.ExecuteNonQueryAsync(TestContext.Current.CancellationToken));
        }
        await using var again = await ShopServer.OverAsync(server);
        var after = again.Services.GetRequiredService<GaugeLink>();
        for (var i = 0; i < 2_400 && after.State.Address is null; i++) await Task.Delay(25, TestContext.Current.CancellationToken);
        Assert.Equal(("127.0.0.1:5999", job), (after.State.Address, after.State.Job));
        Assert.False(after.ExecuteTask!.IsCompleted);
    }
}
