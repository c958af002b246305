using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Evidence;
using Wattology.Data.Photos;
using Wattology.Data.Shop;
using Wattology.Data.Traces;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Jobs;

/// <summary>The job file to take away: as PDF, as JSON, and as a ZIP with its photos and traces.</summary>
public static class JobFiles
{
    /// <summary>Maps all three.</summary>
    public static void MapJobFiles(this WebApplication app)
    {
        var files = app.MapGroup("").AddEndpointFilter(async (call, next) =>
        {
            var answer = await next(call);
            var path = call.HttpContext.Request.Path.Value!;
            if (answer is not IStatusCodeHttpResult { StatusCode: StatusCodes.Status404NotFound }) call.HttpContext.RequestServices
                .GetRequiredService<SecurityLog>().Note(call.HttpContext, "file handed out", call.HttpContext.User.Author().Name, path);
            return answer;
        });
        files.MapGet("/jobs/{id}/file.pdf", async (string id, JobStore jobs, ShopDb db, PhotoCopies copies, TraceFiles traces, ShopTimes times,
            CancellationToken cancel) =>
        {
            if (await jobs.FindAsync(id, cancel) is not { } job) return Results.NotFound();
            return Results.File(JobPdf.Write(job, (await jobs.SettingsAsync(cancel)).Name, times, await copies.ShownAsync(job.Record, cancel),
                await traces.LastAsync(job.Record, cancel), await ShopChain.FootAsync(db, cancel), cancel), "application/pdf", $"{job.Machine.Number}.pdf");
        }).ExcludeFromDescription();
        files.MapGet("/jobs/{id}/file.json", async (string id, JobStore jobs, ShopDb db, CancellationToken cancel) =>
        {
            if (await jobs.FindAsync(id, cancel) is not { } job) return Results.NotFound();
            var mark = await ShopChain.MarkAsync(db, job.Record, cancel);
            // The record as the mark names it: what is recorded while it is written belongs to the next file.
            return Results.Stream(output => JobFile.WriteAsync(output, jobs.StreamAsync(id).Take(job.Record.Entries.Count), mark), "application/json",
                $"{job.Machine.Number}.json");
        }).ExcludeFromDescription();
        files.MapGet("/jobs/{id}/file.zip", async (string id, JobStore jobs, ShopDb db, PhotoFiles photos, TraceFiles traces, CancellationToken cancel) =>
            await jobs.FindAsync(id, cancel) is { } job
                ? Results.Stream(await JobPack.OpenAsync(job.Record.Entries, photos, traces, await ShopChain.MarkAsync(db, job.Record, cancel), cancel),
                    "application/zip", $"{job.Machine.Number}.zip") : Results.NotFound()).ExcludeFromDescription();
    }
}
