using System.Text;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Shop;

namespace Wattology.Web.Evidence;

/// <summary>The job file to take away: as PDF and as JSON.</summary>
public static class JobFiles
{
    /// <summary>Maps both.</summary>
    public static void MapJobFiles(this WebApplication app)
    {
        app.MapGet("/jobs/{id}/file.pdf", async (string id, JobStore jobs, ShopDb db, TimeProvider clock) => await jobs.FindAsync(id) is { } view
            ? Results.File(JobPdf.Write(view, (await ShopSettings.LoadAsync(db)).Name, clock.GetLocalNow()), "application/pdf", $"{view.Job.Number}.pdf") : Results.NotFound()).ExcludeFromDescription();
        app.MapGet("/jobs/{id}/file.json", async (string id, JobStore jobs) => await jobs.FindAsync(id) is { } view
            ? Results.File(Encoding.UTF8.GetBytes((await jobs.ExportAsync(id))!), "application/json", $"{view.Job.Number}.json") : Results.NotFound()).ExcludeFromDescription();
    }
}
