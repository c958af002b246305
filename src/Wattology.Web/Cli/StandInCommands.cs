using System.CommandLine;
using System.Net.Sockets;
using Wattology.StandIns.Gauge;
using Wattology.StandIns.Warranty;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>Simulated devices and services, each started by itself.</summary>
internal static class StandInCommands
{
    private const int DefaultGaugePort = 5090;

    /// <summary>The gauge box.</summary>
    public static Command GaugeBox()
    {
        var port = new Option<int>("--port") { Description = "Port on this machine to listen on.", DefaultValueFactory = _ => DefaultGaugePort };
        port.Validators.Add(r => { if (r.GetValueOrDefault<int>() is < 1 or > 65535) r.AddError("A port lies from 1 up to 65535."); });
        var known = string.Join(", ", Scenarios.All.Keys);
        var scenario = new Option<string>("--scenario") { Description = $"What is wrong with the simulated engine of the gauge box: {known}.",
            DefaultValueFactory = _ => "healthy" };
        scenario.Validators.Add(r => { if (!Scenarios.All.ContainsKey(r.GetValueOrDefault<string>()!))
            r.AddError($"There is no such scenario; known are {known}."); });
        var rate = new Option<double>("--rate") { Description = "Samples a second, 1 to 200.", DefaultValueFactory = _ => 20 };
        rate.Validators.Add(r => { if (r.GetValueOrDefault<double>() is not (>= 1 and <= 200)) r.AddError("A rate lies from 1 up to 200 a second."); });
        var speed = new Option<double>("--speed") { Description = "How many times faster than life, up to 100.", DefaultValueFactory = _ => 1 };
        speed.Validators.Add(r => { if (r.GetValueOrDefault<double>() is not (> 0 and <= 100)) r.AddError("A speed lies above 0 and up to 100."); });
        var gaugeBox = new Command("gauge-box", "Start a gauge box on a simulated engine: it speaks the gauge protocol over TCP.") { port, scenario, rate,
            speed };
        gaugeBox.SetAction((r, stop) => GaugeBoxAsync(r.GetValue(port), r.GetValue(scenario)!, r.GetValue(rate), r.GetValue(speed), stop));
        return gaugeBox;
    }

    /// <summary>The warranty desk.</summary>
    public static Command Desk()
    {
        var port = ServeCommands.Port();
        var deskScenario = new Option<DeskScenario>("--scenario") { Description = "How it behaves: accepts, refuses, asks, slow, down, twice, contradicts.",
            DefaultValueFactory = _ => DeskScenario.Accepts };
        var desk = new Command("warranty-desk", "Start a simulated warranty desk: it takes claims over HTTP.") { port, deskScenario };
        desk.SetAction((r, stop) => WarrantyDeskAsync(r.GetValue(port), r.GetValue(deskScenario), stop));
        return desk;
    }

    private static async Task<int> GaugeBoxAsync(int port, string scenario, double rate, double speed, CancellationToken stop)
    {
        try
        {
            await using var box = new GaugeBox($"simulated engine, {scenario.Replace('-', ' ')}", Scenarios.All[scenario], port, rate, speed);
            Console.WriteLine($"A simulated engine ({scenario}) answers on 127.0.0.1:{box.Port}, {rate:0.#} samples a second. Ctrl+C ends it.");
            await box.UntilEndAsync(stop);
            return 0;
        }
        catch (SocketException e) when (e.SocketErrorCode == SocketError.AddressAlreadyInUse)
        {
            return Fail($"Port {port} is taken. Choose another with --port.");
        }
    }

    private static async Task<int> WarrantyDeskAsync(int port, DeskScenario scenario, CancellationToken stop)
    {
        try
        {
            await using var desk = await WarrantyDesk.StartAsync(scenario, port);
            Console.WriteLine($"A simulated warranty desk ({scenario.ToString().ToLowerInvariant()}) answers on {desk.Address}. Ctrl+C ends it.");
            await desk.UntilEndAsync(stop);
            return 0;
        }
        catch (IOException e) when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
        {
            return Fail($"Port {port} is taken. Choose another with --port.");
        }
    }
}
