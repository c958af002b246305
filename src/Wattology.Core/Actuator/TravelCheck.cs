using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Actuator;

/// <summary>How vanes or wastegate travel, moved by hand or tool with the unit off; never forced where they lock themselves.</summary>
public static class TravelCheck
{
    /// <summary>How far it goes, and how.</summary>
    public static readonly Question Travel = new("travel", "How far vanes or wastegate go",
    [
        new("free", "free, from stop to stop", Known: Known.Felt),
        new("stiff", "stiff, over part or all of it", Verdict.Doubtful, Known.Felt, "Where") { Optional = true },
        new("short", "stops short of a stop", Verdict.Doubtful, Known.Felt, "Which stop, by how much") { Optional = true },
        new("stuck", "does not move", Verdict.Doubtful, Known.Felt),
    ])
    {
        PerTurbo = true, Applies = (job, _) => Moves(job), Ages = Ages.Lasts,
        Caution = new("By its lever, gently. A self-locking gear is never forced by hand or tool."),
    };

    /// <summary>Whether the hole that shows the set position was seen in line.</summary>
    public static readonly Question Index = new("travel-index", "Index hole of the vane lever",
    [
        new("in-line", "seen, in line at its stop"),
        new("off", "seen, out of line", Verdict.Doubtful),
        new("none", "it has none"),
    ]) { PerTurbo = true, Applies = (job, _) => UnitKind.Of(job, 1).HasVanes, Ages = Ages.Lasts };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("travel", "Vane or wastegate travel", null, (job, turbo) => Travel.Found(job, turbo))
    {
        PerTurbo = true,
        Applies = Moves,
        Questions = [Travel, Index],
        Answers = [new("vanes-stiff", r => r.Verdict switch { Verdict.Sound => false, Verdict.Doubtful or Verdict.Stop => true, _ => null })],
    };

    private static bool Moves(JobContext job) => job.Record.Machine() is { Kind: not JobKind.FirstFitment, Control: not BoostControl.None };
}
