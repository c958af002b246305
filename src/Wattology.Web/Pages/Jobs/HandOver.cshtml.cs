using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Evidence;
using Wattology.Core.Gates;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Handing the job over, with the file that proves it.</summary>
public sealed class HandOverModel(JobStore jobs, TimeProvider clock) : GateSheetModel(jobs, clock)
{
    public override string Sheet => "hand-over";

    public override string Title => "Hand over";

    public override GateKind Kind => GateKind.HandOver;

    public override string GateTitle => "Before hand-over";

    public void OnGet() => PrepareForm();

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var over = reader.Read<HandedOver>();
        return await RecordAsync(over, "Handed over.", right: Right.HandOver,
            refuse: v => v.State.HandedOver is not null ? "The job was handed over already." : IsFree(v.Gate(Kind)) ? null : $"Before hand-over: {v.Gate(Kind).Open[0].Text.ToLowerInvariant()}.");
    }

    protected override void PrepareForm()
    {
        if (Gate.Open.Count == 0) Form.Suggest("pass_reason", "All lines closed.");
        Form.Suggest("to", View.Job.Customer);
    }
}
