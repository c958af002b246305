using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Shop;
using Wattology.Core.Warranty;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Tests.Hosting;
using Wattology.Web.Tests.Photos;

namespace Wattology.Web.Tests.Warranty;

/// <summary>Packs of claims: what is in them, and that nothing in them is changed, added or left out unseen, for a stranger who has only the pack.</summary>
public sealed class ClaimPackTests
{
    private static async Task<(Visitor Jory, string Job)> ClaimAsync(ShopServer server, int photos = 1)
    {
        var jory = await server.VisitAsync("jory");
        await Policies.SetAsync(server);
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/claim");
        await jory.PostAsync(job + "/claim?handler=Policy", ("policy", "mill"), ("complaint", "broken"), ("on", "unit of spring"), ("once", "p1"));
        for (var i = 0; i < photos; i++)
            await jory.UploadAsync(job + "/photos?handler=Keep", [("file", $"IMG_{i}.jpg", Pictures.Of(shade: (byte)i))], ("X-Photo", "one"), ("place",
                "plate-old"),
                ("turbo", "1"), ("once", $"photo-{i}"));
        return (jory, job);
    }

    private static async Task<PackReport> CheckAsync(byte[] pack)
    {
        using var stream = new MemoryStream(pack);
        return await ClaimPack.CheckAsync(stream);
    }

    private static Dictionary<string, byte[]> Read(byte[] pack)
    {
        using var zip = new ZipArchive(new MemoryStream(pack));
        return zip.Entries.ToDictionary(e => e.FullName, e =>
        {
            using var content = e.Open();
            using var bytes = new MemoryStream();
            content.CopyTo(bytes);
            return bytes.ToArray();
        });
    }

    private static byte[] Write(IEnumerable<KeyValuePair<string, byte[]>> members)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
            foreach (var (name, bytes) in members)
            {
                using var content = zip.CreateEntry(name).Open();
                content.Write(bytes);
            }
        return stream.ToArray();
    }

    private static string Text(byte[] pdf)
    {
        using var document = PdfDocument.Open(pdf);
        return string.Join('\n', document.GetPages().Select(p => string.Join(' ', p.GetWords().Select(w => w.Text))));
    }

    [Fact]
    public async Task A_pack_holds_letter_case_job_and_shown_copies_and_originals_only_by_choice()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await ClaimAsync(server);
        var pack = await jory.BytesAsync(job + "/claim.zip");
        var members = Read(pack);
        Assert.Equal(["SHA256SUMS", "SIGNATURE.json", "case.pdf", "job.json", "letter.pdf"], members.Keys.Where(n
            => !n.Contains('/')).Order(StringComparer.Ordinal));
        Assert.Single(members.Keys, n => n.StartsWith("shown/", StringComparison.Ordinal));
        var report = await CheckAsync(pack);
        Assert.Empty(report.Faults);
        Assert.Equal(("J-1001", "Mill cover, version 1"), (report.Seal!.Job, report.Claim));
        var letter = Text(members["letter.pdf"]);
        Assert.Contains("Claim to Orvane", letter);
        Assert.Contains("Failed unit's plate: OV-77-01", letter);
        Assert.Contains("Oil caught at the feed: wanted measured, and not there.", letter);
        var paper = Text(members["case.pdf"]);
        Assert.Contains("The case", paper.Split('\n')[0]);
        Assert.Contains("1 of 2 wanted are there. Missing:", paper);
        var whole = await jory.BytesAsync(job + "/claim.zip?originals=true");
        Assert.Single(Read(whole).Keys, n => n.StartsWith("originals/", StringComparison.Ordinal));
        Assert.Empty((await CheckAsync(whole)).Faults);
    }

    [Fact]
    public async Task A_changed_byte_in_any_kind_of_member_one_added_one_missing_and_one_twice_are_each_named()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await ClaimAsync(server);
        var members = Read(await jory.BytesAsync(job + "/claim.zip?originals=true"));
        foreach (var name in members.Keys)
        {
            var changed = members.ToDictionary();
            var bytes = changed[name].ToArray();
            var at = name == ClaimPack.SealName ? Encoding.UTF8.GetString(bytes).IndexOf("entries", StringComparison.Ordinal) + 9 : bytes.Length / 2;
            bytes[at] ^= 1;
            changed[name] = bytes;
            var faults = (await CheckAsync(Write(changed))).Faults;
            Assert.True(faults.Any(f => f.StartsWith(name == ClaimPack.Sums ? "SHA256SUMS" : name, StringComparison.Ordinal)),
                $"{name}: {string.Join(" ", faults)}");
            changed.Remove(name);
            Assert.Contains((await CheckAsync(Write(changed))).Faults, f => f.StartsWith(name, StringComparison.Ordinal));
        }
        Assert.Contains((await CheckAsync(Write(members.Append(new("extra.txt", [1]))))).Faults, f => f.Contains("it was added", StringComparison.Ordinal));
        Assert.Contains((await CheckAsync(Write(members.Append(new("case.pdf", [1]))))).Faults, f => f.Contains("twice", StringComparison.Ordinal));
        Assert.Contains("no ZIP", (await CheckAsync([1, 2, 3, 4])).Faults[0]);
    }

    [Fact]
    public async Task Another_shops_signature_and_a_list_signed_anew_are_seen()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await ClaimAsync(server);
        var members = Read(await jory.BytesAsync(job + "/claim.zip"));
        var seal = JsonSerializer.Deserialize<PackSeal>(members[ClaimPack.SealName], JsonForm.Options)!;
        // Somebody changes the case and signs the whole of it with a key of their own.
        var entries = JobFile.Read(Encoding.UTF8.GetString(members[ClaimPack.JobName]));
        members[ClaimPack.Case] = [.. members[ClaimPack.Case], 10];
        var forged = ClaimPack.Write([.. members.Where(m => m.Key is not (ClaimPack.Sums or ClaimPack.SealName)).Select(m => new PackMember(m.Key, m.Value))],
            ShopKey.New(), seal.Job, entries, seal.Shop, seal.Code, DateTimeOffset.UnixEpoch);
        Assert.Equal(["SIGNATURE.json: it is signed with another shop's key than the job file is."], (await CheckAsync(forged)).Faults);
        // A pack of this shop around fewer entries than were signed.
        var own = await server.WithAsync(s => Task.FromResult(s.GetRequiredService<ShopKeyFile>().Key));
        var fewer = ClaimPack.Write([.. members.Where(m => m.Key is not (ClaimPack.Sums or ClaimPack.SealName)).Select(m => new PackMember(m.Key, m.Value))],
            own,
            seal.Job, [.. entries.Take(1)], seal.Shop, seal.Code, DateTimeOffset.UnixEpoch);
        Assert.Equal(["SIGNATURE.json: it is signed for another record than the one in job.json."], (await CheckAsync(fewer)).Faults);
    }

    [Fact]
    public async Task A_stranger_checks_a_pack_on_the_page_without_signing_in_and_nothing_is_kept()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await ClaimAsync(server);
        var pack = await jory.BytesAsync(job + "/claim.zip");
        var stranger = await server.VisitAsync();
        Assert.Equal(HttpStatusCode.OK, (await stranger.GetAsync("/check")).Status);
        var whole = await stranger.UploadAsync("/check", [("pack", "claim.zip", pack)], null);
        Assert.Equal((HttpStatusCode.OK, true), (whole.Status, whole.Said("#report").Contains("is whole", StringComparison.Ordinal)));
        pack[pack.Length / 3] ^= 0xFF;
        var damaged = await stranger.UploadAsync("/check", [("pack", "claim.zip", pack)], null);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, damaged.Status);
        Assert.Contains("fails", damaged.Said("#report"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await stranger.UploadAsync("/check", [], null)).Status);
        Assert.False(Directory.Exists(Path.Combine(server.Folder, "packs")));
    }

    [Fact]
    public async Task A_sent_pack_stays_as_it_went_out_and_the_next_letter_names_what_was_added()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await ClaimAsync(server);
        await jory.GetAsync(job + "/claim");
        var refused = await jory.PostAsync(job + "/claim?handler=Send", ("way", "by-hand"), ("to", " "), ("once", "s0"));
        Assert.Contains("Say to whom it went", refused.Said(".fault"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/claim?handler=Send", ("way", "by-hand"), ("to", "Orvane, by post"), ("once",
            "s1"))).Status);
        var link = (await jory.GetAsync(job + "/claim")).Page.QuerySelector("a[href*='/packs/']")!.GetAttribute("href")!;
        var sent = await jory.BytesAsync(link);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"));
        Assert.Equal(sent, await jory.BytesAsync(link));
        Assert.Empty((await CheckAsync(sent)).Faults);
        var letter = Text(Read(await jory.BytesAsync(job + "/claim.zip"))["letter.pdf"]);
        Assert.Contains("Added since the last pack", letter);
        Assert.Matches(@"Entry \d+ Crankcase pressure: .*0\.4 kPa", letter);
        Assert.DoesNotContain("Added since", Text(Read(sent)["letter.pdf"]));
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync($"{job}/packs/{new string('a', 64)}")).Status);
    }

    [Fact]
    public async Task Thirty_photos_make_a_paper_of_less_than_five_megabytes()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await ClaimAsync(server, 0);
        var photos = Effort.Of(6, 30);
        for (var i = 0; i < photos; i++)
            await jory.UploadAsync(job + "/photos?handler=Keep", [("file", $"IMG_{i}.jpg", Noisy(i))], ("X-Photo", "one"), ("place", "wheels-old"), ("turbo",
                "1"),
                ("once", $"photo-{i}"));
        var paper = Read(await jory.BytesAsync(job + "/claim.zip"))["case.pdf"];
        using var pdf = PdfDocument.Open(paper);
        Assert.Equal(photos, pdf.GetPages().Sum(p => p.GetImages().Count()));
        Assert.InRange(paper.Length, 20_000 * photos, photos * (5 * 1024 * 1024 / 30));
    }

    // As a camera's picture is: large, and of no two points alike.
    private static byte[] Noisy(int seed)
    {
        var random = new Random(seed);
        using var bitmap = new SkiaSharp.SKBitmap(new SkiaSharp.SKImageInfo(1600, 1200, SkiaSharp.SKColorType.Rgba8888, SkiaSharp.SKAlphaType.Opaque));
        var points = bitmap.GetPixelSpan();
        random.NextBytes(points);
        for (var i = 0; i < points.Length; i += 4)
            (points[i], points[i + 1], points[i + 3]) = ((byte)(i / 64 % 200 + points[i] / 12), (byte)(i / 40_000 + points[i + 1] / 12), 255);
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 88);
        return data.ToArray();
    }
}
