using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>The number pad under a finger, and its absence at the desk.</summary>
public sealed class PadTests(DemoShopFixture demo)
{
    private static string? Attribute(Bay bay, string css, string name) => bay.Look(css).GetDomAttribute(name);

    private static string Value(Bay bay, string name) => bay.ValueOf(name);

    [Fact]
    public void On_a_touch_screen_a_value_box_opens_the_pad_and_never_the_letter_keyboard()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("tam");
        var job = DemoJobs.Find(bay, "Lifeboat tractor");
        bay.Open(job + "/oil-supply/1");
        var hand = new Hand(bay);
        hand.Touch("details.figures > summary");
        bay.Look("#pad");
        Assert.Equal("none", Attribute(bay, "[name='input.runs.0.ml']", "inputmode"));
        Assert.All(bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector("[data-pad]")), b => Assert.Equal("none", b.GetDomAttribute("inputmode")));

        // A run in one breath, and the next key goes on to the next run.
        hand.Key("9", "5", "ml", "in", "1", "0");
        Assert.Equal("95 ml in 10", Value(bay, "input.runs.0.ml"));
        bay.See(".pad-echo", "95 ml in 10 s");
        bay.See("#pad .pad-after", "Run 2");
        hand.Key("next");
        Assert.Equal("input.runs.1.ml", bay.Driver.SwitchTo().ActiveElement().GetDomAttribute("name"));
        hand.Key("9", "7", "rub", "6", "in", "9", "point", "5");
        Assert.Equal("96 in 9.5", Value(bay, "input.runs.1.ml"));
        // A unit is a key, and another one takes its place; rubbed out it goes whole.
        hand.Touch("[name='input.oil_temp_c']").Key("6", "8", "°F");
        Assert.Equal("68 °F", Value(bay, "input.oil_temp_c"));
        bay.See("#pad .unit.on", "°F");
        bay.See(".pad-echo", "20 °C");
        hand.Key("°C");
        Assert.Equal("68 °C", Value(bay, "input.oil_temp_c"));
        hand.Key("rub");
        Assert.Equal("68", Value(bay, "input.oil_temp_c"));
        hand.Key("sign");
        Assert.Equal("−68", Value(bay, "input.oil_temp_c"));
        hand.Key("clear", "2", "0");
        hand.Touch("[name='input.gallery_kpa']").Key("1", "point", "point", "6", "bar");
        Assert.Equal("1.6 bar", Value(bay, "input.gallery_kpa"));
        // The verdict stands on the pad while it is typed, and an instrument that fits is a key.
        bay.Look("#pad .pad-verdict .verdict");
        hand.Key(InstrumentKey(bay, "jug 2"));
        Assert.True(bay.Look("[name=with]:checked").Displayed);
        hand.Key("done");
        bay.Gone("#pad:not([hidden])");

        // Fractions, and clock times.
        bay.Open(job + "/restrictor/1");
        hand.Touch("details.figures > summary").Key("clear", "1", "and", "5", "fraction", "1", "6", "in");
        Assert.Equal("1 5/16 in", Value(bay, "hole_mm"));
        bay.See(".pad-echo", "33.3 mm");
        bay.Open(job + "/clocking/1");
        hand.Touch("details.figures > summary").Key("1", "1", ":", "3", "0");
        Assert.Equal("11:30", Value(bay, "input.oil_inlet_deg"));
        bay.See(".pad-echo", "15");
        // Letters from a keyboard that is plugged in are taken as well.
        bay.Type("input.oil_inlet_deg", "half past ten");
        bay.See("#preview .value", "45°");
        // Touching elsewhere puts the pad away.
        bay.Script("document.getElementById('sheet-title').focus()");
        bay.Gone("#pad:not([hidden])");
        Assert.Empty(bay.Complaints());
    }

    private static string InstrumentKey(Bay bay, string name) => bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#pad .with"))
        .First(k => k.Text.StartsWith(name, StringComparison.Ordinal)).GetDomAttribute("data-key")!;

    [Fact]
    public void At_the_desk_the_keyboard_is_as_it_was()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("tam");
        bay.Open(DemoJobs.Find(bay, "Lifeboat tractor") + "/oil-supply/1");
        bay.Type("input.gallery_kpa", "26 psi");
        bay.See("#f-input-gallery-kpa-echo", "179 kPa");
        Assert.Equal("text", Attribute(bay, "[name='input.gallery_kpa']", "inputmode"));
        Assert.False(bay.IsThere("#pad"));
    }

    [Fact]
    public void A_second_names_pin_is_digits_on_the_pad_and_shows_none()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("jory");
        bay.Open(DemoJobs.Find(bay, "Forage harvester, red") + "/release");
        new Hand(bay).Touch("[name=pin]").Key("2", "6", "0", "4");
        Assert.Equal("2604", Value(bay, "pin"));
        Assert.Equal("••••", bay.Look(".pad-text").Text);
        Assert.False(bay.IsThere("#pad [data-key='point']"));
    }
}
