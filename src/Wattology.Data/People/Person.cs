using Microsoft.AspNetCore.Identity;
using Wattology.Core.People;

namespace Wattology.Data.People;

/// <summary>Somebody who signs in. Their id, which never changes, stands in every entry they sign.</summary>
public sealed class Person : IdentityUser
{
    /// <summary>The name entries are signed with.</summary>
    public string Name { get; set; } = "";

    /// <summary>What they are in the shop.</summary>
    public Role Role { get; set; }

    /// <summary>The hash of the pin with which they sign as a second name at somebody else's tablet; null until they set one.</summary>
    public string? PinHash { get; set; }

    /// <summary>Wrong pins since the last right one.</summary>
    public int PinFails { get; set; }
}
