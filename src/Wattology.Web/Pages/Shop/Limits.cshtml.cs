using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Measures;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Identity;

namespace Wattology.Web.Pages.Shop;

/// <summary>What readings are judged by, where it comes from, and the units of the shop.</summary>
public sealed class LimitsModel(ShopDb db, JobStore jobs, TimeProvider clock) : PageModel, IHasForm
{
    public FormState Form { get; } = new();

    public ShopSettings Settings { get; private set; } = null!;

    public ShopUnits Units => Settings.Units;

    public bool MayChange => User.May(Right.ChangeLimits);

    public override async Task OnPageHandlerExecutionAsync(Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutingContext context, Microsoft.AspNetCore.Mvc.Filters.PageHandlerExecutionDelegate next)
    {
        Settings = await ShopSettings.LoadAsync(db);
        if (Request.Method == "POST" && !MayChange) { context.Result = StatusCode(403); return; }
        await next();
    }

    public void OnGet() => Prepare();

    public async Task<IActionResult> OnPostSetAsync()
    {
        string Text(string name) => Form[name] = Request.Form[name].ToString().Trim();
        var kind = LimitKinds.Find(Text("key"));
        if (kind is null) Form.Faults.Add("key", "Choose which limit.");
        if (!Enum.TryParse<LimitSource>(Text("source"), true, out var source) || source is not (LimitSource.Shop or LimitSource.Maker)) Form.Faults.Add("source", "Say where it comes from.");
        if (Text("reference").Length == 0) Form.Faults.Add("reference", "Name the sheet and its revision, or say why: a limit without a source is a guess.");
        var row = new LimitRow { Key = Form["key"], Source = source, Reference = Form["reference"], Scope = Text("scope"), SetBy = User.Author().Name, SetAtMs = clock.GetUtcNow().ToUnixTimeMilliseconds() };
        if (kind is not null)
        {
            double? Value(string name)
            {
                if (Text(name).Length == 0) return null;
                if (SpokenValue.TryRead(Form[name], kind.Quantity, Units.Of(kind.Quantity).Unit, out var value, out var fault)) return value;
                Form.Faults.Add(name, fault!);
                return null;
            }
            (row.SoundFrom, row.SoundTo, row.DoubtFrom, row.DoubtTo) = (Value("sound_from"), Value("sound_to"), Value("doubt_from"), Value("doubt_to"));
            if (row.SoundFrom is null && row.SoundTo is null && Form.Faults.None) Form.Faults.Add("sound_from", "At least one end of the sound range is needed.");
            if (row.SoundFrom > row.SoundTo) Form.Faults.Add("sound_to", "The sound range ends before it begins.");
            if (row.DoubtFrom > row.SoundFrom) Form.Faults.Add("doubt_from", "The doubt range reaches at least as far as the sound one.");
            if (row.DoubtTo < row.SoundTo) Form.Faults.Add("doubt_to", "The doubt range reaches at least as far as the sound one.");
        }
        if (!Form.Faults.None)
        {
            Prepare();
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        db.Limits.Add(row);
        return await SaveAsync($"{kind!.Title}: set.");
    }

    public async Task<IActionResult> OnPostWithdrawAsync(int limit)
    {
        if (Settings.InForce.FirstOrDefault(l => l.Id == limit) is not { } row) return RedirectToPage();
        db.Limits.Add(new LimitRow { Key = row.Key, Source = row.Source, Scope = row.Scope, Reference = row.Reference, SetBy = User.Author().Name, SetAtMs = clock.GetUtcNow().ToUnixTimeMilliseconds(), Withdrawn = true });
        return await SaveAsync("The limit is withdrawn; verdicts given by it stay.");
    }

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

    private async Task<IActionResult> SaveAsync(string said)
    {
        await db.SaveChangesAsync();
        // What a job waits for may hang on a limit.
        await jobs.RebuildAsync();
        TempData["Said"] = said;
        TempData["SavedForm"] = "/limits";
        return RedirectToPage();
    }

    private void Prepare()
    {
        Form.Suggest("source", "shop");
        foreach (var (name, value) in new[] { ("pressure", Units.Pressure), ("length", Units.Length), ("temperature", Units.Temperature), ("distance", Units.Distance) }) Form.Suggest($"units.{name}", value);
    }
}
