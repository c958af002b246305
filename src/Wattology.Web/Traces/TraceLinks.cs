using System.Text;
using Wattology.Core.Traces;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Data.Traces;

namespace Wattology.Web.Traces;

/// <summary>Traces to take away, as comma-separated text.</summary>
public static class TraceLinks
{
    /// <summary>The address of a trace's text.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="entry">Hash of the entry that kept it.</param>
    public static string Url(string job, string entry) => $"/jobs/{job}/traces/{entry}.csv";

    /// <summary>Maps them.</summary>
    public static void MapTraces(this WebApplication app)
        => app.MapGet("/jobs/{id}/traces/{entry}.csv", async (string id, string entry, JobStore jobs, ShopDb db, TraceFiles files,
            CancellationToken cancel) =>
        {
            if (await jobs.FindAsync(id, cancel) is not { } job || job.Record.Find(entry) is not { Kind: TraceKept.KindName } found
                || !job.Record.Stands(found)) return Results.NotFound();
            var kept = job.Record.Read<TraceKept>(found).Body;
            // A table of figures has no room for the shop's code but in its name.
            var name = $"{job.Machine.Number}-{await ShopChain.CodeAsync(db, cancel)}-{Turnings.Title(job.Record, kept.Turning).Replace(' ', '-')}"
                + $"{(kept.Simulated == true ? "-simulated" : "")}.csv";
            if (!files.Has(kept.File)) return Results.NotFound();
            try { return Results.File(Encoding.UTF8.GetBytes(await files.TextAsync(kept.File, cancel)), "text/csv; charset=utf-8", name); }
            catch (InvalidDataException) { return Results.NotFound(); }
        }).ExcludeFromDescription();
}
