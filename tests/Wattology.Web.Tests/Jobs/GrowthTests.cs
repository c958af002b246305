using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Data;
using Wattology.Data.Demo;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Data.Yard;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Jobs;

/// <summary>A shop that grows: many jobs, search, and databases of an older form.</summary>
public sealed class GrowthTests
{
    private static readonly SetClock Clock = new(new DateTimeOffset(2031, 3, 4, 9, 30, 0, TimeSpan.Zero));

    private static async Task<ShopServer> ScaledAsync()
    {
        var server = await ShopServer.StartAsync(true, Clock);
        await server.WithAsync(s => s.GetRequiredService<ScaledShop>().FillAsync(300));
        return server;
    }

    [Fact]
    public async Task A_scaled_demo_is_whole_and_the_same_every_time()
    {
        await using var first = await ScaledAsync();
        await using var second = await ScaledAsync();
        Assert.Empty(await first.VerifyAsync());
        static Task<string[]> Heads(ShopServer s) => s.WithAsync(p => p.GetRequiredService<ShopDb>().Jobs.OrderBy(j => j.Row)
            .Select(j => j.Head).ToArrayAsync());
        var heads = await Heads(first);
        Assert.Equal(300, heads.Length);
        Assert.Equal(heads, await Heads(second));
        await first.WithAsync(s => s.GetRequiredService<ScaledShop>().FillAsync(300));
        Assert.Equal(300, (await Heads(first)).Length);
    }

    [Fact]
    public async Task Search_finds_a_fragment_wherever_it_lies_and_what_came_last_first()
    {
        await using var server = await ScaledAsync();
        var some = await server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.OrderByDescending(j => j.Row).FirstAsync());
        Task<IReadOnlyList<JobRow>> Search(string text) => server.WithAsync(s => s.GetRequiredService<YardRows>().ShownAsync(text));
        foreach (var text in new[] { some.Number, some.Registration, some.Registration[..2], some.Customer[2..], some.Number[^3..] }) Assert
            .Contains(await Search(text), j => j.Id == some.Id);
        var found = await Search("HL 7.31");
        Assert.True(found.Count > 5);
        Assert.Equal(found.OrderByDescending(j => j.Row).Select(j => j.Id), found.Select(j => j.Id));
        foreach (var odd in new[] { "\"", "OR", "a\" OR \"b", "*", "NOT x", "-" }) Assert.True((await Search(odd)).Count <= JobFinder.ListMost);
        Assert.Empty(await Search("nothing like it"));
    }

    [Fact]
    public async Task Other_units_change_how_the_yard_reads_and_nothing_that_is_stored()
    {
        await using var server = await ShopServer.StartAsync(true, Clock);
        var owner = await server.VisitDemoAsync("maren");
        Task<JobRow[]> Rows() => server.WithAsync(s => s.GetRequiredService<ShopDb>().Jobs.AsNoTracking().OrderBy(j => j.Row).ToArrayAsync());
        var before = await Rows();
        await owner.GetAsync("/limits");
        await owner.PostAsync("/limits?handler=Units", ("units.pressure", "psi"), ("units.length", "in"), ("units.temperature", "°F"),
            ("units.distance", "mi"));
        await owner.PostAsync("/limits?handler=Set", ("key", "pressure-after-firing"), ("source", "shop"), ("reference", "stricter"), ("scope", ""),
            ("sound_to", "2 s"));
        await owner.PostAsync("/limits?handler=Set", ("key", "crankcase-open"), ("source", "shop"), ("reference", "stricter"), ("scope", ""),
            ("sound_to", "0.01 psi"));
        // A limit that lets time pass: the row stands as of the last entry, however late it is computed.
        await owner.PostAsync("/limits?handler=Set", ("key", "prime-standing"), ("source", "shop"), ("reference", "here"), ("scope", ""), ("sound_to", "12 h"));
        Assert.All((await Rows()).Zip(before), r => Assert.True(r.First.Agrees(r.Second)));
        Assert.Empty(await server.VerifyAsync());
        Assert.DoesNotContain(await Rows(), r => r.HandedOverMs is not null && r.AtStop);
    }

    [Fact]
    public async Task A_database_of_an_older_form_is_copied_before_it_is_brought_up_and_one_of_another_kind_is_left_alone()
    {
        var path = Directory.CreateTempSubdirectory("wattology-old-").FullName;
        var folder = new ShopFolder(path);
        var key = new ShopKeyFile(folder);
        var chain = new ShopChain(key, new Acting(), TimeProvider.System);
        ShopDb Open()
        {
            var options = new DbContextOptionsBuilder<ShopDb>();
            ShopDb.Configure(options, folder.DatabaseFile);
            return new ShopDb(options.Options, chain);
        }
        await using (var old = Open())
        {
            await old.GetService<IMigrator>().MigrateAsync(old.Database.GetMigrations().First());
            await old.Database.ExecuteSqlRawAsync("INSERT INTO Settings (Key, Value) VALUES ('name', 'Old Jetty')");
        }
        await using (var db = Open()) Assert.True(await folder.OpenAsync(db, chain, key), "what is kept for speed is computed anew");
        var copy = Assert.Single(Directory.GetFiles(path, "shop-before-*.db"));
        await using (var kept = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={copy};Mode=ReadOnly;Pooling=False"))
        {
            await kept.OpenAsync();
            await using var command = kept.CreateCommand();
            command.CommandText = "SELECT Value FROM Settings WHERE Key = 'name' AND NOT EXISTS (SELECT 1 FROM sqlite_master WHERE name = 'JobSearch')";
            Assert.Equal("Old Jetty", await command.ExecuteScalarAsync());
        }
        await using (var db = Open())
        {
            Assert.Empty(await db.Database.GetPendingMigrationsAsync());
            Assert.False(await folder.OpenAsync(db, chain, key));
            Assert.Single(Directory.GetFiles(path, "shop-before-*.db"));
            await db.Database.ExecuteSqlRawAsync("INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '99')");
            Assert.Contains("20990101000000_Later", (await Assert.ThrowsAsync<ShopTroubleException>(()
                => folder.OpenAsync(db, chain, key))).Message);
        }
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(path, true);
    }

    [Fact]
    public void A_folder_is_held_by_one_and_says_by_whom()
    {
        var path = Directory.CreateTempSubdirectory("wattology-held-").FullName;
        var folder = new ShopFolder(path);
        using (folder.Hold("http://127.0.0.1:5080", Clock.Now))
        {
            var refused = Assert.Throws<RefusedException>(() => folder.Hold("http://127.0.0.1:5081", Clock.Now));
            Assert.Contains($"is served on http://127.0.0.1:5080 by process {Environment.ProcessId}", refused.Message);
        }
        folder.Hold("http://127.0.0.1:5081", Clock.Now).Dispose();
        Directory.Delete(path, true);
    }

    [Fact]
    public async Task What_was_recorded_is_shown_and_printed_when_the_machine_is_corrected_afterwards()
    {
        await using var server = await ShopServer.StartAsync();
        var jory = await server.VisitAsync("jory");
        await jory.GetAsync("/book-in");
        var job = (await jory.PostAsync("/book-in", JobForms.Booking(("water_cooled", "true"), ("once", "w")))).Location!.ToString();
        await jory.GetAsync(job);
        await jory.PostAsync(job + "/after-run?handler=Joints", ("moment", "hot"), ("joint.water-1", "weeps"), ("saw.water-1", ""), ("once", "j"));
        var corrects = (await jory.GetAsync("/book-in?job=" + job.Split('/')[2])).Page.QuerySelector("[name=corrects]")!.GetAttribute("value")!;
        await jory.PostAsync("/book-in", [.. JobForms.BookingIn, ("job", job.Split('/')[2]), ("corrects", corrects), ("reason", "It has none.")]);
        Assert.Contains("Water joints: weeps", (await jory.GetAsync(job + "/record")).Said(".record"));
        Assert.Equal(System.Net.HttpStatusCode.OK, (await jory.GetAsync(job + "/file.pdf")).Status);
        Assert.Equal(System.Net.HttpStatusCode.OK, (await jory.GetAsync(job + "/start")).Status);
    }
}
