using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>The drain bench under the hand: it grows as it is typed, its boxes stand on it, and a cure is tried by a touch.</summary>
public sealed class DrainBenchTests(DemoShopFixture demo)
{
    [Fact]
    public void It_is_drawn_as_it_is_typed_and_a_cure_is_tried_by_a_touch()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("jory");
        var job = DemoJobs.Find(bay, "Hill-climb");
        var before = DemoJobs.Entries(bay, job);
        bay.Open(job + "/drain/1");
        foreach (var (field, text) in new[] { ("segments.0.length_mm", "140"), ("segments.0.fall_mm", "96"), ("segments.1.length_mm", "160"),
            ("segments.1.fall_mm", "-12"), ("segments.2.length_mm", "90"), ("segments.2.fall_mm", "60"), ("id_mm", "19"), ("exit_above_oil_mm", "120"),
            ("oil_temp_c", "100"), ("flow_lpm", "1.5") }) bay.Type($"input.{field}", text);
        bay.Choose("as_installed", "true");
        bay.See("#preview", "Segment 2 climbs");
        bay.See(".bench-svg", "climbs: oil stands here");
        // Each box stands where the drawing has its place.
        Assert.Equal("", bay.Script("""
            const wrong = [];
            document.querySelectorAll('[data-box]').forEach(r => {
                const on = document.querySelector(`[data-on="${r.dataset.box}"]`).getBoundingClientRect(), at = r.getBoundingClientRect();
                if (Math.abs(on.left - at.left) > 2 || Math.abs(on.top - at.top) > 2) wrong.push(r.dataset.box);
            });
            return wrong.join(' ');
            """));
        Assert.False(bay.IsThere(".b-tried"));
        bay.See(".cures", "let stretch 2 fall");
        bay.Touch(".cures .touch");
        bay.See(".cures [aria-pressed='true']", "then sound");
        Assert.True(bay.IsThere(".b-tried"));
        bay.Touch(".cures .touch");
        bay.Gone(".b-tried");
        // Nothing was recorded by looking.
        Assert.Equal(before, DemoJobs.Entries(bay, job));
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_dip_is_put_on_by_touch_a_joint_is_pulled_and_the_bench_goes_to_paper()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("jory");
        var job = bay.BookIn("Ditch cutter");
        bay.Open(job + "/drain/1");
        bay.Type("input.segments.0.length_mm", "400");
        bay.Type("input.segments.0.fall_mm", "160");
        bay.Type("input.exit_above_oil_mm", "60");
        bay.Touch("[name='shape'][value='dip']");
        bay.See(".bench-svg", "climbs: oil stands here");
        Assert.Equal("~80 mm ~24 mm −24 mm ~80 mm 60", string.Join(' ', Enumerable.Range(0, 4).Select(i => Value(bay, $"segments.{i}.fall_mm"))
            .Append(Value(bay, "exit_above_oil_mm"))).Replace("~−", "−", StringComparison.Ordinal));
        // The lowest joint is pulled down, and its stretch falls further.
        var joint = bay.Look(".b-joint[data-joint='3']");
        var was = bay.Script("return Number(arguments[0].getAttribute('cy'))", joint)!;
        bay.Script("arguments[0].scrollIntoView({block:'center'})", joint);
        new Actions(bay.Driver).MoveToElement(joint).ClickAndHold().MoveByOffset(0, 40).Release().Perform();
        // The bench is drawn anew to it.
        bay.Gone(".b-tried");
        bay.Until("return Number(document.querySelector(\".b-joint[data-joint='3']\").getAttribute('cy')) !== arguments[0]", was);
        var fall = int.Parse(Value(bay, "segments.3.fall_mm").Trim('~').Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
        Assert.True(fall > 90, $"{fall}");
        ((ChromeDriver)bay.Driver).ExecuteCdpCommand("Emulation.setEmulatedMedia", new Dictionary<string, object?> { ["media"] = "print" });
        Assert.Equal("", bay.Script("""
            const seen = e => e.getClientRects().length > 0, wrong = [];
            if (!seen(document.querySelector('.bench-svg'))) wrong.push('no bench');
            for (const css of ['.drawn-side', '.puts', '.work']) if (document.querySelector(css) && seen(document.querySelector(css))) wrong.push(css);
            document.querySelectorAll('[data-box]').forEach(r => {
                const on = document.querySelector(`[data-on="${r.dataset.box}"]`).getBoundingClientRect(), at = r.getBoundingClientRect();
                if (Math.abs(on.left - at.left) > 2 || Math.abs(on.top - at.top) > 2) wrong.push(r.dataset.box);
            });
            return wrong.join(' ');
            """));
        static string Value(Bay bay, string field) => bay.Look($"input[name='input.{field}']").GetAttribute("value")!;
    }

    [Fact]
    public void One_touch_settles_it_by_sight_and_on_a_phone_the_boxes_stand_under_the_drawing()
    {
        using var bay = new Bay(demo.Shop.Address, 360, 740, touch: true);
        bay.SignInAs("jory");
        var job = bay.BookIn("Drained digger");
        bay.Open(job + "/drain/1");
        Assert.Equal("static", bay.Look("[data-on='input.id_mm']").GetCssValue("position"));
        Assert.Equal(360L, bay.Script("return document.documentElement.scrollWidth"));
        bay.Touch("#ask-drain-installed-1 button[value='falls']");
        bay.See("#ask-drain-installed-1 .said", "saved");
        bay.See("#mark-drain-1", "sound, seen");
    }
}
