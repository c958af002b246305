using Wattology.Core.Clocking;
using Wattology.Core.Entries;
using Wattology.Core.Measures;
using Wattology.Web.Drawing;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet with the clocking dial on it.</summary>
public interface IDialSheet
{
    /// <summary>The dial as it stands, drawn.</summary>
    string Draw();

    /// <summary>It is seen from the turbine end.</summary>
    bool FromTurbine { get; }
}

/// <summary>A sheet on which rings are turned on the clocking dial, and recorded.</summary>
/// <param name="services">What every sheet needs.</param>
/// <param name="recorded">What the page says afterwards.</param>
public abstract class DialSheetModel<TReading>(SheetServices services, string recorded)
    : ReadingSheetModel<TReading>(services, "clocking", recorded), IDialSheet
    where TReading : EntryBody
{
    /// <inheritdoc/>
    public bool FromTurbine => (Request.HasFormContentType ? Request.Form["seen_from"].ToString() : Request.Query["seen_from"].ToString()) == "turbine";

    /// <summary>The plan recorded last.</summary>
    public ClockingPlanned? Planned => Job.Record.LatestOf<ClockingPlanned>(Turbo)?.Body;

    /// <inheritdoc/>
    public override (string Partial, object Model)? BenchDrawn => ("_ClockingDial", this);

    /// <inheritdoc/>
    public string Draw() => Dial().Render();

    /// <summary>The dial as it stands.</summary>
    protected abstract ClockingDrawing Dial();

    /// <summary>An angle typed into a box; null while it is blank or wrong.</summary>
    protected double? Deg(string field) => TypedValue.Read(Form[field], Quantity.Of(Measure.Angle)).Value;

    /// <summary>The rings of the plan: as received and as wanted.</summary>
    /// <param name="plan">The plan; null without one.</param>
    protected static IEnumerable<DialStand> StandsOf(ClockingPlanned? plan)
    {
        if (plan is null) return [];
        IReadOnlyList<Core.Drawing.DialPort> Ports(RingAngles rings)
            => Core.Drawing.ClockingDial.Ports((rings.TurbineInletDeg, rings.OilInletDeg, rings.OutletDeg),
            plan.Plan.DrainOffsetDeg);
        return [DialStand.Received(Ports(plan.Plan.Received)), .. ClockingPlan.Compute(plan.Plan).Wanted is { } wanted ? [DialStand.Wanted(Ports(wanted))]
            : (DialStand[])[]];
    }
}
