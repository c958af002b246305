using System.Security.Claims;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using Wattology.Core.People;
using Wattology.Data.People;

namespace Wattology.Web.People;

/// <summary>Puts name and role of a person into the cookie.</summary>
public sealed class PersonClaims(UserManager<Person> users, IOptions<IdentityOptions> options) : UserClaimsPrincipalFactory<Person>(users, options)
{
    internal const string NameClaim = "wattology:name";
    internal const string RoleClaim = "wattology:role";

    /// <inheritdoc/>
    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        identity.AddClaim(new Claim(NameClaim, user.Name));
        identity.AddClaim(new Claim(RoleClaim, user.Role.ToString()));
        return identity;
    }
}

/// <summary>The person signed in.</summary>
public static class SignedIn
{
    /// <summary>As the author of entries.</summary>
    public static Author Author(this ClaimsPrincipal user) => new(user.FindFirstValue(ClaimTypes.NameIdentifier)!, user.FindFirstValue(PersonClaims.NameClaim)!,
        Enum.Parse<Role>(user.FindFirstValue(PersonClaims.RoleClaim)!));

    /// <summary>Whether they hold a right.</summary>
    public static bool May(this ClaimsPrincipal user, Right right) => user.Author().Role.Allows(right);
}

/// <summary>The one-time code with which the first owner claims a new shop; known to whoever started the server.</summary>
public sealed class OwnerCode
{
    private const string Letters = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

    /// <summary>The code, until it is used.</summary>
    public string? Code { get; private set; }
        = string.Concat(Enumerable.Range(0, 8).Select(_ => Letters[System.Security.Cryptography.RandomNumberGenerator.GetInt32(Letters.Length)]));

    /// <summary>Whether this is the code.</summary>
    public bool Matches(string typed) => Code is { } code && System.Security.Cryptography.CryptographicOperations.FixedTimeEquals(
        System.Text.Encoding.UTF8.GetBytes(typed.Trim().ToUpperInvariant().Replace("-", "")), System.Text.Encoding.UTF8.GetBytes(code));

    /// <summary>It is used up.</summary>
    public void Spend() => Code = null;
}
