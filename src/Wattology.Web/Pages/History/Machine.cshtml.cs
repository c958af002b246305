using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.PartNumbers;
using Wattology.Data.Jobs;
using Wattology.Web.Api;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.History;

/// <summary>A machine's life in the shop on one line.</summary>
public sealed class MachineModel(JobFinder finder, ShopTimes times) : PageModel
{
    /// <summary>Registration without spaces, dashes and case.</summary>
    [FromRoute] public string Plain { get; set; } = "";

    /// <summary>Its jobs, the first one first.</summary>
    public IReadOnlyList<JobRow> Jobs { get; private set; } = [];

    /// <summary>The shop's clock and zone.</summary>
    public ShopTimes Times => times;

    /// <summary>Its jobs as CSV.</summary>
    public async Task<IActionResult> OnGetCsvAsync(CancellationToken cancel)
    {
        Jobs = await finder.OfMachineAsync(PartNumber.Plain(Plain), cancel);
        return Jobs.Count == 0 ? NotFound() : CsvFile.Of($"{PartNumber.Plain(Plain)}.csv", ["job", "booked", "comeback_of", "cause", "outcome", "handed_over"],
            Jobs.Select(j => new object?[] { j.Number, DateTimeOffset.FromUnixTimeMilliseconds(j.BookedMs), j.ComebackOf, j.Cause, j.EndedAs, j.HandedOver }));
    }

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        Jobs = await finder.OfMachineAsync(PartNumber.Plain(Plain), cancel);
        return Jobs.Count == 0 ? NotFound() : Page();
    }
}
