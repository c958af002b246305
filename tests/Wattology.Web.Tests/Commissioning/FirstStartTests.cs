using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Data;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Commissioning;

public sealed class FirstStartTests
{
    private static async Task<(Visitor Visitor, string Job)> ReadyAsync(ShopServer server)
    {
        var visitor = await server.VisitAsync();
        await visitor.GetAsync("/sign-in");
        await visitor.PostAsync("/sign-in?handler=Demo", ("user", "jory"));
        var id = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.Where(j => j.Machine == "Mail van" && j.HandedOverMs == null)
            .Select(j => j.Id).SingleAsync());
        await visitor.GetAsync($"/jobs/{id}/start");
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
        Assert.Contains("It showed after 9.5 s; 8 s are allowed", late.Said(".instrument.stopped"));
        Assert.Equal("Engine stopped", late.Said(".instrument button"));
        await jory.PostAsync(start + "?handler=Stop");
        Assert.Contains("ran without oil pressure in time", (await jory.GetAsync(start)).Said(".instrument.stopped"));
        Assert.Contains("First start hold point: no run without oil pressure", (await jory.PostAsync(start + "?handler=Fire")).Said(".instrument .fault-list"));
        var refused = await jory.PostAsync(start + "?handler=Pressure", ("pressure_kpa", ""), ("by", "direct-gauge"), ("seen", "true"), ("known", "measured"),
            ("instrument", "gauge 3"));
        Assert.Contains("above 0, is needed", refused.Said(".instrument .fault-list"));
        await jory.PostAsync(start + "?handler=Pressure", ("pressure_kpa", "2 bar"), ("by", "direct-gauge"), ("seen", "true"), ("known", "measured"),
            ("instrument", "gauge 3"));
        Assert.Empty((await jory.GetAsync(start)).Page.QuerySelectorAll(".instrument"));
    }

    [Fact]
    public async Task An_idle_is_as_long_as_the_clock_says_and_an_answer_not_given_stays_not_given()
    {
        var clock = new SetClock(DateTimeOffset.UtcNow);
        await using var server = await ShopServer.StartAsync(true, clock);
        var (jory, start) = await ReadyAsync(server);
        await jory.PostAsync(start + "?handler=Fire");
        clock.Now += TimeSpan.FromSeconds(3);
        await jory.PostAsync(start + "?handler=Seen");
        clock.Now += TimeSpan.FromMinutes(5);
        await jory.PostAsync(start + "?handler=Stop");
        var page = await jory.GetAsync(start);
        Assert.Contains("idled 5.1 min", page.Said("#spot-start"));
        var refused = await jory.PostAsync(start + "?handler=Check", ("smoke", "none"), ("oil_level", "between-marks"));
        Assert.Contains("Say whether codes are stored", refused.Said(".fault-list"));
        Assert.Empty(refused.Page.QuerySelectorAll("[name=codes_clear][checked]"));
        Assert.NotNull(refused.Page.QuerySelector("[name=smoke][value=none][checked]"));
        var handOver = await jory.GetAsync(start.Replace("/start", "/hand-over", StringComparison.Ordinal));
        Assert.Contains("First idlesettled", handOver.Said(".hold-items"));
    }
}
