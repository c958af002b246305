using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>A unit is put on move by move, left loose, and drawn home.</summary>
public sealed class AssemblyTests(DemoShopFixture demo)
{
    [Fact]
    public void Big_rows_walk_it_on_and_home_with_a_touch_each_and_five_of_eight_is_said()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Lifeboat tractor");
        bay.Open(job + "/fit");
        bay.PressLink("Assembly, move by move");
        bay.See("#sheet-title", "Assembly");
        var hand = new Hand(bay);
        void On(string step, string next)
        {
            hand.Touch(".walk-row.is-next .walk-acts form .touch").See($"#step-{step} .said", "saved");
            bay.See(".walk-row.is-next b", next);
        }

        // What is out of reach once the unit is down is said to be tightened now, before the unit goes on.
        bay.See("#step-manifold .last-access", "the drain flange with its gasket and bolts");
        On("drain-flange", "Drain on the unit");
        bay.See("#step-drain-flange", "Tighten it now");
        hand.Touch("#home-drain-flange input[value='2'] + span").Touch("#home-drain-flange [value=feel]").See("#home-drain-flange", "all 2 by feel");
        // A mis-touch is undone where it was made.
        On("manifold", "Exhaust outlet");
        bay.Touch("#step-manifold .said button");
        bay.See(".walk-row.is-next b", "Unit on the manifold");
        // Refused: a seal used again wants its reason.
        bay.PressIn("#step-manifold", "gasket used again … Unit on the manifold");
        bay.PressIn("#step-manifold", "Record: used again");
        bay.See(".fault-list", "Say why the gasket is used again");
        bay.Open(job + "/assembly/1");
        while (!bay.IsThere(".assembly.homing"))
        {
            var on = bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#goes-on ~ .walk .is-on")).Count;
            hand.Touch(".walk-row.is-next .walk-acts form .touch");
            bay.Until(() => bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#goes-on ~ .walk .is-on")).Count == on + 1, () => $"more than {on} on");
        }

        // Five of eight, with a crow's foot: what the wrench is set to is said before it is recorded.
        bay.See("#home .is-next b", "Unit on the manifold");
        bay.PressLink("Figures: some of them");
        foreach (var (field, text) in new[] { ("done", "5"), ("of", "8"), ("torque_nm", "45 N·m"), ("source", "sheet 4, rev. B"), ("wrench_mm", "400"),
            ("adapter_mm", "50") })
        {
            bay.Press($".walk-figures [name='{field}']");
            bay.Type(field, text);
        }
        bay.Touch("#pad [data-key=done]");
        bay.Choose("by", "torque");
        bay.See("#preview .num", "40 N·m");
        bay.Press(".walk-figures .go");
        bay.See("#home-manifold", "5 of 8 at 45 N·m");
        Assert.Equal(5, bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#home-manifold .fixing.done")).Count);
        bay.Open(job + "/start");
        bay.See(".hold-point", "Loose: unit on the manifold (5 of 8)");

        // By keyboard alone: the rest home.
        bay.Open(job + "/assembly/1");
        bay.Script("document.querySelector('#home-manifold [value=feel]').focus()");
        bay.Keys(OpenQA.Selenium.Keys.Enter);
        bay.See("#home-manifold", "all 8 by feel");
        bay.See("#home .is-next b", "Exhaust outlet");
        bay.Open(job + "/fit");
        bay.See("#ask-mounted-1", "on its flange, gaskets new and centred");
        var complaints = bay.Complaints();
        Assert.True(complaints.Count == 0, string.Join(" | ", complaints));
    }
}
