using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Crankcase pressure at idle, mid speed and under load.</summary>
public sealed class CrankcaseModel(SheetServices services) : ReadingSheetModel<CrankcaseReading>(services, "crankcase", "The crankcase pressure is recorded.")
{
    /// <summary>The id of the part of the sheet that is answered by a touch.</summary>
    public const string Part = "crankcase-later";

    /// <summary>The latest reading of each way of running.</summary>
    public IReadOnlyList<Noted<CrankcaseReading>> Readings => CrankcaseCheck.Latest(Job.Record);

    /// <summary>A reading's verdict.</summary>
    public static Verdict VerdictOf(Noted<CrankcaseReading> reading) => ((IJudged)reading.Outcome!).Judgement.Verdict;

    /// <summary>The bench, at the pressure typed, or else read last.</summary>
    public CrankcaseBench Bench => CrankcaseBench.Of(Job.Record, 1, Understood(Form["pressure_kpa"], Measure.Pressure)
        ?? Readings.Select(r => (double?)r.Body.PressureKpa).Max(),
        Job.Context.Limits.Choose(DrainLimits.Margin));

    /// <inheritdoc/>
    public override (string Partial, object Model)? BenchDrawn => ("_CrankcaseBench", this);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview) => ("_CrankcaseSays", Bench.Says(mm => Units.ShowLength(mm)));

    /// <summary>The last blow-by in a few words; empty where nobody measured.</summary>
    public string BlowBySaid => Job.Record.Latest<BlowByReading>()?.Outcome is BlowByOutcome { Result: var result }
        ? $": {Units.Show(result.BlowbyLpm, Measure.Flow)}{(result.SharePct is { } share ? $", {ShopUnits.Digits(share)} %" : "")}" : "";

    /// <summary>The last compression in a few words; empty where nobody measured.</summary>
    public string CompressionSaid => Job.Record.Latest<CompressionReading>()?.Outcome is CompressionOutcome { Result: var result }
        ? $": {Units.ShowPressure(result.MinKpa)} to {Units.ShowPressure(result.MaxKpa)}" : "";

    /// <summary>Says that it cannot be measured yet.</summary>
    public async Task<IActionResult> OnPostDeferAsync([Typed] CrankcaseDeferred? deferred) => await RecordAsync(deferred, "Due after the first start.",
        at: Part);

}
