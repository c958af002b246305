using System.Security.Cryptography;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.People;
using Wattology.Data.Jobs;
using Wattology.Data.People;

namespace Wattology.Web.People;

/// <summary>What the owner does with accounts, on the page and at the console. Whatever changes what a person may do ends every session they have.</summary>
/// <param name="users">The accounts.</param>
/// <param name="log">The security log.</param>
/// <param name="clock">Until when a code holds.</param>
public sealed class Accounts(UserManager<Person> users, SecurityLog log, TimeProvider clock)
{
    /// <summary>How long a one-time code holds.</summary>
    public static readonly TimeSpan CodeHolds = TimeSpan.FromHours(24);

    private const string LastOwner = "This is the only owner who can sign in; make somebody else an owner first.";

    /// <summary>Everybody who has an account, by name.</summary>
    public async Task<IReadOnlyList<Person>> EveryoneAsync() => await users.Users.AsNoTracking().OrderBy(p => p.Name).Take(200).ToListAsync();

    /// <summary>Lets somebody in no more, or again.</summary>
    /// <exception cref="RefusedException">They are the only owner.</exception>
    public async Task DisableAsync(Person person, bool disabled, string by)
    {
        if (disabled) await KeepAnOwnerAsync(person);
        person.Disabled = disabled;
        await SaveAsync(person, disabled ? "disabled" : "enabled", by);
    }

    /// <summary>Makes somebody something else in the shop.</summary>
    /// <exception cref="RefusedException">They are the only owner.</exception>
    public async Task ChangeRoleAsync(Person person, Role role, string by)
    {
        if (person.Role == role) return;
        if (role != Role.Owner) await KeepAnOwnerAsync(person);
        var was = person.Role;
        person.Role = role;
        await SaveAsync(person, $"made {role.ToString().ToLowerInvariant()}, was {was.ToString().ToLowerInvariant()}", by);
    }

    /// <summary>Gives somebody another name to sign with; what they signed keeps the old one.</summary>
    /// <exception cref="RefusedException">There is no name, or somebody signs with it.</exception>
    public async Task RenameAsync(Person person, string name, string by)
    {
        name = name.Trim();
        if (Fault(name) is { } fault) throw new RefusedException(fault, "name");
        if (name == person.Name) return;
        if (await users.Users.AnyAsync(p => p.Name == name &&
            p.Id != person.Id)) throw new RefusedException("Somebody signs with that name already; add an initial.",
            "name");
        var was = person.Name;
        person.Name = name;
        await SaveAsync(person, $"renamed from {was}", by);
    }

    /// <summary>What is wrong with a name; null where nothing is.</summary>
    public static string? Fault(string name) => name.Length == 0 ? "Type the name." : name.Length > 60 ? "A name has at most 60 characters."
        : name.Any(c => char.IsControl(c) || char.IsSurrogate(c)) ? "A name is made of letters." : null;

    /// <summary>A one-time code with which somebody sets a new password.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="reset">The old password holds no longer, and every session ends.</param>
    /// <param name="by">Who gives it.</param>
    /// <returns>The code; it is kept nowhere.</returns>
    public async Task<string> GiveCodeAsync(Person person, bool reset, string by)
    {
        var code = OwnerCode.New();
        person.CodeHash = users.PasswordHasher.HashPassword(person, code);
        person.CodeUntilMs = (clock.GetUtcNow() + CodeHolds).ToUnixTimeMilliseconds();
        if (reset) person.PasswordHash = null;
        if (reset) await SaveAsync(person, "password reset", by);
        else
        {
            await users.UpdateAsync(person);
            log.Note("one-time code given", by, person.Name);
        }
        return code;
    }

    /// <summary>Sets a new password by a one-time code. Somebody who has none is asked for the same work as somebody who has.</summary>
    /// <returns>The person; or what is wrong, with its field.</returns>
    public async Task<(Person? Person, string Field, string Fault)> UseCodeAsync(string user, string code, string password)
    {
        var person = await users.FindByNameAsync(user);
        var right = Matches(person, person?.CodeHash, OwnerCode.Plain(code));
        if (!right || person is null || person.Disabled || person.CodeUntilMs < clock.GetUtcNow().ToUnixTimeMilliseconds())
            return (null, "code", "Name and code do not belong together, or the code is used or over. The owner gives a new one.");
        foreach (var check in users.PasswordValidators)
            if (await check.ValidateAsync(users, person, password) is { Succeeded: false } wrong) return (null, "password", wrong.Errors.First().Description);
        person.PasswordHash = users.PasswordHasher.HashPassword(person, password);
        (person.CodeHash, person.CodeUntilMs) = (null, null);
        await SaveAsync(person, "set a password by a one-time code", person.Name);
        return (person, "", "");
    }

    /// <summary>Whether a secret is somebody's; for nobody the same work is done, and it is not.</summary>
    public bool Matches(Person? person, string? hash, string secret)
    {
        var against = hash ?? Nobody.Hash(users.PasswordHasher);
        return users.PasswordHasher.VerifyHashedPassword(person ?? Nobody.One, against, secret) != PasswordVerificationResult.Failed && hash is not null;
    }

    private async Task KeepAnOwnerAsync(Person person)
    {
        if (person is { Role: Role.Owner, Disabled: false } && !await users.Users.AnyAsync(p => p.Role == Role.Owner && !p.Disabled && p.Id != person.Id))
            throw new RefusedException(LastOwner);
    }

    private async Task SaveAsync(Person person, string what, string by)
    {
        if (!(await users.UpdateSecurityStampAsync(person)).Succeeded)
            throw new RefusedException("Somebody else changed this account just now; look again.");
        log.Note(what, by, person.Name);
    }

    // Whoever does not exist has a password as well: checking it takes the same work.
    private static class Nobody
    {
        public static readonly Person One = new() { UserName = "" };
        private static string? _hash;

        public static string Hash(IPasswordHasher<Person> hasher) => _hash ??= hasher.HashPassword(One,
            Convert.ToHexString(RandomNumberGenerator.GetBytes(16)));
    }
}
