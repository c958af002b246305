using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Data;
using Wattology.Web.Hosting;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Forms;

/// <summary>Whatever is typed or sent is understood or refused with words; nothing is half-saved, and nothing fails.</summary>
public sealed class HardInputTests
{
    // Numbers as keyboards of other scripts, programs and mistakes write them.
    private static readonly string[] Numbers =
    [
        "٣٫٥", "۱۲", "१२", "１２", "𝟙𝟚",
        new string('9', 400), "0." + new string('0', 400) + "1", "1e308", "1e-320", "4.9e-324", "-0", "NaN", "∞", "1e400",
            "½", "\ud800",
        "0x10", "1\u00002", "12\u200b", "١٬٢٣٤", "--1", "+-1", "1,2,3.4", "e", ".", "-", " ", "\u202e12",
    ];

    [Fact]
    public async Task A_number_in_any_script_or_size_is_understood_or_refused_and_stays_in_its_box()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        foreach (var number in Numbers)
        {
            var before = await CountAsync(server);
            var answer = await jory.PostAsync(job + "/crankcase", ("pressure_kpa", number), ("running", "idle"), ("known", "seen"));
            // A zero byte ends the reading of the form itself.
            Assert.True(answer.Status is HttpStatusCode.Redirect or HttpStatusCode.UnprocessableEntity || number.Contains('\0') && answer.Status
                == HttpStatusCode.BadRequest, $"{number}: {answer.Status}");
            var recorded = answer.Status == HttpStatusCode.Redirect;
            Assert.Equal(before + (recorded ? 1 : 0), await CountAsync(server));
            if (answer.Status == HttpStatusCode.UnprocessableEntity) Assert.NotEmpty(answer.Said(".fault-list li"));
            Assert.Equal(HttpStatusCode.OK,
                (await jory.GetAsync($"/understand?field=x&measure=pressure&x={Uri.EscapeDataString(number.Replace('\ud800', '?'))}")).Status);
        }
        Assert.Empty(await server.VerifyAsync());
        Assert.Equal(HttpStatusCode.OK, (await jory.GetAsync(job)).Status);
    }

    [Fact]
    public async Task Dates_at_the_ends_of_time_texts_of_a_megabyte_and_odd_names_are_refused_or_kept_whole()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        foreach (var date in new[] { "0001-01-01T00:00", "9999-12-31T23:59", "9999-12-31T23:59-14:00", "0001-01-01T00:00+14:00", "2031-02-30T10:00", "today",
            "" })
        {
            var answer = await jory.PostAsync(job, ("for", "parts"), ("note", "pipe"), ("promised", date));
            Assert.True(answer.Status is HttpStatusCode.Redirect or HttpStatusCode.UnprocessableEntity, $"{date}: {answer.Status}");
            Assert.Equal(HttpStatusCode.OK, (await jory.GetAsync(job)).Status);
            Assert.Equal(HttpStatusCode.OK, (await jory.GetAsync("/")).Status);
        }
        var long_ = new string('a', 1 << 20);
        foreach (var fields in new (string, string)[][]
        {
            [("pressure_kpa", "0.4"), ("running", "idle"), ("known", "measured"), ("instrument", long_)],
            [("pressure_kpa", long_), ("running", "idle"), ("known", "seen")],
            [("pressure_kpa", "0.4"), ("running", "\ud800"), ("known", "seen")],
            [("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"), ("once", long_)],
        })
        {
            var before = await CountAsync(server);
            var answer = await jory.PostAsync(job + "/crankcase", fields);
            Assert.True(answer.Status is HttpStatusCode.UnprocessableEntity or HttpStatusCode.BadRequest or HttpStatusCode.Redirect, answer.Status.ToString());
            if (answer.Status != HttpStatusCode.Redirect) Assert.Equal(before, await CountAsync(server));
        }
        // Rows nobody has: fifty million of them are none.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await jory.PostAsync(job + "/oil-supply/1", [.. JobForms.CatchTest, ("input.runs.50000000.ml", "x"),
            ("corrects", "none such")])).Status is var s && s == HttpStatusCode.Redirect ? HttpStatusCode.UnprocessableEntity : s);
        // What is typed into a file's name goes into no header as it is.
        await jory.GetAsync("/book-in");
        foreach (var path in new[] { "/file.pdf", "/file.json", "/file.zip", "/follow-up.ics" }) Assert.Equal(HttpStatusCode.OK, (await jory.GetAsync(job
            + path)).Status);
        var desk = await server.VisitAsync("wyn");
        await desk.GetAsync("/import");
        foreach (var name in new[] { new string('n', 3000) + ".json", "a\u0001b.json", "..\\..\\x.json", "😀.json" })
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await desk.UploadAsync("/import", [("file", name, "{}"u8.ToArray())], null)).Status);
        Assert.Empty(await server.VerifyAsync());
    }

    [Theory]
    [InlineData(-14)]
    [InlineData(0)]
    [InlineData(14)]
    public void A_date_at_the_ends_of_time_is_none_in_any_zone(int hours)
    {
        var times = new ShopTimes(new Zoned(hours));
        foreach (var text in new[] { "0001-01-01T00:00", "9999-12-31T23:59", "1999-12-31T23:59", "2200-01-01T00:00" }) Assert.False(times.TryRead(text, out _));
        Assert.True(times.TryRead("2031-03-04T10:00", out var at));
        Assert.Equal(new DateTimeOffset(2031, 3, 4, 10, 0, 0, TimeSpan.FromHours(hours)), at);
        foreach (var end in new[] { DateTimeOffset.MinValue, DateTimeOffset.MaxValue }) Assert.NotEmpty(times.Promise(end));
    }

    [Theory]
    [InlineData(-1, "yesterday 09:00")]
    [InlineData(0, "today 09:00")]
    [InlineData(1, "tomorrow 09:00")]
    [InlineData(6, "Tuesday 09:00")]
    [InlineData(7, "Wed 15 Jan 09:00")]
    [InlineData(-2, "Mon 6 Jan 09:00")]
    public void A_promise_is_said_by_its_day_where_only_one_day_can_be_meant(int days, string said)
    {
        // Nine in the morning wherever this runs.
        var now = new DateTimeOffset(new DateTime(2031, 1, 8, 9, 0, 0, DateTimeKind.Local));
        Assert.Equal(said, new ShopTimes(new SetClock(now)).Promise(now.AddDays(days)));
    }

    // It is winter now: what is typed for the summer is a summer's hour, and comes back as it was typed.
    [Theory]
    [InlineData("2031-01-10T10:00", 1)]
    [InlineData("2031-07-10T10:00", 2)]
    [InlineData("2031-03-29T23:59", 1)]
    [InlineData("2031-03-31T00:00", 2)]
    public void A_time_typed_across_a_change_of_the_clocks_is_the_one_that_is_meant(string text, int hours)
    {
        var times = new ShopTimes(new Summers());
        Assert.True(times.TryRead(text, out var at));
        Assert.Equal(TimeSpan.FromHours(hours), at.Offset);
        Assert.Equal(text, times.Box(at.ToUniversalTime()));
    }

    private sealed class Summers : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => new(2031, 1, 8, 9, 0, 0, TimeSpan.Zero);

        public override TimeZoneInfo LocalTimeZone { get; } = TimeZoneInfo.CreateCustomTimeZone("s", TimeSpan.FromHours(1), "s", "s", "s",
            [TimeZoneInfo.AdjustmentRule.CreateAdjustmentRule(DateTime.MinValue.Date, DateTime.MaxValue.Date, TimeSpan.FromHours(1),
                TimeZoneInfo.TransitionTime.CreateFloatingDateRule(new(1, 1, 1, 2, 0, 0), 3, 5, DayOfWeek.Sunday),
                TimeZoneInfo.TransitionTime.CreateFloatingDateRule(new(1, 1, 1, 3, 0, 0), 10, 5, DayOfWeek.Sunday))]);
    }

    private sealed class Zoned(int hours) : TimeProvider
    {
        public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.CreateCustomTimeZone("x", TimeSpan.FromHours(hours), "x", "x");
    }

    [Fact]
    public async Task A_body_of_ten_megabytes_that_does_not_say_so_is_refused_and_costs_no_more()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        using var endless = new ChunkedContent(10 << 20, "application/json");
        var answer = await jory.SendContentAsync("/api/calc/turn", endless);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, answer.Status);
        using var form = new ChunkedContent(10 << 20, "application/x-www-form-urlencoded");
        Assert.Equal(HttpStatusCode.BadRequest, (await jory.SendContentAsync((await jory.BookInAsync()) + "/crankcase", form)).Status);
    }

    [Fact]
    public async Task A_word_of_four_thousand_letters_is_set_on_paper_line_by_line()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        var word = string.Concat(Enumerable.Range(0, 400).Select(i => $"w{i:0000}mmm🔧"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job, ("for", "parts"), ("note", word))).Status);
        using var pdf = UglyToad.PdfPig.PdfDocument.Open(await jory.BytesAsync(job + "/file.pdf"));
        var paper = string.Concat(pdf.GetPages().SelectMany(p => p.Letters).Select(l => l.Value));
        foreach (var i in new[] { 0, 199, 399 }) Assert.Contains($"w{i:0000}", paper);
    }

    private static Task<int> CountAsync(ShopServer server) => server.WithAsync(s => s.GetRequiredService<ShopDb>().Entries.CountAsync());

    // As a client sends that does not know how long it will be.
    private sealed class ChunkedContent : HttpContent
    {
        private readonly int _bytes;

        public ChunkedContent(int bytes, string type) => (_bytes, Headers.ContentType) = (bytes, new(type));

        protected override async Task SerializeToStreamAsync(Stream stream, TransportContext? context)
        {
            var piece = Encoding.ASCII.GetBytes(new string('a', 1 << 16));
            for (var sent = 0; sent < _bytes; sent += piece.Length) await stream.WriteAsync(piece);
        }

        protected override bool TryComputeLength(out long length)
        {
            length = 0;
            return false;
        }
    }
}
