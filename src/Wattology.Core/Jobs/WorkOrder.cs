using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.HandOver;

namespace Wattology.Core.Jobs;

/// <summary>One step in the order of work.</summary>
/// <param name="Sheet">The sheet it is done on.</param>
/// <param name="Title">Its name.</param>
/// <param name="Stage">Its place in the order of work.</param>
/// <param name="Done">Whether it is done.</param>
/// <param name="Words">What blocks it, or what it came to.</param>
/// <param name="Waits">What it waits for, as the yard keeps it: a verdict's word, or an item's id; empty when done.</param>
/// <param name="Open">How many items are open; 0 for a check.</param>
public sealed record WorkStep(string Sheet, string Title, WorkStage Stage, bool Done, string Words, string Waits = "", int Open = 0);

/// <summary>The order of work of a job, and the next step.</summary>
/// <param name="Steps">All steps, in order.</param>
public sealed record WorkOrder(IReadOnlyList<WorkStep> Steps)
{
    /// <summary>What a hold point waits for when all its items are settled and somebody must pass it.</summary>
    public const string ToBePassed = "to-be-passed";

    // Two of the hold points are steps with a sheet of their own; the others stand on the sheets they guard.
    private static readonly (HoldPoint Point, WorkStage Stage, string Sheet, string Title)[] Points =
    [
        (HoldPoint.Release, WorkStage.Release, "release", "Release"),
        (HoldPoint.HandOver, WorkStage.HandOver, "hand-over", "Hand over"),
    ];

    /// <summary>A step's name by its sheet.</summary>
    public static string TitleOf(string sheet) => Points.Where(p => p.Sheet == sheet).Select(p => p.Title).FirstOrDefault()
        ?? (CheckList.Find(sheet) is { } check ? check.StepTitle ?? check.Title : sheet.Replace('-', ' '));

    /// <summary>The first step not done; null once the job is handed over.</summary>
    public WorkStep? Next => Steps.FirstOrDefault(s => !s.Done);

    /// <summary>Works out the order: the checks by their place in it, and the hold points between them.</summary>
    public static WorkOrder Of(JudgedJob job)
    {
        var checks = job.Checks.GroupBy(c => c.Check).Where(g => g.Key.Stage is not null).Select(g => OfCheck(job, g.Key, [.. g]));
        return new([.. checks.Concat(Points.Select(p => OfPoint(job, p.Point, p.Stage, p.Sheet, p.Title))).OrderBy(s => s.Stage)]);
    }

    private static WorkStep OfCheck(JudgedJob job, CheckDefinition check, IReadOnlyList<CheckReading> own)
    {
        var title = check.StepTitle ?? check.Title;
        if (job.Record.HandedOver() is null && check.Postponed?.Invoke(job.Context) is { } postponed) return new(check.Id, title, check.Stage!.Value,
            true, postponed);
        var open = own.FirstOrDefault(c => !c.Settled);
        return new(check.Id, title, check.Stage!.Value, open is null, open?.Why ?? own[0].Value, open is null ? "" : Inputs.JsonForm.WordOf(open.Verdict));
    }

    private static WorkStep OfPoint(JudgedJob job, HoldPoint point, WorkStage stage, string sheet, string title)
    {
        var state = job.HoldPoint(point);
        var done = point == HoldPoint.HandOver ? job.Record.HandedOver() is not null : state.Passed;
        if (done) return new(sheet, title, stage, true, "");
        if (state.Open.Count == 0) return new(sheet, title, stage, false, "Everything is settled: it can be passed.", ToBePassed);
        return new(sheet, title, stage, false, OpenWords(state.Open.Count, state.Open[0].Title), state.Open[0].Id, state.Open.Count);
    }

    private static string OpenWords(int open, string title) => $"{open} item{(open == 1 ? "" : "s")} open: {title.ToLowerInvariant()}.";

    /// <summary>What a step waits for in words, from what the yard keeps of it.</summary>
    /// <param name="title">An item's title by its id.</param>
    /// <param name="waits">A verdict's word, or an item's id.</param>
    /// <param name="open">How many items are open.</param>
    public static string WaitsWords(Func<string, string> title, string waits, int open) => waits switch
    {
        "" => "",
        ToBePassed => "Everything is settled: it can be passed.",
        _ when open > 0 => OpenWords(open, title(waits)),
        "stop" => "Stands at a stop.",
        "doubtful" => "Doubtful: measure again, or have it taken by name.",
        "reading-only" => "A reading without a verdict yet.",
        _ => "Not looked at yet.",
    };
}
