using Ical.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.FollowUp;
using Wattology.Core.HandOver;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.FollowUp;

public sealed class FollowUpPageTests
{
    [Fact]
    public async Task What_is_due_stands_in_the_yard_on_its_job_and_in_a_calendar_until_it_is_seen_to()
    {
        await using var shop = await ShopServer.StartAsync(demo: true);
        var ines = await shop.VisitAsync();
        await ines.GetAsync("/sign-in");
        await ines.PostAsync("/sign-in?handler=Demo", ("user", "ines"));
        var yard = await ines.GetAsync("/");
        // The demo's shop sees to what is due, so that only its latest jobs are owed something.
        var due = yard.Page.QuerySelectorAll("a.num[href$='/hand-over']");
        Assert.InRange(due.Length, 1, 8);
        var sheet = due[0].GetAttribute("href")!;
        var job = sheet.Split('/')[2];
        var lines = (await ines.GetAsync(sheet)).Page.QuerySelectorAll("#follow-up ~ ul li").Length;
        Assert.True(lines > 0);

        var own = Calendar.Load(System.Text.Encoding.UTF8.GetString(await ines.BytesAsync($"/jobs/{job}/follow-up.ics")))!;
        Assert.Equal(lines, own.Events.Count);
        Assert.All(own.Events, e => Assert.True(e.IsAllDay));
        Assert.EndsWith("@wattology", own.Events[0]!.Uid!, StringComparison.Ordinal);
        var all = Calendar.Load(System.Text.Encoding.UTF8.GetString(await ines.BytesAsync("/follow-up.ics")))!;
        Assert.Contains(all.Events, e => e.Uid!.StartsWith(job, StringComparison.Ordinal));

        var kind = (await ines.GetAsync(sheet)).Page.QuerySelector("input[name=kind]")!.GetAttribute("value")!;
        await ines.PostAsync($"{sheet}?handler=Followed", ("kind", kind), ("note", "all well"), ("once", "f1"));
        Assert.True((await ines.GetAsync(sheet)).Page.QuerySelectorAll("#follow-up ~ ul li").Length <= lines);
        var record = await shop.WithAsync(async s => (await s.GetRequiredService<JobStore>().FindAsync(job))!.Record);
        Assert.Equal("all well", record.Latest<FollowedUp>()!.Body.Note);
        Assert.Empty(await shop.VerifyAsync());
    }
}
