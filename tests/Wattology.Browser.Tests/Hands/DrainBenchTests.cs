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
