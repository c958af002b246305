namespace Wattology.Core.People;

/// <summary>What a person is in the shop.</summary>
public enum Role
{
    /// <summary>Answers for everything.</summary>
    Owner,
    /// <summary>Works on turbos.</summary>
    Technician,
    /// <summary>Books in, telephones, files claims.</summary>
    Desk,
}

/// <summary>Somebody who writes entries.</summary>
/// <param name="Id">Their account's stable id; a name may change, this does not.</param>
/// <param name="Name">The name entries are signed with.</param>
/// <param name="Role">What they are in the shop.</param>
public sealed record Author(string Id, string Name, Role Role);

/// <summary>What not everybody may do.</summary>
public enum Right
{
    /// <summary>Record readings, findings and steps of the work.</summary>
    Record,
    /// <summary>Book a job in and set what it waits for.</summary>
    BookIn,
    /// <summary>Confirm a cause.</summary>
    ConfirmCause,
    /// <summary>Take a doubt, or judge a reading that has no limit.</summary>
    AcceptDoubt,
    /// <summary>Pass a hold point with items open.</summary>
    PassHoldPoint,
    /// <summary>Sign as the second name where a stop is passed.</summary>
    SignSecond,
    /// <summary>Hand a job over.</summary>
    HandOver,
    /// <summary>Change limits and units.</summary>
    ChangeLimits,
    /// <summary>Add people and set what they are.</summary>
    ManagePeople,
    /// <summary>Bring in a job file.</summary>
    Import,
}

/// <summary>Who may do what; the one table, enforced by the server.</summary>
public static class Permissions
{
    private static readonly Dictionary<Right, Role[]> Table = new()
    {
        [Right.Record] = [Role.Owner, Role.Technician],
        [Right.BookIn] = [Role.Owner, Role.Technician, Role.Desk],
        [Right.ConfirmCause] = [Role.Owner, Role.Technician],
        [Right.AcceptDoubt] = [Role.Owner, Role.Technician],
        [Right.PassHoldPoint] = [Role.Owner, Role.Technician],
        [Right.SignSecond] = [Role.Owner, Role.Technician],
        [Right.HandOver] = [Role.Owner, Role.Technician, Role.Desk],
        [Right.ChangeLimits] = [Role.Owner],
        [Right.ManagePeople] = [Role.Owner],
        [Right.Import] = [Role.Owner, Role.Desk],
    };

    /// <summary>Whether a role holds a right.</summary>
    public static bool Allows(this Role role, Right right) => Table[right].Contains(role);

    /// <summary>Who holds a right, in words.</summary>
    public static string Holders(Right right) => string.Join(" or ", Table[right].Select(r => r.ToString().ToLowerInvariant()));
}
