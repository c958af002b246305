using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;
using Wattology.Core.Evidence;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Evidence;

public sealed class JobStoreTests
{
    [Fact]
    public async Task One_changed_byte_in_any_column_is_reported_with_the_entry_it_hit()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/feed/1", Jobs.CatchTest)).Status);
        await jory.PostAsync(job, ("for", "parts"), ("note", "pipe"));
        Assert.Empty(await server.VerifyAsync());

        foreach (var (column, change) in new[] { ("AtMs", "AtMs + 1"), ("By", "substr(By, 1, length(By) - 1) || 'b'"), ("Body", "replace(Body, '95', '96')"), ("Typed", "replace(Typed, 'jug', 'mug')"), ("Once", "Once || 'x'"),
            ("Instrument", "'Jug'"), ("Hash", "CASE substr(Hash, 1, 1) WHEN '0' THEN '1' ELSE '0' END || substr(Hash, 2)"), ("Prev", "CASE substr(Prev, 1, 1) WHEN '0' THEN '1' ELSE '0' END || substr(Prev, 2)"), ("Kind", "'drain'"), ("Role", "'owner'") })
        {
            await ChangedAsync(server, $"UPDATE Entries SET {column} = {change} WHERE Seq = 3", faults => Assert.Contains(faults, f => f.Contains("entry 3", StringComparison.Ordinal)));
        }
        await ChangedAsync(server, "DELETE FROM Entries WHERE Seq = 4", faults => Assert.Contains(faults, f => f.Contains("4 entries", StringComparison.Ordinal) && f.Contains("3 ending", StringComparison.Ordinal)));
        await ChangedAsync(server, "DELETE FROM Entries WHERE Seq = 2", faults => Assert.Contains(faults, f => f.Contains("entry 2 is missing", StringComparison.Ordinal)));
        await ChangedAsync(server, "UPDATE Jobs SET NextTitle = 'Anything'", faults => Assert.Contains(faults, f => f.Contains("'rebuild' makes it anew", StringComparison.Ordinal)));
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
        (string, string)[] reading = [("pressure_kpa", "0.4"), ("running", "idle"), ("how", "by-instrument"), ("instrument", "gauge"), ("once", "same")];
        for (var i = 0; i < 3; i++) Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", reading)).Status);
        Assert.Equal(3, await jory.EntriesAsync(job));

        var answers = await Task.WhenAll(Enumerable.Range(0, 10).Select(i => (i % 2 == 0 ? jory : maren).PostAsync(job + "/crankcase", [.. reading[..4], ("once", $"own-{i}")])));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.Redirect, a.Status));
        Assert.Equal(13, await jory.EntriesAsync(job));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task Only_one_of_two_people_corrects_a_reading_and_only_one_starts_the_burst()
    {
        await using var server = await ShopServer.StartAsync();
        var (jory, maren) = (await server.VisitAsync("jory"), await server.VisitAsync("maren"));
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        await maren.GetAsync(job);
        await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "4"), ("running", "idle"), ("how", "by-instrument"), ("instrument", "gauge"));
        var hash = (await jory.GetAsync(job + "/crankcase")).Page.QuerySelector(".latest a")!.GetAttribute("href")!.Split("corrects=")[1];
        (string, string)[] correction = [("pressure_kpa", "0.4"), ("running", "idle"), ("how", "by-instrument"), ("instrument", "gauge"), ("corrects", hash), ("reason", "read in mbar")];
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", correction)).Status);
        var second = await maren.PostAsync(job + "/crankcase", correction);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, second.Status);
        Assert.Contains("was corrected already", second.Said(".fault-list"));

        await jory.PostAsync(job + "/prime?handler=Disable", ("taken", "fuel"), ("items", "relay"));
        await jory.PostAsync(job + "/prime?handler=Prime", ("unit", "1"), ("method", "syringe"), ("oil_ml", "15"), ("wheel_free", "true"));
        await jory.PostAsync(job + "/prime?handler=Pass", ("pass_reason", "bench run"));
        var bursts = await Task.WhenAll(jory.PostAsync(job + "/prime?handler=Burst"), maren.PostAsync(job + "/prime?handler=Burst"));
        Assert.Single(bursts, b => b.Status == HttpStatusCode.Redirect);
        Assert.Single(bursts, b => b.Said("*").Contains("already running", StringComparison.Ordinal) || b.Status == HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Tables_kept_for_speed_agree_with_the_entries_and_rebuild_makes_them_anew()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        Assert.Empty(await server.VerifyAsync());
        await server.WithAsync(async s =>
        {
            var db = s.GetRequiredService<ShopDb>();
            await db.Jobs.ExecuteUpdateAsync(j => j.SetProperty(x => x.Search, "").SetProperty(x => x.HandedOverMs, (long?)null).SetProperty(x => x.Waits, "claim"));
        });
        Assert.NotEmpty(await server.VerifyAsync());
        await server.WithAsync(s => s.GetRequiredService<JobStore>().RebuildAsync());
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
        Assert.Superset(new HashSet<string> { "plate", "findings", "feed", "drain", "crankcase", "prime", "start" }, rows.Where(r => r.HandedOverMs is null).Select(r => r.NextSheet).ToHashSet());
        Assert.Equal(["answer", "claim", "hands", "parts", "wait"], rows.Where(r => r.HandedOverMs is null).Select(r => r.Waits).Distinct().Order());
        var latest = await first.WithAsync(p => p.GetRequiredService<ShopDb>().Entries.MaxAsync(e => e.AtMs));
        Assert.True(latest <= clock.GetUtcNow().ToUnixTimeMilliseconds());
    }

    [Fact]
    public async Task The_job_file_on_paper_has_real_text_and_tells_the_whole_job()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var visitor = await server.VisitAsync();
        await visitor.GetAsync("/sign-in");
        await visitor.PostAsync("/sign-in?handler=Demo", ("user", "jory"));
        var id = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.Where(j => j.HandedOverMs != null).OrderBy(j => j.Number).Select(j => j.Id).FirstAsync());
        using var pdf = PdfDocument.Open(await visitor.BytesAsync($"/jobs/{id}/file.pdf"));
        var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
        var view = (await server.WithAsync(s => s.GetRequiredService<JobStore>().FindAsync(id)))!;
        foreach (var said in new[] { view.Job.Customer.Split(' ')[0], view.Job.Registration.Split(' ')[0], "Restrictor", "Hand-over", view.State.Entries[^1].Hash, view.State.Entries[0].Hash })
            Assert.Contains(said, text);
        Assert.True(pdf.GetPage(1).Paths.Count > 40, "the drawing is on the first page");
    }

    [Fact]
    public async Task A_job_file_is_brought_in_once_and_never_over_another_number()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        var file = (await jory.GetAsync(job + "/file.json")).Text;
        Assert.Contains("is here already", (await Assert.ThrowsAsync<RefusedException>(() => server.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(file)))).Message);

        await using var other = await ShopServer.StartAsync();
        var their = await other.VisitAsync("jory");
        await their.BookInAsync();
        Assert.Contains("Another job has the number", (await Assert.ThrowsAsync<RefusedException>(() => other.WithAsync(s => s.GetRequiredService<JobStore>().ImportAsync(file)))).Message);
    }

    [Fact]
    public async Task The_migrations_are_the_model()
    {
        await using var server = await ShopServer.StartAsync();
        Assert.False(await server.WithAsync(s => Task.FromResult(s.GetRequiredService<ShopDb>().Database.HasPendingModelChanges())));
    }
}
