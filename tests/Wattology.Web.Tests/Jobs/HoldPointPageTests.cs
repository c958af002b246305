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
        var fields = JobForms.BookingIn.Where(f => other.All(o => o.Name != f.Item1)).Concat(other).Append(("once", Guid.NewGuid().ToString("n"))).ToArray();
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
    public async Task Nothing_cranks_fires_or_leaves_past_its_gate()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookedAsync(server);
        await RefusedAsync(jory, job + "/prime?handler=Burst", "engine unable to fire");
        await RefusedAsync(jory, job + "/prime?handler=Pass", "No role and no reason passes this", ("pass_reason", "hurry"));
        await RefusedAsync(jory, job + "/start?handler=Fire", "First start hold point");
        await RefusedAsync(jory, job + "/hand-over", "Hand-over hold point", ("to", "Mill"), ("told_driver", "Idle it."));
        await RefusedAsync(jory, job + "/prime?handler=Restore", "is not recorded as disabled", ("item", "relay"));
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
        await RefusedAsync(jory, job + "/prime?handler=Disable", "needs fuel and spark both", ("taken", "fuel"), ("items", "Fuel pump relay"));
        await jory.PostAsync(job + "/prime?handler=Disable", ("taken", "fuel-and-spark"), ("items", "Fuel pump relay"), ("items", "Coil connector"));
        await jory.PostAsync(job + "/prime?handler=Prime", ("turbo", "1"), ("method", "syringe"), ("oil_ml", "15"), ("wheel_free", "true"));
        await RefusedAsync(jory, job + "/prime?handler=Prime", "Say why this job differs", ("turbo", "2"), ("method", "pump-driven"), ("wheel_free", "true"));
        await RefusedAsync(jory, job + "/prime?handler=Burst", "Cranking hold point");
        Assert.Contains("one side only", (await jory.GetAsync(job)).Said("#spot-prime"));
        await jory.PostAsync(job + "/prime?handler=Prime", ("turbo", "2"), ("method", "syringe"), ("oil_ml", "15"), ("wheel_free", "true"));
        await jory.PostAsync(job + "/prime?handler=Pass", ("pass_reason", "run on the bench"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=Burst")).Status);
        Assert.NotNull((await jory.GetAsync(job + "/prime")).Page.QuerySelector(".instrument[data-limit='15']"));
        await RefusedAsync(jory, job + "/prime?handler=Restore", "being cranked", ("item", "Coil connector"));
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
        Assert.Contains("One burst at most 8 s (this shop: old starters)", (await jory.GetAsync(job + "/prime")).Said("#sheet"));
    }

    [Fact]
    public async Task A_replacement_of_another_number_holds_the_release_and_a_passing_names_who_and_why()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, job) = await BookedAsync(server);
        await jory.PostAsync(job + "/plate/1", ("plate", "new"), ("maker_number", "OV-88-01"), ("known", "seen"));
        Assert.Contains("OV-77-01 came off, OV-88-01 is to go on", (await jory.GetAsync(job + "/release")).Said(".hold-items"));
        await RefusedAsync(jory, job + "/release?handler=Pass", "Passing takes a reason", ("pass_reason", ""));
        await jory.PostAsync(job + "/release?handler=Pass", ("pass_reason", "The maker confirms by letter."));
        var gate = (await jory.GetAsync(job + "/release")).Said(".hold-point");
        Assert.Contains("Passed by Jory A", gate);
        Assert.Contains("The maker confirms by letter.", gate);
        Assert.Contains("with open: Replacement's number matched, Cause confirmed, Oil supply judged", (await jory.GetAsync(job + "/record")).Said(".record"));
    }
}
