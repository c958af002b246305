using Wattology.Core.Checks;
using Wattology.Core.Entries;

namespace Wattology.Core.Warranty;

/// <summary>The move after which a proof can be had no more, in the order in which the moves come.</summary>
public enum ProofGone
{
    /// <summary>Anything comes off the machine.</summary>
    AnythingOff,
    /// <summary>The feed pipe is cut or thrown away.</summary>
    PipeCut,
    /// <summary>The oil is drained.</summary>
    OilDrained,
    /// <summary>The unit is opened.</summary>
    UnitOpened,
    /// <summary>The new unit goes on.</summary>
    UnitFitted,
    /// <summary>The engine starts.</summary>
    FirstStart,
    /// <summary>The machine leaves.</summary>
    MachineLeaves,
    /// <summary>The old parts leave.</summary>
    OldPartsLeave,
}

/// <summary>The moves in words.</summary>
public static class ProofGoneWords
{
    /// <summary>When it must be had: "before the unit is opened".</summary>
    public static string Words(this ProofGone move) => move switch
    {
        ProofGone.AnythingOff => "before anything comes off",
        ProofGone.PipeCut => "before the feed pipe is cut",
        ProofGone.OilDrained => "before the oil is drained",
        ProofGone.UnitOpened => "before the unit is opened",
        ProofGone.UnitFitted => "before the new unit goes on",
        ProofGone.FirstStart => "before the first start",
        ProofGone.MachineLeaves => "before the machine leaves",
        _ => "before the old parts leave",
    };

    /// <summary>The hold point that asks for what is gone after a move.</summary>
    public static HoldPoint Point(this ProofGone move) => move switch
    {
        ProofGone.MachineLeaves or ProofGone.OldPartsLeave => HoldPoint.HandOver,
        ProofGone.FirstStart => HoldPoint.Start,
        _ => HoldPoint.Release,
    };
}

/// <summary>What a job has of a proof.</summary>
/// <param name="Grade">How it is known.</param>
/// <param name="Words">What it says, short.</param>
/// <param name="Entry">The entry that says so.</param>
/// <param name="Of">The day of what it is of, where that is another than the entry's.</param>
/// <param name="AtKm">The distance the machine had gone then, km; null where it does not say.</param>
public sealed record ProofFound(Known Grade, string Words, Entry Entry, DateTimeOffset? Of = null, double? AtKm = null);

/// <summary>One thing a warranty giver may want proved.</summary>
/// <param name="Id">Its name in policy files; never given to another.</param>
/// <param name="Title">What it is.</param>
/// <param name="Gone">After which move it can be had no more.</param>
/// <param name="Sheet">The sheet on which it is had.</param>
/// <param name="Read">What a job has of it, the best; null where there is nothing. The number is the turbo's, 0 for the engine.</param>
public sealed record ProofKind(string Id, string Title, ProofGone Gone, string Sheet, Func<JobContext, int, ProofFound?> Read)
{
    /// <summary>There is one for each turbo.</summary>
    public bool PerTurbo { get; init; }

    /// <summary>The best grade anybody can give.</summary>
    public Known Best { get; init; } = Known.Seen;

    /// <summary>It is of the unit that came off: a first fitment has none.</summary>
    public bool OfOld { get; init; }

    /// <summary>It is a paper, which bears a day and may bear a distance.</summary>
    public bool OfPaper { get; init; }

    /// <summary>Whether the job can have it at all.</summary>
    public Func<JobContext, int, bool> Applies { get; init; } = (_, _) => true;
}
