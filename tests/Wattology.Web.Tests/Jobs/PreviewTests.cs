using System.Globalization;
using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

/// <summary>What a sheet shows while values are typed is what is recorded afterwards, and nothing is recorded by looking.</summary>
public sealed class PreviewTests
{
    private static string Say(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    // Readings of every sheet with figures, spread over sound, doubtful, stop and what is faulty.
    private static IEnumerable<(string Sheet, (string, string)[] Fields)> Generated()
    {
        var random = new Random(8);
        double Any(double from, double to) => from + (to - from) * random.NextDouble();
        for (var i = 0; i < 12; i++)
        {
            yield return ("/crankcase", [("pressure_kpa", Say(Any(-2, 3))), ("running", i % 2 == 0 ? "idle" : "loaded")]);
            yield return ("/clocking/1", [("input.oil_inlet_deg", Say(Any(-60, 60))), ("as_installed", i % 3 == 0 ? "false" : "true")]);
            yield return ("/restrictor/1", [("fitted", "true"), ("hole_mm", Say(Any(0.6, 3))), ("clear", i % 4 == 0 ? "false" : "true")]);
            yield return ("/oil-supply/1", [.. JobForms.CatchTest.Where(f => f.Item1 is not ("input.runs.0.ml" or "input.runs.1.ml" or "known"
                or "instrument")),
                ("input.runs.0.ml", Say(Any(10, 140))), ("input.runs.1.ml", Say(Any(10, 140)))]);
            yield return ("/drain/1", [.. JobForms.Drain.Where(f => f.Item1 is not ("input.segments.0.fall_mm" or "known" or "as_installed")),
                ("input.segments.0.fall_mm", Say(Any(-30, 130))), ("as_installed", i % 2 == 0 ? "true" : "false")]);
        }
    }

    private static int Badness(string said) => Array.FindIndex(["reading only", "sound", "doubtful", "stop"], said.Contains);

    [Fact]
    public async Task The_verdict_while_typing_is_the_one_recorded()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.ClearAsync(job, "catch");
        var (seen, compared, verdicts) = (0, 0, new HashSet<string>());
        foreach (var (sheet, fields) in Generated())
        {
            var before = await jory.EntriesAsync(job);
            var shown = await jory.PostAsync($"{job}{sheet}?handler=Preview", fields);
            Assert.Equal(HttpStatusCode.OK, shown.Status);
            Assert.Equal(before, await jory.EntriesAsync(job));
            var recorded = await jory.PostAsync(job + sheet, [.. fields, ("known", "measured"), ("instrument", "gauge"), ("once", $"p{seen++}")]);
            if (recorded.Status == HttpStatusCode.UnprocessableEntity)
            {
                Assert.Empty(shown.Said(".verdict"));
                continue;
            }
            var stands = await jory.GetAsync(job + sheet);
            // A reading that does not come to stand for its check, beside one as bad or worse, is judged on its own.
            if (shown.Page.QuerySelector(".big .value") is null)
            {
                Assert.True(Badness(stands.Said(".latest .big")) >= Badness(shown.Said(".verdict")), stands.Said(".latest .big"));
                continue;
            }
            compared++;
            Assert.Equal(stands.Said(".latest .big"), shown.Said(".big").Replace(" not recorded yet", "", StringComparison.Ordinal));
            Assert.Equal(stands.Page.QuerySelector(".latest .big + p")!.TextContent.Trim(), shown.Page.QuerySelector(".big + p")!.TextContent.Trim());
            verdicts.Add(shown.Said(".verdict"));
        }
        Assert.True(compared > seen / 3, $"{compared} of {seen}");
        Assert.Superset(new HashSet<string> { "sound", "doubtful", "stop" }, verdicts.Select(v => v.Split(" | ")[0]).ToHashSet());
    }

    [Fact]
    public async Task It_says_what_is_open_what_it_would_change_and_why_it_would_be_refused()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        var nothing = await jory.PostAsync(job + "/crankcase?handler=Preview");
        Assert.Empty(nothing.Page.QuerySelectorAll("p"));
        var half = await jory.PostAsync(job + "/crankcase?handler=Preview", ("pressure_kpa", "2"));
        Assert.Contains("Not judged yet; still open:", half.Text);
        Assert.NotNull(half.Page.QuerySelector("a[data-label-of=f-running]"));
        var unclear = await jory.PostAsync(job + "/crankcase?handler=Preview", ("pressure_kpa", "lots"), ("running", "idle"));
        Assert.NotNull(unclear.Page.QuerySelector("a[data-label-of=f-pressure-kpa]"));

        var high = await jory.PostAsync(job + "/crankcase?handler=Preview", ("pressure_kpa", "2"), ("running", "idle"));
        Assert.Equal("stop", high.Said(".verdict"));
        Assert.StartsWith("Limit: sound up to 1 kPa, doubtful up to 1.5 kPa (usual practice).", high.Said(".source"), StringComparison.Ordinal);
        // A stop opens the first start's item; a sound reading would settle it again.
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "2"), ("running", "idle"), ("known", "measured"), ("instrument", "g"), ("once", "a"));
        var low = await jory.PostAsync(job + "/crankcase?handler=Preview", ("pressure_kpa", "0.4"), ("running", "idle"));
        Assert.Contains("First start settles crankcase not at a stop", low.Said(".then li"));
        await jory.ClearAsync(job, "prime");
        await jory.PostAsync(job + "/drain/1", [.. JobForms.Drain, ("once", "b")]);
        var turned = await jory.PostAsync(job + "/clocking/1?handler=Preview", ("input.oil_inlet_deg", "4"), ("as_installed", "true"));
        await jory.PostAsync(job + "/clocking/1", ("input.oil_inlet_deg", "4"), ("as_installed", "true"), ("known", "seen"), ("once", "c"));
        turned = await jory.PostAsync(job + "/clocking/1?handler=Preview", ("input.oil_inlet_deg", "24"), ("as_installed", "true"));
        Assert.Contains("Drain reopened", turned.Said(".then li"));
        Assert.Contains("24° anticlockwise", turned.Said("p"));

        // What may not be recorded is said while it is typed.
        var other = await jory.BookInAsync();
        await jory.GetAsync(other);
        var unsafeCatch = await jory.PostAsync(other + "/oil-supply/1?handler=Preview", JobForms.CatchTest);
        Assert.Contains("Not to be recorded so.", unsafeCatch.Text);
        Assert.Contains("Nothing says that the engine cannot fire.", unsafeCatch.Text);
        Assert.Empty(unsafeCatch.Said(".verdict"));
        var told = await jory.PostAsync(job + "/prime?handler=Preview", ("by", "direct-gauge"), ("pressure_kpa", "180"), ("known", "told"));
        Assert.Contains("what is told or assumed proves nothing", told.Text);
    }
}
