using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
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

    /// <summary>Says that it cannot be measured yet.</summary>
    public async Task<IActionResult> OnPostDeferAsync([Typed] CrankcaseDeferred? deferred) => await RecordAsync(deferred, "Due after the first start.",
        at: Part);

}
