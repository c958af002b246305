using Ical.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.FollowUp;
using Wattology.Core.HandOver;
using Wattology.Data.Demo;
using Wattology.Data.Jobs;
using Wattology.Data.Yard;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.FollowUp;

public sealed class FollowUpPageTests
{
    [Fact]
    public async Task What_is_due_stands_in_the_yard_on_its_job_and_in_a_calendar_until_it_is_seen_to()
    {
        await using var shop = await ShopServer.StartAsync(demo: true);
        var ines = await shop.VisitDemoAsync("ines");
        var yard = await ines.GetAsync("/");
        // The demo's shop sees to what is due, so that only its latest jobs are owed something.
        var due = yard.Page.QuerySelectorAll("a.num[href$='/hand-over']");
        Assert.InRange(due.Length, 1, 8);
        var rows = await shop.WithAsync(s => s.GetRequiredService<YardRows>().DueAsync(DateTimeOffset.MaxValue));
        Assert.True(rows.Count > 1);
        Assert.Equal(rows.Where(r => r.FollowUpMs <= rows[0].FollowUpMs).Select(r => r.Id), (await shop.WithAsync(s => s.GetRequiredService<YardRows>()
            .DueAsync(DateTimeOffset.FromUnixTimeMilliseconds(rows[0].FollowUpMs!.Value)))).Select(r => r.Id));
        Assert.Empty(await shop.WithAsync(s => s.GetRequiredService<YardRows>()
            .DueAsync(DateTimeOffset.FromUnixTimeMilliseconds(rows[0].FollowUpMs!.Value - 1))));
        var sheet = due[0].GetAttribute("href")!;
        var job = sheet.Split('/')[2];
        var lines = (await ines.GetAsync(sheet)).Page.QuerySelectorAll("#follow-up ~ ul li").Length;
        Assert.True(lines > 0);

        var own = Calendar.Load(System.Text.Encoding.UTF8.GetString(await ines.BytesAsync($"/jobs/{job}/follow-up.ics")))!;
        Assert.Equal(lines, own.Events.Count);
        Assert.All(own.Events, e => Assert.True(e.IsAllDay));
        Assert.EndsWith("@wattology", own.Events[0]!.Uid!, StringComparison.Ordinal);
        var all = Calendar.Load(System.Text.Encoding.UTF8.GetString(await ines.BytesAsync("/follow-up.ics")))!;
        var kind = (await ines.GetAsync(sheet)).Page.QuerySelector("input[name=kind]")!.GetAttribute("value")!;
        await ines.PostAsync($"{sheet}?handler=Followed", ("kind", kind), ("note", "all well"), ("once", "f1"));
        Assert.True((await ines.GetAsync(sheet)).Page.QuerySelectorAll("#follow-up ~ ul li").Length <= lines);
        var record = await shop.WithAsync(async s => (await s.GetRequiredService<JobStore>().FindAsync(job))!.Record);
        Assert.Equal("all well", record.Latest<FollowedUp>()!.Body.Note);
        Assert.Empty(await shop.VerifyAsync());
    }

    [Fact]
    public async Task All_that_is_due_on_a_job_stands_in_the_yard_and_the_calendar_and_not_the_first_alone()
    {
        await using var shop = await ShopServer.StartAsync(demo: true);
        // Jobs that left and that nobody has seen to.
        await shop.WithAsync(s => s.GetRequiredService<ScaledShop>().FillAsync(75));
        var ines = await shop.VisitDemoAsync("ines");
        var all = Calendar.Load(System.Text.Encoding.UTF8.GetString(await ines.BytesAsync("/follow-up.ics")))!;
        var rows = (await ines.GetAsync("/")).Page.QuerySelectorAll("a.num[href$='/hand-over']");
        foreach (var row in rows)
        {
            var id = row.GetAttribute("href")!.Split('/')[2];
            var its = Calendar.Load(System.Text.Encoding.UTF8.GetString(await ines.BytesAsync($"/jobs/{id}/follow-up.ics")))!.Events;
            Assert.Equal(its.Select(e => e.Uid).Order(), all.Events.Select(e => e.Uid).Where(u => u!.StartsWith(id, StringComparison.Ordinal)).Order());
            // A day begins at another hour in the shop than where this is counted.
            int Within(int days) => its.Count(e => e.Start!.Value.Date <= DateTime.UtcNow.AddDays(days).Date);
            Assert.InRange(row.Closest("tr")!.QuerySelectorAll(".due").Length, Within(6), Within(8));
        }
        Assert.Contains(rows, r => r.Closest("tr")!.QuerySelectorAll(".due").Length > 1);
    }
}
