using Microsoft.AspNetCore.Identity;
using Wattology.Data.People;

namespace Wattology.Web.People;

/// <summary>Refuses a password that is tried first: one of the commonest, one character or step over and over, or one's own name.</summary>
public sealed class Passwords : IPasswordValidator<Person>
{
    private const int LeastOfName = 4, LeastBeside = 6, LeastDifferent = 4;

    // One to a line, in lower case; those shorter than a password may be are found inside longer ones made of them and digits.
    private static readonly HashSet<string> Common = ReadCommon();

    /// <inheritdoc/>
    public Task<IdentityResult> ValidateAsync(UserManager<Person> manager, Person user, string? password)
        => Task.FromResult(Fault(password ?? "", user.Name, user.UserName ?? "") is { } fault
            ? IdentityResult.Failed(new IdentityError { Code = "PasswordGuessed", Description = fault }) : IdentityResult.Success);

    /// <summary>Why a password is guessed too soon, and what would be right; null where it is not.</summary>
    public static string? Fault(string password, string name, string user)
    {
        var plain = password.Trim().ToLowerInvariant();
        // What is put around a word to make it long enough does not make it another word.
        var core = plain.Trim([.. "0123456789!?.,-_*#+$ "]);
        if (Common.Contains(plain) || Common.Contains(core) || Common.Contains(Letters(core)) || core.Length > 0 && core.Length % 2 == 0
            && core[..(core.Length / 2)] == core[(core.Length / 2)..] && Common.Contains(core[..(core.Length / 2)]))
            return "This is one of the passwords that are tried first. Take a few words that have nothing to do with each other.";
        if (plain.Distinct().Count() < LeastDifferent || IsRun(plain))
            return "This is the same over and over, or a run. Take a few words that have nothing to do with each other.";
        var beside = plain;
        foreach (var part in name.Split(' ', StringSplitOptions.RemoveEmptyEntries).Append(user).Select(n => n.ToLowerInvariant())
            .Where(n => n.Length >= LeastOfName).OrderByDescending(n => n.Length)) beside = beside.Replace(part, "", StringComparison.Ordinal);
        return beside.Length < plain.Length && beside.Length < LeastBeside ? "This is little more than your own name." : null;
    }

    private static HashSet<string> ReadCommon()
    {
        using var reader = new StreamReader(typeof(Passwords).Assembly.GetManifestResourceStream("Wattology.Web.People.common-passwords.txt")!);
        return [.. reader.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];
    }

    // Letters written as digits or signs are tried as letters too.
    private static string Letters(string text) => text.Replace('0', 'o').Replace('1', 'i').Replace('3', 'e').Replace('4', 'a').Replace('5', 's').Replace('$',
        's')
        .Replace('@', 'a').Replace('7', 't');

    private static bool IsRun(string text) => text.Length > 1 && (text.Zip(text.Skip(1), (a, b) => b - a).All(d => d == 1)
        || text.Zip(text.Skip(1), (a, b) => b - a).All(d => d == -1));
}
