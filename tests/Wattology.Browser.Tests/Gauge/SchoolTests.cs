using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Gauge;

/// <summary>The three schools of priming by hand, on the upright tablet: one step on one screen, from the first to proved pressure.</summary>
public sealed class SchoolTests
{
    private static void Step(Bay bay, string title) => bay.See("#prime-now", title);

    private static void Oil(Bay bay)
    {
        Step(bay, "Oil in");
        bay.PressButton("15 ml in");
        Step(bay, "Wheel by hand");
        bay.Answer("wheel-1", "free");
        Step(bay, "Feed on");
        bay.Answer("feed-connected-1", "tight");
    }

    private static void DrainOn(Bay bay)
    {
        Step(bay, "Drain on");
        bay.Answer("drain-connected-1", "connected");
    }

    private static void Unable(Bay bay)
    {
        Step(bay, "Unable to fire");
        bay.Choose("fuel", "Injection fuse");
        bay.PressButton("Record as disabled");
    }

    private static void Level(Bay bay)
    {
        Step(bay, "Oil level");
        bay.Answer("oil-level", "between-marks");
    }

    private static void CrankAndSee(Bay bay, int burst)
    {
        Step(bay, "Crank until pressure");
        bay.RestPasses();
        bay.PressButton($"Start burst {burst}");
        bay.See(".instrument", "Cranking");
        bay.Look("html[data-awake=yes]");
        bay.PressButton("Pressure seen");
        bay.PressButton("Lamp: lit at key-on, its switch connected, went out");
    }

    private static void By(Bay bay, string method, string why)
    {
        bay.Press(".prime-way > summary");
        bay.Choose("method", method);
        bay.Type("why", why);
        bay.PressButton("Prime this job so");
        bay.See(".said", "Chosen for this job");
    }

    [Fact]
    public async Task Each_school_is_walked_by_touches_from_its_first_step_to_proved_pressure()
    {
        await using var shop = await RunningShop.DemoAsync();
        using var bay = new Bay(shop.Address, 820, 1180, touch: true);
        bay.SignInAs("petra");

        var syringe = bay.BookIn("School syringe");
        bay.Open(syringe + "/prime");
        Step(bay, "What for");
        bay.Answer("crank-purpose", "prime");
        DrainOn(bay);
        Oil(bay);
        Level(bay);
        Unable(bay);
        Step(bay, "All clear");
        bay.Press("#ask-crank-clear details:has(input[value='someone-under']) > summary");
        bay.Type("because", "Petra calls", "#ask-crank-clear");
        bay.PressButton("Record: someone is under or at it");
        bay.See(".fault-list", "Two names");
        bay.Type("because", "Petra calls, Tam stops", "#ask-crank-clear");
        bay.PressButton("Record: someone is under or at it");
        bay.See(".two-names", "Petra calls, Tam stops");
        CrankAndSee(bay, 1);
        Step(bay, "All back");
        bay.PressButton("It is back");
        bay.See("#mark-prime", "sound");
        bay.Gone("html[data-awake]");

        var pumped = bay.BookIn("School pump");
        bay.Open(pumped + "/prime");
        bay.Answer("crank-purpose", "prime");
        By(bay, "pump-driven", "starter is out");
        Oil(bay);
        Level(bay);
        Step(bay, "Drive the pump");
        bay.Answer("pump-driven", "drill");
        Step(bay, "Oil out of the drain");
        bay.Answer("drain-end-1", "freely");
        Step(bay, "Pressure");
        bay.PressButton("Lamp: lit at key-on, its switch connected, went out");
        DrainOn(bay);
        Step(bay, "Drive back");
        bay.Answer("drive-back", "back");
        bay.See("#mark-prime", "sound");

        var bucket = bay.BookIn("School bucket");
        bay.Open(bucket + "/prime");
        bay.Answer("crank-purpose", "catch");
        bay.See("#prime-now", "Unable to fire");
        By(bay, "bucket-first", "feed was cut and joined");
        Unable(bay);
        Step(bay, "All clear");
        bay.Answer("crank-clear", "nobody-near");
        Step(bay, "Oil into the container");
        bay.PressButton("Start burst 1");
        bay.PressButton("Stop cranking");
        bay.Answer("feed-seen-1", "steady");
        DrainOn(bay);
        Oil(bay);
        Level(bay);
        Step(bay, "All clear");
        bay.Answer("crank-purpose", "prime");
        bay.Answer("crank-clear", "nobody-near");
        CrankAndSee(bay, 2);
        bay.PressButton("It is back");
        bay.See("#mark-prime", "sound");
        var complaints = bay.Complaints();
        Assert.True(complaints.Count == 0, string.Join(" | ", complaints));
    }
}
