using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.People;
using Wattology.Core.Plate;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.BookIn;

public sealed class KnownMachineTests
{
    private static async Task<string> BookAsync(Visitor visitor, string registration, params (string, string)[] other)
        => (await visitor.BookInAsync("", [("registration", registration), .. other])).Split('/')[2];

    private static async Task<string[]> KnownAsync(Visitor visitor, string typed) => [.. (await visitor.GetAsync($"/book-in?handler=Known&registration="
        + Uri.EscapeDataString(typed))).Page.QuerySelectorAll(".plate").Select(e => e.TextContent)];

    [Fact]
    public async Task What_is_typed_of_a_registration_finds_the_machines_that_were_here_the_last_first_each_once()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        foreach (var registration in new[] { "SAW 4", "SAW 5", "MILL 1", "none", "SA-W 4", "SAW 6", "SAW 7", "SAW 8", "SAW 9" })
            await BookAsync(wyn, registration);
        Assert.Equal(["SAW 9", "SAW 8", "SAW 7", "SAW 6", "SA-W 4"], await KnownAsync(wyn, "saw"));
        Assert.Equal(["SA-W 4"], await KnownAsync(wyn, "saw-4"));
        Assert.Equal(["MILL 1"], await KnownAsync(wyn, "mi"));
        foreach (var nothing in new[] { "", "m", "ILL", "none", "saw 44", "%", "'" }) Assert.Empty(await KnownAsync(wyn, nothing));
    }

    [Fact]
    public async Task Earlier_jobs_on_the_machine_stand_the_last_first_and_its_own_not_among_them()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        foreach (var registration in new[] { "SAW 4", "SAW 5", "SA-W 4", "saw 4" }) await BookAsync(wyn, registration);
        var last = await BookAsync(wyn, "SAW 4");
        Assert.Equal(["J-1004", "J-1003", "J-1001"], await server.WithAsync(async s => (await s.GetRequiredService<EarlierJobs>()
            .OnMachineAsync((await s.GetRequiredService<JobStore>().FindAsync(last))!)).Select(e => e.Number).ToArray()));
    }

    [Fact]
    public async Task What_is_read_of_other_jobs_with_the_engine_is_what_stands()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var (first, second) = (await BookAsync(jory, "SAW 4"), await BookAsync(jory, "SAW 5"));
        Task<string[]> ModelsAsync() => server.WithAsync(async s => (await s.GetRequiredService<EarlierJobs>()
            .OnEngineAsync<PlateRead>((await s.GetRequiredService<JobStore>().FindAsync(second))!)).Select(e => e.Body.Model).ToArray());
        Task<string> AppendAsync(EntryBody body, string? corrects = null) => server.WithAsync(async s => (await s.GetRequiredService<JobStore>()
            .AppendAsync(first, new(await server.IdAsync("jory"), "Jory A", Role.Technician), new EntryDraft(body, Known.Seen, Corrects: corrects,
                Reason: corrects is null ? null : "misread"))).Record.Last.Hash);
        var before = await ModelsAsync();
        var wrong = await AppendAsync(new PlateRead(1, PlateOf.New, Model: "R61", MakerNumber: "OV-1"));
        Assert.Equal(before.Prepend("R61"), await ModelsAsync());
        await AppendAsync(new PlateRead(1, PlateOf.New, Model: "R62", MakerNumber: "OV-1"), wrong);
        Assert.Equal(before.Prepend("R62"), await ModelsAsync());
    }

    [Fact]
    public async Task A_machine_is_taken_over_into_what_is_typed_and_nothing_of_why_it_came_or_how_far_it_had_run()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        var before = await BookAsync(wyn, "SAW 4", ("contact", "0550 17"), ("water_cooled", "true"), ("closed_breather", "true"), ("turbos", "2"),
            ("fuel", "petrol"), ("control", "vanes-electric"), ("kind", "custom"), ("engine", "Brannock D9"), ("promised", "2031-03-03T10:00"));
        await wyn.GetAsync("/book-in");
        var page = await wyn.PostAsync("/book-in?handler=TakeOver&like=" + before, ("customer", "Mill L"), ("complaint", "Whines since Monday."),
            ("registration", "saw"), ("run_hours", ""), ("answer.blue-smoke", "present"), ("plate.model", "R61"), ("fuel", "diesel"), ("once", "kept"));
        string At(string name) => page.Page.QuerySelector($"[name='{name}']:not([type=radio]), [name='{name}']:checked")?.GetAttribute("value")
            ?? page.Page.QuerySelector($"textarea[name='{name}']")?.TextContent.Trim() ?? "";
        Assert.Equal(("Mill Lane Saws", "0550 17", "SAW 4", "Saw mill engine", "Brannock D9"), (At("customer"), At("contact"), At("registration"),
            At("machine"), At("engine")));
        Assert.Equal(("petrol", "vanes-electric", "2", "true", "true", "custom"), (At("fuel"), At("control"), At("turbos"), At("water_cooled"),
            At("closed_breather"), At("kind")));
        Assert.Equal(("Whines since Monday.", "present", "R61", "kept"), (At("complaint"), At("answer.blue-smoke"), At("plate.model"), At("once")));
        Assert.Equal(("", "", "", ""), (At("run_hours"), At("distance_km"), At("promised"), At("plate.maker_number")));
        Assert.Contains("is taken over from J-1001", page.Said(".taken-over"));
        Assert.Equal("yes", page.Page.QuerySelector("form[data-draft='/book-in']")!.GetAttribute("data-fresh"));
    }

    [Fact]
    public async Task A_machine_whose_life_is_shown_is_booked_in_again_by_a_link_and_its_draft_is_its_own()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        await BookAsync(wyn, "SAW 4");
        var last = await BookAsync(wyn, "SAW 4", ("customer", "New Owner"));
        var life = (await wyn.GetAsync("/machines/SAW4")).Page;
        var link = life.QuerySelectorAll("a.button").Single(a => a.TextContent == "Book it in again").GetAttribute("href")!;
        Assert.Equal("/book-in?like=" + last, link);
        var form = (await wyn.GetAsync(link)).Page.QuerySelector("form[data-draft]")!;
        Assert.Equal(("/book-in/" + last, ""), (form.GetAttribute("data-draft"), form.GetAttribute("data-fresh")));
        Assert.Equal("New Owner", form.QuerySelector("[name=customer]")!.GetAttribute("value"));
        // What is recorded of it forgets its own draft, and nothing that was half typed of another.
        var opened = form.QuerySelector("[name=opened_for]")!.GetAttribute("value")!;
        var refused = await wyn.PostAsync("/book-in", JobForms.Booking(("opened_for", opened), ("customer", "")));
        Assert.Equal("/book-in/" + last, refused.Page.QuerySelector("form[data-draft]")!.GetAttribute("data-draft"));
        var booked = await wyn.PostAsync("/book-in", JobForms.Booking(("opened_for", opened), ("once", "again")));
        Assert.Equal("/book-in/" + last, (await wyn.GetAsync(booked.Location!.ToString())).Page.QuerySelector("[data-saved]")!.GetAttribute("data-saved"));
        Assert.Equal(HttpStatusCode.NotFound, (await wyn.GetAsync("/book-in?like=" + new string('0', 32))).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await wyn.GetAsync("/book-in?like=x")).Status);
    }

    [Fact]
    public async Task Machines_without_a_number_are_not_one_machine()
    {
        await using var server = await ShopServer.StartAsync();
        var wyn = await server.VisitAsync("wyn");
        await BookAsync(wyn, "none");
        var second = await BookAsync(wyn, "None");
        Assert.DoesNotContain("was here before", (await wyn.GetAsync("/jobs/" + second)).Text);
        Assert.Empty((await wyn.GetAsync("/jobs")).Page.QuerySelectorAll("a.plate"));
        await BookAsync(wyn, "SAW 4");
        Assert.Contains("was here before", (await wyn.GetAsync("/jobs/" + await BookAsync(wyn, "saw4"))).Text);
    }
}
