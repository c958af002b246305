using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Inputs;
using Wattology.Core.Yard;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A job's home: the next move beside the drawing, and what it waits for.</summary>
public sealed class OverviewModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "overview";

    /// <inheritdoc/>
    public override string Title => "This job";

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records what the job waits for.</summary>
    public Task<IActionResult> OnPostAsync([Typed] Waiting? waiting) => RecordAsync(waiting, "Recorded.", then: $"/jobs/{Id}");

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        var waiting = Job.Record.Waiting();
        Form.Suggest("for", JsonForm.WordOf(waiting.For));
        Form.Suggest("note", waiting.Note);
        if (Job.Record.Promised() is { } promised) Form.Suggest("promised", Times.Box(promised));
    }
}
