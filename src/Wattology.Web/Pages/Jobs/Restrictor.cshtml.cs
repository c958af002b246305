using Wattology.Core.OilSupply;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The restrictor: seen, clear, and of what size.</summary>
public sealed class RestrictorModel(SheetServices services) : ReadingSheetModel<RestrictorReading>(services, "restrictor", "The restrictor is recorded.")
{
    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => Text("fitted") == "false" ? []
        : [("fitted", "Say whether one is fitted."), ("clear", "Say whether hole and gauze are clear.")];
}
