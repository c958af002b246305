using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Evidence;
using Wattology.Core.Measures;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Web.Forms;
using Wattology.Web.Identity;

namespace Wattology.Web.Pages.Jobs;

/// <summary>What every sheet of a job shares: the job, the form, and recording an entry.</summary>
public abstract class SheetModel(JobStore jobs, TimeProvider clock) : PageModel, IHasForm
{
    /// <summary>The job's id.</summary>
    [BindProperty(SupportsGet = true)]
    public string Id { get; set; } = "";

    private int _rowsAsked;

    /// <summary>Which turbo, from 1.</summary>
    [BindProperty(SupportsGet = true)]
    public int Unit { get; set; } = 1;

    /// <summary>The sheet's name in addresses.</summary>
    public abstract string Sheet { get; }

    /// <summary>The sheet's title.</summary>
    public abstract string Title { get; }

    public JobView View { get; protected set; } = null!;

    public FormState Form { get; } = new();

    public ShopUnits Units => View.Units;

    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>Sending the same form twice records once.</summary>
    public string Once { get; private set; } = Guid.NewGuid().ToString("n");

    /// <summary>The entry this form corrects.</summary>
    public Entry? Corrects { get; private set; }

    /// <summary>Whether the person may record here.</summary>
    public bool MayRecord => User.May(Right.Record);

    /// <summary>The sheet takes the whole screen just now, and shows its faults there.</summary>
    public virtual bool OwnsScreen => false;

    /// <summary>Where the sheet stands.</summary>
    public string Here => SheetUrl(Sheet, Unit);

    /// <summary>Under which name the browser keeps what is typed; a correction never takes up what was meant as a new reading.</summary>
    public string DraftKey => Corrects is null ? Here : $"{Here}?corrects";

    /// <summary>Where another sheet stands.</summary>
    public string SheetUrl(string sheet, int unit = 0) => SheetLinks.Url(Id, sheet, unit);

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (await jobs.FindAsync(Id, HttpContext.RequestAborted) is not { } view || Unit < 1 || Unit > view.Job.Turbos) { context.Result = NotFound(); return; }
        View = view;
        if (Request.HasFormContentType) Once = Request.Form["once"].ToString() is { Length: > 0 } once ? once : Once;
        var corrects = Request.HasFormContentType ? Request.Form["corrects"].ToString() : Request.Query["corrects"].ToString();
        if (corrects.Length > 0) Corrects = View.State.Entries.FirstOrDefault(e => e.Hash == corrects);
        await next();
    }

    /// <summary>A reader over the posted form.</summary>
    protected FormReader Reader() => new(Request.Form, Units, Form);

    /// <summary>Puts the entry under correction back into the form.</summary>
    protected bool FillFromCorrected()
    {
        if (Corrects is null) return false;
        var content = Corrects.Content;
        if (content.GetType().GetProperty("Input")?.GetValue(content) is { } input) FormFill.Into(Form, input, Units);
        FormFill.Into(Form, content, Units, Corrects.TypedFields);
        Form["how"] = Corrects.How;
        Form["instrument"] = Corrects.Instrument;
        return true;
    }

    /// <summary>How many rows of a list the form shows.</summary>
    protected int RowsShown(string list, int fewest) => Math.Max(fewest, Math.Max(Form.RowsOf(list), _rowsAsked));

    /// <summary>The form as it was sent, nothing recorded, with one more row.</summary>
    protected PageResult WithAnotherRow(string list)
    {
        _rowsAsked = 1 + Request.Form.Keys.Where(k => k.StartsWith(list + ".", StringComparison.Ordinal)).Select(k => k.Split('.')[1]).Distinct().Count();
        foreach (var path in Form.Faults.ByPath.Keys.ToArray()) Form.Faults.Forget(path);
        foreach (var name in new[] { "how", "instrument" }) Form[name] = Request.Form[name].ToString();
        return Page();
    }

    /// <summary>Reads how the reading was had.</summary>
    protected (How How, string Instrument) ReadHow(FormReader reader)
    {
        var instrument = reader.Text("instrument");
        var word = reader.Text("how");
        var how = Enum.GetValues<How>().FirstOrDefault(h => Core.Calculations.InputReader.WordOf(h) == word);
        if (word.Length == 0) Form.Faults.Add("how", "Say how it was had.");
        else if (how == How.ByInstrument && instrument.Length == 0) Form.Faults.Add("instrument", "Name the instrument: which gauge, which jug.");
        return (how, instrument);
    }

    /// <summary>Records an act or a reading and goes back to a sheet; or shows the form again with what is wrong.</summary>
    /// <param name="body">What to record; null when the form had faults.</param>
    /// <param name="said">What the page says afterwards.</param>
    /// <param name="how">How it was had, for readings.</param>
    /// <param name="right">Who may.</param>
    /// <param name="refuse">A last look inside the transaction.</param>
    /// <param name="then">Where to go; this sheet when null.</param>
    protected async Task<IActionResult> RecordAsync(EntryBody? body, string said, (How How, string Instrument)? how = null, Right right = Right.Record,
        Func<JobView, string?>? refuse = null, string? then = null)
    {
        CheckMay(right);
        var reason = Request.Form["reason"].ToString().Trim();
        if (Corrects is not null)
        {
            Form["reason"] = reason;
            if (reason.Length == 0) Form.Faults.Add("reason", "A correction needs its reason.");
        }
        if (body is not null && Form.Faults.None)
        {
            try
            {
                await jobs.AppendAsync(Id, User.Author(), new EntryDraft(body, how?.How, how?.Instrument, Corrects?.Hash, Corrects is null ? null : reason,
                    Form.Typed.Where(t => t.Value.Length > 0).ToDictionary(), Once), refuse);
                TempData["Said"] = said;
                TempData["SavedForm"] = Here;
                return Redirect(then ?? Here);
            }
            catch (RefusedException refused)
            {
                Form.Faults.Add("", refused.Message);
                View = (await jobs.FindAsync(Id))!;
            }
        }
        return Refused();
    }

    /// <summary>Records all that changed on a form of many answers, in one transaction.</summary>
    /// <param name="changed">What changed, and how each was had.</param>
    /// <param name="noun">One of them, in words.</param>
    /// <param name="draft">Under which name the browser keeps the form.</param>
    protected async Task<IActionResult> RecordChangesAsync(IReadOnlyList<(EntryBody Body, How How)> changed, string noun, string draft)
    {
        CheckMay(Right.Record);
        if (!Form.Faults.None) return Refused();
        var at = Now;
        if (changed.Count > 0) await jobs.AppendAsync(Id, [.. changed.Select((c, i) => new SignedDraft(at, User.Author(), new EntryDraft(c.Body, c.How, Once: i == 0 ? Once : $"{Once}-{i}")))]);
        TempData["Said"] = changed.Count == 0 ? "Nothing changed." : changed.Count == 1 ? $"One {noun} recorded." : $"{changed.Count} {noun}s recorded.";
        TempData["SavedForm"] = draft;
        return Redirect(Here);
    }

    private void CheckMay(Right right)
    {
        if (!User.May(right)) Form.Faults.Add("", $"Your place in the shop does not allow this; it takes {Permissions.Holders(right)}.");
    }

    /// <summary>Suggests what stood in the reading before: the part itself stays, how and where it was measured is answered anew.</summary>
    protected void SuggestFrom(object input, Entry before)
    {
        var filled = new FormState();
        FormFill.Into(filled, input, Units, before.TypedFields);
        foreach (var (field, text) in filled.Typed.Where(t => t.Key is not ("as_installed" or "reason" or "how" or "instrument"))) Form.Suggest(field, text);
    }

    /// <summary>The sheet again, with what is wrong.</summary>
    protected IActionResult Refused()
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Takes a doubt or judges a reading by name; shared by every sheet that has a reading.</summary>
    public async Task<IActionResult> OnPostAcceptAsync(string entry)
    {
        var reason = Reader().Text("accept_reason");
        if (reason.Length == 0) Form.Faults.Add("accept_reason", "Say why it will do.");
        PrepareForm();
        return await RecordAsync(new Accepted(entry, reason), "Taken under your name.", right: Right.AcceptDoubt, refuse: v =>
            v.Spots.FirstOrDefault(s => s.Id == Sheet && (s.Unit == Unit || s.Unit == 0)) is { Verdict: Core.Verdict.Stop } ? "A stop cannot be taken by name; only a new reading clears it."
            : v.State.Entries.Any(e => e.Hash == entry && v.State.Stands(e)) ? null : "That reading was corrected meanwhile; look at the newer one.");
    }

    /// <summary>Fills the form before it is shown beside another action's fault.</summary>
    protected virtual void PrepareForm() { }
}

/// <summary>Addresses of sheets.</summary>
public static class SheetLinks
{
    private static readonly HashSet<string> PerUnit = ["plate", "feed", "restrictor", "drain", "clocking"];

    /// <summary>The address of a sheet; sheets of one turbo end in its number.</summary>
    public static string Url(string job, string sheet, int unit = 0) => sheet == "limits" ? "/limits"
        : PerUnit.Contains(sheet) ? $"/jobs/{job}/{sheet}/{Math.Max(1, unit)}" : $"/jobs/{job}/{sheet}";
}
