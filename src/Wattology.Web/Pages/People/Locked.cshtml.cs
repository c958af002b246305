using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Measures;
using Wattology.Data.People;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>A shared tablet that nobody touched for a while: its session waits for the pin of the person it belongs to.</summary>
public sealed class LockedModel(SignInManager<Person> signIn, SecondNames names, Accounts accounts, SignInGuard guard, SecurityLog log) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Where to go afterwards.</summary>
    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    /// <summary>Whether the person has a pin; else it opens with their password.</summary>
    public bool HasPin { get; private set; }

    private string Target => Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "/";

    /// <summary>Shows that it is locked.</summary>
    public async Task<IActionResult> OnGetAsync()
    {
        if (!User.IsLocked()) return Redirect(Target);
        HasPin = (await signIn.UserManager.GetUserAsync(User))?.PinHash is not null;
        return Page();
    }

    /// <summary>Locks the session, as the page asks for that nobody touched.</summary>
    public async Task<IActionResult> OnPostLockAsync()
    {
        await Sessions.LockAsync(HttpContext);
        log.Note(HttpContext, "locked", User.Author().Name);
        return new NoContentResult();
    }

    /// <summary>Opens it with the same person's pin, or password where they have none.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        if (await signIn.UserManager.GetUserAsync(User) is not { } person) return Redirect("/sign-in");
        var (typed, from) = (Request.Form["pin"].ToString().Trim(), HttpContext.Connection.RemoteIpAddress?.ToString() ?? "");
        var fault = person.PinHash is not null ? (await names.ProveAsync(person.Id, typed)).Fault
            : guard.Enter(person.UserName!, from) is { } wait ? $"Too many wrong tries: wait {Math.Ceiling(wait.TotalSeconds):0} seconds."
            : accounts.Matches(person, person.PasswordHash, typed) ? null : "This is not your password.";
        if (fault is null)
        {
            guard.Right(person.UserName!, from);
            await signIn.SignInAsync(person, true);
            log.Note(HttpContext, "opened again", person.Name);
            return Redirect(Target);
        }
        log.Note(HttpContext, "opening failed", person.Name);
        Form.Faults.Add("pin", fault);
        HasPin = person.PinHash is not null;
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Somebody else signs in here: the session that waits ends in this browser.</summary>
    public async Task<IActionResult> OnPostOtherAsync()
    {
        await HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
        return Redirect("/sign-in");
    }
}
