using System.Net;
using UglyToad.PdfPig;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Instruments;

/// <summary>The register of instruments, and what a reading says of the one it was had with.</summary>
public sealed class InstrumentTests
{
    private static readonly DateTimeOffset Noon = new(2030, 5, 10, 12, 0, 0, TimeSpan.Zero);

    private static (string, string)[] Reading(string kpa, string once, params (string, string)[] how)
        => [("pressure_kpa", kpa), ("running", "idle"), ("once", once), .. how];

    [Fact]
    public async Task A_reading_is_one_touch_from_the_instruments_that_fit_and_an_expired_one_is_said()
    {
        await using var server = await ShopServer.StartAsync(clock: new SetClock(Noon));
        var (maren, jory) = (await server.VisitAsync("maren"), await server.VisitAsync("jory"));
        await maren.GetAsync("/instruments");
        foreach (var (name, kind, until) in new[] { ("manometer 1", "manometer", "2030-05-10"), ("manometer 2", "manometer", "2030-05-09"),
            ("jug 2", "container", ""), ("manometer 3", "manometer", "") })
            Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync("/instruments?handler=Add", ("name", name), ("kind", kind), ("until", until))).Status);
        await maren.PostAsync("/instruments?handler=Change", ("id", "4"), ("until", ""), ("outOfUse", "true"));

        var job = await jory.BookInAsync();
        var sheet = await jory.GetAsync(job + "/crankcase");
        // Those that fit, in use; the last day still counts.
        Assert.Equal(["manometer 1 calibrated until 10 May 2030", "manometer 2 calibration expired 9 May 2030"],
            sheet.Page.QuerySelectorAll("label:has([name=with])").Select(l => string.Join(' ', l.TextContent.Split((char[]?)null,
                StringSplitOptions.RemoveEmptyEntries))));
        string Id(string name) => sheet.Page.QuerySelectorAll("label:has([name=with])").First(l => l.TextContent.Contains(name, StringComparison.Ordinal))
            .QuerySelector("input")!.GetAttribute("value")!;
        await jory.PostAsync(job + "/crankcase", Reading("0.4", "a", ("with", Id("manometer 1"))));
        var stands = await jory.GetAsync(job + "/crankcase");
        Assert.Contains("measured (manometer 1, calibrated until 10 May 2030)", stands.Said(".latest"));
        Assert.Empty(stands.Said(".latest .v-doubt"));
        await jory.PostAsync(job + "/crankcase", Reading("0.5", "b", ("with", Id("manometer 2")), ("with", Id("manometer 1"))));
        stands = await jory.GetAsync(job + "/crankcase");
        Assert.Contains("manometer 2, calibration expired 9 May 2030", stands.Said(".latest .v-doubt"));
        // It stands in the file too, and stays there when the register changes.
        await maren.PostAsync("/instruments?handler=Change", ("id", Id("manometer 2")), ("until", "2031-01-01"));
        Assert.Contains("calibration expired 9 May 2030", (await jory.GetAsync(job + "/file.json")).Text);
        using (var pdf = PdfDocument.Open(await jory.BytesAsync(job + "/file.pdf")))
            Assert.Contains("calibrationexpired9May2030", string.Concat(pdf.GetPages().Select(p => p.Text)).Replace(" ", "", StringComparison.Ordinal));
        Assert.Contains("calibrated until 1 Jan 2031", (await jory.GetAsync("/instruments")).Said($"#instrument-{Id("manometer 2")}"));

        // A name typed as it stands in the register is that instrument; measured and seen at once is a question.
        await jory.PostAsync(job + "/crankcase", Reading("0.6", "c", ("known", "measured"), ("instrument", "Manometer 1")));
        Assert.Contains("(manometer 1, calibrated until", (await jory.GetAsync(job + "/crankcase")).Said(".latest"));
        var both = await jory.PostAsync(job + "/crankcase", Reading("0.6", "d", ("known", "felt"), ("with", Id("manometer 1"))));
        Assert.Contains("Measured with manometer 1, or felt: one of them.", both.Said(".fault-list"));
        Assert.NotNull(both.Page.QuerySelector($"[name=with][value='{Id("manometer 1")}'][checked]"));
    }

    [Fact]
    public async Task A_new_one_is_added_on_the_spot_and_no_two_are_called_the_same()
    {
        await using var server = await ShopServer.StartAsync(clock: new SetClock(Noon));
        var (jory, wyn) = (await server.VisitAsync("jory"), await server.VisitAsync("wyn"));
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/crankcase");
        (string, string)[] New(string until) => [("known", "measured"), ("instrument", "water column"), ("instrument_kind", "manometer"),
            ("instrument_range", "0 to 3 kPa"), ("instrument_until", until)];
        var wrong = await jory.PostAsync(job + "/crankcase", Reading("0.4", "a", New("next year")));
        Assert.Contains("'next year' is not a day.", wrong.Said(".fault-list"));
        Assert.Equal("0 to 3 kPa", wrong.Page.QuerySelector("[name=instrument_range]")!.GetAttribute("value"));
        Assert.DoesNotContain("water column", (await jory.GetAsync("/instruments")).Said("table"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", Reading("0.4", "a", New("2030-04-01")))).Status);
        Assert.Contains("water column, calibration expired 1 Apr 2030", (await jory.GetAsync(job + "/crankcase")).Said(".latest"));
        Assert.Contains("water column", (await jory.GetAsync(job + "/crankcase")).Said("label:has([name=with])"));
        Assert.Contains("0 to 3 kPa", (await jory.GetAsync("/instruments")).Said("table"));

        // One that is not kept is named in its reading and nowhere else.
        await jory.PostAsync(job + "/crankcase", Reading("0.4", "b", ("known", "measured"), ("instrument", "a borrowed gauge")));
        Assert.DoesNotContain("borrowed", (await jory.GetAsync("/instruments")).Said("table"));

        var again = await jory.PostAsync("/instruments?handler=Add", ("name", "Water Column "), ("kind", "manometer"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, again.Status);
        Assert.Contains("is in the register already", again.Said(".fault-list"));
        Assert.Contains("Give it the name", (await jory.PostAsync("/instruments?handler=Add", ("name", " "), ("kind", "manometer"))).Said(".fault-list"));
        await wyn.GetAsync("/instruments");
        Assert.Equal(HttpStatusCode.Forbidden, (await wyn.PostAsync("/instruments?handler=Add", ("name", "x"), ("kind", "other"))).Status);
        Assert.Empty((await wyn.GetAsync("/instruments")).Said("form.sheet-form"));
    }
}
