using System.CommandLine;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>Backups of a whole shop.</summary>
internal static class BackupCommands
{
    /// <summary>Copying a shop, and putting it back.</summary>
    public static IEnumerable<Command> All()
    {
        var data = ShopData();
        var into = new Argument<DirectoryInfo>("to") { Description = "The backup's own folder; it is made." };
        var backup = new Command("backup", "Copy the whole shop, while it is served or not, and prove the copy.") { into, data };
        backup.SetAction((r, stop) => WithShopAsync(r.GetValue(data)!, s => BackupAsync(s, r.GetValue(into)!, stop)));
        var from = new Argument<DirectoryInfo>("from") { Description = "The backup." };
        var restore = new Command("restore", "Put a shop back from a backup into an empty folder.") { from, data };
        restore.SetAction((r, stop) => RestoreAsync(r.GetValue(from)!, r.GetValue(data)!, stop));
        return [backup, restore];
    }

    private static async Task<int> BackupAsync(IServiceProvider services, DirectoryInfo to, CancellationToken stop)
    {
        var manifest = await services.GetRequiredService<ShopBackup>().MakeAsync(to.FullName, ProveAsync, stop);
        Console.WriteLine($"{to.FullName}: {manifest.Files.Count} files, {manifest.Files.Sum(f => f.Bytes) / 1024:N0} KiB, each read again after it was "
            + $"written, and "
            + $"every chain in it whole. The shop's code in it: {manifest.Code}   key {manifest.Key}");
        return 0;
    }

    private static async Task<int> RestoreAsync(DirectoryInfo from, DirectoryInfo data, CancellationToken stop)
    {
        try
        {
            var manifest = await ShopBackup.RestoreAsync(from.FullName, data.FullName, stop);
            var code = await WithShopAsync(data, async s =>
            {
                await s.GetRequiredService<ShopChain>().NoteAsync(s.GetRequiredService<ShopDb>(), new ShopState(ShopSubject.Restored, from.Name, "", ""), stop);
                return (await s.GetRequiredService<Verifier>().VerifyAsync()).Faults is [var fault, ..] ? throw new RefusedException(fault) : 0;
            });
            if (code == 0)
                Console.WriteLine($"{data.FullName}: put back as it stood at {manifest.Made:yyyy-MM-dd HH:mm} UTC, code {manifest.Code}; every "
                    + "chain is whole.");
            return code;
        }
        catch (RefusedException refused) { return Fail(refused.Message); }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
    }

    private static async Task<IReadOnlyList<string>> ProveAsync(ShopFolder copy)
    {
        await using var provider = Services(copy);
        await using var scope = provider.CreateAsyncScope();
        return (await scope.ServiceProvider.GetRequiredService<Verifier>().VerifyAsync()).Faults;
    }
}
