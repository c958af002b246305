using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data.Traces;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Data.Warranty;
using Wattology.Web.Boards;
using Wattology.Web.Forms;
using Wattology.Web.Gauge;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Jobs;

/// <summary>What every sheet of a job needs.</summary>
/// <param name="Jobs">The shop's jobs.</param>
/// <param name="Earlier">What other jobs know of the machine and its engine.</param>
/// <param name="Claims">Claims across the shop.</param>
/// <param name="Form">What the form of this request shows.</param>
/// <param name="Times">The shop's clock and zone.</param>
/// <param name="Names">Who signs as a second name.</param>
/// <param name="Knowing">How a reading is known, and by which instrument.</param>
/// <param name="Snags">What earlier jobs on such an engine taught.</param>
/// <param name="Gauge">The line to the gauge box.</param>
/// <param name="Traces">Traces of bursts and runs.</param>
/// <param name="Security">The security log.</param>
public sealed record SheetServices(JobStore Jobs, EarlierJobs Earlier, ClaimRows Claims, FormState Form, ShopTimes Times, SecondNames Names,
    HowKnown Knowing, SnagStore Snags, GaugeLink Gauge, TraceStore Traces, SecurityLog Security);

/// <summary>What every sheet of a job shares: the job, the form, and recording entries.</summary>
public abstract class SheetModel(SheetServices services) : PageModel, IHasForm
{
    /// <summary>The security log.</summary>
    protected SecurityLog Security { get; } = services.Security;

    /// <summary>Where a sheet says that something was looked at again.</summary>
    public const string AgainId = "again";

    private const string SavedAtKey = "SavedAt";
    private const string SavedEntryKey = "SavedEntry";
    private const string KeptAt = "kept_at";

    // A longer text was pasted, and stands whole in what it means.
    private const int MostTyped = 4_000;
    private string _sent = NewToken();

    /// <summary>The job's id.</summary>
    [FromRoute]
    public string Id { get; set; } = "";

    /// <summary>Which turbo, from 1.</summary>
    [FromRoute]
    public int Turbo { get; set; } = 1;

    /// <summary>The sheet's name in addresses.</summary>
    public abstract string Sheet { get; }

    /// <summary>The sheet's title.</summary>
    public abstract string Title { get; }

    /// <summary>The job as it stands.</summary>
    public JudgedJob Job { get; protected set; } = null!;

    /// <summary>What the form shows.</summary>
    public FormState Form => services.Form;

    /// <summary>The shop's clock and zone.</summary>
    public ShopTimes Times => services.Times;

    /// <summary>The shop's units.</summary>
    public ShopUnits Units => Job.Units;

    /// <summary>What a text typed so far means, in the shop's unit where none is typed; null while it means nothing.</summary>
    protected double? Understood(string text, Measure measure) => TypedValue.Read(text, Quantity.Of(measure), Units.Of(Quantity.Of(measure)).Unit).Value;

    /// <inheritdoc/>
    public virtual IReadOnlyList<Type> Records => [];

    /// <summary>The time now, UTC.</summary>
    public DateTimeOffset Now => services.Times.Now;

    /// <summary>A token for one form, another at each asking: sending the same form twice records once, and two forms touched in quick succession are
    /// two things said.</summary>
    public string Once => NewToken();

    /// <summary>The entry this form corrects.</summary>
    public Entry? Corrects { get; private set; }

    /// <summary>Whether the person may record here.</summary>
    public bool MayRecord => User.May(Right.Record);

    /// <summary>The sheet takes the whole screen just now, and shows its faults there.</summary>
    public virtual bool OwnsScreen => false;

    /// <summary>Where the sheet stands.</summary>
    public virtual string Here => SheetUrl(Sheet, Turbo);

    /// <summary>Who may sign here as the second name: those with a pin, other than whoever asks.</summary>
    public Task<IReadOnlyList<Author>> SignersAsync() => services.Names.WithPinAsync(User.Author());

    /// <summary>Proves a second name by its pin; null when none is given, or when it is wrong, and then the form says so.</summary>
    protected async Task<Author?> ReadSecondAsync()
    {
        var (who, pin) = (Text("second"), Request.Form["pin"].ToString());
        if (who.Length == 0 && pin.Length == 0) return null;
        var (second, fault) = await services.Names.ProveAsync(who, pin);
        if (fault is not null)
        {
            Security.Note(HttpContext, "second name refused", User.Author().Name, fault);
            Form.Faults.Add(who.Length == 0 ? "second" : "pin", fault);
        }
        return second;
    }

    /// <summary>Readings of one kind on other jobs with the same engine, the last ones first.</summary>
    protected Task<IReadOnlyList<Noted<T>>> OnEngineAsync<T>() where T : EntryBody => services.Earlier.OnEngineAsync<T>(Job);

    /// <summary>The last entries of one kind on any job, the newest first.</summary>
    protected Task<IReadOnlyList<Noted<T>>> LastAsync<T>(int most) where T : EntryBody => services.Earlier.LastAsync<T>(most);

    /// <summary>Claims refused on other jobs with the same engine, each with the proof that was missing.</summary>
    public Task<IReadOnlyList<JobRow>> RefusedOnEngineAsync() => services.Claims.RefusedOnEngineAsync(Job);

    /// <summary>Earlier jobs on the same machine, with what they left behind.</summary>
    public Task<IReadOnlyList<EarlierJob>> EarlierAsync() => services.Earlier.OnMachineAsync(Job);

    /// <summary>Who else worked on the job in the last two hours: two may be at one job.</summary>
    public IReadOnlyList<string> AlsoAtIt => [.. Job.Record.Entries.Reverse().TakeWhile(e => Now - e.At < TimeSpan.FromHours(2))
        .Where(e => e.Role != JsonForm.WordOf(Role.Desk) && e.ById != Job.Record.Latest<Core.Yard.InHand>()?.Body.Person).Select(e => e.By).Distinct()];

    /// <summary>The step whose sheet this is; null where it is none's.</summary>
    public WorkStage? StepHere => Job.Work.Steps.FirstOrDefault(s => s.Sheet == Sheet) is { } step ? step.Stage : null;

    /// <summary>What somebody should have known before this step, on other jobs with such an engine.</summary>
    public async Task<IReadOnlyList<Noted<Core.Snags.SnagKept>>> SnagsAsync() => Job.Record.IsEnded() || StepHere is not { } stage ? []
        : [.. (await services.Snags.ForAsync(Job)).Where(s => s.Body.Step == stage)];

    /// <summary>The time of an entry, as it stands beside words of the core that name one.</summary>
    public string When(Entry? entry) => entry is null ? "" : Times.Brief(entry.At);

    /// <summary>Under which name the browser keeps what is typed; a correction never takes up what was meant as a new reading.</summary>
    public string DraftKey => Corrects is null ? Here : $"{Here}?corrects";

    /// <summary>What a photo taken at this sheet is of; null where the sheet takes none, or offers its own.</summary>
    public virtual string? PhotoPlace => CheckList.Find(Sheet) is { } check && check != Core.Photos.PhotoPlaces.Check && !OwnsScreen ? Sheet : null;

    /// <summary>All questions of a board in one list, instead of lying on its drawing.</summary>
    [FromQuery(Name = "list")]
    public bool AsList { get; set; }

    /// <summary>The drawing on which the sheet's questions are answered; null where it has none of its own.</summary>
    public virtual BoardView? LookBoard => null;

    /// <summary>The drawing that stands beside the sheet.</summary>
    public virtual string Drawing => LookBoard is null ? "_Drawing" : "_Board";

    /// <summary>An address on this sheet that posts to a handler.</summary>
    public virtual string PostTo(string handler) => $"{Here}?handler={handler}";

    /// <summary>Where a form of this sheet comes back to.</summary>
    protected virtual string Back => Here;

    /// <summary>What was just saved is said where it was touched, and so no more at the sheet's head.</summary>
    public bool SaidInPlace { get; private set; }

    /// <summary>Whether what was just saved was touched in the part of the sheet with that id; then it is said there.</summary>
    public bool SavedAt(string id)
    {
        var here = TempData[SavedAtKey] as string == id;
        SaidInPlace |= here;
        return here;
    }

    /// <summary>The line to the shop's gauge box.</summary>
    public GaugeLink Gauge => services.Gauge;

    /// <summary>Keeps traces of bursts and runs.</summary>
    protected TraceStore TraceStore => services.Traces;

    /// <summary>The same, asked before the part itself is written.</summary>
    protected bool IsSavedAt(string id) => TempData.Peek(SavedAtKey) as string == id;

    /// <summary>The entry just saved, which can be taken back beside it; null when it cannot.</summary>
    public Entry? Undoable => TempData[SavedEntryKey] is string hash && Job.Record.Find(hash) is { } entry && Job.Record.Stands(entry)
        && CheckList.Kinds.Find(entry.Kind)?.Correction == Correction.ByTakingBack ? entry : null;

    /// <summary>Where another sheet stands.</summary>
    public string SheetUrl(string sheet, int turbo = 0) => SheetLinks.Url(Id, sheet, turbo);

    /// <summary>A name with its turbo, where there are two.</summary>
    public string Named(string title) => Job.Machine.Named(title, Turbo);

    private static string NewToken() => Guid.NewGuid().ToString("n");

    /// <summary>Whether what the sheet's address names beside the job is on this job.</summary>
    protected virtual bool IsThere => true;

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (await services.Jobs.FindAsync(Id, HttpContext.RequestAborted) is not { } job || Turbo < 1 || Turbo > job.Machine.Turbos)
        {
            context.Result = NotFound();
            return;
        }
        Job = job;
        if (!IsThere)
        {
            context.Result = NotFound();
            return;
        }
        services.Gauge.Follow(job.Context);
        if (Request.HasFormContentType && Request.Form["once"].ToString() is { Length: > 0 } once) _sent = once;
        var corrects = Request.HasFormContentType ? Request.Form["corrects"].ToString() : Request.Query["corrects"].ToString();
        if (corrects.Length > 0) Corrects = Job.Record.Find(corrects);
        await next();
    }

    /// <summary>Hash of the entry the person saw standing when they answered; null where the form did not say.</summary>
    protected string? Saw => Request.Form.ContainsKey("saw") ? Request.Form["saw"].ToString() : null;

    /// <summary>A text of the posted form, trimmed and remembered.</summary>
    protected string Text(string name)
    {
        var text = Request.Form[name].ToString().Trim();
        if (Request.Form.ContainsKey(name)) Form[name] = text;
        return text;
    }

    /// <summary>Fills the form from a record, in the shop's units.</summary>
    protected void Fill(object record, IReadOnlyDictionary<string, string>? typed = null) => new FormFill(Form, Units, Times).Into(record, typed);

    /// <summary>Puts the entry under correction back into the form.</summary>
    protected bool FillFromCorrected()
    {
        if (Corrects is null || CheckList.Kinds.Find(Corrects.Kind) is not { } kind) return false;
        Fill(kind.BodyOf(Job.Record, Corrects), TypedOf(Corrects));
        Form["known"] = Corrects.Known;
        Form["instrument"] = Corrects.Instrument;
        return true;
    }

    /// <summary>What was typed for an entry, by field.</summary>
    protected static Dictionary<string, string> TypedOf(Entry entry)
        => System.Text.Json.JsonSerializer.Deserialize<Dictionary<string, string>>(entry.Typed, JsonForm.Options)!;

    /// <summary>When an entry was given by the tablet's clock, where the line was gone and it was sent later; null otherwise.</summary>
    public static DateTimeOffset? KeptSince(Entry entry) => entry.Typed.Contains(KeptAt, StringComparison.Ordinal)
        && TypedOf(entry).TryGetValue(KeptAt, out var at) && DateTimeOffset.TryParse(at, CultureInfo.InvariantCulture, out var kept) ? kept : null;

    /// <summary>The kinds of instrument what is read here is measured with.</summary>
    public virtual IReadOnlyList<InstrumentKind> MeasuredWith => [];

    /// <summary>The shop's instruments that fit what is read here.</summary>
    public Task<IReadOnlyList<InstrumentRow>> InstrumentsAsync() => services.Knowing.FittingAsync(MeasuredWith);

    /// <summary>Today in the shop.</summary>
    public DateOnly Today => services.Knowing.Today;

    /// <summary>Reads how the reading is known: measured with instruments of the register or another, or in another way.</summary>
    protected Task<(Known? Known, string Instrument)> ReadKnownAsync() => services.Knowing.ReadAsync(Request.Form);

    /// <summary>What a sheet shows of a preview beside its verdict; null where it has nothing to add.</summary>
    public virtual (string Partial, object Model)? PreviewMore(Preview preview) => null;

    /// <summary>The thing itself, drawn anew as values are typed; null where a sheet has no bench.</summary>
    public virtual (string Partial, object Model)? BenchDrawn => null;

    /// <summary>What a body typed so far would come to, judged by the same rules and on the same record as when it is recorded.</summary>
    /// <param name="body">What was typed; null while boxes are blank or wrong.</param>
    protected IActionResult PreviewOf(EntryBody? body)
    {
        if (body is null) return Partial("_Preview", new PreviewView(this, null));
        // How it is known is asked last; until then it is judged as a measured one, and a correction as one with its reason.
        var known = JsonForm.ValueOf<Known>(Text("known")) ?? Known.Measured;
        var preview = Preview.Of(Job, User.Author(), new EntryDraft(body, known, Corrects: Corrects?.Hash, Reason: Corrects is null ? null : "to be given"));
        return Partial("_Preview", new PreviewView(this, preview));
    }

    /// <summary>Records an act or a reading and goes back to a sheet; or shows the form again with what is wrong.</summary>
    /// <param name="body">What to record; null when the form had faults.</param>
    /// <param name="said">What the page says afterwards.</param>
    /// <param name="known">How it is known, for readings.</param>
    /// <param name="then">Where to go; this sheet when null.</param>
    /// <param name="answers">Hash of the entry the person saw standing; null when it was not asked.</param>
    /// <param name="second">Who signs with them.</param>
    /// <param name="at">Id of the part of the sheet that was touched, where the page then says so.</param>
    protected async Task<IActionResult> RecordAsync(EntryBody? body, string said, (Known? Known, string Instrument)? known = null, string? then = null,
        string? answers = null, Author? second = null, string? at = null)
    {
        var reason = Request.Form["reason"].ToString().Trim();
        if (Corrects is not null) Form["reason"] = reason;
        if (body is null || !Form.Faults.None) return Refused();
        // Given while the line was gone, by the tablet's own clock; it stands beside what was typed, and the record says so.
        if (DateTimeOffset.TryParse(Request.Form[KeptAt], CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var kept))
            Form[KeptAt] = kept.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture);
        var draft = new EntryDraft(body, known?.Known, known?.Instrument, Corrects?.Hash, Corrects is null ? null : reason,
            Answers: answers, Typed: Form.Typed.Where(t => t.Value.Length is > 0 and <= MostTyped).ToDictionary(), Once: _sent);
        return await AppendAsync([draft], said, then ?? Back, second, at);
    }

    /// <summary>Records all that changed on a form of many answers, in one transaction.</summary>
    /// <param name="changed">What changed.</param>
    /// <param name="noun">One of them, in words.</param>
    protected async Task<IActionResult> RecordAnswersAsync(IReadOnlyList<EntryDraft> changed, string noun)
    {
        if (!Form.Faults.None) return Refused();
        var said = changed.Count == 0 ? "Nothing changed." : changed.Count == 1 ? $"One {noun} recorded." : $"{changed.Count} {noun}s recorded.";
        return await AppendAsync([.. changed.Select((d, i) => d with { Once = $"{_sent}-{i}" })], said, Back, null, null);
    }

    /// <summary>Records several things that are said by one touch, in one transaction.</summary>
    /// <param name="bodies">What.</param>
    /// <param name="said">What the page says afterwards.</param>
    /// <param name="known">How they are known; not said when null.</param>
    /// <param name="at">Id of the part of the sheet that was touched, where the page then says so.</param>
    protected Task<IActionResult> RecordTogetherAsync(IReadOnlyList<EntryBody> bodies, string said, Known? known = null, string? at = null)
        => RecordDraftsAsync([.. bodies.Select((b, i) => new EntryDraft(b, known, Typed: i == 0 ? Form.Typed.Where(t => t.Value.Length is > 0 and <= MostTyped)
            .ToDictionary() : null))], said, at: at);

    /// <summary>Records several things that are known each in its own way, in one transaction.</summary>
    /// <param name="drafts">What.</param>
    /// <param name="said">What the page says afterwards.</param>
    /// <param name="then">Where to go; this sheet when null.</param>
    /// <param name="at">Id of the part of the sheet that was touched, where the page then says so.</param>
    protected Task<IActionResult> RecordDraftsAsync(IReadOnlyList<EntryDraft> drafts, string said, string? then = null, string? at = null)
        => AppendAsync([.. drafts.Select((d, i) => d with { Once = $"{_sent}-{i}" })], said, then ?? Back, null, at);

    /// <summary>What a touch changed and no more, where the page asked for that alone; null where it goes back to a whole sheet.</summary>
    protected virtual IActionResult? Changed => null;

    private async Task<IActionResult> AppendAsync(IReadOnlyList<EntryDraft> drafts, string said, string then, Author? second, string? at)
    {
        try
        {
            var job = await services.Jobs.AppendAsync(Id, User.Author(), second, drafts);
            await services.Knowing.KeepNewAsync(User.Author().Name);
            services.Gauge.Follow(job.Context);
            TempData["Said"] = said;
            // A touch records no form: what is half typed beside it stays.
            TempData["SavedForm"] = at is null ? Here : "";
            if (at is not null) (TempData[SavedAtKey], TempData[SavedEntryKey]) = (at, job.Record.Last.Hash);
            Job = job;
            return Changed ?? Redirect(then);
        }
        catch (RefusedException refused) { Form.Faults.Add(refused.Field, refused.Message); }
        catch (SentAgainException again)
        {
            // What was recorded may have come in while this was on its way.
            Job = (await services.Jobs.FindAsync(Id))!;
            AskAboutSentAgain(again.Recorded, drafts[0]);
        }
        Job = (await services.Jobs.FindAsync(Id))!;
        return Refused();
    }

    // The first sending was recorded and its answer lost; what is sent now is something else. Only the person knows what it is.
    private void AskAboutSentAgain(Entry recorded, EntryDraft now)
    {
        var kind = CheckList.Kinds.Find(recorded.Kind)!;
        var was = $"{kind.Words(Job.Context, recorded)} ({kind.Title.ToLowerInvariant()}) was recorded at {Times.Hour(recorded.At)} when this form was "
            + $"first sent.";
        if (kind.Correction == Correction.ByNewEntry && kind.BodyType == now.Body.GetType() && Job.Record.Stands(recorded))
        {
            Corrects = recorded;
            Form.Suggest("reason", "first sent with another value");
            Form.Faults.Add("", $"{was} Is what you send now its correction? Then give the reason and send it.");
        }
        else Form.Faults.Add("", $"{was} What you send now is another; send it once more to record it as well.");
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
        var reason = Text("accept_reason");
        if (reason.Length == 0) Form.Faults.Add("accept_reason", "Say why it will do.");
        PrepareForm();
        return await RecordAsync(new Accepted(entry, reason), "Taken under your name.");
    }

    /// <summary>Looks again at what counts as told, and finds it as it was; shared by every sheet, since hold points ask on each of them.</summary>
    public async Task<IActionResult> OnPostAgainAsync(string entry)
    {
        PrepareForm();
        return await RecordAsync(new LookedAgain(entry), "Looked at again: as it was.", (Known.Seen, ""), at: AgainId);
    }

    /// <summary>Answers a question by a touch; shared by every sheet, since hold points ask on each of them.</summary>
    public async Task<IActionResult> OnPostLookAsync(string question, string answer, int turbo, string? because)
    {
        var asked = CheckList.FindQuestion(question);
        PrepareForm();
        Form[$"look.{question}.{turbo}.{answer}"] = because ?? "";
        return await RecordAsync(new Looked(turbo, question, answer, (because ?? "").Trim()), $"{asked?.Title}: saved.",
            (asked?.Find(answer)?.Known ?? Known.Seen, ""), answers: Saw,
            at: QuestionView.IdOf(question, turbo));
    }

    /// <summary>Says that a caution was read.</summary>
    public async Task<IActionResult> OnPostCautionAsync(string act)
    {
        PrepareForm();
        return await RecordAsync(new Core.Commissioning.CautionRead(act), "");
    }

    /// <summary>Takes back an act that never happened.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(string entry, string? at)
    {
        var why = Text("why");
        if (why.Length == 0) Form.Faults.Add("why", "Say why it is taken back.");
        PrepareForm();
        return await RecordAsync(new TakenBack(entry, why), at is null ? "Taken back; it stays in the record and counts for nothing." : "Taken back.", at: at);
    }

    /// <summary>Fills the form before it is shown beside another action's fault.</summary>
    protected virtual void PrepareForm() { }
}

/// <summary>Addresses of sheets.</summary>
public static class SheetLinks
{
    /// <summary>The address of a sheet; sheets of one turbo end in its number.</summary>
    public static string Url(string job, string sheet, int turbo = 0) => sheet == "limits" ? "/limits"
        : CheckList.Find(sheet) is { PerTurbo: true } ? $"/jobs/{job}/{sheet}/{Math.Max(1, turbo)}" : $"/jobs/{job}/{sheet}";
}
