using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Fluids;
using Wattology.Core.Instruments;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Oil, filter and coolant before the first start.</summary>
public sealed class FluidsModel(SheetServices services) : AskSheetModel(services, "fluids")
{
    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(OilService), typeof(OilDrained)];

    /// <summary>Grades to choose from.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Grades => [new("", "choose"), .. Choice.Plain(OilGrades.Typical.Keys), new("other", "another")];

    /// <inheritdoc/>
    public override IReadOnlyList<InstrumentKind> MeasuredWith => OilDrained.Kind.MeasuredWith;

    /// <summary>Records oil let out.</summary>
    public async Task<IActionResult> OnPostDrainedAsync([Typed] OilDrained? drained) => await RecordAsync(drained, "Recorded.", await ReadKnownAsync());

    /// <summary>Records what became of oil and filter.</summary>
    public Task<IActionResult> OnPostOilAsync([Typed] OilService? oil) => RecordAsync(oil, "Oil and filter are recorded.");
}
