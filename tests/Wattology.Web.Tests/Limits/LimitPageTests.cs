using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Limits;

public sealed class LimitPageTests
{
    private static (string, string)[] Limit(string source, string reference, string scope, string to)
        => [("key", "crankcase-open"), ("source", source), ("reference", reference), ("scope", scope), ("sound_to", to)];

    private static (string, string)[] Reading(string kpa) => [("pressure_kpa", kpa), ("running", "loaded"), ("known", "measured"), ("instrument", "gauge")];

    [Fact]
    public async Task The_page_says_which_limit_judged_and_an_old_verdict_keeps_its_own()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        var job = await owner.BookInAsync();
        await owner.GetAsync(job);
        await owner.PostAsync(job + "/crankcase", Reading("1.2"));
        var usual = await owner.GetAsync(job + "/crankcase");
        Assert.Contains("doubtful", usual.Said(".latest .verdict"));
        Assert.Contains("usual practice", usual.Said(".latest"));

        Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync("/limits?handler=Set", Limit("shop", "agreed in spring", "", "13 mbar"))).Status);
        await owner.PostAsync("/limits?handler=Set", Limit("maker", "sheet 9, rev. B", "Brannock D3", "11 mbar"));
        await owner.PostAsync("/limits?handler=Set", Limit("maker", "sheet 2", "Some other engine", "50 mbar"));
        Assert.Contains("usual practice", (await owner.GetAsync(job + "/crankcase")).Said(".latest"));
        await owner.PostAsync(job + "/crankcase", Reading("1.2"));
        var makers = await owner.GetAsync(job + "/crankcase");
        Assert.Contains("stop", makers.Said(".latest .verdict"));
        Assert.Contains("maker: sheet 9, rev. B", makers.Said(".latest"));

        var withdraw = (await owner.GetAsync("/limits")).Page.QuerySelectorAll("button[name=limit]").First(b
            => b.Closest(".limit-own")!.TextContent.Contains("sheet 9", StringComparison.Ordinal)).GetAttribute("value")!;
        await owner.PostAsync("/limits?handler=Withdraw", ("limit", withdraw));
        await owner.PostAsync(job + "/crankcase", Reading("1.2"));
        Assert.Contains("this shop: agreed in spring", (await owner.GetAsync(job + "/crankcase")).Said(".latest"));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task A_limit_leads_to_what_it_judged_and_a_changed_one_shows_both_verdicts_by_the_machine_it_holds_for()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        var (here, there) = (await owner.BookInAsync(), "");
        await owner.GetAsync("/book-in");
        there = (await owner.PostAsync("/book-in", [.. JobForms.Booking(("engine", "Ilmari 8")), ("once", Guid.NewGuid().ToString("n"))])).Location!.ToString();
        foreach (var job in new[] { here, there })
        {
            await owner.GetAsync(job + "/crankcase");
            await owner.PostAsync(job + "/crankcase", Reading("0.8"));
        }
        var page = await owner.GetAsync("/limits/crankcase-open");
        Assert.Equal(2, page.Page.QuerySelectorAll("tbody tr").Length);
        Assert.Equal(2, page.Page.QuerySelectorAll("tbody tr").Count(r => r.TextContent.Contains("the same", StringComparison.Ordinal)));
        await owner.GetAsync("/limits");
        await owner.PostAsync("/limits?handler=Set", Limit("maker", "sheet 9, rev. B", "Brannock D3", "5 mbar"));
        page = await owner.GetAsync("/limits/crankcase-open");
        var changed = Assert.Single(page.Page.QuerySelectorAll("tbody tr.worst"));
        Assert.Contains(here[6..], changed.QuerySelector("a")!.GetAttribute("href"));
        Assert.Contains("sound", changed.Children[2].TextContent);
        Assert.Contains("stop", changed.Children[3].TextContent);
        Assert.Contains("By it 0.8 kPa is", (await owner.GetAsync(here + "/crankcase")).Said(".changed-limit"));
        Assert.Empty((await owner.GetAsync(there + "/crankcase")).Page.QuerySelectorAll(".changed-limit"));
        Assert.Contains("Nothing was judged", (await owner.GetAsync("/limits/intake-suction")).Page.Body!.TextContent);
        Assert.Equal(HttpStatusCode.NotFound, (await owner.GetAsync("/limits/nothing")).Status);
    }

    [Fact]
    public async Task A_shop_that_thinks_in_psi_reads_and_types_psi()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        var job = await owner.BookInAsync();
        await owner.GetAsync("/limits");
        await owner.PostAsync("/limits?handler=Units", ("units.pressure", "psi"), ("units.length", "in"), ("units.temperature", "°F"),
            ("units.distance", "mi"));
        await owner.PostAsync(job + "/crankcase", Reading("0.1"));
        Assert.Contains("0.1 psi", (await owner.GetAsync(job + "/crankcase")).Said(".latest .value"));
        Assert.Contains("\"pressure_kpa\":0.68947", (await owner.GetAsync(job + "/file.json")).Text);
    }

    [Fact]
    public async Task A_method_is_set_for_one_engine_with_its_source_offered_there_and_withdrawn()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        var job = await owner.BookInAsync();
        await owner.GetAsync("/limits");
        (string, string)[] School(string choice, string scope, string reference) => [("key", "prime-school"), ("choice", choice), ("source", "shop"),
            ("reference", reference), ("scope", scope)];
        var refused = await owner.PostAsync("/limits?handler=School", School("by-ear", "", ""));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("Name the sheet", refused.Said(".fault-list"));
        Assert.Contains("Choose one", refused.Said(".fault-list"));
        await owner.PostAsync("/limits?handler=School", School("pump-driven", "Brannock D3", "our pumps can be driven"));
        var page = await owner.GetAsync("/limits");
        Assert.Equal("syringe", page.Said("#school-prime-school .limit-range"));
        Assert.Contains("for Brannock D3: pump-driven", page.Said("#school-prime-school .limit-own"));
        var held = await owner.GetAsync("/limits?for=brannock d3");
        Assert.Equal(("pump-driven", "this shop: our pumps can be driven"), (held.Said("#school-prime-school .limit-range"),
            held.Said("#school-prime-school .limit-source")));
        var prime = await owner.GetAsync(job + "/prime");
        Assert.NotNull(prime.Page.QuerySelector("[name=method][value=pump-driven][checked]"));
        Assert.Contains("pump-driven (here: this shop: our pumps can be driven)", prime.Said(".schools"));
        Assert.Contains("Say why this job differs from the usual pump-driven", (await owner.PostAsync(job + "/prime?handler=Oiled", ("turbo", "1"),
            ("method", "syringe"))).Said(".fault-list"));
        await owner.PostAsync("/limits?handler=WithdrawSchool", ("school", page.Page.QuerySelector("button[name=school]")!.GetAttribute("value")!));
        Assert.Equal("syringe", (await owner.GetAsync("/limits?for=Brannock D3")).Said("#school-prime-school .limit-range"));
    }

    [Fact]
    public async Task The_page_follows_the_order_of_the_work_with_what_is_in_force_first()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        await owner.GetAsync("/limits");
        await owner.PostAsync("/limits?handler=Set", ("key", "pour-through"), ("source", "shop"), ("reference", "ten jobs"), ("scope", ""),
            ("sound_from", "2 l/min"));
        var page = (await owner.GetAsync("/limits")).Page;
        var parts = page.QuerySelectorAll(".limit-part h2").Select(h => h.TextContent).ToList();
        Assert.True(parts.IndexOf("Oil supply") < parts.IndexOf("Drain") && parts.IndexOf("Drain") < parts.IndexOf("Start"));
        Assert.Equal(["pour-through", "drain-margin"], page.QuerySelectorAll(".limit-part[aria-label=Drain] .limit").Select(l => l.Id!["limit-".Length..]));
        // What nobody knows a figure for is a line at the end, and gets a form of its own when it is asked for.
        Assert.NotNull(page.QuerySelector(".limit-unknown #limit-play-radial"));
        var open = (await owner.GetAsync("/limits?set=play-radial")).Page;
        Assert.NotNull(open.QuerySelector(".limit#limit-play-radial form input[name=sound_to]"));
        Assert.Single(open.QuerySelectorAll(".limit-form"));
        Assert.Equal(Core.Jobs.CheckList.Limits.Count, page.QuerySelectorAll("[id^=limit-]").Length);
    }
}
