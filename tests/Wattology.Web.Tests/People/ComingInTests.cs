using System.Net;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.People;
using Wattology.Web.People;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.People;

/// <summary>Who comes in, who is kept out, and when what was open closes.</summary>
public sealed class ComingInTests
{
    private static readonly DateTimeOffset Start = new(2031, 3, 4, 9, 30, 0, TimeSpan.Zero);

    private static async Task<bool> IsInAsync(Visitor visitor) => (await visitor.GetAsync("/")).Status == HttpStatusCode.OK;

    private static Task<Answer> TryAsync(Visitor visitor, string user, string password) => visitor.PostAsync("/sign-in", ("user", user), ("password",
        password));

    private static async Task<Visitor> AtDoorAsync(ShopServer server, string from = "10.0.0.7")
    {
        var visitor = await server.VisitAsync();
        visitor.From = from;
        await visitor.GetAsync("/sign-in");
        return visitor;
    }

    [Fact]
    public async Task Whatever_changes_what_somebody_may_do_ends_every_session_of_theirs_at_once()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        var id = await server.IdAsync("jory");
        await owner.GetAsync("/people");
        async Task ChangeAsync(string how, params (string, string)[] with)
            => Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync($"/people?handler={how}", [("whom", id), .. with])).Status);
        async Task EndsAsync(Func<Visitor, Task> act, string how)
        {
            var (tablet, desk) = (await server.VisitAsync("jory"), await server.VisitAsync("jory"));
            var copied = tablet.Copy();
            Assert.True(await IsInAsync(tablet) && await IsInAsync(desk) && await IsInAsync(copied));
            await act(tablet);
            foreach (var session in new[] { tablet, desk, copied }) Assert.False(await IsInAsync(session), how);
        }
        await EndsAsync(t => t.PostAsync("/sign-out"), "sign-out");
        await EndsAsync(_ => ChangeAsync("Rename", ("new_name", "Jory B")), "name");
        await EndsAsync(_ => ChangeAsync("Role", ("become", "desk")), "role");
        await EndsAsync(_ => ChangeAsync("Disable"), "disabled");
        Assert.Contains("do not belong together", (await TryAsync(await AtDoorAsync(server), "jory", ShopServer.Password)).Said(".fault"));
        await ChangeAsync("Enable");
        await EndsAsync(_ => ChangeAsync("Reset"), "password reset");
        await server.WithAsync(async s =>
        {
            var users = s.GetRequiredService<UserManager<Person>>();
            await users.AddPasswordAsync((await users.FindByIdAsync(id))!, ShopServer.Password);
        });
        await EndsAsync(_ => server.WithAsync(async s =>
        {
            var users = s.GetRequiredService<UserManager<Person>>();
            await users.DeleteAsync((await users.FindByIdAsync(id))!);
        }), "deleted");
        // The others are where they were.
        Assert.True(await IsInAsync(owner));
    }

    [Fact]
    public async Task What_streams_ends_with_the_session_it_was_opened_in()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(60));
        using var stream = await jory.StreamAsync("/live/gauge", stop.Token);
        var read = stream.Content.ReadAsStringAsync(stop.Token);
        await jory.GetAsync("/");
        await jory.PostAsync("/sign-out");
        Assert.Contains("event: state", await read);
    }

    [Fact]
    public async Task A_tablet_that_locked_opens_with_the_same_persons_pin_and_shows_nothing_before()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync("/pin");
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync("/pin", ("password", ShopServer.Password), ("pin", "4711"))).Status);
        await jory.GetAsync(job);
        Assert.Equal("15", (await jory.GetAsync(job)).Page.Body!.GetAttribute("data-lock"));
        Assert.Equal(HttpStatusCode.NoContent, (await jory.PostAsync("/locked?handler=Lock")).Status);

        var answer = await jory.GetAsync(job + "/crankcase");
        Assert.Equal("/locked?ReturnUrl=" + Uri.EscapeDataString(job + "/crankcase"), answer.Location!.ToString());
        Assert.Equal(HttpStatusCode.Redirect, (await jory.GetAsync(job + "/file.json")).Status);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.SendJsonAsync("/api/calc/turn", "{}")).Status);
        Assert.StartsWith("/locked", (await jory.GetAsync(job, part: true)).Raw.Headers.GetValues("HX-Redirect").Single());
        var shown = await jory.GetAsync("/locked");
        Assert.Contains("Jory A", shown.Said("main"));
        Assert.Empty(shown.Page.Body!.GetAttribute("data-person") ?? "");
        Assert.DoesNotContain("J-1001", shown.Text);

        Assert.Contains("not Jory A's pin", (await jory.PostAsync("/locked", ("pin", "0000"))).Said(".fault-list"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.GetAsync(job)).Status);
        Assert.Equal(job, (await jory.PostAsync("/locked?ReturnUrl=" + Uri.EscapeDataString(job), ("pin", "4711"))).Location!.ToString());
        Assert.Equal(HttpStatusCode.OK, (await jory.GetAsync(job)).Status);

        // Whoever has no pin opens it with their password; somebody else signs in in their place.
        var wyn = await server.VisitAsync("wyn");
        await wyn.GetAsync("/");
        await wyn.PostAsync("/locked?handler=Lock");
        await wyn.GetAsync("/locked");
        Assert.Contains("not your password", (await wyn.PostAsync("/locked", ("pin", "4711"))).Said(".fault-list"));
        await wyn.PostAsync("/locked?handler=Other");
        Assert.Equal("/sign-in", new Uri((await wyn.GetAsync("/")).Location!.ToString()).AbsolutePath);
    }

    [Fact]
    public async Task Guessing_is_slowed_down_where_it_comes_from_and_keeps_nobody_out_elsewhere()
    {
        var clock = new SetClock(Start);
        await using var server = await ShopServer.StartAsync(clock: clock);
        var thief = await AtDoorAsync(server);
        for (var i = 0; i < 5; i++) Assert.Contains("do not belong together", (await TryAsync(thief, "maren", "guess number " + i)).Said(".fault"));
        Assert.Contains("Try again in 2 seconds", (await TryAsync(thief, "maren", ShopServer.Password)).Said(".fault"));
        // A name of nobody is answered the same.
        for (var i = 0; i < 5; i++) Assert.Contains("do not belong together", (await TryAsync(thief, "nobody", "guess number " + i)).Said(".fault"));
        Assert.Contains("Try again in 2 seconds", (await TryAsync(thief, "nobody", "x")).Said(".fault"));
        // The owner, at another place, comes in; what counts there does not count here.
        Assert.Equal(HttpStatusCode.Redirect, (await TryAsync(await AtDoorAsync(server, "10.0.0.8"), "maren", ShopServer.Password)).Status);
        // The delay grows with each.
        clock.Now += TimeSpan.FromSeconds(2.1);
        Assert.Contains("do not belong together", (await TryAsync(thief, "maren", "guess")).Said(".fault"));
        Assert.Contains("Try again in 4 seconds", (await TryAsync(thief, "maren", "guess")).Said(".fault"));
        for (var i = 0; i < 12; i++)
        {
            clock.Now += TimeSpan.FromMinutes(10.1);
            await TryAsync(thief, "maren", "guess");
        }
        Assert.Contains("Try again in 10 minutes", (await TryAsync(thief, "maren", "guess")).Said(".fault"));

        var owner = await server.VisitAsync("maren");
        Assert.Contains("Waits after wrong tries", (await owner.GetAsync("/people")).Said("button"));
        Assert.Equal(HttpStatusCode.Redirect, (await owner.PostAsync("/people?handler=Unlock", ("whom", await server.IdAsync("maren")))).Status);
        Assert.Equal(HttpStatusCode.Redirect, (await TryAsync(thief, "maren", ShopServer.Password)).Status);
    }

    [Fact]
    public void Whoever_signs_in_rightly_all_day_from_one_tablet_is_never_kept_waiting()
    {
        var guard = new SignInGuard(new SetClock(Start));
        for (var i = 0; i < 200; i++)
        {
            Assert.Null(guard.Enter("name" + i % 6, "10.0.0.5"));
            guard.Right("name" + i % 6, "10.0.0.5");
        }
    }

    [Fact]
    public async Task Forty_at_once_get_no_further_than_five_in_a_row_and_a_made_up_name_costs_the_same_work()
    {
        var work = new CountingHasher();
        // The clock stands: however long forty take here, nobody has waited.
        await using var server = await ShopServer.StartAsync(clock: new SetClock(Start), with: s => s.Replace(ServiceDescriptor
            .Singleton<IPasswordHasher<Person>>(work)));
        foreach (var name in new[] { "jory", "made-up" })
        {
            var thieves = await Task.WhenAll(Enumerable.Range(0, 40).Select(_ => AtDoorAsync(server, name == "jory" ? "10.0.0.7" : "10.0.0.9")));
            var before = work.Checked;
            var answers = await Task.WhenAll(thieves.Select((t, i) => TryAsync(t, name, "guess number " + i)));
            Assert.Equal(5, work.Checked - before);
            Assert.Equal(5, answers.Count(a => a.Said(".fault").Contains("do not belong together", StringComparison.Ordinal)));
            Assert.Equal(35, answers.Count(a => a.Said(".fault").Contains("Too many wrong tries", StringComparison.Ordinal)));
        }
        // Many names from one place wait as well.
        var many = await AtDoorAsync(server, "10.0.0.11");
        for (var i = 0; i < 40; i++) await TryAsync(many, "name" + i, "guess");
        Assert.Contains("Too many wrong tries", (await TryAsync(many, "name41", "guess")).Said(".fault"));
    }

    private sealed class CountingHasher : PasswordHasher<Person>
    {
        private int _checked;

        public int Checked => _checked;

        public override PasswordVerificationResult VerifyHashedPassword(Person user, string hashedPassword, string providedPassword)
        {
            Interlocked.Increment(ref _checked);
            return base.VerifyHashedPassword(user, hashedPassword, providedPassword);
        }
    }

    [Fact]
    public async Task Set_up_makes_one_owner_however_many_press_at_once()
    {
        await using var server = await ShopServer.StartAsync();
        var code = server.Services.GetRequiredService<OwnerCode>().Code!;
        await server.WithAsync(async s =>
        {
            var users = s.GetRequiredService<UserManager<Person>>();
            foreach (var person in await users.Users.ToListAsync()) await users.DeleteAsync(person);
        });
        var visitors = await Task.WhenAll(Enumerable.Range(0, 12).Select(_ => server.VisitAsync()));
        foreach (var visitor in visitors) await visitor.GetAsync("/set-up");
        // A password that will not do spends nothing.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await visitors[0].PostAsync("/set-up", ("code", code), ("shop", "Jetty"), ("name", "Ada"),
            ("user", "ada"), ("password", "password123"))).Status);
        var answers = await Task.WhenAll(visitors.Select((v, i) => v.PostAsync("/set-up", ("code", code), ("shop", "Jetty " + i), ("name", "Ada " + i),
            ("user", "ada" + i), ("password", "five white geese"))));
        Assert.Single(answers, a => a.Location?.ToString() == "/");
        Assert.Single(await server.WithAsync(s => s.GetRequiredService<ShopDb>().Users.ToListAsync()), p => p.Role == Role.Owner);
    }

    [Fact]
    public async Task The_last_owner_stays_one_and_a_one_time_code_opens_an_account_once()
    {
        var clock = new SetClock(Start);
        await using var server = await ShopServer.StartAsync(clock: clock);
        var owner = await server.VisitAsync("maren");
        await owner.GetAsync("/people");
        var id = await server.IdAsync("maren");
        foreach (var how in new[] { "Disable", "Role" })
            Assert.Contains("the only owner", (await owner.PostAsync($"/people?handler={how}", ("whom", id), ("become", "desk"))).Said(".fault-list"));
        Assert.Contains("Somebody signs with that name", (await owner.PostAsync("/people?handler=Rename", ("whom", id), ("new_name",
            "Wyn H"))).Said(".fault-list"));
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/");
        Assert.Equal(HttpStatusCode.Forbidden, (await jory.PostAsync("/people?handler=Disable", ("whom", id))).Status);

        var code = await server.WithAsync(async s => await s.GetRequiredService<Accounts>().GiveCodeAsync(
            (await s.GetRequiredService<UserManager<Person>>().FindByNameAsync("jory"))!, reset: false, "test"));
        var door = await AtDoorAsync(server);
        Task<Answer> UseAsync(string user, string with, string password) => door.PostAsync("/code", ("user", user), ("code", with), ("password", password));
        await door.GetAsync("/code");
        Assert.Contains("do not belong together", (await UseAsync("wyn", code, "five white geese")).Said(".fault-list"));
        Assert.Contains("tried first", (await UseAsync("jory", code, "password123")).Said(".fault-list"));
        var stays = await UseAsync("jory", code, "short");
        Assert.Contains("10 characters", stays.Said(".fault-list"));
        Assert.Equal("jory", stays.Page.QuerySelector("input[name=user]")!.GetAttribute("value"));
        Assert.Equal(HttpStatusCode.Redirect, (await UseAsync("jory", $" {code[..4].ToLowerInvariant()}-{code[4..]} ", "five white geese")).Status);
        await door.PostAsync("/sign-out");
        await door.GetAsync("/code");
        Assert.Contains("used or over", (await UseAsync("jory", code, "six white geese!")).Said(".fault-list"));

        var late = await server.WithAsync(async s => await s.GetRequiredService<Accounts>().GiveCodeAsync(
            (await s.GetRequiredService<UserManager<Person>>().FindByNameAsync("jory"))!, reset: true, "test"));
        await door.GetAsync("/sign-in");
        Assert.Contains("do not belong together", (await TryAsync(door, "jory", "five white geese")).Said(".fault"));
        clock.Now += Accounts.CodeHolds + TimeSpan.FromMinutes(1);
        await door.GetAsync("/code");
        Assert.Contains("used or over", (await UseAsync("jory", late, "six white geese!")).Said(".fault-list"));
    }

    [Theory]
    [InlineData("1234567890", "tried first")]
    [InlineData("Password123", "tried first")]
    [InlineData("P@ssw0rd2024!", "tried first")]
    [InlineData("turboturbo99", "tried first")]
    [InlineData("abcdefghijkl", "a run")]
    [InlineData("lkjihgfedcba", "a run")]
    [InlineData("aabaabaabaab", "over and over")]
    [InlineData("jorundaskeld", "your own name")]
    [InlineData("Askeld2031!", "your own name")]
    [InlineData("five white geese", null)]
    [InlineData("sallow-quay-demo", null)]
    public void A_password_that_is_guessed_first_is_refused(string password, string? why)
    {
        var fault = Passwords.Fault(password, "Jorund Askeld", "jorund");
        if (why is null) Assert.Null(fault);
        else Assert.Contains(why, fault);
    }

    [Fact]
    public async Task The_security_log_has_who_came_in_who_was_refused_and_what_was_done_with_rights_and_the_owner_reads_it()
    {
        await using var server = await ShopServer.StartAsync();
        var door = await AtDoorAsync(server, "10.0.0.7");
        await TryAsync(door, "maren", "not this one");
        var owner = await server.VisitAsync("maren");
        await owner.GetAsync("/people");
        await owner.PostAsync("/people?handler=Role", ("whom", await server.IdAsync("wyn")), ("become", "technician"));
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/file.json");
        await jory.GetAsync(job + "/release");
        await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "the boat leaves"));
        await jory.PostAsync("/sign-out");

        var page = (await owner.GetAsync("/security")).Said("td");
        foreach (var line in new[] { "sign-in failed | maren", "signed in | Maren T", "made technician, was desk | Maren T | Wyn H", "file handed out | Jory A",
            "hold point passed | Jory A | J-1001", "signed out | Jory A", "10.0.0.7" }) Assert.Contains(line, page);
        Assert.DoesNotContain("not this one", page);
        Assert.Equal(HttpStatusCode.Forbidden, (await (await server.VisitAsync("jory")).GetAsync("/security")).Status);
        var file = Assert.Single(Directory.GetFiles(Path.Combine(server.Folder, "logs"), "security-*.jsonl"));
        await using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        using var reader = new StreamReader(stream);
        while (await reader.ReadLineAsync() is { } text) using (System.Text.Json.JsonDocument.Parse(text)) { }
    }
}
