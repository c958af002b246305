using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Instruments;
using Wattology.Core.Priming;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet with a hold point on it.</summary>
public abstract class HoldPointSheetModel(SheetServices services) : SheetModel(services)
{
    /// <summary>Which hold point.</summary>
    public abstract HoldPoint Point { get; }

    /// <summary>What it is called here.</summary>
    public abstract string PointTitle { get; }

    /// <inheritdoc/>
    public override IReadOnlyList<InstrumentKind> MeasuredWith => PressureRead.Kind.MeasuredWith;

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
        var second = await ReadSecondAsync();
        var answer = await RecordAsync(new HoldPointPassed(Point, seen, reason), second is null ? $"{PointTitle}: passed under your name."
            : $"{PointTitle}: passed under your name and {second.Name}'s.", second: second);
        if (Form.Faults.None) Security.Note(HttpContext, "hold point passed", $"{User.Author().Name}{(second is null ? "" : $" and {second.Name}")}",
            $"{Job.Machine.Number}, {PointTitle}: {reason}");
        return answer;
    }

    /// <summary>Records what was found and done after a stop: the way back.</summary>
    public async Task<IActionResult> OnPostWorkedAsync([Typed] StopWorked? worked)
    {
        PrepareForm();
        return await RecordAsync(worked, "Recorded: what was found, and what was done.");
    }

    /// <summary>Records oil pressure, wherever it is looked for.</summary>
    public async Task<IActionResult> OnPostPressureAsync([Typed] PressureRead? read)
    {
        PrepareForm();
        return await RecordAsync(read, "Recorded.", await ReadKnownAsync());
    }

    /// <summary>What the pressure typed so far would come to; nothing is recorded.</summary>
    public IActionResult OnPostPreview([Typed] PressureRead? read) => PreviewOf(read);

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        if (Held.Open.Count == 0) Form.Suggest("pass_reason", "All items settled.");
    }
}
