using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Calculations;
using Wattology.Core.OilSupply;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The restrictor: seen, clear, and of what size.</summary>
public sealed class RestrictorModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    /// <summary>What is typed.</summary>
    private sealed record Seen(bool Fitted, bool Clear, [Bounds(Span.Diameter)] double? HoleMm = null);

    public override string Sheet => "restrictor";

    public override string Title => View.Named("Restrictor", Unit);

    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        if (reader.Text("fitted").Length == 0) Form.Faults.Add("fitted", "Say whether one is fitted.");
        var seen = reader.Read<Seen>();
        if (seen is { Fitted: true, HoleMm: null }) Form.Faults.Add("hole_mm", "A restrictor is fitted: measure its hole, such as 1.3 mm.");
        if (seen is { Fitted: false, HoleMm: not null }) Form.Faults.Add("hole_mm", "None is fitted, so there is no hole to measure: clear this, or say that one is fitted.");
        var how = ReadHow(reader);
        return await RecordAsync(seen is null || !Form.Faults.None ? null : new RestrictorSeen(Unit, seen.Fitted, seen.Clear, RestrictorSeen.Judge(seen.Fitted, seen.Clear, seen.HoleMm, View.Limits), seen.HoleMm), "The restrictor is recorded.", how);
    }

    protected override void PrepareForm() => Form.Suggest("how", "by-instrument");
}
