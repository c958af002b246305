using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Measures;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A timed pour through the drain, compared with other jobs on the engine.</summary>
public sealed class PourThroughModel(SheetServices services) : ReadingSheetModel<PourThrough>(services, "drain", "The pour-through is recorded.")
{
    /// <inheritdoc/>
    public override string Title => Named("Pour-through of the drain");

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/pour-through/{Turbo}";

    /// <summary>What ran through on other jobs with this engine, l/min; null under two.</summary>
    public async Task<EarlierBand?> EngineBandAsync() => EarlierBand.Of([.. (await OnEngineAsync<PourThrough>()).Select(p => p.Body.FlowLpm)]);
}
