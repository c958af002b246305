using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Calculations;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Data.Evidence;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The oil supply: a timed catch, judged against a clean line.</summary>
public sealed class FeedModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    private const int FewestRows = 3;

    /// <summary>What is noted beside the test.</summary>
    private sealed record Beside([Bounds(Span.EngineSpeed)] double? CrankRpm = null, [Bounds(0, 60)] double? BatteryV = null);

    public override string Sheet => "feed";

    public override string Title => View.Named("Feed", Unit);

    public bool CannotFire => Firing.StillDisabled(View.State).Count > 0;

    public int RunRows => RowsShown("runs", FewestRows);

    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var (grade, given) = OilForm.Read(reader, Form);
        var test = reader.Read<CatchTestInput>(given);
        var beside = reader.Read<Beside>();
        if (Request.Form["add"] == "runs") return WithAnotherRow("runs");
        var how = ReadHow(reader);
        CatchTested? tested = null;
        if (test is not null && beside is not null && Form.Faults.None)
        {
            var result = CatchTest.Compute(test);
            tested = new CatchTested(Unit, grade, test, result, CatchTested.Judge(result, View.Limits), beside.CrankRpm, beside.BatteryV);
        }
        return await RecordAsync(tested, "The catch test is recorded.", how);
    }

    protected override void PrepareForm()
    {
        // The line does not change between tests; only the catches do.
        if (View.State.Latest<CatchTested>(c => c.Unit == Unit) is { } last)
        {
            Form.Suggest("grade", OilForm.ChoiceOf(last.Body.Grade));
            foreach (var field in new[] { "line.id_mm", "line.length_mm", "line.minor_k", "line.rise_mm" })
                Form.Suggest(field, last.Entry.TypedFields.GetValueOrDefault(field) ?? FilledFrom(last.Body)[field]);
        }
        if (View.State.Latest<RestrictorSeen>(r => r.Unit == Unit)?.Body is { Fitted: true, HoleMm: { } hole }) Form.Suggest("restrictor_mm", Units.ShowLength(hole));
        Form.Suggest("grade", "5W-30");
        Form.Suggest("line.minor_k", "4");
        Form.Suggest("discard_first", "true");
        Form.Suggest("how", "by-instrument");
    }

    private FormState FilledFrom(CatchTested test)
    {
        var form = new FormState();
        FormFill.Into(form, test.Input, Units);
        return form;
    }
}
