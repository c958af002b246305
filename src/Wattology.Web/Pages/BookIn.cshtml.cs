using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Identity;

namespace Wattology.Web.Pages;

/// <summary>Books a failed turbo in, or corrects a booking-in.</summary>
public sealed class BookInModel(ShopDb db, JobStore jobs) : PageModel, IHasForm
{
    public FormState Form { get; } = new();

    public ShopUnits Units { get; private set; } = new();

    public string Once { get; private set; } = Guid.NewGuid().ToString("n");

    /// <summary>Job whose booking-in is corrected, and the hash of the entry.</summary>
    public string? CorrectJob { get; private set; }

    public string? Corrects { get; private set; }

    public override async Task OnPageHandlerExecutionAsync(Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutingContext context, Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutionDelegate next)
    {
        if (!User.May(Right.BookIn)) { context.Result = StatusCode(403); return; }
        Units = await ShopSettings.LoadUnitsAsync(db);
        await next();
    }

    public async Task<IActionResult> OnGetAsync(string? job)
    {
        if (job is null)
        {
            Form["kind"] = "makers-spec";
            Form["turbos"] = "1";
            Form["fuel"] = "diesel";
            return Page();
        }
        if (await jobs.FindAsync(job) is not { } view || view.State.Latest<BookedIn>() is not { } booked) return NotFound();
        (CorrectJob, Corrects) = (job, booked.Entry.Hash);
        FormFill.Into(Form, booked.Body, Units, booked.Entry.TypedFields);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        Once = Request.Form["once"].ToString();
        Corrects = Request.Form["corrects"].ToString() is { Length: > 0 } c ? c : null;
        CorrectJob = Request.Form["job"].ToString();
        var reader = new FormReader(Request.Form, Units, Form);
        var reason = reader.Text("reason");
        var old = Corrects is null ? null : await jobs.FindAsync(CorrectJob);
        if (Corrects is not null && old is null) return NotFound();
        var booked = reader.Read<BookedIn>(new JsonObject { ["number"] = old?.Job.Number ?? "" });
        if (old is not null && reason.Length == 0) Form.Faults.Add("reason", "A correction needs its reason.");
        if (old is not null && booked is not null && booked.Turbos < old.Job.Turbos) Form.Faults.Add("turbos", "Readings of a second turbo may be recorded already; two turbos stay two.");
        var plate = old is null ? reader.Read<PlateRead>(new JsonObject { ["unit"] = 1, ["plate"] = "old" }, "plate") : null;
        if (!Form.Faults.None || booked is null) return Refuse();

        try
        {
            var typed = Form.Typed.ToDictionary();
            if (old is not null)
            {
                await jobs.AppendAsync(CorrectJob, User.Author(), new EntryDraft(booked, How.Told, Corrects: Corrects, Reason: reason, Typed: typed, Once: Once));
                TempData["Said"] = "The correction is recorded.";
                TempData["SavedForm"] = $"/book-in?{CorrectJob}";
                return Redirect($"/jobs/{CorrectJob}");
            }
            var id = await jobs.BookInAsync(User.Author(), new EntryDraft(booked, How.Told, Typed: typed, Once: Once), new EntryDraft(plate!, How.ByEye));
            TempData["Said"] = "Booked in.";
            TempData["SavedForm"] = "/book-in";
            return Redirect($"/jobs/{id}");
        }
        catch (RefusedException refused)
        {
            Form.Faults.Add("", refused.Message);
            return Refuse();
        }
    }

    private PageResult Refuse()
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
