using System.CommandLine;
using System.Net.Sockets;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection.Extensions;
using QRCoder;
using Wattology.Core.Calculations;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Demo;
using Wattology.Data.Jobs;
using Wattology.Data.Evidence;
using Wattology.Data.Photos;
using Wattology.Data.Traces;
using Wattology.Data.Shop;
using Wattology.StandIns.Gauge;
using Wattology.StandIns.Warranty;
using Wattology.Web.Gauge;
using Wattology.Web.Hosting;
using Wattology.Web.People;
using Wattology.Web.Warranty;

namespace Wattology.Web.Cli;

/// <summary>The command line.</summary>
public static class Commands
{
    private const int Refused = 2;
    private const int DefaultPort = 5080;
    private const int DefaultGaugePort = 5090;

    /// <summary>All commands.</summary>
    public static RootCommand Root()
    {
        var port = new Option<int>("--port") { Description = "Port to serve on.", DefaultValueFactory = _ => DefaultPort };
        port.Validators.Add(r => { if (r.GetValueOrDefault<int>() is < 1 or > 65535) r.AddError("A port lies from 1 up to 65535."); });
        var address = new Option<string>("--address") { Description = "Address to serve on, such as 192.168.1.20 for the bay's network, or 0.0.0.0 for "
            + "all; then over HTTPS.", DefaultValueFactory = _ => "127.0.0.1" };
        var host = new Option<string[]>("--host") { Description = "A name under which the shop is reached, beside its addresses; others are refused. May be "
            + "given several times." };
        var certificate = new Option<FileInfo?>("--certificate") { Description = "A certificate with its key, PFX or PEM; one is made where none is given." };
        var proxy = new Option<bool>("--behind-proxy") { Description = "A proxy on this machine stands in front and speaks HTTPS." };
        Func<ParseResult, Wish> wish = r => new(r.GetValue(address)!, r.GetValue(port), r.GetValue(host) ?? [], r.GetValue(certificate), r.GetValue(proxy));
        var data = new Option<DirectoryInfo>("--data") { Description = "The shop's folder.", Required = true };
        var demoData = new Option<DirectoryInfo>("--data") { Description = "The demo shop's folder.", DefaultValueFactory = _
            => new DirectoryInfo("demo-data") };
        var fresh = new Option<bool>("--fresh") { Description = "Start the demo over. A real shop is never removed." };
        var scale = new Option<int>("--scale") { Description = "Fill the demo up to so many jobs, to see how it carries them." };
        scale.Validators.Add(r => { if (r.GetValueOrDefault<int>() is < 0 or > 1_000_000) r.AddError("A scale lies from 0 up to 1,000,000 jobs."); });
        var name = new Argument<string>("name") { Description = $"One of: {string.Join(", ", Catalogue.All.Select(c => c.Name))}." };
        var file = new Argument<FileInfo>("file") { Description = "A job file (JSON), or a ZIP with its photos." };
        var number = new Argument<string>("number") { Description = "The job's number." };
        var job = new Option<string?>("--job") { Description = "One job's number; all jobs when left out." };

        var gaugePort = new Option<int>("--port") { Description = "Port on this machine to listen on.", DefaultValueFactory = _ => DefaultGaugePort };
        gaugePort.Validators.Add(r => { if (r.GetValueOrDefault<int>() is < 1 or > 65535) r.AddError("A port lies from 1 up to 65535."); });
        var known = string.Join(", ", Scenarios.All.Keys);
        var scenario = new Option<string>("--scenario") { Description = $"What is wrong with the simulated engine of the gauge box: {known}.",
            DefaultValueFactory = _ => "healthy" };
        scenario.Validators.Add(r => { if (!Scenarios.All.ContainsKey(r.GetValueOrDefault<string>()!))
            r.AddError($"There is no such scenario; known are {known}."); });
        var rate = new Option<double>("--rate") { Description = "Samples a second, 1 to 200.", DefaultValueFactory = _ => 20 };
        rate.Validators.Add(r => { if (r.GetValueOrDefault<double>() is not (>= 1 and <= 200)) r.AddError("A rate lies from 1 up to 200 a second."); });
        var speed = new Option<double>("--speed") { Description = "How many times faster than life, up to 100.", DefaultValueFactory = _ => 1 };
        speed.Validators.Add(r => { if (r.GetValueOrDefault<double>() is not (> 0 and <= 100)) r.AddError("A speed lies above 0 and up to 100."); });
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
        var seen = new Option<string[]>("--seen") { Description = "The shop's code from a printed page or a file it handed out, held against the chain. May be "
            + "given several times." };
        seen.Validators.Add(r => { foreach (var code in r.GetValueOrDefault<string[]>() ?? []) if (!ShopHead.TryRead(code, out _))
            r.AddError($"'{code}' is no such code: a number and twenty hex digits, such as 412-9f3a-77c2-d01b-55e0-1b2c."); });
        var calc = new Command("calc", "Compute: JSON from standard input, JSON to standard output.") { name };
        calc.SetAction(r => Calc(r.GetValue(name)!));
        var pack = new Argument<FileInfo?>("pack") { Description = "A claim's pack (ZIP), checked by itself; the shop's data is not asked.",
            DefaultValueFactory = _ => null };
        var verify = new Command("verify", "Prove that no entry was changed, of a shop or of a claim's pack.") { pack, demoData, job, seen };
        verify.SetAction((r, stop) => r.GetValue(pack) is { } file ? VerifyPackAsync(file, stop) : VerifyAsync(r.GetValue(demoData)!, r.GetValue(job), [.. (r.GetValue(seen) ?? []).Select(c
            => ShopHead.TryRead(c, out var head) ? head : throw new InvalidOperationException(c))]));
        var rebuild = new Command("rebuild", "Compute the tables kept for speed anew from the entries.") { demoData };
        rebuild.SetAction((r, _) => WithShopAsync(r.GetValue(demoData)!, RebuildAsync));
        var photos = new Option<bool>("--photos") { Description = "A ZIP with the job file, its photos and its traces, in place of the bare job file." };
        var export = new Command("export", "Write a job file to standard output.") { number, demoData, photos };
        export.SetAction((r, stop) => WithShopAsync(r.GetValue(demoData)!, s => ExportAsync(s, r.GetValue(number)!, r.GetValue(photos), stop)));
        var import = new Command("import", "Bring in a job file.") { file, demoData };
        import.SetAction((r, _) => WithShopAsync(r.GetValue(demoData)!, s => ImportAsync(s, r.GetValue(file)!), Opening.ToMake));
        var who = new Argument<string>("sign-in-name") { Description = "Whose account." };
        var list = new Command("list", "Everybody who has an account.") { data };
        list.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, UserCommands.ListAsync));
        var code = new Command("code", "A one-time code with which somebody sets a new password; an owner nobody can let in is let in by it.") { who, data };
        code.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, s => UserCommands.CodeAsync(s, r.GetValue(who)!)));
        var purpose = new Argument<string>("purpose") { Description = "What the key is for." };
        var key = new Command("key", "A key with which a program computes over the network.") { purpose, data };
        key.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, s => UserCommands.KeyAsync(s, r.GetValue(purpose)!)));
        var keyNumber = new Argument<int>("number") { Description = "The key's number, as 'user list' shows it." };
        var withdraw = new Command("withdraw-key", "Withdraw such a key.") { keyNumber, data };
        withdraw.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, s => UserCommands.WithdrawAsync(s, r.GetValue(keyNumber))));
        var into = new Argument<DirectoryInfo>("to") { Description = "The backup's own folder; it is made." };
        var backup = new Command("backup", "Copy the whole shop, while it is served or not, and prove the copy.") { into, data };
        backup.SetAction((r, stop) => WithShopAsync(r.GetValue(data)!, s => BackupAsync(s, r.GetValue(into)!, stop)));
        var from = new Argument<DirectoryInfo>("from") { Description = "The backup." };
        var restore = new Command("restore", "Put a shop back from a backup into an empty folder.") { from, data };
        restore.SetAction((r, stop) => RestoreAsync(r.GetValue(from)!, r.GetValue(data)!, stop));
        var user = new Command("user", "Accounts and keys, for whoever holds the shop's folder.") { list, code, key, withdraw };
        var gaugeBox = new Command("gauge-box", "Start a gauge box on a simulated engine: it speaks the gauge protocol over TCP.") { gaugePort, scenario, rate,
            speed };
        gaugeBox.SetAction((r, stop) => GaugeBoxAsync(r.GetValue(gaugePort), r.GetValue(scenario)!, r.GetValue(rate), r.GetValue(speed), stop));
        var deskScenario = new Option<DeskScenario>("--scenario") { Description = "How it behaves: accepts, refuses, asks, slow, down, twice, contradicts.",
            DefaultValueFactory = _ => DeskScenario.Accepts };
        var desk = new Command("warranty-desk", "Start a simulated warranty desk: it takes claims over HTTP.") { port, deskScenario };
        desk.SetAction((r, stop) => WarrantyDeskAsync(r.GetValue(port), r.GetValue(deskScenario), stop));
        return new RootCommand("Wattology: find out why a turbo failed, and prove that the next one will not.") { demo, serve, calc, verify, rebuild,
            export, import, backup, restore, user, gaugeBox, desk };
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
                if (demo is { ClockSpeed: > 1 }) b.Services.Replace(ServiceDescriptor.Singleton<TimeProvider>(new FasterClock(demo.ClockSpeed)));
            });
            var waiting = await OpenAsync(app.Services, folder, demo, newKey, stop);
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

    // Apart, so that whoever starts the shop by a script knows what to do.
    private static int CodeOf(ShopTroubleException trouble) => trouble.Kind switch { TroubleKind.Damaged => 3, TroubleKind.ReadOnly => 4, TroubleKind.Full => 5,
        _ => 6 };

    // Opens the shop, makes the demo where it is wanted, and answers whether the shop waits for its owner.
    private static async Task<bool> OpenAsync(IServiceProvider services, ShopFolder folder, DemoWish? demo, bool newKey, CancellationToken stop)
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

    private static async Task OpenAsync(IServiceProvider services, ShopFolder folder, bool newKey = false)
    {
        if (await folder.OpenAsync(services.GetRequiredService<ShopDb>(), services.GetRequiredService<ShopChain>(), services.GetRequiredService<ShopKeyFile>(),
            newKey)) await services.GetRequiredService<Verifier>().RebuildAsync();
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

    private static int Calc(string name)
    {
        try
        {
            if (Catalogue.Find(name) is not { } calculation)
            {
                var faults = new Faults();
                faults.Add("", $"There is no calculation '{name}'; known are {string.Join(", ", Catalogue.All.Select(c => c.Name))}.");
                throw new InputRefusedException(faults);
            }
            using var input = new StreamReader(Console.OpenStandardInput(), System.Text.Encoding.UTF8);
            Console.Out.WriteLine(Catalogue.Run(calculation, input.ReadToEnd()));
            return 0;
        }
        catch (InputRefusedException refused)
        {
            Console.Error.WriteLine(JsonSerializer.Serialize(new { errors = refused.Faults.ByPath }, JsonForm.Options));
            return Refused;
        }
    }

    private const int NotWhole = 1;

    private static Task<int> VerifyAsync(DirectoryInfo data, string? number, IReadOnlyList<ShopHead> seen) => WithShopAsync(data, async services =>
    {
        var report = await services.GetRequiredService<Verifier>().VerifyAsync(number, seen);
        foreach (var fault in report.Faults) Console.WriteLine(fault);
        Console.WriteLine(report.Faults.Count == 0 ?
            $"{report.Jobs} job{(report.Jobs == 1 ? "" : "s")}, {report.Entries} entries: every chain is whole and every photo is here."
            : $"{report.Faults.Count} fault{(report.Faults.Count == 1 ? "" : "s")} found.");
        if (number is not null) return report.Faults.Count == 0 ? 0 : NotWhole;
        foreach (var at in report.NewKeys)
            Console.WriteLine($"From entry {at} on the shop's chain is signed with another key: the one before was said to be lost.");
        foreach (var head in report.Heads) Console.WriteLine(head.Fault is { } fault ? $"Code {head.Head.Code}: {fault}"
            : $"Code {head.Head.Code}: the chain agrees with it. Nothing up to that entry was changed since it left the house.");
        Console.WriteLine($"What this cannot know: whether what was typed was true; {(seen.Count == 0 ? "whether all of it was rewritten by somebody who holds "
            + "the shop's key (hold a printed code against it with --seen)" : $"whether anything after entry {seen.Max(h => h.Seq)} was cut off, or "
                + "rewritten by "
            + "somebody who holds the shop's key")}; whether the key is the shop's own (compare its fingerprint with a paper).");
        if (report.Head is { } latest) Console.WriteLine($"The shop's code now: {latest.Code}   key {report.Key}");
        return report.Faults.Count == 0 && report.Heads.All(h => h.Fault is null) ? 0 : NotWhole;
    }, Opening.ToProve);

    private static async Task<int> VerifyPackAsync(FileInfo file, CancellationToken stop)
    {
        if (!file.Exists) return Fail($"There is no file {file.FullName}.");
        if (file.Length > ClaimPack.MostBytes) return Fail($"{file.Name} is larger than any pack.");
        await using var pack = file.OpenRead();
        var report = await ClaimPack.CheckAsync(pack, stop);
        foreach (var fault in report.Faults) Console.WriteLine(fault);
        Console.WriteLine(report.Faults.Count == 0 ? $"{file.Name}: whole. Job {report.Seal!.Job} of {report.Seal.Shop}, {report.Entries} entries, "
            + $"{report.Members} files, signed with the key {report.Fingerprint}, the shop's code then {report.Seal.Code}."
            : $"{report.Faults.Count} fault{(report.Faults.Count == 1 ? "" : "s")} found.");
        Console.WriteLine(report.CannotKnow);
        return report.Faults.Count == 0 ? 0 : NotWhole;
    }

    private static async Task<int> BackupAsync(IServiceProvider services, DirectoryInfo to, CancellationToken stop)
    {
        var manifest = await services.GetRequiredService<ShopBackup>().MakeAsync(to.FullName, ProveAsync, stop);
        Console.WriteLine($"{to.FullName}: {manifest.Files.Count} files, {manifest.Files.Sum(f => f.Bytes) / 1024:N0} KiB, each read again after it was "
            + $"written, and "
            + $"every chain in it whole. The shop's code in it: {manifest.Code}   key {manifest.Key}");
        return 0;
    }

    private static async Task<int> RestoreAsync(DirectoryInfo from, DirectoryInfo data, CancellationToken stop)
    {
        try
        {
            var manifest = await ShopBackup.RestoreAsync(from.FullName, data.FullName, stop);
            var code = await WithShopAsync(data, async s =>
            {
                await s.GetRequiredService<ShopChain>().NoteAsync(s.GetRequiredService<ShopDb>(), new ShopState(ShopSubject.Restored, from.Name, "", ""), stop);
                return (await s.GetRequiredService<Verifier>().VerifyAsync()).Faults is [var fault, ..] ? throw new RefusedException(fault) : 0;
            });
            if (code == 0)
                Console.WriteLine($"{data.FullName}: put back as it stood at {manifest.Made:yyyy-MM-dd HH:mm} UTC, code {manifest.Code}; every "
                    + "chain is whole.");
            return code;
        }
        catch (RefusedException refused) { return Fail(refused.Message); }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
    }

    private static async Task<IReadOnlyList<string>> ProveAsync(ShopFolder copy)
    {
        await using var provider = Services(copy);
        await using var scope = provider.CreateAsyncScope();
        return (await scope.ServiceProvider.GetRequiredService<Verifier>().VerifyAsync()).Faults;
    }

    private static ServiceProvider Services(ShopFolder folder)
    {
        var services = new ServiceCollection();
        services.AddLogging();
        ShopHost.AddShop(services, folder);
        return services.BuildServiceProvider();
    }

    private static async Task<int> RebuildAsync(IServiceProvider services)
    {
        var (count, left) = await services.GetRequiredService<Verifier>().RebuildAsync();
        foreach (var fault in left) Console.WriteLine(fault);
        Console.WriteLine($"{count} jobs rebuilt{(left.Count > 0 ? $", {left.Count} left as they are: put the shop back from a backup" : "")}.");
        return left.Count == 0 ? 0 : NotWhole;
    }

    private static async Task<int> ExportAsync(IServiceProvider services, string number, bool photos, CancellationToken stop)
    {
        var job = await services.GetRequiredService<ShopDb>().Jobs.AsNoTracking().FirstOrDefaultAsync(j => j.Number == number, stop)
            ?? throw new RefusedException($"There is no job {number} here.");
        var (store, db) = (services.GetRequiredService<JobStore>(), services.GetRequiredService<ShopDb>());
        var record = (await store.FindAsync(job.Id, stop))!.Record;
        var mark = await ShopChain.MarkAsync(db, record, stop);
        await using var output = Console.OpenStandardOutput();
        if (photos)
        {
            await using var pack = await JobPack.OpenAsync(record.Entries, services.GetRequiredService<PhotoFiles>(),
                services.GetRequiredService<TraceFiles>(), mark, stop);
            await pack.CopyToAsync(output, stop);
            return 0;
        }
        await JobFile.WriteAsync(output, store.StreamAsync(job.Id).Take(record.Entries.Count), mark);
        output.Write("\n"u8);
        return 0;
    }

    private static async Task<int> ImportAsync(IServiceProvider services, FileInfo file)
    {
        if (!file.Exists) throw new RefusedException($"There is no file {file.FullName}.");
        var id = await services.GetRequiredService<JobStore>().ImportAsync(await File.ReadAllBytesAsync(file.FullName), file.Name);
        var job = (await services.GetRequiredService<JobStore>().FindAsync(id))!;
        // What came is proved by the hash before the entry that says who brought it in.
        Console.WriteLine($"Job {job.Machine.Number} brought in: {job.Record.Entries.Count - 1} entries, chain ending in {job.Record.Last.Prev}.");
        return 0;
    }

    /// <summary>How a command opens a shop.</summary>
    private enum Opening
    {
        /// <summary>One that is there.</summary>
        ToUse,
        /// <summary>One that is there, or a new one.</summary>
        ToMake,
        /// <summary>One that is there, with or without its key, and nothing is written to it.</summary>
        ToProve,
    }

    private static async Task<int> WithShopAsync(DirectoryInfo data, Func<IServiceProvider, Task<int>> act, Opening how = Opening.ToUse)
    {
        try { return await RunAsync(data, act, how); }
        // The last to close the database brings everything into its one file.
        finally { SqliteConnection.ClearAllPools(); }
    }

    private static async Task<int> RunAsync(DirectoryInfo data, Func<IServiceProvider, Task<int>> act, Opening how)
    {
        var make = how == Opening.ToMake;
        ShopFolder? folder;
        try { folder = data.Exists || make ? new ShopFolder(data.FullName) : null; }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
        if (folder is null || !(make || File.Exists(folder.DatabaseFile))) return Fail($"There is no shop in {data.FullName}.");
        await using var provider = Services(folder);
        await using var scope = provider.CreateAsyncScope();
        try
        {
            if (how == Opening.ToProve) await ShopFolder.ProveVersionAsync(scope.ServiceProvider.GetRequiredService<ShopDb>());
            else await OpenAsync(scope.ServiceProvider, folder);
            return await act(scope.ServiceProvider);
        }
        catch (RefusedException refused) { return Fail(refused.Message); }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
        catch (InputRefusedException refused) { return Fail(string.Join(Environment.NewLine, refused.Faults.ByPath
            .Select(f => f.Key.Length > 0 ? $"{f.Key}: {f.Value}" : f.Value))); }
    }

    private static int Fail(string message, int code = Refused)
    {
        Console.Error.WriteLine(message);
        return code;
    }
}
