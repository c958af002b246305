using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.OilSupply;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The drain, segment by segment.</summary>
public sealed class DrainModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    private const int FewestRows = 2;
    private const double HotTempC = 90;
    private const double AssumedGalleryKpa = 300;

    /// <summary>What is typed beside the drain itself.</summary>
    private sealed record Beside(bool AsInstalled);

    public override string Sheet => "drain";

    public override string Title => View.Named("Drain", Unit);

    public int SegmentRows => RowsShown("segments", FewestRows);

    /// <summary>Where the suggested flow comes from.</summary>
    public string FlowHint => LastCatch is null ? "The maker's figure, or an estimate; about 1 to 3 l/min hot on a car or van."
        : $"Estimate: this job's feed line, {Units.ShowPressure(AssumedGalleryKpa)} at {Units.ShowTemperature(HotTempC)} and a usual plain bearing, assumed. The maker's figure wins.";

    private CatchTested? LastCatch => View.State.Latest<CatchTested>(c => c.Unit == Unit)?.Body;

    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var (grade, given) = OilForm.Read(reader, Form);
        var drain = reader.Read<DrainInput>(given);
        var beside = reader.Read<Beside>()!;
        if (Request.Form["add"] == "segments") return WithAnotherRow("segments");
        var how = ReadHow(reader);
        DrainMeasured? measured = null;
        if (drain is not null && Form.Faults.None)
        {
            var result = DrainFlow.Compute(drain);
            measured = new DrainMeasured(Unit, grade, beside.AsInstalled, drain, result, DrainMeasured.Judge(drain, result, Units));
        }
        return await RecordAsync(measured, "The drain is recorded.", how);
    }

    protected override void PrepareForm()
    {
        if (View.State.Latest<DrainMeasured>(d => d.Unit == Unit) is { } last)
        {
            SuggestFrom(last.Body.Input, last.Entry);
            Form.Suggest("grade", OilForm.ChoiceOf(last.Body.Grade));
        }
        Form.Suggest("grade", LastCatch is { } c && OilGrades.Typical.ContainsKey(c.Grade) ? c.Grade : "5W-30");
        Form.Suggest("oil_temp_c", Units.ShowTemperature(HotTempC));
        if (LastCatch is { } feed)
        {
            var hot = OilFeed.Compute(new OilFeedInput(feed.Input.Oil, HotTempC, AssumedGalleryKpa, feed.Input.Line, feed.Input.RestrictorMm, feed.Input.RestrictorLengthMm, Bearing.UsualPlain));
            if (hot.FlowLpm > 0) Form.Suggest("flow_lpm", Units.Show(hot.FlowLpm, Core.Measures.Quantity.Flow));
        }
        if (View.State.Latest<CrankcaseRead>()?.Body.PressureKpa is > 0 and { } kpa) Form.Suggest("crankcase_kpa", Units.ShowPressure(kpa));
        Form.Suggest("how", "by-instrument");
    }
}
