using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Shop;

/// <summary>What readings are judged by, where it comes from, and the units of the shop.</summary>
/// <remarks>Nothing stored hangs on a limit or a unit: readings keep the limits they ran under, and lists keep keys and numbers.</remarks>
public sealed class LimitsModel(ShopDb db, JobStore jobs, FormState form, ShopTimes times) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form => form;

    /// <summary>Everything the shop set.</summary>
    public ShopSettings Settings { get; private set; } = null!;

    /// <summary>The shop's units.</summary>
    public ShopUnits Units => Settings.Units;

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Whether the person may change limits.</summary>
    public bool MayChange => User.May(Right.ChangeLimits);

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Settings = await jobs.SettingsAsync();
        if (Request.Method == "POST" && !MayChange) { context.Result = StatusCode(403); return; }
        await next();
    }

    /// <summary>Shows the page.</summary>
    public void OnGet() => Prepare();

    /// <summary>Sets a limit.</summary>
    public async Task<IActionResult> OnPostSetAsync()
    {
        var kind = CheckList.FindLimit(Text("key"));
        if (kind is null) Form.Faults.Add("key", "Choose which limit.");
        if (!Enum.TryParse<LimitSource>(Text("source"), true, out var source)
            || source is not (LimitSource.Shop or LimitSource.Maker)) Form.Faults.Add("source", "Say where it comes from.");
        if (Text("reference").Length == 0) Form.Faults.Add("reference", "Name the sheet and its revision, or say why: a limit without a source is a guess.");
        var row = new LimitRow { Key = Form["key"], Source = source, Reference = Form["reference"], Scope = Text("scope"), SetBy = User.Author().Name,
            SetAtMs = times.Now.ToUnixTimeMilliseconds() };
        if (kind is not null) ReadRange(row, Quantity.Of(kind.Measure));
        if (!Form.Faults.None)
        {
            Prepare();
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        db.Limits.Add(row);
        return await SaveAsync($"{kind!.Title}: set.");
    }

    private void ReadRange(LimitRow row, Quantity quantity)
    {
        (row.SoundFrom, row.SoundTo, row.DoubtFrom, row.DoubtTo) = (Value("sound_from", quantity), Value("sound_to", quantity), Value("doubt_from", quantity),
            Value("doubt_to", quantity));
        if (row.SoundFrom is null && row.SoundTo is null && Form.Faults.None) Form.Faults.Add("sound_from", "At least one end of the sound range is needed.");
        if (row.SoundFrom > row.SoundTo) Form.Faults.Add("sound_to", "The sound range ends before it begins.");
        if (row.DoubtFrom > row.SoundFrom) Form.Faults.Add("doubt_from", "The doubtful range reaches at least as far as the sound one.");
        if (row.DoubtTo < row.SoundTo) Form.Faults.Add("doubt_to", "The doubtful range reaches at least as far as the sound one.");
    }

    private double? Value(string name, Quantity quantity)
    {
        if (Text(name).Length == 0) return null;
        var read = TypedValue.Read(Form[name], quantity, Units.Of(quantity).Unit);
        if (read.Fault is not null) Form.Faults.Add(name, read.Fault);
        return read.Value;
    }

    /// <summary>Withdraws a limit.</summary>
    public async Task<IActionResult> OnPostWithdrawAsync(int limit)
    {
        if (Settings.InForce.FirstOrDefault(l => l.Id == limit) is not { } row) return RedirectToPage();
        db.Limits.Add(new LimitRow
        {
            Key = row.Key, Source = row.Source, Scope = row.Scope, Reference = row.Reference, SetBy = User.Author().Name,
                SetAtMs = times.Now.ToUnixTimeMilliseconds(), Withdrawn = true,
        });
        return await SaveAsync("The limit is withdrawn; verdicts given by it stay.");
    }

    /// <summary>Sets the units the shop thinks in.</summary>
    public async Task<IActionResult> OnPostUnitsAsync()
    {
        foreach (var (name, choices) in ShopUnits.Choices)
        {
            var chosen = Request.Form[$"units.{name}"].ToString();
            if (!choices.Contains(chosen)) continue;
            var key = $"units.{name}";
            if (await db.Settings.FindAsync(key) is { } row) row.Value = chosen;
            else db.Settings.Add(new SettingRow { Key = key, Value = chosen });
        }
        return await SaveAsync("Values are shown and meant in these units from now on.");
    }

    private string Text(string name) => Form[name] = Request.Form[name].ToString().Trim();

    private async Task<IActionResult> SaveAsync(string said)
    {
        await db.SaveChangesAsync();
        TempData["Said"] = said;
        TempData["SavedForm"] = "/limits";
        return RedirectToPage();
    }

    private void Prepare()
    {
        Form.Suggest("source", "shop");
        foreach (var (name, value) in new[] { ("pressure", Units.Pressure), ("length", Units.Length), ("temperature", Units.Temperature),
            ("distance", Units.Distance) })
            Form.Suggest($"units.{name}", value);
    }
}
