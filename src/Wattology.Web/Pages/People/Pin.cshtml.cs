using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Measures;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>Setting the pin with which somebody signs as a second name.</summary>
public sealed class PinModel(SecondNames names, SecurityLog log) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Shows the form.</summary>
    public void OnGet() { }

    /// <summary>Sets the pin.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        if (await names.SetAsync(User.Author().Id, Request.Form["password"].ToString(), Request.Form["pin"].ToString().Trim()) is { } wrong)
        {
            log.Note(HttpContext, "pin not set", User.Author().Name, wrong.Fault);
            Form.Faults.Add(wrong.Field, wrong.Fault);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        log.Note(HttpContext, "pin set", User.Author().Name);
        TempData["Said"] = "Your pin is set.";
        return RedirectToPage();
    }
}
