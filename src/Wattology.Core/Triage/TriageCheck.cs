using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Triage;

/// <summary>What is looked at on the machine before anything comes off: low power, noise, smoke and oil use come from more than the turbo.</summary>
public static class TriageCheck
{
    /// <summary>The five systems, each a quick look.</summary>
    public static readonly IReadOnlyList<Question> Systems =
    [
        System("injection", "Fuel injection"),
        System("filter", "Air filter"),
        System("charge-air", "Charge air"),
        System("exhaust", "Exhaust"),
        System("lubrication", "Lubrication"),
    ];

    /// <summary>Fault codes before anything is touched.</summary>
    public static readonly Question CodesBefore = new("codes-before", "Fault codes before the work",
    [
        new("none", "none stored"),
        new("stored", "stored", Asks: "Which codes") { Known = Known.Measured },
        new("no-reader", "this machine stores none, or there is no reader", Known: Known.Told),
    ]) { Ages = Ages.Lasts };

    /// <summary>Oil level as it came.</summary>
    public static readonly Question OilAsItCame = new("oil-as-it-came", "Oil level as it came",
    [
        new("between-marks", "between both marks") { Drawing = "oil-between" },
        new("under", "under the lower mark", Verdict.Doubtful) { Drawing = "oil-under-mark" },
        new("over", "over the upper mark", Verdict.Doubtful) { Drawing = "oil-over-mark" },
    ]) { Ages = Ages.Lasts };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("triage", "Triage", null, Read)
    {
        Applies = job => job.Record.Machine().Kind != JobKind.FirstFitment,
        Questions = [.. Systems, CodesBefore, OilAsItCame],
        Items =
        [
            .. Systems.Select(q => ItemDefinition.Asked(HoldPoint.Order, q, $"{q.Title} looked at, or skipped by name")),
            ItemDefinition.Asked(HoldPoint.HandOver, CodesBefore),
        ],
        Paper = null,
    };

    private static Question System(string id, string title) => new($"triage-{id}", title,
    [
        new("nothing-found", "looked at, nothing found"),
        new("suspect", "looked at, at fault", Asks: "What was found"),
        new("skipped", "skipped", Asks: "Why it is skipped") { Known = Known.Assumed },
    ]);

    private static Found Read(JobContext job, int turbo)
    {
        var states = Definition.Questions.Select(q => q.Read(job, 0)).ToArray();
        var open = states.FirstOrDefault(s => !s.Answered);
        var last = LookState.Last(states);
        return open is null ? new(Verdict.Sound, "done", "Every system was looked at, or skipped by name.", last)
            : new(last is null ? Verdict.NotLookedAt : Verdict.ReadingOnly, "", $"{open.Question.Title}: not looked at yet.", last);
    }
}
