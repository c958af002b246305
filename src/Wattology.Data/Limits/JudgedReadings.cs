using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Plate;
using Wattology.Data.Jobs;

namespace Wattology.Data.Limits;

/// <summary>What a limit judged, over all jobs.</summary>
public sealed class JudgedReadings(ShopDb db, JobStore jobs)
{
    private const int PageMost = 50;

    /// <summary>At most so many readings stand in a file.</summary>
    public const int FileMost = 5_000;

    /// <summary>The readings a limit judged, the latest first, each with the number of its job and with both verdicts: then, and by the limit in force now
    /// for that job.</summary>
    /// <param name="limit">Which.</param>
    /// <param name="most">At most so many.</param>
    public async Task<IReadOnlyList<(string Number, JudgedReading Reading)>> OfAsync(LimitKind limit, int most = PageMost)
    {
        string[] kinds = [.. CheckList.All.Where(c => c.Limits.Contains(limit)).SelectMany(c => c.Kinds).Select(k => k.Name)];
        var key = $"\"key\":\"{limit.Key}\"";
        var rows = await (from e in db.Entries.AsNoTracking()
                          where kinds.Contains(e.Kind) && e.Outcome.Contains(key)
                          join j in db.Jobs.AsNoTracking() on e.Job equals j.Id
                          orderby e.AtMs descending
                          select new { Row = e, j.Number }).Take(most).ToListAsync();
        var ids = rows.Select(r => r.Row.Job).Distinct().ToArray();
        // What a limit may be set for: the engine as booked in, and the numbers on the plates.
        var naming = (await db.Entries.AsNoTracking().Where(e => ids.Contains(e.Job) && (e.Kind == BookedIn.EntryKind.Name || e.Kind == PlateRead.Kind.Name))
            .OrderBy(e => e.Seq).ToListAsync()).ToLookup(e => e.Job);
        var settings = await jobs.SettingsAsync();
        var books = Readable.Of(ids, id => (Id: id, Limits: settings.LimitsFor(new JobRecord(CheckList.Kinds, [.. naming[id].Select(e => e.ToEntry())]))))
            .ToDictionary(b => b.Id, b => b.Limits);
        return [.. Readable.Of(rows.Where(r => books.ContainsKey(r.Row.Job)), r => (r.Number, Reading: Reading(r.Row.ToEntry())!))
            .Where(r => r.Reading is not null)];

        JudgedReading? Reading(Entry entry) => JudgedReading.Of(new JobRecord(CheckList.Kinds, [entry]), entry, books[entry.Job]);
    }
}
