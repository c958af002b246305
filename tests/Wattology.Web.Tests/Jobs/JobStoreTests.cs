using System.Net;
using System.Text;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

public sealed class JobStoreTests
{
    private static readonly (string Column, string Change)[] Changes =
    [
        ("AtMs", "AtMs + 1"), ("By", "substr(By, 1, length(By) - 1) || 'b'"), ("ById", "ById || 'x'"), ("Stage", "'start'"), ("Second", "'Eve'"),
        ("Body", "replace(Body, '95', '96')"), ("Outcome", "replace(Outcome, 'sound', 'stop')"), ("Typed", "replace(Typed, 'jug', 'mug')"),
            ("Once", "Once || 'x'"),
        ("Instrument", "'Jug'"), ("Hash", "CASE substr(Hash, 1, 1) WHEN '0' THEN '1' ELSE '0' END || substr(Hash, 2)"),
        ("Prev", "CASE substr(Prev, 1, 1) WHEN '0' THEN '1' ELSE '0' END || substr(Prev, 2)"), ("Kind", "'drain'"), ("Role", "'owner'"),
    ];

    [Fact]
    public async Task One_changed_byte_in_any_column_is_reported_with_the_entry_it_hit()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.DisableAsync(job);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/oil-supply/1", JobForms.CatchTest)).Status);
        await jory.PostAsync(job, ("for", "parts"), ("note", "pipe"));
        Assert.Empty(await server.VerifyAsync());

        foreach (var (column, change) in Changes)
        {
            await ChangedAsync(server, $"UPDATE Entries SET {column} = {change} WHERE Seq = 4", faults
                => Assert.Contains(faults, f => f.Contains("entry 4", StringComparison.Ordinal)));
        }
        await ChangedAsync(server, "DELETE FROM Entries WHERE Seq = 5", faults
            => Assert.Contains(faults, f => f.Contains("5 entries", StringComparison.Ordinal) && f.Contains("4 ending", StringComparison.Ordinal)));
        await ChangedAsync(server, "DELETE FROM Entries WHERE Seq = 2", faults
            => Assert.Contains(faults, f => f.Contains("entry 2 is missing", StringComparison.Ordinal)));
        await ChangedAsync(server, "UPDATE Jobs SET NextWaits = 'anything'", faults
            => Assert.Contains(faults, f => f.Contains("'rebuild' makes it anew", StringComparison.Ordinal)));
        Assert.Empty(await server.VerifyAsync());
    }

    private static async Task ChangedAsync(ShopServer server, string sql, Action<IReadOnlyList<string>> check)
    {
        SqliteConnection.ClearAllPools();
        await using (var connection = new SqliteConnection($"Data Source={server.DatabaseFile};Foreign Keys=False"))
        {
            await connection.OpenAsync();
            await using var begin = connection.CreateCommand();
            begin.CommandText = "PRAGMA wal_checkpoint(TRUNCATE)";
            await begin.ExecuteNonQueryAsync();
        }
        SqliteConnection.ClearAllPools();
        File.Copy(server.DatabaseFile, server.DatabaseFile + ".kept", true);
        await using (var connection = new SqliteConnection($"Data Source={server.DatabaseFile};Foreign Keys=False"))
        {
            await connection.OpenAsync();
            await using var unguarded = connection.CreateCommand();
            unguarded.CommandText = "DROP TRIGGER EntriesStayUPDATE; DROP TRIGGER EntriesStayDELETE";
            await unguarded.ExecuteNonQueryAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = sql;
            Assert.True(await command.ExecuteNonQueryAsync() > 0, sql);
        }
        check(await server.VerifyAsync());
        SqliteConnection.ClearAllPools();
        foreach (var file in Directory.GetFiles(Path.GetDirectoryName(server.DatabaseFile)!, "shop.db-*")) File.Delete(file);
        File.Move(server.DatabaseFile + ".kept", server.DatabaseFile, true);
    }

    [Fact]
    public async Task The_same_form_sent_twice_records_once_and_two_people_record_both()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, maren) = (await server.VisitAsync("jory"), await server.VisitAsync("maren"));
        var job = await jory.BookInAsync("one-form");
        Assert.Equal(job, await jory.BookInAsync("one-form"));
        await jory.GetAsync(job);
        await maren.GetAsync(job);
        (string, string)[] reading = [("pressure_kpa", "0.4"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge"), ("once", "same")];
        for (var i = 0; i < 3; i++) Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", reading)).Status);
        Assert.Equal(3, await jory.EntriesAsync(job));

        var answers = await Task.WhenAll(Enumerable.Range(0, 10).Select(i
            => (i % 2 == 0 ? jory : maren).PostAsync(job + "/crankcase", [.. reading[..4], ("once", $"own-{i}")])));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.Redirect, a.Status));
        Assert.Equal(13, await jory.EntriesAsync(job));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task The_same_token_with_another_content_is_a_question_and_loses_neither()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        (string, string)[] Reading(string kpa) => [("pressure_kpa", kpa), ("running", "idle"), ("known", "measured"), ("instrument", "gauge")];
        await jory.PostAsync(job + "/crankcase", [.. Reading("0.4"), ("once", "same")]);
        var asked = await jory.PostAsync(job + "/crankcase", [.. Reading("2.9"), ("once", "same")]);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, asked.Status);
        Assert.Contains("0.4 kPa, idle.", asked.Said(".fault-list"));
        Assert.Contains("Is what you send now its correction?", asked.Said(".fault-list"));
        Assert.Equal("2.9", asked.Page.QuerySelector("[name=pressure_kpa]")!.GetAttribute("value"));
        Assert.Equal(3, await jory.EntriesAsync(job));
        string Hidden(string name) => asked.Page.QuerySelector($".sheet-form [name={name}]")!.GetAttribute("value")!;
        Assert.NotEqual("same", Hidden("once"));
        await jory.PostAsync(job + "/crankcase", [.. Reading("2.9"), ("once", Hidden("once")), ("corrects", Hidden("corrects")), ("reason", Hidden("reason"))]);
        Assert.Equal(4, await jory.EntriesAsync(job));
        Assert.Contains("2.9 kPa", (await jory.GetAsync(job + "/crankcase")).Said(".latest .value"));
        Assert.Contains("Corrects entry 3", (await jory.GetAsync(job + "/record")).Said(".record"));

        await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "relay"), ("once", "act"));
        var other = await jory.PostAsync(job + "/prime?handler=Disable", ("fuel", "fuse"), ("once", "act"));
        Assert.Contains("send it once more to record it as well", other.Said(".fault-list"));
        Assert.Empty(other.Page.QuerySelectorAll("[name=corrects]"));
    }

    [Fact]
    public async Task A_colleagues_answer_is_never_taken_back_by_a_page_opened_before_it()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, maren) = (await server.VisitAsync("jory"), await server.VisitAsync("maren"));
        var job = await jory.BookInAsync();
        var stale = await jory.GetAsync(job + "/findings");
        await maren.GetAsync(job + "/findings");
        await maren.PostAsync(job + "/findings?handler=Say", ("finding", "blue-smoke"), ("answer", "present"), ("saw", ""));
        var saw = stale.Page.QuerySelector("#finding-blue-smoke [name=saw]")!.GetAttribute("value") ?? "";
        var clash = await jory.PostAsync(job + "/findings?handler=Say", ("finding", "blue-smoke"), ("answer", "absent"), ("saw", saw), ("once", "clash"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, clash.Status);
        Assert.Contains("Maren T answered this after your page was opened: Blue smoke: seen.", clash.Said("#finding-blue-smoke .fault"));
        Assert.Equal("seen", clash.Said("#finding-blue-smoke [aria-pressed=true]"));
        var seen = clash.Page.QuerySelector("#finding-blue-smoke [name=saw]")!.GetAttribute("value")!;
        await jory.PostAsync(job + "/findings?handler=Say", ("finding", "low-power"), ("answer", "present"), ("saw", ""), ("once", "other"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/findings?handler=Say", ("finding", "blue-smoke"), ("answer", "absent"), ("saw",
            seen),
            ("once", "deliberate"))).Status);
        Assert.Equal(5, await jory.EntriesAsync(job));
    }

    [Fact]
    public async Task A_finding_is_taken_back_beside_it_and_what_was_said_before_stands_again()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/findings?handler=Say", ("finding", "blue-smoke"), ("answer", "present"), ("saw", ""), ("once", "a"));
        var now = await jory.GetAsync(job + "/findings");
        Assert.StartsWith("saved", now.Said("#finding-blue-smoke .said"));
        // No form was recorded, so what is half typed in one is not forgotten.
        Assert.Equal("", now.Page.QuerySelector("#finding-blue-smoke .said")!.GetAttribute("data-saved"));
        var first = now.Page.QuerySelector("#finding-blue-smoke [name=saw]")!.GetAttribute("value")!;
        await jory.PostAsync(job + "/findings?handler=Say", ("finding", "blue-smoke"), ("answer", "absent"), ("saw", first), ("once", "b"));
        now = await jory.GetAsync(job + "/findings");
        Assert.Equal("none", now.Said("#finding-blue-smoke [aria-pressed=true]"));
        string Hidden(string name) => now.Page.QuerySelector($"#finding-blue-smoke .said [name={name}]")!.GetAttribute("value")!;
        await jory.PostAsync(job + "/findings?handler=TakeBack", ("entry", Hidden("entry")), ("at", Hidden("at")), ("why", Hidden("why")), ("once", "c"));
        now = await jory.GetAsync(job + "/findings");
        Assert.Equal("seen", now.Said("#finding-blue-smoke [aria-pressed=true]"));
        Assert.Equal("Taken back.", now.Said("#finding-blue-smoke .said"));
        // Nothing is said again on the next look.
        Assert.Empty((await jory.GetAsync(job + "/findings")).Said(".said"));
    }

    [Fact]
    public async Task A_reading_answers_its_finding_and_a_person_says_otherwise_with_a_reason()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "4"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge 1"));
        var sheet = await jory.GetAsync(job + "/findings");
        Assert.Contains("crankcase reading: above its limit", sheet.Said("#finding-crankcase-pressure-high"));
        Assert.Equal("above its limit", sheet.Said("#finding-crankcase-pressure-high [aria-pressed=true]"));
        (string, string)[] Say(string? because) => [("finding", "crankcase-pressure-high"), ("answer", "absent"), ("saw", ""),
            .. because is null ? [] : new[] { ("because", because) }];
        var bare = await jory.PostAsync(job + "/findings?handler=Say", Say(null));
        Assert.Contains("The crankcase reading says otherwise.", bare.Said("#finding-crankcase-pressure-high .fault"));
        var blank = await jory.PostAsync(job + "/findings?handler=Say", Say(" "));
        Assert.Contains("Say why it holds against the reading.", blank.Said("#finding-crankcase-pressure-high .fault"));
        Assert.NotNull(blank.Page.QuerySelector("#finding-crankcase-pressure-high details[open]"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/findings?handler=Say", Say("gauge hose was pinched"))).Status);
        Assert.Equal("within its limit", (await jory.GetAsync(job + "/findings")).Said("#finding-crankcase-pressure-high [aria-pressed=true]"));
        Assert.Contains("within its limit, because gauge hose was pinched", (await jory.GetAsync(job + "/record")).Said(".record"));
    }

    [Fact]
    public async Task Cranking_is_not_corrected_away()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.ClearAsync(job);
        await jory.PostAsync(job + "/prime?handler=Burst");
        await jory.PostAsync(job + "/prime?handler=End");
        var ended = (await server.WithAsync(s => s.GetRequiredService<JobStore>().FindAsync(job.Split('/')[2])))!.Record.Last;
        var refused = await jory.PostAsync(job + "/prime?handler=End", ("corrects", ended.Hash), ("reason", "never cranked"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("The starter rests", (await jory.GetAsync(job + "/prime")).Said("#sheet"));
    }

    [Fact]
    public async Task The_database_itself_refuses_to_change_or_delete_an_entry()
    {
        await using var server = await ShopServer.StartAsync();
        await (await server.VisitAsync("jory")).BookInAsync();
        foreach (var sql in new[] { "UPDATE Entries SET By = 'Eve'", "DELETE FROM Entries" })
            Assert.Contains("never changed or deleted", (await Assert.ThrowsAsync<SqliteException>(()
                => server.WithAsync(s => s.GetRequiredService<ShopDb>().Database.ExecuteSqlRawAsync(sql)))).Message);
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task A_file_that_would_run_as_whoever_opens_it_or_cannot_be_shown_is_refused_whole()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/drain/1", [.. JobForms.Drain]);
        var file = (await jory.GetAsync(job + "/file.json")).Text;
        var id = job.Split('/')[2];

        await using var other = await ShopServer.StartAsync();
        var owner = await other.VisitAsync("maren");
        await owner.GetAsync("/import");
        Task<string> Import(string text) => other.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(Encoding.UTF8.GetBytes(text), "job.json"));
        var crafted = file.Replace(id, $"{id[..20]}\\\" hx-post=\\\"/people", StringComparison.Ordinal);
        Assert.Contains("job", (await Assert.ThrowsAsync<Core.Inputs.InputRefusedException>(() => Import(crafted))).Faults.ByPath.Keys);

        // Well formed and chained, but its outcome belongs to no such drain.
        var entries = JobFile.Read(file).ToArray();
        entries[2] = entries[2] with { Outcome = entries[2].Outcome.Replace("\"segment\":0", "\"segment\":-7",
            StringComparison.Ordinal).Replace("\"segments\":[", "\"segments\":[],\"was\":[", StringComparison.Ordinal) };
        entries[2] = entries[2] with { Hash = entries[2].ComputeHash() };
        Assert.NotEmpty((await Assert.ThrowsAsync<Core.Inputs.InputRefusedException>(() => Import(JobFile.Write(entries)))).Faults.ByPath);
        Assert.Equal(0, await other.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.CountAsync()));

        var strange = file.Replace("Mill Lane Saws", "<b onclick=alert(1)>Mill</b>\\u0001", StringComparison.Ordinal);
        Assert.Contains("entries.0", (await Assert.ThrowsAsync<Core.Inputs.InputRefusedException>(() => Import(strange))).Faults.ByPath.Keys);
        Assert.Equal(id, await Import(file));
        Assert.DoesNotContain((await owner.GetAsync("/jobs/" + id)).Page.All, e
            => e.Attributes.Any(a => a.Value.Contains("people", StringComparison.Ordinal) && a.Name.StartsWith("hx-", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task Only_an_owner_or_the_desk_brings_a_file_in()
    {
        await using var server = await ShopServer.StartAsync();
        var author = new Author("p-j", "Jory A", Role.Technician);
        Assert.Contains("it takes owner or desk", (await Assert.ThrowsAsync<RefusedException>(()
            => server.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync("{}"u8.ToArray(), "job.json", author)))).Message);
        await Assert.ThrowsAsync<Core.Inputs.InputRefusedException>(()
            => server.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync("{}"u8.ToArray(), "job.json", author with { Role = Role.Desk })));
    }

    [Fact]
    public async Task A_text_of_any_characters_is_shown_as_itself_everywhere()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/book-in");
        const string strange = "\"><img src=x onerror=alert(1)> &amp; \u0001\ud83d\udd27 \u00a0'<";
        var job = (await jory.PostAsync("/book-in", [.. JobForms.BookingIn.Where(f => f.Item1 is not ("customer" or "engine" or "machine")),
            ("customer", strange), ("engine", strange), ("machine", strange), ("once", "s")])).Location!.ToString();
        foreach (var path in new[] { "", "/record", "/plate/1", "/findings", "/file.json" })
        {
            var page = await jory.GetAsync(job + path);
            Assert.Equal(HttpStatusCode.OK, page.Status);
            if (path != "/file.json") Assert.Empty(page.Page.QuerySelectorAll("img[onerror]"));
        }
        Assert.Equal(HttpStatusCode.OK, (await jory.GetAsync(job + "/file.pdf")).Status);
        Assert.Contains("onerror=alert(1)> &amp; ", (await jory.GetAsync("/")).Said(".yard"));
    }

    [Fact]
    public async Task Only_one_of_two_people_corrects_a_reading_and_only_one_starts_the_burst()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, maren) = (await server.VisitAsync("jory"), await server.VisitAsync("maren"));
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await maren.GetAsync(job);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "4"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge"));
        var hash = (await jory.GetAsync(job + "/crankcase")).Page.QuerySelector(".latest a")!.GetAttribute("href")!.Split("corrects=")[1];
        (string, string)[] correction = [("pressure_kpa", "0.4"), ("running", "idle"), ("known", "measured"), ("instrument", "gauge"), ("corrects", hash),
            ("reason", "read in mbar")];
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", correction)).Status);
        var second = await maren.PostAsync(job + "/crankcase", correction);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, second.Status);
        Assert.Contains("was corrected already", second.Said(".fault-list"));

        await jory.ClearAsync(job);
        var bursts = await Task.WhenAll(jory.PostAsync(job + "/prime?handler=Burst"), maren.PostAsync(job + "/prime?handler=Burst"));
        Assert.Single(bursts, b => b.Status == HttpStatusCode.Redirect);
        Assert.Single(bursts, b => b.Said("*").Contains("already running", StringComparison.Ordinal) || b.Status == HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_shop_at_work_is_verified_without_a_false_alarm()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        var work = Task.Run(async () =>
        {
            for (var i = 0; i < 40; i++) await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"), ("once",
                $"w{i}"));
        });
        do Assert.Empty(await server.VerifyAsync());
        while (!work.IsCompleted);
        await work;
    }

    [Fact]
    public async Task Tables_kept_for_speed_agree_with_the_entries_and_rebuild_makes_them_anew()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        Assert.Empty(await server.VerifyAsync());
        await server.WithAsync(async s =>
        {
            var db = s.GetRequiredService<ShopDb>();
            await db.Jobs.ExecuteUpdateAsync(j => j.SetProperty(x => x.Search, "").SetProperty(x => x.HandedOverMs, (long?)null).SetProperty(x
                => x.Waits, "claim"));
        });
        Assert.NotEmpty(await server.VerifyAsync());
        await server.WithAsync(s => s.GetRequiredService<RowKeeper>().RebuildAsync());
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task The_demo_is_the_same_every_time_shows_every_stage_and_lies_in_the_past()
    {
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var first = await ShopServer.StartAsync(true, clock);
        await using var second = await ShopServer.StartAsync(true, clock);
        static Task<List<JobRow>> Rows(ShopServer s) => s.WithAsync(p => p.GetRequiredService<ShopDb>().Jobs.OrderBy(j => j.Number).ToListAsync());
        var rows = await Rows(first);
        Assert.Equal(rows.Select(r => r.Head), (await Rows(second)).Select(r => r.Head));
        Assert.True(rows.Count >= 20);
        Assert.Superset(new HashSet<string> { "identify", "triage", "cause", "plan", "parts", "supply", "fit", "prime", "start", "after-run", "hand-over" },
            rows
            .Where(r => r.HandedOverMs is null).Select(r => r.NextStage).ToHashSet());
        Assert.Equal(["answer", "claim", "hands", "parts", "wait"], rows.Where(r => r.HandedOverMs is null).Select(r => r.Waits).Distinct().Order());
        var latest = await first.WithAsync(p => p.GetRequiredService<ShopDb>().Entries.MaxAsync(e => e.AtMs));
        Assert.True(latest <= clock.GetUtcNow().ToUnixTimeMilliseconds());
    }

    [Fact]
    public async Task The_job_file_on_paper_has_real_text_and_tells_the_whole_job()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var visitor = await server.VisitDemoAsync("jory");
        var id = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.Where(j => j.HandedOverMs != null).OrderBy(j => j.Number)
            .Select(j => j.Id).FirstAsync());
        using var pdf = PdfDocument.Open(await visitor.BytesAsync($"/jobs/{id}/file.pdf"));
        var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
        var view = (await server.WithAsync(s => s.GetRequiredService<JobStore>().FindAsync(id)))!;
        foreach (var said in new[] { view.Machine.Customer.Split(' ')[0], view.Machine.Registration.Split(' ')[0], "Restrictor", "Passed",
            view.Record.Last.Hash, view.Record.Entries[0].Hash })
            Assert.Contains(said, text);
        Assert.True(pdf.GetPage(1).Paths.Count > 40, "the drawing is on the first page");
    }

    [Fact]
    public async Task On_paper_a_planned_drain_is_planned_what_was_passed_stands_first_and_no_item_shows_its_code()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var visitor = await server.VisitDemoAsync("jory");
        async Task<string> PaperAsync(string machine, int pages)
        {
            var id = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.Where(j => j.HandedOverMs == null && j.Machine == machine)
                .OrderBy(j => j.Number).Select(j => j.Id).FirstAsync());
            await visitor.GetAsync($"/jobs/{id}/release");
            await visitor.PostAsync($"/jobs/{id}/release?handler=Pass", ("pass_reason", "The boat leaves at noon."));
            using var pdf = PdfDocument.Open(await visitor.BytesAsync($"/jobs/{id}/file.pdf"));
            return string.Join(' ', pdf.GetPages().Take(pages).SelectMany(p => p.GetWords()).Select(w => w.Text));
        }
        var tractor = await PaperAsync("Lifeboat tractor", 20);
        Assert.Contains("planned: carries", tractor);
        Assert.Contains("Planned, not as installed.", tractor);
        Assert.Contains("Loose ends still open", tractor);
        Assert.Contains("Fixings slack or out (3 of 6), compressor housing", tractor);
        var sweeper = await PaperAsync("Road sweeper", 1);
        Assert.Contains("Passed by name", sweeper);
        Assert.Contains("New unit's number matched, New unit looked at as received, Oil supply judged, Claim: Crankcase pressure as it came", sweeper);
        Assert.Contains("Open when Jory Askeld passed it", sweeper);
        foreach (var code in new[] { "plate-1", "as-received", "oil-supply-1", "not-looked" }) Assert.DoesNotContain(code, tractor + sweeper);
    }

    [Fact]
    public async Task A_job_file_is_brought_in_once_and_never_over_another_number()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var file = (await jory.GetAsync(job + "/file.json")).Text;
        Assert.Contains("is here already", (await Assert.ThrowsAsync<RefusedException>(()
            => server.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(Encoding.UTF8.GetBytes(file), "job.json")))).Message);

        await using var other = await ShopServer.StartAsync();
        var their = await other.VisitAsync("jory");
        await their.BookInAsync();
        Assert.Contains("Another job has the number", (await Assert.ThrowsAsync<RefusedException>(()
            => other.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(Encoding.UTF8.GetBytes(file), "job.json")))).Message);
    }

    [Fact]
    public async Task The_migrations_are_the_model()
    {
        await using var server = await ShopServer.StartAsync();
        Assert.False(await server.WithAsync(s => Task.FromResult(s.GetRequiredService<ShopDb>().Database.HasPendingModelChanges())));
    }
}
