using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.People;

/// <summary>A second name signs at somebody else's tablet, by pin, without signing them out.</summary>
public sealed class SecondNameTests
{
    private const string Pin = "4711";

    private static async Task<Answer> SetPinAsync(Visitor visitor, string password, string pin)
    {
        await visitor.GetAsync("/pin");
        return await visitor.PostAsync("/pin", ("password", password), ("pin", pin));
    }

    // A unit of another number on a job to maker's spec: a stop that takes two names.
    private static async Task<(Visitor Jory, string Job)> WrongNumberAsync(ShopServer server)
    {
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/plate/1", ("plate", "new"), ("maker_number", "OV-88-01"), ("known", "seen"));
        return (jory, job);
    }

    private static async Task<string> ChoiceAsync(Visitor visitor, string job, string name)
        => (await visitor.GetAsync(job + "/release")).Page.QuerySelectorAll("[name=second] option").Single(o => o.TextContent == name).GetAttribute("value")!;

    [Fact]
    public async Task A_wrong_number_is_passed_by_two_names_and_by_no_one_alone()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await WrongNumberAsync(server);
        var maren = await server.VisitAsync("maren");
        Assert.Equal(HttpStatusCode.Redirect, (await SetPinAsync(maren, ShopServer.Password, Pin)).Status);
        await SetPinAsync(await server.VisitAsync("wyn"), ShopServer.Password, Pin);
        await SetPinAsync(jory, ShopServer.Password, "2580");

        var page = await jory.GetAsync(job + "/release");
        Assert.Contains("New unit's number matchedopen, two names pass it", page.Said(".hold-items"));
        Assert.Contains("OV-77-01 came off, OV-88-01 is to go on", page.Said(".hold-items"));
        Assert.Equal(["choose", "Maren T"], page.Page.QuerySelectorAll("[name=second] option").Select(o => o.TextContent));
        var id = await ChoiceAsync(jory, job, "Maren T");
        async Task<string> RefusedAsync(params (string, string)[] fields)
        {
            var answer = await jory.PostAsync(job + "/release?handler=Pass", fields);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.Status);
            return answer.Said(".fault-list");
        }
        Assert.Contains("takes two names", await RefusedAsync(("pass_reason", "hurry")));
        Assert.Contains("Passing takes a reason", await RefusedAsync(("pass_reason", ""), ("second", id), ("pin", Pin)));
        Assert.Contains("That is not Maren T's pin.", await RefusedAsync(("pass_reason", "hurry"), ("second", id), ("pin", "1111")));
        Assert.Contains("Choose whose second name", await RefusedAsync(("pass_reason", "hurry"), ("second", ""), ("pin", Pin)));
        Assert.Equal(3, await jory.EntriesAsync(job));

        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "The maker confirms by letter."),
            ("second", id), ("pin", Pin))).Status);
        var passed = await jory.GetAsync(job + "/release");
        Assert.Contains("Passed by Jory A and Maren T", passed.Said(".hold-point"));
        Assert.Contains("Jory A", passed.Said(".who"));
        Assert.Contains($"\"second_id\": \"{id}\"", (await jory.GetAsync(job + "/file.json")).Text);
        Assert.Contains("Second name: Maren T.", (await jory.GetAsync(job + "/record")).Said(".record"));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task Nobody_signs_as_themselves_nor_does_the_desk_whatever_is_posted()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await WrongNumberAsync(server);
        await SetPinAsync(jory, ShopServer.Password, Pin);
        var wyn = await server.VisitAsync("wyn");
        await SetPinAsync(wyn, ShopServer.Password, Pin);
        await jory.GetAsync(job);
        async Task<string> SaidAsync(string who) => (await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "x"),
            ("second", await server.IdAsync(who)), ("pin", Pin))).Said(".fault-list");
        Assert.Contains("must be somebody else's", await SaidAsync("jory"));
        Assert.Contains("signed by owner or technician", await SaidAsync("wyn"));
        Assert.Contains("Choose whose second name", await SaidAsync("maren"));
    }

    [Fact]
    public async Task Five_wrong_pins_lock_it_until_its_owner_gives_their_password()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await WrongNumberAsync(server);
        var maren = await server.VisitAsync("maren");
        await SetPinAsync(maren, ShopServer.Password, Pin);
        var id = await ChoiceAsync(jory, job, "Maren T");
        async Task<Answer> PassAsync(string pin) => await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "x"), ("second", id), ("pin", pin));
        for (var i = 0; i < 4; i++) Assert.Contains("not Maren T's pin", (await PassAsync("0000")).Said(".fault-list"));
        // The right one begins the count anew, also where what it was for is refused.
        Assert.DoesNotContain("pin", (await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", ""), ("second", id), ("pin", Pin)))
            .Said(".fault-list"));
        for (var i = 0; i < 4; i++) Assert.Contains("not Maren T's pin", (await PassAsync("0000")).Said(".fault-list"));
        Assert.Contains("Five wrong pins", (await PassAsync("0000")).Said(".fault-list"));
        Assert.Contains("Five wrong pins", (await PassAsync(Pin)).Said(".fault-list"));
        Assert.Contains("This is not your password", (await SetPinAsync(maren, "not the password", Pin)).Said(".fault-list"));
        Assert.Contains("Five wrong pins", (await PassAsync(Pin)).Said(".fault-list"));
        await SetPinAsync(maren, ShopServer.Password, "9182");
        Assert.Equal(HttpStatusCode.Redirect, (await PassAsync("9182")).Status);
        // Guessing at a colleague's pin is seen by the owner.
        var log = (await maren.GetAsync("/security")).Said("td");
        foreach (var line in new[] { "second name refused | Jory A | That is not Maren T's pin.", "pin not set | Maren T", "pin set | Maren T" })
            Assert.Contains(line, log);
    }

    [Fact]
    public async Task Whoever_is_let_in_no_more_signs_nothing_with_the_pin_they_had_and_takes_no_job()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await WrongNumberAsync(server);
        var maren = await server.VisitAsync("maren");
        await SetPinAsync(maren, ShopServer.Password, Pin);
        var id = await ChoiceAsync(jory, job, "Maren T");
        // Another owner, so that the one who has a pin can be let go.
        await maren.GetAsync("/people");
        await maren.PostAsync("/people?handler=Role", ("whom", await server.IdAsync("wyn")), ("become", "owner"));
        var wyn = await server.VisitAsync("wyn");
        await wyn.GetAsync("/people");
        async Task<IEnumerable<string?>> HandsAsync() => (await jory.GetAsync(job)).Page.QuerySelectorAll("[name=person]").Select(b => b.GetAttribute("value"));
        Assert.Contains(id, await HandsAsync());
        await wyn.PostAsync("/people?handler=Disable", ("whom", id));
        Assert.DoesNotContain(id, await HandsAsync());

        Assert.Equal(["choose"], (await jory.GetAsync(job + "/release")).Page.QuerySelectorAll("[name=second] option").Select(o => o.TextContent));
        Assert.Contains("Choose whose second name", (await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "hurry"), ("second", id),
            ("pin", Pin))).Said(".fault-list"));
        await wyn.PostAsync("/people?handler=Enable", ("whom", id));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "The maker confirms by letter."),
            ("second", id), ("pin", Pin))).Status);
    }

    [Theory]
    [InlineData("123", "A pin has 4 to 12 digits")]
    [InlineData("12a4", "A pin has 4 to 12 digits")]
    [InlineData("7777", "The same digit over and over")]
    public async Task A_pin_that_is_none_is_refused(string pin, string why)
    {
        await using var server = await ShopServer.StartAsync();
        Assert.Contains(why, (await SetPinAsync(await server.VisitAsync("jory"), ShopServer.Password, pin)).Said(".fault-list"));
    }
}
