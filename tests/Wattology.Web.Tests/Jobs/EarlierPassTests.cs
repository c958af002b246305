using System.Net;
using System.Text;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

/// <summary>A job that lay still, or came from a file: what was passed before counts as told until somebody looks again.</summary>
public sealed class EarlierPassTests
{
    private static async Task<string> AnsweredAsync(Visitor jory)
    {
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.LookAsync(job, "feed-connected", "tight", 1);
        await jory.PostAsync(job + "/drain/1", JobForms.Drain);
        return job;
    }

    [Fact]
    public async Task A_job_that_lay_still_shows_what_to_look_at_again_each_with_one_touch_and_its_undo()
    {
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var server = await ShopServer.StartAsync(clock: clock);
        var job = await AnsweredAsync(await server.VisitAsync("jory"));
        clock.Now += TimeSpan.FromDays(20);
        var maren = await server.VisitAsync("maren");
        var page = await maren.GetAsync(job);
        Assert.Contains("The job lay still for 20 days after entry 4 of", page.Said(".told"));
        Assert.Contains("Counts as told", (await maren.GetAsync(job + "/drain/1")).Said(".latest"));
        var asked = page.Page.QuerySelectorAll(".told li").Length;
        Assert.True(asked >= 2);

        var drain = page.Page.QuerySelectorAll(".told li").Single(l => l.TextContent.Contains("Drain", StringComparison.Ordinal));
        var hash = drain.QuerySelector("[name=entry]")!.GetAttribute("value")!;
        var touch = drain.QuerySelector("form")!.GetAttribute("action")!;
        Assert.Equal(HttpStatusCode.Redirect, (await maren.PostAsync(touch, ("entry", hash))).Status);
        page = await maren.GetAsync(job);
        Assert.Equal(asked - 1, page.Page.QuerySelectorAll(".told li").Length);
        Assert.Contains("saved", page.Said(".told .said"));
        Assert.DoesNotContain("Counts as told", (await maren.GetAsync(job + "/drain/1")).Said(".latest"));
        Assert.Contains("From here on what was passed before counts as told, until looked at again: feed connected and tight",
            (await maren.GetAsync(job + "/record")).Said("#entry-4"));

        var undo = page.Page.QuerySelector(".told .said [name=entry]")!.GetAttribute("value")!;
        await maren.PostAsync(job + "?handler=TakeBack", ("entry", undo), ("why", "touched by mistake"));
        Assert.Equal(asked, (await maren.GetAsync(job)).Page.QuerySelectorAll(".told li").Length);
    }

    [Fact]
    public async Task A_job_from_a_file_says_who_brought_it_in_and_counts_as_told()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await AnsweredAsync(jory);
        var file = Encoding.UTF8.GetBytes((await jory.GetAsync(job + "/file.json")).Text);

        await using var other = await ShopServer.StartAsync();
        var id = await other.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(file, "from/their saw.json"));
        var their = await other.VisitAsync("jory");
        Assert.Contains("The job was brought in from a file by whoever holds the shop's folder", (await their.GetAsync("/jobs/" + id)).Said(".told"));
        var record = await their.GetAsync($"/jobs/{id}/record");
        Assert.Contains("Brought in, not written here", record.Said("#entry-5"));
        Assert.Contains("from their saw.json", record.Said("#entry-5"));
        Assert.Equal(Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(file)),
            (await other.WithAsync(s => s.GetRequiredService<JobStore>().FindAsync(id)))!.Record.Latest<Core.Entries.BroughtIn>()!.Body.Sha256);
        // Brought in once more elsewhere, both stand in it; what was written first is unchanged to the byte.
        var again = (await their.GetAsync($"/jobs/{id}/file.json")).Text;
        var first = Encoding.UTF8.GetString(file);
        Assert.StartsWith(first[..first.IndexOf("\n  ],", StringComparison.Ordinal)], again, StringComparison.Ordinal);
        Assert.Empty(await other.VerifyAsync());
    }
}
