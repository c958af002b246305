using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Jobs;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Findings;

public sealed class FindingsPageTests
{
    private static Task<JudgedJob?> JobAsync(ShopServer server, string job)
        => server.WithAsync(s => s.GetRequiredService<JobStore>().FindAsync(job.Split('/')[2]));

    [Fact]
    public async Task What_the_customer_answers_while_booking_in_is_told_and_what_nobody_knows_is_left_alone()
    {
        await using var server = await ShopServer.StartAsync();
        var desk = await server.VisitAsync("wyn");
        var form = await desk.GetAsync("/book-in");
        Assert.Equal(11, form.Page.QuerySelectorAll(".asked-grid fieldset").Length);
        Assert.All(form.Page.QuerySelectorAll(".asked-grid input[checked]"), i => Assert.Equal("", i.GetAttribute("value")));
        var refused = await desk.PostAsync("/book-in", JobForms.Booking(("customer", ""), ("answer.blue-smoke", "present")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Equal("present", refused.Page.QuerySelector("input[name='answer.blue-smoke'][checked]")!.GetAttribute("value"));
        var booked = await desk.PostAsync("/book-in", JobForms.Booking(("answer.blue-smoke", "present"), ("answer.whine-or-scrape", "absent"),
            ("answer.low-power", ""), ("once", "desk-1")));
        var job = (await JobAsync(server, booked.Location!.ToString()))!;
        Assert.Equal([("blue-smoke", Core.Causes.Answer.Present, Known.Told), ("whine-or-scrape", Core.Causes.Answer.Absent, Known.Told)],
            job.Answers.Select(a => (a.Key, a.Value.Answer, a.Value.Known!.Value)).OrderBy(a => a.Key));
        // A first fitment has no failed unit to ask about.
        var first = await desk.PostAsync("/book-in", JobForms.Booking(("kind", "first-fitment"), ("answer.blue-smoke", "present"), ("once", "desk-2")));
        Assert.Empty((await JobAsync(server, first.Location!.ToString()))!.Answers);
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task The_stage_is_moved_by_one_touch_and_only_what_can_be_looked_at_now_is_offered()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        string[] Offered(Hosting.Answer page) => [.. page.Page.QuerySelectorAll("#ranking ol.next-checks a, #ranking h4 + p a").Select(a
            => a.GetAttribute("href")!["#finding-".Length..])];
        static Stage Of(string finding) => CauseModel.Usual.Find(finding)!.Stage;
        var vehicle = await jory.GetAsync(job + "/findings");
        Assert.NotEmpty(Offered(vehicle));
        Assert.All(Offered(vehicle), f => Assert.Equal(Stage.Vehicle, Of(f)));
        Assert.Contains("cannot be looked at again once the unit is off", vehicle.Said("#ranking"));
        foreach (var (stage, from, to) in new[] { ("bench", Stage.Bench, Stage.Bench), ("strip", Stage.Bench, Stage.Strip), ("ask", Stage.Ask, Stage.Ask) })
        {
            if (stage != "ask")
            {
                // What it destroys is asked for first, and nothing is recorded meanwhile.
                var asked = await jory.PostAsync(job + "/findings?handler=Reached", ("turbo", "1"), ("stage", stage));
                Assert.Equal((HttpStatusCode.OK, true), (asked.Status, asked.Page.QuerySelector("#last-looks-1")!.HasAttribute("open")));
                Assert.NotEqual(stage, asked.Page.QuerySelector("#unit-stage [aria-pressed=true]")!.GetAttribute("value"));
            }
            Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/findings?handler=Reached", ("turbo", "1"), ("stage", stage), ("sure", "true")))
                .Status);
            var page = await jory.GetAsync(job + "/findings");
            Assert.Equal(stage, page.Page.QuerySelector("#unit-stage [aria-pressed=true]")!.GetAttribute("value"));
            Assert.NotEmpty(Offered(page));
            Assert.All(Offered(page), f => Assert.InRange(Of(f), from, to));
        }
        Assert.Contains("unit in the hand: ", (await StageAsync("bench")).Said("#ranking").ToLowerInvariant());
        Assert.Equal(HttpStatusCode.NotFound, (await jory.PostAsync(job + "/findings?handler=Reached", ("turbo", "1"), ("stage", "wheel"))).Status);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await jory.PostAsync(job + "/findings?handler=Reached", ("turbo", "2"), ("stage", "bench"))).Status);

        async Task<Hosting.Answer> StageAsync(string stage)
        {
            await jory.PostAsync(job + "/findings?handler=Reached", ("turbo", "1"), ("stage", stage), ("sure", "true"));
            return await jory.GetAsync(job + "/findings");
        }
    }

    [Fact]
    public async Task Measured_takes_the_figure_and_without_one_a_touch_is_seen_or_felt()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/findings");
        Task<Hosting.Answer> Say(string finding, params (string, string)[] more)
            => jory.PostAsync(job + "/findings?handler=Say", [("finding", finding), ("answer", "present"), ("saw", ""), .. more]);
        await Say("radial-play-high", ("figure", "0,42 mm"), ("known", "felt"));
        await Say("axial-play-high");
        await Say("vanes-stiff");
        await Say("over-fuelling");
        await Say("blue-smoke");
        await Say("wheel-rubbed", ("known", "assumed"));
        var answers = (await JobAsync(server, job))!.Answers;
        Assert.Equal([Known.Measured, Known.Felt, Known.Felt, Known.Seen, Known.Told, Known.Assumed], new[] { "radial-play-high", "axial-play-high",
            "vanes-stiff", "over-fuelling", "blue-smoke", "wheel-rubbed" }.Select(f => answers[f].Known!.Value));
        var page = await jory.GetAsync(job + "/findings");
        Assert.Contains("measured, 0,42 mm", page.Said("#finding-radial-play-high summary"));
        Assert.Contains("(0,42 mm)", (await jory.GetAsync(job + "/record")).Text);
        var refused = await Say("intake-suction-high", ("known", "measured"), ("figure", ""));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("Measured asks for the figure", refused.Said("#finding-intake-suction-high .fault"));
        Assert.NotNull(refused.Page.QuerySelector("#finding-intake-suction-high details[open]"));
        var long41 = await Say("exhaust-restricted", ("figure", new string('9', 41)));
        Assert.Contains("At most 40", long41.Said("#finding-exhaust-restricted .fault"));
        Assert.Equal(new string('9', 41), long41.Page.QuerySelector("#finding-exhaust-restricted input[name=figure]")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Closed_jobs_on_the_same_engine_move_the_starting_chances_and_the_page_says_so()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        await server.WithAsync(async services =>
        {
            var store = services.GetRequiredService<JobStore>();
            var db = services.GetRequiredService<Data.ShopDb>();
            var closed = db.Jobs.Where(j => j.Cause != "").ToArray();
            Assert.True(closed.Length >= 10, $"{closed.Length} closed");
            var open = db.Jobs.First(j => j.HandedOverMs == null && closed.Select(c => c.Family).Contains(j.Family));
            Assert.Equal("", open.Cause);
            var job = (await store.FindAsync(open.Id))!;
            var own = closed.Where(c => c.Family == open.Family).GroupBy(c => c.Cause).ToDictionary(g => g.Key, g => g.Count());
            Assert.Equal(own, job.Context.FamilyCases);
            var (cause, count) = own.MaxBy(o => o.Value);
            Assert.Equal(count, job.Priors.Single(p => p.Cause == cause).Cases);
            // One's own job is none of its cases: closed, it does not argue for itself.
            var one = closed.First(c => c.Family == open.Family && c.Cause == cause);
            Assert.Equal(count - 1, (await store.FindAsync(one.Id))!.Context.FamilyCases.GetValueOrDefault(cause));
        });
    }

    [Fact]
    public async Task A_value_that_may_be_meant_in_two_ways_is_asked_and_an_unusual_one_is_taken_once_it_is_said_to_be_so()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        Assert.Equal("= 184000 km; read as 184 000 km",
            (await jory.GetAsync("/understand?measure=distance&field=d&least=500&most=1500000&d=184.000%20km")).Text);
        var asked = await jory.GetAsync("/understand?measure=volume&field=v&v=2%20qt");
        Assert.Equal(["2 US qt", "2 imp qt"], asked.Page.QuerySelectorAll("button.offer").Select(b => b.GetAttribute("data-take")));
        Assert.Contains("it is usually -5 kPa to 5 kPa", (await jory.GetAsync("/understand?measure=pressure&field=p&least=-5&most=5&p=12")).Text);

        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/crankcase");
        (string, string)[] reading = [("pressure_kpa", "12"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge")];
        var unusual = await jory.PostAsync(job + "/crankcase", reading);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, unusual.Status);
        Assert.Contains("That is 12 kPa; it is usually -5 kPa to 5 kPa", unusual.Said(".fault"));
        Assert.Equal("12", unusual.Page.QuerySelector("input[name=sure]")!.GetAttribute("value"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await jory.PostAsync(job + "/crankcase", [.. reading, ("sure", "13")])).Status);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", [.. reading, ("sure", "12"), ("once", "sure")])).Status);
        var impossible = await jory.PostAsync(job + "/crankcase", [("pressure_kpa", "5 bar"), .. reading[1..], ("sure", "5 bar")]);
        Assert.Contains("500 kPa cannot be: from -30 kPa up to 30 kPa can.", impossible.Said(".fault"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", [("pressure_kpa", "1,250"), .. reading[1..], ("once", "b")])).Status);
        Assert.Contains("1.25 kPa", (await jory.GetAsync(job + "/record")).Text);
        await jory.GetAsync(job + "/drain/1");
        var two = await jory.PostAsync(job + "/drain/1", [.. JobForms.Drain.Where(f => f.Item1 != "input.exit_above_oil_mm"),
            ("input.exit_above_oil_mm", "1,250")]);
        Assert.Contains("can be read two ways", two.Said(".fault"));
        Assert.Equal(2, two.Page.QuerySelectorAll(".field.wrong .offer").Length);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await jory.PostAsync(job + "/crankcase", [("pressure_kpa", new string('9', 310)),
            .. reading[1..]])).Status);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", [("pressure_kpa", "٤ mbar"), .. reading[1..], ("once", "d")])).Status);
    }

    [Fact]
    public async Task How_sure_it_is_stands_on_a_page_and_says_what_the_document_says()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        Assert.NotNull((await jory.GetAsync(job + "/findings")).Page.QuerySelector("#ranking a[href='/judgement']"));
        var page = await jory.GetAsync("/judgement");
        var document = File.ReadAllText(Path.Combine(RootOf(AppContext.BaseDirectory), "docs", "judgement.md"));
        foreach (var row in page.Page.QuerySelector("table")!.QuerySelectorAll("tbody tr"))
            Assert.Contains("| " + string.Join(" | ", row.QuerySelectorAll("td").Select(d => d.TextContent)) + " |", document);
        Assert.Equal(6, page.Page.QuerySelectorAll("details").Length);
    }

    private static string RootOf(string folder) => File.Exists(Path.Combine(folder, "Wattology.slnx")) ? folder : RootOf(Path.GetDirectoryName(folder)!);
}
