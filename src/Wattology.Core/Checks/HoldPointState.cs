using Wattology.Core.Entries;
using Wattology.Core.People;

namespace Wattology.Core.Checks;

/// <summary>One thing a hold point asks for, as it stands.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Title">What must be true.</param>
/// <param name="State">How it stands, and why.</param>
/// <param name="Sheet">The sheet on which it is settled.</param>
/// <param name="Turbo">Which turbo; 0 for the engine.</param>
/// <param name="Takes">Who may pass it while it is open.</param>
public sealed record Item(string Id, string Title, ItemState State, string Sheet, int Turbo = 0, Takes Takes = Takes.OneName)
{
    /// <summary>Whether it is settled.</summary>
    public bool Settled => State.Settled;

    /// <summary>Why it is open, or what settles it.</summary>
    public string Because => State.Because;
}

/// <summary>A hold point as it stands.</summary>
/// <param name="Point">Which.</param>
/// <param name="Items">What it asks for.</param>
/// <param name="Passing">The latest passing, if any.</param>
public sealed record HoldPointState(HoldPoint Point, IReadOnlyList<Item> Items, Noted<HoldPointPassed>? Passing)
{
    /// <summary>Items not settled.</summary>
    public IReadOnlyList<Item> Open { get; } = [.. Items.Where(i => !i.Settled)];

    /// <summary>Open items nobody may pass.</summary>
    public IReadOnlyList<Item> Barred => [.. Open.Where(i => i.Takes == Takes.Nobody)];

    /// <summary>Whether passing it now takes a second name.</summary>
    public bool TakesTwo => Open.Any(i => i.Takes == Takes.TwoNames);

    /// <summary>What is open and was not taken on by the latest passing: what made a hold point that was passed fall shut.</summary>
    public IReadOnlyList<Item> NotCovered => [.. Open.Where(i => !Covers(i))];

    /// <summary>Passed, and nothing is open that the passing did not take on.</summary>
    public bool Passed => Passing is not null && NotCovered.Count == 0;

    /// <summary>Nothing stands in the way: all is settled, or what is open was taken on.</summary>
    public bool Free => Open.Count == 0 || Passed;

    // What was taken on is what stood then, under the names it took: anything newer opens the hold point again.
    private bool Covers(Item item) => Passing is { } passing && item.Takes != Takes.Nobody && passing.Body.Open.Contains(item.Id)
        && (item.State.By is null || item.State.By.Seq < passing.Entry.Seq) && (item.Takes != Takes.TwoNames || passing.Entry.Second.Length > 0);

    /// <summary>Why a person may not pass it now, or null.</summary>
    /// <param name="by">Who asks.</param>
    /// <param name="second">Who signs with them; null when nobody does.</param>
    public string? Refusal(Author by, Author? second = null)
    {
        if (Barred.Count > 0) return $"{Barred[0].Title}: {Barred[0].Because} No name and no reason passes this: only work and a new reading.";
        if (Open.Count == 0) return null;
        if (!by.Role.Allows(Right.PassHoldPoint)) return $"Items are open; passing takes {Permissions.Holders(Right.PassHoldPoint)}.";
        if (!TakesTwo) return null;
        var first = Open.First(i => i.Takes == Takes.TwoNames);
        if (second is null) return $"{first.Title}: {first.Because} Passing this takes two names: yours with the reason, and an owner or a second technician "
            + "with their own pin.";
        if (second.Id == by.Id) return "The second name must be somebody else's.";
        return second.Role.Allows(Right.SignSecond) ? null : $"The second name is signed by {Permissions.Holders(Right.SignSecond)}.";
    }
}
