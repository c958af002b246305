using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Parts;
using Wattology.Core.Plate;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>New unit and parts: ordered, here, looked at as received, sent back.</summary>
public sealed class PartsModel(SheetServices services) : HoldPointSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "parts";

    /// <inheritdoc/>
    public override string Title => PartsCheck.Definition.Title;

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Order;

    /// <inheritdoc/>
    public override string PointTitle => "Ordering before the cause is named";

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records an order.</summary>
    public async Task<IActionResult> OnPostOrderAsync([Typed] Ordered? ordered)
    {
        PrepareForm();
        return await RecordAsync(ordered, "The order is recorded.");
    }

    /// <summary>Records that the new unit went back.</summary>
    public async Task<IActionResult> OnPostSendBackAsync([Typed] UnitSentBack? sent)
    {
        PrepareForm();
        return await RecordAsync(sent, "Recorded: the unit went back. The job goes on and waits for another.");
    }
}
