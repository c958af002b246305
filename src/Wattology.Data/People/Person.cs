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

    /// <summary>They left, or may not sign in for now; what they signed stays theirs.</summary>
    public bool Disabled { get; set; }

    /// <summary>The hash of a one-time code with which they set a new password; null where none is out.</summary>
    public string? CodeHash { get; set; }

    /// <summary>Until when the code holds, in ms since 1970.</summary>
    public long? CodeUntilMs { get; set; }
}
