using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Api;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Shop;

/// <summary>Keys with which programs compute, made and withdrawn by the owner.</summary>
public sealed class KeysModel(ComputeKeys keys) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>All of them, the latest first.</summary>
    public IReadOnlyList<ComputeKeyRow> All { get; private set; } = [];

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutingContext context,
        Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutionDelegate next)
    {
        if (!User.May(Right.ManagePeople)) { context.Result = StatusCode(403); return; }
        await next();
    }

    /// <summary>Shows them.</summary>
    public async Task OnGetAsync() => All = await keys.AllAsync();

    /// <summary>Makes one.</summary>
    public async Task<IActionResult> OnPostMakeAsync()
    {
        Form["name"] = Request.Form["name"].ToString().Trim();
        try
        {
            TempData["Said"] = $"The key for {Form["name"]}: {await keys.MakeAsync(Form["name"], User.Author().Name)} It is shown once.";
            return RedirectToPage();
        }
        catch (RefusedException refused) { Form.Faults.Add(refused.Field, refused.Message); }
        await OnGetAsync();
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Withdraws one.</summary>
    public async Task<IActionResult> OnPostWithdrawAsync(int key)
    {
        if (!await keys.WithdrawAsync(key, User.Author().Name)) return NotFound();
        TempData["Said"] = "Withdrawn: it computes nothing any more.";
        return RedirectToPage();
    }
}
