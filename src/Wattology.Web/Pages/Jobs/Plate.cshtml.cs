using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Identity;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The plates of the failed unit and of the replacement, and how they compare.</summary>
public sealed class PlateModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    public override string Sheet => "plate";

    public override string Title => View.Named("Plate", Unit);

    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var plate = reader.Read<PlateRead>(new JsonObject { ["unit"] = Unit });
        return await RecordAsync(plate, "The plate is recorded.", ReadHow(reader));
    }

    protected override void PrepareForm()
    {
        var old = View.State.Plate(Unit, PlateOf.Old);
        Form.Suggest("plate", old is null or { Body.NotReadable: true } ? "old" : "new");
        Form.Suggest("how", "by-eye");
    }
}
