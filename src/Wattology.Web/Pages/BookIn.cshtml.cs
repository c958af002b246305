using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Core.Plate;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages;

/// <summary>Books a job in, or corrects a booking-in.</summary>
public sealed class BookInModel(JobStore jobs, EarlierJobs earlier, KnownEngines engines, PolicyStore policies, FormState form, ShopTimes times)
    : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form => form;

    /// <summary>The shop's units.</summary>
    public ShopUnits Units { get; private set; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [typeof(BookedIn), typeof(BookedUnder)];

    /// <summary>The policies offered.</summary>
    public IReadOnlyList<WarrantyPolicy> Policies { get; private set; } = [];

    // Where the cover stands in the form.
    private sealed record BookedUnder(PolicyNamed Cover);

    /// <summary>Sending the same form twice books in once.</summary>
    public string Once { get; private set; } = Guid.NewGuid().ToString("n");

    /// <summary>The job whose machine was taken over into the form; null when none was.</summary>
    public JudgedJob? TakenOver { get; private set; }

    /// <summary>The job whose engine was taken over into the form; null when none was.</summary>
    public JudgedJob? EngineAsOn { get; private set; }

    /// <summary>Whether what the form came with is newer than what the browser kept of it.</summary>
    public bool Fresh => (TakenOver ?? EngineAsOn) is not null && Request.Method == "POST";

    /// <summary>Engines that were here before, by what stands in the form as engine.</summary>
    public IReadOnlyList<KnownEngine> Engines { get; private set; } = [];

    // What an engine brings with it, by its fields.
    private static readonly string[] OfEngine = ["engine", "fuel", "water_cooled", "closed_breather", "turbos", "control"];

    /// <summary>Machines that were here before, by what stands in the form as registration.</summary>
    public IReadOnlyList<JobRow> Machines { get; private set; } = [];

    /// <summary>The job by whose link the form was opened; empty where it was opened by itself.</summary>
    public string Like { get; private set; } = "";

    /// <summary>Under which name the browser keeps what is typed: what was opened for one machine is not what was half typed of another.</summary>
    public string Draft => Corrects is not null ? $"/book-in?{CorrectJob}" : Like.Length > 0 ? $"/book-in/{Like}" : "/book-in";

    /// <summary>Job whose booking-in is corrected.</summary>
    public string? CorrectJob { get; private set; }

    /// <summary>Hash of the booking-in that is corrected.</summary>
    public string? Corrects { get; private set; }

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (!User.May(Right.BookIn)) { context.Result = StatusCode(403); return; }
        Units = (await jobs.SettingsAsync()).Units;
        Policies = await policies.OfferedAsync();
        await next();
    }

    /// <summary>Shows an empty form, one with a machine that was here before, or a booking-in to be corrected.</summary>
    /// <param name="job">The job whose booking-in is corrected.</param>
    /// <param name="like">A job of the machine that came again.</param>
    /// <param name="asOn">A job whose engine this one has.</param>
    public async Task<IActionResult> OnGetAsync(string? job, string? like, [FromQuery(Name = "as-on")] string? asOn)
    {
        if (job is null)
        {
            Form["kind"] = "makers-spec";
            Form["turbos"] = "1";
            Form["fuel"] = "diesel";
            if (asOn is not null) return await TakeOverAsync(asOn, engineOnly: true) ? Page() : NotFound();
            if (like is null)
            {
                Engines = await engines.LikeAsync("");
                return Page();
            }
            Like = like;
            return await TakeOverAsync(like) ? Page() : NotFound();
        }
        if (await jobs.FindAsync(job) is not { } judged || judged.Record.Latest<BookedIn>() is not { } booked) return NotFound();
        (CorrectJob, Corrects) = (job, booked.Entry.Hash);
        new FormFill(Form, Units, times).Into(booked.Body, System.Text.Json.JsonSerializer.Deserialize<Dictionary<string, string>>(booked.Entry.Typed));
        return Page();
    }

    /// <summary>Machines that were here before, by what is typed of a registration.</summary>
    public async Task<IActionResult> OnGetKnownAsync(string? registration)
    {
        Machines = await earlier.MachinesAsync(registration ?? "");
        return Partial("_KnownMachines", this);
    }

    /// <summary>Engines that were here before, by what is typed of one.</summary>
    public async Task<IActionResult> OnGetEnginesAsync(string? engine)
    {
        Engines = await engines.LikeAsync(engine ?? "");
        return Partial("_KnownEngines", this);
    }

    /// <summary>Takes a machine that was here before over into what is typed already.</summary>
    /// <param name="like">A job of the machine.</param>
    public Task<IActionResult> OnPostTakeOverAsync(string like) => TakeIntoTypedAsync(like, engineOnly: false);

    /// <summary>Takes an engine that was here before over into what is typed already.</summary>
    /// <param name="like">A job with such an engine.</param>
    public Task<IActionResult> OnPostTakeEngineAsync(string like) => TakeIntoTypedAsync(like, engineOnly: true);

    private async Task<IActionResult> TakeIntoTypedAsync(string like, bool engineOnly)
    {
        ReadOwn();
        foreach (var (name, value) in Request.Form) if (name is not ("once" or "__RequestVerificationToken")) Form[name] = value.ToString();
        return await TakeOverAsync(like, engineOnly) ? Page() : NotFound();
    }

    private void ReadOwn() => (Once, Like) = (Request.Form["once"].ToString(), Request.Form["opened_for"].ToString() is var id && JobId.IsOne(id) ? id : "");

    // What was typed of anything else stays.
    private async Task<bool> TakeOverAsync(string like, bool engineOnly = false)
    {
        if (await jobs.FindAsync(like) is not { } before) return false;
        var filled = new FormState();
        new FormFill(filled, Units, times).Into(before.Machine.ComeAgain);
        foreach (var (name, value) in filled.Typed) if (value.Length > 0 && (!engineOnly || OfEngine.Contains(name))) Form[name] = value;
        // A finger that slipped finds the others where they were.
        if (engineOnly) (EngineAsOn, Engines) = (before, await engines.LikeAsync(""));
        else TakenOver = before;
        return true;
    }

    /// <summary>Books in, or records the correction.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        ReadOwn();
        Corrects = Request.Form["corrects"].ToString() is { Length: > 0 } c ? c : null;
        CorrectJob = Request.Form["job"].ToString();
        var reader = new FormReader(Request.Form, Units, Form, times);
        var reason = reader.Text("reason");
        reader.Text("plate_told");
        foreach (var finding in Asked) reader.Text(FindingNoted.FieldOf(finding.Id));
        var old = Corrects is null ? null : await jobs.FindAsync(CorrectJob);
        if (Corrects is not null && old is null) return NotFound();
        var booked = (BookedIn?)reader.Read(typeof(BookedIn), new JsonObject { ["number"] = old?.Machine.Number ?? "" });
        var plate = old is null && Form["kind"] != Core.Inputs.JsonForm.WordOf(JobKind.FirstFitment)
            ? (PlateRead?)reader.Read(typeof(PlateRead), new JsonObject { ["turbo"] = 1, ["plate"] = "old" }, "plate") : null;
        var cover = old is null ? Cover(reader) : null;
        foreach (var (field, need) in new[] { ("water_cooled", "Say whether the centre section has water: the start list follows from it."),
            ("closed_breather", "Say whether the breather is open or closed: the crankcase's limit follows from it.") })
            if (Form[field].Length == 0) Form.Faults.Add(field, need);
        if (!Form.Faults.None || booked is null) return await RefuseAsync();
        try
        {
            return old is null ? await BookAsync(booked, plate, cover, Answers()) : await CorrectAsync(booked, reason);
        }
        catch (RefusedException refused) { Form.Faults.Add(refused.Field, refused.Message); }
        catch (SentAgainException) { Form.Faults.Add("", "This form was sent before with another content, and that stands. Open the job and correct it "
            + "from there."); }
        return await RefuseAsync();
    }

    /// <summary>What the customer is asked; each may stay unanswered.</summary>
    public static IEnumerable<ModelFinding> Asked => CauseModel.Usual.Findings.Where(f => f.Stage == Stage.Ask);

    private PolicyNamed? Cover(FormReader reader)
    {
        if (reader.Text("cover_policy") is not { Length: > 0 } id) return null;
        if (Policies.FirstOrDefault(p => p.Id == id) is { } policy) return (PolicyNamed?)reader.Read(typeof(PolicyNamed), Jobs.ClaimModel.Given(policy),
            "cover");
        Form.Faults.Add("cover_policy", "This policy is offered no more. Choose another, or none.");
        return null;
    }

    // Unanswered is not "no".
    private IEnumerable<EntryDraft> Answers()
    {
        foreach (var finding in Asked)
            if (Core.Inputs.JsonForm.ValueOf<Answer>(Form[FindingNoted.FieldOf(finding.Id)]) is { } answer)
                yield return new EntryDraft(new FindingNoted(0, finding.Id, answer), Known.Told);
    }

    private async Task<IActionResult> BookAsync(BookedIn booked, PlateRead? plate, PolicyNamed? cover, IEnumerable<EntryDraft> answers)
    {
        // A number the customer reads out from a letter orders a unit and releases none.
        var known = Form["plate_told"].Length > 0 ? Known.Told : Known.Seen;
        var parts = (await jobs.SettingsAsync()).Parts;
        var id = await jobs.BookInAsync(User.Author(), new EntryDraft(booked, Known.Told, Typed: Form.Typed.ToDictionary(), Once: Once),
            [.. plate is null ? [] : new[] { new EntryDraft(plate.AsWritten(parts), known) }, .. cover is null ? [] : new[] { new EntryDraft(cover,
                Known.Told) }, .. booked.Kind == JobKind.FirstFitment ? [] : answers]);
        TempData["Said"] = "Booked in.";
        TempData["SavedForm"] = Draft;
        return Redirect($"/jobs/{id}");
    }

    private async Task<IActionResult> CorrectAsync(BookedIn booked, string reason)
    {
        await jobs.AppendAsync(CorrectJob!, User.Author(), new EntryDraft(booked, Known.Told, Corrects: Corrects, Reason: reason, Typed: Form.Typed
            .ToDictionary(), Once: Once));
        TempData["Said"] = "The correction is recorded.";
        TempData["SavedForm"] = $"/book-in?{CorrectJob}";
        return Redirect($"/jobs/{CorrectJob}");
    }

    private async Task<IActionResult> RefuseAsync()
    {
        if (Corrects is null) (Machines, Engines) = (await earlier.MachinesAsync(Form["registration"]), await engines.LikeAsync(Form["engine"]));
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
