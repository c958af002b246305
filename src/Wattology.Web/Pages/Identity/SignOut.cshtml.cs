using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Data.Identity;

namespace Wattology.Web.Pages.Identity;

/// <summary>Signing out.</summary>
public sealed class SignOutModel(SignInManager<Person> signIn) : PageModel
{
    public async Task<IActionResult> OnPostAsync()
    {
        await signIn.SignOutAsync();
        return Redirect("/sign-in");
    }
}
