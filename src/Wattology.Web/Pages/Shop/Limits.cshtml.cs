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

/// <summary>What a check is judged by and done by, as the page lays it out.</summary>
/// <param name="Title">The check's name.</param>
/// <param name="Schools">What workshops differ about in it.</param>
/// <param name="Known">Limits with a figure in force, those somebody set before those of usual practice.</param>
/// <param name="Unknown">Limits nobody knows a figure for.</param>
public sealed record LimitPart(string Title, IReadOnlyList<School> Schools, IReadOnlyList<LimitKind> Known, IReadOnlyList<LimitKind> Unknown);

/// <summary>What readings are judged by and work is done by, in the order of the work, where it comes from, and the units of the shop.</summary>
/// <remarks>Nothing stored hangs on a limit or a unit: readings keep the limits they ran under, and lists keep keys and numbers.</remarks>
public sealed class LimitsModel(ShopDb db, JobStore jobs, KnownEngines engines, FormState form, ShopTimes times, SecurityLog log, RowWatch rowWatch)
    : PageModel, IHasForm
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

    /// <summary>The engine, turbo model or number shown; empty for what holds for all.</summary>
    [BindProperty(Name = "for", SupportsGet = true)]
    public string For { get; set; } = "";

    /// <summary>The limit or school whose form is open, by key; empty when none is.</summary>
    [BindProperty(Name = "set", SupportsGet = true)]
    public string Set { get; set; } = "";

    /// <summary>The limits that hold for it.</summary>
    public LimitBook Limits { get => field ??= Settings.LimitsFor(Shown); }

    /// <summary>The ways of working that hold for it.</summary>
    public SchoolBook Schools { get => field ??= Settings.SchoolsFor(Shown); }

    private string[] Shown => For.Length == 0 ? [] : [For];

    /// <summary>The checks that have limits or schools, in the order of the work, and at the end what belongs to no single one.</summary>
    public IReadOnlyList<LimitPart> Parts => [.. CheckList.All.Select(c => Part(c.Title, c.Schools, c.Limits)),
        Part("The work as a whole", [], [.. CheckList.Limits.Except(CheckList.All.SelectMany(c => c.Limits))])];

    /// <summary>Engines the shop has had and scopes it has set something for.</summary>
    public async Task<IReadOnlyList<string>> ScopesAsync() => [.. (await engines.AllAsync()).Concat(Settings.InForce.Select(l => l.Scope))
        .Concat(Settings.SchoolsInForce.Select(s => s.Scope)).Where(s => s.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)
        .Order(StringComparer.OrdinalIgnoreCase)];

    // A limit whose form is open stands among those with a figure, so that its form has room; one that somebody set is known.
    private LimitPart Part(string title, IReadOnlyList<School> schools, IReadOnlyList<LimitKind> limits)
    {
        bool Own(LimitKind kind) => Settings.InForce.Any(l => l.Key == kind.Key);
        var known = limits.Where(k => k.Key == Set || Own(k) || Limits.Choose(k).Source != LimitSource.NoneKnown).ToArray();
        return new(title, schools, [.. known.OrderByDescending(k => Limits.Choose(k).Source)], [.. limits.Except(known)]);
    }

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Settings = await jobs.SettingsAsync();
        (For, Set) = (For?.Trim() ?? "", Set ?? "");
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
        var source = ReadSource();
        var row = new LimitRow { Key = Form["key"], Source = source, Reference = Form["reference"], Scope = Text("scope"), SetBy = User.Author().Name,
            SetAtMs = times.Now.ToUnixTimeMilliseconds() };
        if (kind is not null) ReadRange(row, Quantity.Of(kind.Measure));
        if (!Form.Faults.None) return Refused(Form["key"]);
        db.Limits.Add(row);
        return await SaveAsync($"{kind!.Title}: set.");
    }

    /// <summary>Sets a way of working.</summary>
    public async Task<IActionResult> OnPostSchoolAsync()
    {
        var school = CheckList.Schools.FirstOrDefault(s => s.Key == Text("key"));
        if (school is null) Form.Faults.Add("key", "Choose which.");
        else if (school.Find(Text("choice")) is null) Form.Faults.Add("choice", "Choose one.");
        var source = ReadSource();
        if (!Form.Faults.None) return Refused(Form["key"]);
        db.Schools.Add(new SchoolRow { Key = school!.Key, Choice = Form["choice"], Source = source, Reference = Form["reference"], Scope = Text("scope"),
            SetBy = User.Author().Name, SetAtMs = times.Now.ToUnixTimeMilliseconds() });
        return await SaveAsync($"{school.Title}: set.");
    }

    private LimitSource ReadSource()
    {
        if (!Enum.TryParse<LimitSource>(Text("source"), true, out var source)
            || source is not (LimitSource.Shop or LimitSource.Maker)) Form.Faults.Add("source", "Say where it comes from.");
        if (Text("reference").Length == 0) Form.Faults.Add("reference", "Name the sheet and its revision, or say why: what has no source is a guess.");
        return source;
    }

    private PageResult Refused(string key)
    {
        Set = key;
        Prepare();
        Text("scope");
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
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

    /// <summary>Withdraws a way of working.</summary>
    public async Task<IActionResult> OnPostWithdrawSchoolAsync(int school)
    {
        if (Settings.SchoolsInForce.FirstOrDefault(s => s.Id == school) is not { } row) return RedirectToPage();
        db.Schools.Add(new SchoolRow
        {
            Key = row.Key, Choice = row.Choice, Source = row.Source, Scope = row.Scope, Reference = row.Reference, SetBy = User.Author().Name,
            SetAtMs = times.Now.ToUnixTimeMilliseconds(), Withdrawn = true,
        });
        return await SaveAsync("The method is withdrawn; what was done by it stays.");
    }

    /// <summary>Sets the units the shop thinks in.</summary>
    public async Task<IActionResult> OnPostUnitsAsync()
    {
        foreach (var (name, choices) in ShopUnits.Choices)
        {
            var chosen = Request.Form[$"units.{name}"].ToString();
            if (choices.Contains(chosen)) db.Set($"units.{name}", chosen);
        }
        return await SaveAsync("Values are shown and meant in these units from now on.");
    }

    private string Text(string name) => Form[name] = Request.Form[name].ToString().Trim();

    private async Task<IActionResult> SaveAsync(string said)
    {
        await db.SaveChangesAsync();
        rowWatch.Wake();
        log.Note(HttpContext, "limits changed", User.Author().Name, said);
        TempData["Said"] = said;
        TempData["SavedForm"] = "/limits";
        return RedirectToPage();
    }

    private void Prepare()
    {
        Form.Suggest("source", "shop");
        if (For.Length > 0) Form.Suggest("scope", For);
        foreach (var (name, value) in new[] { ("pressure", Units.Pressure), ("length", Units.Length), ("temperature", Units.Temperature),
            ("distance", Units.Distance) })
            Form.Suggest($"units.{name}", value);
    }
}
