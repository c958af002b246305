using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Data.People;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>Signing out, here and wherever else the person is signed in: a cookie that was copied opens nothing afterwards.</summary>
public sealed class SignOutModel(SignInManager<Person> signIn, SecurityLog log) : PageModel
{
    /// <summary>Signs out.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        if (await signIn.UserManager.GetUserAsync(User) is { } person)
        {
            await signIn.UserManager.UpdateSecurityStampAsync(person);
            log.Note(HttpContext, "signed out", person.Name);
        }
        await signIn.SignOutAsync();
        return Redirect("/sign-in");
    }
}
