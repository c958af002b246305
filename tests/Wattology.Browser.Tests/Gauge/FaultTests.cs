using System.Globalization;
using Wattology.Bench;
using Wattology.Browser.Tests.Hosting;
using Wattology.StandIns.Gauge;

namespace Wattology.Browser.Tests.Gauge;

/// <summary>Each fault of the gauge box through the live page: the right stop, the right word, or none.</summary>
[Collection(nameof(Alone))]
public sealed class FaultTests
{
    // A page has a second and a half of life for the eight that pressure may take.
    private const double Speed = 5;

    private static Bay Tablet(RunningShop shop, string who)
    {
        var bay = new Bay(shop.Address, 820, 1180);
        bay.SignInAs(who);
        return bay;
    }

    private static Task<RunningShop> FastAsync() => RunningShop.DemoAsync("--clock-speed", Speed.ToString(CultureInfo.InvariantCulture));

    private static void Call(RunningShop shop, GaugeBox box)
    {
        using var owner = new Bay(shop.Address);
        owner.SignInAs("maren");
        owner.Open("/instruments");
        owner.Type("address", $"127.0.0.1:{box.Port}");
        owner.PressButton("Call it");
        owner.See(".said", "is called");
    }

    private static async Task<GaugeBox> SwapAsync(GaugeBox box, EngineFaults faults, Bay bay)
    {
        var port = box.Port;
        await box.DisposeAsync();
        var name = faults == EngineFaults.None ? "healthy box" : $"{faults} box";
        var next = new GaugeBox(name, faults, port, speed: Speed);
        bay.See("[data-gauge-box]", name);
        return next;
    }

    private static void Fire(Bay bay)
    {
        bay.See(".hold-point h3", "all settled");
        bay.Press(".big-act");
    }

    private static void StopAndClear(Bay bay)
    {
        // Either nobody saw any in time, or the box saw it late: one touch stops it.
        bay.Look(".instrument.over, .instrument.stopped");
        bay.Press(".instrument .stop-act");
        bay.See(".instrument.stopped", "The engine ran without oil pressure in time");
        bay.Type("pressure_kpa", "180");
        bay.Type("instrument", "oil gauge 3");
        bay.PressButton("Record the reading");
        bay.Gone(".instrument.stopped");
    }

    [Fact]
    public async Task A_run_with_each_fault_is_stopped_warned_of_or_let_be()
    {
        await using var shop = await FastAsync();
        var box = new GaugeBox("first box", port: AppProcess.FreePort(), speed: Speed);
        Call(shop, box);
        using var bay = Tablet(shop, "petra");
        var job = DemoJobs.Find(bay, "Mail van");
        bay.Open(job + "/start");
        bay.PressButton("Read this job with it");
        bay.See(".said", "is on this job");
        bay.Press("button[name=act][value=fired]");
        bay.Look(".big-act");

        // What keeps the oil away: no pressure in time, and nobody starts it to see.
        foreach (var fault in new[] { EngineFaults.ShutValve, EngineFaults.ChokedFeed, EngineFaults.TiredPump })
        {
            box = await SwapAsync(box, fault, bay);
            Fire(bay);
            StopAndClear(bay);
        }
        // What only makes it late or rough: the box sees it, and the engine idles.
        foreach (var (fault, says) in new[] { (EngineFaults.EmptyFilter, ""), (EngineFaults.UnpluggedSensor, ""), (EngineFaults.NoisySignal, ""),
            (EngineFaults.DriftingClock, "its clock runs fast") })
        {
            box = await SwapAsync(box, fault, bay);
            Fire(bay);
            bay.See(".running", "Idling");
            if (says.Length > 0) bay.See("[data-gauge-says]", says);
            // A quarter of a minute of it is no loss of pressure, and in a long run half a minute.
            Thread.Sleep(Effort.Of(3_000, 6_000));
            Assert.False(bay.IsThere(".instrument.stopped"), $"{fault}: {bay.Driver.FindElement(OpenQA.Selenium.By.TagName("main")).Text}");
            bay.PressButton("Engine stopped");
            bay.See(".hold-point h3", "all settled");
        }
        // A tablet that slept through it: what the box read in time was in time.
        box = await SwapAsync(box, EngineFaults.None, bay);
        Fire(bay);
        bay.Look(".instrument");
        bay.Open("/");
        Thread.Sleep(2_500);
        bay.Open(job + "/start");
        bay.See(".running", "Idling");
        bay.PressButton("Engine stopped");
        bay.See(".hold-point h3", "all settled");
        // Air in the gallery flickers first; it is late, and late is a stop.
        box = await SwapAsync(box, EngineFaults.AirInGallery | EngineFaults.EmptyFilter, bay);
        Fire(bay);
        StopAndClear(bay);
        // What is not the oil's: said while it runs.
        box = await SwapAsync(box, EngineFaults.StuckVanes, bay);
        Fire(bay);
        bay.See("[data-gauge-warn]", "do not follow");
        bay.PressButton("Engine stopped");
        bay.See(".hold-point h3", "all settled");
        box = await SwapAsync(box, EngineFaults.HighBlowBy, bay);
        Fire(bay);
        bay.See("[data-gauge-warn]", "above normal. Stop, and attend to it first.");
        bay.PressButton("Engine stopped");
        bay.See(".said", "The crankcase was read by the box");
        bay.See("#mark-crankcase", "stop");
        bay.Open(job + "/record");
        bay.See(".record", "simulated: ");
        bay.Open(job + "/traces");
        bay.See("h3", "simulated");
        Assert.True(bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector(".plain-list li")).Count >= 9);
        await box.DisposeAsync();
    }

    [Fact]
    public async Task A_run_goes_on_over_a_server_started_again_and_one_that_was_killed_and_its_trace_has_the_gaps()
    {
        await using var shop = await RunningShop.DemoAsync();
        await using var box = new GaugeBox("bench box 9");
        Call(shop, box);
        using var bay = Tablet(shop, "petra");
        var job = DemoJobs.Find(bay, "Mail van");
        bay.Open(job + "/start");
        bay.PressButton("Read this job with it");
        bay.See(".said", "is on this job");
        bay.Press("button[name=act][value=fired]");
        Fire(bay);
        bay.See(".running", "Idling");
        foreach (var kill in new[] { false, true })
        {
            await shop.StartAgainAsync(TimeSpan.FromSeconds(2), kill);
            // The page was not touched: the number comes again by itself, and the clock went on.
            bay.Until(() => double.TryParse(bay.Look("[data-gauge-now]").Text, CultureInfo.InvariantCulture, out var kpa) && kpa > 100,
                () => "no number came back");
            Thread.Sleep(1_500);
        }
        var shown = bay.Look(".running .number span").Text;
        Assert.NotEqual("0:00", shown);
        Thread.Sleep(2_000);
        bay.PressButton("Engine stopped");
        bay.See("#mark-start", "idled");
        bay.Open(job + "/traces");
        bay.See(".big", "No signal from");
        var csv = (string?)((OpenQA.Selenium.IJavaScriptExecutor)bay.Driver).ExecuteAsyncScript(
            "const done = arguments[0]; fetch(document.querySelector(\"a[href$='.csv']\").href).then(r => r.text()).then(done)");
        var times = csv!.Split('\n', StringSplitOptions.RemoveEmptyEntries).Skip(1).Select(l => double.Parse(l.Split(',')[0],
            CultureInfo.InvariantCulture)).ToArray();
        Assert.True(times[0] < 0.5, $"it begins at {times[0]} s");
        Assert.InRange(times.Zip(times.Skip(1), (a, b) => b - a).Count(g => g is > 1.5 and < 60), 2, 6);
        Assert.Equal(times.Order(), times);
        var verify = await RunningShop.RunToEndAsync(null, "verify", "--data", shop.Folder);
        Assert.True(verify.Code == 0, verify.Out + verify.Error);
    }
}
