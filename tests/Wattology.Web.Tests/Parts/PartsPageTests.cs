using System.Net;
using System.Text;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using Wattology.Core.PartNumbers;
using Wattology.Data;
using Wattology.Data.Shop;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Parts;

public sealed class PartsPageTests
{
    private const string Table = "kind,number,maker,model,vehicle_number,engine,successor,part,count\n"
        + "format,OV-##-##,Orvane,,,,,,\nengine,OV-77-01,,,,Brannock D3,,,\nkit,OV-77-01,,,,,,Drain gasket,1\n";

    // A Monday morning.
    private SetClock Clock { get; } = new(new DateTimeOffset(2031, 3, 3, 8, 0, 0, TimeSpan.Zero));

    private static async Task<(Visitor Jory, string Job)> BookAsync(ShopServer server, string user = "jory")
    {
        var jory = await server.VisitAsync(user);
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        return (jory, job);
    }

    private static Task UseAsync(ShopServer server) => server.WithAsync(async services =>
    {
        var db = services.GetRequiredService<ShopDb>();
        PartsTableStore.Replace(db, PartsFile.Read(Table));
        await db.SaveChangesAsync();
    });

    private static async Task OrderAsync(Visitor visitor, string job, string what, string part, string due)
    {
        var open = (await visitor.GetAsync(job + "/parts")).Page.QuerySelector("form.pass [name=open]")?.GetAttribute("value") ?? "";
        await visitor.PostAsync(job + "/parts?handler=Pass", ("pass_reason", "only boat this week"), ("open", open));
        var answer = await visitor.PostAsync(job + "/parts?handler=Order", ("what", what), ("part", part), ("from", "the boat"), ("due", due));
        Assert.True(answer.Status == HttpStatusCode.Redirect, answer.Said(".fault-list"));
    }

    [Fact]
    public async Task The_yard_says_what_is_owed_what_is_late_and_which_promise_cannot_be_kept()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var (jory, job) = await BookAsync(server);
        await OrderAsync(jory, job, "Feed pipe", "feed-pipe", Clock.Now.AddDays(2).ToString("s"));
        await OrderAsync(jory, job, "Drain gasket", "drain-gasket", Clock.Now.AddDays(-1).ToString("s"));
        await jory.PostAsync(job, ("for", "parts"), ("promised", Clock.Now.AddDays(1).ToString("s")));
        var yard = await jory.GetAsync("/");
        Assert.Contains("owed: Feed pipe, due", yard.Said("table.yard"));
        Assert.Contains("late: Drain gasket, was due", yard.Said("table.yard .v-stop"));
        Assert.Contains("cannot be kept with what is owed", yard.Said("table.yard .late"));
        Assert.Empty(await server.VerifyAsync());
        await jory.PostAsync(job, ("for", "parts"), ("promised", Clock.Now.AddDays(20).ToString("s")));
        Assert.DoesNotContain("cannot be kept", (await jory.GetAsync("/")).Text);
        // Said of the part, its order is taken in; renewed, it has come.
        await jory.PostAsync(job + "/parts?handler=Part", ("part", "drain-gasket"), ("state", "here"));
        Assert.DoesNotContain("Drain gasket", (await jory.GetAsync("/")).Said("table.yard"));
        var orders = (await jory.GetAsync(job + "/parts")).Page.QuerySelectorAll(".order-row button[name=order]").Select(b =>
            b.GetAttribute("value")!).ToArray();
        await jory.PostAsync(job + "/parts?handler=Came", ("order", Assert.Single(orders)));
        await OrderAsync(jory, job, "Air filter", "air-filter", Clock.Now.AddDays(2).ToString("s"));
        await jory.PostAsync(job + "/renew", ("part", "air-filter"), ("state", "renewed"));
        Assert.DoesNotContain("owed:", (await jory.GetAsync("/")).Text);
    }

    [Fact]
    public async Task A_part_of_the_plan_is_ordered_by_a_touch_with_the_next_boat_or_from_whom_parts_came_before()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        await server.WithAsync(async services =>
        {
            var db = services.GetRequiredService<ShopDb>();
            db.Set(ShopSettings.DeliveriesKey, Core.Parts.Delivery.Write([new("the Tuesday boat", DayOfWeek.Tuesday, new(10, 30))]));
            await db.SaveChangesAsync();
        });
        var (jory, job) = await BookAsync(server);
        async Task<string[]> OffersAsync(string part) => [.. (await jory.GetAsync(job + "/parts")).Page.QuerySelectorAll($"#part-{part} .order-part button")
            .Select(b => b.GetAttribute("value")!)];
        // Before the cause is named an order wants its reason: nothing is offered by a touch, nor taken.
        Assert.Empty(await OffersAsync("feed-pipe"));
        var held = await jory.PostAsync(job + "/parts?handler=OrderPart", ("part", "feed-pipe"), ("with", "the Tuesday boat"));
        Assert.Contains("hold point", held.Said(".fault-list"));
        await OrderAsync(jory, job, "Rags", "", "");
        Assert.Equal(["the Tuesday boat", "the boat"], await OffersAsync("feed-pipe"));

        await jory.PostAsync(job + "/parts?handler=OrderPart", ("part", "feed-pipe"), ("with", "the Tuesday boat"), ("once", "a"));
        await jory.PostAsync(job + "/parts?handler=OrderPart", ("part", "feed-pipe"), ("with", "the Tuesday boat"), ("once", "a"));
        await jory.PostAsync(job + "/parts?handler=OrderPart", ("part", "drain-gasket"), ("with", "the boat"), ("once", "b"));
        var page = await jory.GetAsync(job + "/parts");
        Assert.Contains("due tomorrow 10:30", page.Said("#part-feed-pipe"));
        Assert.Contains("owed", page.Said("#part-drain-gasket"));
        Assert.DoesNotContain("due", page.Said("#part-drain-gasket .hint"));
        Assert.Single(page.Page.QuerySelectorAll(".order-row b"), b => b.TextContent == "Feed pipe");
        Assert.Empty(await OffersAsync("feed-pipe"));
        // What came without something is ordered again.
        await jory.PostAsync(job + "/parts?handler=Part", ("part", "drain-gasket"), ("state", "missing"), ("because", "wrong size"));
        Assert.NotEmpty(await OffersAsync("drain-gasket"));
        // What is typed of a part stays where it was typed.
        var tooLong = new string('x', 4_001);
        var refused = await jory.PostAsync(job + "/parts?handler=Part", ("part", "air-filter"), ("state", "missing"), ("because", tooLong));
        Assert.Equal((HttpStatusCode.UnprocessableEntity, tooLong, ""), (refused.Status, refused.Page.QuerySelector("#why-air-filter")!.GetAttribute("value"),
            refused.Page.QuerySelector("#why-feed-pipe")!.GetAttribute("value")));

        foreach (var (part, with, says) in new[] { ("no-such", "the boat", "There is no such part in the plan."), ("air-filter", " ", "Say from whom.") })
            Assert.Contains(says, (await jory.PostAsync(job + "/parts?handler=OrderPart", ("part", part), ("with", with))).Said(".fault-list"));
    }

    [Fact]
    public async Task A_unit_that_goes_back_leaves_the_job_waiting_for_another()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var (jory, job) = await BookAsync(server);
        await jory.PostAsync(job + "/plate/1", ("plate", "new"), ("maker_number", "OV-9"), ("known", "seen"));
        var none = await jory.PostAsync(job + "/parts?handler=SendBack", ("turbo", "1"), ("why", " "));
        Assert.Contains("Say what was wrong with it", none.Said(".fault-list"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/parts?handler=SendBack", ("turbo", "1"), ("why", "flange chipped"))).Status);
        var yard = await jory.GetAsync("/");
        Assert.Contains("Waits for parts", yard.Said("h2"));
        Assert.Contains("Another unit: flange chipped", yard.Said("table.yard"));
    }

    [Fact]
    public async Task A_declined_line_wants_its_reason_keeps_what_was_typed_and_stands_on_paper()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var (jory, job) = await BookAsync(server);
        var bare = await jory.PostAsync(job + "/renew", ("part", "air-filter"), ("state", "declined"), ("because", ""));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, bare.Status);
        Assert.Contains("Say what the customer said, and who asked.", bare.Said("#line-air-filter .fault"));
        Assert.NotNull(bare.Page.QuerySelector("#line-air-filter details[open]"));
        await jory.PostAsync(job + "/renew", ("part", "air-filter"), ("state", "declined"), ("because", "has one at home, says Wyn"));
        Assert.Contains("declined by the customer: has one at home", (await jory.GetAsync(job + "/renew")).Said("#line-air-filter"));
        using var pdf = PdfDocument.Open(await jory.BytesAsync(job + "/file.pdf"));
        Assert.Contains("Declined by the customer: has one at home, says Wyn", string.Concat(pdf.GetPages().Select(p => p.Text)));
        // Somebody else said another thing of the same line meanwhile.
        var other = await server.VisitAsync("maren");
        await other.GetAsync(job + "/renew");
        var clash = await other.PostAsync(job + "/renew", ("part", "air-filter"), ("state", "renewed"), ("saw", ""));
        Assert.Contains("answered this after your page was opened", clash.Said(".fault-list"));
    }

    [Fact]
    public async Task A_number_is_kept_as_its_maker_writes_it_and_one_that_was_told_is_provisional()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        await UseAsync(server);
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/book-in");
        var booked = await jory.PostAsync("/book-in", [.. JobForms.Booking(("plate.maker_number", "ov7701"), ("plate_told", "true")), ("once", "x")]);
        var job = booked.Location!.ToString();
        var plate = await jory.GetAsync(job + "/plate/1");
        Assert.Contains("OV-77-01", plate.Said(".match-plate b"));
        Assert.Contains("Provisional: the number was told", (await jory.GetAsync(job + "/release")).Said(".hold-point"));
        await jory.PostAsync(job + "/plate/1", ("plate", "old"), ("maker_number", "ov 77 01"), ("known", "seen"));
        Assert.DoesNotContain("Provisional", (await jory.GetAsync(job + "/release")).Said(".hold-point"));
        Assert.Contains("ov 77 01", (await jory.GetAsync(job + "/file.json")).Text);
        await jory.PostAsync(job + "/plate/1", ("plate", "new"), ("maker_number", "OV7702"), ("known", "seen"));
        Assert.Contains("OV-77-02 is not on this engine's list: Brannock D3 has OV-77-01.", (await jory.GetAsync(job + "/plate/1")).Said(".latest"));
        Assert.Contains("We look for the turbo of: Brannock D3", (await jory.GetAsync(job + "/plate/1")).Said("#enquiry"));
    }

    [Fact]
    public async Task The_number_a_plate_says_is_touched_and_kept_as_seen_and_one_that_was_not_offered_is_not()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        await UseAsync(server);
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/book-in");
        var job = (await jory.PostAsync("/book-in", [.. JobForms.Booking(("plate.maker_number", "ov7701"), ("plate_told", "true")),
            ("once", "x")])).Location!.ToString();
        // What was told is read on the unit before anything rests on it.
        var page = await jory.GetAsync(job + "/plate/1");
        Assert.Contains("as it was told", page.Said("#plate-old"));
        await jory.PostAsync(job + "/plate/1?handler=Touch", ("touched_plate", "old"), ("touched_number", "OV-77-01"));
        page = await jory.GetAsync(job + "/plate/1");
        Assert.Null(page.Page.QuerySelector("#plate-old"));
        Assert.Null(page.Page.QuerySelector("#ask-old-plate-1"));
        Assert.Null(page.Page.QuerySelector("details.figures")!.GetAttribute("open"));
        Assert.DoesNotContain("Provisional", (await jory.GetAsync(job + "/release")).Said(".hold-point"));
        var before = await jory.EntriesAsync(job);
        var refused = await jory.PostAsync(job + "/plate/1?handler=Touch", ("touched_plate", "new"), ("touched_number", "OV-66-66"));
        Assert.Contains("Touch the number the plate says, or type it.", refused.Said(".fault-list"));
        Assert.NotNull(refused.Page.QuerySelector("details.figures")!.GetAttribute("open"));
        Assert.Equal(before, await jory.EntriesAsync(job));
        await jory.PostAsync(job + "/plate/1?handler=Touch", ("touched_plate", "new"), ("touched_number", "OV-77-01"));
        page = await jory.GetAsync(job + "/plate/1");
        Assert.Contains("same number", page.Said(".latest"));
        Assert.Contains("seen", page.Said(".latest"));
        Assert.Equal("true", page.Page.QuerySelector("#plate-new [value='OV-77-01']")!.GetAttribute("aria-pressed"));
    }

    [Fact]
    public async Task A_table_is_brought_in_whole_by_those_who_may_and_taken_away_as_it_is()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/parts-table");
        Assert.Equal(HttpStatusCode.Forbidden, (await jory.UploadAsync("/parts-table", [("file", "t.csv", Encoding.UTF8.GetBytes(Table))], null)).Status);
        var wyn = await server.VisitAsync("wyn");
        await wyn.GetAsync("/parts-table");
        var bad = await wyn.UploadAsync("/parts-table", [("file", "t.csv", Encoding.UTF8.GetBytes(Table + "kit,OV-1,,,,,,x,0\nodd,1,,,,,,,\n"))], null);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, bad.Status);
        Assert.Contains("Line 5: ‘0’ is no count", bad.Said(".fault-list"));
        Assert.Contains("Line 6: ‘odd’ is no kind of row", bad.Said(".fault-list"));
        Assert.Contains("No table yet", (await wyn.GetAsync("/parts-table")).Said(".empty"));
        Assert.Equal(HttpStatusCode.Redirect, (await wyn.UploadAsync("/parts-table", [("file", "t.csv", Encoding.UTF8.GetBytes(Table))], null)).Status);
        Assert.Equal(Table, (await wyn.GetAsync("/parts-table?handler=File")).Text);
        Assert.Contains("1 of 3 rows", (await wyn.GetAsync("/parts-table?q=gasket")).Text);
        Assert.Contains("Say what it is called", (await wyn.PostAsync("/parts-table?handler=Delivery", ("name", "a;b"), ("day", "Friday"), ("at", "10:30")))
            .Said(".fault-list"));
        await wyn.PostAsync("/parts-table?handler=Delivery", ("name", "the Friday boat"), ("day", "Friday"), ("at", "10:30"));
        var job = await jory.BookInAsync();
        Assert.Contains("By the Friday boat", (await jory.GetAsync(job + "/parts")).Said("button[data-puts]"));
        await wyn.PostAsync("/parts-table?handler=Delivery", ("off", "the Friday boat"));
        Assert.DoesNotContain("the Friday boat", (await jory.GetAsync(job + "/parts")).Text);
    }

    [Theory]
    [InlineData(65001)]
    [InlineData(1200)]
    [InlineData(1252)]
    public async Task A_table_keeps_its_letters_whichever_way_a_spreadsheet_saved_it(int letters)
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var wyn = await server.VisitAsync("wyn");
        await wyn.GetAsync("/parts-table");
        var (table, saved) = (Table.Replace("Brannock D3", "Brånnock – D3", StringComparison.Ordinal), letters == 1252
            ? CodePagesEncodingProvider.Instance.GetEncoding(letters)! : Encoding.GetEncoding(letters));
        await wyn.UploadAsync("/parts-table", [("file", "t.csv", [.. saved.GetPreamble(), .. saved.GetBytes(table)])], null);
        Assert.Equal(table, (await wyn.GetAsync("/parts-table?handler=File")).Text);
    }

    [Theory]
    [InlineData("90", "90 min")]
    [InlineData("1:30 h", "90 min")]
    [InlineData("", "30 min")]
    [InlineData("half past ten", null)]
    [InlineData("100 h", null)]
    public async Task A_wait_takes_its_usual_time_or_the_one_that_is_typed(string typed, string? said)
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var (jory, job) = await BookAsync(server);
        var answer = await jory.PostAsync(job + "/parts?handler=Wait", ("kind", "drain"), ("note", "coolant"), ("takes", typed));
        Assert.Equal(said is null ? HttpStatusCode.UnprocessableEntity : HttpStatusCode.Redirect, answer.Status);
        if (said is null)
        {
            Assert.Equal((typed, "coolant"), (answer.Page.QuerySelector("#f-takes")!.GetAttribute("value"), answer.Page.QuerySelector("#f-note")!
                .GetAttribute("value")));
            Assert.NotNull(answer.Page.QuerySelector(".wait-form details")!.GetAttribute("open"));
            return;
        }
        Assert.Contains($"Draining: coolant, {said}", (await jory.GetAsync(job + "/record")).Text);
        // Everybody on the job sees it run, and that it is over.
        var other = await server.VisitAsync("maren");
        Assert.Contains("Draining: coolant", (await other.GetAsync(job + "/triage")).Said(".wait-runs"));
        Clock.Now = Clock.Now.AddHours(2);
        Assert.Contains("over", (await other.GetAsync(job + "/triage")).Said(".wait-runs.over"));
        Clock.Now = Clock.Now.AddHours(-1);
        Assert.Contains("at it too: Jory", (await other.GetAsync(job + "/triage")).Said(".work-now"));
    }

    [Fact]
    public async Task Only_the_owner_retires_what_one_should_have_known_and_only_with_a_reason()
    {
        await using var server = await ShopServer.StartAsync(clock: Clock);
        var (jory, job) = await BookAsync(server);
        await jory.PostAsync(job + "/snags", ("kind", "snag"), ("step", "triage"), ("words", "The sensor lies behind the pump."));
        var next = await jory.BookInAsync();
        Assert.Contains("The sensor lies behind the pump.", (await jory.GetAsync(next + "/triage")).Said(".snag"));
        var snag = (await jory.GetAsync(job + "/file.json")).Text.Split("\"shop\"")[0].Split("\"hash\": \"")[^1].Split('"')[0];
        Assert.Contains("takes owner", (await jory.PostAsync(next + "/snags?handler=Retire", ("entry", snag), ("why", "x"))).Said(".fault-list"));
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync(next + "/snags");
        Assert.Contains("Say why", (await maren.PostAsync(next + "/snags?handler=Retire", ("entry", snag), ("why", ""))).Said(".fault-list"));
        Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync(next + "/snags?handler=Retire", ("entry", snag), ("why", "redesigned"))).Status);
        Assert.Equal("", (await jory.GetAsync(next + "/triage")).Said(".snag"));
        Assert.Contains("The sensor lies behind the pump.", (await jory.GetAsync(job + "/record")).Text);
    }
}
