using Microsoft.AspNetCore.Mvc;
using Wattology.Core.BookIn;
using Wattology.Core.Clocking;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.LooseEnds;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The clocking bench: three rings as received, wanted and installed in one dial, what is in the way, and the plan in words.</summary>
public sealed class ClockingPlanModel(SheetServices services) : DialSheetModel<ClockingPlanned>(services, "The plan is recorded.")
{
    private const int FewestArcs = 2;

    private ClockingPlanned? _plan;

    /// <inheritdoc/>
    public override string Title => Named("Clocking bench");

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/clocking-plan/{Turbo}";

    /// <summary>To maker's spec: nothing is turned.</summary>
    public bool Sealed => Job.Machine.Kind == JobKind.MakersSpec;

    /// <summary>How many arcs the form shows.</summary>
    public int ArcRows => RowsShown("plan.forbidden", FewestArcs);

    /// <summary>How many ways of standing the form shows.</summary>
    public int AttitudeRows => RowsShown("plan.attitudes", 1);

    /// <summary>The plan typed in full, or else recorded last.</summary>
    public ClockingPlanned? Plan => _plan ?? Latest?.Body;

    /// <summary>What it comes to; null without one.</summary>
    public ClockingPlanResult? Result => field ??= Plan is { } plan ? ClockingPlan.Compute(plan.Plan) : null;

    /// <summary>The rings as they were fitted last.</summary>
    public Noted<RingsFitted>? Fitted => Job.Record.LatestOf<RingsFitted>(Turbo);

    /// <summary>Loose ends of the plan that are not open yet.</summary>
    public IReadOnlyList<string> ToOpen => [.. (Result?.Steps ?? []).Select(s => s.Opens).Where(o => o.Length > 0)
        .Select(o => Job.Machine.Named(o, Turbo)).Except(LooseEndRegister.Open(Job.Context).Select(l => l.Words.Split(", ", 2)[^1]))];

    /// <summary>What turning undoes, and is looked at again after it.</summary>
    public IReadOnlyList<string> Undoes => [.. CheckList.UndoneBy(ClockingReading.KindName), "oil pressure, proved again"];

    /// <summary>Which way water should go; null on a unit without any, or while the oil inlet is not known.</summary>
    public string? WaterWords => Job.Machine.WaterCooled && Result?.Wanted is { } wanted && Plan is { Plan: var plan } ? WaterPorts.Of(new(wanted.OilInletDeg,
        plan.HeadingDeg, plan.CompressorUpDeg, plan.DrainOffsetDeg, plan.Attitudes)).Words : null;

    /// <inheritdoc/>
    protected override ClockingDrawing Dial()
    {
        var typed = (Turbine: Deg("plan.received.turbine_inlet_deg"), Oil: Deg("plan.received.oil_inlet_deg"), Outlet: Deg("plan.received.outlet_deg"));
        var offset = Deg("plan.drain_offset_deg") ?? Plan?.Plan.DrainOffsetDeg ?? 180;
        var fields = MayRecord ? new DialFields("plan.received.turbine_inlet_deg", "plan.received.oil_inlet_deg", "plan.received.outlet_deg") : null;
        return new(new(FromTurbine))
        {
            Stands =
            [
                DialStand.Installed(Fitted?.Body.Rings is { } f ? ClockingDial.Ports((f.TurbineInletDeg, f.OilInletDeg, f.OutletDeg), offset) : []),
                DialStand.Received(ClockingDial.Ports(typed, offset, fields)),
                DialStand.Wanted(Result?.Wanted is { } w ? ClockingDial.Ports((w.TurbineInletDeg, w.OilInletDeg, w.OutletDeg), offset) : []),
            ],
            Boxes = ClockingDial.PlanBoxes, Fields = fields, Forbidden = _plan?.Plan.Forbidden ?? Arcs(), DrainOffsetDeg = offset,
            Water = Job.Machine.WaterCooled,
            OilDeg = Fitted?.Body.Rings.OilInletDeg ?? typed.Oil,
            Window = [.. (Result?.Window ?? []).Select(i => new AngleInterval(i.FromDeg + offset, i.ToDeg + offset))],
        };
    }

    private List<ForbiddenArc> Arcs() => [.. Enumerable.Range(0, ArcRows).Select(i => (What: Form[$"plan.forbidden.{i}.what"],
        Of: Deg($"plan.forbidden.{i}.part_offset_deg"), From: Deg($"plan.forbidden.{i}.from_deg"), To: Deg($"plan.forbidden.{i}.to_deg")))
        .Where(a => a.From is not null && a.To is not null).Select(a => new ForbiddenArc(a.What, a.Of ?? 0, a.From!.Value, a.To!.Value))];

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
    {
        _plan = preview.Body as ClockingPlanned;
        return ("_ClockingSteps", this);
    }

    /// <summary>Begins to work by the plan: opens the loose ends it leaves.</summary>
    public async Task<IActionResult> OnPostBeginAsync()
        => await RecordAnswersAsync([.. ToOpen.Select(o => new EntryDraft(new LooseEndOpened(LooseKind.FixingsSlack, o)))], "loose end");

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered =>
    [
        ("plan.turbine.held", "Say how the turbine housing is held."), ("plan.compressor.held", "Say how the compressor housing is held."),
    ];

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        SuggestPart(_ => true);
        Form.Suggest("plan.school", Job.Context.Schools.Choose(ClockingLimits.Where).Choice.Id);
    }
}
