using System.Diagnostics;
using System.Text;
using Microsoft.Data.Sqlite;
using Wattology.Bench;

namespace Wattology.Browser.Tests.Hosting;

/// <summary>The application as a user starts it: its own process, its own folder, its own port.</summary>
public sealed class RunningShop : IAsyncDisposable
{
    private readonly StringBuilder _said = new();
    private readonly string[] _args;
    private Process _process;

    private RunningShop(Process process, string folder, string address, string[] args) => (_process, Folder, Address, _args) = (process, folder, address, args);

    public string Folder { get; }

    public string Address { get; }

    /// <summary>Everything it printed so far.</summary>
    public string Said { get { lock (_said) return _said.ToString(); } }

    /// <summary>The demo, as it was made once for all of a run; see <see cref="DemoShopFixture"/>.</summary>
    public static Task<RunningShop> DemoAsync(params string[] more) => StartAsync("demo", _made, more);

    public static Task<RunningShop> EmptyAsync() => StartAsync("serve");

    /// <summary>An empty shop on every address of this machine, as a bay's tablets reach it.</summary>
    public static Task<RunningShop> InTheBayAsync() => StartAsync("serve", null, "--address", "0.0.0.0");

    private static string? _made;

    /// <summary>From now on a demo begins as a copy of this one, which nobody has worked on yet.</summary>
    public void KeepAsMade()
    {
        var folder = Directory.CreateTempSubdirectory("wattology-browser-made-").FullName;
        foreach (var own in new[] { "keys", "photos" }) Copy(Path.Combine(Folder, own), Path.Combine(folder, own));
        using (var from = new SqliteConnection($"Data Source={Path.Combine(Folder, "shop.db")};Mode=ReadOnly;Pooling=False"))
        using (var to = new SqliteConnection($"Data Source={Path.Combine(folder, "shop.db")};Pooling=False"))
        {
            from.Open();
            to.Open();
            from.BackupDatabase(to);
        }
        _made = folder;
    }

    /// <summary>Removes the copy that was kept.</summary>
    public static void ForgetMade()
    {
        if (_made is { } folder) Directory.Delete(folder, true);
    }

    private static void Copy(string from, string to)
    {
        foreach (var path in Directory.GetFiles(from, "*", SearchOption.AllDirectories))
        {
            var own = Path.Combine(to, Path.GetRelativePath(from, path));
            Directory.CreateDirectory(Path.GetDirectoryName(own)!);
            File.Copy(path, own);
            if (OperatingSystem.IsWindows()) continue;
            // As the application makes them: for its owner alone.
            File.SetUnixFileMode(own, UnixFileMode.UserRead | UnixFileMode.UserWrite);
            for (var at = Path.GetDirectoryName(own)!; at.Length >= to.Length; at = Path.GetDirectoryName(at)!)
                File.SetUnixFileMode(at, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        }
    }

    private static async Task<RunningShop> StartAsync(string command, string? copyOf = null, params string[] more)
    {
        var folder = Directory.CreateTempSubdirectory("wattology-browser-").FullName;
        if (copyOf is not null) Copy(copyOf, folder);
        var port = FreePort();
        string[] args = [command, "--port", port, "--data", folder, .. more];
        var shop = new RunningShop(Run(args), folder, $"{(more.Contains("--address") ? "https" : "http")}://127.0.0.1:{port}", args);
        await shop.ComesUpAsync();
        return shop;
    }

    /// <summary>Ends the application and starts it again on the same folder and port.</summary>
    /// <param name="dark">How long it is gone.</param>
    /// <param name="kill">Killed as a cut of the power would; asked to end otherwise.</param>
    /// <param name="then">What is looked at while it is gone.</param>
    public async Task StartAgainAsync(TimeSpan dark, bool kill, Action? then = null)
    {
        if (kill) _process.Kill(true);
        else
        {
            using var asked = Process.Start("kill", ["-TERM", _process.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)]);
            await asked.WaitForExitAsync();
        }
        await _process.WaitForExitAsync();
        _process.Dispose();
        then?.Invoke();
        await Task.Delay(dark);
        _process = Run(_args);
        await ComesUpAsync();
    }

    private async Task ComesUpAsync()
    {
        var process = _process;
        process.OutputDataReceived += (_, e) => { lock (_said) _said.AppendLine(e.Data); };
        process.ErrorDataReceived += (_, e) => { lock (_said) _said.AppendLine(e.Data); };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        // The certificate is known to nobody yet; that it is the one printed is a test of its own.
        using var any = new HttpClientHandler { ServerCertificateCustomValidationCallback = HttpClientHandler.DangerousAcceptAnyServerCertificateValidator };
        using var client = new HttpClient(any);
        for (var i = 0; i < 1_200; i++)
        {
            if (process.HasExited) throw new InvalidOperationException($"The shop ended at once: {Said}");
            try { if ((await client.GetAsync(new Uri(Address + "/healthz"))).IsSuccessStatusCode) return; }
            catch (HttpRequestException) { }
            await Task.Delay(50);
        }
        throw new TimeoutException($"The shop did not come up: {Said}");
    }

    /// <summary>Starts the application's command line.</summary>
    public static Process Run(params string[] args) => AppProcess.Start(Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"), args);

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
    public static string FreePort() => AppProcess.FreePort().ToString(System.Globalization.CultureInfo.InvariantCulture);

    public async ValueTask DisposeAsync()
    {
        if (!_process.HasExited) _process.Kill(true);
        await _process.WaitForExitAsync();
        _process.Dispose();
        Directory.Delete(Folder, true);
    }
}
