using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crankcase;
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
        Fit("blow-by", "Blow-by", "little, by gauge or felt at the filler", "What rings let past now, boost multiplies."),
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
        Fit("space", "Space and ports", "measured: it goes in, the ports are there, nothing fouls"),
        Fit("kit", "Kit counted", "complete, by its list", "Counted before the only running vehicle is taken apart."),
    ];

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("boost-fit", "Fit for boost, and plan", null, Read)
    {
        Applies = job => job.Record.Machine().Kind == JobKind.FirstFitment,
        Questions = [.. Engine, .. Plan],
        Items = [.. Engine.Concat(Plan).Select(q => new ItemDefinition(HoldPoint.Release, q.Id, q.Title, (context, _) => StateOf(context.Job, q)))],
    };

    /// <summary>How one of them stands: by what was answered, or measured since; what was measured and found wanting is not cleared by a word.</summary>
    public static ItemState StateOf(JobContext job, Question question)
    {
        var asked = question.Read(job, 0).Item;
        if (question != Engine[0] || job.Record.Latest<CompressionReading>() is not { Outcome: CompressionOutcome outcome } measured) return asked;
        if (asked.By is { } by && by.Seq > measured.Entry.Seq && (asked.Standing == Standing.Stop || outcome.Judgement.Verdict == Verdict.Sound)) return asked;
        return ItemState.Of(outcome.Judgement.Verdict, outcome.Why, measured.Entry);
    }

    private static Question Fit(string id, string title, string good, string? hint = null) => new($"boost-{id}", title,
    [
        new("fit", good, Asks: "Figure, or who says so") { Optional = true },
        new("not-yet", "not fit, or not settled yet", Verdict.Stop, Asks: "What is missing"),
    ]) { Hint = hint };

    private static Found Read(JobContext job, int turbo)
    {
        var states = Definition.Questions.Select(q => (q.Title, State: StateOf(job, q))).ToArray();
        var last = states.Select(s => s.State.By).OfType<Entry>().MaxBy(e => e.Seq);
        if (states.FirstOrDefault(s => s.State.Standing == Standing.Stop) is { State: { } bad } one)
            return new(Verdict.Stop, one.Title, $"{one.Title}: {char.ToLowerInvariant(bad.Because[0])}{bad.Because[1..]}", bad.By);
        return states.FirstOrDefault(s => !s.State.Settled) is { State: not null } open ? new(last is null ? Verdict.NotLookedAt : Verdict.ReadingOnly,
            $"{states.Count(s => s.State.Settled)} of {states.Length}", $"{open.Title}: not looked at yet.", last)
            : new(Verdict.Sound, "fit", "The engine is fit for boost and the fitment is planned.", last);
    }
}
