using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Snags;
using Wattology.Data.Jobs;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Jobs;

/// <summary>What somebody should have known: kept by a touch, told before its step on the next job with such an engine.</summary>
public sealed class SnagsModel(SheetServices services, SnagStore snags) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "snags";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/snags";

    /// <inheritdoc/>
    public override string Title => "I should have known";

    /// <inheritdoc/>
    public override string? PhotoPlace => "snag";

    /// <summary>The step it is told before, as the address says.</summary>
    [FromQuery(Name = "step")]
    public string? Step { get; set; }

    /// <summary>What was kept on this job.</summary>
    public IReadOnlyList<Noted<SnagKept>> Own => [.. Job.Record.All<SnagKept>()];

    /// <summary>What other jobs on such an engine taught.</summary>
    public IReadOnlyList<Noted<SnagKept>> Others { get; private set; } = [];

    /// <summary>The steps it may be told before.</summary>
    public IEnumerable<WorkStage> Steps => Job.Work.Steps.Select(s => s.Stage).Distinct();

    /// <summary>Whether the person may retire one.</summary>
    public bool MayRetire => User.May(Core.People.Right.ChangeLimits);

    /// <summary>Shows it.</summary>
    public Task OnGetAsync()
    {
        Form.Suggest("step", Step is not null && JsonForm.ValueOf<WorkStage>(Step) is not null ? Step : JsonForm.WordOf(Job.Work.Next?.Stage ??
            WorkStage.Strip));
        return LoadAsync();
    }

    /// <summary>Keeps one.</summary>
    public async Task<IActionResult> OnPostAsync(string kind, string step, string? words)
    {
        (Form["words"], Form["step"]) = (words?.Trim() ?? "", step);
        if (JsonForm.ValueOf<SnagKind>(kind) is not { } what || JsonForm.ValueOf<WorkStage>(step) is not { } before) Form.Faults.Add("",
            "Say what kind of thing it is.");
        else
        {
            if (Form["words"].Length == 0) Form.Faults.Add("words", "Say what the next one should know.");
            var body = new SnagKept(what, before, Form["words"]);
            body.Check(Form.Faults, "");
            await LoadAsync();
            return await RecordAsync(Form.Faults.None ? body : null, $"Kept. It stands before ‘{WorkOrder.TitleOf(before)}’ on the next {Job.Machine.Engine}.");
        }
        await LoadAsync();
        return Refused();
    }

    /// <summary>Retires one of another job.</summary>
    public async Task<IActionResult> OnPostRetireAsync(string entry, string? why)
    {
        try
        {
            await snags.RetireAsync(User.Author(), entry, why ?? "");
            TempData["Said"] = "Retired; it stays in its job's record.";
            return Redirect(Here);
        }
        catch (RefusedException refused) { Form.Faults.Add(refused.Field, refused.Message); }
        await LoadAsync();
        return Refused();
    }

    private async Task LoadAsync() => Others = await snags.ForAsync(Job);
}
