using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>The crankcase bench under the hand, with blow-by and compression beside it, and what the cure proves.</summary>
public sealed class CrankcaseBenchTests(DemoShopFixture demo)
{
    [Theory]
    [InlineData(820, 1180)]
    [InlineData(360, 740)]
    public void It_is_read_on_the_drains_picture_with_blow_by_and_compression_beside(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height, touch: true);
        bay.SignInAs("tam");
        var job = bay.BookIn($"Pressed pump {width}");
        bay.Open(job + "/crankcase");
        bay.Touch("#ask-breather button[value='cleaned']");
        bay.See("#ask-breather-rings", "all came out");
        bay.Choose("running", "loaded");
        bay.Type("pressure_kpa", "1.8");
        bay.PressButton("done");
        bay.See("#preview", "stop");
        bay.See("#preview", "nobody measured");
        Assert.Equal((long)width, bay.Script("return document.documentElement.scrollWidth"));
        bay.Choose("known", "measured");
        bay.Type("instrument", "gauge 7");
        bay.PressButton("Record the pressure");
        bay.See(".latest", "1.8 kPa");
        bay.PressLink("Blow-by by orifice");
        bay.Choose("running", "loaded");
        bay.Choose("running", "loaded");
        bay.Type("orifice_mm", "10");
        bay.Type("dp_kpa", "2 mbar");
        bay.Type("engine_rpm", "2000");
        bay.Type("displacement_litres", "2.5");
        bay.PressButton("done");
        bay.See("#preview", "doubtful");
        bay.Choose("known", "measured");
        bay.Type("instrument", "gauge 7");
        bay.PressButton("Record the blow-by");
        bay.See("#sheet", "more than rings should pass");
        bay.PressLink("Back to the crankcase");
        bay.PressLink("Compression by cylinder");
        bay.Type("kpa.0", "28 bar");
        bay.Type("kpa.1", "20 bar");
        bay.See("#preview", "28.6 % apart, cylinder 2 lowest");
        bay.Open(job + "/cure");
        bay.See(".empty", "No cause is confirmed yet");
        Assert.Empty(bay.Complaints());
    }
}
