using System.Net;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Calculations;
using Wattology.Web.Api;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Api;

public sealed class CalculationApiTests
{
    [Fact]
    public async Task Answers_as_the_core_does_and_refuses_with_problem_details()
    {
        await using var server = await ShopServer.StartAsync();
        var visitor = await server.VisitAsync("jory");
        const string turn = """{"now_deg":280,"want_deg":148,"step_deg":60}""";
        Assert.Equal(Catalogue.Run(Catalogue.Find("turn")!, turn), (await visitor.SendJsonAsync("/api/calc/turn", turn)).Text);
        Assert.Equal(2, JsonDocument.Parse((await visitor.SendJsonAsync("/api/calc/turn", $"[{turn},{turn}]")).Text).RootElement.GetArrayLength());

        var refused = await visitor.SendJsonAsync("/api/calc/turn", $$"""[{{turn}},{"now_deg":"x"}]""");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Equal("application/problem+json", refused.Raw.Content.Headers.ContentType!.MediaType);
        Assert.Equal(["1.now_deg", "1.want_deg"], JsonDocument.Parse(refused.Text).RootElement.GetProperty("errors").EnumerateObject().Select(e => e.Name));
        // Half a character is a fault like any other, wherever it stands.
        foreach (var half in new[] { """{"findings":{"\ud800":"present"}}""", """{"findings":{"low-power":"\ud800"}}""", """{"\udfff":1,"findings":{}}""" })
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await visitor.SendJsonAsync("/api/calc/diagnose", half)).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await visitor.SendJsonAsync("/api/calc/no-such", turn)).Status);
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, (await visitor.SendAsync("/api/calc/turn", ("now_deg", "1"))).Status);
    }

    [Fact]
    public async Task It_computes_for_whoever_is_signed_in_for_a_key_that_holds_and_in_the_demo_on_the_machine_itself()
    {
        const string turn = """{"now_deg":280,"want_deg":148,"step_deg":60}""";
        await using var server = await ShopServer.StartAsync();
        async Task<HttpStatusCode> AsksAsync(Visitor visitor) => (await visitor.SendJsonAsync("/api/calc/turn", turn)).Status;
        var program = await server.VisitAsync();
        Assert.Equal(HttpStatusCode.Unauthorized, await AsksAsync(program));
        var owner = await server.VisitAsync("maren");
        await owner.GetAsync("/keys");
        Assert.Contains("Say what it is for", (await owner.PostAsync("/keys?handler=Make", ("name", " "))).Said(".fault-list"));
        Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync("/keys?handler=Make", ("name", "bench logger"))).Status);
        var shown = await owner.GetAsync("/keys");
        var key = System.Text.RegularExpressions.Regex.Match(shown.Said(".said"), "[0-9a-f]{64}").Value;
        Assert.DoesNotContain(key, (await owner.GetAsync("/keys")).Text);
        Assert.DoesNotContain(key, string.Join(' ', await server.WithAsync(async s => (await s.GetRequiredService<ComputeKeys>().AllAsync()).Select(k =>
            k.Hash))));
        program.Key = key;
        Assert.Equal(HttpStatusCode.OK, await AsksAsync(program));
        // A key computes, and opens nothing else.
        Assert.Equal(HttpStatusCode.Redirect, (await program.GetAsync("/")).Status);
        var other = await server.VisitAsync();
        other.Key = key[..^1] + (key[^1] == '0' ? '1' : '0');
        Assert.Equal(HttpStatusCode.Unauthorized, await AsksAsync(other));
        Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync("/keys?handler=Withdraw", ("key", "1"))).Status);
        Assert.Equal(HttpStatusCode.Unauthorized, await AsksAsync(program));
        Assert.Equal(HttpStatusCode.NotFound, (await owner.PostAsync("/keys?handler=Withdraw", ("key", "1"))).Status);
        Assert.Equal(HttpStatusCode.Forbidden, (await (await server.VisitAsync("jory")).GetAsync("/keys")).Status);

        await using var demo = await ShopServer.StartAsync(demo: true);
        var here = await demo.VisitAsync();
        Assert.Equal(HttpStatusCode.OK, await AsksAsync(here));
        here.From = "192.168.1.40";
        Assert.Equal(HttpStatusCode.Unauthorized, await AsksAsync(here));
    }

    [Fact]
    public async Task The_openapi_document_describes_every_calculation()
    {
        await using var server = await ShopServer.StartAsync();
        using var document = JsonDocument.Parse((await (await server.VisitAsync()).GetAsync("/openapi/v1.json")).Text);
        Assert.Equal(Catalogue.All.Select(c => $"/api/calc/{c.Name}").Order(), document.RootElement.GetProperty("paths").EnumerateObject()
            .Select(p => p.Name).Order());
        Assert.True(document.RootElement.GetProperty("components").GetProperty("schemas").GetProperty("DrainInput").GetProperty("properties").TryGetProperty(
            "exit_above_oil_mm", out _));
    }

    [Fact]
    public async Task A_value_box_hears_what_was_meant()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        Assert.Equal("= 82.7 kPa", (await jory.GetAsync("/understand?measure=pressure&field=gallery_kpa&gallery_kpa=12%20psi")).Text);
        Assert.Contains("is not a unit of pressure", (await jory.GetAsync("/understand?measure=pressure&field=gallery_kpa&gallery_kpa=12%20psj")).Text);
        Assert.Equal("= 90 ml in 10 s", (await jory.GetAsync("/understand?measure=volume&field=x&x=90%20ml%20in%2010%20s")).Text);
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync("/understand?measure=beauty&field=x&x=9")).Status);
        Assert.DoesNotContain("<b>", (await jory.GetAsync("/understand?measure=pressure&field=gallery_kpa&gallery_kpa=%3Cb%3E")).Text);
    }
}
