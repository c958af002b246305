using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.BookIn;

public sealed class KnownEngineTests
{
    private static async Task<string> BookAsync(Visitor visitor, string engine, params (string, string)[] other)
        => (await visitor.BookInAsync("", [("engine", engine), .. other])).Split('/')[2];

    private static string[] Offered(Answer page) => [.. page.Page.QuerySelectorAll(".known-engines b").Select(e => e.TextContent)];

    private static async Task<string[]> OfferedAsync(Visitor visitor, string typed)
        => Offered(await visitor.GetAsync("/book-in?handler=Engines&engine=" + Uri.EscapeDataString(typed)));

    private static string At(Answer page, string name) => page.Page.QuerySelector($"[name='{name}']:not([type=radio]), [name='{name}']:checked")
        ?.GetAttribute("value") ?? "";

    [Fact]
    public async Task Engines_that_were_here_are_offered_the_last_first_each_once_and_what_is_typed_narrows_them()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        Assert.Empty(Offered(await wyn.GetAsync("/book-in")));
        foreach (var engine in new[] { "Ilmari V8", "Brannock D6", "Brannock D9", "brannock d-6", "Sorrel 3", "Orvane 4" }) await BookAsync(wyn, engine);
        Assert.Equal(["Orvane 4", "Sorrel 3", "brannock d-6", "Brannock D9"], Offered(await wyn.GetAsync("/book-in")));
        Assert.Equal(["brannock d-6", "Brannock D9"], await OfferedAsync(wyn, "Brann"));
        Assert.Equal(["Ilmari V8"], await OfferedAsync(wyn, " il"));
        foreach (var nothing in new[] { "D9", "Brannock D99" }) Assert.Empty(await OfferedAsync(wyn, nothing));
        // A form that comes back refused offers what was typed in it.
        Assert.Equal(["Sorrel 3"], Offered(await wyn.PostAsync("/book-in", JobForms.Booking(("engine", "sor"), ("customer", "")))));
    }

    [Fact]
    public async Task An_engine_brings_what_it_is_into_what_is_typed_and_nothing_of_the_machine_it_was_in()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        var before = await BookAsync(wyn, "Ilmari V8", ("water_cooled", "true"), ("closed_breather", "true"), ("turbos", "2"), ("fuel", "petrol"),
            ("control", "vanes-electric"), ("kind", "custom"));
        Assert.Contains("as on J-1001", (await wyn.GetAsync("/book-in")).Said(".known-engines"));
        var page = await wyn.PostAsync("/book-in?handler=TakeEngine&like=" + before, ("customer", "Somebody else"), ("registration", "R 9"),
            ("engine", "ilm"), ("kind", "makers-spec"), ("fuel", "diesel"), ("machine", "Dredger"), ("once", "kept"));
        Assert.Equal(("Ilmari V8", "petrol", "vanes-electric", "2", "true", "true"), (At(page, "engine"), At(page, "fuel"), At(page, "control"),
            At(page, "turbos"), At(page, "water_cooled"), At(page, "closed_breather")));
        Assert.Equal(("Somebody else", "R 9", "Dredger", "makers-spec", "kept"), (At(page, "customer"), At(page, "registration"), At(page, "machine"),
            At(page, "kind"), At(page, "once")));
        Assert.Contains("taken over as it was on J-1001", page.Said(".engine-as-on"));
        Assert.Equal(["Ilmari V8"], Offered(page));
        Assert.Equal("yes", page.Page.QuerySelector("form[data-draft='/book-in']")!.GetAttribute("data-fresh"));
        // Without script the link opens a form with that engine in it, and nothing else.
        var link = (await wyn.GetAsync("/book-in")).Page.QuerySelector(".known-engines a")!.GetAttribute("href")!;
        var opened = await wyn.GetAsync(link);
        Assert.Equal(("Ilmari V8", "", "", "makers-spec"), (At(opened, "engine"), At(opened, "customer"), At(opened, "registration"), At(opened, "kind")));
        Assert.Equal(HttpStatusCode.NotFound, (await wyn.GetAsync("/book-in?as-on=x")).Status);
    }

    [Fact]
    public async Task An_engine_whose_booking_was_corrected_is_offered_as_it_is_called_now()
    {
        await using var server = await ShopServer.StartAsync();
        var (wyn, maren) = (await server.VisitAsync("wyn"), await server.VisitAsync("maren"));
        var job = await BookAsync(wyn, "Ilmary V8");
        var form = await wyn.GetAsync("/book-in?job=" + job);
        var corrected = await wyn.PostAsync("/book-in", JobForms.Booking(("job", job), ("corrects", At(form, "corrects")), ("reason", "misspelt"),
            ("engine", "Ilmari V8"), ("once", "corrected")));
        Assert.Equal(HttpStatusCode.Redirect, corrected.Status);
        Assert.Equal(["Ilmari V8"], await OfferedAsync(wyn, ""));
        var scopes = (await maren.GetAsync("/limits")).Page.QuerySelectorAll("#known-scopes option").Select(o => o.GetAttribute("value"));
        Assert.Contains("Ilmari V8", scopes);
        Assert.DoesNotContain("Ilmary V8", scopes);
    }
}
