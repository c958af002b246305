using Wattology.Core.Jobs;
using Wattology.Data.Jobs;
using Wattology.Web.Hosting;

namespace Wattology.Web.Jobs;

/// <summary>The job file to take away: as PDF and as JSON.</summary>
public static class JobFiles
{
    /// <summary>Maps both.</summary>
    public static void MapJobFiles(this WebApplication app)
    {
        app.MapGet("/jobs/{id}/file.pdf", async (string id, JobStore jobs, ShopTimes times) => await jobs.FindAsync(id) is { } job
            ? Results.File(JobPdf.Write(job, (await jobs.SettingsAsync()).Name, times), "application/pdf", $"{job.Machine.Number}.pdf")
            : Results.NotFound()).ExcludeFromDescription();
        app.MapGet("/jobs/{id}/file.json", async (string id, JobStore jobs) => await jobs.FindAsync(id) is { } job
            ? Results.Stream(output => JobFile.WriteAsync(output, jobs.StreamAsync(id)), "application/json", $"{job.Machine.Number}.json")
            : Results.NotFound()).ExcludeFromDescription();
    }
}
