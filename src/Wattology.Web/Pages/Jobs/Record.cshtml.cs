using Wattology.Data.Evidence;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Everything recorded on the job, newest first.</summary>
public sealed class RecordModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    public override string Sheet => "record";

    public override string Title => "Everything recorded";

    public void OnGet() { }
}
