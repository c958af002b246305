using System.Net;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Measures;
using Wattology.Data;
using Wattology.Data.Demo;
using Wattology.Data.People;
using Wattology.Data.Shop;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.People;

/// <summary>Signing in, with lockout; in the demo by one touch.</summary>
public sealed class SignInModel(SignInManager<Person> signIn, ShopDb db) : PageModel, IHasForm
{
    private static readonly HashSet<string> Forwarded = new(StringComparer.OrdinalIgnoreCase) { "X-Forwarded-For", "X-Original-For", "Forwarded", "Via" };

    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Who signs in by one touch; nobody outside the demo.</summary>
    public IReadOnlyList<DemoPerson> DemoPeople { get; private set; } = [];

    /// <summary>Where to go afterwards.</summary>
    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    private string Target => Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "/";

    // One touch signs in from this machine only: over the network, and through a proxy, anybody could touch.
    private async Task<bool> OneTouchAsync() => HttpContext.Connection.RemoteIpAddress is { } from && IPAddress.IsLoopback(from)
        && !Request.Headers.Keys.Any(Forwarded.Contains) && (await ShopSettings.LoadAsync(db)).Demo;

    /// <summary>Shows the form.</summary>
    public async Task<IActionResult> OnGetAsync()
    {
        if (!await db.Users.AnyAsync()) return Redirect("/set-up");
        if (await OneTouchAsync()) DemoPeople = DemoWorld.People;
        return Page();
    }

    /// <summary>Signs a demo person in by one touch.</summary>
    public async Task<IActionResult> OnPostDemoAsync(string user)
    {
        if (!await OneTouchAsync() || DemoWorld.People.All(p => p.UserName != user)) return Forbid();
        await signIn.SignInAsync((await signIn.UserManager.FindByNameAsync(user))!, true);
        return Redirect(Target);
    }

    /// <summary>Signs in by name and password.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        Form["user"] = Request.Form["user"].ToString().Trim();
        var password = Request.Form["password"].ToString();
        if (Form["user"].Length == 0) Form.Faults.Add("user", "Type your sign-in name.");
        if (password.Length == 0) Form.Faults.Add("password", "Type your password.");
        if (Form.Faults.None)
        {
            var result = await signIn.PasswordSignInAsync(Form["user"], password, true, lockoutOnFailure: true);
            if (result.Succeeded) return Redirect(Target);
            Form.Faults.Add("", result.IsLockedOut ? "Too many wrong passwords: locked for ten minutes. The owner can unlock you at once."
                : "Name and password do not belong together.");
        }
        await OnGetAsync();
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
