using Wattology.Bench;
using Wattology.Browser.Tests.Hosting;
using Wattology.Data.Demo;

namespace Wattology.Browser.Tests.Faults;

/// <summary>The application as a process: killed under load, asked to end, started on what it cannot use.</summary>
public sealed class KillTests
{
    private static readonly int Kills = Effort.Of(10, 50);

    [Fact]
    public async Task Nothing_that_was_acknowledged_is_lost_over_hard_kills()
    {
        var outcome = await KillRun.RunAsync(Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"), Kills);
        Assert.Equal(Kills, outcome.Kills);
        Assert.True(outcome.Acknowledged > 2 * Kills, $"{outcome.Acknowledged} acknowledged");
        Assert.Equal(0, outcome.Lost);
        Assert.Empty(outcome.Faults);
    }

    [Fact]
    public async Task A_clean_stop_leaves_one_database_file_and_a_backup_is_put_back_and_a_damaged_folder_has_its_own_exit_code()
    {
        await using var shop = await RunningShop.DemoAsync();
        using (var bay = new Bay(shop.Address))
        {
            bay.SignInAs("petra");
            var job = DemoJobs.Find(bay, "Mail van");
            bay.Open(job + "/snags");
        }
        var (to, back) = (shop.Folder + "-backup", shop.Folder + "-back");
        try
        {
            // While it serves.
            var made = await RunningShop.RunToEndAsync(null, "backup", to, "--data", shop.Folder);
            Assert.True(made.Code == 0, made.Out + made.Error);
            var code = System.Text.RegularExpressions.Regex.Match(made.Out, @"\d+(-[0-9a-f]{4}){5}").Value;
            await shop.StartAgainAsync(TimeSpan.Zero, kill: false, then: () =>
                Assert.Equal(["shop.db"], Directory.GetFiles(shop.Folder, "shop.db*").Select(Path.GetFileName)));
            // Nobody but its owner reads any of it.
            foreach (var path in Directory.EnumerateFileSystemEntries(shop.Folder, "*", SearchOption.AllDirectories).Append(shop.Folder))
                if (!OperatingSystem.IsWindows()) Assert.Equal(UnixFileMode.None, File.GetUnixFileMode(path) & ~(UnixFileMode.UserRead | UnixFileMode.UserWrite
                    | UnixFileMode.UserExecute));
            var seen = await RunningShop.RunToEndAsync(null, "verify", "--data", shop.Folder, "--seen", code);
            Assert.True(seen.Code == 0, seen.Out + seen.Error);
            Assert.Contains("the chain agrees with it", seen.Out);
            Assert.Contains("What this cannot know", seen.Out);
            var forged = await RunningShop.RunToEndAsync(null, "verify", "--data", shop.Folder, "--seen", code[..^1] + (code[^1] == '0' ? '1' : '0'));
            Assert.Equal(1, forged.Code);
            Assert.Contains("was rewritten since this code was printed", forged.Out);

            var restored = await RunningShop.RunToEndAsync(null, "restore", to, "--data", back);
            Assert.True(restored.Code == 0, restored.Out + restored.Error);
            Assert.Equal(0, (await RunningShop.RunToEndAsync(null, "verify", "--data", back, "--seen", code)).Code);
            var list = await RunningShop.RunToEndAsync(null, "user", "list", "--data", back);
            Assert.Contains("petra  Petra Lundow, technician", list.Out);
            var given = await RunningShop.RunToEndAsync(null, "user", "code", "maren", "--data", back);
            Assert.Matches("One-time code for Maren Tolliver: [A-Z2-9]{4}-[A-Z2-9]{4}", given.Out);
            Assert.Equal(2, (await RunningShop.RunToEndAsync(null, "user", "code", "nobody", "--data", back)).Code);
            Assert.Equal(["shop.db"], Directory.GetFiles(back, "shop.db*").Select(Path.GetFileName));

            await File.WriteAllTextAsync(Path.Combine(back, "shop.db"), "no database");
            var damaged = await RunningShop.RunToEndAsync(null, "serve", "--data", back, "--port", RunningShop.FreePort());
            Assert.Equal(3, damaged.Code);
            Assert.Contains("is damaged", damaged.Error);
            Assert.DoesNotContain("   at ", damaged.Error + damaged.Out);
        }
        finally
        {
            foreach (var folder in new[] { to, back }) if (Directory.Exists(folder)) Directory.Delete(folder, true);
        }
    }
}
