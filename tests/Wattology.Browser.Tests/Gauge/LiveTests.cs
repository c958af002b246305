using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;
using Wattology.StandIns.Gauge;

namespace Wattology.Browser.Tests.Gauge;

/// <summary>What counts frames in a second, or lives several times as fast as life, has the machine to itself: beside other work it would measure
/// that.</summary>
[CollectionDefinition(nameof(Alone), DisableParallelization = true)]
public sealed class Alone;

/// <summary>A gauge box reads a burst and a run through the live page: nothing is typed, and what goes wrong stops the hands.</summary>
[Collection(nameof(Alone))]
public sealed class LiveTests
{
    private static async Task<(RunningShop Shop, GaugeBox Box)> ShopWithBoxAsync()
    {
        var shop = await RunningShop.DemoAsync();
        var box = new GaugeBox("bench box 7", speed: 3);
        using var owner = new Bay(shop.Address);
        owner.SignInAs("maren");
        owner.Open("/instruments");
        owner.Type("address", "nowhere");
        owner.PressButton("Call it");
        owner.See(".fault-list", "'nowhere' is no address of a box");
        owner.Type("address", $"127.0.0.1:{box.Port}");
        owner.PressButton("Call it");
        owner.See(".said", "is called");
        return (shop, box);
    }

    private static Bay Tablet(RunningShop shop, string who)
    {
        var bay = new Bay(shop.Address, 820, 1180);
        bay.SignInAs(who);
        return bay;
    }

    private static string Connect(Bay bay, string machine, string sheet)
    {
        var job = DemoJobs.Find(bay, machine);
        bay.Open(job + sheet);
        bay.See("[data-gauge-box]", "bench box 7");
        bay.PressButton("Read this job with it");
        bay.See(".said", "bench box 7 (simulated) is on this job");
        return job;
    }

    // The number as it stands; what is not read is a dash.
    private static double Kpa(Bay bay) => double.TryParse(bay.Look("[data-gauge-now]").Text, System.Globalization.CultureInfo.InvariantCulture, out var kpa)
        ? kpa
        : double.NaN;

    [Fact]
    public async Task A_burst_is_read_from_first_oil_to_evidence_by_two_at_once_and_over_a_reload()
    {
        var (shop, box) = await ShopWithBoxAsync();
        await using var _ = shop;
        await using var __ = box;
        using var bay = Tablet(shop, "petra");
        var job = Connect(bay, "Pilot launch", "/prime");
        bay.See("#prime-now", "Oil in, turbo 2");
        bay.PressButton("15 ml in");
        bay.See("#prime-now", "Wheel by hand, turbo 2");
        bay.Answer("wheel", "free", turbo: 2);
        bay.See("#prime-now", "All clear");
        bay.Answer("crank-clear", "nobody-near");
        using var other = Tablet(shop, "ines");
        other.Open(job + "/prime");

        bay.RestPasses();
        bay.PressButton("Start burst 2");
        bay.See(".instrument", "Cranking");
        bay.Driver.Navigate().Refresh();
        bay.See(".instrument", "Cranking");
        other.Driver.Navigate().Refresh();
        foreach (var one in new[] { bay, other })
        {
            one.Until(() => Kpa(one) > 50, () => $"{one.Look("[data-gauge-now]").Text} kPa");
            one.See("[data-gauge-watch]", "Pressure after");
            Assert.Equal("shown", one.Look("[data-gauge-watch]").GetDomAttribute("data-gauge-watch"));
        }

        // The trace moves, and what moves it leaves the page its breath.
        var frames = Convert.ToDouble(((IJavaScriptExecutor)bay.Driver).ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1]; let n = 0; const began = performance.now();
            const step = () => { n++; if (performance.now() - began < 1500) requestAnimationFrame(step); else done(1000 * n / (performance.now() - began)); };
            requestAnimationFrame(step);
            """), System.Globalization.CultureInfo.InvariantCulture);
        Assert.True(frames > 15, $"{frames:0} frames a second");
        bay.PressButton("Stop cranking");
        bay.See(".said", "bench box 7 (simulated) read");
        bay.See("#mark-prime", "sound");
        bay.Open(job + "/record");
        bay.See(".record", "simulated: direct gauge,");
        bay.See(".record", "Oil pressure is proved.");
        var complaints = bay.Complaints();
        Assert.True(complaints.Count == 0, string.Join(" | ", complaints));
    }

    [Fact]
    public async Task A_run_is_watched_pressure_seen_by_the_box_and_lost_pressure_takes_the_screen()
    {
        var (shop, box) = await ShopWithBoxAsync();
        await using var _ = shop;
        await using var __ = box;
        using var bay = Tablet(shop, "petra");
        var job = Connect(bay, "Mail van", "/start");
        bay.Press("button[name=act][value=fired]");
        bay.Press(".big-act");
        // Nobody touches "pressure seen": the box does.
        bay.See(".running", "Idling");
        bay.Until(() => Kpa(bay) > 100, () => $"{bay.Look("[data-gauge-now]").Text} kPa");
        box.Faults = EngineFaults.ShutValve;
        bay.See(".instrument.stopped", "Oil pressure lost");
        bay.See(".first-words", "Stop the engine at once.");
        bay.Press(".stop-act");
        bay.See(".instrument.stopped", "The engine stands");
        bay.Open(job + "/record");
        bay.See(".record", "oil pressure lost");
        bay.See(".record", "bench box 7 (simulated)");

        // A box that is gone is said to be gone, and one that comes back is found again.
        bay.Open(job + "/prime");
        await box.DisposeAsync();
        bay.See("[data-gauge-box]", "does not answer");
        bay.See("[data-gauge-says]", "use lamp or gauge by eye");
        await using var again = new GaugeBox("bench box 8", port: box.Port, speed: 3);
        bay.See("[data-gauge-box]", "bench box 8");
        var complaints = bay.Complaints();
        Assert.True(complaints.Count == 0, string.Join(" | ", complaints));
    }
}
