using System.Globalization;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>What controls boost under the hand: looked at on its drawing, the canister read, the sweep charted with its verdict.</summary>
public sealed class ControlBenchTests(DemoShopFixture demo)
{
    [Theory]
    [InlineData(1280, 900)]
    [InlineData(820, 1180)]
    public void Flap_clip_and_canister_are_touched_where_they_lie_and_a_turn_of_the_rod_reopens_them(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("jory");
        var job = bay.BookIn($"Geared hoist {width}", kind: "custom");
        bay.Open(job + "/control/1");
        bay.See(".unit-svg a.next", "travel");
        bay.Touch(".unit a[data-card='seat'] .hit");
        bay.Touch("#card-seat button[value='all-round']");
        bay.See(".unit a[data-card='seat']", "sound");
        Assert.True(bay.Look("#card-seat").Displayed, "the card stands open where it was touched");
        bay.Touch("#card-seat [data-close]");
        bay.Touch(".unit a[data-card='clip'] .hit");
        bay.Touch("#card-clip button[value='loose']");
        bay.See(".unit a[data-card='clip']", "stop");
        bay.Touch("#card-clip button[value='on']");
        bay.Touch("#card-clip [data-close]");
        bay.Touch(".unit a[data-card='canister'] .hit");
        Assert.Equal("true", bay.Look("[name=school][value='opening-pressure']").GetDomProperty("checked")?.ToLowerInvariant());
        foreach (var (name, text) in new[] { ("start_kpa", "0.6 bar"), ("full_kpa", "0.9 bar"), ("travel_mm", "10"), ("rod_pitch_mm", "1"), ("wanted_kpa",
            "66") })
            bay.Type(name, text);
        bay.See("#preview", "Shorten the rod by 2 turns, then read again.");
        bay.See("#preview", "One turn of the rod moves its start by 3 kPa.");
        bay.Choose("known", "measured");
        bay.Type("instrument", "hand pump 2");
        bay.PressButton("Record the reading");
        bay.See("#sheet .value", "60 kPa to 90 kPa");
        // Its correction opens where it was typed.
        bay.PressLink("Correct this reading");
        bay.Look("#card-canister:not([hidden])");
        Assert.Equal("0.6 bar", bay.ValueOf("start_kpa"));
        bay.Type("reason", "read too early");
        bay.Type("start_kpa", "0.62 bar");
        bay.PressButton("Record the reading");
        bay.See("#sheet .value", "62 kPa to 90 kPa");
        bay.Touch(".unit a[data-card='canister'] .hit");
        bay.Type("turns", "2");
        bay.PressButton("Record the turn");
        bay.See("#sheet", "it is read again");
        bay.See("#sheet .hold-items", "the rod was turned");
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_sealed_unit_gives_the_same_readings_as_evidence_and_is_not_adjusted()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("jory");
        var job = bay.BookIn("Sealed hoist");
        bay.Open(job + "/control/1");
        bay.See(".caution", "Do not adjust.");
        bay.Press("a[data-card='canister']");
        Assert.False(bay.IsThere("[name=wanted_kpa]") || bay.IsThere("[name=turns]"));
        foreach (var (name, text) in new[] { ("start_kpa", "60"), ("full_kpa", "90"), ("travel_mm", "10") }) bay.Type(name, text);
        bay.See("#preview", "Evidence only: the setting is sealed, do not adjust.");
    }

    // Up and down at ten percent a second, and once more at a quarter of it, so that what comes late is told from what is lost; twenty samples a second.
    private static string Trace(Func<double, double> follows, char parted = ';', double play = 0)
    {
        var at = 0.0;
        return string.Join('\n', Enumerable.Range(0, 2001).Select(i => i / 20.0).Select(t =>
        {
            var share = t < 20 ? t / 20 : (t - 20) / 80;
            var command = share < 0.5 ? 200 * share : 200 - 200 * share;
            // What has play is only carried along once the play is used up.
            at = Math.Clamp(at, command - play / 2, command + play / 2);
            return string.Create(CultureInfo.InvariantCulture, $"{t:0.##}{parted}{command:0.##}{parted}{follows(at):0.##}");
        }));
    }

    [Fact]
    public void A_sweep_is_pasted_or_taken_from_a_file_charted_and_judged_and_says_what_it_looked_at()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("maren");
        foreach (var (key, from, to) in new[] { ("sweep-range", "90", ""), ("sweep-hysteresis", "", "6") })
        {
            bay.Open($"/limits?set={key}");
            bay.Type("sound_from", from);
            bay.Type("sound_to", to);
            bay.Type("reference", "agreed with the bench");
            bay.Type("scope", "Brannock D4 swept");
            bay.PressButton("Set the limit");
            bay.See(".limit", "agreed with the bench");
        }
        var job = bay.BookIn("Swept saw", control: "vanes-electric", engine: "Brannock D4 swept");
        bay.Open(job + "/control/1");
        bay.PressLink("Sweep: chart and verdict");
        bay.Look("[name=samples]");
        void Paste(string text) => bay.Script("""
            const box = document.querySelector('[name=samples]');
            box.value = arguments[0];
            box.dispatchEvent(new Event('input', { bubbles: true }));
            """, text);
        foreach (var (text, verdict, why) in new[]
        {
            (Trace(c => c), "sound", "It moves freely from stop to stop."),
            (Trace(c => c, ',', play: 9), "doubtful", "Up and down lie "),
            (Trace(c => 20 + 0.5 * c, '\t'), "doubtful", "It moves over "),
            (Trace(_ => 41), "stop", "It does not move."),
        })
        {
            Paste(text);
            bay.See("#preview", why);
            bay.See("#preview .verdict", verdict);
            Assert.True(bay.IsThere("#preview #sweep-time .c-clean") && bay.IsThere("#preview #sweep-loop"));
        }
        bay.See("#preview table", "sound from 90, this shop: agreed with the bench");
        Paste("0;0;0\n1;one;2");
        bay.PressButton("Record the sweep");
        bay.See(".fault-list", "Line 2, ‘1;one;2’");
        Assert.Contains("1;one;2", bay.ValueOf("samples"));
        var file = Path.Combine(Path.GetTempPath(), $"sweep-{Guid.NewGuid():n}.csv");
        File.WriteAllText(file, "time,command,feedback\n" + Trace(c => 2 + 0.96 * c, ','));
        bay.Look("#f-file").SendKeys(file);
        bay.See("#preview", "It moves freely from stop to stop.");
        File.Delete(file);
        bay.Choose("known", "measured");
        bay.Type("instrument", "scan tool");
        bay.PressButton("Record the sweep");
        bay.See(".said", "The sweep is recorded.");
        bay.Open(job);
        bay.See("#spot-control-1", "moves freely");
        Assert.Empty(bay.Complaints());
    }
}
