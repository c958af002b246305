using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.People;

/// <summary>Who works here.</summary>
public sealed class PeopleModel(UserManager<Person> users, Accounts accounts, SignInGuard guard, SecurityLog log, ShopDb db) : PageModel, IHasForm
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

    /// <summary>Whether somebody waits after wrong tries.</summary>
    public bool Waits(Person person) => guard.Waits(person.UserName!);

    /// <summary>When the last good backup was made; null where there is none.</summary>
    public DateTimeOffset? BackedUp { get; private set; }

    /// <summary>Whose row is open, by id.</summary>
    public string Open { get; private set; } = "";

    /// <summary>Shows everybody.</summary>
    public async Task OnGetAsync()
    {
        Everyone = await accounts.EveryoneAsync();
        BackedUp = await ShopBackup.LastAsync(db);
        if (Form["minutes"].Length == 0) Form["minutes"] = (await Sessions.LockMinutesAsync(db)).ToString(System.Globalization.CultureInfo.InvariantCulture);
    }

    /// <summary>Renames somebody.</summary>
    public Task<IActionResult> OnPostRenameAsync(string whom) => ChangeAsync(whom, (p, by) => accounts.RenameAsync(p, Request.Form["new_name"].ToString(), by),
        p => $"{p.Name} signs with that name from now on.");

    /// <summary>Makes somebody something else in the shop.</summary>
    public Task<IActionResult> OnPostRoleAsync(string whom, string become) => ChangeAsync(whom, async (p, by) => await accounts.ChangeRoleAsync(p,
        JsonForm.ValueOf<Role>(become) ?? throw new RefusedException("Choose what they are in the shop."), by), p =>
            $"{p.Name} is {JsonForm.Plain(p.Role)} now.");

    /// <summary>Lets somebody in no more.</summary>
    public Task<IActionResult> OnPostDisableAsync(string whom) => ChangeAsync(whom, (p, by) => accounts.DisableAsync(p, true, by),
        p => $"{p.Name} cannot sign in any more; every session of theirs has ended.");

    /// <summary>Lets somebody in again.</summary>
    public Task<IActionResult> OnPostEnableAsync(string whom) => ChangeAsync(whom, (p, by) => accounts.DisableAsync(p, false, by),
        p => $"{p.Name} can sign in again.");

    /// <summary>Gives somebody a one-time code.</summary>
    public Task<IActionResult> OnPostCodeAsync(string whom) => CodeAsync(whom, false);

    /// <summary>Resets a password: the old one holds no longer.</summary>
    public Task<IActionResult> OnPostResetAsync(string whom) => CodeAsync(whom, true);

    /// <summary>Lets somebody try again at once.</summary>
    public Task<IActionResult> OnPostUnlockAsync(string whom) => ChangeAsync(whom, (p, by) =>
    {
        guard.Open(p.UserName!);
        log.Note(HttpContext, "let try again", by, p.Name);
        return Task.CompletedTask;
    }, p => $"{p.Name} can try again.");

    /// <summary>Sets after how many minutes a tablet locks.</summary>
    public async Task<IActionResult> OnPostLockAsync(string minutes)
    {
        if (!int.TryParse(minutes, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var after) ||
            after > MostLock)
        {
            Form["minutes"] = minutes;
            Form.Faults.Add("minutes", $"Whole minutes, 0 to {MostLock}; 0 never locks.");
            return await AgainAsync();
        }
        db.Set(Sessions.LockKey, after.ToString(System.Globalization.CultureInfo.InvariantCulture));
        await db.SaveChangesAsync();
        TempData["Said"] = after == 0 ? "Tablets do not lock by themselves." : $"A tablet locks after {after} minutes.";
        return RedirectToPage();
    }

    private const int MostLock = 600;

    private Task<IActionResult> CodeAsync(string whom, bool reset)
    {
        var code = "";
        return ChangeAsync(whom, async (p, by) => code = await accounts.GiveCodeAsync(p, reset, by), p =>
            $"One-time code for {p.Name}: {code[..4]}-{code[4..]}. "
            + $"It is shown once and holds for {Accounts.CodeHolds.TotalHours:0} hours.{(reset ? " The old password holds no longer." : "")}");
    }

    private async Task<IActionResult> ChangeAsync(string whom, Func<Person, string, Task> change, Func<Person, string> said)
    {
        if (await users.FindByIdAsync(whom) is not { } person) return NotFound();
        try
        {
            await change(person, User.Author().Name);
            TempData["Said"] = said(person);
            return RedirectToPage();
        }
        catch (RefusedException refused)
        {
            Open = person.Id;
            if (refused.Field.Length > 0) Form["new_name"] = Request.Form["new_name"].ToString();
            Form.Faults.Add("", refused.Message);
            return await AgainAsync();
        }
    }

    private async Task<IActionResult> AgainAsync()
    {
        await OnGetAsync();
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

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
            log.Note(HttpContext, "account made", User.Author().Name, $"{Form["name"]}, {JsonForm.Plain(role)}");
            TempData["Said"] = $"{Form["name"]} can sign in now.";
            return RedirectToPage();
        }
        return await AgainAsync();
    }

    /// <summary>Makes an account, or says under which field what is wrong. Names that sign entries are unique.</summary>
    internal static async Task<bool> CreateAsync(UserManager<Person> users, Person person, string password, Faults faults)
    {
        if (Accounts.Fault(person.Name) is { } odd) faults.Add("name", odd);
        else if (await users.Users.AnyAsync(p => p.Name == person.Name)) faults.Add("name", "Somebody signs with that name already; add an initial.");
        if (!faults.None) return false;
        var made = await users.CreateAsync(person, password);
        foreach (var error in made.Errors) faults.Add(error.Code.StartsWith("Password", StringComparison.Ordinal) ? "password" : "user", error.Description);
        return made.Succeeded;
    }
}
