using AngleSharp.Dom;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Forms;

/// <summary>A browser answers the enter key with a form's first button. Where buttons are answers, that must not choose one.</summary>
public sealed class EnterKeyTests
{
    private static readonly string[] Machines = ["Lifeboat tractor", "Pilot launch", "Brewery van", "Hill-climb", "Mail van"];
    private static readonly string[] Sheets =
    [
        "", "/plate/1", "/findings", "/oil-supply/1", "/restrictor/1", "/feed-pipe/1", "/drain/1", "/pour-through/1", "/blow-by", "/compression", "/cure",
        "/clocking-plan/1", "/rings/1", "/clocking/1", "/control/1", "/sweep/1", "/references", "/fuel", "/mixture", "/charge-air", "/shaft-speed/1",
        "/coolant", "/heat", "/suction", "/play/1", "/crankcase", "/release", "/prime", "/prime?step=crank", "/start", "/hand-over", "/triage", "/parts",
        "/renew", "/strip", "/strip?back=true", "/beside/1", "/old-parts", "/snags", "/photos", "/fit", "/assembly/1", "/fluids", "/driver-sheet", "/traces",
        "/loose-ends", "/after-run", "/claim", "/boost-fit",
    ];

    private static bool IsTyped(IElement box) => (box.GetAttribute("type") ?? "text") is not ("hidden" or "radio" or "checkbox" or "file" or "range");

    [Fact]
    public async Task The_enter_key_never_chooses_the_first_of_several_answers()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var maren = await server.VisitDemoAsync("maren");
        var yard = (await maren.GetAsync("/")).Page.QuerySelectorAll("table.yard tbody tr");
        var jobs = Machines.Select(m => yard.First(r => r.TextContent.Contains(m, StringComparison.Ordinal)).QuerySelector("a.num")!.GetAttribute("href")!);
        string[] others = ["/", "/book-in", "/limits", "/instruments", "/tablet", "/people", "/keys", "/import", "/claims", "/policies", "/over-time", "/jobs",
            "/parts-table"];
        var (wrong, several) = (new SortedSet<string>(StringComparer.Ordinal), 0);
        foreach (var path in jobs.SelectMany(j => Sheets.Select(s => j + s)).Concat(others))
            foreach (var form in (await maren.GetAsync(path)).Page.QuerySelectorAll("form").Where(f => f.QuerySelectorAll("input").Any(IsTyped)))
            {
                if (form.QuerySelectorAll("button:not([type=button])") is not { Length: > 1 } buttons) continue;
                several++;
                var first = buttons[0];
                if (first.HasAttribute("name") && !first.HasAttribute("disabled") && !first.HasAttribute("hidden"))
                    wrong.Add($"{path[(path.LastIndexOf('/', 36) + 1)..]}: {first.TextContent.Trim()}");
            }
        Assert.True(wrong.Count == 0, string.Join("\n", wrong));
        Assert.True(several > 100, $"{several} forms with several buttons");
    }
}
