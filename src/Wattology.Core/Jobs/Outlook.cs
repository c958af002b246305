using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Parts;
using Wattology.Core.Yard;

namespace Wattology.Core.Jobs;

/// <summary>The hours in which work is done, by the shop's clock; usual ones.</summary>
public static class WorkingHours
{
    private static readonly TimeSpan From = TimeSpan.FromHours(8), To = TimeSpan.FromHours(17);

    /// <summary>When so much work is done that begins at a time, in working hours, Monday to Saturday.</summary>
    /// <param name="begin">By the shop's clock.</param>
    /// <param name="minutes">How much work.</param>
    public static DateTime Add(DateTime begin, double minutes)
    {
        var at = Into(begin);
        for (var left = TimeSpan.FromMinutes(minutes); ; at = Into(at.Date + To))
        {
            var today = at.Date + To - at;
            if (left <= today) return at + left;
            left -= today;
        }
    }

    private static DateTime Into(DateTime at)
    {
        if (at.TimeOfDay >= To) at = at.Date.AddDays(1) + From;
        else if (at.TimeOfDay < From) at = at.Date + From;
        return at.DayOfWeek == DayOfWeek.Sunday ? at.Date.AddDays(1) + From : at;
    }
}

/// <summary>What is left of a job, and when it could be ready.</summary>
/// <param name="Ready">When, by the shop's clock: an estimate from usual times.</param>
/// <param name="LeftMinutes">How much work is left.</param>
/// <param name="WaitsOn">The part or the wait that decides it; null where the work itself does.</param>
/// <param name="NoDate">Parts that are missing, late, or owed without a date: the estimate counts none of them.</param>
public sealed record Outlook(DateTime Ready, double LeftMinutes, string? WaitsOn, IReadOnlyList<string> NoDate)
{
    // What a step usually takes with a unit within reach, minutes.
    private static readonly Dictionary<WorkStage, double> Usual = new()
    {
        [WorkStage.Identify] = 10, [WorkStage.Triage] = 30, [WorkStage.Strip] = 90, [WorkStage.Cause] = 20, [WorkStage.Plan] = 90, [WorkStage.Parts] = 15,
        [WorkStage.Supply] = 45, [WorkStage.Release] = 5, [WorkStage.Bench] = 40, [WorkStage.Fit] = 150, [WorkStage.AsInstalled] = 15,
        [WorkStage.Prime] = 25, [WorkStage.Start] = 30, [WorkStage.AfterRun] = 60, [WorkStage.HandOver] = 15,
    };

    /// <summary>How long a step usually takes, minutes.</summary>
    public static double UsualMinutes(WorkStage stage) => Usual[stage];

    /// <summary>The work left on a job, minutes.</summary>
    public static double Left(JudgedJob job) => job.Work.Steps.Where(s => !s.Done).Sum(s => Usual[s.Stage]);

    /// <summary>The work that can only be done once what is owed is here, minutes: from the first step that needs one of it.</summary>
    public static double LeftAfter(JudgedJob job)
    {
        var owed = Orders.Of(job.Record).Where(o => o.Came is null).ToArray();
        if (owed.Length == 0) return 0;
        // An order that does not say for which part is taken for the fitting.
        var first = owed.Min(o => PartNeeds.Find(o.Noted.Body.Part ?? "")?.Step ?? WorkStage.Fit);
        return job.Work.Steps.Where(s => !s.Done && s.Stage >= first).Sum(s => Usual[s.Stage]);
    }

    /// <summary>Works it out: each step after the one before, none before its parts are here, a cure before the first start.</summary>
    /// <param name="job">The job.</param>
    /// <param name="now">The time now, by the shop's clock.</param>
    /// <param name="inShop">A time by the shop's clock.</param>
    public static Outlook Of(JudgedJob job, DateTime now, Func<DateTimeOffset, DateTime> inShop)
    {
        var plan = PartsPlan.Of(job.Context);
        var waits = Waits.Running(job.Record);
        // An order that does not say for which part is taken for the fitting: no later step can be meant by it.
        var loose = Orders.Of(job.Record).Where(o => o.Came is null && string.IsNullOrEmpty(o.Noted.Body.Part)).ToArray();
        // What should have been here has no date any more.
        bool Dated(Order order) => order is { Came: null, Due: not null } && !order.IsLate(job.Context.Now);
        var (at, on) = (now, (string?)null);
        void NotBefore(DateTime earliest, string what)
        {
            if (earliest > at) (at, on) = (earliest, what);
        }
        foreach (var step in job.Work.Steps.Where(s => !s.Done))
        {
            foreach (var line in plan.Stopping(step.Stage)) if (line.Order is { } order && Dated(order)) NotBefore(inShop(order.Due!.Value), line.Need.Title);
            if (step.Stage == WorkStage.Fit) foreach (var order in loose.Where(Dated)) NotBefore(inShop(order.Due!.Value), order.What);
            if (step.Stage == WorkStage.Start)
                foreach (var wait in waits.Where(w => w.Body.Kind == WaitKind.Cure)) NotBefore(inShop(wait.Until()), wait.Body.Words);
            at = WorkingHours.Add(at, Usual[step.Stage]);
        }
        var noDate = plan.Lines.Where(l => l.Stops && (l.Order is null || !Dated(l.Order))).Select(l => l.Need.Title).Concat(loose.Where(o => !Dated(o))
            .Select(o => o.What));
        return new(at, Left(job), on, [.. noDate]);
    }
}
