using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Tests.Hosting;
using Wattology.Web.Tests.Jobs;

namespace Wattology.Web.Tests.Shop;

/// <summary>What somebody with the database alone can do to it, and what the shop's signed chain says of that.</summary>
public sealed class ShopChainTests
{
    /// <summary>Whatever changes a row past the application, and what is said of it.</summary>
    private static readonly (string Sql, string Said)[] Attacks =
    [
        // A whole job, with everything of it that lies in tables.
        ("DELETE FROM Entries WHERE Job = (SELECT Id FROM Jobs WHERE Number = 'J-1002'); DELETE FROM Jobs WHERE Number = 'J-1002'", "was removed past"),
        // Its last entry, together with the row that would have told.
        ("""
            DELETE FROM Entries WHERE Job = (SELECT Id FROM Jobs WHERE Number = 'J-1001') AND Seq = (SELECT max(EntryCount) FROM Jobs WHERE Number = 'J-1001');
            UPDATE Jobs SET EntryCount = EntryCount - 1, Head = (SELECT Hash FROM Entries WHERE Job = Jobs.Id ORDER BY Seq DESC LIMIT 1) WHERE Number = 'J-1001'
            """, "Job J-1001: the shop signed"),
        ("UPDATE Limits SET SoundTo = 9", "Limit 1 was changed past"),
        ("DELETE FROM Limits", "Limit 1 was removed past"),
        ("INSERT INTO Limits (Key, Source, Reference, Scope, SetBy, SetAtMs, Withdrawn, SoundTo) VALUES ('crankcase-open', 'Shop', '', '', 'x', 1, 0, 99)",
            "Limit 2 was put in past"),
        ("UPDATE AspNetUsers SET Role = 0 WHERE Name = 'Jory A'", "Person Jory A was changed past"),
        ("UPDATE AspNetUsers SET PasswordHash = (SELECT PasswordHash FROM AspNetUsers WHERE Name = 'Wyn H') WHERE Name = 'Maren T'",
            "Person Maren T was changed past"),
        ("UPDATE AspNetUsers SET Disabled = 1 WHERE Name = 'Jory A'", "Person Jory A was changed past"),
        ("DELETE FROM AspNetUsers WHERE Name = 'Wyn H'", "was removed past"),
        ("UPDATE Settings SET Value = 'psi' WHERE Key = 'units.pressure'", "Setting 'units.pressure' was changed past"),
        ("INSERT INTO Parts (Kind, Number, Maker, Model, VehicleNumber, Engine, Successor, Part, Count) VALUES ('Successor', 'A', '', '', '', '', 'B', '', 0)",
            "The parts table was changed past"),
        ("UPDATE Instruments SET CalibratedUntil = '2099-01-01'", "Instrument 1 was changed past"),
        ("CREATE TRIGGER Quiet AFTER INSERT ON Entries BEGIN DELETE FROM Limits; END", "trigger Quiet was put in past"),
        ("CREATE TRIGGER sqliteQuiet AFTER INSERT ON Entries BEGIN DELETE FROM Limits; END", "trigger sqliteQuiet was put in past"),
        ("CREATE TRIGGER __EFQuiet AFTER INSERT ON Entries BEGIN DELETE FROM Limits; END", "trigger __EFQuiet was put in past"),
        ("DROP TRIGGER JobSearchInsert", "trigger JobSearchInsert is missing"),
        ("UPDATE ShopEntries SET Body = '' WHERE Kind = 'limit'", "(limit): was changed after it was written"),
        ("DELETE FROM ShopEntries WHERE Kind = 'limit'", "is missing before it"),
        ("UPDATE ShopEntries SET State = 'x' WHERE Seq = 1", "it names no public key"),
        ("UPDATE ShopEntries SET AtMs = 9e17 WHERE Seq = 2", "its time is no time"),
        ("DELETE FROM ShopEntries", "The shop's chain is missing"),
    ];

    [Fact]
    public async Task What_is_changed_past_the_application_is_named()
    {
        await using var server = await WorkedShopAsync();
        foreach (var (sql, said) in Attacks)
        {
            Assert.Empty(await server.VerifyAsync());
            await PastAsync(server, sql, async () => Found(await server.VerifyAsync(), said, sql));
        }
    }

    /// <summary>Garbage in a row of an entry, and how it is named.</summary>
    private static readonly (string Set, string Said)[] Garbage =
    [
        ("Kind = 'no-such-kind'", "entry 3 (no-such-kind): there is no such kind of entry"),
        ("AtMs = 9000000000000000", "entry 3 (Crankcase pressure): its time is no time"),
        ("AtMs = -9000000000000000", "entry 3 (Crankcase pressure): its time is no time"),
        ("Body = '{'", "entry 3 (Crankcase pressure): what it says cannot be read"),
        ("Body = 'null'", "entry 3 (Crankcase pressure): what it says cannot be read"),
        ("Outcome = '[1]'", "entry 3 (Crankcase pressure): what was made of it cannot be read"),
        ("Typed = '{\"a\":1}'", "entry 3 (Crankcase pressure): what was typed cannot be read"),
    ];

    [Fact]
    public async Task Garbage_is_a_finding_with_its_job_and_entry_and_the_other_jobs_are_read_on()
    {
        await using var server = await WorkedShopAsync();
        foreach (var (set, said) in Garbage)
        {
            await PastAsync(server, $"UPDATE Entries SET {set} WHERE Seq = 3 AND Job = (SELECT Id FROM Jobs WHERE Number = 'J-1001'); "
                + "UPDATE Limits SET SoundTo = 9", async () =>
                {
                    var found = await server.VerifyAsync();
                    Found(found, "J-1001, " + said, set);
                    Found(found, "Limit 1", set);
                });
        }
    }

    private static void Found(IReadOnlyList<string> faults, string said, string after)
        => Assert.True(faults.Any(f => f.Contains(said, StringComparison.Ordinal)), $"{after}: {string.Join(" | ", faults)}");

    [Fact]
    public async Task A_page_of_the_file_overwritten_is_a_finding_and_no_crash()
    {
        await using var server = await WorkedShopAsync();
        await PastAsync(server, "UPDATE Limits SET SoundTo = SoundTo");
        await using (var file = new FileStream(server.DatabaseFile, FileMode.Open))
        {
            // Past the first page, which names the form of the whole.
            file.Position = 4096 * 3;
            file.Write(Enumerable.Repeat((byte)0xA5, 4096 * 40).ToArray());
        }
        Assert.Contains(await server.VerifyAsync(), f => f.Contains("damaged", StringComparison.Ordinal) || f.Contains("structure", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_chain_rewritten_with_right_hashes_contradicts_what_the_shop_signed_and_one_reading_does_not_hide_it()
    {
        await using var server = await WorkedShopAsync();
        var (job, printed) = await server.WithAsync(async s =>
        {
            var db = s.GetRequiredService<ShopDb>();
            return (await db.Jobs.AsNoTracking().FirstAsync(j => j.Number == "J-1001"), (await ShopChain.LastAsync(db))!.Head);
        });
        var rewritten = await RewriteAsync(server, job.Id);
        await PastAsync(server, $"UPDATE Jobs SET Head = '{rewritten}' WHERE Id = '{job.Id}'");
        Assert.Contains(await server.VerifyAsync(), f => f.StartsWith("Job J-1001: the shop signed", StringComparison.Ordinal));

        // An ordinary reading is refused, whichever way it comes; so is making the row anew.
        await using var again = await ShopServer.OverAsync(server);
        var jory = await again.VisitAsync("jory");
        await jory.GetAsync("/jobs/" + job.Id);
        var answer = await jory.PostAsync($"/jobs/{job.Id}/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.Status);
        Assert.Contains("is not the one this shop signed", answer.Said(".fault-list"));
        Assert.Contains("0.4", answer.Text);
        var (rebuilt, left) = await server.WithAsync(s => s.GetRequiredService<RowKeeper>().RebuildAsync());
        Assert.Equal(1, rebuilt);
        Assert.Contains("J-1001", Assert.Single(left));
        Assert.NotEmpty(await server.VerifyAsync());

        // Whoever rewrites the shop's chain too has no key: nothing they seal is signed with it.
        await ForgeAsync(server, job.Id, rewritten);
        Assert.Contains(await server.VerifyAsync(), f => f.Contains("is not signed with the shop's key", StringComparison.Ordinal));
        var report = await server.WithAsync(s => s.GetRequiredService<Verifier>().VerifyAsync(null, [printed]));
        Assert.Contains("was rewritten since this code was printed", Assert.Single(report.Heads).Fault);
    }

    [Fact]
    public async Task A_cut_that_takes_the_shops_chain_with_it_is_whole_and_a_printed_code_tells()
    {
        await using var server = await WorkedShopAsync();
        var jory = await server.VisitAsync("jory");
        var before = await server.WithAsync(async s => (await ShopChain.LastAsync(s.GetRequiredService<ShopDb>()))!.Head);
        var job = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.AsNoTracking().FirstAsync(j => j.Number == "J-1001"));
        await jory.GetAsync("/jobs/" + job.Id);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync($"/jobs/{job.Id}/crankcase", ("pressure_kpa", "0.9"), ("running", "idle"),
            ("known", "seen"))).Status);
        var printed = await server.WithAsync(async s => (await ShopChain.LastAsync(s.GetRequiredService<ShopDb>()))!.Head);
        await PastAsync(server, $"""
            DELETE FROM Entries WHERE Job = '{job.Id}' AND Seq = {job.EntryCount + 1};
            UPDATE Jobs SET EntryCount = {job.EntryCount}, Head = '{job.Head}' WHERE Id = '{job.Id}';
            DELETE FROM ShopEntries WHERE Seq > {before.Seq}
            """);
        await server.WithAsync(s => s.GetRequiredService<RowKeeper>().RebuildAsync());
        var report = await server.WithAsync(s => s.GetRequiredService<Verifier>().VerifyAsync(null, [before, printed]));
        Assert.Empty(report.Faults);
        Assert.Null(report.Heads[0].Fault);
        Assert.Contains("it was cut, or rewritten", report.Heads[1].Fault);
        Assert.Equal(before.Code, report.Head!.Code);
    }

    [Fact]
    public async Task Everything_that_decides_anything_is_written_to_the_chain_with_who_did_it()
    {
        await using var server = await WorkedShopAsync();
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync("/people");
        await maren.PostAsync("/people?handler=Add", ("name", "Odd N"), ("user", "odd"), ("role", "desk"), ("password", "five white geese"));
        var wyn = await server.VisitAsync("wyn");
        var file = await wyn.GetAsync($"{(await wyn.GetAsync("/?q=J-1001")).Page.QuerySelector("a[href^='/jobs/']")!.GetAttribute("href")}/file.json");
        await using var elsewhere = await ShopServer.StartAsync();
        var desk = await elsewhere.VisitAsync("wyn");
        await desk.GetAsync("/import");
        Assert.Equal(HttpStatusCode.Redirect, (await desk.UploadAsync("/import", [("file", "their.json", System.Text.Encoding.UTF8.GetBytes(file.Text))],
            null)).Status);
        var brought = await elsewhere.WithAsync(s => s.GetRequiredService<ShopDb>().ShopEntries.SingleAsync(e => e.Kind == "brought-in"));
        Assert.Equal("Wyn H", brought.By);
        Assert.Contains("their.json", brought.Body);
        Assert.Equal(brought.State, Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(file.Text))));
        await server.WithAsync(async s =>
        {
            var all = await s.GetRequiredService<ShopDb>().ShopEntries.OrderBy(e => e.Seq).ToListAsync();
            Assert.Equal("begun", all[0].Kind);
            Assert.Contains(all, e => e is { Kind: "person", By: "Maren T" } && e.Body.Contains("\"user\":\"odd\"", StringComparison.Ordinal));
            Assert.Contains(all, e => e is { Kind: "limit", By: "Maren T" });
            var job = await s.GetRequiredService<ShopDb>().Jobs.FirstAsync(j => j.Number == "J-1002");
            Assert.Contains(all, e => e is { Kind: "job", By: "Jory A" } && e.Of == job.Id && e.State == $"{job.EntryCount}:{job.Head}");
            Assert.DoesNotContain(all, e => e.Body.Contains("hash", StringComparison.OrdinalIgnoreCase));
            // A sign-in, a wrong password and a reading looked at change nothing.
            var count = all.Count;
            await server.VisitAsync("jory");
            var wrong = await server.VisitAsync();
            await wrong.GetAsync("/sign-in");
            await wrong.PostAsync("/sign-in", ("user", "jory"), ("password", "not this one"));
            Assert.Equal(count, await s.GetRequiredService<ShopDb>().ShopEntries.CountAsync());
        });
        Assert.Empty(await server.VerifyAsync());
        Assert.Empty(await elsewhere.VerifyAsync());
    }

    [Fact]
    public async Task Every_file_and_page_that_leaves_carries_the_code_and_the_job_file_proves_itself()
    {
        await using var server = await WorkedShopAsync();
        var jory = await server.VisitAsync("jory");
        var job = "/jobs/" + (await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.AsNoTracking().FirstAsync(j => j.Number == "J-1001"))).Id;
        var head = await server.WithAsync(async s => (await ShopChain.LastAsync(s.GetRequiredService<ShopDb>()))!.Head);
        Assert.Contains(head.Code, (await jory.GetAsync(job)).Said(".shop-foot"));
        Assert.Contains(head.Code, (await jory.GetAsync(job + "/follow-up.ics")).Text);
        using (var pdf = UglyToad.PdfPig.PdfDocument.Open(await (await jory.GetAsync(job + "/file.pdf")).Raw.Content.ReadAsByteArrayAsync()))
            Assert.All(pdf.GetPages(), p => Assert.Contains(head.Code, p.Text));
        var file = (await jory.GetAsync(job + "/file.json")).Text;
        Assert.Contains($"\"code\": \"{head.Code}\"", file);
        await using var zip = await System.IO.Compression.ZipArchive.CreateAsync(new MemoryStream(await (await jory.GetAsync(job + "/file.zip"))
            .Raw.Content.ReadAsByteArrayAsync()), System.IO.Compression.ZipArchiveMode.Read, false, null);
        using (var packed = new StreamReader(zip.GetEntry("job.json")!.Open())) Assert.Equal(file, (await packed.ReadToEndAsync()).TrimEnd());

        // The mark is of this record and of this key, and a file with another is refused.
        var other = (await jory.GetAsync("/jobs/" + (await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.AsNoTracking().FirstAsync(j
            => j.Number == "J-1002"))).Id + "/file.json")).Text;
        static string MarkOf(string text) => text[text.IndexOf("\"shop\"", StringComparison.Ordinal)..];
        Assert.NotEmpty(Core.Jobs.JobFile.Read(file));
        foreach (var (changed, said) in new[]
        {
            (file.Replace(MarkOf(file), MarkOf(other), StringComparison.Ordinal), "signed another record"),
            (file.Replace(Value(file, "public_key"), ShopKey.New().Public.Base64, StringComparison.Ordinal), "not signed with the key"),
            (file.Replace(Value(file, "signature"), Value(other, "signature"), StringComparison.Ordinal), "not signed with the key"),
            (file.Replace(Value(file, "public_key"), "AAAA", StringComparison.Ordinal), "is none"),
            (file.Replace("\"kind\": \"job\"", "\"kind\": \"jobs\"", StringComparison.Ordinal), "was changed after"),
        })
        {
            var refused = Assert.Throws<Core.Inputs.InputRefusedException>(() => Core.Jobs.JobFile.Read(changed));
            Assert.Contains(said, refused.Faults.ByPath["shop"]);
        }

        static string Value(string text, string field) => System.Text.RegularExpressions.Regex.Match(MarkOf(text),
            $"\"{field}\": \"([^\"]+)\"").Groups[1].Value;
    }

    [Fact]
    public async Task A_shop_without_its_key_is_refused_and_goes_on_with_a_new_one_only_where_somebody_says_so()
    {
        await using var server = await WorkedShopAsync();
        var folder = new ShopFolder(server.Folder);
        SqliteConnection.ClearAllPools();
        File.Move(folder.KeyFile, folder.KeyFile + ".away");
        var key = new ShopKeyFile(folder);
        var chain = new ShopChain(key, new Acting(), TimeProvider.System);
        ShopDb Open()
        {
            var options = new DbContextOptionsBuilder<ShopDb>();
            ShopDb.Configure(options, folder.DatabaseFile);
            return new ShopDb(options.Options, chain);
        }
        await using (var db = Open())
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() => folder.OpenAsync(db, chain, key));
            Assert.Contains("is missing", refused.Message);
            Assert.False(key.Exists);
        }
        // It can be proved without it.
        Assert.Empty(await server.VerifyAsync());
        await using (var db = Open()) await folder.OpenAsync(db, chain, key, newKey: true);
        var report = await server.WithAsync(s => ActivatorUtilities.CreateInstance<Verifier>(s, key).VerifyAsync());
        Assert.Empty(report.Faults);
        Assert.Single(report.NewKeys);
    }

    // Two jobs, a limit, an instrument, units, and people.
    private static async Task<ShopServer> WorkedShopAsync()
    {
        var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        foreach (var _ in new[] { 1, 2 })
        {
            var job = await jory.BookInAsync();
            await jory.GetAsync(job);
            await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"));
            await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.5"), ("running", "idle"), ("known", "seen"));
        }
        var maren = await server.VisitAsync("maren");
        await maren.GetAsync("/limits");
        await server.WithAsync(async s =>
        {
            var db = s.GetRequiredService<ShopDb>();
            s.GetRequiredService<Acting>().Who = new("m", "Maren T", Core.People.Role.Owner);
            db.Limits.Add(new LimitRow { Key = "crankcase-open", Source = Core.Limits.LimitSource.Shop, Reference = "sheet", SoundTo = 1, SetBy = "Maren T" });
            db.Set("units.pressure", "kPa");
            db.Instruments.Add(new() { Name = "gauge 1", SetBy = "Maren T" });
            await db.SaveChangesAsync();
        });
        return server;
    }

    // Somebody with the file and no application: whatever guards there are in it are put back as they were.
    private static async Task PastAsync(ShopServer server, string sql)
    {
        SqliteConnection.ClearAllPools();
        await using var connection = new SqliteConnection($"Data Source={server.DatabaseFile};Foreign Keys=False;Pooling=False");
        await connection.OpenAsync();
        var guards = new List<string>();
        await using var read = connection.CreateCommand();
        read.CommandText = "SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND name LIKE '%Stay%'";
        var names = new List<string>();
        await using (var reader = await read.ExecuteReaderAsync())
            while (await reader.ReadAsync()) { names.Add(reader.GetString(0)); guards.Add(reader.GetString(1)); }
        await using var act = connection.CreateCommand();
        act.CommandText = string.Join(";", names.Select(n => $"DROP TRIGGER {n}")) + ";" + sql + ";" + string.Join(";", guards)
            + ";PRAGMA wal_checkpoint(TRUNCATE)";
        await act.ExecuteNonQueryAsync();
    }

    // The same, and afterwards the file as it was.
    private static async Task PastAsync(ShopServer server, string sql, Func<Task> look)
    {
        await PastAsync(server, "PRAGMA wal_checkpoint(TRUNCATE)");
        File.Copy(server.DatabaseFile, server.DatabaseFile + ".kept");
        await PastAsync(server, sql);
        await look();
        SqliteConnection.ClearAllPools();
        foreach (var file in Directory.GetFiles(server.Folder, "shop.db-*")) File.Delete(file);
        File.Move(server.DatabaseFile + ".kept", server.DatabaseFile, true);
    }

    // Changes the third entry of a job and seals it and all after it anew, as anybody can who read how hashes are made.
    private static async Task<string> RewriteAsync(ShopServer server, string job)
    {
        var rows = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Entries.AsNoTracking().Where(e => e.Job == job && e.Seq >= 3)
            .OrderBy(e => e.Seq).ToListAsync());
        var sql = "";
        string? prev = null;
        foreach (var entry in rows.Select(r => r.ToEntry()))
        {
            var told = entry with { Body = entry.Seq == 3 ? entry.Body.Replace("0.4", "0.3", StringComparison.Ordinal) : entry.Body, Prev = prev ??
                entry.Prev };
            prev = told.ComputeHash();
            sql += $"UPDATE Entries SET Body = '{told.Body}', Prev = '{told.Prev}', Hash = '{prev}' WHERE Job = '{job}' AND Seq = {entry.Seq};";
        }
        await PastAsync(server, sql);
        return prev!;
    }

    // Seals the shop's chain anew from the job's last head on, with a key of the forger's own.
    private static async Task ForgeAsync(ShopServer server, string job, string head)
    {
        var rows = await server.WithAsync(s => s.GetRequiredService<ShopDb>().ShopEntries.AsNoTracking().OrderBy(e => e.Seq).ToListAsync());
        var forger = ShopKey.New();
        var from = rows.FindLastIndex(r => r.Of == job);
        var sql = "";
        var last = rows[from - 1].ToEntry();
        foreach (var row in rows[from..])
        {
            var state = row.Seq == rows[from].Seq ? $"{row.State.Split(':')[0]}:{head}" : row.State;
            last = forger.Seal(last, DateTimeOffset.FromUnixTimeMilliseconds(row.AtMs), new(row.ById, row.By, Core.People.Role.Owner),
                Core.Inputs.JsonForm.ValueOf<ShopSubject>(row.Kind)!.Value, row.Of, state, row.Body);
            sql += $"UPDATE ShopEntries SET State = '{state}', Role = '{last.Role}', Prev = '{last.Prev}', Hash = '{last.Hash}', "
                + $"Signature = '{last.Signature}' "
                + $"WHERE Seq = {row.Seq};";
        }
        await PastAsync(server, sql);
    }
}
