using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Priming;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Priming: unable to fire, oiled, cranked in timed bursts, pressure seen.</summary>
public sealed class PrimeModel(SheetServices services) : HoldPointSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "prime";

    /// <inheritdoc/>
    public override string Title => "Prime";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Crank;

    /// <inheritdoc/>
    public override string PointTitle => "Before cranking";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(Primed), typeof(PressureNoted)];

    /// <summary>Cranking so far.</summary>
    public Cranking Cranking => Cranking.Of(Job.Context);

    /// <summary>The entry that began the latest burst.</summary>
    public Entry? StartedEntry => Job.Record.Latest<BurstStarted>()?.Entry;

    /// <summary>Disabled things that are not back yet.</summary>
    public IReadOnlyList<string> StillDisabled => Firing.StillDisabled(Job.Record);

    /// <inheritdoc/>
    public override bool OwnsScreen => Cranking is { RunningSince: not null } or { NoPressureStop: true };

    /// <summary>What is usually disabled on this engine.</summary>
    public IReadOnlyList<string> UsualItems => Job.Machine.Fuel == Fuel.Petrol
        ? ["Fuel pump relay", "Injector connectors", "Ignition coil connector", "Crank sensor connector"]
        : ["Fuel shut-off connector", "Injection fuse", "Crank sensor connector"];

    /// <summary>What may be taken away on this engine.</summary>
    public IEnumerable<KeyValuePair<string, string>> FiringChoices => Job.Machine.Fuel == Fuel.Petrol
        ? Choice.Of((FiringMethod.FuelAndSpark, "fuel and spark"), (FiringMethod.Fuel, "fuel only"), (FiringMethod.Spark, "spark only"))
        : Choice.Of((FiringMethod.Fuel, "fuel"));

    /// <summary>Whether an item is ticked.</summary>
    public bool Ticked(string item) => Typed.Contains(item);

    /// <summary>What is typed beside the usual items.</summary>
    public string OtherItem => Typed.FirstOrDefault(t => !UsualItems.Contains(t)) ?? "";

    private IEnumerable<string> Typed => Form.Typed.Where(t => t.Key.StartsWith("items.", StringComparison.Ordinal)).Select(t => t.Value);

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records what was disabled.</summary>
    public Task<IActionResult> OnPostDisableAsync([Typed] FiringDisabled? disabled) => PreparedAsync(disabled, "Recorded: the engine cannot fire.");

    /// <summary>Records that one thing is back.</summary>
    public Task<IActionResult> OnPostRestoreAsync(string item) => PreparedAsync(new FiringRestored(item), $"{item} is back.");

    /// <summary>Records a turbo oiled and turned.</summary>
    public Task<IActionResult> OnPostPrimeAsync([Typed] Primed? primed)
        => PreparedAsync(primed, primed?.WheelFree == false ? "Recorded: the wheel does not turn freely. Find out why before cranking."
        : "Recorded.", (Known.Felt, ""));

    /// <summary>A burst begins; its time counts from the entry, whatever happens to the page meanwhile.</summary>
    public Task<IActionResult> OnPostBurstAsync() => PreparedAsync(new BurstStarted(), "");

    /// <summary>The burst ends.</summary>
    public Task<IActionResult> OnPostEndAsync() => PreparedAsync(new BurstEnded(), "");

    /// <summary>Records oil pressure.</summary>
    public async Task<IActionResult> OnPostPressureAsync([Typed] PressureNoted? noted)
    {
        if (Text("seen").Length == 0) Form.Faults.Add("seen", "Say whether pressure was seen.");
        var known = ReadKnown();
        var said = noted is { Seen: true, Proves: false } ? "Recorded, but it proves nothing: the lamp must have been seen lit at key-on, with its "
            + "switch connected."
            : noted?.Seen == false ? "Recorded: no pressure." : "Oil pressure is proved.";
        return await PreparedAsync(noted, said, known);
    }

    private Task<IActionResult> PreparedAsync(EntryBody? body, string said, (Known? Known, string Instrument)? known = null)
    {
        PrepareForm();
        return RecordAsync(body, said, known);
    }

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        Form.Suggest("taken", JsonForm.WordOf(Job.Machine.Fuel == Fuel.Petrol ? FiringMethod.FuelAndSpark : FiringMethod.Fuel));
        Form.Suggest("method", JsonForm.WordOf(Primed.Default));
        Form.Suggest("turbo", Job.Machine.TurboNumbers.FirstOrDefault(t => Job.Record.LatestOf<Primed>(t) is null, 1).ToString(CultureInfo.InvariantCulture));
        Form.Suggest("known", "measured");
        Form.Suggest("by", "direct-gauge");
    }
}
