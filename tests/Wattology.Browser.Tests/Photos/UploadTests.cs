using OpenQA.Selenium;
using SkiaSharp;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Photos;

/// <summary>Photos from a tablet: several at once, cut off and sent again, refused in words; marked, and an angle read from one.</summary>
public sealed class UploadTests(DemoShopFixture demo) : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("wattology-photos-").FullName;

    public void Dispose() => Directory.Delete(_folder, true);

    // A picture that does not compress, so that it is as large as a camera's.
    private string Picture(string name, int seed, int edge = 80)
    {
        using var bitmap = new SKBitmap(edge, edge * 3 / 4);
        var random = new Random(seed);
        for (var y = 0; y < bitmap.Height; y++)
            for (var x = 0; x < bitmap.Width; x++) bitmap.SetPixel(x, y, new SKColor((uint)random.Next() | 0xFF000000));
        using var image = SKImage.FromBitmap(bitmap);
        using var data = image.Encode(SKEncodedImageFormat.Jpeg, 95);
        return File_(name, data.ToArray());
    }

    private string File_(string name, byte[] bytes)
    {
        var path = Path.Combine(_folder, name);
        File.WriteAllBytes(path, bytes);
        return path;
    }

    private static void Choose(Bay bay, string place, params string[] files)
        => bay.Driver.FindElement(By.CssSelector($"input[data-photos][data-place='{place}']")).SendKeys(string.Join('\n', files));

    private static int Photos(Bay bay) => bay.Driver.FindElements(By.CssSelector(".photo-row li")).Count;

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(820, 1180)]
    public void Ten_at_once_are_kept_beside_what_is_refused_in_words_and_the_same_one_once(int width, int height)
    {
        using var bay = new Bay(demo.Shop.Address, width, height);
        bay.SignInAs("tam");
        var job = bay.BookIn($"Dredger {width}");
        bay.Open(job + "/photos");
        bay.See("#sheet", "owed by now");
        var ten = Enumerable.Range(0, 10).Select(i => Picture($"deck-{i}.jpg", width + i)).ToArray();
        Choose(bay, "as-found", [.. ten, File_("list.pdf", [.. "%PDF-1.4 nothing else"u8]), File_("huge.jpg", new byte[30 * 1024 * 1024])]);
        bay.See("#photo-queue .refused", "30.0 MB: larger than 25 MB");
        bay.See("#photo-queue .refused", "list.pdf is no picture that is taken here");
        bay.Until(() => Photos(bay) == 10, () => $"{Photos(bay)} photos");
        Choose(bay, "as-found", ten[3]);
        bay.See("#photo-queue", "This very picture is kept here already.");
        // What is done leaves by itself, and takes nothing else with it.
        bay.Gone("#photo-queue .done");
        // What was refused leaves the queue by a touch, and nothing else is lost by it.
        while (bay.Driver.FindElements(By.CssSelector("#photo-queue .refused")).Count > 0) bay.PressIn("#photo-queue .refused", "Leave it");
        bay.Open(job + "/photos");
        Assert.Equal(10, Photos(bay));
        bay.See(".photo-owed .kept", "10 kept");
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void An_upload_cut_half_way_keeps_nothing_and_goes_on_when_the_line_is_back()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("tam");
        var job = bay.BookIn("Tug with weak signal");
        bay.Open(job + "/plate/1");
        // The line breaks under the first sending, and under the second before anything of it went out.
        bay.Script("""
            const send = XMLHttpRequest.prototype.send;
            let cuts = 2;
            XMLHttpRequest.prototype.send = function (body) {
                if (cuts-- > 0) this.upload.addEventListener(cuts ? 'progress' : 'loadstart', () => this.abort(), { once: true });
                return send.call(this, body);
            };
            """);
        Choose(bay, "plate-old", Picture("plate.jpg", 7, 2400));
        bay.See("#photo-queue .cut", "Cut off on its way: it waits on this tablet and is sent again.");
        Assert.False(bay.IsThere(".match .photo-row img"));
        bay.PressIn("#photo-queue", "Send again");
        bay.See("#photo-queue .cut", "Cut off on its way");
        bay.Script("window.dispatchEvent(new Event('online'))");
        bay.See("#photo-queue", "Kept.");
        bay.Look(".match .photo-row img");
        bay.Open(job + "/photos");
        Assert.Equal(1, Photos(bay));
        bay.See(".photo-owed .kept", "Failed unit's plate");
    }

    [Fact]
    public void A_photo_that_found_no_line_goes_on_from_whatever_page_is_opened_next_and_under_no_other_name()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("tam");
        var job = bay.BookIn("Barge out of reach");
        bay.Open(job + "/plate/1");
        // The server has no room at first; then it is not reached at all.
        bay.Script("""
            let asked = 0;
            XMLHttpRequest.prototype.send = function () {
                if (asked++) { setTimeout(() => this.onerror()); return; }
                Object.defineProperty(this, 'status', { value: 507 });
                setTimeout(() => this.onload());
            };
            """);
        Choose(bay, "plate-old", Picture("plate.jpg", 9));
        bay.See("#photo-queue .cut", "The server could not keep it: it waits on this tablet and is sent again.");
        bay.PressIn("#photo-queue", "Send again");
        bay.See("#photo-queue .cut", "Cut off on its way: it waits on this tablet");
        bay.SignOut();
        bay.SignInAs("ines");
        bay.Open(job + "/photos");
        Assert.Equal(0, Photos(bay));
        Assert.False(bay.Look("#photo-queue").Displayed);
        bay.SignOut();
        // Whoever took it signs in again: it is sent from the yard, which says whose it is.
        bay.SignInAs("tam");
        bay.See("#photo-queue .done", "Kept.");
        bay.See("#photo-queue", ": plate.jpg");
        bay.Gone("#photo-queue li");
        bay.Open(job + "/photos");
        Assert.Equal(1, Photos(bay));
        Assert.False(bay.Look("#photo-queue").Displayed);
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_mark_is_drawn_by_touch_and_an_angle_read_by_keyboard_and_recorded()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("tam");
        var job = bay.BookIn("Crane on the slip", kind: "custom");
        bay.Open(job + "/photos");
        Choose(bay, "clocking", Picture("slip.jpg", 11, 400));
        bay.Until(() => Photos(bay) == 1, () => "not kept");
        bay.Gone("#photo-queue li");
        bay.Press(".photo-row a");
        bay.Press("[data-tool='ring']");
        bay.Look("#mark-text").SendKeys("weeps here");
        Touch(bay, 0.5, 0.4);
        Touch(bay, 0.6, 0.4);
        bay.PressButton("Keep the marks");
        bay.See(".said", "");
        bay.See(".photo-mark text", "weeps here");
        // Nearer by two fingers: less of the picture is seen.
        bay.Script("""
            const area = document.querySelector('.photo-view'); area.setPointerCapture = () => {};
            const { left, top, width } = area.getBoundingClientRect();
            const at = (id, type, x) => area.dispatchEvent(new PointerEvent(type, { pointerId: id, clientX: left + width * x, clientY: top + 100,
                bubbles: true }));
            at(1, 'pointerdown', .45); at(2, 'pointerdown', .55); at(2, 'pointermove', .75); at(1, 'pointerup', .45); at(2, 'pointerup', .75);
            """);
        bay.Until(() => Convert.ToDouble(bay.Script("return document.querySelector('.photo-drawn').viewBox.baseVal.width"),
            System.Globalization.CultureInfo.InvariantCulture) < 500, () => "not nearer");
        bay.Press("[data-zoom='0']");
        // The string straight down, the flange falling to the right by one in four: 14° clockwise.
        bay.Press("[data-tool='angle']");
        bay.See("[data-ask]", "1 of 4");
        bay.Script("document.querySelector('.photo-view').focus()");
        bay.Keys([.. Times(Keys.ArrowLeft, 30), .. Times(Keys.ArrowUp, 20), Keys.Enter, .. Times(Keys.ArrowDown, 40), Keys.Enter, .. Times(Keys.ArrowRight, 20),
            Keys.Enter, .. Times(Keys.ArrowRight, 40), .. Times(Keys.ArrowDown, 10), Keys.Enter]);
        bay.Choose("from_turbine_end", "false");
        bay.See("#photo-angle", "The drain stands 14° off plumb, turned clockwise as seen from the compressor end");
        bay.Press("#photo-angle a.go");
        bay.See("#sheet", "was read from a photo");
        bay.Choose("as_installed", "true");
        bay.Choose("known", "seen");
        bay.PressButton("Record the clocking");
        bay.See(".latest", "14° off plumb");
        bay.Open(job + "/record");
        bay.See(".record", "Read from a photo, within");
        Assert.Empty(bay.Complaints());
    }

    private static IEnumerable<string> Times(string key, int times) => Enumerable.Repeat(key, times);

    private static void Touch(Bay bay, double x, double y) => bay.Script("""
        const svg = document.querySelector('.photo-drawn'), area = document.querySelector('.photo-view');
        area.setPointerCapture = () => {};
        const at = new DOMPoint(arguments[0] * 1000, arguments[1] * 1000).matrixTransform(svg.getScreenCTM());
        for (const type of ['pointerdown', 'pointerup']) area.dispatchEvent(new PointerEvent(type, { pointerId: 1, clientX: at.x, clientY: at.y,
            bubbles: true }));
        """, x, y);
}
