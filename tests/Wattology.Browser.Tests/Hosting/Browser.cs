using System.Collections.Concurrent;
using System.Net.WebSockets;
using System.Text.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Chromium;
using Wattology.Browser.Tests.Hosting;

[assembly: AssemblyFixture(typeof(BrowsersEnd))]

namespace Wattology.Browser.Tests.Hosting;

/// <summary>A browser that goes from test to test. Each has a window of its own in it, over a context nothing was kept in: no cookie, no store.</summary>
internal sealed class Browser : IDisposable
{
    private sealed record Form(int Width, int Height, bool Touch);

    private static readonly ConcurrentDictionary<Form, ConcurrentBag<Browser>> Waiting = [];

    private readonly Form _form;
    private readonly ClientWebSocket _line = new();
    private readonly string _home;
    private string _context = "";
    private int _asked;

    private Browser(Form form)
    {
        _form = form;
        var options = new ChromeOptions { BinaryLocation = Find("chromium-headless-shell") };
        options.AddArguments("--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--disable-dev-shm-usage", "--disable-renderer-backgrounding",
            "--disable-background-timer-throttling", "--disable-backgrounding-occluded-windows", "--ignore-certificate-errors",
            $"--window-size={form.Width},{form.Height}");
        if (form.Touch) options.EnableMobileEmulation(new ChromiumMobileEmulationDeviceSettings { Width = form.Width, Height = form.Height, PixelRatio = 1,
            EnableTouchEvents = true, UserAgent = "tablet" });
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        Driver = new ChromeDriver(ChromeDriverService.CreateDefaultService(Path.GetDirectoryName(Find("chromedriver"))), options, TimeSpan.FromMinutes(2));
        _home = Driver.CurrentWindowHandle;
        // Contexts are the browser's own matter: asked for beside the driver, which speaks to one page at a time.
        var at = ((IDictionary<string, object>)Driver.Capabilities.GetCapability("goog:chromeOptions")!)["debuggerAddress"];
        using var client = new HttpClient();
        var version = JsonNode.Parse(client.GetStringAsync(new Uri($"http://{at}/json/version")).GetAwaiter().GetResult())!;
        _line.ConnectAsync(new Uri((string)version["webSocketDebuggerUrl"]!), default).GetAwaiter().GetResult();
    }

    /// <summary>What drives it, in the window of whoever took it.</summary>
    public ChromeDriver Driver { get; }

    /// <summary>Takes one that waits, or a new one, and opens a window in it.</summary>
    /// <param name="width">The window's width, px.</param>
    /// <param name="height">Its height, px.</param>
    /// <param name="touch">A tablet: the page has that size itself, and is touched.</param>
    public static Browser Take(int width, int height, bool touch)
    {
        var form = new Form(width, height, touch);
        while (Waiting.TryGetValue(form, out var waiting) && waiting.TryTake(out var one))
        {
            try { return one.Opened(); }
            // It ended by itself while it waited.
            catch (Exception e) when (e is WebDriverException or WebSocketException) { one.Dispose(); }
        }
        return new Browser(form).Opened();
    }

    private Browser Opened()
    {
        _context = (string)Ask("Target.createBrowserContext", [])["browserContextId"]!;
        Driver.SwitchTo().Window((string)Ask("Target.createTarget", new() { ["url"] = "about:blank", ["browserContextId"] = _context })["targetId"]!);
        // As a tablet gives it to a page in front: the screen stays lit while something turns.
        Ask("Browser.grantPermissions", new() { ["permissions"] = new JsonArray("wakeLockScreen"), ["browserContextId"] = _context });
        if (!_form.Touch) Driver.Manage().Window.Size = new(_form.Width, _form.Height);
        return this;
    }

    /// <summary>Gives it back: its window is shut and all it kept forgotten.</summary>
    public void GiveBack()
    {
        try
        {
            Driver.SwitchTo().Window(_home);
            Ask("Target.disposeBrowserContext", new() { ["browserContextId"] = _context });
            // What earlier pages complained of is not the next test's.
            _ = Driver.Manage().Logs.GetLog(LogType.Browser);
            Waiting.GetOrAdd(_form, _ => []).Add(this);
        }
        catch (Exception e) when (e is WebDriverException or WebSocketException) { Dispose(); }
    }

    /// <summary>Ends all that wait.</summary>
    public static void EndAll()
    {
        foreach (var waiting in Waiting.Values)
            while (waiting.TryTake(out var one)) one.Dispose();
    }

    // One question at a time, so the next whole answer with its number is the one to it.
    private JsonNode Ask(string command, JsonObject with) => AskAsync(new JsonObject { ["id"] = ++_asked, ["method"] = command, ["params"] = with })
        .GetAwaiter().GetResult();

    private async Task<JsonNode> AskAsync(JsonObject question)
    {
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(1));
        await _line.SendAsync(JsonSerializer.SerializeToUtf8Bytes(question), WebSocketMessageType.Text, true, patience.Token);
        var buffer = new byte[16_384];
        while (true)
        {
            var length = 0;
            for (var end = false; !end;)
            {
                var part = await _line.ReceiveAsync(buffer.AsMemory(length), patience.Token);
                (length, end) = (length + part.Count, part.EndOfMessage);
            }
            var answer = JsonNode.Parse(buffer.AsSpan(0, length))!;
            if ((int?)answer["id"] != _asked) continue;
            return answer["result"] ?? throw new WebDriverException(answer.ToJsonString());
        }
    }

    private static string Find(string program) => (Environment.GetEnvironmentVariable("PATH") ?? "").Split(':').Select(p => Path.Combine(p, program))
        .FirstOrDefault(File.Exists)
        ?? throw new FileNotFoundException($"{program} is not installed; './test' installs it.");

    public void Dispose()
    {
        // What Debian's name starts is a shell around the browser: the driver would end the shell alone, and leave the browser running.
        try { Ask("Browser.close", []); }
        catch (Exception e) when (e is WebSocketException or WebDriverException or JsonException or OperationCanceledException) { /* it is gone already */ }
        _line.Dispose();
        Driver.Quit();
        Driver.Dispose();
    }
}

/// <summary>The end of a run of tests is the end of its browsers.</summary>
public sealed class BrowsersEnd : IDisposable
{
    public void Dispose() => Browser.EndAll();
}
