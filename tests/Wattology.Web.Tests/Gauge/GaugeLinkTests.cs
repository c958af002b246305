using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.Extensions.DependencyInjection;
using Wattology.StandIns.Gauge;
using Wattology.Web.Gauge;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Gauge;

public sealed class GaugeLinkTests
{
    private static async Task UntilAsync(Func<bool> holds, string what)
    {
        for (var i = 0; i < 2_400 && !holds(); i++) await Task.Delay(25);
        Assert.True(holds(), what);
    }

    [Fact]
    public async Task Lines_are_read_garbage_is_counted_and_a_line_that_is_lost_is_found_again()
    {
        await using var shop = await ShopServer.StartAsync();
        var link = shop.Services.GetRequiredService<GaugeLink>();
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        var port = ((IPEndPoint)listener.LocalEndpoint).Port;
        await link.DialAsync($"127.0.0.1:{port}");
        async Task<TcpClient> SayAsync(string text)
        {
            var tcp = await listener.AcceptTcpClientAsync();
            await tcp.GetStream().WriteAsync(Encoding.UTF8.GetBytes(text));
            return tcp;
        }

        using (await SayAsync("""
            {"t_ms":1,"values":{}}
            {"gauge":"wattology-gauge/1","box":"field box"}
            hello?
            {"t_ms":1000,"values":{"oil_turbo_kpa":120}}
            {"t_ms":1050,"values":{"oil_turbo_kpa":121}}

            """ + new string('x', 9_000) + "\n"))
        {
            await UntilAsync(() => link.State is { Garbage: 2 } && link.Since(0).Count == 2, "not read");
            Assert.Equal((true, "field box", false), (link.State.Connected, link.State.Box, link.State.Simulated));
        }
        Assert.Equal([120.0, 121.0], link.Since(0).Select(s => s.Sample["oil_turbo_kpa"]!.Value));
        await UntilAsync(() => !link.State.Connected, "still connected");
        using (await SayAsync("""{"gauge":"wattology-gauge/1","box":"field box","simulated":true}""" + "\n"))
            await UntilAsync(() => link.State is { Connected: true, Simulated: true, Garbage: 0 }, $"{link.State}");
    }

    [Fact]
    public async Task The_stream_wants_a_sign_in_and_brings_state_and_samples()
    {
        await using var shop = await ShopServer.StartAsync();
        await using var box = new GaugeBox("bench box", speed: 5);
        await shop.Services.GetRequiredService<GaugeLink>().DialAsync($"127.0.0.1:{box.Port}");
        Assert.NotEqual(HttpStatusCode.OK, (await (await shop.VisitAsync()).GetAsync("/live/gauge")).Status);
        var jory = await shop.VisitAsync("jory");
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(60));
        using var answer = await jory.StreamAsync("/live/gauge", stop.Token);
        Assert.Equal("text/event-stream", answer.Content.Headers.ContentType!.MediaType);
        using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(stop.Token));
        var seen = new HashSet<string>();
        var samples = 0;
        string? name = null;
        while (samples < 20 && await reader.ReadLineAsync(stop.Token) is { } line)
        {
            if (line.StartsWith("event: ", StringComparison.Ordinal)) seen.Add(name = line[7..]);
            else if (line.StartsWith("data: ", StringComparison.Ordinal) &&
                name == "samples") samples += System.Text.Json.JsonDocument.Parse(line[6..]).RootElement
                .GetArrayLength();
        }
        Assert.True(seen.Contains("state") && samples >= 20);
    }

    [Fact]
    public async Task The_address_and_the_job_outlast_a_restart_and_only_the_owner_says_where_the_box_is()
    {
        await using var shop = await ShopServer.StartAsync();
        var link = shop.Services.GetRequiredService<GaugeLink>();
        var jory = await shop.VisitAsync("jory");
        await jory.GetAsync("/instruments");
        Assert.Equal(HttpStatusCode.Forbidden, (await jory.PostAsync("/instruments?handler=Box", ("address", "127.0.0.1:5090"))).Status);
        Assert.Null(link.State.Address);
        var maren = await shop.VisitAsync("maren");
        await maren.GetAsync("/instruments");
        foreach (var odd in new[] { "5090", "box", "box:0", "box:70000", "http://box:80", "a b:80" })
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await maren.PostAsync("/instruments?handler=Box", ("address", odd))).Status);
        await maren.PostAsync("/instruments?handler=Box", ("address", "127.0.0.1:5999"));
        await link.PutOnAsync("0123456789abcdef0123456789abcdef");
        var after = new GaugeLink(TimeProvider.System, shop.Services.GetRequiredService<IServiceScopeFactory>(),
            shop.Services.GetRequiredService<Data.ShopFolder>(),
            shop.Services.GetRequiredService<Microsoft.Extensions.Logging.ILogger<GaugeLink>>());
        await after.StartAsync(CancellationToken.None);
        await UntilAsync(() => after.State is { Address: "127.0.0.1:5999", Job: "0123456789abcdef0123456789abcdef" }, $"{after.State}");
        await after.StopAsync(CancellationToken.None);
    }
}
