using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.FirstFitment;

/// <summary>An engine that had no turbo: whether it is fit for boost, and what is planned for it, in place of a cause.</summary>
public static class BoostFit
{
    /// <summary>The engine itself.</summary>
    public static readonly IReadOnlyList<Question> Engine =
    [
        Fit("compression", "Compression", "even, within its figure", "A tired engine is rebuilt and run in before it is boosted."),
        Fit("oil-pressure", "Oil pressure", "within its figure, hot"),
        Fit("fuelling", "Fuelling", "enough for the boost, rises with it", "Nothing that can pass fuel or boost goes to an ignition part."),
        Fit("calibration", "Calibration", "made for the boost", "No boost on an unboosted calibration."),
    ];

    /// <summary>What is planned.</summary>
    public static readonly IReadOnlyList<Question> Plan =
    [
        Fit("unit", "Unit", "chosen for the engine, its figures at hand"),
        Fit("feed", "Feed", "take-off, line and route chosen"),
        Fit("restrictor", "Restrictor", "calculated, or none by the maker's sheet"),
        Fit("drain", "Drain", "bore, fall and bung chosen", "Holes drilled in a sump: swarf flushed, pick-up checked, depth known."),
        Fit("water", "Water", "low port in, high port out, or none needed"),
        Fit("references", "Boost references", "each hose from and to, spare ports plugged so that they stay"),
        Fit("control", "Control", "lowest boost first, preload known"),
        Fit("heat", "Heat", "gap, shield or sleeve for each neighbour"),
        Fit("support", "Support", "hangs on a bracket that lets it grow"),
    ];

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("boost-fit", "Fit for boost, and plan", null, Read)
    {
        Applies = job => job.Record.Machine().Kind == JobKind.FirstFitment,
        Questions = [.. Engine, .. Plan],
        Items = [.. Engine.Concat(Plan).Select(q => ItemDefinition.Asked(HoldPoint.Release, q))],
    };

    private static Question Fit(string id, string title, string good, string? hint = null) => new($"boost-{id}", title,
    [
        new("fit", good, Asks: "Figure, or who says so") { Optional = true },
        new("not-yet", "not fit, or not settled yet", Verdict.Stop, Asks: "What is missing"),
    ]) { Hint = hint };

    private static Found Read(JobContext job, int turbo)
    {
        var states = Definition.Questions.Select(q => q.Read(job, 0)).ToArray();
        var last = LookState.Last(states);
        var bad = states.FirstOrDefault(s => s.Answer is { Verdict: Verdict.Stop });
        if (bad is not null) return new(Verdict.Stop, bad.Question.Title, $"{bad.Question.Title}: {bad.Words}.", bad.Noted!.Entry);
        return states.FirstOrDefault(s => !s.Answered) is { } open ? new(last is null ? Verdict.NotLookedAt : Verdict.ReadingOnly,
            $"{states.Count(s => s.Answered)} of {states.Length}", $"{open.Question.Title}: not looked at yet.", last)
            : new(Verdict.Sound, "fit", "The engine is fit for boost and the fitment is planned.", last);
    }
}
