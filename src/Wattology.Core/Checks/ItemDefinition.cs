using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Checks;

/// <summary>How an item stands.</summary>
public enum Standing
{
    /// <summary>Settled.</summary>
    Settled,
    /// <summary>Nobody has looked, or what was seen was reopened.</summary>
    NotLooked,
    /// <summary>A doubt.</summary>
    Doubtful,
    /// <summary>A reading without a verdict.</summary>
    ReadingOnly,
    /// <summary>A stop.</summary>
    Stop,
    /// <summary>A stop that no name and no reason passes.</summary>
    Barred,
}

/// <summary>Who may pass an open item.</summary>
public enum Takes
{
    /// <summary>A technician or the owner, with a reason.</summary>
    OneName,
    /// <summary>Who asks, with the reason, and an owner or a second technician with their own pin.</summary>
    TwoNames,
    /// <summary>Nobody: only work and a new reading.</summary>
    Nobody,
}

/// <summary>How an item stands, and why.</summary>
/// <param name="Standing">How.</param>
/// <param name="Because">Why it is open, or what settled it.</param>
/// <param name="By">The entry from which it stands so; what comes after a passing is not covered by it.</param>
public sealed record ItemState(Standing Standing, string Because, Entry? By = null)
{
    /// <summary>Whether it is settled.</summary>
    public bool Settled => Standing == Standing.Settled;

    /// <summary>The earlier pass that counts as told, where a look settles it again.</summary>
    public Entry? Pass { get; init; }

    /// <summary>Settled.</summary>
    public static ItemState Done(string because, Entry? by = null) => new(Standing.Settled, because, by);

    /// <summary>Nobody has looked.</summary>
    public static ItemState NotLooked(string because, Entry? by = null) => new(Standing.NotLooked, because, by);

    /// <summary>At a stop.</summary>
    public static ItemState Stop(string because, Entry? by = null) => new(Standing.Stop, because, by);

    /// <summary>At a stop nobody passes.</summary>
    public static ItemState Barred(string because, Entry? by = null) => new(Standing.Barred, because, by);

    /// <summary>By a verdict.</summary>
    public static ItemState Of(Verdict verdict, string because, Entry? by = null) => new(verdict switch
    {
        Verdict.Sound => Standing.Settled,
        Verdict.Doubtful => Standing.Doubtful,
        Verdict.ReadingOnly => Standing.ReadingOnly,
        Verdict.Stop => Standing.Stop,
        _ => Standing.NotLooked,
    }, because, by);

    /// <summary>By a check's reading: settled when it is sound or taken by name, open with its verdict otherwise.</summary>
    public static ItemState Of(CheckReading reading) => reading.Settled ? Done(reading.Why, reading.Found.Since)
        : reading.Reopened is { } again ? Of(again) : Of(reading.Verdict, reading.Why, reading.Found.Since);

    /// <summary>Seen once, and to be looked at again.</summary>
    public static ItemState Of(Reopened again) => NotLooked(again.Words, again.By) with { Pass = again.Pass };

    /// <summary>Who may pass it at a hold point. What one look would settle at the first start takes two names: looking is quicker.</summary>
    public Takes At(HoldPoint point) => Standing switch
    {
        Standing.Barred => Takes.Nobody,
        Standing.Stop => Takes.TwoNames,
        Standing.NotLooked when point == HoldPoint.Start => Takes.TwoNames,
        _ => Takes.OneName,
    };
}

/// <summary>What items are judged from: the job, and its other checks.</summary>
/// <param name="Job">The job.</param>
/// <param name="Check">A check's reading, by the check's id and the turbo.</param>
/// <param name="HoldPoint">Another hold point as it stands.</param>
public sealed record ItemContext(JobContext Job, Func<string, int, CheckReading> Check, Func<HoldPoint, HoldPointState> HoldPoint);

/// <summary>An item of a hold point.</summary>
/// <param name="Point">Which hold point asks for it.</param>
/// <param name="Id">Its name in records; the turbo's number follows where there is one for each.</param>
/// <param name="Title">What must be true.</param>
/// <param name="State">How it stands, or null where it is not asked; the number is the turbo's, 0 for the engine.</param>
public sealed record ItemDefinition(HoldPoint Point, string Id, string Title, Func<ItemContext, int, ItemState?> State)
{
    /// <summary>There is one for each turbo.</summary>
    public bool PerTurbo { get; init; }

    /// <summary>The sheet on which it is settled; the check's own when null.</summary>
    public string? Sheet { get; init; }

    /// <summary>An item that is settled when a check is.</summary>
    /// <param name="check">The check's id, and the item's.</param>
    /// <param name="point">Which hold point asks for it.</param>
    /// <param name="title">What must be true.</param>
    public static ItemDefinition SettledBy(string check, HoldPoint point, string title)
        => new(point, check, title, (context, turbo) => ItemState.Of(context.Check(check, turbo))) { PerTurbo = true };

    /// <summary>An item of the first start that is asked only where a check stands at a stop, or was at one when something reopened it.</summary>
    /// <param name="check">The check's id, and the item's.</param>
    /// <param name="title">What must be true.</param>
    public static ItemDefinition AtStop(string check, string title)
        => new(HoldPoint.Start, check, title, (context, turbo) => context.Check(check, turbo) is { Found.Verdict: Verdict.Stop } stop
            ? ItemState.Of(stop) : null);

    /// <summary>An item that is settled by the answer to a question.</summary>
    /// <param name="point">Which hold point asks for it.</param>
    /// <param name="question">The question; its id is the item's.</param>
    /// <param name="title">What must be true; the question's title when null.</param>
    /// <param name="asked">Whether it is asked here; where the question applies when null.</param>
    public static ItemDefinition Asked(HoldPoint point, Question question, string? title = null, Func<ItemContext, int, bool>? asked = null)
        => new(point, question.Id, title ?? question.Title, (context, turbo)
            => question.Applies(context.Job, turbo) && asked?.Invoke(context, turbo) != false ? question.Read(context.Job, turbo).Item : null)
        { PerTurbo = question.PerTurbo };
}
