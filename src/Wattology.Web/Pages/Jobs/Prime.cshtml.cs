using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Evidence;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Core.Priming;
using Wattology.Data.Evidence;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Priming: unable to fire, oiled, cranked in timed bursts, pressure seen.</summary>
public sealed class PrimeModel(JobStore jobs, TimeProvider clock) : GateSheetModel(jobs, clock)
{
    public override string Sheet => "prime";

    public override string Title => "Prime";

    public override GateKind Kind => GateKind.Crank;

    public override string GateTitle => "Before cranking";

    /// <summary>Cranking so far.</summary>
    public CrankLog Log => CrankLog.Of(View.State, View.Limits);

    public IReadOnlyList<string> StillDisabled => Firing.StillDisabled(View.State);

    public override bool OwnsScreen => Log is { RunningSince: not null } or { NoPressureStop: true };

    /// <summary>What is usually disabled on this engine.</summary>
    public IReadOnlyList<string> UsualItems => View.Job.Fuel == Fuel.Petrol ? ["Fuel pump relay", "Injector connectors", "Ignition coil connector", "Crank sensor connector"]
        : ["Fuel shut-off connector", "Injection fuse", "Crank sensor connector"];

    public IEnumerable<KeyValuePair<string, string>> FiringChoices => View.Job.Fuel == Fuel.Petrol
        ? Choice.Of((FiringMethod.FuelAndSpark, "fuel and spark"), (FiringMethod.Fuel, "fuel only"), (FiringMethod.Spark, "spark only")) : Choice.Of((FiringMethod.Fuel, "fuel"));

    public bool Ticked(string item) => Typed.Contains(item);

    public string OtherItem => Typed.FirstOrDefault(t => !UsualItems.Contains(t)) ?? "";

    private IEnumerable<string> Typed => Form.Typed.Where(t => t.Key.StartsWith("items.", StringComparison.Ordinal)).Select(t => t.Value);

    public void OnGet() => PrepareForm();

    public async Task<IActionResult> OnPostDisableAsync()
    {
        var disabled = Reader().Read<FiringDisabled>();
        disabled?.CheckFor(View.Job.Fuel, Form.Faults);
        PrepareForm();
        return await RecordAsync(disabled, "Recorded: the engine cannot fire.");
    }

    public async Task<IActionResult> OnPostRestoreAsync(string item)
    {
        PrepareForm();
        return await RecordAsync(new FiringRestored(item), $"{item} is back.", refuse: v => Firing.StillDisabled(v.State).Contains(item) ? CrankLog.Of(v.State, v.Limits).RunningSince is null ? null : "The engine is being cranked." : $"{item} is not recorded as disabled.");
    }

    public async Task<IActionResult> OnPostPrimeAsync()
    {
        var primed = Reader().Read<Primed>();
        if (primed is not null && primed.Unit > View.Job.Turbos) Form.Faults.Add("unit", "This job has one turbo.");
        PrepareForm();
        return await RecordAsync(primed, primed?.WheelFree == false ? "Recorded: the wheel does not turn freely. Find out why before cranking." : "Recorded.", (How.ByFeel, ""));
    }

    public async Task<IActionResult> OnPostBurstAsync()
    {
        PrepareForm();
        return await RecordAsync(new BurstStarted(), "", refuse: v =>
            CrankLog.Of(v.State, v.Limits).Refusal(Now) ?? (IsFree(v.Gate(Kind)) ? null : $"Before cranking: {v.Gate(Kind).Open[0].Text.ToLowerInvariant()}."));
    }

    public async Task<IActionResult> OnPostEndAsync()
    {
        PrepareForm();
        // The time counts from the entry that began the burst, whatever happened to the page meanwhile.
        return Log.RunningSince is { } since
            ? await RecordAsync(new BurstEnded(Math.Round((Now - since).TotalSeconds, 1)), "", refuse: v => CrankLog.Of(v.State, v.Limits).RunningSince is null ? "The burst was stopped already." : null)
            : Redirect(Here);
    }

    public async Task<IActionResult> OnPostPressureAsync()
    {
        var reader = Reader();
        if (reader.Text("seen").Length == 0) Form.Faults.Add("seen", "Say whether pressure was seen.");
        var noted = reader.Read<PressureNoted>();
        var how = ReadHow(reader);
        PrepareForm();
        return await RecordAsync(noted, noted is { Seen: true, Proves: false } ? "Recorded, but it proves nothing: the lamp must have been seen lit at key-on, with its switch connected." : noted?.Seen == false ? "Recorded: no pressure." : "Oil pressure is proved.", how);
    }

    protected override void PrepareForm()
    {
        Form.Suggest("taken", Core.Calculations.InputReader.WordOf(View.Job.Fuel == Fuel.Petrol ? FiringMethod.FuelAndSpark : FiringMethod.Fuel));
        Form.Suggest("method", Core.Calculations.InputReader.WordOf(Primed.Default));
        Form.Suggest("unit", View.Job.Units.FirstOrDefault(u => View.State.Latest<Primed>(p => p.Unit == u) is null, 1).ToString(System.Globalization.CultureInfo.InvariantCulture));
        Form.Suggest("how", "by-instrument");
        Form.Suggest("by", "direct-gauge");
    }
}
