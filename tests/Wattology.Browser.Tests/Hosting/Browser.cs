using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.BiDi;
using OpenQA.Selenium.BiDi.Browser;
using OpenQA.Selenium.BiDi.BrowsingContext;
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

    private readonly string _profile = Directory.CreateTempSubdirectory("wattology-profile-").FullName;
    private readonly Form _form;
    private readonly IBiDi _line;
    private readonly string _home;
    private UserContext? _context;

    private Browser(Form form)
    {
        _form = form;
        var options = new ChromeOptions { BinaryLocation = Find("chromium"), UseWebSocketUrl = true };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--disable-dev-shm-usage", "--disable-renderer-backgrounding",
            "--disable-background-timer-throttling", "--disable-backgrounding-occluded-windows", "--ignore-certificate-errors",
            $"--window-size={form.Width},{form.Height}", $"--user-data-dir={_profile}");
        if (form.Touch) options.EnableMobileEmulation(new ChromiumMobileEmulationDeviceSettings { Width = form.Width, Height = form.Height, PixelRatio = 1,
            EnableTouchEvents = true, UserAgent = "tablet" });
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        Driver = new ChromeDriver(ChromeDriverService.CreateDefaultService(Path.GetDirectoryName(Find("chromedriver"))), options, TimeSpan.FromMinutes(2));
        _line = Driver.AsBiDiAsync().GetAwaiter().GetResult();
        _home = Driver.CurrentWindowHandle;
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
            catch (WebDriverException) { one.Dispose(); }
        }
        return new Browser(form).Opened();
    }

    private Browser Opened()
    {
        _context = _line.Browser.CreateUserContextAsync().GetAwaiter().GetResult().UserContext;
        var window = _line.BrowsingContext.CreateAsync(ContextType.Window, new() { UserContext = _context }).GetAwaiter().GetResult();
        Driver.SwitchTo().Window(window.Context.Id);
        if (!_form.Touch) Driver.Manage().Window.Size = new(_form.Width, _form.Height);
        return this;
    }

    /// <summary>Gives it back: its window is shut and all it kept forgotten.</summary>
    public void GiveBack()
    {
        try
        {
            Driver.SwitchTo().Window(_home);
            _line.Browser.RemoveUserContextAsync(_context!).GetAwaiter().GetResult();
            // What earlier pages complained of is not the next test's.
            _ = Driver.Manage().Logs.GetLog(LogType.Browser);
            Waiting.GetOrAdd(_form, _ => []).Add(this);
        }
        catch (Exception e) when (e is WebDriverException or BiDiException) { Dispose(); }
    }

    /// <summary>Ends all that wait.</summary>
    public static void EndAll()
    {
        foreach (var waiting in Waiting.Values)
            while (waiting.TryTake(out var one)) one.Dispose();
    }

    private static string Find(string program) => (Environment.GetEnvironmentVariable("PATH") ?? "").Split(':').Select(p => Path.Combine(p, program))
        .FirstOrDefault(File.Exists)
        ?? throw new FileNotFoundException($"{program} is not installed; './test' installs it.");

    public void Dispose()
    {
        _line.DisposeAsync().AsTask().GetAwaiter().GetResult();
        Driver.Quit();
        Driver.Dispose();
        Directory.Delete(_profile, true);
    }
}

/// <summary>The end of a run of tests is the end of its browsers.</summary>
public sealed class BrowsersEnd : IDisposable
{
    public void Dispose() => Browser.EndAll();
}
