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
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>Signing in; guesses are slowed down; in the demo by one touch.</summary>
public sealed class SignInModel(SignInManager<Person> signIn, ShopDb db, SignInGuard guard, Accounts accounts, SecurityLog log) : PageModel, IHasForm
{
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
        && !Forwarding.IsForwarded(Request) && (await ShopSettings.LoadAsync(db)).Demo;

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
        if (await signIn.UserManager.FindByNameAsync(user) is not { Disabled: false } person) return Forbid();
        log.Note(HttpContext, "signed in", person.Name);
        await signIn.SignInAsync(person, true);
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
            var from = HttpContext.Connection.RemoteIpAddress?.ToString() ?? "";
            // Names of nobody wait as long, and are answered as late and in the same words, as those of somebody.
            if (guard.Enter(Form["user"], from) is { } wait)
            {
                log.Note(HttpContext, "sign-in refused: too many tries", Form["user"]);
                Form.Faults.Add("", $"Too many wrong tries from here. Try again in {(wait.TotalMinutes > 1.5 ? $"{Math.Ceiling(wait.TotalMinutes):0} minutes"
                    : $"{Math.Ceiling(wait.TotalSeconds):0} seconds")}; the owner can let you try at once.");
            }
            else
            {
                var person = await signIn.UserManager.FindByNameAsync(Form["user"]);
                if (accounts.Matches(person, person?.PasswordHash, password) && !person!.Disabled)
                {
                    guard.Right(Form["user"], from);
                    log.Note(HttpContext, "signed in", person.Name);
                    await signIn.SignInAsync(person, true);
                    return Redirect(Target);
                }
                log.Note(HttpContext, "sign-in failed", Form["user"]);
                Form.Faults.Add("", "Name and password do not belong together.");
            }
        }
        await OnGetAsync();
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
