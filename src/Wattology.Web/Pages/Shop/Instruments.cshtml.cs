using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Web.Forms;
using Wattology.Web.Gauge;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Shop;

/// <summary>The shop's register of instruments.</summary>
public sealed class InstrumentsModel(InstrumentStore instruments, FormState form, ShopTimes times, GaugeLink gauge) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form => form;

    /// <summary>The shop's units; nothing here is shown in them.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Every instrument.</summary>
    public IReadOnlyList<InstrumentRow> All { get; private set; } = [];

    /// <summary>Today in the shop.</summary>
    public DateOnly Today => DateOnly.FromDateTime(times.Today);

    /// <summary>How the line to the gauge box stands.</summary>
    public GaugeState Box => gauge.State;

    /// <summary>Whether the person may say where the gauge box listens.</summary>
    public bool MayDial => User.May(Right.ManagePeople);

    /// <summary>Whether the person may change the register.</summary>
    public bool MayChange => User.May(Right.Record);

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (Request.Method == "POST" && !MayChange) { context.Result = StatusCode(403); return; }
        All = await instruments.AllAsync();
        await next();
    }

    /// <summary>Adds one.</summary>
    public async Task<IActionResult> OnPostAddAsync()
    {
        var kind = JsonForm.ValueOf<InstrumentKind>(Text("kind"));
        if (kind is null) Form.Faults.Add("kind", "Choose what it measures.");
        var instrument = new Instrument(Text("name"), kind ?? InstrumentKind.Other, Text("range"), Day(Text("until"), "until"));
        if (Form.Faults.None)
        {
            try
            {
                await instruments.AddAsync(instrument, User.Author().Name);
                return Saved($"{instrument.Name} is in the register.");
            }
            catch (RefusedException refused) { Form.Faults.Add(refused.Field, refused.Message); }
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Changes until when one is calibrated, or takes it out of use.</summary>
    public async Task<IActionResult> OnPostChangeAsync(int id, string? until, bool? outOfUse)
    {
        if (All.FirstOrDefault(i => i.Id == id) is not { } row) return NotFound();
        var day = Day(until ?? "", "");
        if (!Form.Faults.None)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        await instruments.ChangeAsync(id, day, outOfUse ?? row.OutOfUse, User.Author().Name);
        return Saved($"{row.Name}: changed.");
    }

    /// <summary>Says where the gauge box listens; blank for none.</summary>
    public async Task<IActionResult> OnPostBoxAsync()
    {
        if (!MayDial) return StatusCode(403);
        var address = Text("address");
        if (address.Length > 0 && !(address.LastIndexOf(':') is > 0 and var at && Uri.CheckHostName(address[..at].Trim('[', ']')) != UriHostNameType.Unknown
            && int.TryParse(address[(at + 1)..], NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port is > 0 and <= 65535))
            Form.Faults.Add("address", $"'{address}' is no address of a box. Type its name or number in the network and its port, like 192.168.1.40:5090.");
        if (!Form.Faults.None)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        await gauge.DialAsync(address.Length == 0 ? null : address);
        return Saved(address.Length == 0 ? "No gauge box is called any more." : $"The gauge box at {address} is called.");
    }

    private DateOnly? Day(string text, string field)
    {
        if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)) return day;
        if (text.Length > 0) Form.Faults.Add(field, $"'{text}' is not a day. Type one like 2030-05-31.");
        return null;
    }

    private string Text(string name) => Form[name] = Request.Form[name].ToString().Trim();

    private RedirectToPageResult Saved(string said)
    {
        (TempData["Said"], TempData["SavedForm"]) = (said, "/instruments");
        return RedirectToPage();
    }
}
