using System.Data.Common;
using System.Net;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Hosting;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Shop;

/// <summary>The shop's folder: copied while it is served, put back, and said plainly what is wrong with it where it cannot be used.</summary>
public sealed class ShopFolderTests
{
    private static string NewName(string what) => Path.Combine(Path.GetTempPath(), $"wattology-{what}-{Guid.NewGuid():n}");

    private static async Task<IReadOnlyList<string>> FaultsAsync(ShopFolder folder)
    {
        var services = new ServiceCollection();
        services.AddLogging();
        ShopHost.AddShop(services, folder);
        await using var provider = services.BuildServiceProvider();
        await using var scope = provider.CreateAsyncScope();
        return (await scope.ServiceProvider.GetRequiredService<Verifier>().VerifyAsync()).Faults;
    }

    [Fact]
    public async Task A_copy_made_beside_writers_is_whole_and_is_put_back_into_an_empty_folder_alone()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var (to, back) = (NewName("backup"), NewName("restored"));
        try
        {
            var jory = await server.VisitDemoAsync("jory");
            var job = await jory.BookInAsync();
            await jory.GetAsync(job);
            using var done = new CancellationTokenSource();
            var work = Task.Run(async () =>
            {
                for (var i = 0; !done.IsCancellationRequested; i++) await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"),
                    ("known", "seen"), ("once", $"w{i}"));
            });
            var manifest = await server.WithAsync(s => s.GetRequiredService<ShopBackup>().MakeAsync(to, FaultsAsync));
            await done.CancelAsync();
            await work;
            Assert.Contains(manifest.Files, f => f.Path.StartsWith("photos/", StringComparison.Ordinal));
            Assert.Contains(manifest.Files, f => f.Path == "keys/shop-key.pem");
            Assert.Contains("is there already", (await Assert.ThrowsAsync<RefusedException>(()
                => server.WithAsync(s => s.GetRequiredService<ShopBackup>().MakeAsync(to, FaultsAsync)))).Message);
            Assert.NotNull(await server.WithAsync(s => ShopBackup.LastAsync(s.GetRequiredService<ShopDb>())));
            Assert.Empty(await server.VerifyAsync());

            Assert.Contains("is not empty", (await Assert.ThrowsAsync<RefusedException>(() => ShopBackup.RestoreAsync(to, server.Folder))).Message);
            await ShopBackup.RestoreAsync(to, back);
            Assert.Empty(await FaultsAsync(new ShopFolder(back)));
            // The code in the manifest is one the shop itself agrees with.
            Assert.True(ShopHead.TryRead(manifest.Code, out var head));
            Assert.Null((await server.WithAsync(s => s.GetRequiredService<Verifier>().VerifyAsync(null, [head]))).Heads.Single().Fault);
            Directory.Delete(back, true);

            foreach (var (spoil, said) in new (Action<string>, string)[]
            {
                (p => File.AppendAllText(p, "x"), "was changed after the backup"), (File.Delete, "is missing from the backup"),
            })
            {
                var photo = Path.Combine(to, manifest.Files.First(f => f.Path.StartsWith("photos/", StringComparison.Ordinal)).Path);
                spoil(photo);
                Assert.Contains(said, (await Assert.ThrowsAsync<RefusedException>(() => ShopBackup.RestoreAsync(to, back))).Message);
                Assert.False(Directory.Exists(back));
            }
            await File.WriteAllTextAsync(Path.Combine(to, "manifest.json"), "{}");
            Assert.Contains("no manifest", (await Assert.ThrowsAsync<RefusedException>(() => ShopBackup.RestoreAsync(to, back))).Message);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            foreach (var folder in new[] { to, back }) if (Directory.Exists(folder)) Directory.Delete(folder, true);
        }
    }

    [Fact]
    public async Task A_manifest_that_leads_outside_is_refused()
    {
        var from = Directory.CreateDirectory(NewName("crafted")).FullName;
        await File.WriteAllTextAsync(Path.Combine(from, "manifest.json"), """
            {"format":"wattology-backup","version":1,"made":"2030-05-01T08:00:00Z","code":"","key":"",
             "files":[{"path":"../../etc/passwd","bytes":1,"sha256":""}]}
            """);
        Assert.Contains("outside", (await Assert.ThrowsAsync<RefusedException>(() => ShopBackup.RestoreAsync(from, NewName("nowhere")))).Message);
        Directory.Delete(from, true);
    }

    [Fact]
    public async Task A_copy_that_is_not_whole_is_removed_and_is_none()
    {
        await using var server = await ShopServer.StartAsync();
        var to = NewName("backup");
        Assert.Contains("not whole", (await Assert.ThrowsAsync<RefusedException>(()
            => server.WithAsync(s => s.GetRequiredService<ShopBackup>().MakeAsync(to, _ => Task.FromResult<IReadOnlyList<string>>(["x"]))))).Message);
        Assert.Empty(Directory.GetDirectories(Path.GetTempPath(), Path.GetFileName(to) + "*"));
        Assert.Null(await server.WithAsync(s => ShopBackup.LastAsync(s.GetRequiredService<ShopDb>())));
    }

    [Fact]
    public async Task The_owner_is_told_of_a_backup_that_is_old_and_nobody_else()
    {
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var server = await ShopServer.StartAsync(clock: clock);
        var (owner, jory) = (await server.VisitAsync("maren"), await server.VisitAsync("jory"));
        Assert.Contains("no backup of this shop yet", (await owner.GetAsync("/")).Said(".note"));
        Assert.DoesNotContain("backup", (await jory.GetAsync("/")).Said(".note"));
        var to = NewName("backup");
        await server.WithAsync(s => s.GetRequiredService<ShopBackup>().MakeAsync(to, FaultsAsync));
        SqliteConnection.ClearAllPools();
        Directory.Delete(to, true);
        Assert.DoesNotContain("backup", (await owner.GetAsync("/")).Said(".note"));
        Assert.Contains("The last good one was made", (await owner.GetAsync("/people")).Said("p"));
        clock.Now += TimeSpan.FromDays(ShopBackup.OldAfterDays + 1);
        var later = await server.VisitAsync("maren");
        Assert.Contains("8 days old", (await later.GetAsync("/")).Said(".note"));
    }

    [Fact]
    public async Task A_full_disk_makes_the_shop_read_only_and_says_so_until_there_is_room()
    {
        var limit = new EachConnection();
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var server = await ShopServer.StartAsync(clock: clock, with: s => s.AddDbContext<ShopDb>((_, o) => o.AddInterceptors(limit)));
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job + "/crankcase");
        (string, string)[] reading = [("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen")];
        foreach (var (pragma, words) in new[] { ("max_page_count = 1", "The shop's disk is full"), ("query_only = 1", "cannot be written to") })
        {
            limit.Pragma = pragma;
            SqliteConnection.ClearAllPools();
            Answer answer;
            // Pages that are free in the file are used up first.
            var tries = 0;
            do answer = await jory.PostAsync(job + "/crankcase", reading);
            while (answer.Status == HttpStatusCode.Redirect && ++tries < 400);
            Assert.Equal(ShopHealth.NoRoom, (int)answer.Status);
            Assert.Contains("Nothing recorded", answer.Said("h1"));
            var page = await jory.GetAsync(job);
            Assert.Equal(HttpStatusCode.OK, page.Status);
            Assert.Contains(words, page.Said(".unwell"));
            Assert.Contains("Degraded", (await jory.GetAsync("/healthz")).Text);
            // It is looked again, and there is none yet.
            clock.Now += TimeSpan.FromSeconds(3);
            Assert.Contains(words, (await jory.GetAsync(job)).Said(".unwell"));
            limit.Pragma = "";
            SqliteConnection.ClearAllPools();
            clock.Now += TimeSpan.FromSeconds(3);
            Assert.Empty((await jory.GetAsync(job)).Said(".unwell"));
            Assert.Contains("Healthy", (await jory.GetAsync("/healthz")).Text);
            Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/crankcase", reading)).Status);
            Assert.Empty(await server.VerifyAsync());
        }
        // Nor is it called by another name where a row might have been taken.
        limit.Pragma = "max_page_count = 1";
        SqliteConnection.ClearAllPools();
        Answer last;
        var added = 0;
        do last = await jory.PostAsync("/instruments?handler=Add", ("name", $"manometer {++added}"), ("kind", "manometer"));
        while (last.Status == HttpStatusCode.Redirect && added < 400);
        Assert.Equal(ShopHealth.NoRoom, (int)last.Status);
    }

    // Sets a limit on each connection as it is opened.
    private sealed class EachConnection : DbConnectionInterceptor
    {
        public string Pragma { get; set; } = "";

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            Set(connection);
            return Task.CompletedTask;
        }

        private void Set(DbConnection connection)
        {
            if (Pragma.Length == 0) return;
            using var command = connection.CreateCommand();
            command.CommandText = $"PRAGMA {Pragma}";
            command.ExecuteNonQuery();
        }
    }

    [Fact]
    public async Task A_start_says_what_is_wrong_with_the_folder()
    {
        foreach (var (spoil, pragma, kind) in new (Action<string>, string, TroubleKind)[]
        {
            (f => File.WriteAllBytes(f, []), "", TroubleKind.Damaged), (f => File.WriteAllText(f, "this was a database once, and is none any more"), "",
                TroubleKind.Damaged),
            (f => Overwrite(f, 0, 60), "", TroubleKind.Damaged), (f => Overwrite(f, (int)new FileInfo(f).Length / 2 / 4096 * 4096, 9000), "",
                TroubleKind.Damaged), (f => File.Delete(f), "max_page_count = 2", TroubleKind.Full),
            (f => File.Delete(f), "query_only = 1", TroubleKind.ReadOnly),
        })
        {
            await using var server = await ShopServer.StartAsync();
            SqliteConnection.ClearAllPools();
            new ShopFolder(server.Folder).Settle();
            Assert.Equal(["shop.db"], Directory.GetFiles(server.Folder, "shop.db*").Select(Path.GetFileName));
            spoil(server.DatabaseFile);
            var folder = new ShopFolder(server.Folder);
            var key = new ShopKeyFile(folder);
            var chain = new ShopChain(key, new Acting(), TimeProvider.System);
            var options = new DbContextOptionsBuilder<ShopDb>().AddInterceptors(new EachConnection { Pragma = pragma });
            ShopDb.Configure(options, folder.DatabaseFile);
            await using var db = new ShopDb((DbContextOptions<ShopDb>)options.Options, chain);
            var trouble = await Assert.ThrowsAsync<ShopTroubleException>(() => folder.OpenAsync(db, chain, key));
            Assert.Equal(kind, trouble.Kind);
            Assert.Contains(folder.Path, trouble.Message);
            SqliteConnection.ClearAllPools();
        }
    }

    private static void Overwrite(string file, int from, int count)
    {
        using var stream = new FileStream(file, FileMode.Open);
        stream.Position = from;
        stream.Write(Enumerable.Repeat((byte)0x5A, count).ToArray());
    }

    [Fact]
    public async Task What_is_acknowledged_is_flushed_to_the_disk_first()
    {
        await using var server = await ShopServer.StartAsync();
        await server.WithAsync(async s =>
        {
            var db = s.GetRequiredService<ShopDb>();
            await db.Database.OpenConnectionAsync();
            await using var command = db.Database.GetDbConnection().CreateCommand();
            command.CommandText = "PRAGMA synchronous";
            // FULL: the log is flushed at each commit, not now and then.
            Assert.Equal(2L, await command.ExecuteScalarAsync());
        });
    }

    [Fact]
    public async Task A_clock_that_is_set_is_written_down_and_one_that_runs_is_not()
    {
        var clock = new SetClock(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));
        await using var server = await ShopServer.StartAsync(clock: clock);
        var watch = server.Services.GetRequiredService<ClockWatch>();
        clock.Now += TimeSpan.FromHours(2);
        Assert.Equal(TimeSpan.Zero, await watch.LookAsync());
        clock.Set(TimeSpan.FromMinutes(-40));
        Assert.Equal(TimeSpan.FromMinutes(-40), await watch.LookAsync());
        Assert.Equal(TimeSpan.Zero, await watch.LookAsync());
        var step = await server.WithAsync(s => s.GetRequiredService<ShopDb>().ShopEntries.SingleAsync(e => e.Kind == "clock-step"));
        Assert.Equal("-2400.0", step.State);
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task Database_bytes_that_are_damaged_are_found_or_mean_nothing()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.GetAsync(job);
        for (var i = 0; i < 12; i++) await jory.PostAsync(job + "/crankcase", ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "seen"), ("once",
            $"{i}"));
        new ShopFolder(server.Folder).Settle();
        var whole = await File.ReadAllBytesAsync(server.DatabaseFile);
        var was = await SaidAsync(server);
        var random = new Random(20_417);
        var (found, nothing) = (0, 0);
        for (var i = 0; i < Import.Damage.DatabasesInTests; i++)
        {
            var bytes = whole.ToArray();
            // A byte, a run of them, or a page.
            var (at, length) = (random.Next(bytes.Length), new[] { 1, 1, 40, 4096 }[random.Next(4)]);
            for (var b = at; b < Math.Min(bytes.Length, at + length); b++) bytes[b] ^= (byte)random.Next(1, 256);
            SqliteConnection.ClearAllPools();
            foreach (var side in Directory.GetFiles(server.Folder, "shop.db-*")) File.Delete(side);
            await File.WriteAllBytesAsync(server.DatabaseFile, bytes);
            var faults = await server.VerifyAsync();
            if (faults.Count > 0) { found++; continue; }
            Assert.Equal(was, await SaidAsync(server));
            nothing++;
        }
        SqliteConnection.ClearAllPools();
        foreach (var side in Directory.GetFiles(server.Folder, "shop.db-*")) File.Delete(side);
        await File.WriteAllBytesAsync(server.DatabaseFile, whole);
        Assert.Empty(await server.VerifyAsync());
        Assert.True(found > Import.Damage.DatabasesInTests / 5, $"{found} found, {nothing} meant nothing");
    }

    // Everything the shop is held to, as one text.
    private static Task<string> SaidAsync(ShopServer server) => server.WithAsync(async s =>
    {
        var db = s.GetRequiredService<ShopDb>();
        return string.Join('\n', (await db.Entries.AsNoTracking().OrderBy(e => e.Job).ThenBy(e => e.Seq).ToListAsync()).Select(e => e.ToEntry().ComputeHash()
            + e.Hash)
            .Concat((await db.ShopEntries.AsNoTracking().OrderBy(e => e.Seq).ToListAsync()).Select(e => e.ToEntry().ComputeHash() + e.Signature)));
    });
}
