using Wattology.Core.Entries;
using Wattology.Core.People;

namespace Wattology.Core.Checks;

/// <summary>One thing a hold point asks for, as it stands.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">What must be true.</param>
/// <param name="Settled">Whether it is.</param>
/// <param name="Because">Why it is open, or what settles it.</param>
/// <param name="Sheet">The sheet on which it is settled.</param>
/// <param name="Turbo">Which turbo; 0 for the engine.</param>
/// <param name="Hard">No role and no reason passes it.</param>
public sealed record Item(string Id, string Title, bool Settled, string Because, string Sheet, int Turbo = 0, bool Hard = false);

/// <summary>A hold point as it stands.</summary>
/// <param name="Point">Which.</param>
/// <param name="Items">What it asks for.</param>
/// <param name="Passing">The latest passing, if any.</param>
public sealed record HoldPointState(HoldPoint Point, IReadOnlyList<Item> Items, Noted<HoldPointPassed>? Passing)
{
    /// <summary>Items not settled.</summary>
    public IReadOnlyList<Item> Open { get; } = [.. Items.Where(i => !i.Settled)];

    /// <summary>Open items nobody may pass.</summary>
    public IReadOnlyList<Item> Barred => [.. Open.Where(i => i.Hard)];

    /// <summary>Passed, and nothing is open that the passing did not take on.</summary>
    public bool Passed => Passing is not null && Barred.Count == 0 && Open.All(i => Passing.Body.Open.Contains(i.Id));

    /// <summary>Nothing stands in the way: all is settled, or what is open was taken on.</summary>
    public bool Free => Barred.Count == 0 && (Open.Count == 0 || Passed);

    /// <summary>Why a person may not pass it now, or null.</summary>
    public string? Refusal(Role role)
    {
        if (Barred.Count > 0) return $"{Barred[0].Title}: {Barred[0].Because} No role and no reason passes this.";
        return Open.Count > 0 && !role.Allows(Right.PassHoldPoint) ? $"Items are open; passing takes {Permissions.Holders(Right.PassHoldPoint)}." : null;
    }
}
