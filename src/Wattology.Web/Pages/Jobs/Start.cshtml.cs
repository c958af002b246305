using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Joints;
using Wattology.Core.Priming;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The first start: hold point, firing, pressure in time, idle, and what stops it at once.</summary>
public sealed class StartModel(SheetServices services) : LiveSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "start";

    /// <inheritdoc/>
    public override string Title => "First start";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Start;

    /// <inheritdoc/>
    public override string PointTitle => "Before the first start";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(PressureRead), typeof(IdleChosen)];

    /// <summary>Runs so far.</summary>
    public EngineRuns Runs => EngineRuns.Of(Job.Context);

    /// <inheritdoc/>
    public override bool OwnsScreen => Runs is { NoPressureStop: true } or { MustStop: true } or { Running: not null, Pressure: null }
        or { Running: null, TroubleNow: not null };

    /// <inheritdoc/>
    public override Entry? Turning => Runs.Running;

    /// <summary>Whether the caution before firing was read on this job.</summary>
    public bool CautionIsRead => Job.Record.Latest<CautionRead>(c => c.Act == Fired.Kind.Name) is not null;

    /// <summary>The time on the server from which the run has lasted, in ms, as the browser's timer counts it.</summary>
    public long Since(Entry entry) => Now.ToUnixTimeMilliseconds() - (long)(1000 * Job.Context.SecondsSince(entry));

    /// <summary>A joint's name.</summary>
    public string TitleOf(string joint) => JointList.TitleOf(joint, Job.Machine.Turbos);

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        base.PrepareForm();
        Form.Suggest("fast", Job.Context.Schools.Choose(RunUnder.At).Choice.Id == "fast" ? "true" : "false");
    }

    /// <summary>The engine fired; its time counts from the entry.</summary>
    public Task<IActionResult> OnPostFireAsync() => RecordAsync(new Fired(), "");

    /// <summary>Pressure showed.</summary>
    /// <param name="box">It was the box that showed it; then it showed when the box read it.</param>
    public Task<IActionResult> OnPostSeenAsync(bool box)
    {
        // What was sent for the box is nobody's own eyes: where the box is gone meanwhile, it is not recorded as theirs.
        if (box && !BoxCounts) Form.Faults.Add("", "The gauge box does not read this job just now: say it by eye.");
        return box ? RecordAsync(new PressureShown(Simulated, Box.FirstSeconds), "", (Known.Measured, BoxName)) : RecordAsync(new PressureShown(), "");
    }

    /// <summary>The run ended.</summary>
    public async Task<IActionResult> OnPostStopAsync(string? how)
    {
        var ended = new RunEnded(JsonForm.ValueOf<RunEnd>(how ?? "") ?? RunEnd.Stopped);
        if (Turning is not { } run || await TraceDraftAsync(run) is not { } trace) return await RecordAsync(ended, "");
        // What the crankcase breathed in this run is recorded with its end: the unit that turns is the new one.
        var breath = BoxCounts && Gauge.BreathIn(run) is var (kpa, rpm) ? new EntryDraft(new CrankcaseReading(Math.Round(kpa, 2), Running.Idle, Math.Round(rpm),
            Simulated), Known.Measured, BoxName) : null;
        return await RecordDraftsAsync([new EntryDraft(ended), trace, .. breath is null ? Array.Empty<EntryDraft>() : [breath]], breath is null ? ""
            : "Stopped. The crankcase was read by the box.");
    }

    /// <summary>A leak is seen while the engine runs: the stop comes first, all else after.</summary>
    public Task<IActionResult> OnPostLeakAsync(string joint) => RecordAsync(new JointSeen(joint, JointState.Leaks), "", (Known.Seen, ""));

    /// <summary>Trouble is seen while the engine runs.</summary>
    public Task<IActionResult> OnPostTroubleAsync(string what) => RecordAsync(JsonForm.ValueOf<Trouble>(what) is { } trouble ? new TroubleSeen(trouble)
        : null, "");

    /// <summary>The tailpipe was looked at.</summary>
    public Task<IActionResult> OnPostSmokeAsync(string what) => RecordAsync(JsonForm.ValueOf<SmokeLook>(what) is { } look ? new SmokeNow(look) : null, "");

    /// <summary>Chooses how long this job idles.</summary>
    public Task<IActionResult> OnPostIdleAsync([Typed] IdleChosen? idle) => RecordAsync(idle, "Chosen for this job.");
}
