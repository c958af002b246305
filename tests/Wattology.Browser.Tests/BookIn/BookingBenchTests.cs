using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.BookIn;

/// <summary>The engine is drawn as it is booked in.</summary>
public sealed class BookingBenchTests(DemoShopFixture demo)
{
    private static string[] Drawn(Bay bay) => [.. ((IEnumerable<object>)bay.Script("""
        return [...document.querySelectorAll('.booking .when')].filter(w => getComputedStyle(w).display !== 'none')
            .map(w => w.getAttribute('class').split(' ').pop())
        """)!).Cast<string>().Order()];

    [Fact]
    public void What_is_answered_shows_on_the_engine_and_stands_there_still_when_the_booking_is_refused()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("wyn");
        bay.Open("/book-in");
        Assert.Equal(["fuel-diesel"], Drawn(bay));
        string[] answers = ["control-none", "control-wastegate-canister", "control-wastegate-electric", "control-vanes-canister",
            "control-vanes-electric", "control-external-wastegate", "fuel-petrol", "turbos-2", "water_cooled-true",
            "closed_breather-false", "closed_breather-true"];
        foreach (var answer in answers)
        {
            var at = answer.IndexOf('-', StringComparison.Ordinal);
            var (field, value) = (answer[..at], answer[(at + 1)..]);
            bay.Choose(field, value);
            // Of one question one answer shows; "none" is drawn as nothing.
            string[] shown = value == "none" ? [] : [answer];
            Assert.Equal(shown, Drawn(bay).Where(d => d.StartsWith(field + "-", StringComparison.Ordinal)));
        }
        string[] all = ["closed_breather-true", "control-external-wastegate", "fuel-petrol", "turbos-2", "water_cooled-true"];
        Assert.Equal(all, Drawn(bay));
        bay.Press("#booking .go");
        bay.See(".fault-list", "Registration or asset number");
        Assert.Equal(all, Drawn(bay));

        // Where nothing failed there is no plate to be read and nothing to be asked.
        Assert.True(bay.Look(".failed-plate").Displayed && bay.Look(".asked").Displayed);
        bay.Choose("kind", "first-fitment");
        Assert.False(bay.Look(".failed-plate").Displayed || bay.Look(".asked").Displayed);
        Assert.Equal(820, Convert.ToDouble(bay.Script("return document.documentElement.scrollWidth"), System.Globalization.CultureInfo.InvariantCulture));
    }

    [Fact]
    public void An_engine_that_was_here_is_answered_by_one_touch_and_moves_nothing_under_the_finger_while_it_is_typed()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("wyn");
        bay.Open("/book-in");
        bay.Type("customer", "Dredging Board");
        double Top() => Convert.ToDouble(bay.Script("return document.querySelector('.drawn-area').getBoundingClientRect().top + scrollY"),
            System.Globalization.CultureInfo.InvariantCulture);
        var top = Top();
        bay.Type("engine", "No such engine");
        bay.Gone(".known-engines");
        Assert.Equal(top, Top());
        bay.Type("engine", "tressick t2 13");
        bay.See(".known-engines", "Tressick T2 130");
        bay.Press(".known-engines a");
        bay.See(".engine-as-on", "Tressick T2 130 is taken over");
        Assert.Equal(["closed_breather-false", "control-vanes-canister", "fuel-diesel"], Drawn(bay));
        Assert.Equal("Dredging Board", bay.ValueOf("customer"));
    }
}
