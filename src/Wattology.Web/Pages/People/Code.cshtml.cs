using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Measures;
using Wattology.Data.People;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>Setting a new password by a one-time code from the owner, or from the console.</summary>
public sealed class CodeModel(SignInManager<Person> signIn, Accounts accounts, SignInGuard guard) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Shows the form.</summary>
    public void OnGet() { }

    /// <summary>Sets the password.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var (from, code, password) = (HttpContext.Connection.RemoteIpAddress?.ToString() ?? "", Request.Form["code"].ToString(),
            Request.Form["password"].ToString());
        Form["user"] = Request.Form["user"].ToString().Trim();
        foreach (var (field, text, need) in new[] { ("user", Form["user"], "Type your sign-in name."), ("code", code, "Type the code."),
            ("password", password, "Choose a password.") }) if (text.Length == 0) Form.Faults.Add(field, need);
        if (Form.Faults.None && guard.Enter(Form["user"], from) is { } wait)
            Form.Faults.Add("", $"Too many wrong tries from here. Try again in {Math.Ceiling(wait.TotalSeconds):0} seconds.");
        if (Form.Faults.None)
        {
            var (person, field, fault) = await accounts.UseCodeAsync(Form["user"], code, password);
            // The code was right; a password that will not do costs no try.
            if (person is not null || field == "password") guard.Right(Form["user"], from);
            if (person is not null)
            {
                await signIn.SignInAsync(person, true);
                return Redirect("/");
            }
            Form.Faults.Add(field, fault);
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
