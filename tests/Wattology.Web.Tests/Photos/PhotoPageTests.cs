using System.IO.Compression;
using System.Net;
using System.Text.RegularExpressions;
using SkiaSharp;
using UglyToad.PdfPig;
using Wattology.Core.Entries;
using Wattology.Core.Photos;
using Wattology.Data;
using Wattology.Data.Photos;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Photos;

public sealed class PhotoPageTests
{
    private static async Task<(Visitor Jory, string Job)> BookAsync(ShopServer server)
    {
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        return (jory, job);
    }

    private static Task<Answer> SendAsync(Visitor visitor, string job, byte[] file, string name = "IMG_1.jpg", string place = "drain", string once = "",
        bool alone = true)
        => visitor.UploadAsync(job + "/photos?handler=Keep", [("file", name, file)], alone ? ("X-Photo", "one") : null, ("place", place), ("turbo", "1"),
            ("once", once.Length > 0 ? once : Guid.NewGuid().ToString("n")));

    private static async Task<IReadOnlyList<string>> PhotosAsync(Visitor visitor, string job)
        => [.. (await visitor.GetAsync(job + "/photos")).Page.QuerySelectorAll(".photo-row a").Select(a => a.GetAttribute("href")!)];

    private static string Copy(string page, string size) => page.Replace("/photo/", "/photos/", StringComparison.Ordinal) + "/" + size;

    [Theory]
    [InlineData(1, 0.1, 0.5)]
    [InlineData(3, 0.9, 0.5)]
    [InlineData(6, 0.5, 0.1)]
    [InlineData(8, 0.5, 0.9)]
    [InlineData(2, 0.9, 0.5)]
    [InlineData(5, 0.5, 0.1)]
    public async Task A_copy_stands_upright_and_tells_nothing_of_where_it_was_taken(ushort orientation, double redX, double redY)
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        var file = Pictures.FromCamera(orientation);
        Assert.Contains("Kept.", (await SendAsync(jory, job, file)).Text);
        var photo = Assert.Single(await PhotosAsync(jory, job));
        Assert.Contains("taken 2030-05-01 09:26:53", (await jory.GetAsync(photo)).Said(".hint"));
        foreach (var size in new[] { "thumb", "shown" })
        {
            var copy = await jory.BytesAsync(Copy(photo, size));
            var (width, height, red) = Pictures.At(copy, redX, redY);
            Assert.Equal(orientation >= 5, height > width);
            Assert.True(red.Red > 150 && red.Blue < 100, $"{orientation}: {red}");
            var path = Path.Combine(server.Folder, $"copy-{size}.jpg");
            await File.WriteAllBytesAsync(path, copy);
            Assert.False(PhotoFacts.SaysWhere(path));
            Assert.Equal("", PhotoFacts.TakenAt(path));
        }
        Assert.Equal(file, await jory.BytesAsync(Copy(photo, "original")));
        Assert.True(PhotoFacts.SaysWhere(Directory.GetFiles(Path.Combine(server.Folder, "photos"), "*", SearchOption.AllDirectories)
            .First(f => FileHash.Is(Path.GetFileName(f)))));
    }

    [Fact]
    public async Task What_is_no_whole_picture_is_refused_in_words_and_leaves_nothing_behind()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        var jpeg = Pictures.Of();
        foreach (var (file, name, words) in new (byte[], string, string)[]
        {
            ([.. "%PDF-1.4 and so on"u8], "plate.jpg", "plate.jpg is no picture that is taken here"),
            ([.. "<svg xmlns='http://www.w3.org/2000/svg'/>"u8], "x.png", "no picture"),
            (jpeg[..(jpeg.Length / 2)], "half.jpg", "ends half-way or is damaged"),
            ([], "nothing.jpg", "is empty"),
            (new byte[PictureFormat.MostBytes + 1], "huge.jpg", "larger than 25 MB"),
        })
        {
            var answer = await SendAsync(jory, job, file, name);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.Status);
            Assert.Contains(words, answer.Text);
        }
        Assert.Empty(await PhotosAsync(jory, job));
        Assert.DoesNotContain(Directory.GetFiles(Path.Combine(server.Folder, "photos"), "*", SearchOption.AllDirectories), f => true);
    }

    [Fact]
    public async Task Png_and_webp_are_shown_and_heic_is_kept_sealed_and_said_to_be()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.Of(SKEncodedImageFormat.Png), "a.png");
        await SendAsync(jory, job, Pictures.Of(SKEncodedImageFormat.Webp), "b.webp");
        await SendAsync(jory, job, Pictures.Heic, "c.heic");
        var photos = await PhotosAsync(jory, job);
        Assert.Equal(3, photos.Count);
        foreach (var photo in photos.Take(2)) Assert.Equal(80, Pictures.At(await jory.BytesAsync(Copy(photo, "shown")), 0, 0).Width);
        Assert.Contains("HEIC, kept sealed", (await jory.GetAsync(job + "/photos")).Said(".sealed"));
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync(Copy(photos[2], "shown"))).Status);
        Assert.Contains("cannot be shown here", (await jory.GetAsync(photos[2])).Said(".empty"));
        Assert.Equal(Pictures.Heic, await jory.BytesAsync(Copy(photos[2], "original")));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task Sent_again_it_is_kept_once_and_ten_at_once_are_ten()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.Of(), once: "same");
        Assert.Contains("Kept.", (await SendAsync(jory, job, Pictures.Of(shade: 5), once: "other")).Text);
        Assert.Contains(PhotoKept.AlreadyHere, (await SendAsync(jory, job, Pictures.Of(), once: "same")).Text);
        Assert.Contains(PhotoKept.AlreadyHere, (await SendAsync(jory, job, Pictures.Of())).Text);
        Assert.Equal(2, (await PhotosAsync(jory, job)).Count);
        var answers = await Task.WhenAll(Enumerable.Range(10, 10).Select(i => SendAsync(jory, job, Pictures.Of(shade: (byte)(i * 10)), $"{i}.jpg",
            "findings")));
        Assert.All(answers, a => Assert.Contains("Kept.", a.Text));
        Assert.Equal(12, (await PhotosAsync(jory, job)).Count);
        // Without script several come in one form; one that is refused takes none of the others with it.
        var plain = await jory.UploadAsync(job + "/photos?handler=Keep", [("file", "a.jpg", Pictures.Of(shade: 1)), ("file", "b.txt", [1, 2, 3]),
            ("file", "c.jpg", Pictures.Of(shade: 2))], null, ("place", "heat"), ("turbo", "0"), ("once", "form"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, plain.Status);
        Assert.Contains("b.txt is no picture", plain.Said(".fault-list"));
        Assert.Equal(14, (await PhotosAsync(jory, job)).Count);
    }

    [Fact]
    public async Task The_same_picture_in_another_job_is_pointed_out_until_it_is_taken_back_there()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.Of());
        Assert.Empty((await jory.GetAsync(job + "/photos")).Page.QuerySelectorAll(".same"));
        var other = await jory.BookInAsync();
        await jory.GetAsync(other);
        await SendAsync(jory, other, Pictures.Of());
        var here = Assert.Single(await PhotosAsync(jory, job));
        Assert.Matches("also used in J-1002", (await jory.GetAsync(job + "/photos")).Said(".same"));
        Assert.Contains("used in another job", (await jory.GetAsync(here)).Said(".note"));
        var there = Assert.Single(await PhotosAsync(jory, other));
        await jory.GetAsync(there);
        await jory.PostAsync(there + "?handler=TakeBack", ("entry", there.Split('/')[^1]), ("why", "of the other machine"));
        Assert.Empty((await jory.GetAsync(job + "/photos")).Page.QuerySelectorAll(".same"));
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync(Copy(there, "thumb"))).Status);
    }

    [Fact]
    public async Task Verify_names_the_job_whose_file_is_missing_or_changed()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.Of());
        Assert.Empty(await server.VerifyAsync());
        var file = Directory.GetFiles(Path.Combine(server.Folder, "photos"), "*", SearchOption.AllDirectories).First(f
            => FileHash.Is(Path.GetFileName(f)));
        var bytes = await File.ReadAllBytesAsync(file);
        await File.WriteAllBytesAsync(file, [.. bytes[..^1], (byte)(bytes[^1] ^ 1)]);
        Assert.Matches(@"^Job J-1001, entry \d+ \(photo of drain as installed\): its file [0-9a-f]{8} was changed", Assert.Single(await server.VerifyAsync()));
        File.Delete(file);
        Assert.EndsWith("is missing.", Assert.Single(await server.VerifyAsync()));
        // Kept anew, it is whole again.
        Assert.Contains(PhotoKept.AlreadyHere, (await SendAsync(jory, job, Pictures.Of())).Text);
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task The_job_goes_out_with_its_pictures_and_comes_in_with_them_elsewhere()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.FromCamera(6));
        await SendAsync(jory, job, Pictures.Heic, "c.heic", "findings");
        var pack = await jory.BytesAsync(job + "/file.zip");
        using (var zip = new ZipArchive(new MemoryStream(pack)))
        {
            Assert.Equal(3, zip.Entries.Count);
            using var json = new StreamReader(zip.GetEntry("job.json")!.Open());
            Assert.Equal((await jory.GetAsync(job + "/file.json")).Text.Trim(), (await json.ReadToEndAsync()).Trim());
            Assert.Single(zip.Entries, e => Regex.IsMatch(e.FullName, "^photos/[0-9a-f]{64}[.]jpg$"));
            Assert.Single(zip.Entries, e => Regex.IsMatch(e.FullName, "^photos/[0-9a-f]{64}[.]heic$"));
        }
        await using var elsewhere = await ShopServer.StartAsync();
        var maren = await elsewhere.VisitAsync("maren");
        await maren.GetAsync("/import");
        var came = await maren.UploadAsync("/import", [("file", "J-1001.zip", pack)], null);
        Assert.Equal(HttpStatusCode.Redirect, came.Status);
        Assert.Equal(2, (await PhotosAsync(maren, came.Location!.ToString())).Count);
        Assert.Empty(await elsewhere.VerifyAsync());
    }

    [Fact]
    public async Task A_pack_with_another_picture_than_its_job_names_is_refused_whole()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.Of());
        var pack = await jory.BytesAsync(job + "/file.zip");
        await using var elsewhere = await ShopServer.StartAsync();
        var maren = await elsewhere.VisitAsync("maren");
        await maren.GetAsync("/import");
        foreach (var (change, words) in new (Action<ZipArchive>, string)[]
        {
            (zip => Put(zip, zip.Entries.First(e => e.Name.EndsWith(".jpg", StringComparison.Ordinal)).FullName, Pictures.Of(shade: 9)), "its hash is another"),
            (zip => Put(zip, $"photos/{new string('0', 64)}.jpg", Pictures.Of()), "No entry of the job names this picture"),
            (zip => zip.GetEntry("job.json")!.Delete(), "there is no job.json"),
        })
        {
            using var changed = new MemoryStream();
            changed.Write(pack);
            using (var zip = new ZipArchive(changed, ZipArchiveMode.Update, leaveOpen: true)) change(zip);
            var answer = await maren.UploadAsync("/import", [("file", "x.zip", changed.ToArray())], null);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.Status);
            Assert.Contains(words, answer.Said(".fault-list"));
        }
        // Cut off; its list of members spoilt; and the job in it.
        var spoiltList = pack.ToArray();
        spoiltList.AsSpan(pack.AsSpan().IndexOf("PK\u0001\u0002"u8), 4).Clear();
        var spoiltJob = pack.ToArray();
        spoiltJob.AsSpan(100, 200).Fill(0xff);
        foreach (var (file, words) in new[] { (pack[..60], "a damaged ZIP"), (spoiltList, "a damaged ZIP"), (spoiltJob, "It is damaged in this ZIP") })
            Assert.Contains(words, (await maren.UploadAsync("/import", [("file", "x.zip", file)], null)).Said(".fault-list"));
        Assert.Contains("No open job", (await maren.GetAsync("/")).Said(".empty"));

        static void Put(ZipArchive zip, string name, byte[] content)
        {
            zip.GetEntry(name)?.Delete();
            using var stream = zip.CreateEntry(name).Open();
            stream.Write(content);
        }
    }

    [Fact]
    public async Task Points_touched_on_a_picture_go_on_to_the_clocking_sheet_and_are_recorded_with_the_angle()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        await SendAsync(jory, job, Pictures.Of(), place: "clocking");
        var photo = Assert.Single(await PhotosAsync(jory, job));
        await jory.GetAsync(photo);
        (string, string)[] points = [("photo", photo.Split('/')[^1]), ("string_top.x", "0.2"), ("string_top.y", "0.05"), ("string_bottom.x", "0.2"),
            ("string_bottom.y", "0.45"), ("flange_one.x", "0.5"), ("flange_one.y", "0.3"), ("flange_two.x", "0.9"), ("flange_two.y", "0.4"),
            ("touch_share", "0.003"), ("from_turbine_end", "false")];
        var read = await jory.PostAsync(photo + "?handler=Angle", points);
        Assert.Contains("14° off plumb, turned clockwise as seen from the compressor end", read.Said(".big"));
        var near = await jory.PostAsync(photo + "?handler=Angle", [.. points.Select(p => p.Item1 == "string_bottom.y" ? (p.Item1, "0.06") : p)]);
        Assert.Contains("too near to each other", near.Said(".fault"));
        var clocking = await jory.GetAsync(read.Page.QuerySelector("a.go")!.GetAttribute("href")!);
        string Box(string name) => clocking.Page.QuerySelector($"[name='{name}']")!.GetAttribute("value")!;
        Assert.Equal("14°", Box("input.oil_inlet_deg"));
        var hidden = clocking.Page.QuerySelectorAll("input[type=hidden][name^='photo.']").Select(i => (i.GetAttribute("name")!, i.GetAttribute("value")!))
            .ToArray();
        var said = await jory.PostAsync(job + "/clocking/1", [.. hidden, ("input.oil_inlet_deg", "40°"), ("as_installed", "true"), ("known", "seen")]);
        Assert.Contains("The picture shows 14", said.Said(".fault-list"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/clocking/1", [.. hidden, ("input.oil_inlet_deg", Box("input.oil_inlet_deg")),
            ("as_installed", "true"), ("known", "seen")])).Status);
        Assert.Contains("Read from a photo, within", (await jory.GetAsync(job + "/record")).Text);
    }

    [Fact]
    public async Task Marks_are_kept_on_a_copy_and_printed_with_the_hash_of_the_file()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookAsync(server);
        var file = Pictures.Of();
        await SendAsync(jory, job, file);
        var photo = Assert.Single(await PhotosAsync(jory, job));
        await jory.GetAsync(photo);
        var marked = await jory.PostAsync(photo + "?handler=Mark", ("photo", photo.Split('/')[^1]), ("marks.0.shape", "ring"), ("marks.0.from.x", "0.5"),
            ("marks.0.from.y", "0.2"), ("marks.0.to.x", "0.6"), ("marks.0.to.y", "0.2"), ("marks.0.text", "weeps here"));
        Assert.Equal(HttpStatusCode.Redirect, marked.Status);
        var page = await jory.GetAsync(photo);
        Assert.Equal("weeps here", page.Said(".photo-mark text"));
        Assert.Contains("Marked: weeps here.", page.Page.QuerySelector("svg[role=img]")!.GetAttribute("aria-label"));
        Assert.Equal(file, await jory.BytesAsync(Copy(photo, "original")));
        using var pdf = PdfDocument.Open(await jory.BytesAsync(job + "/file.pdf"));
        var words = string.Concat(pdf.GetPages().Select(p => p.Text));
        Assert.Contains("weeps here", words);
        var hash = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(file));
        Assert.Contains(hash, words.Replace(" ", "", StringComparison.Ordinal));
        Assert.True(pdf.GetPages().Sum(p => p.GetImages().Count()) >= 1);
    }
}
