using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Calculations;
using Wattology.Core.Commissioning;
using Wattology.Core.Evidence;
using Wattology.Core.Gates;
using Wattology.Core.Priming;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Web.Identity;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The first start: gate, firing, pressure in time, idle, joints, and what the run showed.</summary>
public sealed class StartModel(JobStore jobs, TimeProvider clock) : GateSheetModel(jobs, clock)
{
    public override string Sheet => "start";

    public override string Title => "First start";

    public override GateKind Kind => GateKind.Start;

    public override string GateTitle => "First start gate";

    /// <summary>Runs so far.</summary>
    public RunLog Run => RunLog.Of(View.State, View.Limits);

    public override bool OwnsScreen => Run is { Stopped: true } or { RunningSince: not null, Pressure: null };

    public void OnGet() => PrepareForm();

    /// <summary>What stands for a joint: just typed, or recorded.</summary>
    public JointState? StateOf(string joint) => Form["joint." + joint] is { Length: > 0 } typed ? Enum.GetValues<JointState>().FirstOrDefault(s => InputReader.WordOf(s) == typed)
        : View.State.Latest<JointLooked>(j => j.Joint == joint)?.Body.State;

    public async Task<IActionResult> OnPostFireAsync()
    {
        return await RecordAsync(new Fired(), "", refuse: v => RunLog.Of(v.State, v.Limits) switch
        {
            { RunningSince: not null } => "The engine is running already.",
            _ => IsFree(v.Gate(Kind)) ? null : $"First start gate: {v.Gate(Kind).Open[0].Text.ToLowerInvariant()}.",
        });
    }

    public async Task<IActionResult> OnPostSeenAsync() => Run is { RunningSince: { } since, Pressure: null }
        ? await RecordAsync(new PressureAfterFiring(Math.Round((Now - since).TotalSeconds, 1)), "") : Redirect(Here);

    public async Task<IActionResult> OnPostStopAsync() => Run.RunningSince is { } since
        ? await RecordAsync(new EngineStopped(Math.Round((Now - since).TotalSeconds, 1)), "", refuse: v => RunLog.Of(v.State, v.Limits).RunningSince is null ? "The engine was stopped already." : null) : Redirect(Here);

    public async Task<IActionResult> OnPostPressureAsync()
    {
        var reader = Reader();
        var noted = reader.Read<PressureNoted>(new() { ["seen"] = true, ["by"] = InputReader.WordOf(PressureBy.DirectGauge), ["lamp_seen_lit"] = false, ["switch_connected"] = false });
        Form["how"] = InputReader.WordOf(How.ByInstrument);
        var instrument = reader.Text("instrument");
        if (instrument.Length == 0) Form.Faults.Add("instrument", "Name the gauge.");
        return await RecordAsync(noted, "Oil pressure is proved.", (How.ByInstrument, instrument));
    }

    public async Task<IActionResult> OnPostJointsAsync()
    {
        var reader = Reader();
        foreach (var joint in Joints.For(View.Job)) reader.Text("joint." + joint.Id);
        var changed = Joints.For(View.Job).Where(j => StateOf(j.Id) is { } now && now != View.State.Latest<JointLooked>(l => l.Joint == j.Id)?.Body.State)
            .Select(j => ((EntryBody)new JointLooked(j.Id, StateOf(j.Id)!.Value), How.ByEye)).ToArray();
        PrepareForm();
        return await RecordChangesAsync(changed, "joint", Here + "?joints");
    }

    public async Task<IActionResult> OnPostCheckAsync()
    {
        var reader = Reader();
        if (reader.Text("codes_clear").Length == 0) Form.Faults.Add("codes_clear", "Say whether codes are stored.");
        var check = reader.Read<RunChecked>();
        PrepareForm();
        return await RecordAsync(check, "Recorded.", (How.ByEye, ""));
    }

    protected override void PrepareForm()
    {
        if (Gate.Open.Count == 0) Form.Suggest("pass_reason", "All lines closed.");
    }
}
