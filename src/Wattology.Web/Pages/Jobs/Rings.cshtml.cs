using Wattology.Core.Clocking;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Web.Drawing;

namespace Wattology.Web.Pages.Jobs;

/// <summary>How the rings stand on the machine, on trial or for good, on the dial beside what was planned.</summary>
public sealed class RingsModel(SheetServices services) : DialSheetModel<RingsFitted>(services, "The fit is recorded.")
{
    /// <inheritdoc/>
    public override string Title => Named("Rings, as fitted");

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/rings/{Turbo}";

    /// <summary>Every fit, the last ones first.</summary>
    public IReadOnlyList<Noted<RingsFitted>> Fits => [.. Job.Record.All<RingsFitted>().Where(r => r.Body.Turbo == Turbo).Reverse()];

    /// <inheritdoc/>
    protected override ClockingDrawing Dial()
    {
        var typed = (Turbine: Deg("rings.turbine_inlet_deg"), Oil: Deg("rings.oil_inlet_deg"), Outlet: Deg("rings.outlet_deg"));
        var offset = Planned?.Plan.DrainOffsetDeg ?? 180;
        var fields = MayRecord ? new DialFields("rings.turbine_inlet_deg", "rings.oil_inlet_deg", "rings.outlet_deg") : null;
        return new(new(FromTurbine))
        {
            Stands = [.. StandsOf(Planned), DialStand.Installed(ClockingDial.Ports(typed, offset, fields))], Boxes = ClockingDial.FitBoxes, Fields = fields,
            Forbidden = Planned?.Plan.Forbidden ?? [], OilDeg = typed.Oil, DrainOffsetDeg = offset, Water = Job.Machine.WaterCooled,
        };
    }

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("fit", "Say whether it is a trial, or for good.")];
}
