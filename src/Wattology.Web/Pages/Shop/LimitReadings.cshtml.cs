using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Data.Jobs;
using Wattology.Data.Limits;
using Wattology.Web.Api;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Shop;

/// <summary>The readings one limit judged, each with its verdict then and by the limit in force now.</summary>
public sealed class LimitReadingsModel(JobStore jobs, JudgedReadings judged, ShopTimes times) : PageModel
{
    /// <summary>The limit.</summary>
    public LimitKind Limit { get; private set; } = null!;

    /// <summary>The readings, the latest first.</summary>
    public IReadOnlyList<(string Number, JudgedReading Reading)> Readings { get; private set; } = [];

    /// <summary>The shop's units.</summary>
    public ShopUnits Units { get; private set; } = new();

    /// <summary>The shop's clock and zone.</summary>
    public ShopTimes Times => times;

    /// <summary>Shows them.</summary>
    public async Task<IActionResult> OnGetAsync(string key)
    {
        if (CheckList.FindLimit(key) is not { } limit) return NotFound();
        (Limit, Units) = (limit, (await jobs.SettingsAsync()).Units);
        Readings = await judged.OfAsync(limit);
        return Page();
    }

    /// <summary>The readings as CSV, in the limit's own unit.</summary>
    public async Task<IActionResult> OnGetCsvAsync(string key)
    {
        if (CheckList.FindLimit(key) is not { } limit) return NotFound();
        var readings = await judged.OfAsync(limit, JudgedReadings.FileMost);
        return CsvFile.Of($"{key}.csv", ["job", "read_at", "by", "known", "instrument", "value", "measure", "verdict_then", "limit_then", "verdict_now"],
            readings.Select(r => new object?[] { r.Number, r.Reading.Entry.At, r.Reading.Entry.By, r.Reading.Entry.Known, r.Reading.Entry.Instrument,
                r.Reading.Value,
                Core.Inputs.JsonForm.WordOf(limit.Measure), Core.Inputs.JsonForm.WordOf(r.Reading.VerdictThen), r.Reading.Then.SourceWords,
                Core.Inputs.JsonForm.WordOf(r.Reading.VerdictNow) }));
    }
}
