using System.Net.Sockets;
using System.Text;
using Wattology.Core.Gauge;
using Wattology.StandIns.Gauge;

namespace Wattology.Web.Tests.StandIns;

public sealed class GaugeBoxTests
{
    private static async Task<(TcpClient Tcp, StreamReader In, StreamWriter Out)> ConnectAsync(GaugeBox box)
    {
        var tcp = new TcpClient();
        await tcp.ConnectAsync("127.0.0.1", box.Port);
        return (tcp, new StreamReader(tcp.GetStream(), Encoding.UTF8), new StreamWriter(tcp.GetStream(), new UTF8Encoding(false)) { AutoFlush = true,
            NewLine = "\n" });
    }

    [Fact]
    public async Task It_says_who_it_is_sends_what_it_reads_and_follows_the_hands()
    {
        await using var box = new GaugeBox("bench box", speed: 20);
        var (tcp, reader, writer) = await ConnectAsync(box);
        using (tcp)
        {
            Assert.Equal(new GaugeHello("bench box", true), GaugeLine.Read((await reader.ReadLineAsync())!));
            await writer.WriteLineAsync("what is this");
            await writer.WriteLineAsync(GaugeLine.Write(EngineAct.Crank));
            var watch = new PressureWatch(50);
            var last = -1.0;
            while (watch.State != WatchState.Shown)
            {
                var sample = (GaugeSample)GaugeLine.Read((await reader.ReadLineAsync().WaitAsync(TimeSpan.FromSeconds(60)))!)!;
                Assert.True(sample.TimeMs > last);
                last = sample.TimeMs;
                watch.Take(sample.TimeMs, sample[GaugeChannel.OilTurbo]);
            }
            // Its time is life's, twenty times as fast.
            Assert.InRange(watch.FirstMs!.Value, 1_000, 20_000);
        }
    }

    [Fact]
    public async Task Two_listen_at_once_and_one_that_goes_leaves_the_other()
    {
        await using var box = new GaugeBox("bench box", EngineFaults.UnpluggedSensor, speed: 20);
        var (first, one, _) = await ConnectAsync(box);
        var (second, two, _) = await ConnectAsync(box);
        using var keep = second;
        for (var i = 0; i < 5; i++) Assert.NotNull(await one.ReadLineAsync());
        first.Dispose();
        for (var i = 0; i < 50; i++) Assert.NotNull(GaugeLine.Read((await two.ReadLineAsync())!));
        box.Faults = EngineFaults.None;
        while (((GaugeSample)GaugeLine.Read((await two.ReadLineAsync())!)!)[GaugeChannel.OilTurbo] is null) { }
    }
}
