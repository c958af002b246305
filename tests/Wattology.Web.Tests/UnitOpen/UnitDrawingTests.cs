using System.Net;
using System.Xml.Linq;
using Wattology.Core.BookIn;
using Wattology.Core.Evidence;
using Wattology.Core.Jobs;
using Wattology.Core.UnitOpen;
using Wattology.Web.Tests.Hosting;
using Wattology.Web.UnitOpen;

namespace Wattology.Web.Tests.UnitOpen;

/// <summary>The unit as it is drawn, and what a touch on it sends back.</summary>
public sealed class UnitDrawingTests
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    public static TheoryData<BoostControl, bool> Kinds() => new(from control in Enum.GetValues<BoostControl>() from full in new[] { false, true }
                                                                select (control, full));

    [Theory, MemberData(nameof(Kinds))]
    public void Every_kind_of_unit_is_drawn_with_all_its_parts_named(BoostControl control, bool full)
    {
        var kind = new UnitKind(control, full, full ? Bearings.Rolling : Bearings.Plain, full);
        var parts = UnitParts.Of(kind).Select(p => new PartState(p, 0, true, false, false, "", null)).ToArray();
        var svg = XDocument.Parse($"<div>{new UnitDrawing(kind, parts, full).Render()}</div>");
        var links = svg.Descendants(Svg + "a").ToArray();
        Assert.Equal(parts.Select(p => p.Part.Id), links.Select(a => (string)a.Attribute("data-card")!));
        Assert.All(links, a => Assert.True(a.Elements(Svg + "rect").Any() && a.Elements(Svg + "text").Any() && (string)a.Attribute("aria-description")! != ""));
        Assert.Equal(full, svg.ToString().Contains(">water<", StringComparison.Ordinal));
        var clips = svg.Descendants(Svg + "clipPath").Select(c => (string)c.Attribute("id")!).ToArray();
        Assert.Equal(clips.Length, clips.Distinct().Count());
        // What a kind does not have is not drawn either.
        Assert.Equal(kind.HasVanes, Draws(svg.ToString(), "vane-ring"));
        Assert.Equal((full, !full), (Draws(svg.ToString(), "bearings--rolling"), Draws(svg.ToString(), "bearings")));
    }

    [Fact]
    public async Task Every_statement_and_answer_has_its_drawing_among_those_that_ship_and_none_ships_unseen()
    {
        await using var server = await ShopServer.StartAsync();
        var sprite = XDocument.Parse((await (await server.VisitAsync("jory")).GetAsync("/img/statements.svg")).Text);
        var drawn = sprite.Root!.Elements().ToDictionary(e => (string)e.Attribute("id")!, e => string.Concat(e.Elements().Select(c => c.ToString())));
        var shown = Statements.ById.Values.SelectMany(s => new[] { s.Present, s.Absent })
            .Concat(CheckList.All.SelectMany(c => c.Questions).SelectMany(q => q.Answers).Select(a => a.Drawing).OfType<string>()).Append("oil-and-filter-new")
            .Concat(Enum.GetValues<OldPart>().Select(PartTagged.DrawingOf).OfType<string>());
        Assert.Equal(shown.Distinct().Order(StringComparer.Ordinal), drawn.Keys.Order(StringComparer.Ordinal));
        Assert.Equal(drawn.Count, drawn.Values.Distinct().Count());
    }

    [Fact]
    public async Task A_touch_brings_back_the_finding_the_ranking_and_the_drawing_and_nothing_else()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var page = await jory.GetAsync(job + "/findings");
        Assert.Equal(UnitParts.Of(new UnitKind(BoostControl.WastegateCanister, false)).Count, page.Page.QuerySelectorAll(".unit-svg a.part").Length);
        Assert.Empty(page.Page.QuerySelectorAll(".unit .card:not([hidden])"));
        Assert.NotEmpty(page.Page.QuerySelectorAll(".unit-svg a.next"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/findings?handler=Say", ("finding", "compressor-blades-hit"), ("answer", "present"),
            ("saw", ""))).Status);

        var touched = await jory.GetAsync(job + "/findings", part: true, ("HX-Target", "finding-compressor-blades-hit"));
        Assert.Equal(["finding-compressor-blades-hit", "ranking", "unit-touch", "unit-asked"], touched.Page.Body!.Children.Select(c => c.Id ?? ""));
        Assert.Contains("struck or torn", touched.Said("#finding-compressor-blades-hit [aria-pressed=true]"));
        var part = touched.Page.QuerySelector(".unit-svg [data-card='compressor-wheel']")!;
        Assert.Contains("wrong", part.ClassList);
        Assert.Equal("compressor end, 1 of 3 looked at, something wrong", part.GetAttribute("aria-description"));
        Assert.Contains("▲ edges torn", part.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task All_findings_stand_as_a_list_too_and_a_unit_is_drawn_as_it_is_built()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var list = await jory.GetAsync(job + "/findings?list=true");
        Assert.Empty(list.Page.QuerySelectorAll(".unit .card[hidden]"));
        Assert.All(list.Page.QuerySelectorAll(".unit .finding form"), f => Assert.Contains("list=true", f.GetAttribute("action")!, StringComparison.Ordinal));
        Assert.Contains("plain bearings, one entry", list.Said(".built summary"));
        await jory.PostAsync(job + "/findings?handler=Look", ("question", "unit-bearings"), ("answer", "rolling"), ("turbo", "1"));
        var rolling = await jory.GetAsync(job + "/findings");
        Assert.Contains("rolling bearings, one entry", rolling.Said(".built summary"));
        Assert.True(Draws(rolling.Text, "bearings--rolling"));
    }

    private static bool Draws(string page, string art)
        => page.Contains((string)UnitDrawing.Lines.Of(art).OfType<XElement>().SelectMany(e => e.DescendantsAndSelf(Svg + "path")).First().Attribute("d")!,
            StringComparison.Ordinal);
}
