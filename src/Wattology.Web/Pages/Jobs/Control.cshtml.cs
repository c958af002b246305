using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Actuator;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Web.Boards;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>What controls boost, on a drawing of it: flap, rod, canister, or the gear of the vanes.</summary>
public sealed class ControlModel(SheetServices services) : ReadingSheetModel<RodReading>(services, "control", "The rod's reading is recorded.")
{
    /// <summary>The id of the part of the sheet in which it is said that the rod was turned.</summary>
    public const string TurnedPart = "rod-turned";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(RodReading), typeof(RodTurned)];

    /// <inheritdoc/>
    public override BoardView LookBoard => field ??= new(this, Job.Machine.Control == BoostControl.ExternalWastegate ? ControlParts.External
        : ControlParts.Board, "control")
    {
        Figures = part => part.Id == "canister" && ControlCheck.HasCanister(Job.Context)
            ? ("_Rod", Found.Of<RodReading, RodOutcome>(Latest, (r, _) => Units.ShowPressure(r.StartKpa))) : null,
    };

    /// <summary>Settings are sealed: read, never set.</summary>
    public bool Sealed => ControlCheck.IsSealed(Job.Context);

    /// <summary>The rod was turned since it was read.</summary>
    public Noted<RodTurned>? TurnedSince => Job.Record.LatestOf<RodTurned>(Turbo) is { } turned && turned.Entry.Seq > (Latest?.Entry.Seq ?? -1) ? turned : null;

    /// <summary>The sweep recorded last.</summary>
    public Noted<SweepRead>? Swept => Job.Record.LatestOf<SweepRead>(Turbo);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
        => preview.Outcome is RodOutcome outcome ? ("_RodTurn", (outcome, Units)) : null;

    /// <summary>Records that the rod was turned.</summary>
    public async Task<IActionResult> OnPostTurnedAsync([Typed] RodTurned? turned) => await RecordAsync(turned, "Turned: read it again.", at: TurnedPart);

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("school", "Say how it is set.")];

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        SuggestPart(f => f is "school" or "rod_pitch_mm" or "travel_mm");
        Form.Suggest("school", Job.Context.Schools.Choose(RodReading.Set).Choice.Id);
    }
}
