using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Drawing;

/// <summary>The crankcase on its sheet: points against the limit, and in words.</summary>
public sealed class CrankcaseChartTests
{
    [Fact]
    public async Task Each_reading_is_a_point_against_the_limit_and_says_what_is_still_to_be_read()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        Assert.Empty((await jory.GetAsync(job + "/crankcase")).Page.QuerySelectorAll(".chart-svg"));
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"));
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "1.8"), ("running", "loaded"), ("known", "seen"));
        var page = await jory.GetAsync(job + "/crankcase");
        Assert.Equal(2, page.Page.QuerySelectorAll(".c-before").Length);
        Assert.Empty(page.Page.QuerySelectorAll(".c-after"));
        Assert.Single(page.Page.QuerySelectorAll(".c-clean"));
        Assert.Contains("Loaded: 1.8 kPa before, not read since", page.Said(".cure"));
        // The point above the limit stands right of its line.
        double X(string css, int at) => double.Parse(page.Page.QuerySelectorAll(css)[at].GetAttribute("d")![1..].Split(',')[0],
            System.Globalization.CultureInfo.InvariantCulture);
        Assert.True(X(".c-before", 0) < X(".c-clean", 0) && X(".c-before", 1) > X(".c-clean", 0));
    }
}
