using Wattology.Core.Entries;
using Wattology.Core.Photos;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Data.Shop;

namespace Wattology.Web.Photos;

/// <summary>Photos as they are served: copies to look at, and the sealed file as it came.</summary>
public static class PhotoLinks
{
    private const string Original = "original";

    /// <summary>The address of a photo's copy.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="entry">Hash of the entry that kept it.</param>
    /// <param name="size">How large.</param>
    public static string Url(string job, string entry, CopySize size) => $"/jobs/{job}/photos/{entry}/{(size == CopySize.Thumb ? "thumb" : "shown")}";

    /// <summary>The address of the sealed file itself.</summary>
    public static string OriginalUrl(string job, string entry) => $"/jobs/{job}/photos/{entry}/{Original}";

    /// <summary>The address of a photo's own page.</summary>
    public static string PageUrl(string job, string entry) => $"/jobs/{job}/photo/{entry}";

    /// <summary>Maps them.</summary>
    public static void MapPhotos(this WebApplication app)
    {
        app.MapGet("/jobs/{id}/photos/{entry}/{size:regex(^(thumb|shown)$)}", async (string id, string entry, string size, JobStore jobs, PhotoCopies copies,
            HttpContext http) =>
        {
            if (await FindAsync(jobs, id, entry, http.RequestAborted) is not { } photo || !photo.Body.Shown) return Results.NotFound();
            var path = await copies.PathAsync(photo.Body.File, size == "thumb" ? CopySize.Thumb : CopySize.Shown, http.RequestAborted);
            // The same hash is the same picture for ever; but whoever signed out asks again.
            http.Response.Headers.CacheControl = "private, no-cache";
            http.Response.Headers.Pragma = default;
            return path is null ? Results.NotFound() : Results.File(path, "image/jpeg", entityTag: new($"\"{photo.Body.File}-{size}\""));
        }).ExcludeFromDescription();
        app.MapGet($"/jobs/{{id}}/photos/{{entry}}/{Original}", async (string id, string entry, JobStore jobs, ShopDb db, PhotoFiles files,
            HttpContext http)
            => await FindAsync(jobs, id, entry, http.RequestAborted) is { } photo && files.Has(photo.Body.File)
                ? Results.File(files.PathOf(photo.Body.File), photo.Body.Media, $"{photo.Body.Place}-{photo.Body.File[..12]}-{await ShopChain.CodeAsync(db,
                    http.RequestAborted)}{PictureFormat.Find(photo.Body.Media)!.Extension}") : Results.NotFound()).ExcludeFromDescription();
    }

    private static async Task<Noted<PhotoKept>?> FindAsync(JobStore jobs, string id, string entry, CancellationToken cancel)
        => await jobs.FindAsync(id, cancel) is { } job ? JobPhotos.Find(job.Record, entry) : null;
}
