using Wattology.Core.Drawing;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Crank;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The oil supply: a timed catch, judged against a clean line.</summary>
public sealed class OilSupplyModel(SheetServices services) : ReadingSheetModel<CatchTestReading>(services, "oil-supply", "The catch test is recorded.")
{
    private const int FewestRows = 3;

    /// <summary>Whether something is recorded as disabled.</summary>
    public bool CannotFire => Bursts.WasSafe(Job.Context);

    /// <summary>How many runs the form shows.</summary>
    public int RunRows => RowsShown("input.runs", FewestRows);

    /// <summary>The chart of a catch test, by what it is judged by now.</summary>
    public SupplyChart ChartOf(CatchTestReading reading) => SupplyChart.Of(reading.Input, Job.Context.Limits.Choose(SupplyLimits.Ratio));

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview) => preview.Body is CatchTestReading reading
        ? ("_SupplyChart", (ChartOf(reading), (SheetModel)this)) : null;

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        // The line does not change between tests; only the catches do.
        if (Latest is { } last)
        {
            var filled = new FormState();
            new FormFill(filled, Units, Times).Into(last.Body, TypedOf(last.Entry));
            foreach (var field in new[] { "input.line.id_mm", "input.line.length_mm", "input.line.minor_k", "input.line.rise_mm" }) Form.Suggest(field,
                filled[field]);
            Form.Suggest(OilGradeField.Name, OilGradeField.ChoiceOf(last.Body.Grade));
        }
        if (Job.Record.LatestOf<RestrictorReading>(Turbo)?.Body is { Fitted: true, HoleMm: { } hole }) Form.Suggest("input.restrictor_mm",
            Units.ShowLength(hole));
        Form.Suggest(OilGradeField.Name, "5W-30");
    }
}
