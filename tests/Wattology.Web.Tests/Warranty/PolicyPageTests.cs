using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Warranty;

/// <summary>Policies: set by the owner, version by version, and named as a job is booked in.</summary>
public sealed class PolicyPageTests
{
    [Fact]
    public async Task The_owner_sets_a_policy_and_its_next_version_and_a_job_keeps_the_one_it_named()
    {
        await using var server = await ShopServer.StartAsync();
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync("/policies");
        Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync("/policies", ("file", Policies.Mill))).Status);
        var wyn = await server.VisitAsync("wyn");
        await wyn.GetAsync("/book-in");
        var booked = await wyn.PostAsync("/book-in", [.. JobForms.Booking(("cover_policy", "mill"), ("cover.complaint", "broken"), ("cover.on",
            "unit of spring"),
            ("cover.since_km", "12000 km")), ("once", "b1")]);
        var job = booked.Location!.ToString();
        Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync("/policies", ("file", Policies.Mill.Replace("\"version\":1", "\"version\":2",
            StringComparison.Ordinal).Replace("measured", "seen", StringComparison.Ordinal).Replace(",\"second_best\":\"seen\"", "",
                StringComparison.Ordinal)))).Status);
        var sheet = await wyn.GetAsync(job + "/claim");
        Assert.Contains("Mill cover, version 1, Orvane", sheet.Said("#rehearsal"));
        Assert.Contains("Wanted measured", sheet.Said("#proof-catch-1"));
        Assert.Contains("version 2", (await maren.GetAsync("/policies?of=mill")).Said("h2"));
        Assert.Contains("\"version\": 1", System.Text.Encoding.UTF8.GetString(await maren.BytesAsync("/policies?of=mill&handler=File&version=1")));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task A_policy_with_faults_is_refused_by_path_and_what_was_typed_stays()
    {
        await using var server = await ShopServer.StartAsync();
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync("/policies");
        var file = Policies.Mill.Replace("\"catch\"", "\"luck\"", StringComparison.Ordinal).Replace("sealant", "rain", StringComparison.Ordinal);
        var refused = await maren.PostAsync("/policies", ("file", file));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("proofs.1.proof", refused.Said(".fault-list"));
        Assert.Contains("voids.0", refused.Said(".fault-list"));
        Assert.Equal(file, refused.Page.QuerySelector("textarea")!.TextContent);
        await maren.PostAsync("/policies", ("file", Policies.Mill));
        Assert.Contains("a change takes a higher one, 2", (await maren.PostAsync("/policies", ("file", Policies.Mill))).Said(".fault-list"));
    }

    [Fact]
    public async Task Nobody_but_the_owner_sets_policies_or_the_desk()
    {
        await using var server = await ShopServer.StartAsync();
        foreach (var user in new[] { "jory", "wyn" })
        {
            var visitor = await server.VisitAsync(user);
            await visitor.GetAsync("/policies");
            Assert.Equal(HttpStatusCode.Forbidden, (await visitor.PostAsync("/policies", ("file", Policies.Mill))).Status);
            Assert.Equal(HttpStatusCode.Forbidden, (await visitor.PostAsync("/policies?handler=Withdraw", ("of", "mill"))).Status);
            Assert.Equal(HttpStatusCode.Forbidden, (await visitor.PostAsync("/claims?handler=Desk", ("desk", "http://127.0.0.1:9/"))).Status);
        }
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync("/claims");
        Assert.Contains("An address such as", (await maren.PostAsync("/claims?handler=Desk", ("desk", "javascript:alert(1)"))).Said(".fault"));
        Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync("/claims?handler=Desk", ("desk", "http://127.0.0.1:9/"))).Status);
    }

    [Fact]
    public async Task A_withdrawn_policy_is_offered_no_more_and_a_job_that_named_it_keeps_it()
    {
        await using var server = await ShopServer.StartAsync();
        await Policies.SetAsync(server);
        var wyn = await server.VisitAsync("wyn");
        var job = await wyn.BookInAsync();
        await wyn.GetAsync(job + "/claim");
        await wyn.PostAsync(job + "/claim?handler=Policy", ("policy", "mill"), ("complaint", "noise"), ("once", "p1"));
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync("/policies?of=mill");
        await maren.PostAsync("/policies?handler=Withdraw", ("of", "mill"));
        Assert.DoesNotContain("mill", (await wyn.GetAsync("/book-in")).Text);
        Assert.Contains("Mill cover, version 1", (await wyn.GetAsync(job + "/claim")).Said("#rehearsal"));
        Assert.Contains("Choose one", (await wyn.PostAsync(job + "/claim?handler=Policy", ("policy", "mill"), ("once", "p2"))).Said(".fault"));
    }
}
