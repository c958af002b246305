using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.People;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>The first visit to a new shop makes the owner's account.</summary>
public sealed class SetUpModel(ShopDb db, UserManager<Person> users, SignInManager<Person> signIn, OwnerCode code, ShopName shopName,
    SecurityLog log) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Shows the form, once.</summary>
    public async Task<IActionResult> OnGetAsync() => await db.Users.AnyAsync() ? Redirect("/sign-in") : Page();

    /// <summary>Makes the owner's account for whoever has the code.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        // However many press at once: the first makes the owner, the others find one.
        await code.One.WaitAsync();
        try { return await ClaimAsync(); }
        finally { code.One.Release(); }
    }

    private async Task<IActionResult> ClaimAsync()
    {
        if (await db.Users.AnyAsync()) return Redirect("/sign-in");
        foreach (var (field, need) in new[] { ("code", "Type the one-time code from the console."), ("shop", "Name the shop."), ("name", "Type your name."),
            ("user", "Choose a sign-in name.") })
        {
            Form[field] = Request.Form[field].ToString().Trim();
            if (Form[field].Length == 0) Form.Faults.Add(field, need);
        }
        if (Form["shop"].Length > 100) Form.Faults.Add("shop", "A shop's name has at most 100 characters.");
        if (Form["code"].Length > 0 && !code.Matches(Form["code"])) Form.Faults.Add("code",
            "This is not the code in the console. It has eight letters and digits.");
        if (Form.Faults.None)
        {
            var owner = new Person { UserName = Form["user"], Name = Form["name"], Role = Role.Owner };
            if (await PeopleModel.CreateAsync(users, owner, Request.Form["password"].ToString(), Form.Faults))
            {
                code.Spend();
                log.Note(HttpContext, "the shop set up", owner.Name);
                db.Settings.Add(new SettingRow { Key = "name", Value = Form["shop"] });
                await db.SaveChangesAsync();
                shopName.Forget();
                await signIn.SignInAsync(owner, true);
                return Redirect("/");
            }
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
