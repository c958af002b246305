using Wattology.Core.OilSupply;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The restrictor: seen, clear, and of what size.</summary>
public sealed class RestrictorModel(SheetServices services) : ReadingSheetModel<RestrictorReading>(services, "restrictor", "The restrictor is recorded.")
{
    /// <inheritdoc/>
    protected override void PrepareForm() => Form.Suggest("known", "measured");
}
