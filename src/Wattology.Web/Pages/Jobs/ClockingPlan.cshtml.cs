using Microsoft.AspNetCore.Mvc;
using Wattology.Core.BookIn;
using Wattology.Core.Clocking;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.LooseEnds;
using Wattology.Core.Measures;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The clocking bench: three rings as received, wanted and installed in one dial, what is in the way, and the plan in words.</summary>
public sealed class ClockingPlanModel(SheetServices services) : ReadingSheetModel<ClockingPlanned>(services, "clocking", "The plan is recorded.")
{
    private const int FewestArcs = 2;

    /// <summary>The id of the part of the sheet in which a fit is recorded.</summary>
    public const string FitPart = "rings-fit";

    private ClockingPlanned? _plan;

    /// <inheritdoc/>
    public override string Title => Named("Clocking bench");

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/clocking-plan/{Turbo}";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [.. base.Records, typeof(RingsFitted)];

    /// <summary>To maker's spec: nothing is turned.</summary>
    public bool Sealed => Job.Machine.Kind == JobKind.MakersSpec;

    /// <summary>How many arcs the form shows.</summary>
    public int ArcRows => RowsShown("plan.forbidden", FewestArcs);

    /// <summary>How many ways of standing the form shows.</summary>
    public int AttitudeRows => RowsShown("plan.attitudes", 1);

    /// <summary>The dial is seen from the turbine end.</summary>
    public bool FromTurbine => (Request.HasFormContentType ? Request.Form["seen_from"].ToString() : Request.Query["seen_from"].ToString()) == "turbine";

    /// <summary>The plan typed in full, or else recorded last.</summary>
    public ClockingPlanned? Plan => _plan ?? Latest?.Body;

    /// <summary>What it comes to; null without one.</summary>
    public ClockingPlanResult? Result => field ??= Plan is { } plan ? ClockingPlan.Compute(plan.Plan) : null;

    /// <summary>The rings as they were fitted last.</summary>
    public Noted<RingsFitted>? Fitted => Job.Record.LatestOf<RingsFitted>(Turbo);

    /// <summary>Loose ends of the plan that are not open yet.</summary>
    public IReadOnlyList<string> ToOpen => [.. (Result?.Steps ?? []).Select(s => s.Opens).Where(o => o.Length > 0)
        .Select(o => Job.Machine.Named(o, Turbo)).Except(LooseEndRegister.Open(Job.Context).Select(l => l.Words.Split(", ", 2)[^1]))];

    private double? Deg(string field) => TypedValue.Read(Form[field], Quantity.Of(Measure.Angle)).Value;

    private double DrainOffset => Deg("plan.drain_offset_deg") ?? Plan?.Plan.DrainOffsetDeg ?? 180;

    /// <summary>The dial as it stands.</summary>
    public string Draw()
    {
        var typed = (Deg("plan.received.turbine_inlet_deg"), Deg("plan.received.oil_inlet_deg"), Deg("plan.received.outlet_deg"));
        var offset = DrainOffset;
        var arcs = _plan?.Plan.Forbidden ?? Arcs();
        return new ClockingDrawing(new(FromTurbine), ClockingDial.Ports(typed, offset, fields: MayRecord),
            Result?.Wanted is { } w ? ClockingDial.Ports((w.TurbineInletDeg, w.OilInletDeg, w.OutletDeg), offset) : [],
            Fitted?.Body.Rings is { } f ? ClockingDial.Ports((f.TurbineInletDeg, f.OilInletDeg, f.OutletDeg), offset) : [],
            arcs, [.. (Result?.Window ?? []).Select(i => new AngleInterval(i.FromDeg + offset, i.ToDeg + offset))]).Render();
    }

    private List<ForbiddenArc> Arcs() => [.. Enumerable.Range(0, ArcRows).Select(i => (What: Form[$"plan.forbidden.{i}.what"],
        From: Deg($"plan.forbidden.{i}.from_deg"), To: Deg($"plan.forbidden.{i}.to_deg"))).Where(a => a.From is not null && a.To is not null)
        .Select(a => new ForbiddenArc(a.What, 0, a.From!.Value, a.To!.Value))];

    /// <inheritdoc/>
    public override (string Partial, object Model)? BenchDrawn => ("_ClockingDial", this);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
    {
        _plan = preview.Body as ClockingPlanned;
        return ("_ClockingSteps", this);
    }

    /// <summary>Begins to work by the plan: opens the loose ends it leaves.</summary>
    public async Task<IActionResult> OnPostBeginAsync()
        => await RecordAnswersAsync([.. ToOpen.Select(o => new EntryDraft(new LooseEndOpened(LooseKind.FixingsSlack, o)))], "loose end");

    /// <summary>Records how the rings stand on the machine, on trial or for good.</summary>
    public async Task<IActionResult> OnPostFitAsync([Typed] RingsFitted? fitted)
        => await RecordAsync(fitted, "The fit is recorded.", await ReadKnownAsync(), at: FitPart);

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered =>
    [
        ("plan.turbine.held", "Say how the turbine housing is held."), ("plan.compressor.held", "Say how the compressor housing is held."),
    ];

    /// <inheritdoc/>
    protected override void PrepareForm() => SuggestPart(_ => true);
}
