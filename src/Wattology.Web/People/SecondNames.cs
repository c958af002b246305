using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.People;
using Wattology.Data.People;

namespace Wattology.Web.People;

/// <summary>Second names: people who sign with a pin at somebody else's tablet, without signing anybody out.</summary>
/// <param name="users">The accounts.</param>
/// <param name="guard">Slows guessing down.</param>
public sealed class SecondNames(UserManager<Person> users, SignInGuard guard)
{
    /// <summary>Fewest digits of a pin.</summary>
    public const int LeastDigits = 4;

    // Whoever sits at somebody's open session guesses their password from there, and keeps nobody out elsewhere.
    private const string OwnPage = "own page";

    private const int MostDigits = 12;
    private const int MostWrong = 5;
    private const string Locked = "Five wrong pins: this one is locked until its owner gives their password and sets a pin anew.";

    /// <summary>Everybody who has a pin, is let in and may sign, other than whoever asks.</summary>
    public async Task<IReadOnlyList<Author>> WithPinAsync(Author asker) => [.. (await users.Users.AsNoTracking().Where(p => p.PinHash != null
        && !p.Disabled && p.Id != asker.Id)
        .OrderBy(p => p.Name).Take(200).ToListAsync()).Where(p => p.Role.Allows(Right.SignSecond)).Select(AsAuthor)];

    /// <summary>Proves a person by their pin.</summary>
    /// <returns>The person, or what is wrong.</returns>
    public async Task<(Author? Second, string? Fault)> ProveAsync(string id, string pin)
    {
        if (id.Length == 0 || await users.FindByIdAsync(id) is not { PinHash: { } hash, Disabled: false } person)
            return (null, "Choose whose second name it is.");
        if (person.PinFails >= MostWrong) return (null, Locked);
        var right = users.PasswordHasher.VerifyHashedPassword(person, hash, pin) != PasswordVerificationResult.Failed;
        person.PinFails = right ? 0 : person.PinFails + 1;
        // Of guesses sent at once only one is counted; the others are none, right or wrong.
        if (!(await users.UpdateAsync(person)).Succeeded) return (null, "Somebody else typed a pin just now: once more.");
        if (right) return (AsAuthor(person), null);
        return (null, person.PinFails >= MostWrong ? Locked : $"That is not {person.Name}'s pin.");
    }

    /// <summary>Sets a person's pin; their password opens it again where it was locked.</summary>
    /// <returns>What is wrong, with its field; null when it is set.</returns>
    public async Task<(string Field, string Fault)?> SetAsync(string id, string password, string pin)
    {
        if (await users.FindByIdAsync(id) is not { } person) return ("", "There is no such account.");
        if (guard.Enter(person.UserName!, OwnPage) is { } wait) return ("password",
            $"Too many wrong passwords: wait {Math.Ceiling(wait.TotalSeconds):0} seconds.");
        if (!await users.CheckPasswordAsync(person, password)) return ("password", "This is not your password.");
        guard.Right(person.UserName!, OwnPage);
        if (pin.Length is < LeastDigits or > MostDigits || !pin.All(char.IsAsciiDigit)) return ("pin", $"A pin has {LeastDigits} to {MostDigits} digits.");
        if (pin.Distinct().Count() == 1) return ("pin", "The same digit over and over is no pin.");
        (person.PinHash, person.PinFails) = (users.PasswordHasher.HashPassword(person, pin), 0);
        await users.UpdateAsync(person);
        return null;
    }

    private static Author AsAuthor(Person person) => new(person.Id, person.Name, person.Role);
}
