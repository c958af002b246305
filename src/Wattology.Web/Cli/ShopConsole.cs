using System.CommandLine;
using Microsoft.Data.Sqlite;
using Wattology.Core.Inputs;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Hosting;

namespace Wattology.Web.Cli;

/// <summary>What the commands share: the shop's folder, opened or refused in words, and how they end.</summary>
internal static class ShopConsole
{
    /// <summary>How a command ends that was refused.</summary>
    public const int Refused = 2;

    /// <summary>How a command ends that found something not whole.</summary>
    public const int NotWhole = 1;

    /// <summary>The shop's folder, named.</summary>
    public static Option<DirectoryInfo> ShopData() => new("--data") { Description = "The shop's folder.", Required = true };

    /// <summary>The shop's folder; the demo's where none is named.</summary>
    public static Option<DirectoryInfo> DemoData() => new("--data") { Description = "The demo shop's folder.", DefaultValueFactory = _
        => new DirectoryInfo("demo-data") };

    /// <summary>Says what is wrong, and answers how the program ends.</summary>
    public static int Fail(string message, int code = Refused)
    {
        Console.Error.WriteLine(message);
        return code;
    }

    /// <summary>How a command ends in trouble: each kind apart, so that whoever starts the shop by a script knows what to do.</summary>
    public static int CodeOf(ShopTroubleException trouble) => trouble.Kind switch { TroubleKind.Damaged => 3, TroubleKind.ReadOnly => 4, TroubleKind.Full => 5,
        _ => 6 };

    /// <summary>Opens a shop's folder, and makes its tables anew where that is due.</summary>
    public static async Task OpenAsync(IServiceProvider services, ShopFolder folder, bool newKey = false)
    {
        if (await folder.OpenAsync(services.GetRequiredService<ShopDb>(), services.GetRequiredService<ShopChain>(), services.GetRequiredService<ShopKeyFile>(),
            newKey)) await services.GetRequiredService<RowKeeper>().RebuildAsync();
    }

    /// <summary>All a shop needs, without serving it.</summary>
    public static ServiceProvider Services(ShopFolder folder)
    {
        var services = new ServiceCollection();
        services.AddLogging();
        ShopHost.AddShop(services, folder);
        return services.BuildServiceProvider();
    }

    /// <summary>How a command opens a shop.</summary>
    public enum Opening
    {
        /// <summary>One that is there.</summary>
        ToUse,
        /// <summary>One that is there, or a new one.</summary>
        ToMake,
        /// <summary>One that is there, with or without its key, and nothing is written to it.</summary>
        ToProve,
    }

    /// <summary>Opens a shop, does something with it, and says in words what hinders it.</summary>
    public static async Task<int> WithShopAsync(DirectoryInfo data, Func<IServiceProvider, Task<int>> act, Opening how = Opening.ToUse)
    {
        try { return await RunAsync(data, act, how); }
        // The last to close the database brings everything into its one file.
        finally { SqliteConnection.ClearAllPools(); }
    }

    private static async Task<int> RunAsync(DirectoryInfo data, Func<IServiceProvider, Task<int>> act, Opening how)
    {
        var make = how == Opening.ToMake;
        ShopFolder? folder;
        try { folder = data.Exists || make ? new ShopFolder(data.FullName) : null; }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
        if (folder is null || !(make || File.Exists(folder.DatabaseFile))) return Fail($"There is no shop in {data.FullName}.");
        await using var provider = Services(folder);
        await using var scope = provider.CreateAsyncScope();
        try
        {
            if (how == Opening.ToProve) await ShopFolder.ProveVersionAsync(scope.ServiceProvider.GetRequiredService<ShopDb>());
            else await OpenAsync(scope.ServiceProvider, folder);
            return await act(scope.ServiceProvider);
        }
        catch (RefusedException refused) { return Fail(refused.Message); }
        catch (ShopTroubleException trouble) { return Fail(trouble.Message, CodeOf(trouble)); }
        catch (InputRefusedException refused) { return Fail(string.Join(Environment.NewLine, refused.Faults.ByPath
            .Select(f => f.Key.Length > 0 ? $"{f.Key}: {f.Value}" : f.Value))); }
    }
}
