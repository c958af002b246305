using System.CommandLine;
using Microsoft.AspNetCore.Identity;
using Wattology.Core.Inputs;
using Wattology.Core.People;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Shop;
using Wattology.Web.Api;
using Wattology.Web.People;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>Accounts and keys at the console: the way back in where no owner can sign in any more.</summary>
internal static class UserCommands
{
    /// <summary>Accounts and keys, for whoever holds the shop's folder.</summary>
    public static Command Make()
    {
        var data = ShopData();
        var who = new Argument<string>("sign-in-name") { Description = "Whose account." };
        var list = new Command("list", "Everybody who has an account.") { data };
        list.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, ListAsync));
        var code = new Command("code", "A one-time code with which somebody sets a new password; an owner nobody can let in is let in by it.") { who, data };
        code.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, s => CodeAsync(s, r.GetValue(who)!)));
        var purpose = new Argument<string>("purpose") { Description = "What the key is for." };
        var key = new Command("key", "A key with which a program computes over the network.") { purpose, data };
        key.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, s => KeyAsync(s, r.GetValue(purpose)!)));
        var keyNumber = new Argument<int>("number") { Description = "The key's number, as 'user list' shows it." };
        var withdraw = new Command("withdraw-key", "Withdraw such a key.") { keyNumber, data };
        withdraw.SetAction((r, _) => WithShopAsync(r.GetValue(data)!, s => WithdrawAsync(s, r.GetValue(keyNumber))));
        var user = new Command("user", "Accounts and keys, for whoever holds the shop's folder.") { list, code, key, withdraw };
        return user;
    }

    /// <summary>Lists accounts and keys.</summary>
    public static async Task<int> ListAsync(IServiceProvider services)
    {
        foreach (var p in await services.GetRequiredService<Accounts>().EveryoneAsync())
            Console.WriteLine($"{p.UserName}  {p.Name}, {JsonForm.Plain(p.Role)}{(p.Disabled ? ", disabled" : "")}");
        foreach (var k in await services.GetRequiredService<ComputeKeys>().AllAsync())
            Console.WriteLine($"key {k.Id}  {k.Name}, made by {k.By}{(k.WithdrawnMs is null ? "" : ", withdrawn")}");
        return 0;
    }

    /// <summary>Gives a one-time code; an owner who was disabled is let in again.</summary>
    public static async Task<int> CodeAsync(IServiceProvider services, string user)
    {
        var (accounts, users) = (services.GetRequiredService<Accounts>(), services.GetRequiredService<UserManager<Person>>());
        var person = await users.FindByNameAsync(user) ?? throw new RefusedException($"Nobody signs in as {user}; 'user list' shows who does.");
        if (person is { Disabled: true, Role: Role.Owner }) await accounts.DisableAsync(person, false, Acting.AtConsole.Name);
        var code = await accounts.GiveCodeAsync(person, reset: false, Acting.AtConsole.Name);
        Console.WriteLine($"One-time code for {person.Name}: {code[..4]}-{code[4..]}   (holds for {Accounts.CodeHolds.TotalHours:0} hours; used at /code)");
        return 0;
    }

    /// <summary>Makes a key.</summary>
    public static async Task<int> KeyAsync(IServiceProvider services, string purpose)
    {
        Console.WriteLine(await services.GetRequiredService<ComputeKeys>().MakeAsync(purpose.Trim(), Acting.AtConsole.Name));
        return 0;
    }

    /// <summary>Withdraws a key.</summary>
    public static async Task<int> WithdrawAsync(IServiceProvider services, int number)
    {
        if (!await services.GetRequiredService<ComputeKeys>().WithdrawAsync(number, Acting.AtConsole.Name))
            throw new RefusedException($"There is no key {number} to withdraw; 'user list' shows them.");
        Console.WriteLine("Withdrawn.");
        return 0;
    }
}
