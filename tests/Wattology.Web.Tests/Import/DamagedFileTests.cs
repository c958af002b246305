using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Import;

/// <summary>What somebody may try to bring in: refused whole and by path, or kept and said to be from elsewhere.</summary>
public sealed class DamagedFileTests
{
    private static async Task<Entry[]> ToldAsync(ShopServer server)
    {
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"));
        await jory.PostAsync(job + "/oil-supply/1", JobForms.CatchTest);
        return [.. JobFile.Read((await jory.GetAsync(job + "/file.json")).Text)];
    }

    // The chain is right, as anybody can make it: only what an entry says is wrong.
    private static string Sealed(IEnumerable<Entry> entries)
    {
        var told = new List<Entry>();
        foreach (var entry in entries)
        {
            var next = entry with { Seq = told.Count + 1, Prev = told.Count > 0 ? told[^1].Hash : "" };
            told.Add(next with { Hash = next.ComputeHash() });
        }
        return JobFile.Write(told);
    }

    [Fact]
    public async Task What_no_shop_can_have_recorded_is_refused_by_its_path_and_nothing_is_saved()
    {
        await using var server = await ShopServer.StartAsync();
        var told = await ToldAsync(server);
        await using var other = await ShopServer.StartAsync();
        var desk = await other.VisitAsync("wyn");
        await desk.GetAsync("/import");
        string With(int at, Func<Entry, Entry> change) => Sealed(told.Select((e, i) => i == at ? change(e) : e));
        string Number(string number) => With(0, e => e with { Body = e.Body.Replace("J-1001", number, StringComparison.Ordinal) });
        var back = Chain.Seal(told[0].Job, told[^1], told[^1].At, new("x", "Eve", Role.Owner), TakenBack.Kind, new EntryDraft(new TakenBack(told[0].Hash,
            "no")));
        foreach (var (file, path) in new[]
        {
            (Number("J-9223372036854775807"), "entries.0.body.number"), (Number("J-1001\u200B"), "entries.0.body.number"),
            (Number(new string('J', 25)), "entries.0.body.number"), (Number(""), "entries.0.body.number"),
            (With(1, e => e with { ById = "a\u0007b" }), "entries.1.by_id"), (With(1, e => e with { By = "" }), "entries.1.by"),
            (With(1, e => e with { By = new string('a', 300) }), "entries.1.by"), (With(1, e => e with { Second = "\u001b[2J" }), "entries.1.second"),
            (With(1, e => e with { Role = "king" }), "entries.1.role"), (With(1, e => e with { Stage = "lunch" }), "entries.1.stage"),
            (With(1, e => e with { Known = "dreamt" }), "entries.1.known"), (With(1, e => e with { At = DateTimeOffset.UnixEpoch }), "entries.1.at"),
            (With(2, e => e with { Corrects = new string('a', 64), Reason = "x" }), "entries.2.corrects"),
            (With(2, e => e with { Corrects = told[0].Hash, Reason = "x" }), "entries.2.corrects"),
            (Sealed(told.Select(e => e with { Once = "same" })), "entries.1.once"),
            (JobFile.Write([.. told, back]), "entries"),
            (With(1, e => e with { Typed = """{"a":1}""" }), "entries.1.typed.a"), (With(1, e => e with { Typed = "[]" }), "entries.1.typed"),
            (With(1, e => e with { Typed = """{"a":"\ud800"}""" }), "entries.1.typed.a"), (With(1, e => e with { Body = "null" }), "entries.1.body"),
        })
        {
            var answer = await desk.UploadAsync("/import", [("file", "x.json", Encoding.UTF8.GetBytes(file))], null);
            Assert.True(answer.Status == HttpStatusCode.UnprocessableEntity, $"{path}: {answer.Status}");
            Assert.Contains(path, answer.Said(".fault-list"));
        }
        Assert.Equal(0, await other.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.CountAsync()));
        Assert.Equal(HttpStatusCode.Redirect, (await desk.UploadAsync("/import", [("file", "x.json", Encoding.UTF8.GetBytes(Number("J-999999999")))],
            null)).Status);
        // Its number does not carry this shop's own row away.
        var jory = await other.VisitAsync("jory");
        Assert.Contains("J-1001", (await jory.GetAsync(await jory.BookInAsync())).Said("h1"));
    }

    [Fact]
    public async Task Names_from_elsewhere_never_pass_for_this_shops_people_on_page_and_paper()
    {
        await using var server = await ShopServer.StartAsync();
        var told = await ToldAsync(server);
        await using var other = await ShopServer.StartAsync();
        var owner = await other.WithAsync(s => s.GetRequiredService<ShopDb>().Users.FirstAsync(p => p.Name == "Maren T"));
        var forged = Sealed(told.Select(e => e with { By = owner.Name, ById = owner.Id, Role = "owner" }));
        var desk = await other.VisitAsync("wyn");
        await desk.GetAsync("/import");
        var job = (await desk.UploadAsync("/import", [("file", "theirs.json", Encoding.UTF8.GetBytes(forged))], null)).Location!.ToString();
        var record = await desk.GetAsync(job + "/record");
        Assert.Contains("Maren T, elsewhere, owner", record.Said(".record"));
        Assert.Contains("Brought in, not written here", record.Said(".record"));
        Assert.Contains("Wyn H, desk", record.Said(".record"));
        Assert.DoesNotContain("Wyn H, elsewhere", record.Said(".record"));
        Assert.Contains("Maren T, elsewhere", (await desk.GetAsync(job + "/crankcase")).Said("#sheet"));
        using var pdf = UglyToad.PdfPig.PdfDocument.Open(await desk.BytesAsync(job + "/file.pdf"));
        var paper = string.Join(' ', pdf.GetPages().Select(p => p.Text));
        Assert.Contains("Maren T, elsewhere", paper);
        Assert.Contains("Brought in, not written here", paper);
        // What is written here from now on is this shop's own again, and the whole leaves as it came.
        var maren = await other.VisitAsync("maren");
        await maren.GetAsync(job);
        await maren.PostAsync(job + "/crankcase", ("pressure_kpa", "0.3"), ("running", "idle"), ("known", "seen"));
        Assert.DoesNotContain("elsewhere", (await maren.GetAsync(job + "/crankcase")).Said("#sheet .hint"));
        Assert.Equal(told.Length + 2, JobFile.Read((await maren.GetAsync(job + "/file.json")).Text).Count);
        Assert.Empty(await other.VerifyAsync());
    }

    [Fact]
    public async Task Damaged_files_are_refused_with_words_and_nothing_of_them_is_saved()
    {
        await using var server = await ShopServer.StartAsync();
        var good = JobFile.Write(await ToldAsync(server));
        await using var other = await ShopServer.StartAsync();
        var random = new Random(20_417);
        var (refused, taken) = (0, 0);
        for (var i = 0; i < Damage.FilesInTests; i++)
        {
            var file = Damage.Change(good, random);
            try
            {
                await other.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(Encoding.UTF8.GetBytes(file), "x.json"));
                taken++;
            }
            catch (Exception e) when (e is InputRefusedException or RefusedException) { refused++; }
            catch (Exception e) { Assert.Fail($"{e.GetType().Name} at {i}: {e.Message}\n{file}"); }
            if (taken > 0) break;
        }
        // A changed byte is never taken: the chain covers each that means anything, and white space is not changed.
        Assert.Equal((Damage.FilesInTests, 0), (refused, taken));
        Assert.Equal(0, await other.WithAsync(s => s.GetRequiredService<ShopDb>().Entries.CountAsync()));
    }
}

/// <summary>Damages a text as disks, editors and attackers do, the same every time.</summary>
internal static class Damage
{
    public static readonly int FilesInTests = Effort.Of(40, 400), DatabasesInTests = Effort.Of(10, 100);

    private static readonly string[] Odd = ["null", "[]", "{}", "true", "-1", "1e400", "\"\"", "\"\\ud800\"", "\"\\u0000\"",
        "123456789012345678901234567890", "\"x\"", "[[[[[[[["];

    public static string Change(string text, Random random)
    {
        while (true)
        {
            var at = random.Next(text.Length);
            var changed = random.Next(5) switch
            {
                0 => text[..at] + (char)random.Next(1, 0x3000) + text[(at + 1)..],
                1 => text[..at],
                2 => text.Remove(at, Math.Min(random.Next(1, 60), text.Length - at)),
                3 => Value(text, at, Odd[random.Next(Odd.Length)]),
                _ => Leaf(text, random),
            };
            // White space between tokens means nothing, and so changes nothing.
            if (Plain(changed) != Plain(text)) return changed;
        }
    }

    private static string Plain(string text)
    {
        try { return JsonNode.Parse(text)?.ToJsonString() ?? ""; }
        catch (Exception e) when (e is System.Text.Json.JsonException or ArgumentException or InvalidOperationException) { return text; }
    }

    // The value after the next colon becomes another.
    private static string Value(string text, int at, string value)
    {
        var colon = text.IndexOf(": ", at, StringComparison.Ordinal);
        if (colon < 0) return text;
        var end = text.IndexOfAny([',', '\n'], colon);
        return end < 0 ? text : text[..(colon + 2)] + value + text[end..];
    }

    // A field anywhere in the tree is taken away, or doubled under another name.
    private static string Leaf(string text, Random random)
    {
        var root = JsonNode.Parse(text)!;
        var objects = new List<JsonObject>();
        void Walk(JsonNode? node)
        {
            if (node is JsonObject o) { objects.Add(o); foreach (var (_, v) in o) Walk(v); }
            else if (node is JsonArray a) foreach (var v in a) Walk(v);
        }
        Walk(root);
        var one = objects[random.Next(objects.Count)];
        if (one.Count == 0) { one["extra"] = 1; return root.ToJsonString(); }
        var key = one.ElementAt(random.Next(one.Count)).Key;
        if (random.Next(2) == 0) one.Remove(key);
        else one[key + "x"] = one[key]?.DeepClone();
        return root.ToJsonString();
    }
}
