using System.Net;
using System.Text.Json;
using Wattology.Core.Calculations;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Api;

public sealed class CalculationApiTests
{
    [Fact]
    public async Task Answers_as_the_core_does_and_refuses_with_problem_details()
    {
        await using var server = await ShopServer.StartAsync();
        var visitor = await server.VisitAsync();
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
        Assert.Equal("= 90 ml in = 10 s", (await jory.GetAsync("/understand?measure=volume&field=x&x=90%20ml%20in%2010%20s")).Text);
        Assert.Equal(HttpStatusCode.NotFound, (await jory.GetAsync("/understand?measure=beauty&field=x&x=9")).Status);
        Assert.DoesNotContain("<b>", (await jory.GetAsync("/understand?measure=pressure&field=gallery_kpa&gallery_kpa=%3Cb%3E")).Text);
    }
}
