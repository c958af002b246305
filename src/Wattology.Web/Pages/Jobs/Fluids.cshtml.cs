using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Fluids;
using Wattology.Core.Instruments;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Oil, filter and coolant before the first start.</summary>
public sealed class FluidsModel(SheetServices services) : AskSheetModel(services, "fluids")
{
    /// <summary>The id of the part of the sheet in which oil and filter are said.</summary>
    public const string OilPart = "oil-and-filter";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(OilService), typeof(OilDrained)];

    /// <summary>Grades that are said by a touch; any other is typed.</summary>
    public static IEnumerable<string> Grades => OilGrades.Typical.Keys;

    /// <inheritdoc/>
    public override IReadOnlyList<InstrumentKind> MeasuredWith => OilDrained.Kind.MeasuredWith;

    /// <summary>Whether the form for what no touch says stands open: it was sent and something in it is wrong.</summary>
    public bool OtherwiseOpen => Otherwise.Any(f => Form.FaultAt(f) is not null);

    private static readonly string[] Otherwise = ["oil", "filter", "grade", "litres", "because"];

    /// <summary>What went into such an engine here last; null where nobody knows, or this one has its oil.</summary>
    public async Task<string?> LastGradeAsync() => Job.Record.Latest<OilService>() is not null ? null
        : (await OnEngineAsync<OilService>()).Select(o => o.Body.Grade).FirstOrDefault(g => g.Length > 0);

    /// <summary>Records oil let out.</summary>
    public async Task<IActionResult> OnPostDrainedAsync([Typed] OilDrained? drained) => await RecordAsync(drained, "Recorded.", await ReadKnownAsync());

    /// <summary>Records what became of oil and filter.</summary>
    public Task<IActionResult> OnPostOilAsync([Typed] OilService? oil) => RecordAsync(oil, "Oil and filter are recorded.");

    /// <summary>Records new oil and a new filter, by the touch of what went in.</summary>
    public Task<IActionResult> OnPostBothNewAsync([FromForm(Name = "new_grade")] string? grade)
    {
        if (grade is null || !Grades.Contains(grade)) Form.Faults.Add("grade", "Touch which oil went in, or type it.");
        return RecordAsync(Form.Faults.None ? new OilService(Service.New, Service.New, grade!) : null, "Oil and filter are recorded.", at: OilPart);
    }
}
