using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text;

namespace Wattology.Browser.Tests.Hosting;

/// <summary>The application as a user starts it: its own process, its own folder, its own port.</summary>
public sealed class RunningShop : IAsyncDisposable
{
    private readonly Process _process;
    private readonly StringBuilder _said = new();

    private RunningShop(Process process, string folder, string address) => (_process, Folder, Address) = (process, folder, address);

    public string Folder { get; }

    public string Address { get; }

    /// <summary>Everything it printed so far.</summary>
    public string Said { get { lock (_said) return _said.ToString(); } }

    public static Task<RunningShop> DemoAsync() => StartAsync("demo");

    public static Task<RunningShop> EmptyAsync() => StartAsync("serve");

    /// <summary>An empty shop on every address of this machine, as a bay's tablets reach it.</summary>
    public static Task<RunningShop> InTheBayAsync() => StartAsync("serve", "--address", "0.0.0.0");

    private static async Task<RunningShop> StartAsync(string command, params string[] more)
    {
        var folder = Directory.CreateTempSubdirectory("wattology-browser-").FullName;
        var port = FreePort();
        var process = Run([command, "--port", port, "--data", folder, .. more]);
        var shop = new RunningShop(process, folder, $"{(more.Length > 0 ? "https" : "http")}://127.0.0.1:{port}");
        process.OutputDataReceived += (_, e) => { lock (shop._said) shop._said.AppendLine(e.Data); };
        process.ErrorDataReceived += (_, e) => { lock (shop._said) shop._said.AppendLine(e.Data); };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        // The certificate is known to nobody yet; that it is the one printed is a test of its own.
        using var any = new HttpClientHandler { ServerCertificateCustomValidationCallback = HttpClientHandler.DangerousAcceptAnyServerCertificateValidator };
        using var client = new HttpClient(any);
        for (var i = 0; i < 240; i++)
        {
            if (process.HasExited) throw new InvalidOperationException($"The shop ended at once: {shop.Said}");
            try { if ((await client.GetAsync(new Uri(shop.Address + "/healthz"))).IsSuccessStatusCode) return shop; }
            catch (HttpRequestException) { }
            await Task.Delay(250);
        }
        throw new TimeoutException($"The shop did not come up: {shop.Said}");
    }

    /// <summary>Starts the application's command line.</summary>
    public static Process Run(params string[] args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true, RedirectStandardInput = true };
        start.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"));
        foreach (var arg in args) start.ArgumentList.Add(arg);
        return Process.Start(start)!;
    }

    /// <summary>Runs a command to its end.</summary>
    public static async Task<(int Code, string Out, string Error)> RunToEndAsync(string? input, params string[] args)
    {
        using var process = Run(args);
        var (output, error) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        await process.StandardInput.WriteAsync(input ?? "");
        process.StandardInput.Close();
        await process.WaitForExitAsync();
        return (process.ExitCode, await output, await error);
    }

    /// <summary>A port nobody listens on just now.</summary>
    public static string FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port.ToString(System.Globalization.CultureInfo.InvariantCulture);
    }

    public async ValueTask DisposeAsync()
    {
        if (!_process.HasExited) _process.Kill(true);
        await _process.WaitForExitAsync();
        _process.Dispose();
        Directory.Delete(Folder, true);
    }
}
