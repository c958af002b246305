using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Wattology.Web.Pages;

/// <summary>Says what went wrong, and what to do.</summary>
[IgnoreAntiforgeryToken, ResponseCache(NoStore = true)]
public sealed class TroubleModel : PageModel
{
    /// <summary>The status that brought the person here.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Code { get; set; }

    /// <summary>What went wrong and what to do, by the status.</summary>
    public (string Title, string Words) Said => (Code ?? 500) switch
    {
        404 => ("Not here", "There is no such page or job. The link may be old, or the number mistyped; search the yard for it."),
        403 => ("Not yours to do", "Your place in the shop does not allow this. The owner can change that under People."),
        400 => ("Form too old", "The form was opened in another sign-in or too long ago. Go back, reload the page, and send it again; what you typed is kept "
            + "in this browser."),
        507 => ("Nothing recorded",
            "The shop's disk is full, or cannot be written to: nothing of this was recorded. What you typed is kept in this browser; send it "
            + "again when there is room. The owner makes room on the disk of the shop's folder."),
        413 => ("Too large", "What was sent is larger than this page takes."),
        _ => ("Something failed here", "Nothing was half-saved. Try once more; if it stays, the log in the shop's folder says what failed."),
    };

    /// <summary>What went wrong, in a few words.</summary>
    public string Title => Said.Title;

    /// <summary>What to do.</summary>
    public string Words => Said.Words;
}
