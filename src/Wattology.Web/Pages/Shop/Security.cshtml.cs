using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.People;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Shop;

/// <summary>Who came in, who was refused, and what was done with rights, for the owner.</summary>
public sealed class SecurityModel(SecurityLog log) : PageModel
{
    private const int Most = 300;

    /// <summary>The latest lines, the last first.</summary>
    public IReadOnlyList<SecurityLine> Lines { get; private set; } = [];

    /// <summary>Shows them.</summary>
    public IActionResult OnGet()
    {
        if (!User.May(Right.ManagePeople)) return StatusCode(403);
        Lines = log.Latest(Most);
        return Page();
    }
}
