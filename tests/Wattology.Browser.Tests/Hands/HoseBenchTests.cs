using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>Reference hoses under the hand: pulled, touched or keyed from port to port, the wrong zone said at once.</summary>
public sealed class HoseBenchTests(DemoShopFixture demo)
{
    private static void Pull(Bay bay, string from, string to)
    {
        bay.Script("document.querySelector('.hose-bench').scrollIntoView({block:'start', behavior:'instant'})");
        var way = ((IReadOnlyCollection<object>)bay.Script("""
            return [arguments[0], arguments[1]].flatMap(id => { const r = document.querySelector(`[data-hose-port='${id}'] .hit`).getBoundingClientRect();
                return [r.left + r.width / 2, r.top + r.height / 2]; });
            """, from, to)!).Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture)).ToArray();
        bay.Drag(way[0], way[1], way[2], way[3]);
    }

    [Theory]
    [InlineData(1280, 900)]
    [InlineData(820, 1180)]
    public void A_hose_is_led_by_finger_touch_and_key_and_the_wrong_zone_is_said_at_once(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("ines");
        var job = bay.BookIn($"Blown buggy {width}", fuel: "petrol", kind: "custom");
        bay.Open(job + "/references");
        bay.See("#hoses", "Wastegate canister");
        Pull(bay, "manifold-1", "canister-1");
        bay.Look("[data-hose='manifold-1 canister-1'].wrong");
        bay.See("#hoses", "Wrong zone: after the throttle a canister sees suction too.");
        // Led to the right one it takes the first one's place.
        Pull(bay, "charge-pipe", "canister-1");
        bay.Look("[data-hose='charge-pipe canister-1'].right");
        bay.Gone("[data-hose='manifold-1 canister-1']");
        // One touch, then another.
        bay.Touch("[data-hose-port='charge-pipe'] .hit");
        bay.Look("[data-hose-port='charge-pipe'].taken");
        bay.Touch("[data-hose-port='regulator'] .hit");
        bay.See("#hoses", "One tee at the charge pipe.");
        // By the keyboard alone.
        bay.Script("document.querySelector(\"[data-hose-port='fuel-rail']\").focus()");
        new Actions(bay.Driver).SendKeys(Keys.Enter).Perform();
        bay.Script("document.querySelector(\"[data-hose-port='ignition']\").focus()");
        new Actions(bay.Driver).SendKeys(Keys.Space).Perform();
        bay.See("#hoses", "Fuel to an ignition part: a fire.");
        bay.Open(job + "/start");
        bay.See("#sheet", "Reference hoses");
        bay.Open(job + "/references");
        bay.Press("#hoses button[value='ignition']");
        bay.Gone("[data-hose='fuel-rail ignition']");
        bay.Press("#spare-compressor button[value='pushed-on']");
        bay.See("#spare-compressor", "blows off under boost");
        bay.Press("#spare-compressor button[value='threaded']");
        bay.See("#spare-compressor", "Closed so that it stays.");
        // Without the drawing: by list.
        bay.Press("#hoses details > summary");
        bay.Select("from", "manifold-2");
        bay.Select("to", "bypass");
        bay.PressButton("Lead the hose");
        bay.Look("[data-hose='manifold-2 bypass'].right");
        Assert.Empty(bay.Complaints());
    }
}
