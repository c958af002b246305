using Microsoft.AspNetCore.Identity;
using Wattology.Core.Evidence;
using Wattology.Core.Shop;

namespace Wattology.Data.Identity;

/// <summary>Somebody who signs in.</summary>
public sealed class Person : IdentityUser
{
    /// <summary>The name entries are signed with.</summary>
    public string Name { get; set; } = "";

    /// <summary>What they are in the shop.</summary>
    public Role Role { get; set; }

    /// <summary>As the author of an entry.</summary>
    public Author AsAuthor() => new(Name, Role);
}
