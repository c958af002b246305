using System.Globalization;
using System.Xml.Linq;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.BookIn;
using Wattology.Core.Measures;
using Wattology.Core.Limits;
using Wattology.Core.People;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Tests.Drawing;

public sealed class JobDrawingTests
{
    private const string Id = "0123456789abcdef0123456789abcdef";

    private static JudgedJob View(BoostControl control, bool water, bool closed, int turbos, string engine = "Brannock D3")
    {
        var booked = new BookedIn("T-1", "Mill", "Smokes.", "REG 1", "Saw mill engine", engine, JobKind.Custom, control, Fuel.Diesel, water, closed, turbos,
            RunHours: 1);
        var owner = new Author("p-a", "A", Role.Owner);
        return new JobBuilder(Id, booked, DateTimeOffset.UnixEpoch, owner, owner).Job;
    }

    public static TheoryData<BoostControl, bool, bool, int> Builds()
    {
        var data = new TheoryData<BoostControl, bool, bool, int>();
        foreach (var control in Enum.GetValues<BoostControl>())
            foreach (var turbos in new[] { 1, 2 })
                data.Add(control, turbos == 1, control == BoostControl.ExternalWastegate, turbos);
        return data;
    }

    [Theory, MemberData(nameof(Builds))]
    public void Every_build_is_drawn_with_its_own_parts_wide_and_narrow(BoostControl control, bool water, bool closed, int turbos)
    {
        foreach (var narrow in new[] { false, true })
        {
            var svg = XDocument.Parse(new JobDrawing(View(control, water, closed, turbos), narrow: narrow).Render()).Root!;
            // Charge air, heat, reference hoses and fuel on every custom build, boost control on each unit that has one, coolant where there is water.
            Assert.Equal(10 + 6 * turbos + (control == BoostControl.None ? 0 : turbos) + (water ? 1 : 0),
                svg.Descendants().Count(e => (string?)e.Attribute("class") == "d-label"));
            // Legible at arm's length: nothing is written under 15 pixels, where 800 units are shown on 680 or more.
            Assert.All(svg.Descendants().Where(e => e.Name.LocalName == "text"), t => Assert.InRange(double.Parse(t.Attribute("font-size")!.Value,
                CultureInfo.InvariantCulture), narrow ? 15 : 15 * 800 / 680.0, 30));
            Assert.Equal(turbos == 2, svg.Value.Contains("turbo 2", StringComparison.Ordinal));
            if (narrow) continue;
            var parts = new Dictionary<BoostControl, string> { [BoostControl.WastegateCanister] = "wastegate canister",
                [BoostControl.VanesCanister] = "vane canister", [BoostControl.VanesElectric] = "vane motor",
                    [BoostControl.WastegateElectric] = "wastegate motor",
                    [BoostControl.ExternalWastegate] = "external wastegate" };
            Assert.All(parts, p => Assert.Equal(p.Key == control, svg.Value.Contains(p.Value, StringComparison.Ordinal)));
            Assert.Equal(water, svg.Value.Contains("water", StringComparison.Ordinal));
            Assert.Equal(closed, svg.Value.Contains("breather, to the intake", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void Each_spot_leads_to_its_sheet_on_screen_and_nowhere_on_paper()
    {
        var view = View(BoostControl.None, false, false, 2);
        var screen = XDocument.Parse(new JobDrawing(view, ("drain", 2)).Render());
        var links = screen.Descendants().Where(e => e.Name.LocalName == "a").ToArray();
        Assert.Contains($"/jobs/{Id}/drain/2", links.Select(l => l.Attribute("href")!.Value));
        Assert.Equal("spot-drain-2", Assert.Single(links, l => l.Attribute("aria-current") is not null).Attribute("id")!.Value);
        Assert.All(links, l => Assert.Equal(l.Attribute("href")!.Value, l.Attribute("hx-get")!.Value));
        Assert.DoesNotContain(XDocument.Parse(new JobDrawing(view, paper: true).Render()).Descendants(), e => e.Name.LocalName == "a");
    }

    [Fact]
    public void Long_and_strange_names_neither_break_out_nor_break_the_drawing()
    {
        var svg = new JobDrawing(View(BoostControl.None, false, false, 1, "<script>alert(1)</script> & an engine with a very long name indeed")).Render();
        Assert.DoesNotContain("<script", svg);
        Assert.Contains("…", XDocument.Parse(svg).Root!.Value);
    }

    [Fact]
    public void Every_verdict_has_a_word_a_shape_and_a_colour_of_its_own()
    {
        var marks = Enum.GetValues<Verdict>().Select(VerdictMark.Of).ToArray();
        foreach (var part in new Func<VerdictMark, string>[] { m => m.Word, m => m.Path, m => m.Style, m => m.Ink }) Assert.Equal(marks.Length, marks
            .Select(part).Distinct().Count());
    }
}
