using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Findings;

/// <summary>What the next stage of the work destroys, asked for before it: nobody can look it up afterwards.</summary>
public static class BeforeGone
{
    /// <summary>The oil as it ran.</summary>
    public static readonly Question OilSample = new("keep-oil-sample", "Oil sample", [new("kept", "taken, and labelled"), NotKept("not taken")])
        { Applies = (job, _) => HasFailed(job), Ages = Ages.Lasts, Hint = "Drained oil tells nothing of what ran through the bearing." };

    /// <summary>How the failed unit looked from all around.</summary>
    public static readonly Question SixSides = new("keep-six-sides", "Six sides of the unit", [new("kept", "photographed, all six"),
        NotKept("not photographed")])
        { PerTurbo = true, Applies = (job, _) => HasFailed(job), Ages = Ages.Lasts, Hint = "Turned housings, paint marks and plates show where it stood." };

    /// <summary>Length of the rod and where its stop stands.</summary>
    public static readonly Question Rod = new("keep-rod", "Rod length and stop", [new("kept", "measured, before a nut was touched",
        Asks: "Length between centres, threads showing at the stop"), new("sealed", "sealed, and stays so"), NotKept("not measured")])
        { PerTurbo = true, Applies = (job, _) => HasFailed(job) && HasRod(job), Ages = Ages.Lasts };

    /// <summary>The numbers of actuator and unit, which belong together.</summary>
    public static readonly Question Pair = new("keep-pair", "Numbers of actuator and unit", [new("kept", "both noted", Asks: "Both numbers"),
        NotKept("not readable")])
        { PerTurbo = true, Applies = (job, _) => HasFailed(job) && HasRod(job), Ages = Ages.Lasts,
            Hint = "Some actuators are set to their unit and go with no other." };

    /// <summary>All of them.</summary>
    public static readonly IReadOnlyList<Question> Questions = [OilSample, SixSides, Rod, Pair];

    /// <summary>What going on to a stage destroys: the oil and the feed's inside with the unit's coming off, the rest with its opening.</summary>
    /// <param name="next">The stage the work goes on to.</param>
    public static IReadOnlyList<Question> LostAt(Stage next) => next switch
    {
        Stage.Bench => [OilSample],
        Stage.Strip => [SixSides, Rod, Pair],
        _ => [],
    };

    private static bool HasFailed(JobContext job) => job.Record.Machine().Kind != JobKind.FirstFitment;

    private static bool HasRod(JobContext job) => job.Record.Machine().Control is not (BoostControl.None or BoostControl.ExternalWastegate);

    private static LookAnswer NotKept(string words) => new("not", words, Verdict.ReadingOnly, Asks: "Why not");
}
