using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Priming;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The first start: hold point, firing, pressure in time, idle, joints, and what the run showed.</summary>
public sealed class StartModel(SheetServices services) : HoldPointSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "start";

    /// <inheritdoc/>
    public override string Title => "First start";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Start;

    /// <inheritdoc/>
    public override string PointTitle => "First start";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(PressureNoted)];

    /// <summary>Runs so far.</summary>
    public EngineRuns Runs => EngineRuns.Of(Job.Context);

    /// <inheritdoc/>
    public override bool OwnsScreen => Runs is { NoPressureStop: true } or { RunningSince: not null, Pressure: null };

    /// <summary>The entry that fired the running engine.</summary>
    public Entry? FiredEntry => Job.Record.Latest<Fired>()?.Entry;

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>The entry that says what a joint looks like.</summary>
    public Noted<JointLooked>? Looked(string joint) => Job.Record.Latest<JointLooked>(j => j.Joint == joint);

    /// <summary>What stands for a joint: just typed, or recorded.</summary>
    public JointState? StateOf(string joint) => JsonForm.ValueOf<JointState>(Form["joint." + joint]) ?? Looked(joint)?.Body.State;

    /// <summary>The engine fired; its time counts from the entry.</summary>
    public Task<IActionResult> OnPostFireAsync() => RecordAsync(new Fired(), "");

    /// <summary>Pressure showed.</summary>
    public Task<IActionResult> OnPostSeenAsync() => RecordAsync(new PressureAfterFiring(), "");

    /// <summary>The engine stands.</summary>
    public Task<IActionResult> OnPostStopAsync() => RecordAsync(new EngineStopped(), "");

    /// <summary>A direct gauge clears a stop.</summary>
    public async Task<IActionResult> OnPostPressureAsync([Typed] PressureNoted? noted) => await RecordAsync(noted, "Oil pressure is proved.", ReadKnown());

    /// <summary>Records the joints that were touched.</summary>
    public async Task<IActionResult> OnPostJointsAsync()
    {
        var changed = new List<EntryDraft>();
        foreach (var joint in Joints.For(Job.Machine))
        {
            var (answer, saw) = (JsonForm.ValueOf<JointState>(Text("joint." + joint.Id)), Text("saw." + joint.Id));
            if (answer is { } now && (saw.Length == 0 || Job.Record.Find(saw) is not { } seen || Job.Record.Read<JointLooked>(seen).Body.State != now))
                changed.Add(new EntryDraft(new JointLooked(joint.Id, now), Known.Seen, Answers: saw));
        }
        PrepareForm();
        return await RecordAnswersAsync(changed, "joint", Here + "?joints");
    }

    /// <summary>Records what the run showed.</summary>
    public async Task<IActionResult> OnPostCheckAsync([Typed] RunChecked? check)
    {
        if (Text("codes_clear").Length == 0) Form.Faults.Add("codes_clear", "Say whether codes are stored.");
        PrepareForm();
        return await RecordAsync(check, "Recorded.", (Known.Seen, ""));
    }
}
