using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Priming: one step at a time by the job's school, cranked in timed bursts, pressure seen.</summary>
public sealed class PrimeModel(SheetServices services, TimeProvider clock) : LiveSheetModel(services)
{
    /// <summary>In the demo nobody waits for a starter that is not there: its clock is turned on instead.</summary>
    public bool ClockTurns => clock is FasterClock;

    /// <inheritdoc/>
    public override string Sheet => "prime";

    /// <inheritdoc/>
    public override string Title => "Prime";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Crank;

    /// <inheritdoc/>
    public override string PointTitle => "Before cranking";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(Oiled), typeof(PrimeChosen), typeof(PrimeVolumes), typeof(PressureRead)];

    /// <summary>Cranking so far.</summary>
    public Cranking Cranking => Cranking.Of(Job.Context);

    /// <inheritdoc/>
    public override Entry? Turning => Cranking.Running;

    /// <summary>What is disabled and not back yet.</summary>
    public IReadOnlyList<Disabled> Disabled => Firing.Open(Job.Record);

    /// <inheritdoc/>
    public override bool OwnsScreen => Cranking is { Running: not null } or { NoPressureStop: true };

    /// <summary>The question that says what it is cranked for.</summary>
    public QuestionView Purpose => new(this, Bursts.Purpose, 0);

    /// <summary>The question whether everybody is clear.</summary>
    public QuestionView Clear => new(this, Bursts.Clear, 0);

    /// <summary>Whether it is cranked to prime.</summary>
    public bool ToPrime => Bursts.IsToPrime(Job.Context);

    /// <summary>The way this job is primed.</summary>
    public PrimePath Path => field ??= PrimePath.Of(Job);

    /// <summary>Why it is primed so, where it is not the shop's usual way.</summary>
    public string ChosenWhy => PrimeChosen.On(Job.Context).Why;

    /// <summary>The step that stands on the screen: asked for by name, or where something was wrong, or the first not done; null when all are.</summary>
    public PrimeStep? At => field ??= Path.Steps.FirstOrDefault(s => s.Id == _asked) ?? AtFault ?? Path.Next;

    private PrimeStep? AtFault => !Request.HasFormContentType ? null : Request.Query["handler"].ToString() switch
    {
        "Look" => Path.Steps.FirstOrDefault(s => s.Question is { } question && question.Id == Request.Form["question"]
            && (s.Turbo == 0 || s.Turbo.ToString(CultureInfo.InvariantCulture) == Request.Form["turbo"])),
        "Pressure" or "Burst" or "Pass" => Path.Steps.FirstOrDefault(s => s.Act is PrimeAct.Crank or PrimeAct.Pressure),
        _ => null,
    };

    /// <summary>The step that stands there wants another purpose than was said: that is asked on it.</summary>
    public bool AsksPurpose => At is { Act: PrimeAct.Clear, Id: var id } && Path.Method is not null && (id == "clear" ? !ToPrime || Purpose.State.Answer is null
        : Purpose.State.Answer?.Id != Bursts.ToCatch);

    /// <summary>A step's number on the path, from 1.</summary>
    public int Number(PrimeStep step) => 1 + Path.Steps.TakeWhile(s => s.Id != step.Id).Count();

    /// <summary>Where a question of a step before was just answered: it is said, and can be taken back, although the next step stands there.</summary>
    public string? SavedBefore => Path.Steps.Where(s => s.Id != At?.Id && s.Question is not null).Select(s => QuestionView.IdOf(s.Question!.Id, s.Turbo))
        .Concat(At?.Act == PrimeAct.Clear ? AsksPurpose ? [] : [Purpose.Id] : [Purpose.Id, Clear.Id]).FirstOrDefault(IsSavedAt);

    /// <summary>Who gives the call and who stops it, where someone is at the engine; null where nobody is.</summary>
    public string? SomeoneUnder => Clear.State is { Answer.Id: Bursts.SomeoneUnder, Noted: { } noted } ? noted.Body.Because : null;

    /// <summary>How long the feed stood open, h; null where it was not opened.</summary>
    public double? HoursOpen => PrimeNeed.HoursOpen(Job.Context);

    /// <summary>What a disabled thing takes, in words.</summary>
    public static string Takes(Disabled item) => (item.Fuel, item.Spark) switch
    {
        (true, true) => "(fuel and spark)",
        (true, false) => "(fuel)",
        (false, true) => "(spark)",
        _ => "(neither)",
    };

    /// <summary>Whether a thing is ticked as taking fuel, or spark.</summary>
    public bool Ticked(string list, string item) => Typed(list).Contains(item);

    /// <summary>What is typed beside the usual things.</summary>
    public string Other(string list) => Typed(list).FirstOrDefault(t => !Firing.Usual(Job.Machine.Fuel, list == "fuel").Contains(t)) ?? "";

    private IEnumerable<string> Typed(string list) => Form.Typed.Where(t => t.Key.StartsWith(list + ".", StringComparison.Ordinal)).Select(t => t.Value);

    /// <summary>The time on the server from which something has lasted, in ms, as the browser's timer counts it.</summary>
    public long Since(Entry entry) => Now.ToUnixTimeMilliseconds() - (long)(1000 * Job.Context.SecondsSince(entry));

    /// <summary>Shows the sheet; after pressure was seen its form asks what showed.</summary>
    /// <param name="step">A step to stand at; the next one when null.</param>
    public void OnGet(string? step)
    {
        _asked = step;
        PrepareForm();
        if (Job.Record.Latest<PrimeVolumes>() is { } noted) Fill(noted.Body, TypedOf(noted.Entry));
        // What the job's own catch test measured is measured.
        else if (Job.Record.Latest<CatchTestReading>() is { Body.Input.Line: var line, Outcome: CatchTestOutcome caught })
            Fill(new PrimeVolumes(line.IdMm, line.LengthMm, Math.Round(caught.Result.MeanLpm, 2)));
    }

    /// <summary>Chooses another way of priming for this job.</summary>
    public Task<IActionResult> OnPostChooseAsync([Typed] PrimeChosen? chosen) => PreparedAsync(chosen, "Chosen for this job.");

    /// <summary>Records what was disabled.</summary>
    public Task<IActionResult> OnPostDisableAsync([Typed] FiringTaken? taken) => PreparedAsync(taken, "Recorded: the engine cannot fire.", "unable");

    /// <summary>Records that one thing is back.</summary>
    public Task<IActionResult> OnPostRestoreAsync(string item) => PreparedAsync(new FiringRestored(item), $"{item} is back.", "unable");

    /// <summary>Records a turbo oiled.</summary>
    public Task<IActionResult> OnPostOiledAsync([Typed] Oiled? oiled)
        // Why the job differs was said when its way was chosen; it is not asked again at each turbo.
        => PreparedAsync(oiled is { Why: "" } && PrimeChosen.On(Job.Context) is var (way, why) && way == oiled.Method ? oiled with { Why = why } : oiled,
            "Recorded. Now turn the wheel by hand.", $"oil-{Request.Form["turbo"]}");

    /// <summary>Records what must fill, and how long that takes.</summary>
    public async Task<IActionResult> OnPostVolumesAsync([Typed] PrimeVolumes? volumes)
    {
        _asked = "crank";
        var known = JsonForm.ValueOf<Known>(Text("volumes_known"));
        if (known is null) Form.Faults.Add("volumes_known", "Say how you know the volumes.");
        PrepareForm();
        return await RecordAsync(volumes, "Worked out.", known is { } how ? (how, "by volume") : null);
    }

    /// <summary>A burst begins; its time counts from the entry, whatever happens to the page meanwhile.</summary>
    public Task<IActionResult> OnPostBurstAsync() => PreparedAsync(new BurstStarted(), "");

    /// <summary>The rest is over: the demo's clock is turned on by as much as is owed.</summary>
    public IActionResult OnPostRestOver()
    {
        PrepareForm();
        if (clock is not FasterClock turned)
        {
            Form.Faults.Add("", "A starter rests as long as it rests: only a demo's clock is turned on.");
            return Refused();
        }
        turned.Turn(TimeSpan.FromSeconds(Cranking.RestLeft));
        return LocalRedirect(Here);
    }

    /// <summary>The burst ends; what was seen meanwhile is asked next.</summary>
    public async Task<IActionResult> OnPostEndAsync(string? seen)
    {
        PrepareForm();
        var said = seen switch { "pressure" => "Stopped. What showed it, and how much?", "none" => "Stopped: no pressure in this burst.", _ => "" };
        var then = seen == "pressure" ? $"{Here}?seen=pressure" : Here;
        if (Turning is not { } burst || await TraceDraftAsync(burst) is not { } trace) return await RecordAsync(new CrankEnded(), said, then: then);
        // What the box read in this burst is recorded with its end: nothing is typed.
        if (!BoxReads || !ToPrime || Gauge.PressureIn(burst) is not { } kpa) return await RecordDraftsAsync([new EntryDraft(new CrankEnded()), trace], said,
            then);
        return await RecordDraftsAsync([new EntryDraft(new CrankEnded()), new EntryDraft(new PressureRead(PressureBy.DirectGauge, Math.Round(kpa, 1),
            Simulated: Simulated), Known.Measured, BoxName), trace], $"Stopped. {BoxName} read {Units.ShowPressure(kpa)}.", Here);
    }

    /// <summary>The volumes just sent were refused: their boxes stand open.</summary>
    public bool VolumesWrong => Request.Query["handler"] == "Volumes" && !Form.Faults.None;

    private string? _asked;

    private Task<IActionResult> PreparedAsync(EntryBody? body, string said, string? step = null)
    {
        _asked = step;
        PrepareForm();
        return RecordAsync(body, said);
    }

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        base.PrepareForm();
        Form.Suggest("method", JsonForm.WordOf(PrimeChosen.On(Job.Context).Method));
    }
}
