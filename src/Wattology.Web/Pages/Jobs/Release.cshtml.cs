using Wattology.Core.Gates;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Releasing the replacement for fitting.</summary>
public sealed class ReleaseModel(JobStore jobs, TimeProvider clock) : GateSheetModel(jobs, clock)
{
    public override string Sheet => "release";

    public override string Title => "Release for fitting";

    public override GateKind Kind => GateKind.Release;

    public override string GateTitle => "Release gate";

    public void OnGet() => PrepareForm();

    protected override void PrepareForm()
    {
        if (Gate.Open.Count == 0) Form.Suggest("pass_reason", "All lines closed.");
    }
}
