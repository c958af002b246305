using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.StandIns.Gauge;
using Wattology.Web.Gauge;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Gauge;

public sealed class LivePageTests
{
    [Fact]
    public async Task A_box_is_on_one_job_at_a_time_and_a_simulated_one_proves_nothing_in_a_real_shop()
    {
        await using var shop = await ShopServer.StartAsync();
        var jory = await shop.VisitAsync("jory");
        var (first, second) = (await jory.BookInAsync(), await jory.BookInAsync());
        Assert.DoesNotContain("Gauge box", (await jory.GetAsync(first + "/prime")).Said("#sheet"), StringComparison.Ordinal);
        // A box that does not answer is on no job.
        var link = shop.Services.GetRequiredService<GaugeLink>();
        await link.DialAsync("127.0.0.1:9");
        var refused = await jory.PostAsync(first + "/prime?handler=GaugeOn", ("once", "a"));
        Assert.Equal((HttpStatusCode.UnprocessableEntity, true), (refused.Status, refused.Said(".fault-list").Contains("does not answer",
            StringComparison.Ordinal)));

        await using var box = new GaugeBox("bench box 3", speed: 5);
        await link.DialAsync($"127.0.0.1:{box.Port}");
        for (var i = 0; i < 2_400 && !link.State.Connected; i++) await Task.Delay(25);
        Assert.Contains("Read this job with it", (await jory.GetAsync(first + "/prime")).Said(".gauge"), StringComparison.Ordinal);
        await jory.PostAsync(first + "/prime?handler=GaugeOn", ("once", "b"));
        Assert.Contains("simulated: proves nothing here", (await jory.GetAsync(first + "/prime")).Said(".gauge.on"), StringComparison.Ordinal);
        Assert.Contains("bench box 3 (simulated)", (await jory.GetAsync(first + "/record")).Said(".record"), StringComparison.Ordinal);

        // What was sent for the box is not recorded as somebody's own eyes.
        var entries = await jory.EntriesAsync(first);
        var seen = await jory.PostAsync(first + "/start?handler=Seen", ("once", "c"), ("box", "true"));
        Assert.Contains("The gauge box does not read this job just now", seen.Said(".fault-list"), StringComparison.Ordinal);
        Assert.Equal(entries, await jory.EntriesAsync(first));

        await jory.PostAsync(second + "/prime?handler=GaugeOn", ("once", "d"));
        Assert.Equal("", (await jory.GetAsync(first + "/prime")).Said(".gauge.on"));
        Assert.Contains("Take it off", (await jory.GetAsync(second + "/prime")).Said(".gauge.on"), StringComparison.Ordinal);
        await jory.PostAsync(second + "/prime?handler=GaugeOff", ("once", "e"));
        Assert.Null(link.State.Job);
        Assert.Equal("", (await jory.GetAsync(second + "/prime")).Said(".gauge.on"));
    }
}
