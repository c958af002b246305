using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using Wattology.Core.Commissioning;
using Wattology.Core.FollowUp;
using Wattology.Core.Joints;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Commissioning;

public sealed class AfterRunPageTests
{
    private static async Task<(Visitor Jory, string Job)> DemoAsync(ShopServer server, string machine)
    {
        var jory = await server.VisitDemoAsync("jory");
        var id = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.Where(j => j.Machine.Contains(machine) && j.HandedOverMs == null)
            .OrderByDescending(j => j.Row).Select(j => j.Id).FirstAsync());
        await jory.GetAsync($"/jobs/{id}/after-run");
        return (jory, $"/jobs/{id}");
    }

    private static Task<Core.Entries.JobRecord> RecordAsync(ShopServer server, string job)
        => server.WithAsync(async s => (await s.GetRequiredService<JobStore>().FindAsync(job.Split('/')[2]))!.Record);

    [Fact]
    public async Task Smoke_is_looked_at_minute_by_minute_and_what_it_showed_stands_beside_the_question()
    {
        var clock = new SetClock(DateTimeOffset.UtcNow);
        await using var server = await ShopServer.StartAsync(true, clock);
        var (jory, job) = await DemoAsync(server, "Mail van");
        Assert.Contains("not running", (await jory.PostAsync(job + "/start?handler=Smoke", ("what", "blue"))).Said(".fault-list"));
        await jory.PostAsync(job + "/start?handler=Caution", ("act", "fired"));
        await jory.PostAsync(job + "/start?handler=Fire");
        clock.Now += TimeSpan.FromSeconds(2);
        await jory.PostAsync(job + "/start?handler=Seen");
        for (var minute = 1; minute <= 3; minute++)
        {
            var page = await jory.GetAsync(job + "/start");
            Assert.Contains($"Smoke in minute {minute}", page.Said("#smoke-now"));
            Assert.DoesNotContain("it stays", page.Said(".smoke .caution"));
            await jory.PostAsync(job + "/start?handler=Smoke", ("what", "blue"), ("once", $"s{minute}"));
            clock.Now += TimeSpan.FromSeconds(60);
        }
        Assert.Contains("Blue in three minutes running: it stays.", (await jory.GetAsync(job + "/start")).Said(".smoke .caution"));
        await jory.PostAsync(job + "/start?handler=Smoke", ("what", "none"), ("once", "s4"));
        Assert.Empty((await jory.GetAsync(job + "/start")).Said(".smoke .caution"));
        await jory.PostAsync(job + "/start?handler=Stop");
        Assert.Contains("By the minute of the last run: 1: blue, 2: blue, 3: blue, 4: none.", (await jory.GetAsync(job + "/after-run")).Said(".hint"));
    }

    [Fact]
    public async Task A_code_after_the_run_is_told_apart_from_those_before_and_those_foretold()
    {
        await using var server = await ShopServer.StartAsync(true);
        var (jory, job) = await DemoAsync(server, "Mail van");
        await jory.PostAsync(job + "/triage?handler=Look", ("question", "codes-before"), ("answer", "stored"), ("turbo", "0"), ("because", "P0299"));
        await jory.PostAsync(job + "/after-run?handler=Look", ("question", "codes-after"), ("answer", "stored"), ("turbo", "0"), ("because", "P0299, P0201"));
        var page = await jory.GetAsync(job + "/after-run");
        Assert.Contains("Foretold: codes of what was off on this job", page.Said(".hint"));
        Assert.Contains("P0299 was stored before the work too", page.Said("#codes li"));
        Assert.Contains("P0201 new since the work", page.Said("#codes li"));
        Assert.Single(page.Page.QuerySelectorAll("#codes form"));
        await jory.PostAsync(job + "/after-run?handler=Code", ("code", "P0201"), ("is", "foretold"), ("once", "c"));
        Assert.Contains("P0201 of what was off on this job", (await jory.GetAsync(job + "/after-run")).Said("#codes li"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await jory.PostAsync(job + "/after-run?handler=Code", ("code", "P7777"), ("is", "fault"))).Status);
    }

    [Fact]
    public async Task Of_twins_no_joint_is_ticked_for_both_at_once()
    {
        await using var server = await ShopServer.StartAsync(true);
        var (jory, job) = await DemoAsync(server, "Pilot launch");
        var refused = await jory.PostAsync(job + "/after-run?handler=Joints", ("moment", "hot"), ("all", "no-leak"));
        Assert.Contains("nothing is ticked for both at once", refused.Said(".fault-list"));
        var touches = (await jory.GetAsync(job + "/after-run")).Page.QuerySelectorAll("button[name=all]").Select(b => b.GetAttribute("value")).ToArray();
        Assert.Equal(["1", "2"], touches.Distinct());
        await jory.PostAsync(job + "/after-run?handler=Joints", ("moment", "hot"), ("all", "2"), ("once", "j"));
        var closed = await jory.PostAsync(job + "/fit?handler=Closed", ("joints", "charge-1 charge-2"));
        Assert.Contains("Say it of each turbo by itself", closed.Said(".fault-list"));
        var seen = (await RecordAsync(server, job)).All<JointSeen>().Select(s => JointList.Split(s.Body.Joint).Turbo).Distinct();
        Assert.Equal([2], seen);
    }

    [Fact]
    public async Task The_drivers_sheet_is_signed_with_a_finger_tells_the_driver_and_stands_on_paper()
    {
        await using var server = await ShopServer.StartAsync(true);
        var (jory, job) = await DemoAsync(server, "Mail van");
        var sheet = await jory.GetAsync(job + "/driver-sheet");
        var lines = sheet.Page.QuerySelectorAll("input[name=lines]").Select(i => ("lines", i.GetAttribute("value")!)).ToArray();
        Assert.InRange(lines.Length, 8, 20);
        var refused = await jory.PostAsync(job + "/driver-sheet", [.. lines.Skip(1), ("own", "Bring the key back."), ("by", "")]);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("Say who signs", refused.Said(".fault-list"));
        Assert.Contains("Sign in the box with a finger", refused.Said(".fault-list"));
        Assert.Equal("Bring the key back.", refused.Page.QuerySelector("[name=own]")!.GetAttribute("value"));
        Assert.Null(refused.Page.QuerySelector("input[name=lines]")!.GetAttribute("checked"));

        await jory.PostAsync(job + "/driver-sheet", [.. lines.Skip(1), ("own", "Bring the key back."), ("by", "Ola Venn"), ("signature",
            "M100,200L300,400L500,200M600,100L700,900"),
            ("once", "d")]);
        var signed = await jory.GetAsync(job + "/driver-sheet");
        Assert.Equal("M100,200L300,400L500,200M600,100L700,900", signed.Page.QuerySelector(".signature path")!.GetAttribute("d"));
        Assert.Contains("Bring the key back.", signed.Said(".driver-lines"));
        Assert.Empty(signed.Page.QuerySelectorAll("canvas"));
        var record = await RecordAsync(server, job);
        Assert.Equal(lines.Length, record.Latest<DriverSheetSigned>()!.Body.Lines.Count);
        Assert.Contains("Ola Venn", (await jory.GetAsync(job + "/after-run")).Said("#ask-driver-told"));
        using var pdf = PdfDocument.Open(await jory.BytesAsync(job + "/file.pdf"));
        var text = string.Join(' ', pdf.GetPages().Select(p => string.Join(' ', p.GetWords().Select(w => w.Text))));
        Assert.Contains("Bring the key back.", text);
        Assert.Contains("Ola Venn", text);
        Assert.DoesNotContain("simulated engine", text);
    }
}
