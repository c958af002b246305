using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Gauge;

/// <summary>A logger's file through the page.</summary>
[Collection(nameof(Alone))]
public sealed class LoggerTests
{
    [Fact]
    public async Task An_hour_of_a_logger_at_twenty_a_second_is_brought_in_and_its_page_stays_smooth_and_small()
    {
        await using var shop = await RunningShop.DemoAsync();
        using var bay = new Bay(shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = DemoJobs.Find(bay, "Brewery van");
        bay.PrimeAt(job, "unable");
        bay.Choose("fuel", bay.IsThere("[name=fuel][value='Injection fuse']") ? "Injection fuse" : "Fuel pump relay");
        if (bay.IsThere("[name=spark]")) bay.Choose("spark", "Ignition coil connectors");
        bay.PressButton("Record as disabled");
        bay.See(".said", "the engine cannot fire");
        bay.Open(job + "/prime");
        bay.Answer("crank-purpose", "compression");
        bay.Answer("crank-clear", "nobody-near");
        bay.PressButton("Start burst 1");
        bay.PressButton("Stop cranking");
        bay.See(".rest", "The starter rests");

        var file = Path.Combine(shop.Folder, "hour.csv");
        await File.WriteAllTextAsync(file, "Time,Oil bar,Engine rpm\n" + string.Concat(Enumerable.Range(0, 72_000).Select(i => FormattableString.Invariant(
            $"{i * 0.05:0.00},{(i == 40_000 ? 9.5 : 1.8 + 0.1 * Math.Sin(i / 50.0)):0.00},{820 + i % 9}\n"))));
        bay.Open(job + "/traces");
        bay.Press("[name=of]");
        bay.Look("#f-logger-file").SendKeys(file);
        bay.PressButton("Read the file");
        bay.See(".note", "What is what?");
        bay.Choose("time_in", "seconds");
        bay.Type("logger", "hour logger");
        bay.PressButton("Read it so, now and next time");
        bay.See(".said", "Kept.");
        bay.See(".hint", "Drawn thinned");
        var (bytes, frames) = (Convert.ToDouble(bay.Script("return document.documentElement.outerHTML.length"),
            System.Globalization.CultureInfo.InvariantCulture),
            Convert.ToDouble(((OpenQA.Selenium.IJavaScriptExecutor)bay.Driver).ExecuteAsyncScript("""
            const done = arguments[0]; let n = 0; const began = performance.now();
            const step = () => { n++; scrollBy(0, n % 40 < 20 ? 9 : -9); if (performance.now() - began < 1500) requestAnimationFrame(step);
              else done(1000 * n / (performance.now() - began)); };
            requestAnimationFrame(step);
            """), System.Globalization.CultureInfo.InvariantCulture));
        Assert.True(bytes < 400_000, $"{bytes:0} letters");
        Assert.True(frames > 15, $"{frames:0} frames a second");
        var kept = Directory.GetFiles(Path.Combine(shop.Folder, "traces"), "*", SearchOption.AllDirectories).Single(f => Path.GetFileName(f).Length == 64);
        Assert.InRange(new FileInfo(kept).Length, 1_000, 600_000);
    }
}
