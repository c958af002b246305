using System.Globalization;
using System.Runtime.CompilerServices;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>How long it takes from a touch on a statement to the changed page, in the browser; written into docs/bench.md by docs/time-touches.</summary>
public sealed class TouchTime(DemoShopFixture demo)
{
    private const string Title = "## From a touch to the changed page";

    [Fact(Explicit = true)]
    public void From_a_touch_to_the_changed_page()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("jory");
        bay.Open(DemoJobs.Find(bay, "Fish lorry", "Triage") + "/findings");
        // The first frame that shows finding, ranking and drawing as they are now.
        bay.Script("""
            window.times = [];
            document.addEventListener('click', e => { if (e.target.closest('.touch')) window.from = performance.now(); }, true);
            document.addEventListener('htmx:afterOnLoad', () => requestAnimationFrame(() => setTimeout(() => {
                if (window.from) window.times.push(performance.now() - window.from);
                window.from = 0;
            })));
            """);
        string[] findings = ["compressor-blades-hit", "turbine-blades-hit", "wheel-rubbed", "shaft-blued", "bearings-scored", "drain-restricted"];
        for (var touch = 0; touch < 66; touch++)
        {
            var finding = findings[touch % findings.Length];
            bay.OpenCard(finding);
            var before = Convert.ToInt32(bay.Script("return window.times.length"), CultureInfo.InvariantCulture);
            bay.Look($"#finding-{finding} button[value='{(touch / findings.Length % 2 == 0 ? "present" : "absent")}']").Click();
            for (var wait = 0; wait < 100 && Convert.ToInt32(bay.Script("return window.times.length"), CultureInfo.InvariantCulture) == before; wait++)
                Thread.Sleep(20);
        }
        double[] times = [.. ((IEnumerable<object>)bay.Script("return window.times")!).Select(t => Convert.ToDouble(t, CultureInfo.InvariantCulture)).Skip(6)
            .Order()];
        var table = $"""
            {Title}

            {times.Length} touches on statements of the drawn unit, on the upright tablet in a headless Chromium on the same machine as the server: until the
            first frame that shows finding, ranking and drawing changed. `docs/time-touches` times anew.

            | median ms | 95th percentile ms | longest ms |
            |---|---|---|
            | {times[times.Length / 2]:0} | {times[(int)(times.Length * 0.95)]:0} | {times[^1]:0} |

            """;
        var file = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(Here())!, "../../../docs/bench.md"));
        var stands = File.ReadAllText(file);
        var at = stands.IndexOf(Title, StringComparison.Ordinal);
        var end = at < 0 ? -1 : stands.IndexOf("\n## ", at + 3, StringComparison.Ordinal);
        File.WriteAllText(file, at < 0 ? $"{stands.TrimEnd()}\n\n{table}" : stands[..at] + table + (end < 0 ? "" : stands[end..]));
    }

    private static string Here([CallerFilePath] string here = "") => here;
}
