using Wattology.Core.Plate;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The plates of the failed unit and of the new one, and how they compare.</summary>
public sealed class PlateModel(SheetServices services) : ReadingSheetModel<PlateRead>(services, "plate", "The plate is recorded.")
{
    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        var old = Job.Record.Plate(Turbo, PlateOf.Old);
        Form.Suggest("plate", old is null or { Body.NotReadable: true } ? "old" : "new");
    }
}
