using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data.People;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>Who works here.</summary>
public sealed class PeopleModel(UserManager<Person> users) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Everybody who has an account, by name.</summary>
    public IReadOnlyList<Person> Everyone { get; private set; } = [];

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutingContext context,
        Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutionDelegate next)
    {
        if (!User.May(Right.ManagePeople)) { context.Result = StatusCode(403); return; }
        await next();
    }

    /// <summary>Shows everybody.</summary>
    public async Task OnGetAsync() => Everyone = await users.Users.AsNoTracking().OrderBy(p => p.Name).Take(200).ToListAsync();

    /// <summary>Makes an account.</summary>
    public async Task<IActionResult> OnPostAddAsync()
    {
        foreach (var (field, need) in new[] { ("name", "Type the name."), ("user", "Choose a sign-in name."), ("role", "Choose what they are in the shop.") })
        {
            Form[field] = Request.Form[field].ToString().Trim();
            if (Form[field].Length == 0) Form.Faults.Add(field, need);
        }
        if (Form.Faults.None && Enum.TryParse<Role>(Form["role"], true, out var role) && Enum.IsDefined(role)
            && await CreateAsync(users, new Person { UserName = Form["user"], Name = Form["name"], Role = role }, Request.Form["password"].ToString(),
            Form.Faults))
        {
            TempData["Said"] = $"{Form["name"]} can sign in now.";
            return RedirectToPage();
        }
        await OnGetAsync();
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Opens a locked account.</summary>
    public async Task<IActionResult> OnPostUnlockAsync(string user)
    {
        if (await users.FindByIdAsync(user) is { } person) await users.SetLockoutEndDateAsync(person, null);
        return RedirectToPage();
    }

    /// <summary>Makes an account, or says under which field what is wrong. Names that sign entries are unique.</summary>
    internal static async Task<bool> CreateAsync(UserManager<Person> users, Person person, string password, Faults faults)
    {
        if (await users.Users.AnyAsync(p => p.Name == person.Name)) faults.Add("name", "Somebody signs with that name already; add an initial.");
        if (!faults.None) return false;
        var made = await users.CreateAsync(person, password);
        foreach (var error in made.Errors) faults.Add(error.Code.StartsWith("Password", StringComparison.Ordinal) ? "password" : "user", error.Description);
        return made.Succeeded;
    }
}
