using System.Net;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.People;

public sealed class AccessTests
{
    [Fact]
    public async Task Every_page_but_the_sign_in_asks_for_it_and_every_post_for_its_token()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var nobody = await server.VisitAsync();
        var pages = server.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.Metadata.GetMetadata<PageActionDescriptor>() is not null).ToArray();
        Assert.True(pages.Length > 18);
        foreach (var page in pages)
        {
            var path = JobForms.PathOf(page.RoutePattern.RawText!, job);
            if (path is "/trouble") continue;
            // A stranger checks with /check what they were sent; nothing of the shop stands there.
            var open = path is "/sign-in" or "/set-up" or "/code" or "/check";
            var answer = await nobody.GetAsync(path);
            Assert.True(open || (answer.Status == HttpStatusCode.Redirect && answer.Location!.ToString().Contains("/sign-in", StringComparison.Ordinal)), path);
            Assert.True((await jory.SendAsync(path, ("note", "x"))).Status is HttpStatusCode.BadRequest or HttpStatusCode.Forbidden,
                $"post without a token to {path}");
        }
        Assert.Equal(2, await jory.EntriesAsync(job));
        foreach (var path in new[] { job + "/file.pdf", job + "/file.json", "/understand?measure=pressure&field=x" }) Assert.Equal(HttpStatusCode.Redirect,
            (await nobody.GetAsync(path)).Status);
        foreach (var path in new[] { "/healthz", "/openapi/v1.json" }) Assert.Equal(HttpStatusCode.OK, (await nobody.GetAsync(path)).Status);
    }

    [Fact]
    public async Task Pages_carry_a_strict_policy_and_nothing_inline()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var visitor = await server.VisitDemoAsync("jory");
        var yard = await visitor.GetAsync("/");
        var jobs = yard.Page.QuerySelectorAll("a.num").Select(a => a.GetAttribute("href")!).Take(6);
        foreach (var path in jobs.SelectMany(j => new[] { j, j + "/clocking", j + "/prime", j + "/start" }).Append("/").Append("/book-in"))
        {
            var answer = await visitor.GetAsync(path);
            var policy = answer.Raw.Headers.GetValues("Content-Security-Policy").Single();
            Assert.DoesNotContain("unsafe", policy);
            Assert.Contains("default-src 'none'", policy);
            Assert.Equal(["nosniff", "same-origin"], new[] { "X-Content-Type-Options", "Referrer-Policy" }.SelectMany(answer.Raw.Headers.GetValues));
            Assert.DoesNotContain(answer.Page.All, e => e.HasAttribute("style") || e.Attributes.Any(a => a.Name.StartsWith("on", StringComparison.Ordinal))
                || (e.LocalName is "script" && !e.HasAttribute("src")) || (e.LocalName == "style"));
        }
    }

    [Fact]
    public async Task The_server_keeps_each_to_what_they_may_do()
    {
        await using var server = await ShopServer.StartAsync();
        var (desk, technician) = (await server.VisitAsync("wyn"), await server.VisitAsync("jory"));
        var job = await desk.BookInAsync();
        await desk.GetAsync(job);
        var refused = await desk.PostAsync(job + "/oil-supply/1", JobForms.CatchTest);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("it takes owner or technician", refused.Said(".fault-list"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await desk.PostAsync(job + "/release?handler=Pass", ("pass_reason", "hurry"))).Status);
        await technician.GetAsync("/limits");
        Assert.Equal(HttpStatusCode.Forbidden, (await technician.PostAsync("/limits?handler=Set", ("key", "crank-burst"), ("source", "shop"),
            ("reference", "x"), ("sound_to", "99"))).Status);
        Assert.Equal(HttpStatusCode.Forbidden, (await technician.GetAsync("/people")).Status);
        Assert.Equal(2, await technician.EntriesAsync(job));
    }

    [Fact]
    public async Task A_part_of_a_page_sends_the_whole_browser_to_the_sign_in()
    {
        await using var server = await ShopServer.StartAsync();
        var answer = await (await server.VisitAsync()).GetAsync("/jobs/x/oil-supply/1", part: true);
        Assert.Equal(HttpStatusCode.Unauthorized, answer.Status);
        Assert.StartsWith("/sign-in?ReturnUrl=", answer.Raw.Headers.GetValues("HX-Redirect").Single());
    }

    [Fact]
    public async Task A_demo_sign_in_needs_a_demo_shop()
    {
        await using var server = await ShopServer.StartAsync();
        var visitor = await server.VisitDemoAsync("maren");
        Assert.Equal(HttpStatusCode.Redirect, (await visitor.GetAsync("/")).Status);
    }
}
