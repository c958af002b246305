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

    /// <summary>What is known of the flow, beside the box.</summary>
    public string FlowHint => LastCatch is not { } feed ? "The maker's figure, or an estimate; about 1 to 3 l/min hot on a car or van."
        : $"An estimate for this job's feed line, {Units.ShowPressure(AssumedGalleryKpa)} at {Units.ShowTemperature(HotTempC)} and a usual plain bearing: "
        + $"{Units.Show(OilFeed.Compute(new OilFeedInput(feed.Input.Oil, HotTempC, AssumedGalleryKpa, feed.Input.Line, feed.Input.RestrictorMm,
            feed.Input.RestrictorLengthMm, Bearing.UsualPlain)).FlowLpm, Measure.Flow)}. The maker's figure wins.";

    private CatchTestReading? LastCatch => Job.Record.LatestOf<CatchTestReading>(Turbo)?.Body;

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("as_installed", "Say whether it was measured as installed, or is planned.")];

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        SuggestPart(f => f is "input.id_mm" or OilGradeField.Name || f.EndsWith(".length_mm", StringComparison.Ordinal));
        Form.Suggest(OilGradeField.Name, LastCatch is { } c && OilGrades.Typical.ContainsKey(c.Grade) ? c.Grade : "5W-30");
    }
}
