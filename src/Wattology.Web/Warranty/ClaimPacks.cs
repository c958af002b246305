using Wattology.Core.Jobs;
using Wattology.Core.Warranty;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Data.Shop;
using Wattology.Data.Traces;
using Wattology.Web.Hosting;
using Wattology.Web.Jobs;
using Wattology.Web.People;

namespace Wattology.Web.Warranty;

/// <summary>Makes packs of claims, and keeps those that go out.</summary>
public sealed class ClaimPacks(JobStore jobs, ShopDb db, PhotoCopies copies, PhotoFiles photos, TraceFiles traces, PackFiles packs, ShopKeyFile key,
    ShopTimes times)
{
    /// <summary>Makes the pack of a job as it stands.</summary>
    /// <param name="job">The job, under a policy.</param>
    /// <param name="claim">Its claim.</param>
    /// <param name="originals">With the photos as they were taken, which say when and where.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<byte[]> MakeAsync(JudgedJob job, Claim claim, bool originals, CancellationToken cancel)
    {
        var (name, foot) = ((await jobs.SettingsAsync(cancel)).Name, await ShopChain.FootAsync(db, cancel));
        var members = await ClaimPack.MembersAsync(job.Record.Entries, await ShopChain.MarkAsync(db, job.Record, cancel), copies, originals ? photos : null,
            traces, cancel);
        members.Insert(0, new(ClaimPack.Case, JobPdf.Write(job, name, times, await copies.ShownAsync(job.Record, cancel),
            await traces.LastAsync(job.Record, cancel), foot, cancel)));
        members.Insert(0, new(ClaimPack.Letter, ClaimLetterPdf.Write(job, claim, name, times, [.. members.Select(m => m.Name)], foot, cancel)));
        return ClaimPack.Write(members, key.Key, job.Machine.Number, job.Record.Entries, name, await ShopChain.CodeAsync(db, cancel), times.Now);
    }

    /// <summary>The pack that goes out for a job as it stands: made and frozen once, however often it is sent.</summary>
    /// <returns>Its hash.</returns>
    public async Task<string> FreezeAsync(JudgedJob job, Claim claim, CancellationToken cancel)
    {
        var state = job.Record.Last.Hash;
        if (packs.FrozenFor(state) is { } frozen) return frozen;
        return await packs.FreezeAsync(state, await MakeAsync(job, claim, false, cancel), cancel);
    }

    /// <summary>Maps the addresses under which packs are taken away.</summary>
    public static void Map(WebApplication app)
    {
        app.MapGet("/jobs/{id}/claim.zip", async (string id, bool? originals, ClaimPacks packs, JobStore jobs, SecurityLog log, HttpContext http,
            CancellationToken cancel) =>
        {
            if (await jobs.FindAsync(id, cancel) is not { } job || Claim.Of(job.Context) is not { } claim) return Results.NotFound();
            log.Note(http, "claim handed out", http.User.Author().Name, http.Request.Path.Value!);
            return Results.File(await packs.MakeAsync(job, claim, originals == true, cancel), "application/zip", $"{job.Machine.Number}-claim.zip");
        }).ExcludeFromDescription();
        app.MapGet("/jobs/{id}/packs/{pack}", async (string id, string pack, PackFiles files, JobStore jobs, CancellationToken cancel)
            => await jobs.FindAsync(id, cancel) is { } job && job.Record.All<ClaimSent>().Any(s => s.Body.Pack == pack) && files.Has(pack)
                ? Results.File(files.PathOf(pack), "application/zip", $"{job.Machine.Number}-claim-{pack[..8]}.zip") : Results.NotFound())
            .ExcludeFromDescription();
    }
}
