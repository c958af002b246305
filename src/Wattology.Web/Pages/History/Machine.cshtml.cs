using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.PartNumbers;
using Wattology.Data.Jobs;
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

    /// <summary>Shows it.</summary>
    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        Jobs = await finder.OfMachineAsync(PartNumber.Plain(Plain), cancel);
        return Jobs.Count == 0 ? NotFound() : Page();
    }
}
