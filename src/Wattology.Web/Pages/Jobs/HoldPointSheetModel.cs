using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Entries;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet with a hold point on it.</summary>
public abstract class HoldPointSheetModel(SheetServices services) : SheetModel(services)
{
    /// <summary>Which hold point.</summary>
    public abstract HoldPoint Point { get; }

    /// <summary>What it is called here.</summary>
    public abstract string PointTitle { get; }

    /// <summary>The hold point as it stands.</summary>
    public HoldPointState Held => Job.HoldPoint(Point);

    /// <summary>Passes it under the person's name, with a reason.</summary>
    public async Task<IActionResult> OnPostPassAsync()
    {
        var reason = Text("pass_reason");
        if (reason.Length == 0) Form.Faults.Add("pass_reason", "Passing takes a reason, which the claim will show.");
        // What the person saw open, not what is open now: the two are compared when it is recorded.
        var seen = Request.Form.ContainsKey("open") ? Request.Form["open"].ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries)
            : [.. Held.Open.Select(i => i.Id)];
        PrepareForm();
        return await RecordAsync(new HoldPointPassed(Point, seen, reason), $"{PointTitle}: passed under your name.");
    }

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        if (Held.Open.Count == 0) Form.Suggest("pass_reason", "All items settled.");
    }
}
