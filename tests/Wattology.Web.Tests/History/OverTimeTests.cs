using System.Globalization;
using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.History;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.History;

/// <summary>The shop over time, on the demo's three years: charts, tables and files say what the core computes from the jobs themselves.</summary>
public sealed class OverTimeTests(OverTimeTests.Demo demo) : IClassFixture<OverTimeTests.Demo>
{
    /// <summary>The demo, made once for all of these.</summary>
    public sealed class Demo : IAsyncLifetime
    {
        public ShopServer Server { get; private set; } = null!;

        public IReadOnlyList<JobRow> Jobs { get; private set; } = [];

        public async ValueTask InitializeAsync()
        {
            Server = await ShopServer.StartAsync(demo: true);
            Jobs = await Server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.AsNoTracking().ToListAsync());
        }

        public ValueTask DisposeAsync() => Server.DisposeAsync();

        public Task<Visitor> VisitAsync(string user) => Server.VisitDemoAsync(user);
    }

    private IEnumerable<JobRow> Over => demo.Jobs.Where(j => j.EndedAs == "Handed over");

    private bool CameBack(JobRow job) => demo.Jobs.Any(j => j.ComebackOf == job.Number);

    [Fact]
    public void The_demo_tells_three_years_of_about_sixty_jobs_of_which_about_one_in_eight_came_back()
    {
        Assert.InRange(demo.Jobs.Count, 55, 66);
        Assert.InRange((demo.Jobs.Max(j => j.BookedMs) - demo.Jobs.Min(j => j.BookedMs)) / 86_400_000.0, 1_000, 1_100);
        Assert.InRange((double)Over.Count(CameBack) / Over.Count(), 1 / 10.0, 1 / 6.0);
        Assert.True(demo.Jobs.Count(j => j.HandedOverMs is null) >= 12);
    }

    public static TheoryData<string> Ways => [.. OverTime.Ways];

    [Theory, MemberData(nameof(Ways))]
    public async Task Chart_table_and_file_say_the_same_as_the_core(string way)
    {
        Func<JobRow, string> by = way switch
        {
            "engine" => j => j.Family, "cause" => j => j.Cause, "unit" => j => j.UnitSource, "school" => j => j.School, _ => j => j.SupplyGrade,
        };
        var expected = Over.GroupBy(by).Select(g => new RateLine(g.Key, g.Count(CameBack), g.Count())).OrderBy(l => l.Name.Length == 0).ThenByDescending(l
            => l.N)
            .ThenBy(l => l.Name, StringComparer.Ordinal).ToArray();
        var jory = await demo.VisitAsync("jory");
        var page = await jory.GetAsync($"/over-time?period=all&by={way}");
        var rows = page.Page.QuerySelectorAll("#comebacks tbody tr").Select(r => r.Children.Select(c => c.TextContent.Trim()).ToArray()).ToArray();
        Assert.Equal(expected.Select(l => (l.N.ToString(CultureInfo.InvariantCulture), l.Events.ToString(CultureInfo.InvariantCulture))), rows.Select(r
            => (r[1],
            r[2])));
        foreach (var (line, row) in expected.Zip(rows))
            Assert.Equal(string.Create(CultureInfo.InvariantCulture,
                $"{100 * line.Share:0.#} % ({100 * line.Interval.Low:0.#} to {100 * line.Interval.High:0.#})"),
                row[3]);
        var drawn = page.Page.QuerySelectorAll("#comebacks svg text").Select(t => t.TextContent).Where(t => System.Text.RegularExpressions.Regex.IsMatch(t,
            @"^\d+ of \d+$"));
        Assert.Equal(expected.Select(l => $"{l.Events} of {l.N}"), drawn);
        var file = System.Text.Encoding.UTF8.GetString(await jory.BytesAsync($"/over-time?period=all&by={way}&handler=Csv")).Trim().Split("\r\n");
        Assert.Equal(expected.Select(l => $",{l.N},{l.Events},"), file.Skip(1).Select(l => "," + string.Join(',', l.Split(',')[^5..^3]) + ","));
        Assert.Contains(new Comparison([.. expected.Where(l => l.Name.Length > 0)]).Apart.Count == 0 ? "No difference here is sure" : "surely",
            page.Said("#comebacks .note"));
    }

    [Fact]
    public async Task The_curve_is_the_cores_over_every_job_handed_over()
    {
        var rows = await demo.Server.WithAsync(s => s.GetRequiredService<OverTime>().SurvivalAsync(new Period(0, long.MaxValue),
            TimeProvider.System.GetUtcNow().ToUnixTimeMilliseconds()));
        Assert.Equal(Over.Count(CameBack), rows.Rows.Sum(r => r.Failed));
        var first = Over.Where(CameBack).Min(j => demo.Jobs.Where(b => b.ComebackOf == j.Number).Min(b => b.BookedMs) - j.HandedOverMs!.Value);
        Assert.Equal(first / 86_400_000.0 / (365.25 / 12), rows.Rows[0].Months, 6);
        Assert.Equal(Over.Count(j => TimeProvider.System.GetUtcNow().ToUnixTimeMilliseconds() - j.HandedOverMs >= first), rows.Rows[0].AtRisk);
    }

    [Fact]
    public async Task The_curve_is_of_the_jobs_handed_over_in_the_period_asked_for_and_of_no_others()
    {
        var days = Over.Select(j => j.HandedOverMs!.Value).Order().ToArray();
        var period = new Period(days[days.Length / 5], days[4 * days.Length / 5]);
        var of = Over.Where(j => j.HandedOverMs >= period.FromMs && j.HandedOverMs < period.ToMs).ToArray();
        var rows = await demo.Server.WithAsync(s => s.GetRequiredService<OverTime>().SurvivalAsync(period,
            TimeProvider.System.GetUtcNow().ToUnixTimeMilliseconds()));
        Assert.InRange(of.Count(CameBack), 1, Over.Count(CameBack) - 1);
        Assert.Equal(of.Count(CameBack), rows.Rows.Sum(r => r.Failed));
        Assert.True(rows.Rows[0].AtRisk <= of.Length);
    }

    [Fact]
    public async Task What_was_passed_by_name_is_told_of_the_jobs_booked_in_within_the_period()
    {
        Task<IReadOnlyList<PassedMost>> PassedAsync(long from, long to)
            => demo.Server.WithAsync(s => s.GetRequiredService<OverTime>().PassedAsync(new(from, to)));
        var days = demo.Jobs.Where(j => j.Passed != "[]").Select(j => j.BookedMs).Order().ToArray();
        var all = await PassedAsync(0, long.MaxValue);
        Assert.NotEmpty(all);
        Assert.Empty(await PassedAsync(0, days[0]));
        Assert.Empty(await PassedAsync(days[^1] + 1, long.MaxValue));
        Assert.Equal(all.Sum(p => p.Times), (await PassedAsync(0, days[^1])).Concat(await PassedAsync(days[^1], long.MaxValue)).Sum(p => p.Times));
    }

    [Fact]
    public async Task A_technician_sees_their_own_jobs_beside_the_shops_and_nobody_a_list_of_colleagues()
    {
        var jory = await demo.VisitAsync("jory");
        var own = Over.Where(j => j.Hand == "000000000000000000000000a11ce000").ToArray();
        Assert.Contains($"Your own: {own.Count(CameBack)} of {own.Length},", (await jory.GetAsync("/over-time?period=all")).Said("#comebacks"));
        foreach (var user in new[] { "jory", "wyn", "maren" })
        {
            var page = (await (await demo.VisitAsync(user)).GetAsync("/over-time?period=all")).Page.QuerySelector("main")!.TextContent;
            Assert.DoesNotContain("Ines", page);
            Assert.DoesNotContain("Tam", page);
            if (user != "jory") Assert.DoesNotContain("Your own", page);
        }
        Assert.Contains($"{demo.Jobs.Count(j => j.Hand == "000000000000000000000000a11ce000")} jobs.", (await jory.GetAsync("/jobs?mine=yes")).Said("main p"));
    }

    [Fact]
    public async Task Refused_claims_are_told_by_what_was_missing_and_lead_to_their_jobs()
    {
        var refused = demo.Jobs.Where(j => j.ClaimState == "refused").ToArray();
        var wyn = await demo.VisitAsync("wyn");
        var page = await wyn.GetAsync("/over-time?period=all");
        Assert.Contains($"{refused.Count(j => j.ClaimCode == "crankcase-before")} of {refused.Length} were: crankcase pressure as it came.",
            page.Said("#refused"));
        var jobs = await wyn.GetAsync(page.Page.QuerySelector("#refused a")!.GetAttribute("href")!);
        Assert.Equal(refused.Where(j => j.ClaimCode == "crankcase-before").Select(j => j.Number).Order(), jobs.Page.QuerySelectorAll("td .num")
            .Select(a => a.TextContent).Order());
    }

    [Fact]
    public async Task Every_figure_leads_to_as_many_jobs_as_it_says()
    {
        var wyn = await demo.VisitAsync("wyn");
        var page = await wyn.GetAsync("/over-time?period=all");
        foreach (var link in page.Page.QuerySelectorAll("main td a[href^='/jobs?']"))
        {
            var shown = int.Parse(link.TextContent.Split(' ')[0], CultureInfo.InvariantCulture);
            var jobs = (await wyn.GetAsync(link.GetAttribute("href")!)).Page.QuerySelectorAll("main tbody tr").Length;
            Assert.True(jobs == shown, $"{link.GetAttribute("href")}: {shown} said, {jobs} found");
        }
    }

    [Theory]
    [InlineData("q=ferry", "FERRY AUX 2")]
    [InlineData("q=FERRYAUX2", "FERRY AUX 2")]
    [InlineData("q=Saltmarsh", "IS 2766")]
    [InlineData("q=forage", "IS")]
    [InlineData("engine=tressick+t2+130", "IS 2766")]
    [InlineData("outcome=comeback", "")]
    [InlineData("outcome=open", "")]
    [InlineData("outcome=ended", "")]
    [InlineData("cause=crankcase&outcome=handed-over", "")]
    public async Task Jobs_are_found_again_and_written_as_a_file_of_as_many(string query, string registration)
    {
        var wyn = await demo.VisitAsync("wyn");
        var page = await wyn.GetAsync("/jobs?" + query);
        var rows = page.Page.QuerySelectorAll("main tbody tr").Length;
        Assert.InRange(rows, 1, demo.Jobs.Count - 1);
        Assert.All(page.Page.QuerySelectorAll("td .plate"), p => Assert.StartsWith(registration, p.TextContent));
        var file = System.Text.Encoding.UTF8.GetString(await wyn.BytesAsync($"/jobs?{query}&handler=Csv")).Trim().Split("\r\n");
        Assert.Equal(rows + 1, file.Length);
    }

    [Theory]
    [InlineData("causes", "jobs", 1)]
    [InlineData("lasted", "came_back", 2)]
    [InlineData("refused", "claims", 1)]
    [InlineData("passed", "jobs", 1)]
    [InlineData("waits", "jobs", 1)]
    public async Task Every_list_over_time_is_a_file_too_with_the_figures_that_are_shown(string list, string column, int cell)
    {
        var wyn = await demo.VisitAsync("wyn");
        var page = await wyn.GetAsync("/over-time?period=all");
        var link = page.Page.QuerySelectorAll($"#{list} a").Single(a => a.TextContent == "As CSV").GetAttribute("href")!;
        using var text = new StringReader(System.Text.Encoding.UTF8.GetString(await wyn.BytesAsync(link)));
        using var csv = new CsvHelper.CsvReader(text, CultureInfo.InvariantCulture);
        var told = csv.GetRecords<dynamic>().Select(r => (string)((IDictionary<string, object>)r)[column]).ToArray();
        var shown = page.Page.QuerySelectorAll($"#{list} tbody tr").Select(r => r.Children[cell].TextContent.Trim().Split(' ')[0]).ToArray();
        Assert.NotEmpty(shown);
        Assert.Equal(shown, told);
    }

    [Theory]
    [InlineData("/over-time")]
    [InlineData("/over-time?period=year&by=cause&engine=")]
    [InlineData("/over-time?period=&by=&engine=")]
    [InlineData("/jobs?q=&engine=&cause=&outcome=&from=&to=")]
    [InlineData("/claims?state=")]
    [InlineData("/policies?of=")]
    public async Task Every_touch_that_stays_on_the_page_is_answered(string address)
    {
        var wyn = await demo.VisitAsync("wyn");
        var page = await wyn.GetAsync(address);
        Assert.Equal(HttpStatusCode.OK, page.Status);
        var own = page.Page.QuerySelectorAll("main a[href]").Select(a => a.GetAttribute("href")!).Where(h => h.StartsWith(address.Split('?')[0],
            StringComparison.Ordinal)).Distinct().Take(25).ToArray();
        foreach (var touch in own) Assert.True((await wyn.GetAsync(touch)).Status == HttpStatusCode.OK, touch);
    }

    [Fact]
    public async Task A_day_that_is_none_is_said_and_what_was_typed_stays()
    {
        var wyn = await demo.VisitAsync("wyn");
        var page = await wyn.GetAsync("/jobs?from=yesterday&q=ferry");
        Assert.Contains("'yesterday' is no day", page.Said(".fault"));
        Assert.Equal("ferry", page.Page.QuerySelector("#q")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_machines_life_stands_on_one_line_with_what_came_back()
    {
        var wyn = await demo.VisitAsync("wyn");
        var back = demo.Jobs.First(j => j.ComebackOf.Length > 0);
        var page = await wyn.GetAsync($"/machines/{back.PlainRegistration}");
        var own = demo.Jobs.Where(j => j.PlainRegistration == back.PlainRegistration).OrderBy(j => j.BookedMs).Select(j => j.Number).ToArray();
        Assert.Equal(own, page.Page.QuerySelectorAll("td .num").Select(a => a.TextContent));
        Assert.Equal(own, page.Page.QuerySelectorAll("svg text").Select(t => t.TextContent).Where(t => t.StartsWith("SQ-", StringComparison.Ordinal)));
        Assert.Contains($"comeback of {back.ComebackOf}", page.Said("table"));
        var file = System.Text.Encoding.UTF8.GetString(await wyn.BytesAsync($"/machines/{back.PlainRegistration}?handler=Csv")).Trim().Split("\r\n");
        Assert.Equal(own, file.Skip(1).Select(l => l.Split(',')[0]));
        Assert.Equal(HttpStatusCode.NotFound, (await wyn.GetAsync("/machines/NOSUCH")).Status);
    }

    [Fact]
    public async Task Readings_claims_and_the_yard_are_written_as_files_too_and_no_cell_is_a_formula()
    {
        var wyn = await demo.VisitAsync("wyn");
        async Task<string[]> File(string path) => System.Text.Encoding.UTF8.GetString(await wyn.BytesAsync(path)).Trim().Split("\r\n");
        var readings = await File("/limits/catch-ratio?handler=Csv");
        Assert.True(readings.Length > 20);
        Assert.All(readings.Skip(1), r => Assert.Matches(@"^SQ-\d+,\d{4}-\d\d-\d\dT[\d:]+Z,.*,measured,.*,[\d.]+,number,", r));
        Assert.Equal(demo.Jobs.Count(j => j.ClaimState.Length > 0) + 1, (await File("/claims?handler=Csv")).Length);
        Assert.Equal(demo.Jobs.Count(j => j.HandedOverMs is null) + 1, (await File("/?handler=Csv")).Length);
        var text = Wattology.Web.Api.CsvFile.Of("x.csv", ["a"], [["=1+1"], ["a,\"b\""]]);
        Assert.Equal("a\r\n\"'=1+1\"\r\n\"a,\"\"b\"\"\"\r\n", System.Text.Encoding.UTF8.GetString(text.FileContents));
    }

    [Fact]
    public async Task An_empty_shop_says_that_there_is_nothing_yet()
    {
        await using var server = await ShopServer.StartAsync();
        var maren = await server.VisitAsync("maren");
        Assert.Contains("No job was handed over in this period", (await maren.GetAsync("/over-time")).Said("#comebacks"));
        Assert.Contains("No job is like that", (await maren.GetAsync("/jobs")).Said("main p"));
        Assert.Contains("No claim stands here", (await maren.GetAsync("/claims")).Said("main p"));
    }
}
