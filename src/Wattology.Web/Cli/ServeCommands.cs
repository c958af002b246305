using System.CommandLine;
using System.Net.Sockets;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection.Extensions;
using QRCoder;
using Wattology.Core.Inputs;
using Wattology.Data;
using Wattology.Data.Demo;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Data.Shop;
using Wattology.Data.Traces;
using Wattology.StandIns.Gauge;
using Wattology.StandIns.Warranty;
using Wattology.Web.Gauge;
using Wattology.Web.Hosting;
using Wattology.Web.People;
using Wattology.Web.Warranty;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>Serving: the demo, or a real shop.</summary>
internal static class ServeCommands
{
    private const int DefaultPort = 5080;

    /// <summary>Which port is served on.</summary>
    public static Option<int> Port()
    {
        var port = new Option<int>("--port") { Description = "Port to serve on.", DefaultValueFactory = _ => DefaultPort };
        port.Validators.Add(r => { if (r.GetValueOrDefault<int>() is < 1 or > 65535) r.AddError("A port lies from 1 up to 65535."); });
        return port;
    }

    /// <summary>Serves the demo, or a real shop.</summary>
    public static IEnumerable<Command> All()
    {
        var (port, data, demoData) = (Port(), ShopData(), DemoData());
        var address = new Option<string>("--address") { Description = "Address to serve on, such as 192.168.1.20 for the bay's network, or 0.0.0.0 for "
            + "all; then over HTTPS.", DefaultValueFactory = _ => "127.0.0.1" };
        var host = new Option<string[]>("--host") { Description = "A name under which the shop is reached, beside its addresses; others are refused. May be "
            + "given several times." };
        var certificate = new Option<FileInfo?>("--certificate") { Description = "A certificate with its key, PFX or PEM; one is made where none is given." };
        var proxy = new Option<bool>("--behind-proxy") { Description = "A proxy on this machine stands in front and speaks HTTPS." };
        Func<ParseResult, Wish> wish = r => new(r.GetValue(address)!, r.GetValue(port), r.GetValue(host) ?? [], r.GetValue(certificate), r.GetValue(proxy));
        var fresh = new Option<bool>("--fresh") { Description = "Start the demo over. A real shop is never removed." };
        var scale = new Option<int>("--scale") { Description = "Fill the demo up to so many jobs, to see how it carries them." };
        scale.Validators.Add(r => { if (r.GetValueOrDefault<int>() is < 0 or > 1_000_000) r.AddError("A scale lies from 0 up to 1,000,000 jobs."); });
        var known = string.Join(", ", Scenarios.All.Keys);
        var scenario = new Option<string>("--scenario") { Description = $"What is wrong with the simulated engine of the gauge box: {known}.",
            DefaultValueFactory = _ => "healthy" };
        scenario.Validators.Add(r => { if (!Scenarios.All.ContainsKey(r.GetValueOrDefault<string>()!))
            r.AddError($"There is no such scenario; known are {known}."); });
        var faster = new Option<double>("--clock-speed") { Description = "How many times faster than life the demo's clock runs, to practise on: 1 to 30.",
            DefaultValueFactory = _ => 1 };
        faster.Validators.Add(r => { if (r.GetValueOrDefault<double>() is not (>= 1 and <= 30)) r.AddError("A clock's speed lies from 1 up to 30."); });
        var demo = new Command("demo", "Serve the demo shop, making it where it is missing.") { port, demoData, fresh, scale, scenario, faster, address, host,
            certificate, proxy };
        demo.SetAction((r, stop) => ServeAsync(r.GetValue(demoData)!, wish(r), new DemoWish(r.GetValue(fresh), r.GetValue(scale),
            r.GetValue(scenario)!, r.GetValue(faster)), false, stop));
        var newKey = new Option<bool>("--new-key") { Description = "The key that signs the shop's chain is lost for good: go on with a new one." };
        var serve = new Command("serve", "Serve a real shop.") { port, data, address, host, certificate, proxy, newKey };
        serve.SetAction((r, stop) => ServeAsync(r.GetValue(data)!, wish(r), null, r.GetValue(newKey), stop));
        return [demo, serve];
    }

    /// <summary>Where a shop shall be served.</summary>
    private sealed record Wish(string Address, int Port, IReadOnlyList<string> Hosts, FileInfo? Certificate, bool BehindProxy);

    /// <summary>What a demo shall be.</summary>
    private sealed record DemoWish(bool Fresh, int Scale, string Gauge, double ClockSpeed);

    private static async Task<int> ServeAsync(DirectoryInfo data, Wish wish, DemoWish? demo, bool newKey, CancellationToken stop)
    {
        try
        {
            var folder = new ShopFolder(data.FullName);
            var at = ServedAt.Read(wish.Address, wish.Port, wish.Hosts, wish.Certificate, wish.BehindProxy, plain => ShopCertificate.Own(folder, plain));
            if (PortTaken(at)) return Fail(TakenWords(at));
            using var held = folder.Hold(at.Urls[0], TimeProvider.System.GetUtcNow());
            if (demo is { Fresh: true }) folder.ClearDemo();
            new PhotoFiles(folder).SweepIncoming();
            new TraceFiles(folder).SweepIncoming();
            new PackFiles(folder).SweepIncoming();
            await using var app = ShopHost.Build(folder, at, b =>
            {
                // A real shop's clock is the clock.
                if (demo is not null) b.Services.Replace(ServiceDescriptor.Singleton<TimeProvider>(new FasterClock(demo.ClockSpeed)));
            });
            var waiting = await OpenServedAsync(app.Services, folder, demo, newKey, stop);
            await using var box = demo is null ? null : new GaugeBox("bench box 1", Scenarios.All[demo.Gauge], speed: demo.ClockSpeed);
            await using var desk = demo is null ? null : await WarrantyDesk.StartAsync(DeskScenario.Accepts);
            if (desk is not null) app.Services.GetRequiredService<LentDesk>().Lend(desk.Address);
            // One that somebody set is called; otherwise the demo brings its own.
            if (box is not null) app.Services.GetRequiredService<GaugeLink>().Lend($"127.0.0.1:{box.Port}");
            try { await app.StartAsync(stop); }
            catch (IOException e) when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException) { return Fail(TakenWords(at)); }
            catch (SocketException e) when (e.SocketErrorCode == SocketError.AddressNotAvailable)
            {
                var own = string.Join(", ", (at with { Address = System.Net.IPAddress.Any }).Addresses);
                return Fail($"{at.Address} is not an address of this machine. Its own: {own}; or 0.0.0.0 for all of them.");
            }
            Greet(app, folder, at, demo is not null, waiting);
            await app.WaitForShutdownAsync(stop);
            await app.DisposeAsync();
            folder.Settle();
            return 0;
        }
        catch (RefusedException refused) { return Fail(refused.Message); }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
    }

    // Opens the shop, makes the demo where it is wanted, and answers whether the shop waits for its owner.
    private static async Task<bool> OpenServedAsync(IServiceProvider services, ShopFolder folder, DemoWish? demo, bool newKey, CancellationToken stop)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<ShopDb>();
        await OpenAsync(scope.ServiceProvider, folder, newKey);
        var empty = !await db.Users.AnyAsync(stop);
        if (demo is null) return empty;

        var shop = scope.ServiceProvider.GetRequiredService<DemoShop>();
        if (await shop.IsHalfMadeAsync())
        {
            // The last start was cut off while it made the demo.
            await db.Database.EnsureDeletedAsync(stop);
            await OpenAsync(scope.ServiceProvider, folder);
            empty = true;
        }
        if (empty && !await db.Jobs.AnyAsync(stop)) await shop.SeedAsync();
        else if (!await db.Settings.AnyAsync(s => s.Key == ShopSettings.DemoKey, stop))
            throw new RefusedException($"{folder.Path} holds a real shop, not the demo. Choose another folder with --data.");
        if (demo.Scale > 0)
        {
            Console.WriteLine($"Filling the demo up to {demo.Scale} jobs ...");
            await using var own = services.CreateAsyncScope();
            await own.ServiceProvider.GetRequiredService<ScaledShop>().FillAsync(demo.Scale);
        }
        return false;
    }

    private static void Greet(WebApplication app, ShopFolder folder, ServedAt at, bool demo, bool waiting)
    {
        foreach (var url in at.Urls) Console.WriteLine($"Wattology serves on {url}   (stop with Ctrl+C)");
        if (at.Fingerprint.Length > 0) Console.WriteLine($"Certificate, SHA-256: {at.Fingerprint}");
        if (!at.OnlyHere)
        {
            using var code = QRCodeGenerator.GenerateQrCode(at.Urls[0], QRCodeGenerator.ECCLevel.M);
            using var drawn = new AsciiQRCode(code);
            Console.WriteLine(drawn.GetGraphicSmall());
            Console.WriteLine("Scan it with the tablet; the page 'Put it on a tablet' shows it again, beside the fingerprint.");
        }
        Console.WriteLine($"Data in {folder.Path}");
        Console.WriteLine($"The shop signs with the key {app.Services.GetRequiredService<ShopKeyFile>().Key.Public.Fingerprint}; it stands on every file and "
            + "page that leaves. Keep it on paper.");
        if (demo)
        {
            Console.WriteLine($"Demo sign-ins, one touch on the sign-in page{(at.OnlyHere ? "" : " of this machine")}, or with the password "
                + $"{DemoWorld.Password}:");
            foreach (var person in DemoWorld.People) Console.WriteLine($"  {person.UserName,-6} {person.Name}, {person.Role.ToString().ToLowerInvariant()}");
        }
        if (waiting) Console.WriteLine($"This shop has no owner yet. Open the address and use the one-time code "
            + $"{app.Services.GetRequiredService<OwnerCode>().Code}");
    }

    private static string TakenWords(ServedAt at) => $"Port {at.Port} on {at.Address} is taken by another program. Choose another with --port.";

    private static bool PortTaken(ServedAt at)
    {
        using var probe = new TcpClient();
        try { probe.Connect(at.Addresses[0], at.Port); return true; }
        catch (SocketException) { return false; }
    }
}
