using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Warranty;

/// <summary>The bench a policy is made on: what is touched is what the file says, and nothing of a file is lost on it.</summary>
public sealed class PolicyBenchTests
{
    private const string Bench = "/policies/bench";

    private const string Twice = """
        {"policy":"wattology-policy-1","id":"mill","name":"Mill cover","giver":"Orvane","version":1,"cover":{"what":"the unit","days":730,"distance_km":100000},
         "proofs":[{"proof":"crankcase-before","grade":"measured","second_best":"felt","for":["oil-leak","noise"],"within_days":10},
          {"proof":"crankcase-before","grade":"felt","for":["broken"]},{"proof":"oil-reference","grade":"seen","within_days":400,"within_km":20000},
          {"proof":"photo-plate-old","grade":"seen","second_best":"told"}],
         "voids":["sealant","part-number"],"old_parts_days":90,"note":"Claims within 30 days."}
        """;

    // What a browser would send of the bench as it stands.
    private static List<(string Name, string Value)> Fields(Answer page)
        => [.. page.Page.QuerySelectorAll(".policy-bench input, .policy-bench textarea").Where(e => e is not IHtmlInputElement { Type: "radio"
            or "checkbox" } box
            || box.IsChecked).Select(e => (e.GetAttribute("name")!, e is IHtmlTextAreaElement area ? area.Value : ((IHtmlInputElement)e).Value))
            .Where(f => f.Item1 != "__RequestVerificationToken")];

    private static string Row(Answer page, string proof) => page.Page.QuerySelectorAll("input[type=hidden]").First(e => e.GetAttribute("value") == proof)
        .GetAttribute("name")!.Replace(".proof", "", StringComparison.Ordinal);

    private static (string, string)[] With(Answer page, params (string Name, string Value)[] changed)
        => [.. Fields(page).Where(f => changed.All(c => c.Name != f.Name)), .. changed];

    private static IEnumerable<string> Wrong(Answer page) => page.Page.QuerySelectorAll(".wanted-row.wrong").Select(r
        => r.QuerySelector("input[type=hidden]")!.GetAttribute("value")!);

    private static Task<WarrantyPolicy?> LastAsync(ShopServer server, string id) => server.WithAsync(s => s.GetRequiredService<PolicyStore>().LastAsync(id));

    [Fact]
    public async Task A_policy_is_made_by_touches_and_asks_of_a_job_what_was_touched()
    {
        await using var server = await ShopServer.StartAsync();
        var maren = await server.VisitAsync("maren");
        var page = await maren.GetAsync(Bench);
        Assert.Equal(Proofs.All.Count, page.Page.QuerySelectorAll(".wanted-row").Length);
        var (found, pipe, reference) = (Row(page, "catch"), Row(page, "feed-pipe"), Row(page, "oil-reference"));
        var set = await maren.PostAsync(Bench, With(page, ("name", "Mill cover"), ("giver", "Orvane"), ("id", "mill"), ("cover.what", "the unit"),
            ("cover.days", "730"),
            ("old_parts_days", "90"), (found + ".grade", "measured"), (found + ".second_best", "seen"), (found + ".for", "oil-leak"), (pipe + ".grade", "seen"),
            (reference + ".grade", "seen"), (reference + ".within_days", "400"), (reference + ".within_km", "20000 km"), ("voids", "sealant"), ("note", "")));
        Assert.Equal("/policies?of=mill", set.Location!.ToString());
        var policy = (await LastAsync(server, "mill"))!;
        Assert.Equal((1, "Mill cover", "Orvane", "the unit", 730.0, 90.0), (policy.Version, policy.Name, policy.Giver, policy.Cover.What, policy.Cover.Days,
            policy.OldPartsDays));
        Assert.Equal([CoverVoid.Sealant], policy.Voids);
        Assert.Equal(new HashSet<string> { "catch", "feed-pipe", "oil-reference" }, policy.Proofs.Select(p => p.Proof).ToHashSet());
        var caught = policy.Proofs.Single(p => p.Proof == "catch");
        Assert.Equal((Known.Measured, (Known?)Known.Seen), (caught.Grade, caught.SecondBest));
        Assert.Equal([ComplaintKind.OilLeak], caught.For!);
        var paper = policy.Proofs.Single(p => p.Proof == "oil-reference");
        Assert.Equal((400.0, 20_000.0), (paper.WithinDays, paper.WithinKm));
    }

    [Fact]
    public async Task A_file_comes_through_the_bench_unchanged_and_becomes_the_next_version()
    {
        await using var server = await ShopServer.StartAsync();
        await server.WithAsync(s => s.GetRequiredService<PolicyStore>().SetAsync(Twice, "Maren T"));
        var maren = await server.VisitAsync("maren");
        var page = await maren.GetAsync(Bench + "?of=mill");
        Assert.Equal(Proofs.All.Count + 1, page.Page.QuerySelectorAll(".wanted-row").Length);
        Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync(Bench + "?of=mill", [.. Fields(page)])).Status);
        var (was, now) = (WarrantyPolicy.Read(Twice), (await LastAsync(server, "mill"))!);
        Assert.Equal(2, now.Version);
        static IEnumerable<string> Of(WarrantyPolicy p) => p.Proofs.Select(w => System.Text.Json.JsonSerializer.Serialize(w, JsonForm.Options)).Order();
        Assert.Equal(Of(was), Of(now));
        Assert.Equal(was with { Version = 2, Proofs = [], Voids = [] }, now with { Proofs = [], Voids = [] });
        Assert.Equal(was.Voids, now.Voids);
        // A new one begun like it takes all but its name.
        var like = await maren.GetAsync(Bench + "?like=mill");
        Assert.Equal("", ((IHtmlInputElement)like.Page.QuerySelector("[name=id]")!).Value);
        Assert.Equal("the unit", ((IHtmlInputElement)like.Page.QuerySelector("[name='cover.what']")!).Value);
    }

    [Fact]
    public async Task What_is_wrong_stands_at_its_row_and_what_was_touched_stays()
    {
        await using var server = await ShopServer.StartAsync();
        var maren = await server.VisitAsync("maren");
        var page = await maren.GetAsync(Bench);
        var (late, found) = (Row(page, "oil-reference"), Row(page, "catch"));
        var refused = await maren.PostAsync(Bench, With(page, ("name", "Mill cover"), ("giver", ""), ("id", "Mill Cover"), ("cover.what", "the unit"),
            ("old_parts_days", "soon"), (found + ".grade", "seen"), (found + ".second_best", "seen"), (late + ".grade", "seen"), (late + ".within_days",
                "a year"),
            (late + ".for", "noise")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("Say who gives it", refused.Said(".fault-list"));
        // Read away from its place a fault says of which proof it is, and leads there.
        Assert.Contains("Oil reference, its day: days before", refused.Said(".fault-list"));
        Assert.All(refused.Page.QuerySelectorAll(".fault-list a"), a => Assert.NotNull(refused.Page.QuerySelector(a.GetAttribute("href")!)));
        Assert.Equal(["catch", "oil-reference"], Wrong(refused));
        Assert.Contains(Fields(refused), f => f == (late + ".within_days", "a year"));
        Assert.Contains(Fields(refused), f => f == (late + ".for", "noise"));
        Assert.Contains(Fields(refused), f => f == ("old_parts_days", "soon"));
        Assert.Null(await LastAsync(server, "mill"));
        var second = await maren.PostAsync(Bench, With(refused, ("giver", "Orvane"), ("id", "mill"), ("old_parts_days", "90"), (late + ".within_days", "366")));
        Assert.Equal(["catch"], Wrong(second));
        Assert.Contains("The second best is less than what is wanted", second.Said(".wanted-row.wrong .fault"));
    }

    [Fact]
    public async Task Of_two_owners_the_slower_is_told_who_was_faster_and_loses_nothing()
    {
        await using var server = await ShopServer.StartAsync();
        await Policies.SetAsync(server);
        var (first, second) = (await server.VisitAsync("maren"), await server.VisitAsync("maren"));
        var (one, two) = (await first.GetAsync(Bench + "?of=mill"), await second.GetAsync(Bench + "?of=mill"));
        Assert.Equal(HttpStatusCode.Redirect, (await first.PostAsync(Bench + "?of=mill", With(one, ("old_parts_days", "30")))).Status);
        var refused = await second.PostAsync(Bench + "?of=mill", With(two, ("old_parts_days", "60")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("Version 2 of mill is here, set by Maren", refused.Said(".fault-list"));
        Assert.Contains(Fields(refused), f => f == ("old_parts_days", "60"));
        Assert.Equal(30, (await LastAsync(server, "mill"))!.OldPartsDays);
        Assert.Equal(HttpStatusCode.Redirect, (await second.PostAsync(Bench + "?of=mill", [.. Fields(refused)])).Status);
        Assert.Equal((3, 60.0), (await LastAsync(server, "mill")) is { } last ? (last.Version, last.OldPartsDays) : default);
        // A new one does not take the place of one that is here.
        var anew = await first.GetAsync(Bench + "?like=mill");
        Assert.Contains("is a policy here already", (await first.PostAsync(Bench, With(anew, ("id", "mill"), ("name", "Another")))).Said(".fault-list"));
    }

    [Fact]
    public async Task One_version_is_set_once_however_many_set_it_at_once()
    {
        await using var server = await ShopServer.StartAsync();
        await Policies.SetAsync(server);
        var next = Policies.Mill.Replace("\"version\":1", "\"version\":2", StringComparison.Ordinal);
        var ends = await Task.WhenAll(Enumerable.Range(0, 6).Select(i => Task.Run(async () =>
        {
            try { await server.WithAsync(s => s.GetRequiredService<PolicyStore>().SetAsync(next, $"Owner {i}")); return "set"; }
            catch (RefusedException refused) { return refused.Message; }
        })));
        Assert.Single(ends, "set");
        Assert.All(ends.Where(e => e != "set"), e => Assert.Contains("Version 2 of mill is here, set by Owner", e));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task The_bench_is_the_owners_and_a_policy_withdrawn_can_be_offered_again()
    {
        await using var server = await ShopServer.StartAsync();
        await Policies.SetAsync(server);
        Assert.Equal(HttpStatusCode.Forbidden, (await (await server.VisitAsync("wyn")).GetAsync(Bench)).Status);
        var maren = await server.VisitAsync("maren");
        Assert.Equal(HttpStatusCode.NotFound, (await maren.GetAsync(Bench + "?of=no-such")).Status);
        await maren.GetAsync("/policies?of=mill");
        await maren.PostAsync("/policies?handler=Withdraw", ("of", "mill"));
        var back = (await maren.GetAsync("/policies")).Page.QuerySelector("a[href='/policies/bench?of=mill']")!.GetAttribute("href")!;
        await maren.PostAsync(back, [.. Fields(await maren.GetAsync(back))]);
        Assert.Contains("Mill cover", (await maren.GetAsync("/policies")).Said(".states"));
    }
}
