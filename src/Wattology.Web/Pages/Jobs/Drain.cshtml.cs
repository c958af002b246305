using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The drain, segment by segment.</summary>
public sealed class DrainModel(SheetServices services) : ReadingSheetModel<DrainReading>(services, "drain", "The drain is recorded.")
{
    private const int FewestRows = 2;
    private const double HotTempC = 90;
    private const double AssumedGalleryKpa = 300;

    /// <summary>How many segments the form shows.</summary>
    public int SegmentRows => RowsShown("input.segments", FewestRows);

    /// <summary>Where the suggested flow comes from.</summary>
    public string FlowHint => LastCatch is null ? "The maker's figure, or an estimate; about 1 to 3 l/min hot on a car or van."
        : $"Estimate: this job's feed line, {Units.ShowPressure(AssumedGalleryKpa)} at {Units.ShowTemperature(HotTempC)} and a usual plain bearing, assumed. "
        + $"The maker's figure wins.";

    private CatchTestReading? LastCatch => Job.Record.LatestOf<CatchTestReading>(Turbo)?.Body;

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        SuggestFromLatest();
        Form.Suggest(OilGradeField.Name, LastCatch is { } c && OilGrades.Typical.ContainsKey(c.Grade) ? c.Grade : "5W-30");
        Form.Suggest("input.oil_temp_c", Units.ShowTemperature(HotTempC));
        if (LastCatch is { } feed)
        {
            var hot = OilFeed.Compute(new OilFeedInput(feed.Input.Oil, HotTempC, AssumedGalleryKpa, feed.Input.Line, feed.Input.RestrictorMm,
                feed.Input.RestrictorLengthMm, Bearing.UsualPlain));
            if (hot.FlowLpm > 0) Form.Suggest("input.flow_lpm", Units.Show(hot.FlowLpm, Measure.Flow));
        }
        if (Job.Record.Latest<CrankcaseReading>()?.Body.PressureKpa is > 0 and { } kpa) Form.Suggest("input.crankcase_kpa", Units.ShowPressure(kpa));
        Form.Suggest("known", "measured");
    }
}
