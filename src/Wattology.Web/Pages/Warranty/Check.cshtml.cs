using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Warranty;

/// <summary>Checks a claim's pack for anybody who has it: nothing of this shop is asked, and nothing is kept.</summary>
[AllowAnonymous]
[RequestSizeLimit(ClaimPack.MostBytes + 1024 * 1024)]
[RequestFormLimits(MultipartBodyLengthLimit = ClaimPack.MostBytes)]
public sealed class CheckModel : PageModel
{
    // Unpacking takes memory; one after another is enough for a page that anybody may open.
    private static readonly SemaphoreSlim OneAtATime = new(1);

    /// <summary>What was found; null before a pack was given.</summary>
    public PackReport? Report { get; private set; }

    /// <summary>The file's name.</summary>
    public string FileName { get; private set; } = "";

    /// <summary>What is wrong with what was sent; empty otherwise.</summary>
    public string Fault { get; private set; } = "";

    /// <summary>Checks one.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? pack, CancellationToken cancel)
    {
        if (pack is null || pack.Length == 0) Fault = "Choose a pack first: the ZIP as it was sent to you.";
        else if (!await OneAtATime.WaitAsync(TimeSpan.FromSeconds(20), cancel)) Fault = "Another pack is being checked just now. Send it again in a minute.";
        else
        {
            try
            {
                FileName = Path.GetFileName(pack.FileName);
                await using var stream = pack.OpenReadStream();
                Report = await ClaimPack.CheckAsync(stream, cancel);
            }
            finally { OneAtATime.Release(); }
        }
        if (Report is not { Faults.Count: 0 }) Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
