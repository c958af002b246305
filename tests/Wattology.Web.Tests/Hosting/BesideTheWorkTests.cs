using System.Globalization;
using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;
using Wattology.Data;
using Wattology.Data.Shop;
using Wattology.Web.Gauge;
using Wattology.Web.Hosting;

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

    // Once it cannot be read; from then on it is an hour ahead.
    private sealed class StumblingClock : TimeProvider
    {
        private int _asked;

        public override DateTimeOffset GetUtcNow() => Interlocked.Increment(ref _asked) switch
        {
            1 => base.GetUtcNow(),
            2 => throw new InvalidOperationException("The clock cannot be read."),
            _ => base.GetUtcNow() + TimeSpan.FromHours(1),
        };

        public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period)
            => base.CreateTimer(callback, state, dueTime / 50, period / 50);
    }

    [Fact]
    public async Task The_clock_is_watched_on_after_a_look_that_failed()
    {
        await using var server = await ShopServer.StartAsync();
        using var watch = new ClockWatch(server.Services.GetRequiredService<IServiceScopeFactory>(), new StumblingClock(),
            server.Services.GetRequiredService<ILogger<ClockWatch>>());
        await watch.StartAsync(TestContext.Current.CancellationToken);
        Task<ShopEntryRow?> NotedAsync() => server.WithAsync(s => s.GetRequiredService<ShopDb>().ShopEntries.FirstOrDefaultAsync(e => e.Kind == "clock-step"));
        for (var i = 0; i < 600 && await NotedAsync() is null; i++) await Task.Delay(100, TestContext.Current.CancellationToken);
        await watch.StopAsync(default);
        Assert.InRange(double.Parse((await NotedAsync())!.State, CultureInfo.InvariantCulture), 3_590, 3_610);
    }

    [Fact]
    public async Task The_line_to_the_gauge_box_comes_up_where_the_job_it_is_on_cannot_be_read()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var address = await jory.BookInAsync();
        var job = address.Split('/')[2];
        var link = server.Services.GetRequiredService<GaugeLink>();
        await link.DialAsync("127.0.0.1:5999");
        await link.PutOnAsync(job);
        await server.DamageAsync(address);
        await using var again = await ShopServer.OverAsync(server);
        var after = again.Services.GetRequiredService<GaugeLink>();
        for (var i = 0; i < 2_400 && after.State.Address is null; i++) await Task.Delay(25, TestContext.Current.CancellationToken);
        Assert.Equal(("127.0.0.1:5999", job), (after.State.Address, after.State.Job));
        Assert.False(after.ExecuteTask!.IsCompleted);
    }
}
