using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>Charge air, shaft speed, fuel, coolant and heat, each reached from the job's drawing and worked on its own.</summary>
public sealed class AirFuelWaterHeatTests(DemoShopFixture demo)
{
    private static void Measured(Bay bay)
    {
        bay.Choose("known", "measured");
        bay.Type("instrument", "gauge 7");
    }

    [Fact]
    public void Leak_test_and_shaft_speed_compare_two_states()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("tam");
        var job = bay.BookIn("Leaking lifter");
        bay.Press("#spot-charge-air");
        bay.See("#sheet-title", "Charge air");
        bay.Touch(".unit a[data-card='test'] .hit");
        foreach (var (name, text) in new[] { ("start_kpa", "0.8 bar"), ("end_kpa", "0.3 bar"), ("seconds", "30"), ("volume_ml", "12 l") }) bay.Type(name, text);
        bay.See("#preview", "the hole is a rough estimate");
        Measured(bay);
        bay.PressButton("Record the leak test");
        bay.See("#sheet", "like one hole of");
        bay.Touch(".unit a[data-card='hoses'] .hit");
        bay.Answer("charge-hoses", "leaks", "at the cooler");
        bay.See("a[data-card='hoses']", "doubtful");
        bay.Open(job + "/findings");
        Assert.True(bay.IsThere("#finding-charge-hose-off-or-split [aria-pressed=true]"));
        bay.Open(job + "/charge-air");
        bay.PressLink("Shaft speed");
        bay.See(".note", "proves no speed");
        foreach (var (state, suction) in new[] { ("with the old filter", "9"), ("with the new filter", "3") })
        {
            foreach (var (name, text) in new[] { ("state", state), ("boost_kpa", "120"), ("wheel_mm", "50"), ("intake_depression_kpa", suction) })
                bay.Type(name, text);
            bay.See("#preview", "krpm");
            Measured(bay);
            bay.PressButton("Record this state");
            bay.See(".cylinders", state);
        }
        bay.See("#sheet .big", "‘with the new filter’ runs about");
        bay.See("#sheet .big", "slower than ‘with the old filter’");
        Assert.Empty(bay.Complaints());
    }

    [Theory]
    [InlineData(1280, 900)]
    [InlineData(820, 1180)]
    public void Fuel_under_boost_stands_on_rail_and_injectors_and_the_mixture_before_and_after(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("tam");
        var job = bay.BookIn($"Fuelled flyer {width}", fuel: "petrol", kind: "custom");
        bay.Open(job + "/fuel");
        bay.Answer("lowest-boost", "lowest");
        bay.Press("details.figures > summary");
        bay.Press("[data-put='bsfc_g_kwh'][data-value='320']");
        bay.Press("[data-put='fuel_rho_kg_l'][data-value='0.745']");
        foreach (var (name, text) in new[] { ("injectors", "4"), ("injector_cc_min", "440"), ("injector_rated_kpa", "3 bar"), ("rail_base_kpa", "3 bar"),
            ("boost_kpa", "0.8 bar"), ("power_kw", "85"), ("rail_seen_kpa", "3 bar") }) bay.Type(name, text);
        bay.Choose("referenced", "true");
        bay.See("#preview", "Fuel pressure does not rise with boost");
        bay.Type("rail_seen_kpa", "3.8 bar");
        bay.See("#preview", "The injectors have time to spare.");
        Measured(bay);
        bay.PressButton("Record the fuel");
        bay.See("#sheet .value", "% duty");
        foreach (var (moment, lambda) in new[] { ("before", "1.02"), ("after", "0.85") })
        {
            bay.PressLink("Read the mixture");
            bay.See("#sheet-title", "Mixture");
            bay.Choose("moment", moment);
            bay.Choose("running", "loaded");
            bay.Type("lambda", lambda);
            Measured(bay);
            bay.PressButton("Record the mixture");
            bay.See("#sheet", $"lambda {lambda}");
        }
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void Water_and_heat_are_looked_at_on_their_drawings_by_keyboard_alone()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("petra");
        var job = bay.BookIn("Cooled crane", water: "true");
        bay.Open(job + "/coolant");
        void Key(string css, string key = "\uE007")
        {
            bay.Script("document.querySelector(arguments[0]).focus()", css);
            new OpenQA.Selenium.Interactions.Actions(bay.Driver).SendKeys(key).Perform();
        }
        Key(".unit a[data-card='ports']");
        bay.Look("#card-ports:not([hidden])");
        Key("#card-ports button[value='falls']");
        bay.See("a[data-card='ports']", "stop");
        Key("#card-ports button[value='rises']");
        bay.See("a[data-card='ports']", "sound");
        new OpenQA.Selenium.Interactions.Actions(bay.Driver).SendKeys("\uE00C").Perform();
        Assert.False(bay.Look("#card-ports").Displayed);
        foreach (var (way, ml, said) in new[] { ("out", "6 l", "nothing is filled yet"), ("in", "5.2 l", "800 ml are not back yet") })
        {
            Key(".unit a[data-card='container']");
            bay.Choose("way", way);
            bay.Type("ml", ml);
            Measured(bay);
            bay.PressButton("Record it");
            bay.See("#sheet", said);
        }
        bay.Open(job + "/heat");
        Key(".unit a[data-card='wire']");
        Key("#card-wire button[value='touches']");
        bay.See("a[data-card='wire']", "stop");
        Key("#ask-heat-guard-wire button[value='sleeve']");
        bay.See("a[data-card='wire']", "stop");
        Assert.False(bay.IsThere("#ask-heat-again-wire"));
        bay.See("#sheet", "After the first hot run each neighbour is looked at a second time");
        bay.Open(job);
        bay.See("#spot-heat", "touches");
        Assert.Empty(bay.Complaints());
    }
}
