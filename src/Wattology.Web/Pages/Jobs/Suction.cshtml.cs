using Wattology.Core.Air;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Suction between filter and compressor.</summary>
public sealed class SuctionModel(SheetServices services) : ReadingSheetModel<SuctionReading>(services, SuctionReading.KindName, "The suction is recorded.")
{
    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("running", "Say how the engine ran.")];
}
