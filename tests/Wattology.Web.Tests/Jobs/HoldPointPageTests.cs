using System.Net;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

/// <summary>What the page hides the server refuses too: posts made past the page.</summary>
public sealed class HoldPointPageTests
{
    private static readonly (string, string) Petrol = ("fuel", "petrol");

    private static async Task<(Visitor Visitor, string Job)> BookedAsync(ShopServer server, params (string Name, string Value)[] other)
    {
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/book-in");
        var fields = JobForms.Booking([.. other, ("once", Guid.NewGuid().ToString("n"))]);
        var job = (await jory.PostAsync("/book-in", fields)).Location!.ToString();
        await jory.GetAsync(job);
        return (jory, job);
    }

    private static async Task RefusedAsync(Visitor visitor, string path, string why, params (string, string)[] fields)
    {
        var answer = await visitor.PostAsync(path, fields);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.Status);
        Assert.Contains(why, answer.Said(".fault-list") + answer.Text);
    }

    [Fact]
    public async Task Nothing_cranks_fires_or_leaves_past_its_hold_point()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookedAsync(server);
        await RefusedAsync(jory, job + "/prime?handler=Burst", "what it is cranked for");
        await RefusedAsync(jory, job + "/prime?handler=Pass", "No name and no reason passes this", ("pass_reason", "hurry"));
        await RefusedAsync(jory, job + "/start?handler=Fire", "Read the caution first");
        await RefusedAsync(jory, job + "/hand-over", "Hand-over hold point", ("to", "Mill"), ("told_driver", "Idle it."));
        await RefusedAsync(jory, job + "/prime?handler=Restore", "is not recorded as disabled", ("item", "relay"));
        await RefusedAsync(jory, job + "/oil-supply/1", "Nothing says that the engine cannot fire", JobForms.CatchTest);
        await RefusedAsync(jory, job + "/prime?handler=Pressure", "what is told or assumed proves nothing", ("by", "direct-gauge"), ("pressure_kpa", "180"),
            ("known", "told"));
        await RefusedAsync(jory, job + "/parts?handler=Order", "Ordering hold point", ("what", "Turbo"), ("from", "Orvane"));
        Assert.Equal(2, await jory.EntriesAsync(job));
    }

    [Fact]
    public async Task A_stop_is_not_taken_by_name_and_a_vanished_reading_neither()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookedAsync(server);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "4"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge"));
        var page = await jory.GetAsync(job + "/crankcase");
        Assert.Null(page.Page.QuerySelector("[name=accept_reason]"));
        var hash = page.Page.QuerySelector(".latest a")!.GetAttribute("href")!.Split("corrects=")[1];
        await RefusedAsync(jory, job + "/crankcase?handler=Accept", "A stop cannot be taken by name", ("entry", hash), ("accept_reason", "fine by me"));
        await RefusedAsync(jory, job + "/oil-supply/1?handler=Accept", "was corrected meanwhile", ("entry", "no-such-hash"), ("accept_reason", "fine by me"));
    }

    [Fact]
    public async Task A_petrol_engine_is_disabled_twice_and_bursts_rest()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookedAsync(server, Petrol, ("turbos", "2"));
        var relay = await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "Fuel pump relay"));
        Assert.Contains("A petrol engine needs fuel and spark both taken away", relay.Said("#f-spark-fault"));
        Assert.NotNull(relay.Page.QuerySelector("[name=fuel][value='Fuel pump relay'][checked]"));
        await RefusedAsync(jory, job + "/prime?handler=Disable", "kills no spark", ("fuel", "Fuel pump relay"), ("spark", "the fuel relay"));
        await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "Fuel pump relay"), ("spark", "Ignition coil connectors"));
        await RefusedAsync(jory, job + "/prime?handler=Oiled", "Say why this job differs", ("turbo", "2"), ("method", "pump-driven"));
        await jory.PostAsync(job + "/prime?handler=Oiled", ("turbo", "1"), ("method", "syringe"), ("oil_ml", "15"));
        Assert.Contains("one side only", (await jory.GetAsync(job)).Said("#spot-prime"));
        await jory.LookAsync(job, "crank-purpose", "compression");
        await jory.LookAsync(job, "crank-clear", "nobody-near");
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=Burst")).Status);
        Assert.NotNull((await jory.GetAsync(job + "/prime")).Page.QuerySelector(".instrument[data-limit='15']"));
        await RefusedAsync(jory, job + "/prime?handler=Restore", "being cranked", ("item", "Fuel pump relay"));
        await jory.PostAsync(job + "/prime?handler=End");
        await RefusedAsync(jory, job + "/prime?handler=Burst", "The starter needs its rest");
        Assert.Contains("The starter rests", (await jory.GetAsync(job + "/prime")).Said(".rest"));
    }

    [Fact]
    public async Task The_strictest_cranking_limit_counts_whoever_set_it()
    {
        await using var server = await ShopServer.StartAsync();
        var owner = await server.VisitAsync("maren");
        await owner.GetAsync("/limits");
        await owner.PostAsync("/limits?handler=Set", ("key", "crank-burst"), ("source", "maker"), ("reference", "starter sheet 4"), ("scope", ""),
            ("sound_to", "20 s"));
        await owner.PostAsync("/limits?handler=Set", ("key", "crank-burst"), ("source", "shop"), ("reference", "old starters"), ("scope", ""),
            ("sound_to", "8 s"));
        var (jory, job) = await BookedAsync(server);
        var crank = await jory.GetAsync(job + "/prime?step=crank");
        Assert.Contains("0 of 32 s used", crank.Said(".allowance"));
        Assert.Contains("One burst at most 8 s (this shop: old starters)", crank.Said(".hint"));
    }

    [Fact]
    public async Task A_touch_answers_and_what_was_typed_with_a_refused_one_stays_open_beside_it()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookedAsync(server);
        var refused = await jory.PostAsync(job + "/triage?handler=Look", ("question", "triage-filter"), ("answer", "suspect"), ("turbo", "0"), ("because", ""));
        Assert.Contains("what was found is needed", refused.Said("#ask-triage-filter .fault"));
        Assert.NotNull(refused.Page.QuerySelector("#ask-triage-filter details[open]"));
        await jory.PostAsync(job + "/triage?handler=Look", ("question", "triage-filter"), ("answer", "suspect"), ("turbo", "0"), ("because", "wet & torn"));
        var page = await jory.GetAsync(job + "/triage");
        Assert.Contains("looked at, at fault: wet & torn. Jory A", page.Said("#ask-triage-filter .hint"));
        await jory.LookAsync(job, "triage-filter", "nothing-found");
        Assert.Equal("looked at, nothing found · seen", (await jory.GetAsync(job + "/triage")).Said("#ask-triage-filter .touch.on"));
    }

    [Fact]
    public async Task Durations_are_steady_when_somebody_sets_the_clock()
    {
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var server = await ShopServer.StartAsync(clock: clock);
        var (jory, job) = await BookedAsync(server);
        await jory.ClearAsync(job);
        await jory.PostAsync(job + "/prime?handler=Burst");
        clock.Now += TimeSpan.FromSeconds(11);
        clock.Set(TimeSpan.FromHours(-1));
        await jory.PostAsync(job + "/prime?handler=End");
        Assert.Contains("11.0 s, the clock was set by −3600 s meanwhile", (await jory.GetAsync(job + "/record")).Said(".record"));
        await RefusedAsync(jory, job + "/prime?handler=Burst", "The starter needs its rest: 60 s to go");
        clock.Now += TimeSpan.FromSeconds(60);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=Burst")).Status);
        Assert.Empty(await server.VerifyAsync());
    }
}
