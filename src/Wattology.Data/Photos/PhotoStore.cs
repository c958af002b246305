using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Core.Photos;
using Wattology.Data.Jobs;

namespace Wattology.Data.Photos;

/// <summary>A job in which the same picture is used.</summary>
/// <param name="File">SHA-256 of the file.</param>
/// <param name="Job">The job's id.</param>
/// <param name="Number">Its number.</param>
public sealed record UsedElsewhere(string File, string Job, string Number);

/// <summary>Keeps photos with jobs, and finds where else a picture is used.</summary>
public sealed class PhotoStore(ShopDb db, JobStore jobs, PhotoFiles files)
{
    private const int MostUses = 200;

    /// <summary>Keeps a picture: its file first, then the entry that names it, so that no entry ever names a file that is not here.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="author">Who.</param>
    /// <param name="place">What it is of.</param>
    /// <param name="turbo">Which turbo; 0 for the engine.</param>
    /// <param name="note">What is to be seen on it.</param>
    /// <param name="content">The file.</param>
    /// <param name="name">What the file is called.</param>
    /// <param name="once">The token under which it is sent, so that sending again keeps once.</param>
    /// <param name="cancel">Stops; then nothing is kept.</param>
    /// <returns>The job, and the entry that keeps the picture: the earlier one where it was here already.</returns>
    /// <exception cref="RefusedException">The file is not taken, or the person may not.</exception>
    public async Task<(JudgedJob Job, Entry Entry, bool WasHere)> KeepAsync(string job, Author author, string place, int turbo, string note, Stream content,
        string name, string once, CancellationToken cancel = default)
    {
        if (!author.Role.Allows(PhotoKept.Kind.Right)) throw new RefusedException(
            $"Your place in the shop does not allow this; it takes {Permissions.Holders(PhotoKept.Kind.Right)}.");
        var kept = await files.KeepAsync(content, name, cancel);
        if (await jobs.FindAsync(job, cancel) is not { } judged) throw new RefusedException("There is no such job.");
        if (Here(judged) is { } here) return (judged, here, true);
        var body = new PhotoKept(place, turbo, kept.File, kept.Format.Media, kept.Bytes, Short(Path.GetFileName(name)), note, kept.TakenAt);
        try { judged = await jobs.AppendAsync(job, author, new EntryDraft(body, Known.Seen, Once: once)); }
        // The same picture sent twice at once: the other one was a moment faster.
        catch (RefusedException refused) when (refused.Message == PhotoKept.AlreadyHere)
        {
            judged = (await jobs.FindAsync(job, cancel))!;
            return (judged, Here(judged)!, true);
        }
        return (judged, Here(judged)!, false);

        Entry? Here(JudgedJob now) => now.Record.Photos().FirstOrDefault(p => p.Body.File == kept.File && p.Body.Place == place &&
            p.Body.Turbo == turbo)?.Entry;
    }

    private static string Short(string name) => name.Length <= 120 ? name : name[^120..];

    /// <summary>Where else pictures of a job are used: other jobs that keep the same file.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="pictures">The files asked about.</param>
    /// <param name="cancel">Stops reading.</param>
    public async Task<IReadOnlyList<UsedElsewhere>> ElsewhereAsync(string job, IReadOnlyCollection<string> pictures, CancellationToken cancel = default)
    {
        if (pictures.Count == 0) return [];
        var asked = JsonSerializer.Serialize(pictures.Distinct());
        // The index over the hashes inside the entries: by itself SQLite would read every photo's entry.
        return await db.Database.SqlQuery<UsedElsewhere>($"""
            SELECT DISTINCT json_extract(e.Body, '$.file') AS File, e.Job AS Job, j.Number AS Number
            FROM Entries e INDEXED BY IX_Entries_PhotoFile JOIN Jobs j ON j.Id = e.Job
            WHERE e.Kind = 'photo' AND json_extract(e.Body, '$.file') IN (SELECT value FROM json_each({asked})) AND e.Job <> {job}
              AND NOT EXISTS (SELECT 1 FROM Entries t WHERE t.Job = e.Job AND t.Kind = 'taken-back' AND json_extract(t.Body, '$.entry') = e.Hash)
            ORDER BY j.Row LIMIT {MostUses}
            """).ToListAsync(cancel);
    }
}
