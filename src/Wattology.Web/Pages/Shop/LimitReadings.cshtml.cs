using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Data.Jobs;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Shop;

/// <summary>The readings one limit judged, each with its verdict then and by the limit in force now.</summary>
public sealed class LimitReadingsModel(JobStore jobs, ShopTimes times) : PageModel
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
        Readings = await jobs.JudgedByAsync(limit);
        return Page();
    }
}
