using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Calculations;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A job's home: the next move beside the drawing, and what it waits for.</summary>
public sealed class OverviewModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    public override string Sheet => "overview";

    public override string Title => "This job";

    public void OnGet() => PrepareForm();

    public async Task<IActionResult> OnPostAsync() => await RecordAsync(Reader().Read<Waiting>(), "Recorded.", right: Right.BookIn, then: $"/jobs/{Id}");

    protected override void PrepareForm()
    {
        var waiting = View.State.Waiting;
        Form.Suggest("for", InputReader.WordOf(waiting.For));
        Form.Suggest("note", waiting.Note);
        if (View.State.Promised is { } promised) Form.Suggest("promised", promised.ToLocalTime().ToString("yyyy-MM-dd'T'HH:mm", System.Globalization.CultureInfo.InvariantCulture));
    }
}
