using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Web.People;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Yard;

public sealed class YardTests
{
    [Fact]
    public async Task Jobs_stand_by_what_they_wait_for_and_are_found_by_any_of_their_names()
    {
        await using var server = await ShopServer.StartAsync();
        var desk = await server.VisitAsync("wyn");
        var job = await desk.BookInAsync();
        await desk.GetAsync(job);
        await desk.PostAsync(job, ("for", "parts"), ("note", "gasket, Friday boat"), ("promised", "2020-01-02T16:00"));
        var yard = await desk.GetAsync("/");
        Assert.Contains("Waits for parts 1", yard.Said(".waits h2"));
        Assert.Contains("gasket, Friday boat", yard.Said(".yard"));
        Assert.Contains("late:", yard.Said(".yard td.late"));
        foreach (var search in new[] { "saw4", "mill lane", "ov 77 01", "J-1001" }) Assert
            .Contains("Saw mill engine", (await desk.GetAsync("/?q=" + Uri.EscapeDataString(search))).Said(".yard"));
        Assert.Contains("Nothing found", (await desk.GetAsync("/?q=%25")).Said("main"));
    }

    [Fact]
    public async Task A_job_on_which_nobody_works_says_so_in_the_yard_however_often_it_is_telephoned_about()
    {
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var server = await ShopServer.StartAsync(clock: clock);
        var jory = await server.VisitAsync("jory");
        var worked = await jory.BookInAsync();
        async Task<string> YardAsync(string user, string job) => (await (await server.VisitAsync(user)).GetAsync("/")).Page.QuerySelectorAll(".yard tbody tr")
            .Single(r => r.QuerySelector($"a[href='{job}']") is not null).TextContent;
        await jory.GetAsync(worked);
        await jory.LookAsync(worked, "feed-connected", "tight", 1);
        clock.Now += TimeSpan.FromDays(13);
        Assert.DoesNotContain("no work for", await YardAsync("jory", worked));
        var desk = await server.VisitAsync("wyn");
        await desk.GetAsync(worked);
        await desk.PostAsync(worked, ("for", "parts"), ("note", "gasket, Friday boat"), ("promised", "2031-04-02T16:00"));
        clock.Now += TimeSpan.FromDays(2);
        Assert.Contains("no work for 15 days: what was passed counts as told", await YardAsync("wyn", worked));
        var back = await server.VisitAsync("jory");
        await back.GetAsync(worked);
        await back.LookAsync(worked, "feed-connected", "tight", 1);
        Assert.DoesNotContain("no work for", await YardAsync("wyn", worked));
    }

    [Fact]
    public async Task Many_jobs_and_long_names_stay_one_short_list()
    {
        await using var server = await ShopServer.StartAsync();
        var desk = await server.VisitAsync("wyn");
        await desk.GetAsync("/book-in");
        var longName = string.Join(' ', Enumerable.Repeat("Longwinded", 60));
        for (var i = 0; i < 30; i++)
            await desk.PostAsync("/book-in", [.. JobForms.BookingIn.Where(f => f.Item1 is not "customer"), ("customer", $"{longName} {i}"),
                ("once", $"many-{i}")]);
        var yard = await desk.GetAsync("/");
        Assert.Equal(30, yard.Page.QuerySelectorAll(".yard tbody tr").Length);
        Assert.Equal(30, yard.Page.QuerySelectorAll("a.num").Select(a => a.TextContent).Distinct().Count());
        var tooLong = await desk.PostAsync("/book-in", [.. JobForms.BookingIn.Where(f => f.Item1 is not "complaint"), ("complaint", new string('x', 5000)),
            ("once", "too-long")]);
        Assert.Contains("5000 characters long; 4000 are allowed", tooLong.Said(".fault-list"));
        Assert.Equal(5000, tooLong.Page.QuerySelector("textarea")!.TextContent.Trim().Length);
    }

    [Fact]
    public async Task A_booking_in_is_corrected_by_a_new_entry_under_the_same_number()
    {
        await using var server = await ShopServer.StartAsync();
        var desk = await server.VisitAsync("wyn");
        var job = await desk.BookInAsync();
        var form = await desk.GetAsync("/book-in?job=" + job.Split('/')[2]);
        var corrects = form.Page.QuerySelector("[name=corrects]")!.GetAttribute("value")!;
        (string, string)[] fields = [.. JobForms.BookingIn.Where(f => f.Item1 is not "machine"), ("machine", "Saw mill engine, spare"),
            ("job", job.Split('/')[2]), ("corrects", corrects)];
        Assert.Contains("A correction needs its reason", (await desk.PostAsync("/book-in", fields)).Said(".fault-list"));
        Assert.Equal(HttpStatusCode.Redirect, (await desk.PostAsync("/book-in", [.. fields, ("reason", "It was the spare.")])).Status);
        var page = await desk.GetAsync(job);
        Assert.Contains("J-1001", page.Said(".job-head"));
        Assert.Contains("Saw mill engine, spare", page.Said(".job-head"));
        Assert.Contains("Booked in (corrected)", (await desk.GetAsync(job + "/record")).Said(".record .struck"));
    }

    [Fact]
    public async Task The_owner_adds_people_who_can_then_sign_in()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        await owner.GetAsync("/people");
        Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync("/people?handler=Add", ("name", "Odd Lund"), ("user", "odd"),
            ("password", ShopServer.Password), ("role", "technician"))).Status);
        Assert.Contains("Odd Lund", (await (await server.VisitAsync("odd")).GetAsync("/")).Said(".who"));
    }

    [Fact]
    public async Task A_shop_is_set_up_once_and_only_with_the_code()
    {
        await using var server = await ShopServer.StartAsync();
        var visitor = await server.VisitAsync();
        Assert.Equal("/sign-in", (await visitor.GetAsync("/set-up")).Location!.ToString());
        var code = server.Services.GetRequiredService<OwnerCode>();
        Assert.Matches("^[A-Z2-9]{8}$", code.Code!);
        Assert.True(code.Matches(" " + code.Code!.ToLowerInvariant()));
        Assert.False(code.Matches("AAAAAAAA"));
        code.Spend();
        Assert.False(code.Matches(""));
    }

    [Fact]
    public async Task Pages_that_are_not_there_say_so()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var missing = await jory.GetAsync("/nowhere");
        Assert.Equal(HttpStatusCode.NotFound, missing.Status);
        Assert.Contains("There is no such page or job", missing.Said("main"));
    }
}
