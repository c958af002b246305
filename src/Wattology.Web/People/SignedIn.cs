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
