using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Data;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Commissioning;

public sealed class FirstStartTests
{
    private static async Task<(Visitor Visitor, string Job)> ReadyAsync(ShopServer server)
    {
        var visitor = await server.VisitDemoAsync("jory");
        var id = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.Where(j => j.Machine == "Mail van" && j.HandedOverMs == null)
            .Select(j => j.Id).SingleAsync());
        await visitor.GetAsync($"/jobs/{id}/start");
        await visitor.PostAsync($"/jobs/{id}/start?handler=Caution", ("act", "fired"));
        return (visitor, $"/jobs/{id}/start");
    }

    [Fact]
    public async Task Pressure_that_comes_late_owns_the_screen_until_the_engine_stands_and_a_direct_gauge_is_read()
    {
        var clock = new SetClock(DateTimeOffset.UtcNow);
        await using var server = await ShopServer.StartAsync(true, clock);
        var (jory, start) = await ReadyAsync(server);
        await jory.PostAsync(start + "?handler=Fire");
        Assert.Contains("Watch for oil pressure", (await jory.GetAsync(start)).Said(".instrument"));
        clock.Now += TimeSpan.FromSeconds(9.5);
        await jory.PostAsync(start + "?handler=Seen");
        var late = await jory.GetAsync(start);
        Assert.Contains("Pressure showed after 9.5 s; 8 s are allowed", late.Said(".instrument.stopped"));
        Assert.Equal("Engine stopped", late.Said(".instrument button"));
        await jory.PostAsync(start + "?handler=Stop");
        Assert.Contains("ran without oil pressure in time", (await jory.GetAsync(start)).Said(".instrument.stopped"));
        Assert.Contains("First start hold point: no run without oil pressure", (await jory.PostAsync(start + "?handler=Fire")).Said(".instrument .fault-list"));
        await jory.PostAsync(start + "?handler=Pressure", ("pressure_kpa", "1 kPa"), ("by", "direct-gauge"), ("known", "measured"), ("instrument", "gauge 3"));
        Assert.NotEmpty((await jory.GetAsync(start)).Page.QuerySelectorAll(".instrument.stopped"));
        await jory.PostAsync(start + "?handler=Pressure", ("pressure_kpa", "2 bar"), ("by", "direct-gauge"), ("known", "measured"), ("instrument", "gauge 3"));
        Assert.Empty((await jory.GetAsync(start)).Page.QuerySelectorAll(".instrument"));
    }

    [Fact]
    public async Task A_leak_while_idling_calls_to_stop_and_bars_firing_until_the_joint_is_remade_and_primed_again()
    {
        var clock = new SetClock(DateTimeOffset.UtcNow);
        await using var server = await ShopServer.StartAsync(true, clock);
        var (jory, start) = await ReadyAsync(server);
        var fit = start.Replace("/start", "/fit", StringComparison.Ordinal);
        await jory.PostAsync(start + "?handler=Fire");
        clock.Now += TimeSpan.FromSeconds(3);
        await jory.PostAsync(start + "?handler=Seen");
        clock.Now += TimeSpan.FromMinutes(2);
        await jory.PostAsync(start + "?handler=Leak", ("joint", "feed-inlet-1"));
        var stop = await jory.GetAsync(start);
        Assert.Contains("Stop the engine", stop.Said(".instrument.stopped h3"));
        Assert.Contains("Feed at the oil inlet: leaks", stop.Said(".instrument"));
        await jory.PostAsync(start + "?handler=Stop");
        Assert.Contains("seen to leak, and not remade since", (await jory.PostAsync(start + "?handler=Fire")).Said(".fault-list"));
        await jory.PostAsync(fit + "?handler=Remade", ("joint", "feed-inlet-1"), ("done", "new washers"), ("seal_new", "true"));
        var refused = (await jory.PostAsync(start + "?handler=Fire")).Said(".fault-list");
        Assert.Contains("oil pressure proved", refused);
        Assert.Contains("the feed was opened", refused);
    }

    [Fact]
    public async Task An_idle_is_as_long_as_the_clock_says_and_settles_its_item()
    {
        var clock = new SetClock(DateTimeOffset.UtcNow);
        await using var server = await ShopServer.StartAsync(true, clock);
        var (jory, start) = await ReadyAsync(server);
        await jory.PostAsync(start + "?handler=Fire");
        clock.Now += TimeSpan.FromSeconds(3);
        await jory.PostAsync(start + "?handler=Seen");
        clock.Now += TimeSpan.FromMinutes(5);
        await jory.PostAsync(start + "?handler=Stop");
        Assert.Contains("idled 5.1 min", (await jory.GetAsync(start)).Said("#spot-start"));
        Assert.Contains("First idlesettled", (await jory.GetAsync(start.Replace("/start", "/hand-over", StringComparison.Ordinal))).Said(".hold-items"));
    }
}
