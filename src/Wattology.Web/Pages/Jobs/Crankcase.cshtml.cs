using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Calculations;
using Wattology.Core.Crankcase;
using Wattology.Core.Evidence;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Crankcase pressure at idle, mid speed and under load.</summary>
public sealed class CrankcaseModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    /// <summary>What is typed.</summary>
    private sealed record Reading([Bounds(-30, 30)] double PressureKpa, Running Running, [Bounds(Span.EngineSpeed)] double? EngineRpm = null);

    public override string Sheet => "crankcase";

    public override string Title => "Crankcase";

    /// <summary>The latest reading of each way of running.</summary>
    public IReadOnlyList<Noted<CrankcaseRead>> Readings => [.. View.State.All<CrankcaseRead>().GroupBy(r => r.Body.Running).OrderBy(g => g.Key).Select(g => g.Last())];

    /// <summary>The one with the worst verdict.</summary>
    public Noted<CrankcaseRead>? Worst => Readings.MaxBy(r => r.Body.Judgement.Verdict);

    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var read = reader.Read<Reading>();
        var how = ReadHow(reader);
        return await RecordAsync(read is null ? null : new CrankcaseRead(read.PressureKpa, read.Running, CrankcaseRead.Judge(read.PressureKpa, View.Job.ClosedBreather, View.Limits, Units), read.EngineRpm), "The crankcase pressure is recorded.", how);
    }

    public async Task<IActionResult> OnPostDeferAsync() => await RecordAsync(Reader().Read<CrankcaseDeferred>(), "Due after the first start.");

    protected override void PrepareForm() => Form.Suggest("how", "by-instrument");
}
