using System.Globalization;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>A signature is drawn with a finger, wiped, and drawn anew.</summary>
public sealed class SignatureTests(DemoShopFixture demo)
{
    [Fact]
    public void It_is_kept_as_strokes_until_it_is_wiped()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("tam");
        bay.Open(DemoJobs.Find(bay, "Mail van") + "/driver-sheet");
        double At(string edge) => Convert.ToDouble(bay.Script("""
            const pad = document.querySelector('canvas[data-sign]');
            pad.scrollIntoView({ block: 'center' });
            return pad.getBoundingClientRect()[arguments[0]];
            """, edge), CultureInfo.InvariantCulture);
        string Drawn() => (string)bay.Script("return document.querySelector('input[name=signature]').value")!;
        Assert.Equal("", Drawn());
        bay.Drag(At("left") + 40, At("top") + 40, At("left") + 130, At("top") + 70);
        Assert.Matches(@"^M\d+,\d+(L\d+,\d+)+$", Drawn());
        bay.PressButton("Wipe it");
        Assert.Equal("", Drawn());
        bay.Drag(At("left") + 40, At("top") + 40, At("left") + 130, At("top") + 70);
        Assert.StartsWith("M", Drawn(), StringComparison.Ordinal);
        Assert.Empty(bay.Complaints());
    }
}
