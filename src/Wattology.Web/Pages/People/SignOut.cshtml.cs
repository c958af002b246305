using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Data.People;

namespace Wattology.Web.Pages.People;

/// <summary>Signing out.</summary>
public sealed class SignOutModel(SignInManager<Person> signIn) : PageModel
{
    /// <summary>Signs out.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        await signIn.SignOutAsync();
        return Redirect("/sign-in");
    }
}
